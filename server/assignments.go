package server

import (
	"context"
	"errors"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/suggest"
	"evenladder/server/api"
	"evenladder/store"
)

func (h handlers) ListAssignments(ctx context.Context,
	r api.ListAssignmentsRequestObject) (api.ListAssignmentsResponseObject, error) {
	rows, err := rowsOf(r.Params.Limit)
	if err != nil {
		return nil, err
	}
	list, next, err := h.store.Assignments().List(ctx, store.AssignmentQuery{Pupil: r.Id,
		After: valueOr(r.Params.After, ""), Limit: rows})
	return api.ListAssignments200JSONResponse{Assignments: list, Next: filled(next)}, err
}

func (h handlers) CreateAssignment(ctx context.Context,
	r api.CreateAssignmentRequestObject) (api.CreateAssignmentResponseObject, error) {
	given, err := h.usual(ctx, r.Id, r.Body.Assignment)
	if err != nil {
		return nil, err
	}
	a, err := checked("assignment.", given, (*assignment.Assignment).Check)
	if err != nil {
		return nil, err
	}
	made, err := h.store.Assignments().Create(ctx, r.Id, a, valueOr(r.Body.Replaces, ""))
	return api.CreateAssignment201JSONResponse(made), err
}

// usualDays is how long something is set for where there is no lesson day.
const usualDays = 7

// usual fills what goes without saying: from today until the next lesson, as many minutes a
// day as the pupil practises.
func (h handlers) usual(ctx context.Context, id string, a assignment.Assignment) (assignment.Assignment, error) {
	p, err := h.store.Pupils().Get(ctx, id)
	if err != nil {
		return a, err
	}
	if a.From.IsZero() {
		a.From = calendar.DayOf(h.store.Now())
	}
	if a.Until.IsZero() {
		if a.Until = a.From.Next(p.Pupil.Day); a.Until.IsZero() {
			a.Until = a.From.Add(usualDays)
		}
	}
	if a.Minutes == 0 {
		a.Minutes = p.Pupil.Minutes
	}
	return a, nil
}

func (h handlers) UpdateAssignment(ctx context.Context,
	r api.UpdateAssignmentRequestObject) (api.UpdateAssignmentResponseObject, error) {
	a, err := checked("assignment.", r.Body.Assignment, (*assignment.Assignment).Check)
	if err != nil {
		return nil, err
	}
	version, err := versionOf(r.Body.Version)
	if err != nil {
		return nil, err
	}
	made, err := h.store.Assignments().Update(ctx, r.Id, version, a, valueOr(r.Body.Closed, false))
	return api.UpdateAssignment200JSONResponse(made), err
}

func (h handlers) SetAsideAssignment(ctx context.Context,
	r api.SetAsideAssignmentRequestObject) (api.SetAsideAssignmentResponseObject, error) {
	return api.SetAsideAssignment204Response{}, h.store.Assignments().SetAside(ctx, r.Id)
}

func (h handlers) RestoreAssignment(ctx context.Context,
	r api.RestoreAssignmentRequestObject) (api.RestoreAssignmentResponseObject, error) {
	made, err := h.store.Assignments().Restore(ctx, r.Id)
	return api.RestoreAssignment200JSONResponse(made), err
}

// standing is how it stands with an assignment.
type standing struct {
	api.SetWork
	ladder *ladder.Ladder // nil for sheets
}

// standingOf reads the log of an assignment as of a day; build is ladder.Build or Stand.
func (h handlers) standingOf(ctx context.Context, a store.Assignment, today calendar.Day,
	build func(ladder.Request) (ladder.Ladder, error)) (s standing, err error) {
	s.Assignment = a
	if a.Assignment.Ladder == nil {
		if s.Assignment.Assignment, err = h.handed(ctx, a); err != nil {
			return s, err
		}
		a = s.Assignment
		s.Progress = a.Assignment.Progress(nil, nil, today)
		return s, nil
	}
	asked := *a.Assignment.Ladder
	tries, err := h.store.Log().Tries(ctx, asked.Brief, "", a.PupilID)
	if err != nil {
		return s, err
	}
	now := h.store.Now()
	asked.Log, asked.Now = tries, &now
	l, err := build(asked)
	var faults fault.List
	if errors.As(err, &faults) { // what was set under an earlier release may not be met any more
		s.Progress = a.Assignment.Progress(nil, tries, today)
		s.Why = "This can't be laid out any more: " + faults[0].Message + "."
		return s, nil
	}
	if err != nil {
		return s, err
	}
	s.ladder, s.Progress = &l, a.Assignment.Progress(&l, tries, today)
	s.Next, s.Why = l.Rungs[l.Next].Name, l.Why
	return s, nil
}

// handed is an assignment with the sheets that were handed in for it.
func (h handlers) handed(ctx context.Context, a store.Assignment) (assignment.Assignment, error) {
	set := a.Assignment
	if set.Sheets == nil || set.Sheets.Worksheet == nil {
		return set, nil
	}
	n, err := h.store.Sittings().Handed(ctx, a.ID)
	sheets := *set.Sheets
	sheets.Done = min(max(sheets.Done, n), sheets.Count)
	set.Sheets = &sheets
	return set, err
}

// set is what is set to a pupil, how it stands.
func (h handlers) set(ctx context.Context, open []store.Assignment, today calendar.Day) (out []standing, err error) {
	out = []standing{}
	for _, a := range open {
		s, err := h.standingOf(ctx, a, today, ladder.Build)
		if err != nil {
			return nil, err
		}
		out = append(out, s)
	}
	return out, nil
}

// proposals are what may be set next, at most so many, all where 0.
func (h handlers) proposals(ctx context.Context, id string, p pupil.Pupil, set []standing, today calendar.Day,
	limit int) ([]suggest.Proposal, error) {
	c := suggest.Case{Pupil: p, Today: today}
	for _, s := range set { // the latest that climbs a ladder
		if s.ladder != nil {
			c.Set, c.Ladder = &s.Assignment.Assignment, s.ladder
			break
		}
	}
	if limit == 1 && c.Ladder != nil && !c.Ladder.Reached { // it goes on, whatever else was played
		return suggest.Propose(c, limit), nil
	}
	var err error
	c.Log, err = h.store.Log().Played(ctx, id, h.store.Now().AddDate(-1, 0, 0), time.Time{})
	return suggest.Propose(c, limit), err
}

// onWire are standings as the wire has them.
func onWire(set []standing) []api.SetWork {
	out := make([]api.SetWork, len(set))
	for i, s := range set {
		out[i] = s.SetWork
	}
	return out
}

func (h handlers) GetPupilWork(ctx context.Context, r api.GetPupilWorkRequestObject) (api.GetPupilWorkResponseObject,
	error) {
	p, err := h.store.Pupils().Get(ctx, r.Id)
	if err != nil {
		return nil, err
	}
	today := calendar.DayOf(h.store.Now())
	open, _, err := h.store.Assignments().List(ctx, store.AssignmentQuery{Pupil: r.Id, Open: true, Limit: maxOpen})
	if err != nil {
		return nil, err
	}
	set, err := h.set(ctx, open, today)
	if err != nil {
		return nil, err
	}
	next, err := h.proposals(ctx, r.Id, p.Pupil, set, today, 0)
	if err != nil {
		return nil, err
	}
	_, err = h.store.Weeks().Get(ctx, r.Id)
	if err != nil && !errors.Is(err, store.ErrNotFound) {
		return nil, err
	}
	last, errLast := h.store.Log().Last(ctx, r.Id)
	return api.GetPupilWork200JSONResponse{Set: onWire(set), Proposals: next, HasWeeks: err == nil,
		Attention: assignment.Attention(progressOf(set), last, today)}, errLast
}

// maxOpen is how many of the assignments of a pupil that are open are shown.
const maxOpen = 20
