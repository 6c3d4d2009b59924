package server

import (
	"cmp"
	"context"
	"fmt"
	"runtime"
	"slices"
	"time"

	"golang.org/x/sync/errgroup"

	"evenladder/core/base/english"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/server/api"
	"evenladder/store"
)

// GetToday is the lessons of a day and the week at a glance. What may be set next is worked
// out for the pupils of the day alone.
func (h handlers) GetToday(ctx context.Context, r api.GetTodayRequestObject) (api.GetTodayResponseObject, error) {
	on, err := h.today(r.Params.On)
	if err != nil {
		return nil, err
	}
	pupils, _, err := h.store.Pupils().List(ctx, store.PupilQuery{Limit: store.MaxListed})
	if err != nil {
		return nil, err
	}
	last, err := h.store.Pupils().LastPlayed(ctx)
	if err != nil {
		return nil, err
	}
	open, _, err := h.store.Assignments().List(ctx, store.AssignmentQuery{Open: true, Limit: store.MaxListed})
	if err != nil {
		return nil, err
	}
	weeks, err := h.store.Weeks().Pupils(ctx)
	if err != nil {
		return nil, err
	}
	by := map[string][]store.Assignment{}
	for _, a := range open {
		by[a.PupilID] = append(by[a.PupilID], a)
	}
	slices.SortStableFunc(pupils, func(a, b store.Pupil) int {
		return cmp.Compare(clock(a.Pupil.At),
			clock(b.Pupil.At))
	})
	out := api.Today{On: on, Pupils: len(pupils), Lessons: []api.TodayRow{}, Others: []api.TodayRow{}, Week: weekOf(on)}
	rows := make([]api.TodayRow, len(pupils))
	work := errgroup.Group{} // pupils know nothing of each other
	work.SetLimit(runtime.GOMAXPROCS(0))
	for i, p := range pupils {
		work.Go(func() (err error) {
			rows[i], err = h.row(ctx, p, by[p.ID], last[p.ID], on)
			rows[i].HasWeeks = weeks[p.ID]
			return err
		})
	}
	if err := work.Wait(); err != nil {
		return nil, err
	}
	for i, p := range pupils {
		noteLesson(out.Week, p, len(rows[i].Attention) > 0)
		switch {
		case p.Pupil.Day == on.Weekday():
			out.Lessons = append(out.Lessons, rows[i])
		case len(rows[i].Attention) > 0:
			out.Others = append(out.Others, rows[i])
		}
	}
	out.Words = lessonWords(len(out.Lessons))
	return api.GetToday200JSONResponse(out), nil
}

// row is how it stands with a pupil; with what may be set next where the lesson is on the day.
func (h handlers) row(ctx context.Context, p store.Pupil, open []store.Assignment, last time.Time,
	on calendar.Day) (row api.TodayRow, err error) {
	row.Pupil = p
	lesson := p.Pupil.Day == on.Weekday()
	look := h.atAGlance
	if lesson {
		look = h.set
	}
	set, err := look(ctx, open, on)
	if err != nil {
		return row, err
	}
	lastDay := calendar.Day{}
	if !last.IsZero() {
		lastDay = calendar.DayOf(last)
	}
	row.Set, row.Attention = onWire(set), assignment.Attention(progressOf(set), lastDay, on)
	if !lesson {
		return row, nil
	}
	next, err := h.proposals(ctx, p.ID, p.Pupil, set, on, 1)
	if len(next) > 0 {
		row.Next = &next[0]
	}
	return row, err
}

// atAGlance is how it stands with assignments; only where the days are over is the log
// looked up for whether the goal was reached.
func (h handlers) atAGlance(ctx context.Context, open []store.Assignment, on calendar.Day) ([]standing, error) {
	out := make([]standing, len(open))
	for i, a := range open {
		out[i].Assignment = a
		out[i].Progress = a.Assignment.Progress(nil, nil, on)
		if out[i].Progress.Overdue {
			var err error
			if out[i], err = h.standingOf(ctx, a, on, ladder.Stand); err != nil {
				return nil, err
			}
		}
	}
	return out, nil
}

func progressOf(set []standing) []assignment.Progress {
	out := make([]assignment.Progress, len(set))
	for i, s := range set {
		out[i] = s.Progress
	}
	return out
}

// clock is a time of day in minutes; those without one come last.
func clock(at string) int {
	var hour, minute int
	if n, _ := fmt.Sscanf(at, "%d:%d", &hour, &minute); n != 2 {
		return 24 * 60
	}
	return hour*60 + minute
}

func lessonWords(lessons int) string {
	if lessons == 0 {
		return "no lessons"
	}
	return english.Count(lessons, "lesson", "lessons")
}

// weekOf are the seven days of the week of a day, from Monday.
func weekOf(on calendar.Day) []api.WeekDay {
	monday := on
	for monday.Weekday() != pupil.Days[0].ID {
		monday = monday.Add(-1)
	}
	out := make([]api.WeekDay, len(pupil.Days))
	for i := range out {
		out[i] = api.WeekDay{Date: monday.Add(i), Name: pupil.Days[i].Name}
		out[i].Lessons = []api.WeekLesson{}
	}
	return out
}

func noteLesson(week []api.WeekDay, p store.Pupil, attention bool) {
	for i := range week {
		if pupil.Days[i].ID == p.Pupil.Day {
			week[i].Lessons = append(week[i].Lessons, api.WeekLesson{At: p.Pupil.At, Attention: attention, Id: p.ID,
				Name: p.Pupil.Name})
		}
	}
}
