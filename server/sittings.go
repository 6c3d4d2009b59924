package server

import (
	"context"
	"encoding/json"
	"fmt"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListSittings(ctx context.Context, r api.ListSittingsRequestObject) (api.ListSittingsResponseObject,
	error) {
	rows, err := rowsOf(r.Params.Limit)
	if err != nil {
		return nil, err
	}
	list, next, err := h.store.Sittings().List(ctx, valueOr(r.Params.Pupil, ""), valueOr(r.Params.After, ""), rows)
	out := api.ListSittings200JSONResponse{Sittings: make([]api.Sitting, len(list)), Next: filled(next)}
	for i, s := range list {
		out.Sittings[i] = sittingOf(s)
	}
	return out, err
}

func sittingOf(s store.Sitting) api.Sitting {
	var sheet *int
	if s.Sheet > 0 {
		sheet = &s.Sheet
	}
	return api.Sitting{Id: s.ID, At: s.At, Pupil: filled(s.Pupil), Assignment: filled(s.Assignment), Sort: s.Sort,
		Kind: s.Kind, Sheet: sheet, Title: s.Title, Right: s.Right, Of: s.Of}
}

// BeginSitting begins a sitting of calls, or hands in a sheet with all of its items.
func (h handlers) BeginSitting(ctx context.Context, r api.BeginSittingRequestObject) (api.BeginSittingResponseObject,
	error) {
	b := r.Body
	s := store.Sitting{Pupil: valueOr(b.Pupil, ""), Assignment: valueOr(b.Assignment, "")}
	var answers []store.Answer
	var err error
	switch {
	case (b.Calls == nil) == (b.Worksheet == nil):
		return nil, fault.At("calls", "give calls or a worksheet, one of the two")
	case b.Calls != nil:
		s, err = callsSitting(s, *b.Calls)
	default:
		s, answers, err = handedIn(s, *b.Worksheet, valueOr(b.Sheet, 0), valueOr(b.Items, nil))
	}
	if err != nil {
		return nil, err
	}
	if s, err = h.store.Sittings().Begin(ctx, s); err != nil {
		return nil, err
	}
	if len(answers) > 0 {
		if err := h.store.Sittings().Append(ctx, s.ID, answers...); err != nil {
			return nil, err
		}
		if s, err = h.store.Sittings().Get(ctx, s.ID); err != nil {
			return nil, err
		}
	}
	return api.BeginSitting201JSONResponse(sittingOf(s)), nil
}

func callsSitting(s store.Sitting, asked call.Request) (store.Sitting, error) {
	asked.Known, asked.Said = nil, nil
	one := asked
	one.Count, one.Ask = 1, nil
	if _, err := call.Build(one); err != nil {
		return s, fault.Under("calls.", err)
	}
	k, _ := call.Find(asked.Kind)
	reading, err := brief.Read(asked.Brief)
	if err != nil {
		return s, err
	}
	s.Sort, s.Kind = store.CallsSitting, k.ID
	s.Title = fmt.Sprintf("%s in %s", k.Name, reading.Title(reading.Scale.Tonic, reading.Scale.Name))
	s.Body, err = json.Marshal(asked)
	return s, err
}

// handedIn is a sheet with which of its items are right.
func handedIn(s store.Sitting, asked worksheet.Request, sheet int, items []bool) (store.Sitting, []store.Answer,
	error) {
	made, err := worksheet.Build(asked)
	if err != nil {
		return s, nil, fault.Under("worksheet.", err)
	}
	var faults fault.List
	if faults.Between("sheet", sheet, 1, len(made.Sheets)); len(faults) > 0 {
		return s, nil, faults
	}
	of := made.Sheets[sheet-1].Items
	if len(items) != len(of) {
		return s, nil, fault.At("items", "%d were given: give all %d of the sheet", len(items), len(of))
	}
	answers := make([]store.Answer, len(of))
	for i, it := range of {
		facts := map[string]bool{}
		for _, f := range it.Facts {
			facts[f] = items[i]
		}
		answers[i] = store.Answer{Answer: knowledge.Answer{Show: it.Show, Right: items[i], Facts: facts},
			Level: 1}
	}
	s.Sort, s.Kind, s.Sheet = store.SheetSitting, made.Kind, sheet
	s.Title = made.Title
	if len(made.Sheets) > 1 {
		s.Title = fmt.Sprintf("%s, sheet %d of %d", made.Title, sheet, len(made.Sheets))
	}
	s.Body, err = json.Marshal(asked)
	return s, answers, err
}

// GetSitting is what came of a sitting, beside what was known before it.
func (h handlers) GetSitting(ctx context.Context, r api.GetSittingRequestObject) (api.GetSittingResponseObject, error) {
	s, err := h.store.Sittings().Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	kept, err := h.store.Sittings().Answers(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	answers := make([]knowledge.Answer, len(kept))
	for i, a := range kept {
		answers[i] = a.Answer
	}
	before, err := h.known(ctx, s.Pupil, s.ID)
	if err != nil {
		return nil, err
	}
	now, err := h.known(ctx, s.Pupil, "")
	if err != nil {
		return nil, err
	}
	overview, err := knowledge.Of(briefOf(s), now)
	return api.GetSitting200JSONResponse{Sitting: sittingOf(s), Summary: knowledge.Summarise(answers, before),
		Answers: answers, Knowledge: overview}, err
}

// briefOf is the brief that a sitting was about, or the usual one where it names none.
func briefOf(s store.Sitting) brief.Brief {
	var asked struct {
		Brief *brief.Brief `json:"brief"`
	}
	if err := json.Unmarshal(s.Body, &asked); err != nil || asked.Brief == nil || asked.Brief.Instrument.ID == "" {
		return brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "C", Name: "major"}}
	}
	if asked.Brief.Scale == (brief.Scale{}) {
		asked.Brief.Scale = brief.Scale{Tonic: "C", Name: "major"}
	}
	return *asked.Brief
}

func (h handlers) SetSittingAside(ctx context.Context,
	r api.SetSittingAsideRequestObject) (api.SetSittingAsideResponseObject, error) {
	return api.SetSittingAside204Response{}, h.store.Sittings().SetAside(ctx, r.Id)
}

func (h handlers) RestoreSitting(ctx context.Context,
	r api.RestoreSittingRequestObject) (api.RestoreSittingResponseObject, error) {
	_, err := h.store.Sittings().Restore(ctx, r.Id)
	return api.RestoreSitting204Response{}, err
}
