package demo

import (
	"context"
	"encoding/json"
	"fmt"
	"time"

	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

// sat is calls of one kind that were answered on some days.
type sat struct {
	Brief   brief.Brief `json:"brief"`
	Kind    string      `json:"kind"`
	Level   int         `json:"level"`
	Days    string      `json:"days"`    // an x each, the last one End days ago
	End     int         `json:"end"`     // days ago
	Results string      `json:"results"` // of a day, a mark an answer: + right, - not; they go on from day to day
}

// ofADay is how many calls are answered on a day.
const ofADay = 20

// answer writes the sittings down, each with other calls.
func (s sat) answer(ctx context.Context, st *store.Store, p store.Pupil) error {
	b := p.Pupil.Fit(s.Brief)
	k, _ := call.Find(s.Kind)
	next := 0
	for i, mark := range s.Days {
		if mark != 'x' {
			continue
		}
		request := call.Request{Brief: b, Kind: s.Kind, Level: s.Level, Count: ofADay, Seed: i + 1}
		made, err := call.Build(request)
		if err != nil {
			return err
		}
		at := st.Now().AddDate(0, 0, -(s.End + len(s.Days) - 1 - i)).Add(-beforeNow)
		answers := make([]store.Answer, len(made.Calls))
		for n, c := range made.Calls {
			right := s.Results[next%len(s.Results)] == '+'
			next++
			facts := map[string]bool{}
			for _, f := range c.Facts {
				facts[f] = right
			}
			answers[n] = store.Answer{Answer: knowledge.Answer{Show: c.Title(), Right: right,
				MS: 1400 + 350*(n*7%11), Facts: facts}, Level: s.Level}
		}
		title := fmt.Sprintf("%s in %s", k.Name, titleOf(b))
		if err := sit(ctx, st, store.Sitting{Pupil: p.ID, At: at, Sort: store.CallsSitting, Kind: s.Kind,
			Title: title}, request, answers); err != nil {
			return err
		}
	}
	return nil
}

func titleOf(b brief.Brief) string {
	r, err := brief.Read(b)
	if err != nil {
		return b.Scale.Tonic
	}
	return r.Title(r.Scale.Tonic, r.Scale.Name)
}

func sit(ctx context.Context, st *store.Store, s store.Sitting, request any, answers []store.Answer) (err error) {
	if s.Body, err = json.Marshal(request); err != nil {
		return err
	}
	if s, err = st.Sittings().Begin(ctx, s); err != nil {
		return err
	}
	return st.Sittings().Append(ctx, s.ID, answers...)
}

// give sets sheets, and hands in those that are done.
func (s sheets) give(ctx context.Context, st *store.Store, p store.Pupil) error {
	today := calendar.DayOf(st.Now())
	if s.Worksheet != nil {
		fitted := p.Pupil.Fit(brief.Brief{Instrument: p.Pupil.Instrument, Scale: brief.Scale{Tonic: "C",
			Name: "major"}})
		s.Worksheet.Brief = &fitted
	}
	id, err := assign(ctx, st, p, assignment.Assignment{
		Sheets: &assignment.Sheets{What: s.What, Count: s.Count, Done: s.Done, Worksheet: s.Worksheet},
		From:   today.Add(-s.From), Until: today.Add(-s.Until),
	}, false)
	if err != nil || s.Worksheet == nil {
		return err
	}
	made, err := worksheet.Build(*s.Worksheet)
	if err != nil {
		return err
	}
	for i, marks := range s.Handed {
		sheet := made.Sheets[i]
		answers := make([]store.Answer, len(sheet.Items))
		for n, it := range sheet.Items {
			right := marks[n%len(marks)] == '+'
			facts := map[string]bool{}
			for _, f := range it.Facts {
				facts[f] = right
			}
			answers[n] = store.Answer{Answer: knowledge.Answer{Show: it.Show, Right: right, Facts: facts},
				Level: 1}
		}
		at := st.Now().AddDate(0, 0, i/2-s.From+1).Add(time.Duration(i)*time.Minute - beforeNow)
		title := fmt.Sprintf("%s, sheet %d of %d", made.Title, sheet.N, len(made.Sheets))
		if err := sit(ctx, st, store.Sitting{Pupil: p.ID, Assignment: id, At: at, Sort: store.SheetSitting,
			Kind: made.Kind, Sheet: sheet.N, Title: title}, s.Worksheet, answers); err != nil {
			return err
		}
	}
	return nil
}
