// Package explore answers questions about plans: what two of them share, which
// shape is nearest as the key changes, what a box becomes when it slides against
// its open strings, which known scale a formula is.
//
// Each question is a function from a brief or two to a plain answer.
package explore

import (
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// MaxCompared bounds the plans of a comparison.
const MaxCompared = 6

// Comparison lays plans side by side: the first against each other one.
type Comparison struct {
	First        plan.Plan    `json:"first"`
	Second       plan.Plan    `json:"second"`
	Also         []plan.Plan  `json:"also"`         // beyond the second
	Words        []string     `json:"words"`        // what is another in the second, and in each beyond, against the first
	SharedPlaces []neck.Place `json:"sharedPlaces"` // in all chosen boxes, lowest string first
	SharedNotes  []string     `json:"sharedNotes"`  // of the first scale, that sound in the second too
	OnlyFirst    []string     `json:"onlyFirst"`
	OnlySecond   []string     `json:"onlySecond"`
}

// Compare makes the plans of two briefs or more and finds what they share. A brief
// after the first that names no box has the one that lies nearest to the first's.
// Errors name the fields of the first as "first.scale.tonic", those beyond the
// second as "also.0.scale.tonic".
func Compare(first, second brief.Brief, also ...brief.Brief) (Comparison, error) {
	if len(also) > MaxCompared-2 {
		return Comparison{}, fault.At("also", "%d were given: give up to %d besides the first two", len(also),
			MaxCompared-2)
	}
	var faults fault.List
	a, err := plan.Build(first)
	faults.Under("first.", err)
	made := make([]plan.Plan, 1+len(also))
	for i, b := range append([]brief.Brief{second}, also...) {
		if len(faults) == 0 {
			b = samePlace(a, b)
		}
		made[i], err = plan.Build(b)
		field := "second."
		if i > 0 {
			field = "also." + strconv.Itoa(i-1) + "."
		}
		faults.Under(field, err)
	}
	if len(faults) > 0 {
		return Comparison{}, faults
	}
	c := Comparison{First: a, Second: made[0], Also: made[1:], SharedPlaces: []neck.Place{}}
	for _, n := range chosen(a).Notes {
		if !slices.ContainsFunc(made, func(b plan.Plan) bool { return !has(chosen(b), n.Place) }) {
			c.SharedPlaces = append(c.SharedPlaces, n.Place)
		}
	}
	c.SharedNotes, c.OnlyFirst = divided(a, made[0])
	_, c.OnlySecond = divided(made[0], a)
	for _, b := range made {
		c.Words = append(c.Words, differences(a, b))
	}
	return c, nil
}

func chosen(p plan.Plan) plan.Box { return p.Boxes[p.Box] }

func has(b plan.Box, at neck.Place) bool {
	return slices.ContainsFunc(b.Notes, func(n plan.BoxNote) bool { return n.Place == at })
}

// divided are the notes of a scale that sound in another too, and those that do
// not.
func divided(a, b plan.Plan) (shared, alone []string) {
	shared, alone = []string{}, []string{}
	inB := classes(b)
	for i, class := range classes(a) {
		if slices.Contains(inB, class) {
			shared = append(shared, a.Scale.Labels[i])
		} else {
			alone = append(alone, a.Scale.Labels[i])
		}
	}
	return shared, alone
}

// samePlace is a brief with the box that lies where the first one's does, where it
// names none: the one with the most places in common, each fret that the hand is
// away counting against one of them.
func samePlace(a plan.Plan, b brief.Brief) brief.Brief {
	if len(brief.Fields.Lost(b, brief.Fields.Bare(b, "scale.tonic"))) > 0 {
		return b // it names its box, or places of it
	}
	l, err := plan.Lay(b)
	if err != nil {
		return b // the plan says what is wrong
	}
	here := chosen(a)
	best, most := [2]int{}, math.MinInt
	for i, box := range l.Boxes {
		for _, octave := range []int{0, -1, 1} {
			if octave != 0 && !l.Request.Moves(box, octave) {
				continue
			}
			moved := layout.Moved(box, octave)
			away := layout.HandFret(moved) - handFret(here)
			worth := -max(away, -away)
			for _, n := range moved.Notes {
				if has(here, n.Place) {
					worth++
				}
			}
			if worth > most {
				best, most = [2]int{i, octave}, worth
			}
		}
	}
	b.Layout.Box = &best[0]
	if best[1] != 0 {
		b.Layout.BoxOctave = &best[1]
	}
	return b
}

// handFret is the lowest stopped fret of a box.
func handFret(b plan.Box) int {
	low := 0
	for _, n := range b.Notes {
		if n.Fret > 0 && (low == 0 || n.Fret < low) {
			low = n.Fret
		}
	}
	return max(low, 1)
}

// differences says in one sentence what is another in a plan than in a first one.
func differences(a, b plan.Plan) string {
	var words []string
	if notes := otherNotes(a, b); notes != "" {
		words = append(words, notes)
	}
	x, y := chosen(a), chosen(b)
	shared, otherFinger := 0, 0
	for _, n := range y.Notes {
		if i := slices.IndexFunc(x.Notes, func(m plan.BoxNote) bool { return m.Place == n.Place }); i >= 0 {
			shared++
			if x.Notes[i].Finger != n.Finger {
				otherFinger++
			}
		}
	}
	switch {
	case shared == len(y.Notes) && shared == len(x.Notes) && otherFinger == 0:
		words = append(words, "the same places and fingers")
	case shared == len(y.Notes) && shared == len(x.Notes):
		words = append(words, fmt.Sprintf("the same places, %s", english.Count(otherFinger, "other finger",
			"other fingers")))
	default:
		words = append(words, fmt.Sprintf("%d of %s in common", shared, english.Count(len(y.Notes), "place", "places")))
		if otherFinger > 0 {
			words = append(words, english.Count(otherFinger, "of them with another finger",
				"of them with other fingers"))
		}
	}
	for _, d := range []struct {
		by        int
		one, more string
	}{{y.Shifts - x.Shifts, "shift", "shifts"}, {y.Reaches - x.Reaches, "reach", "reaches"}} {
		switch {
		case d.by > 0:
			words = append(words, english.Count(d.by, d.one, d.more)+" more")
		case d.by < 0:
			words = append(words, english.Count(-d.by, d.one, d.more)+" fewer")
		}
	}
	switch by := math.Round(y.SpanMM - x.SpanMM); {
	case by > 0:
		words = append(words, fmt.Sprintf("%g mm wider", by))
	case by < 0:
		words = append(words, fmt.Sprintf("%g mm narrower", -by))
	}
	return english.Capital(strings.Join(words, ", ")) + "."
}

// otherNotes says which degrees stand for which on one tonic, and in another key
// the notes that are others.
func otherNotes(a, b plan.Plan) string {
	if a.Scale.Notes[0] != b.Scale.Notes[0] {
		_, alone := divided(b, a)
		if len(alone) == 0 {
			return ""
		}
		return "other notes: " + strings.Join(alone, " ")
	}
	var out []string
	for _, d := range b.Scale.Degrees {
		if slices.Contains(a.Scale.Degrees, d) {
			continue
		}
		number := strings.TrimLeft(d, "#b")
		i := slices.IndexFunc(a.Scale.Degrees, func(other string) bool {
			return strings.TrimLeft(other,
				"#b") == number
		})
		if i >= 0 && !slices.Contains(b.Scale.Degrees, a.Scale.Degrees[i]) {
			out = append(out, pitch.Pretty(d)+" for "+pitch.Pretty(a.Scale.Degrees[i]))
		} else {
			out = append(out, pitch.Pretty(d)+" beside")
		}
	}
	for _, d := range a.Scale.Degrees {
		number := strings.TrimLeft(d, "#b")
		if !slices.ContainsFunc(b.Scale.Degrees, func(other string) bool {
			return strings.TrimLeft(other,
				"#b") == number
		}) {
			out = append(out, "no "+pitch.Pretty(d))
		}
	}
	return strings.Join(out, ", ")
}

// classes are the pitch classes of the scale, from the root.
func classes(p plan.Plan) []int {
	out := make([]int, len(p.Scale.Notes))
	for i, n := range p.Scale.Notes {
		out[i] = pitch.MustParseName(n).Class()
	}
	return out
}

// Set is a set of briefs to lay beside one.
type Set struct {
	ID     string        `json:"id"`
	Title  string        `json:"title"`
	Briefs []brief.Brief `json:"briefs"`
}

// otherLayouts are a brief in each of the layouts after its own that its neck has, in the
// order of the picker, from the last on to the first again.
func otherLayouts(b brief.Brief, own string) (out []brief.Brief) {
	at := slices.IndexFunc(layout.Systems, func(s layout.System) bool { return s.ID == own })
	for i := 1; i < len(layout.Systems); i++ {
		other := brief.Fields.Change(b, brief.Changes{"layout.system": layout.Systems[(at+i)%len(layout.Systems)].ID})
		if _, err := plan.Lay(other); err == nil {
			out = append(out, other)
		}
	}
	return out
}

// Sets are what can be laid beside a brief: other layouts, the scales over its core, its relative
// and parallel, the schools of its box, a reach against a shift.
func Sets(b brief.Brief) ([]Set, error) {
	p, err := plan.Build(b)
	if err != nil {
		return nil, err
	}
	if b.Layout.Box == nil {
		b.Layout.Box = &p.Box
	}
	other := func(changes brief.Changes) brief.Brief { return brief.Fields.With(b, changes) }
	elsewhere := func(tonic, name string) brief.Brief {
		return other(brief.Fields.Cleared(brief.Changes{"scale.tonic": tonic, "scale.name": name}))
	}
	out := []Set{}
	add := func(id, title string, briefs []brief.Brief) {
		if len(briefs) > 0 {
			out = append(out, Set{id, title, briefs[:min(len(briefs), MaxCompared-1)]})
		}
	}
	add("layouts", "other layouts", otherLayouts(b, p.Brief.Layout.System))
	var siblings, related, schools, prefers []brief.Brief
	if core := p.Scale.Core; core != nil {
		for _, s := range core.Siblings {
			siblings = append(siblings, elsewhere(p.Brief.Scale.Tonic, s.Name))
		}
		add("siblings", "the scales on "+core.Title, siblings)
	}
	for _, r := range p.Scale.Related {
		if r.Relation == scale.Relative || r.Relation == scale.Parallel {
			related = append(related, elsewhere(r.Tonic, r.Name))
		}
	}
	add("related", "its relative and parallel", related)
	for _, s := range hand.Schools {
		if s.ID != p.Brief.Hand.School {
			schools = append(schools, other(brief.Changes{"hand.school": s.ID, "hand.fingers": nil}))
		}
	}
	add("schools", "the schools of fingering", schools)
	for _, way := range hand.Prefers {
		if way.ID != p.Brief.Hand.Prefer {
			prefers = append(prefers, other(brief.Changes{"hand.prefer": way.ID}))
		}
	}
	add("prefer", "reaching and shifting", prefers)
	return out, nil
}
