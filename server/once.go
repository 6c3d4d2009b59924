package server

import (
	"bytes"
	"crypto/sha256"
	"io"
	"net/http"

	"github.com/labstack/echo/v5"
	"github.com/maypok86/otter/v2"

	"evenladder/core/base/fault"
	"evenladder/store"
)

// onceHeader names what a request does, so that it can be sent again without being done twice.
const onceHeader = "Idempotency-Key"

// Bounds of such a name, in characters.
const minOnce, maxOnce = 8, 64

// Bounds of what is remembered in a room: requests, and bytes of an answer.
const mostOnce, mostOnceBytes = 2048, 16 << 10

// done is what was answered to a request under its name.
type done struct {
	asked  [sha256.Size]byte // its method and body
	ready  chan struct{}     // closed once the rest is there
	status int               // 0 where the answer was too large to be remembered
	kind   string            // its media type
	body   []byte
}

// onces are the requests of a room by their paths and names. What they created has the name too, in the store, so that it
// is there once after a restart as well.
type onces struct{ done *otter.Cache[string, *done] }

func newOnces() (onces, error) {
	kept, err := otter.New(&otter.Options[string, *done]{MaximumSize: mostOnce})
	return onces{kept}, err
}

// once lets a request be sent again: it is done once, and answered the same. Another request under its name is refused.
func (o onces) once(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		r := c.Request()
		name := r.Header.Get(onceHeader)
		if name == "" {
			return next(c)
		}
		if err := checkOnce(name); err != nil {
			return err
		}
		key := r.URL.Path + "\n" + name
		c.SetRequest(r.WithContext(store.Once(r.Context(), key)))
		if r.ContentLength < 0 || r.ContentLength > MaxBodyBytes {
			return next(c) // a take, a backup: made again it is the same
		}
		body, err := io.ReadAll(r.Body)
		if err != nil {
			return err
		}
		c.Request().Body = io.NopCloser(bytes.NewReader(body))
		mine := &done{asked: sha256.Sum256(append([]byte(r.Method+"\n"), body...)), ready: make(chan struct{})}
		before, first := o.done.SetIfAbsent(key, mine)
		if !first {
			return before.again(c, next, mine.asked)
		}
		seen := &remembering{ResponseWriter: c.Response()}
		c.SetResponse(seen)
		succeeded := false
		defer func() {
			if !succeeded {
				o.done.Invalidate(key) // it was not done: it may be asked otherwise
			}
			close(mine.ready)
		}()
		err = next(c)
		succeeded = err == nil && seen.status >= 200 && seen.status < 300
		if succeeded && seen.kept.Len() <= mostOnceBytes {
			mine.status, mine.kind, mine.body = seen.status, seen.Header().Get("Content-Type"), seen.kept.Bytes()
		}
		return err
	}
}

func checkOnce(name string) error {
	for _, letter := range name {
		if letter <= ' ' || letter > '~' {
			return fault.At(onceHeader, "it has characters other than letters, numbers and punctuation: give %d to %d of those",
				minOnce, maxOnce)
		}
	}
	if len(name) < minOnce || len(name) > maxOnce {
		return fault.At(onceHeader, "%d characters were given: give %d to %d", len(name), minOnce, maxOnce)
	}
	return nil
}

// again answers a request whose name is known.
func (d *done) again(c *echo.Context, next echo.HandlerFunc, asked [sha256.Size]byte) error {
	if asked != d.asked {
		return fault.At(onceHeader, "it was given with another request before: give a new one")
	}
	select {
	case <-d.ready:
	case <-c.Request().Context().Done():
		return c.Request().Context().Err()
	}
	if d.status == 0 {
		return next(c)
	}
	if len(d.body) == 0 {
		return c.NoContent(d.status)
	}
	return c.Blob(d.status, d.kind, d.body)
}

// remembering keeps what is answered, up to a bound.
type remembering struct {
	http.ResponseWriter
	status int
	kept   bytes.Buffer
}

func (r *remembering) WriteHeader(status int) {
	r.status = status
	r.ResponseWriter.WriteHeader(status)
}

func (r *remembering) Write(data []byte) (int, error) {
	if r.status == 0 {
		r.status = http.StatusOK
	}
	if r.kept.Len() <= mostOnceBytes {
		r.kept.Write(data[:min(len(data), mostOnceBytes+1)])
	}
	return r.ResponseWriter.Write(data)
}

// Unwrap lets others reach what is below.
func (r *remembering) Unwrap() http.ResponseWriter { return r.ResponseWriter }
