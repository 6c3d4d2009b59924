// Package outline is a piece of work as it is known again at a glance on a shelf: a small picture
// and a line of facts.
package outline

import (
	"fmt"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/ladder"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

// Outline is what is drawn of a piece of work. One of Places, Notes, Keys and Rungs is given, as
// its kind has it.
type Outline struct {
	Line    string   `json:"line"`              // "F♯ Dorian, five forms · triplets at 58 · guitar"
	Strings int      `json:"strings,omitempty"` // of the neck that the places are on
	Places  []Place  `json:"places,omitempty"`  // of the box
	Notes   []Note   `json:"notes,omitempty"`   // of a phrase, in their order
	Keys    []string `json:"keys,omitempty"`    // tonics of a round, in their order
	Rungs   []int    `json:"rungs,omitempty"`   // of a ladder, in notes a minute, from the first
}

// Place is a place of a box.
type Place struct {
	neck.Place
	Root bool `json:"root"`
}

// Note is a note of a phrase.
type Note struct {
	Degree string `json:"degree"`
	MIDI   int    `json:"midi"`
}

// OfBrief is the box of a brief. A brief that cannot be met has no picture.
func OfBrief(b brief.Brief) Outline {
	b.Round = brief.Round{}
	o := Outline{Line: lineOf(b)}
	p, err := plan.Build(b)
	if err != nil {
		return o
	}
	o.Strings = len(p.Neck.Strings)
	for _, n := range p.Boxes[p.Box].Notes {
		o.Places = append(o.Places, Place{n.Place, n.Root})
	}
	return o
}

// OfPhrase is the line of the phrase that a brief plays.
func OfPhrase(b brief.Brief) Outline {
	o := Outline{Line: lineOf(b)}
	r, err := brief.Read(b)
	if err != nil {
		return o
	}
	for i, d := range line.Degrees(r.Phrase.Notes, r.Scale) {
		o.Notes = append(o.Notes, Note{d.String(), r.Phrase.Notes[i].MIDI})
	}
	return o
}

// OfRound are the keys of a round.
func OfRound(b brief.Brief) Outline {
	o := Outline{Line: lineOf(b)}
	keys, err := round.KeysOf(b)
	if err != nil {
		return o
	}
	for _, k := range keys {
		o.Keys = append(o.Keys, k.Tonic.String())
	}
	return o
}

// OfLadder are the rungs of a ladder.
func OfLadder(r ladder.Request) Outline {
	o := Outline{Line: lineOf(r.Brief)}
	r.Log = nil
	l, err := ladder.Build(r)
	if err != nil {
		return o
	}
	for _, rung := range l.Rungs {
		o.Rungs = append(o.Rungs, rung.NotesPerMinute)
	}
	return o
}

func lineOf(b brief.Brief) string {
	words := []string{b.Title()}
	alone := b
	alone.Round = brief.Round{}
	if r, err := brief.Read(alone); err == nil {
		words = append(words, fmt.Sprintf("%s at %d", r.Rhythm.SubdivisionName(r.Rhythm.PerBeat), r.Rhythm.TempoBPM),
			r.Instrument.Name)
	}
	return strings.Join(words, " · ")
}
