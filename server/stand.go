package server

import (
	"context"
	"errors"
	"strings"

	"github.com/labstack/echo/v5"

	"evenladder/server/api"
)

// standAt begins the addresses of a stand: the application as a tablet on a music stand opens it,
// without signing in. It plans, shows and prints; it keeps nothing, and knows nothing of pupils.
const standAt = "/stand/"

// standMay are the routes that a stand is answered; every other one is refused.
var standMay = map[string]bool{
	"GET /api/v1/catalogue":           true,
	"GET /api/v1/formula":             true,
	"GET /api/v1/shelf/:kind":         true,
	"GET /api/v1/shelf/:kind/:id":     true,
	"GET /api/v1/calls":               true,
	"POST /api/v1/plan":               true,
	"POST /api/v1/plan/why":           true,
	"POST /api/v1/plan/onward":        true,
	"POST /api/v1/plan/score":         true,
	"POST /api/v1/plan/sights":        true,
	"POST /api/v1/plan/grips":         true,
	"POST /api/v1/plan/document":      true,
	"POST /api/v1/compare":            true,
	"POST /api/v1/compare/sets":       true,
	"POST /api/v1/nearest":            true,
	"POST /api/v1/slide":              true,
	"POST /api/v1/ladder":             true,
	"POST /api/v1/round":              true,
	"POST /api/v1/round/document":     true,
	"POST /api/v1/together":           true,
	"POST /api/v1/together/keys":      true,
	"POST /api/v1/together/document":  true,
	"POST /api/v1/brief/choices":      true,
	"POST /api/v1/brief/points":       true,
	"POST /api/v1/brief/change":       true,
	"POST /api/v1/hand/openings":      true,
	"POST /api/v1/phrase":             true,
	"POST /api/v1/phrase/change":      true,
	"POST /api/v1/worksheet":          true,
	"POST /api/v1/worksheet/document": true,
	"GET /healthz":                    true,
	"GET /*":                          true,
}

// atStand is the context key of the token of a stand.
type atStand struct{}

// standOf is the token of the stand that a request is of.
func standOf(ctx context.Context) (token string, ok bool) {
	token, ok = ctx.Value(atStand{}).(string)
	return token, ok
}

// standPath takes the address of a stand apart: what follows its token is the application's own.
func standPath(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		if of, ok := strings.CutPrefix(r.URL.Path, standAt); ok {
			token, rest, _ := strings.Cut(of, "/")
			in := moved(r, "/"+rest)
			c.SetRequest(in.WithContext(context.WithValue(in.Context(), atStand{}, token)))
		}
		return next(c)
	}
}

// standReads lets a stand that there is do what it may.
func (h handlers) standReads(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		token, ok := standOf(r.Context())
		if !ok {
			return next(c)
		}
		if err := h.store.Stands().Find(r.Context(), token); err != nil {
			return err
		}
		if !standMay[r.Method+" "+c.Path()] {
			return errStandReads
		}
		return next(c)
	}
}

var errStandReads = errors.New("a stand is read-only")

func (h handlers) MakeStand(ctx context.Context, _ api.MakeStandRequestObject) (api.MakeStandResponseObject, error) {
	made, token, err := h.store.Stands().Make(ctx)
	link := api.StandLink{Stand: made, Path: prefixOf(ctx) + standAt + token + "/"}
	if base, ok := ctx.Value(baseKey{}).(string); ok {
		link.Reachable = base + standAt + token + "/"
	}
	return api.MakeStand201JSONResponse(link), err
}

func (h handlers) EndStand(ctx context.Context, r api.EndStandRequestObject) (api.EndStandResponseObject, error) {
	return api.EndStand204Response{}, h.store.Stands().End(ctx, r.Id)
}
