package demo

import (
	"context"
	"fmt"
	"time"

	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/schedule"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

// taught is a pupil of the room with a history.
type taught struct {
	Pupil struct {
		pupil.Pupil
		Day int `json:"day"` // of the lesson: so many days after the day on which the room is made
	} `json:"pupil"`
	Days   string  `json:"days"`  // of practice: an x each, the last one today or End days ago
	End    int     `json:"end"`   // days ago
	Tries  int     `json:"tries"` // on a day of practice
	Works  []set   `json:"works"`
	Sheets *sheets `json:"sheets"`
	Calls  []sat   `json:"calls"`
	Weeks  bool    `json:"weeks"` // of practice are planned from what is set, through the keys
}

// set is something that was set from so many days ago until so many days ago, negative for
// days to come, with the results of its tries in turn.
type set struct {
	Brief   brief.Brief `json:"brief"`
	Goal    [2]int      `json:"goal"` // notes to the beat, beats a minute
	Results string      `json:"results"`
	From    int         `json:"from"`
	Until   int         `json:"until"`
	Words   string      `json:"words"`
}

type sheets struct {
	What  string `json:"what"`
	Count int    `json:"count"`
	Done  int    `json:"done"`
	From  int    `json:"from"`
	Until int    `json:"until"`

	Worksheet *worksheet.Request `json:"worksheet"`
	Handed    []string           `json:"handed"` // sheets that were handed in, a mark an item: + right, - not
}

// beforeNow is when a day's first try was, so that all of the day is past.
const beforeNow = 2 * time.Hour

// fillPupils makes the pupils of the room, what was set to them and what they played.
func fillPupils(ctx context.Context, st *store.Store, all []taught) error {
	now := st.Now()
	today := calendar.DayOf(now)
	for _, t := range all {
		who := t.Pupil.Pupil
		who.Day = today.Add(t.Pupil.Day).Weekday()
		if err := who.Check(); err != nil {
			return fmt.Errorf("%s: %w", who.Name, err)
		}
		p, err := st.Pupils().Create(ctx, who)
		if err != nil {
			return err
		}
		if s := t.Sheets; s != nil {
			if err := s.give(ctx, st, p); err != nil {
				return fmt.Errorf("%s: %w", who.Name, err)
			}
		}
		for _, c := range t.Calls {
			if err := c.answer(ctx, st, p); err != nil {
				return fmt.Errorf("%s: %w", who.Name, err)
			}
		}
		for _, w := range t.Works {
			if err := t.play(ctx, st, p, w, now); err != nil {
				return fmt.Errorf("%s: %w", who.Name, err)
			}
		}
		if t.Weeks {
			latest := t.Works[len(t.Works)-1]
			r := schedule.Request{
				Brief: p.Pupil.Fit(latest.Brief), Start: today.Add(-10), Minutes: who.Minutes, Keys: "fourths",
				Lower: true,
				Goal:  &ladder.Step{PerBeat: latest.Goal[0], TempoBPM: latest.Goal[1]}, Days: []string{"mon", "tue",
					"wed", "thu", "fri", "sat", "sun"},
			}
			if _, err := st.Weeks().Keep(ctx, p.ID, 0, r); err != nil {
				return fmt.Errorf("%s: %w", who.Name, err)
			}
		}
	}
	return nil
}

// assign sets something to a pupil, and closes it where it is over.
func assign(ctx context.Context, st *store.Store, p store.Pupil, a assignment.Assignment, over bool) (id string,
	err error) {
	a.Minutes = p.Pupil.Minutes
	if err := a.Check(); err != nil {
		return "", err
	}
	made, err := st.Assignments().Create(ctx, p.ID, a, "")
	if err == nil && over {
		_, err = st.Assignments().Update(ctx, made.ID, made.Version, a, true)
	}
	return made.ID, err
}

// play sets a work and writes its tries down, each on the rung that the ladder asked for.
func (t taught) play(ctx context.Context, st *store.Store, p store.Pupil, w set, now time.Time) error {
	b := p.Pupil.Fit(w.Brief)
	today := calendar.DayOf(now)
	asked := ladder.Request{Brief: b, Goal: &ladder.Step{PerBeat: w.Goal[0], TempoBPM: w.Goal[1]}}
	over := w.Until > 0
	if _, err := assign(ctx, st, p, assignment.Assignment{Ladder: &asked, From: today.Add(-w.From),
		Until: today.Add(-w.Until), Words: w.Words}, over); err != nil {
		return err
	}
	next := 0
	for i, mark := range t.Days {
		daysAgo := t.End + len(t.Days) - 1 - i
		if mark != 'x' || daysAgo > w.From || daysAgo < max(w.Until, 0) {
			continue
		}
		for k := range t.Tries {
			if next >= len(w.Results) {
				return nil
			}
			at := now.AddDate(0, 0, -daysAgo).Add(time.Duration(3*k)*time.Minute - beforeNow)
			asked.Now = &at
			l, err := ladder.Build(asked)
			if err != nil {
				return err
			}
			rung := l.Rungs[l.Next]
			try := ladder.Try{At: at, Step: rung.Step, Part: rung.Part.ID, Result: demoResults[w.Results[next]]}
			next++
			entry, err := store.NewEntry(b, try, 80, "")
			if err != nil {
				return err
			}
			entry.Pupil = p.ID
			if _, err := st.Log().Append(ctx, entry); err != nil {
				return err
			}
			asked.Log = append(asked.Log, try)
		}
	}
	return nil
}
