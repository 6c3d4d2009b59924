// Package assignment is what a pupil was given to do until a day: a ladder or sheets, how far it has come (Progress), and
// what of all that needs the teacher (Attention).
package assignment

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/planning/brief"
)

// Assignment is what a pupil is asked to practise, from a day until a day: a brief or a
// round up a ladder, or so many sheets of something on paper.
type Assignment struct {
	Ladder  *ladder.Request `json:"ladder,omitempty"` // its brief may be a round
	Sheets  *Sheets         `json:"sheets,omitempty"`
	Minutes int             `json:"minutes"` // a day
	From    calendar.Day    `json:"from"`
	Until   calendar.Day    `json:"until"` // the last day
	Words   string          `json:"words"` // the teacher's
}

// Sheets are pages to be filled in: worksheets, or others in words.
type Sheets struct {
	What      string             `json:"what"`  // the title of the worksheets where nothing is given
	Count     int                `json:"count"` // as many as the worksheets have where it is not given
	Done      int                `json:"done"`
	Worksheet *worksheet.Request `json:"worksheet,omitempty"`
}

// fill takes from worksheets what goes without saying, or says what is wrong with them.
func (s *Sheets) fill() error {
	if s.Worksheet == nil {
		return nil
	}
	title, err := worksheet.TitleOf(*s.Worksheet)
	if err != nil {
		var list fault.List
		if list.Under("worksheet.", err); len(list) > 0 {
			return list
		}
		return err
	}
	if s.What == "" {
		s.What = title
	}
	if s.Count == 0 {
		s.Count = max(s.Worksheet.Days, 1) * max(s.Worksheet.PerDay, 1)
	}
	return nil
}

// Bounds of an assignment.
const (
	maxWords, maxWhat, maxSheets = 1000, 160, 99
	maxDays                      = 366
)

// Check says what is wrong with an assignment, as a fault.List.
func (a *Assignment) Check() error {
	var faults fault.List
	a.Words = strings.TrimSpace(a.Words)
	if n := utf8.RuneCountInString(a.Words); n > maxWords {
		faults.Addf("words", "%d characters were given: give %d at most", n, maxWords)
	}
	if a.Minutes == 0 {
		a.Minutes = pupil.UsualMinutes
	}
	faults.Between("minutes", a.Minutes, 1, pupil.MaxMinutes)
	switch days := a.Until.Since(a.From); {
	case a.From.IsZero():
		faults.Addf("from", "no day was given: give a day such as 2026-10-05")
	case a.Until.IsZero() || days < 0 || days > maxDays:
		faults.Addf("until", "%q was given: give a day up to %d days after %s", a.Until, maxDays, a.From)
	}
	switch {
	case (a.Ladder == nil) == (a.Sheets == nil):
		faults.Addf("ladder", "give a ladder or sheets, one of the two")
	case a.Ladder != nil:
		asked := *a.Ladder
		asked.Log, asked.Now = nil, nil
		_, err := ladder.Build(asked)
		faults.Under("ladder.", err)
		a.Ladder = &asked
	default:
		a.Sheets.What = strings.TrimSpace(a.Sheets.What)
		faults.Under("sheets.", a.Sheets.fill())
		if n := utf8.RuneCountInString(a.Sheets.What); n < 1 || n > maxWhat {
			faults.Addf("sheets.what", "%d characters were given: give 1 to %d", n, maxWhat)
		}
		faults.Between("sheets.count", a.Sheets.Count, 1, maxSheets)
		faults.Between("sheets.done", a.Sheets.Done, 0, max(a.Sheets.Count, 0))
	}
	return faults.Or()
}

// Work is the brief that is practised, without its rung; ok is false for sheets.
func (a Assignment) Work() (b brief.Brief, ok bool) {
	if a.Ladder == nil {
		return b, false
	}
	return ladder.Work(a.Ladder.Brief), true
}

// Title is what is practised, in few words.
func (a Assignment) Title() string {
	if a.Ladder == nil {
		return a.Sheets.What
	}
	return a.Ladder.Brief.Title()
}

// Goal is the brief at the goal of its ladder, as its sentence says it; ok is false for
// sheets.
func (a Assignment) Goal() (b brief.Brief, ok bool) {
	if a.Ladder == nil {
		return b, false
	}
	b = a.Ladder.Brief
	if g := a.Ladder.Goal; g != nil {
		b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &g.PerBeat, &g.TempoBPM
	}
	return b, true
}

// Progress is what was reached of an assignment by a day.
type Progress struct {
	Reached bool         `json:"reached"`
	Overdue bool         `json:"overdue"` // its last day is over and the goal is not reached
	Words   string       `json:"words"`   // what was reached
	Due     string       `json:"due"`     // until when
	Tries   int          `json:"tries"`   // since it was set
	Days    int          `json:"days"`    // with a try
	Best    int          `json:"best"`    // fastest clean try since it was set, in notes a minute
	Goal    int          `json:"goal"`    // in notes a minute; 0 for sheets
	Last    calendar.Day `json:"last"`    // of a try; empty where there is none
	Points  []Point      `json:"points"`  // the latest tries since it was set
}

// Point is a try as a small plot shows it.
type Point struct {
	Day            calendar.Day  `json:"day"`
	NotesPerMinute int           `json:"notesPerMinute"`
	Result         result.Result `json:"result"`
}

// maxPoints bounds a small plot.
const maxPoints = 24

// Progress reads the tries of the work and its ladder, which is nil for sheets.
func (a Assignment) Progress(l *ladder.Ladder, log []ladder.Try, today calendar.Day) Progress {
	p := Progress{Points: []Point{}}
	for _, t := range log {
		day := calendar.DayOf(t.At)
		if day.Compare(a.From) < 0 {
			continue
		}
		p.Tries++
		if day != p.Last {
			p.Days++
			p.Last = day
		}
		if t.Result == result.Clean {
			p.Best = max(p.Best, t.NotesPerMinute())
		}
		p.Points = append(p.Points, Point{day, t.NotesPerMinute(), t.Result})
	}
	p.Points = p.Points[max(len(p.Points)-maxPoints, 0):]
	if s := a.Sheets; s != nil {
		p.Reached = s.Done >= s.Count
		p.Words = fmt.Sprintf("%d of %s done", s.Done, english.Count(s.Count, "sheet", "sheets"))
	} else if l != nil {
		p.Reached, p.Goal = l.Reached, l.Goal.NotesPerMinute()
		p.Words = a.reachedWords(p, l)
	}
	left := a.Until.Since(today)
	p.Overdue = left < 0 && !p.Reached
	switch {
	case p.Overdue:
		p.Due = english.CountInWords(-left, "day", "days") + " overdue"
	case left == 0:
		p.Due = "due today"
	default:
		p.Due = "until " + a.Until.Words()
	}
	return p
}

// reachedWords says how far a ladder was climbed.
func (a Assignment) reachedWords(p Progress, l *ladder.Ladder) string {
	goal := l.Rungs[len(l.Rungs)-1].Name
	switch {
	case l.Reached:
		return "Goal reached: " + goal
	case p.Tries == 0:
		return "No practice logged yet. Goal: " + goal
	}
	often := fmt.Sprintf("%s over %s", english.Count(p.Tries, "try", "tries"), english.CountInWords(p.Days, "day",
		"days"))
	for i := len(l.Rungs) - 1; i >= 0; i-- {
		if r := l.Rungs[i]; r.Clean > 0 && r.NotesPerMinute <= p.Best {
			return fmt.Sprintf("Clean at %s. Goal: %s. %s", r.Name, goal, often)
		}
	}
	return fmt.Sprintf("%s, none clean yet. Goal: %s", often, goal)
}
