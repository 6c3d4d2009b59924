// Package schedule is weeks of practice, day by day: what is new and when, what comes back by its spacing, how many minutes
// each has, and where a wish is unwise, what would be better.
package schedule

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/round"
)

// Request asks for weeks of practice. Only the brief and the first day are needed.
type Request struct {
	Brief   brief.Brief  `json:"brief"` // a round brings its own keys
	Start   calendar.Day `json:"start"`
	Weeks   int          `json:"weeks,omitempty"`   // 1 to MaxWeeks
	Days    []string     `json:"days,omitempty"`    // ids of pupil.Days; Monday to Friday where none is given
	Minutes int          `json:"minutes,omitempty"` // a day
	Keys    string       `json:"keys,omitempty"`    // id of an order of keys; the brief's own key alone where empty
	Lower   bool         `json:"lower,omitempty"`   // the shape begins higher on the neck and comes down a fret at a time
	Boxes   bool         `json:"boxes,omitempty"`   // the positions one by one
	Octaves bool         `json:"octaves,omitempty"` // one octave to three
	From    *ladder.Step `json:"from,omitempty"`    // the slowest rung
	Goal    *ladder.Step `json:"goal,omitempty"`    // the fastest, on the last day

	Holidays []calendar.Day `json:"holidays,omitempty"` // left out
	Missed   []calendar.Day `json:"missed,omitempty"`   // what was to come on them comes on the next day
	Own      []OwnDay       `json:"own,omitempty"`      // days that were changed by hand
}

// OwnDay is a day as it was changed by hand.
type OwnDay struct {
	Date  calendar.Day `json:"date"`
	Items []Item       `json:"items"`
}

// Bounds of weeks of practice.
const (
	MaxWeeks               = 26
	usualWeeks             = 4
	minMinutes             = 5
	maxItems, maxItemWords = 24, 200
)

// usualDays are those that are practised on where nobody says.
var usualDays = []string{"mon", "tue", "wed", "thu", "fri"}

// Weeks is the answer.
type Weeks struct {
	Sentence string   `json:"sentence"`
	Aim      string   `json:"aim"` // the work and the way through it, as in the sentence
	Weeks    []Week   `json:"weeks"`
	Remarks  []string `json:"remarks"` // what gave way
}

// Week is one week, from the weekday of the start.
type Week struct {
	Week int    `json:"week"` // from 1
	Days []Date `json:"days"`
}

// Date is a day with what is practised on it.
type Date struct {
	Date    calendar.Day `json:"date"`
	Minutes int          `json:"minutes"`
	Missed  bool         `json:"missed,omitempty"`
	Own     bool         `json:"own,omitempty"` // changed by hand
	Items   []Item       `json:"items"`
}

// Kind is what an item of a day is for.
type Kind string

// The kinds of items, in the order of a day.
const (
	WarmUp Kind = "warm-up"
	New    Kind = "new"
	Old    Kind = "old"
	Play   Kind = "play"
)

// KindOf is a kind with its share of a day.
type KindOf struct {
	table.Row
	Share float64
}

// Kinds are all kinds with their shares of a day, as far as there is something of each.
// Common practice: warm up, then the new while the head is fresh, then the old, and end
// by playing.
var Kinds = []KindOf{
	{table.Row{ID: string(WarmUp), Name: "warm up"}, 0.15},
	{table.Row{ID: string(New), Name: "new"}, 0.4},
	{table.Row{ID: string(Old), Name: "again"}, 0.3},
	{table.Row{ID: string(Play), Name: "play"}, 0.15},
}

// Item is one thing to practise on a day.
type Item struct {
	Kind    Kind        `json:"kind"`
	Minutes int         `json:"minutes"`
	What    string      `json:"what"`
	Brief   brief.Brief `json:"brief"`
	Rung    ladder.Step `json:"rung"`
}

// Build works weeks of practice out from what was played so far, which may be nothing.
// What cannot be met is a fault.List.
func Build(r Request, log []knowledge.Played) (Weeks, error) {
	if err := r.check(); err != nil {
		return Weeks{}, err
	}
	c, err := r.course(log)
	if err != nil {
		return Weeks{}, err
	}
	all := r.dates()
	study := len(all) - r.countMissed(all)
	if study == 0 {
		return Weeks{}, fault.At("days", "no practice days are left: give more days or weeks, or fewer days off")
	}
	if room := study * r.Minutes; len(c.materials) > room {
		return Weeks{}, fault.At(
			"weeks",
			"%d things to learn don't fit in %s of %d minutes: give more weeks, days or minutes",
			len(c.materials),
			english.Count(study, "day", "days"),
			r.Minutes,
		)
	}
	out := Weeks{Sentence: r.sentence(c), Aim: r.aim(), Remarks: append([]string{}, c.remarks...)}
	c.introduce(len(all), r.Minutes)
	at := 0
	for _, date := range all {
		week := date.Since(r.Start)/7 + 1
		for len(out.Weeks) < week {
			out.Weeks = append(out.Weeks, Week{Week: len(out.Weeks) + 1, Days: []Date{}})
		}
		day := Date{Date: date, Items: []Item{}}
		if slices.Contains(r.Missed, date) {
			day.Missed = true
		} else {
			day.Items = c.day(date, at, study, r.Minutes)
			at++
		}
		if i := slices.IndexFunc(r.Own, func(o OwnDay) bool { return o.Date == date }); i >= 0 && !day.Missed {
			day.Own, day.Items = true, append([]Item{}, r.Own[i].Items...)
		}
		for _, item := range day.Items {
			day.Minutes += item.Minutes
		}
		out.Weeks[week-1].Days = append(out.Weeks[week-1].Days, day)
	}
	out.Remarks = append(out.Remarks, append(r.unwise(c, study), late(out, study)...)...)
	for len(out.Weeks) < r.Weeks {
		out.Weeks = append(out.Weeks, Week{Week: len(out.Weeks) + 1, Days: []Date{}})
	}
	return out, nil
}

// check fills what goes without saying.
func (r *Request) check() error {
	var faults fault.List
	if r.Weeks == 0 {
		r.Weeks = usualWeeks
	}
	if r.Minutes == 0 {
		r.Minutes = pupil.UsualMinutes
	}
	if len(r.Days) == 0 {
		r.Days = usualDays
	}
	faults.Between("weeks", r.Weeks, 1, MaxWeeks)
	faults.Between("minutes", r.Minutes, minMinutes, pupil.MaxMinutes)
	if r.Start.IsZero() {
		faults.Addf("start", "no day was given: give a day such as 2026-10-05")
	}
	faults.Each("days", len(r.Days), func(i int) error {
		if _, ok := table.Find(pupil.Days, r.Days[i]); !ok {
			return fault.Word(r.Days[i], table.IDs(pupil.Days))
		}
		return nil
	})
	if r.Keys != "" {
		if _, ok := table.Find(brief.Orders, r.Keys); !ok || r.Keys == brief.OwnOrder {
			faults.Add("keys", fault.Word(r.Keys, table.IDs(brief.Orders[:len(brief.Orders)-1])))
		} else if !r.Brief.Round.IsZero() {
			faults.Addf("keys", "%q was given with a round, which has its own keys: leave one of them out", r.Keys)
		}
	}
	for field, n := range map[string]int{"holidays": len(r.Holidays), "missed": len(r.Missed), "own": len(r.Own),
		"days": len(r.Days)} {
		if n > MaxWeeks*7 {
			faults.Addf(field, "%d were given: give %d at most", n, MaxWeeks*7)
			return faults
		}
	}
	for i, o := range r.Own {
		o.check(fmt.Sprintf("own.%d", i), &faults)
	}
	slices.SortStableFunc(faults, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	return faults.Or()
}

func (o OwnDay) check(at string, faults *fault.List) {
	if len(o.Items) > maxItems {
		faults.Addf(at+".items", "%d were given: give %d at most", len(o.Items), maxItems)
		return
	}
	minutes := 0
	for k, item := range o.Items {
		field := fmt.Sprintf("%s.items.%d", at, k)
		faults.Between(field+".minutes", item.Minutes, 1, pupil.MaxMinutes)
		minutes += item.Minutes
		if _, ok := table.Find(Kinds, string(item.Kind)); !ok {
			faults.Add(field+".kind", fault.Word(string(item.Kind), table.IDs(Kinds)))
		}
		if n := len([]rune(item.What)); n < 1 || n > maxItemWords {
			faults.Addf(field+".what", "%d characters were given: give 1 to %d", n, maxItemWords)
		}
		faults.Between(field+".rung.perBeat", item.Rung.PerBeat, rhythm.MinPerBeat, rhythm.MaxPerBeat)
		faults.Between(field+".rung.tempoBpm", item.Rung.TempoBPM, rhythm.MinTempoBPM, rhythm.MaxTempoBPM)
		_, err := round.Sentence(item.Brief)
		faults.Under(field+".brief.", err)
	}
	if minutes > pupil.MaxMinutes {
		faults.Addf(at+".items", "%d minutes were given: give %d at most a day", minutes, pupil.MaxMinutes)
	}
}

// dates are the days of practice, missed ones among them.
func (r Request) dates() (out []calendar.Day) {
	for i := range r.Weeks * 7 {
		d := r.Start.Add(i)
		if slices.Contains(r.Days, d.Weekday()) && !slices.Contains(r.Holidays, d) {
			out = append(out, d)
		}
	}
	return out
}

func (r Request) countMissed(dates []calendar.Day) (n int) {
	for _, d := range dates {
		if slices.Contains(r.Missed, d) {
			n++
		}
	}
	return n
}

// sentence says the weeks.
func (r Request) sentence(c *course) string {
	days := make([]string, 0, len(r.Days))
	for _, d := range pupil.Days {
		if slices.Contains(r.Days, d.ID) {
			days = append(days, d.Name)
		}
	}
	return fmt.Sprintf("%s from %s: %s, up to %s. %d minutes on %s.", english.Capital(weekWords(r.Weeks)),
		r.Start.Words(), r.aim(), c.rungs[len(c.rungs)-1].Name, r.Minutes, english.And(days))
}

func (r Request) aim() string {
	what := r.Brief.ScaleTitle()
	if order, ok := table.Find(brief.Orders, r.Keys); ok {
		what += " in every key " + order.Phrase
	} else if !r.Brief.Round.IsZero() {
		what += " through its keys"
	}
	for _, also := range []struct {
		asked bool
		words string
	}{{r.Lower, "a fret down at a time"}, {r.Boxes, "position by position"}, {r.Octaves, "one octave to three"}} {
		if also.asked {
			what += ", " + also.words
		}
	}
	return what
}

func weekWords(n int) string {
	if n == 1 {
		return "one week"
	}
	return english.Number(n) + " weeks"
}
