// Package layout turns a scale on a neck into boxes: the sets of notes that lie
// together under the hand.
//
// Each layout system is one file with one function of one signature, and one line
// in the table Systems. A system says which places belong to a box; of the hand it
// knows only the stretch of frets that lies under it, the Frame. Every box comes
// out in playing order, lowest note first, and says which pitches fell off the
// neck.
package layout

import (
	"fmt"
	"slices"

	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Layer tells the notes of a pentatonic core from those laid over it.
type Layer uint8

const (
	Core Layer = iota
	Added
)

// String is "core" or "added".
func (l Layer) String() string { return [...]string{"core", "added"}[l] }

// Request is what a system needs to know.
type Request struct {
	Neck       neck.Neck
	Scale      scale.Scale
	Strings    []int // string numbers in playing order, lowest open string first
	LowFret    int   // first fret that may be used; 0 allows open strings
	HighFret   int   // last fret that may be used
	Frame      Frame
	Positions  []Position // low positions of the hand that have names, the usual one first
	Ring       Ring       // how the hand lets notes ring on, for the systems that do
	FromDegree int        // scale index to start from, where a system asks for one
	Octaves    int        // how far to go from there, 1 to 3
	// OctaveShape is the id of one of OctaveShapes.
	OctaveShape string

	known *knownHands // what lies under each hand, for the systems that ask again and again
}

// Ring chooses for each note of a row one of the places where it lies, so that
// it rings on as long as the hand lets it.
type Ring func(row [][]neck.Place) []neck.Place

// Frame is the stretch of frets under one hand, counted from the fret of the
// index finger at rest: First to Last with a reach either way, FirstHome to
// LastHome without.
type Frame struct {
	First, FirstHome, LastHome, Last int
	Stiff                            bool // there are no reaches: what is off home is a shift
}

// Position is a named place of the hand low on the neck: the frets it covers,
// and the fret of the index finger at rest.
type Position struct {
	Name      string
	Low, High int
	Hand      int
	Little    int // fret past the last that a free little finger takes, 0 for none
}

// Note is one place of a box.
type Note struct {
	neck.Place
	MIDI   int
	Degree int // index in the scale, 0 is the tonic
	Layer  Layer
}

// Correction is a crossing where neighbouring strings are tuned unlike the
// rest, so that a shape moves by Frets (positive towards the bridge).
type Correction struct {
	FromString, ToString int
	Frets                int
}

// Box is one hand's worth of a scale.
type Box struct {
	Name        string // "E form", "string 4", "from ♭3"
	Degree      int    // scale index of the note that the box starts from
	Hand        int    // fret of the index finger at rest where the hand is at home; 0 where the box has no such place
	Form        string // chord form, where there is one
	Notes       []Note
	Missing     []Missing // what fell off the neck or out of the hand, lowest first
	GoesOn      int       // notes at its top that go on along the last string, past the hand
	Corrections []Correction
	Links       []Link
}

// Missing is a pitch that a box lacks.
type Missing struct {
	pitch.Pitch
	At neck.Place // where the layout would have it, off the frets; the zero Place where it has none for it
}

// Link leads on from one box to another through a root that both have.
type Link struct {
	Box      int        // index of the box that goes on
	From, To neck.Place // the root in this box and in the next
}

// Shortfall counts what the hand does not have where it stands: what is missing, and
// what it has to move on for along the last string.
func (b Box) Shortfall() int { return len(b.Missing) + b.GoesOn }

// Complete reports whether nothing fell off the neck.
func (b Box) Complete() bool { return len(b.Missing) == 0 }

// Corrections compares each crossing between the strings, given in playing
// order, with the usual step of the neck's rising strings.
func Corrections(n neck.Neck, strs []int) []Correction {
	usual := n.RisingStep()
	var out []Correction
	for i := 1; i < len(strs); i++ {
		from, to := strs[i-1], strs[i]
		if from-to != 1 {
			continue
		}
		if d := usual - (n.Open(to).MIDI() - n.Open(from).MIDI()); d != 0 {
			out = append(out, Correction{from, to, d})
		}
	}
	return out
}

// builder gathers a box's notes, setting aside what is off the neck.
type builder struct {
	*Request
	notes   []Note
	missing []Missing
}

// lacks notes a pitch that the box cannot have.
func (b *builder) lacks(midi int, at neck.Place) {
	b.missing = append(b.missing, Missing{b.Scale.Pitch(midi), at})
}

func (b *builder) add(str, midi int, layer Layer) {
	n := Note{neck.Place{String: str, Fret: midi - b.Neck.Open(str).MIDI()}, midi, b.Scale.Index(midi), layer}
	if n.Fret < b.LowFret || n.Fret > b.HighFret {
		b.lacks(midi, n.Place)
		return
	}
	b.notes = append(b.notes, n)
}

// box is what was gathered, lowest first.
func (b *builder) box(degree int, name string) Box {
	slices.SortStableFunc(b.notes, func(x, y Note) int { return x.MIDI - y.MIDI })
	box := Box{Name: name, Degree: degree, Notes: b.notes}
	slices.SortStableFunc(b.missing, func(x, y Missing) int { return x.MIDI() - y.MIDI() })
	box.Missing = b.missing
	return box
}

// fromNames name boxes after the degree that they start from.
func (r *Request) fromNames() []string {
	names := make([]string, r.Scale.Len())
	for i, d := range r.Scale.Formula {
		names[i] = "from " + d.Pretty()
	}
	return names
}

// eachDegree makes one box for every scale degree on the lowest string, each as
// low on the neck as it is whole. A box that is whole nowhere is taken where it
// keeps the most notes; one that keeps none is left out.
func eachDegree(r *Request, degrees []int, build func(r *Request, lowest int) Box) []Box {
	out := make([]Box, 0, len(degrees))
	corrections := Corrections(r.Neck, r.Strings)
	for _, d := range degrees {
		if box := lowestWhole(r, d, build); len(box.Notes) > 0 {
			box.Corrections = corrections
			out = append(out, box)
		}
	}
	return out
}

func lowestWhole(r *Request, degree int, build func(*Request, int) Box) Box {
	open := r.Neck.Open(r.Strings[0]).MIDI()
	first := (r.Scale.Notes[degree].Class() - open%12 + 12) % 12
	for first < r.LowFret {
		first += 12
	}
	best := build(r, open+first)
	whole := func(b Box) bool { return b.Complete() && len(b.Notes) > 0 }
	for fret := first + 12; fret <= r.HighFret && !whole(best); fret += 12 {
		if b := build(r, open+fret); whole(b) || len(b.Notes) > len(best.Notes) {
			best = b
		}
	}
	return best
}

// unfit is the problem of a system that has no boxes for a scale.
func unfit(system, why, instead string) error {
	return fmt.Errorf("%s doesn't fit: %s. Try %s instead", system, why, instead)
}
