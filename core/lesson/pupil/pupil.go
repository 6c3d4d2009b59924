// Package pupil is who is taught: on which instrument, with which hand, and how a
// brief is fitted to them.
//
// A Pupil is data in the fields of the wire contract, a name or initials and what of a
// brief is about a person and not about music. Fit carries it into a brief, so that a
// plan opened for a pupil lies on that pupil's own neck and under that pupil's own hand. A
// group is a pupil with members: it has lessons, assignments and a log as one has.
package pupil

import (
	"fmt"
	"strings"
	"unicode/utf8"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/together"
)

// Pupil is one pupil.
type Pupil struct {
	Name       string           `json:"name"` // or initials
	Instrument brief.Instrument `json:"instrument"`
	Hand       brief.Hand       `json:"hand,omitzero"` // schools and the limits of this hand
	Names      string           `json:"names,omitempty"`
	Day        string           `json:"day,omitempty"`     // of the lesson, id of Days; empty where there is none
	At         string           `json:"at,omitempty"`      // time of the lesson, "16:30"
	Minutes    int              `json:"minutes,omitempty"` // to practise a day, as it is usually set
	Notes      string           `json:"notes,omitempty"`   // the teacher's own

	Members []together.Member `json:"members,omitempty"` // who plays together: a group where there are any
}

// Days are the days of the week, as ISO 8601 counts them.
var Days = []table.Row{
	{ID: "mon", Name: "Monday"}, {ID: "tue", Name: "Tuesday"}, {ID: "wed", Name: "Wednesday"},
	{ID: "thu", Name: "Thursday"},
	{ID: "fri", Name: "Friday"}, {ID: "sat", Name: "Saturday"}, {ID: "sun", Name: "Sunday"},
}

// Bounds of a pupil.
const (
	UsualMinutes, MaxMinutes = 15, 180
	maxNotes                 = 10_000
)

// Check says what is wrong with a pupil, as a fault.List, and fills what goes without
// saying.
func (p *Pupil) Check() error {
	var faults fault.List
	p.Name, p.At = strings.TrimSpace(p.Name), strings.TrimSpace(p.At)
	if p.Name == "" {
		faults.Addf("name", "no name was given: give a name or initials")
	}
	faults.Add("name", brief.CheckFor(p.Name))
	if p.Day != "" {
		if _, ok := table.Find(Days, p.Day); !ok {
			faults.Add("day", fault.Word(p.Day, table.IDs(Days)))
		}
	}
	if p.At != "" && !isTime(p.At) {
		faults.Addf("at", "%q was given: give hours and minutes such as 16:30", fault.Clip(p.At))
	}
	if p.Minutes == 0 {
		p.Minutes = UsualMinutes
	}
	faults.Between("minutes", p.Minutes, 1, MaxMinutes)
	if n := utf8.RuneCountInString(p.Notes); n > maxNotes {
		faults.Addf("notes", "%d characters were given: give %d at most", n, maxNotes)
	}
	if len(p.Members) > 0 {
		faults.Under("", together.CheckMembers(p.Members))
	}
	p.Hand.Fingers = nil // they are those of a box
	own := brief.Fields.On(sample, p.Instrument, p.Hand)
	own.Names = p.Names
	_, err := plan.Lay(own)
	var inBrief fault.List
	inBrief.Under("", err)
	for _, f := range inBrief {
		if strings.HasPrefix(f.Field, "instrument.") || strings.HasPrefix(f.Field, "hand.") || f.Field == "names" {
			faults.Addf(f.Field, "%s", f.Message)
		}
	}
	return faults.Or()
}

// sample is a brief that every neck with any frets can show something of.
var sample = brief.Brief{Scale: brief.Scale{Tonic: "C", Name: "major"}, Layout: brief.Layout{System: "single-string"}}

// isTime reports whether a text is hours and minutes of a day.
func isTime(s string) bool {
	var h, m int
	n, err := fmt.Sscanf(s, "%d:%02d", &h, &m)
	return n == 2 && err == nil && h >= 0 && h < 24 && m >= 0 && m < 60 && len(s) >= 4 && len(s) <= 5 &&
		s[len(s)-3] == ':'
}

// Fit carries a brief over to a pupil: instrument, hand, schools and note names are the
// pupil's, and the sentence says for whom it is. What cannot be had on that neck goes;
// where nothing helps, the plan of the brief says why.
func (p Pupil) Fit(b brief.Brief) brief.Brief {
	b, _ = plan.On(b, p.Instrument, p.Hand)
	b.Names, b.For = p.Names, p.Name
	return b
}
