package server

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"hash/maphash"
	"net/http"
	"runtime"
	"strings"

	gojson "github.com/goccy/go-json"
	"github.com/labstack/echo/v5"
	"github.com/maypok86/otter/v2"

	"evenladder/server/api"
)

// pure are the operations whose answer is made of the request alone: asked again, it is
// the same.
var pure = map[string]bool{
	"GetCatalogue": true, "MakePlan": true, "WriteScore": true, "ExplainFinger": true, "ListWaysOn": true,
	"ListSights": true, "ListGrips": true, "SlideBox": true,
	"ComparePlans": true, "ListCompareSets": true, "FindNearest": true, "ListPoints": true, "ChangeBrief": true,
	"ReadFormula": true, "MakeRound": true, "PlayTogether": true, "ListGroupKeys": true,
}

// mostKept bounds the answers that are kept together, in bytes.
const mostKept = 12 << 20

// answer is one that is kept, as it is sent.
type answer struct {
	body []byte
	etag string
}

// answers keeps the last answers of the pure operations, for all rooms: they say nothing
// of what a room has. They are found by a hash of the request as it was understood, so
// that the same brief written otherwise has the same answer. As many are made at a time as
// there are processors, in the order of coming: more at once would all be late.
type answers struct {
	kept   *otter.Cache[[sha256.Size]byte, answer]
	seed   maphash.Seed
	making chan struct{}
}

func newAnswers() (answers, error) {
	kept, err := otter.New(&otter.Options[[sha256.Size]byte, answer]{
		MaximumWeight: mostKept, Weigher: func(_ [sha256.Size]byte, a answer) uint32 { return uint32(len(a.body)) },
	})
	return answers{kept, maphash.MakeSeed(), make(chan struct{}, runtime.GOMAXPROCS(0))}, err
}

// keep answers a pure operation from what is kept, or keeps its answer.
func (a answers) keep(next api.StrictHandlerFunc, operation string) api.StrictHandlerFunc {
	if !pure[operation] {
		return next
	}
	return func(c *echo.Context, request any) (any, error) {
		asked, err := json.Marshal(request)
		if err != nil {
			return nil, err
		}
		key := sha256.Sum256(append([]byte(operation+"\n"), asked...))
		made, known := a.kept.GetIfPresent(key)
		if !known {
			if made, err = a.make(c.Request().Context(), func() (any, error) { return next(c, request) }); err != nil {
				return nil, err
			}
			a.kept.Set(key, made)
		}
		return nil, made.send(c)
	}
}

// make writes what an operation answers. Whoever has gone by the time of their turn is
// not worked for.
func (a answers) make(ctx context.Context, work func() (any, error)) (answer, error) {
	select {
	case a.making <- struct{}{}:
	case <-ctx.Done():
		return answer{}, ctx.Err()
	}
	defer func() { <-a.making }()
	response, err := work()
	if err != nil {
		return answer{}, err
	}
	body, err := gojson.Marshal(response)
	return answer{body, fmt.Sprintf(`"%016x"`, maphash.Bytes(a.seed, body))}, err
}

// send sends an answer, or says that it is the one that the asker has.
func (a answer) send(c *echo.Context) error {
	h := c.Response().Header()
	h.Set("ETag", a.etag)
	if c.Request().Method == http.MethodGet {
		h.Set("Cache-Control", "private, no-cache")
	}
	for tag := range strings.SplitSeq(c.Request().Header.Get("If-None-Match"), ",") {
		if strings.TrimPrefix(strings.TrimSpace(tag), "W/") == a.etag {
			return c.NoContent(http.StatusNotModified)
		}
	}
	return c.JSONBlob(http.StatusOK, a.body)
}
