// Package home makes the page that a pupil takes home, and reads what comes back.
//
// A Page is all that the page needs, worked out beforehand: plans, the time of their runs
// in each subdivision, ladders with what follows each result. It is written into a shell, one
// HTML file without anything from elsewhere (shell.go). The page keeps a log of its own,
// which comes back as Results in one line of text, in a file or as a QR code (results.go).
package home

import (
	"fmt"
	"reflect"
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/schedule"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

// Page is what stands on a page for home.
type Page struct {
	ID    string `json:"id"`    // that its results come back under
	Title string `json:"title"` // over the page
	Until string `json:"until"` // in words
	Days  []Day  `json:"days"`  // of weeks of practice; none where it is about assignments
	Works []Work `json:"works"`
}

// Day is a day of weeks of practice.
type Day struct {
	Date    string    `json:"date"` // such as 2026-10-05
	Words   string    `json:"words"`
	Minutes int       `json:"minutes"`
	Items   []DayItem `json:"items"`
}

// DayItem is one thing to practise on a day.
type DayItem struct {
	Minutes int    `json:"minutes"`
	What    string `json:"what"`
	Work    int    `json:"work"` // index; -1 where it is not among them
}

// DaysOf are days of weeks of practice, each item with its place among works.
func DaysOf(dates []schedule.Date, works []brief.Brief) []Day {
	out := make([]Day, len(dates))
	for i, d := range dates {
		out[i] = Day{Date: d.Date.String(), Words: d.Date.Words(), Minutes: d.Minutes, Items: []DayItem{}}
		for _, item := range d.Items {
			out[i].Items = append(out[i].Items, DayItem{item.Minutes, item.What, PlaceOf(item.Brief, works)})
		}
	}
	return out
}

// PlaceOf is where a work stands among others, -1 where it does not.
func PlaceOf(b brief.Brief, works []brief.Brief) int {
	work := ladder.Work(b)
	return slices.IndexFunc(works, func(other brief.Brief) bool { return reflect.DeepEqual(ladder.Work(other), work) })
}

// Work is one thing to practise.
type Work struct {
	Assignment string     `json:"assignment"` // id, which the page keeps its log under
	Title      string     `json:"title"`
	Sentence   string     `json:"sentence"`
	Words      string     `json:"words"` // the teacher's
	Minutes    int        `json:"minutes"`
	Due        string     `json:"due"`
	Care       string     `json:"care"`
	Climb      *Climb     `json:"climb,omitempty"`
	Sheets     *SheetWork `json:"sheets,omitempty"`
}

// SheetWork is pages to be filled in.
type SheetWork struct {
	What  string `json:"what"`
	Count int    `json:"count"`
	Done  int    `json:"done"`
}

// Climb is a run and the ladder that it is practised by.
type Climb struct {
	Stops     []Stop                                         `json:"stops"` // the keys; one but for a round
	Run       plan.Run                                       `json:"run"`   // in the subdivision of the first rung
	Times     map[int]Time                                   `json:"times"` // by notes to the beat
	Rungs     []ladder.Rung                                  `json:"rungs"`
	Follows   []map[ladder.Before]map[resultID]ladder.Follow `json:"follows"`
	At        int                                            `json:"at"` // index of the rung to begin with
	Before    ladder.Before                                  `json:"before"`
	Why       string                                         `json:"why"`
	BreakDays int                                            `json:"breakDays"` // without a try, after which it begins a rung lower
}

// Stop is a key of a round, or the plan itself.
type Stop struct {
	First int       `json:"first"` // index of its first event
	Plan  plan.Plan `json:"plan"`  // without what a page does not show
}

// Time is when the notes of a run sound in one subdivision.
type Time struct {
	At        []float64 `json:"at"` // beats from the start of the first bar
	Beat      []float64 `json:"beat"`
	Beats     []float64 `json:"beats"`
	Sounds    []float64 `json:"sounds"`
	Bar       []int     `json:"bar"`
	Count     []string  `json:"count"`
	Accent    []bool    `json:"accent"`
	Bars      int       `json:"bars"`
	RestBeats float64   `json:"restBeats"`
}

// MaxWorks bounds a page.
const MaxWorks = 12

// WorkOf makes the page's side of an assignment, with its ladder as it stands by a log. The
// name that a brief is for stays out unless it is to be there.
func WorkOf(id string, a assignment.Assignment, l *ladder.Ladder, named bool) (Work, error) {
	w := Work{Assignment: id, Words: a.Words, Minutes: a.Minutes, Due: a.Until.Words()}
	if a.Sheets != nil {
		w.Title, w.Sentence, w.Sheets = a.Sheets.What, a.Sheets.What, &SheetWork{a.Sheets.What, a.Sheets.Count,
			a.Sheets.Done}
		return w, nil
	}
	if l == nil {
		return w, fault.At("assignments", "%s has no ladder", id)
	}
	b := a.Ladder.Brief
	if !named {
		b.For = ""
	}
	c := Climb{Times: map[int]Time{}, Rungs: l.Rungs, At: l.Next, Before: l.Latest(), Why: l.Why,
		BreakDays: ladder.LongBreakDays}
	for _, follow := range l.Follows() {
		byID := map[ladder.Before]map[resultID]ladder.Follow{}
		for before, results := range follow {
			byID[before] = map[resultID]ladder.Follow{}
			for r, f := range results {
				byID[before][resultID(r)] = f
			}
		}
		c.Follows = append(c.Follows, byID)
	}
	for i, rung := range l.Rungs {
		if _, ok := c.Times[rung.PerBeat]; ok {
			continue
		}
		perBeat, tempo := rung.PerBeat, rung.TempoBPM
		b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &perBeat, &tempo
		run, stops, _, err := runOf(b)
		if err != nil {
			return w, err
		}
		c.Times[perBeat] = timeOf(run)
		if i == 0 {
			c.Stops, c.Run = stops, run
		}
	}
	goal, _ := a.Goal()
	goal.For = b.For
	_, _, sentence, err := runOf(goal)
	if err != nil {
		return w, err
	}
	w.Title, w.Sentence = b.Title(), sentence
	w.Care = careOf(c.Stops)
	w.Climb = &c
	return w, nil
}

type resultID string

// runOf is the run of a brief or a round with its keys, and its sentence.
func runOf(b brief.Brief) (plan.Run, []Stop, string, error) {
	if b.Round.IsZero() {
		p, err := plan.Build(b)
		if err != nil {
			return plan.Run{}, nil, "", err
		}
		return p.Run, []Stop{{0, shown(p)}}, p.Sentence, nil
	}
	r, err := round.Build(b)
	stops := make([]Stop, len(r.Stops))
	for i, s := range r.Stops {
		stops[i] = Stop{s.First, shown(s.Plan)}
	}
	return r.Run, stops, r.Sentence, err
}

// shown is a plan with what a page draws of it: the chosen box, and no run, which stands
// beside it.
func shown(p plan.Plan) plan.Plan {
	out := plan.Plan{
		Brief:    brief.Brief{Instrument: p.Brief.Instrument, Scale: p.Brief.Scale, Rhythm: p.Brief.Rhythm},
		Sentence: p.Sentence, SentenceParts: []brief.Part{},
		Neck: plan.NeckPlan{Strings: p.Neck.Strings, Frets: p.Neck.Frets, Notes: []piece.Note{},
			Courses: p.Neck.Courses}, Boxes: p.Boxes[p.Box : p.Box+1], Cautions: []plan.Caution{},
	}
	out.Scale = plan.ScalePlan{
		Title: p.Scale.Title, Notes: p.Scale.Notes, Degrees: p.Scale.Degrees, Steps: p.Scale.Steps,
		Signature: p.Scale.Signature, Labels: p.Scale.Labels,
		KeySignature: p.Scale.KeySignature, Related: []plan.Related{}, Triads: []piece.Chord{},
		Sevenths: []piece.Chord{},
	}
	for _, c := range p.Cautions {
		if c.Code == careCode {
			out.Cautions = append(out.Cautions, c)
		}
	}
	return out
}

// careCode is the caution that a hand is to be careful.
const careCode = "care"

// usualCare is what is said where no stretch of the run calls for more.
const usualCare = "Keep sessions short and take breaks. Stop if it hurts. If pain, numbness or tingling lasts, see a doctor or physiotherapist. With headphones, keep the volume low."

func careOf(stops []Stop) string {
	for _, s := range stops {
		for _, c := range s.Plan.Cautions {
			return c.Message
		}
	}
	return usualCare
}

func timeOf(r plan.Run) Time {
	n := len(r.Events)
	t := Time{
		make([]float64, n), make([]float64, n), make([]float64, n), make([]float64, n), make([]int, n),
		make([]string, n), make([]bool, n), r.Bars, r.RestBeats,
	}
	for i, e := range r.Events {
		t.At[i], t.Beat[i], t.Beats[i], t.Sounds[i], t.Bar[i], t.Count[i], t.Accent[i] = e.At, e.Beat, e.Beats,
			e.Sounds, e.Bar, e.Count, e.Accent
	}
	return t
}

// Check says what is wrong with the number of works of a page.
func (p Page) Check() error {
	if n := len(p.Works); n < 1 || n > MaxWorks {
		return fmt.Errorf("%d were given: give 1 to %d", n, MaxWorks)
	}
	return nil
}
