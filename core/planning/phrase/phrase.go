// Package phrase takes in a phrase from outside, a single line of notes, and says what it is: its
// degrees, the scales that hold it, what happens in it, and the ways to finger it on an instrument.
//
// A line.Line is what a reader found: pitches with their times, and the places of tab. Build makes a
// Phrase of it: homes.go ranks the scales that hold it, name.go spells the notes and says how each
// stands to the key, remarks.go says what happens in it, ways.go fingers it.
package phrase

import (
	"strconv"

	"evenladder/core/base/fault"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Request asks for what a line is, on the instrument and in the manner of a brief. Its scale is
// the teacher's choice of home where Keep says so.
type Request struct {
	Brief brief.Brief
	Keep  bool // the scale of the brief stands first among the homes
	Line  line.Line
}

// Phrase is a line with what there is to say of it.
type Phrase struct {
	Title   string   `json:"title"`
	Notes   []Named  `json:"notes"`
	Homes   []Home   `json:"homes"` // the likeliest first, or the teacher's own
	Remarks []Remark `json:"remarks"`
	Ways    []Way    `json:"ways"`   // the easiest first
	Boxes   []Fit    `json:"boxes"`  // of the layout of the brief, or the five forms: which have it
	Text    string   `json:"text"`   // the phrase in degrees of its key, as a brief has it
	Left    []string `json:"left"`   // what the reader left out or changed
	Meter   string   `json:"meter"`  // id of the meter that the source says; empty where it says none
	PickUp  int      `json:"pickUp"` // beats before its first bar line, as the source says
}

// Named is a note of a phrase in its key.
type Named struct {
	N      int     `json:"n"` // from 1
	MIDI   int     `json:"midi"`
	Name   string  `json:"name"`
	Degree string  `json:"degree"` // against the major scale of the key
	At     float64 `json:"at"`     // beats from the start
	Beats  float64 `json:"beats"`
	Place  Place   `json:"place"`
}

// Place says how a note stands to the scale of the key.
type Place string

// The places that a note may have.
const (
	InScale   Place = "in the scale"
	Colour    Place = "colour"    // of the parallel scale, or of the blues
	Neighbour Place = "neighbour" // a half step beside a note of the scale that follows or came before
	Outside   Place = "outside"
)

// Build says what a line is. What cannot be met is a fault.List.
func Build(r Request) (Phrase, error) {
	var faults fault.List
	faults.Between("notes", len(r.Line.Notes), 1, line.MaxNotes)
	if len(faults) > 0 {
		return Phrase{}, faults
	}
	for i, n := range r.Line.Notes {
		if n.MIDI < 0 || n.MIDI > pitch.MaxMIDI {
			return Phrase{}, fault.At("notes."+strconv.Itoa(i), "pitch %d was given: give 0 to %d", n.MIDI,
				pitch.MaxMIDI)
		}
	}
	b := r.Brief
	if b.Scale == (brief.Scale{}) {
		b.Scale = brief.Scale{Tonic: "C", Name: "major"} // until the phrase says another
	}
	reading, err := brief.Read(b)
	if err != nil {
		var list fault.List
		if list.Under("brief.", err); len(list) > 0 {
			return Phrase{}, list
		}
		return Phrase{}, err
	}
	p := Phrase{Title: r.Line.Title}
	r.Line = line.Even(r.Line)
	// Degrees in a key that was chosen are the text of a phrase that lies somewhere already.
	r.Line.Loose = r.Line.Loose && !(r.Keep && r.Line.InKey)
	r.Line = placed(r.Line, reading.Neck, reading.Instrument.Family)
	p.Left, p.Meter, p.PickUp = append([]string{}, r.Line.Left...), r.Line.Meter, int(r.Line.PickUp)
	ranked := homesOf(r.Line)
	if r.Keep || r.Line.InKey {
		ranked = kept(ranked, reading.Scale, r.Line.Notes)
	}
	home := ranked[0].scale
	for _, h := range ranked[:min(len(ranked), mostHomes)] {
		p.Homes = append(p.Homes, h.Home)
	}
	p.Notes = named(r.Line.Notes, home)
	if p.Title == "" {
		p.Title = "A phrase in " + p.Homes[0].Title
	}
	p.Remarks = remarksOf(p.Notes, home)
	p.Text = line.Text(r.Line.Notes, home, true)
	p.Ways, p.Boxes, err = waysOf(b, home, r.Line.Notes)
	return p, err
}

// scaleBrief is a scale as a brief names it.
func scaleBrief(s scale.Scale) brief.Scale {
	b := brief.Scale{Tonic: s.Tonic.String(), Name: s.ID}
	if s.ID == "" {
		b.Formula = s.Formula.String()
	}
	return b
}
