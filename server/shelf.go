package server

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"strings"
	"unicode/utf8"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/outline"
	"evenladder/server/api"
	"evenladder/store"
)

// Limits of what is kept, in characters, and of a page of it, in rows.
const (
	maxTitle  = 160
	maxNotes  = 10_000
	maxQuery  = 200
	usualPage = 100
)

// shelf is the shelf of a kind that was asked for.
type shelf struct {
	store.Shelf
	kind store.Kind
}

func (h handlers) shelf(kind string) (shelf, error) {
	k, ok := table.Find(store.Kinds, kind)
	if !ok {
		return shelf{}, fault.At("kind", "%v", fault.Word(kind, table.IDs(store.Kinds)))
	}
	return shelf{h.store.Shelf(k.ID), k}, nil
}

func (h handlers) ListKept(ctx context.Context, r api.ListKeptRequestObject) (api.ListKeptResponseObject, error) {
	words := valueOr(r.Params.Q, "")
	if utf8.RuneCountInString(words) > maxQuery {
		return nil, fault.At("q", "more than %d characters were given: give fewer", maxQuery)
	}
	page, err := h.page(ctx, r.Kind, r.Params.Limit, store.Query{Words: words, After: valueOr(r.Params.After, "")})
	if valueOr(r.Params.Outline, false) {
		for i, k := range page.Kept {
			page.Kept[i].Outline = outlineOf(k)
		}
	}
	return api.ListKept200JSONResponse{ManyKeptJSONResponse: page}, err
}

// page reads a page of a shelf as the wire has it.
func (h handlers) page(ctx context.Context, kind string, limit *int, q store.Query) (api.ManyKeptJSONResponse,
	error) {
	s, err := h.shelf(kind)
	if err != nil {
		return api.ManyKeptJSONResponse{}, err
	}
	if q.Limit, err = rowsOf(limit); err != nil {
		return api.ManyKeptJSONResponse{}, err
	}
	page, err := s.List(ctx, q)
	out := api.ManyKeptJSONResponse{Kept: make([]api.Kept, len(page.Kept))}
	for i, k := range page.Kept {
		if out.Kept[i], err = s.onWire(k, err); err != nil {
			return out, err
		}
	}
	if page.Next != "" {
		out.Next = &page.Next
	}
	return out, err
}

func (h handlers) GetKept(ctx context.Context, r api.GetKeptRequestObject) (api.GetKeptResponseObject, error) {
	s, err := h.shelf(r.Kind)
	if err != nil {
		return nil, err
	}
	made, err := s.one(s.Get(ctx, r.Id))
	return api.GetKept200JSONResponse{OneKeptJSONResponse: made}, err
}

func (h handlers) CreateKept(ctx context.Context, r api.CreateKeptRequestObject) (api.CreateKeptResponseObject, error) {
	s, d, err := h.draft(r.Kind, *r.Body)
	if err != nil {
		return nil, err
	}
	made, err := s.one(s.Create(ctx, d))
	return api.CreateKept201JSONResponse{OneKeptJSONResponse: made}, err
}

func (h handlers) UpdateKept(ctx context.Context, r api.UpdateKeptRequestObject) (api.UpdateKeptResponseObject, error) {
	s, d, err := h.draft(r.Kind, *r.Body)
	if err != nil {
		return nil, err
	}
	if r.Body.Version == nil {
		return nil, fault.At("version", "no version was given: give the version you read")
	}
	k, err := s.Update(ctx, r.Id, *r.Body.Version, d)
	var stale *store.Stale
	if errors.As(err, &stale) {
		current, err := s.onWire(k, nil)
		p := conflictProblem(stale)
		return api.UpdateKept409ApplicationProblemPlusJSONResponse{Title: p.Title, Status: p.Status, Detail: p.Detail,
			Errors: p.Errors, Current: current}, err
	}
	made, err := s.one(k, err)
	return api.UpdateKept200JSONResponse{OneKeptJSONResponse: made}, err
}

func (h handlers) SetAsideKept(ctx context.Context, r api.SetAsideKeptRequestObject) (api.SetAsideKeptResponseObject,
	error) {
	s, err := h.shelf(r.Kind)
	if err != nil {
		return nil, err
	}
	return api.SetAsideKept204Response{}, s.SetAside(ctx, r.Id)
}

func (h handlers) RestoreKept(ctx context.Context, r api.RestoreKeptRequestObject) (api.RestoreKeptResponseObject,
	error) {
	s, err := h.shelf(r.Kind)
	if err != nil {
		return nil, err
	}
	made, err := s.one(s.Restore(ctx, r.Id))
	return api.RestoreKept200JSONResponse{OneKeptJSONResponse: made}, err
}

func (h handlers) DuplicateKept(ctx context.Context,
	r api.DuplicateKeptRequestObject) (api.DuplicateKeptResponseObject, error) {
	s, err := h.shelf(r.Kind)
	if err != nil {
		return nil, err
	}
	k, err := s.Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	t, err := s.kind.Thing(k.Draft)
	if err != nil {
		return nil, err
	}
	d, err := s.kind.Draft(clipped(k.Title, maxTitle-len(copied))+copied, k.Notes, t)
	if err != nil {
		return nil, err
	}
	made, err := s.one(s.Create(ctx, d))
	return api.DuplicateKept201JSONResponse{OneKeptJSONResponse: made}, err
}

const copied = " (copy)"

// draft checks what is to be kept.
func (h handlers) draft(kind string, in api.KeptInput) (shelf, store.Draft, error) {
	s, err := h.shelf(kind)
	if err != nil {
		return s, store.Draft{}, err
	}
	title, notes := strings.TrimSpace(in.Title), valueOr(in.Notes, "")
	var faults fault.List
	checkText(&faults, "title", title, 1, maxTitle)
	checkText(&faults, "notes", notes, 0, maxNotes)
	d, err := s.kind.Draft(title, notes, store.Thing{Brief: in.Brief, Instrument: in.Instrument, Formula: in.Formula,
		Ladder: in.Ladder, Phrase: in.Phrase})
	faults.Under("", err)
	if len(faults) > 0 {
		return s, d, faults
	}
	return s, d, err
}

// one is a thing as the wire has it.
func (s shelf) one(k store.Kept, err error) (api.OneKeptJSONResponse, error) {
	made, err := s.onWire(k, err)
	return api.OneKeptJSONResponse(made), err
}

func (s shelf) onWire(k store.Kept, err error) (api.Kept, error) {
	if err != nil {
		return api.Kept{}, err
	}
	t, err := s.kind.Thing(k.Draft)
	return api.Kept{
		Id: k.ID, Kind: s.kind.ID, Title: k.Title, Notes: k.Notes, Sentence: k.Sentence, Version: k.Version,
		CreatedAt: k.CreatedAt, UpdatedAt: k.UpdatedAt,
		Brief: t.Brief, Instrument: t.Instrument, Formula: t.Formula, Ladder: t.Ladder, Phrase: t.Phrase,
	}, err
}

// outlineOf is what a list draws of a thing; nil for what has no picture.
func outlineOf(k api.Kept) *outline.Outline {
	var o outline.Outline
	switch {
	case k.Ladder != nil:
		o = outline.OfLadder(*k.Ladder)
	case k.Phrase != nil:
		o = outline.OfPhrase(k.Phrase.Brief)
	case k.Brief == nil:
		return nil
	case k.Brief.Round.IsZero():
		o = outline.OfBrief(*k.Brief)
	default:
		o = outline.OfRound(*k.Brief)
	}
	return &o
}

func checkText(faults *fault.List, field, text string, low, high int) {
	if n := utf8.RuneCountInString(text); n < low || n > high {
		faults.Addf(field, "%d characters were given: give %d to %d", n, low, high)
	}
}

func conflictProblem(s *store.Stale) api.Problem {
	return problem(http.StatusConflict, "Someone else changed this", fault.List{{
		Field: "version", Message: fmt.Sprintf("you had version %d, but version %d is saved now: read it again and use that version", s.Given, s.Stored),
	}})
}

func valueOr[T any](p *T, fallback T) T {
	if p == nil {
		return fallback
	}
	return *p
}

func clipped(s string, n int) string {
	if r := []rune(s); len(r) > n {
		return string(r[:n])
	}
	return s
}
