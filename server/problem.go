package server

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"mime"
	"net/http"
	"os"

	"github.com/labstack/echo/v5"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/ladder"
	"evenladder/core/planning/brief"
	"evenladder/server/api"
	"evenladder/store"
)

// problemHandler turns every error into a problem document (RFC 9457).
func problemHandler(log *slog.Logger) echo.HTTPErrorHandler {
	return func(c *echo.Context, err error) {
		if r, _ := echo.UnwrapResponse(c.Response()); r != nil && r.Committed {
			return
		}
		p := problemOf(err)
		if p.Status == http.StatusServiceUnavailable {
			c.Response().Header().Set("Retry-After", retrySeconds)
		}
		if p.Status >= 500 && p.Status != http.StatusServiceUnavailable {
			log.Error("request failed", "path", c.Request().URL.Path, "error", err)
		}
		body, _ := json.Marshal(p)
		_ = c.Blob(p.Status, "application/problem+json", body)
	}
}

// retrySeconds is after how long there may be room again.
const retrySeconds = "2"

func problemOf(err error) api.Problem {
	var fields fault.List
	var status echo.HTTPStatusCoder
	var stale *store.Stale
	var page store.NoPage
	switch {
	case errors.As(err, &stale):
		return conflictProblem(stale)
	case errors.As(err, &fields):
		return problem(http.StatusUnprocessableEntity, "Something needs fixing", fields)
	case errors.As(err, &page):
		return problem(http.StatusUnprocessableEntity, "Something needs fixing", fault.List{{Field: "after",
			Message: fmt.Sprintf("%q was given: give the next of the page before", fault.Clip(page.After))}})
	case errors.Is(err, store.ErrNotFound):
		return problem(http.StatusNotFound, "Nothing is saved under this id",
			fault.List{{Field: "id", Message: "nothing is saved under this id, or it was deleted: give the id of a saved item"}})
	case errors.As(err, new(store.Unreadable)):
		return problem(http.StatusInternalServerError, "This can't be read",
			fault.List{{Field: "id", Message: "what is saved under this id is damaged: restore a backup (Shelf, Backups)"}})
	case errors.Is(err, os.ErrDeadlineExceeded):
		return statusProblem(http.StatusRequestTimeout, err)
	case errors.Is(err, context.Canceled), errors.Is(err, context.DeadlineExceeded):
		return statusProblem(http.StatusServiceUnavailable, err)
	case errors.As(err, new(notYours)):
		return problem(http.StatusForbidden, "This room isn't open to you",
			fault.List{{Field: "room", Message: "you can't open it, or it doesn't exist: the first page lists your rooms"}})
	case errors.Is(err, errStandReads):
		return problem(http.StatusForbidden, "A stand is read-only",
			fault.List{{Field: "path", Message: "it can't save anything or show pupils: sign in for that"}})
	case errors.As(err, &status):
		return statusProblem(status.StatusCode(), err)
	}
	if words, ok := store.Trouble(err); ok {
		return problem(http.StatusInsufficientStorage, "Couldn't save",
			fault.List{{Field: "request", Message: words}})
	}
	return problem(http.StatusInternalServerError, "Even Ladder made a mistake", nil)
}

// statusTitles says the plain HTTP errors in words, with the field and what
// would be accepted.
var statusTitles = map[int]struct{ title, field, message string }{
	http.StatusNotFound: {"No such address", "path",
		"no such address: the addresses are those of api/openapi.yaml"},
	http.StatusMethodNotAllowed: {"This address doesn't accept that method", "method",
		"not accepted here: give one of api/openapi.yaml"},
	http.StatusRequestEntityTooLarge: {"Too large", "body",
		fmt.Sprintf("more than %d kB were given: give at most that", MaxBodyBytes>>10)},
	http.StatusUnsupportedMediaType: {"The body must be JSON", "Content-Type", "give application/json"},
	http.StatusRequestTimeout: {"The upload took too long", "body",
		"it didn't arrive in time: send it again"},
	http.StatusServiceUnavailable: {"Busy right now", "request",
		"too much is being drawn at once: try again in a moment"},
	http.StatusUnauthorized: {"You're not signed in", "session",
		"your session has ended: sign in again. What you typed is still here"},
	http.StatusForbidden: {"This request came from somewhere else", "Host",
		"use the address that Even Ladder printed, from its own pages"},
}

func statusProblem(status int, err error) api.Problem {
	if t, ok := statusTitles[status]; ok {
		return problem(status, t.title, fault.List{{Field: t.field, Message: t.message}})
	}
	if status == http.StatusBadRequest {
		return badRequest(err)
	}
	return problem(status, http.StatusText(status), fault.List{{Field: "request", Message: "it can't be answered: give what api/openapi.yaml says"}})
}

func problem(status int, title string, fields fault.List) api.Problem {
	p := api.Problem{Title: title, Status: status, Detail: fields.Error(), Errors: make([]api.FieldError, len(fields))}
	for i, f := range fields {
		p.Errors[i] = api.FieldError{Field: f.Field, Message: f.Message}
	}
	return p
}

// mayBeLong reports whether a body may be as long as an export: a log, a take.
func mayBeLong(target any) bool {
	switch target.(type) {
	case *ladder.Request, *api.TakeRequest, *api.ReadPhraseJSONRequestBody:
		return true
	}
	return false
}

// jsonBinder reads a body of JSON. Every fault in it names its field.
type jsonBinder struct{}

// Bind reads the body into target.
func (jsonBinder) Bind(c *echo.Context, target any) error {
	if kind, _, _ := mime.ParseMediaType(c.Request().Header.Get("Content-Type")); kind != "application/json" {
		return echo.ErrUnsupportedMediaType
	}
	data, err := io.ReadAll(c.Request().Body)
	if err != nil {
		return err
	}
	if b, ok := target.(*brief.Brief); ok {
		if within, export := brief.Exported(data); export {
			data = within
		}
		if len(data) <= MaxBodyBytes {
			*b, err = brief.ParseAs(data, "body")
			return err
		}
	}
	if len(data) > MaxBodyBytes && !mayBeLong(target) {
		return echo.ErrStatusRequestEntityTooLarge
	}
	return fault.Decode(data, "body", target)
}
