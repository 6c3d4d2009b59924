package layout

import (
	"slices"

	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/scale"
)

// cores are the two pentatonics that a mode can be built over.
var cores = []scale.Formula{
	scale.MustParseFormula("1 2 3 5 6"),
	scale.MustParseFormula("1 b3 4 5 b7"),
}

// CoreOf is the pentatonic core of a formula: 1 2 3 5 6 if it has that, or
// else 1 ♭3 4 5 ♭7; ok is false when it has neither.
func CoreOf(f scale.Formula) (core scale.Formula, ok bool) {
	for _, c := range cores {
		if f.HasAll(c) {
			return c, true
		}
	}
	return nil, false
}

// fiveForm lays the core out two per string and adds each remaining degree
// beside the core note a semitone away, on that note's string. A degree a
// semitone from two core notes goes where the hand has least far to reach;
// when both are as near, on the lower one's string.
func fiveForm(r Request) ([]Box, error) {
	core, ok := CoreOf(r.Scale.Formula)
	if !ok {
		return nil, unfit("five-form", "this scale holds neither 1 2 3 5 6 nor 1 ♭3 4 5 ♭7", "three-per-string or single-string")
	}
	coreScale := scale.New(r.Scale.Tonic, core)
	degrees := make([]int, len(core))
	for i, d := range core {
		degrees[i] = slices.Index(r.Scale.Formula, d)
	}
	boxes := eachDegree(r, degrees, func(r Request, lowest int) Box {
		laid := coreNotes(r, coreScale, lowest)
		b := builder{Request: r, notes: make([]Note, 0, len(laid)*2)}
		for _, n := range append(laid, addedNotes(r, coreScale, laid)...) {
			b.add(n.String, n.MIDI, n.Layer)
		}
		return b.box(r.Scale.Index(lowest))
	})
	for i := range boxes {
		if form, ok := chordForm(r, boxes[i]); ok {
			boxes[i].Form = form
			boxes[i].Name = form + " form"
		}
	}
	return boxes, nil
}

// coreNotes are two notes of the core on each string, whether or not the neck
// has them.
func coreNotes(r Request, core scale.Scale, lowest int) []Note {
	laid := make([]Note, 0, 2*len(r.Strings))
	midi := lowest
	for _, str := range r.Strings {
		for range 2 {
			laid = append(laid, Note{Place: neck.Place{String: str, Fret: midi - r.Neck.Open(str).MIDI()}, MIDI: midi, Layer: Core})
			midi = core.Next(midi)
		}
	}
	return laid
}

// addedNotes are the other notes of the scale, each beside a core note, lowest
// first.
func addedNotes(r Request, core scale.Scale, laid []Note) []Note {
	low, high := fretRange(laid)
	var added []Note
	for _, n := range laid {
		for _, by := range []int{-1, 1} {
			at := Note{Place: neck.Place{String: n.String, Fret: n.Fret + by}, MIDI: n.MIDI + by, Layer: Added}
			if r.Scale.Index(at.MIDI) < 0 || core.Index(at.MIDI) >= 0 {
				continue
			}
			i := slices.IndexFunc(added, func(old Note) bool { return old.MIDI == at.MIDI })
			switch {
			case i < 0:
				added = append(added, at)
			case outside(at.Fret, low, high) < outside(added[i].Fret, low, high):
				added[i] = at
			}
		}
	}
	return added
}

func fretRange(notes []Note) (low, high int) {
	for i, n := range notes {
		if i == 0 {
			low, high = n.Fret, n.Fret
		}
		low, high = min(low, n.Fret), max(high, n.Fret)
	}
	return low, high
}

// outside counts the frets by which a fret lies beyond a range.
func outside(fret, low, high int) int { return max(low-fret, fret-high, 0) }

// formRoots names the five movable chord forms by the strings that carry
// their roots on a guitar in standard tuning.
var formRoots = []struct {
	form    string
	strings []int
}{
	{"E", []int{6, 4, 1}}, {"D", []int{4, 2}}, {"C", []int{5, 2}}, {"A", []int{5, 3}}, {"G", []int{6, 3, 1}},
}

// chordForm names a box by the strings its roots lie on. Only the standard
// steps between six strings have these names, whatever pitch they start from.
func chordForm(r Request, b Box) (string, bool) {
	if !standardSteps(r) {
		return "", false
	}
	var roots []int
	for _, n := range b.Notes {
		if n.Degree == 0 {
			roots = append(roots, n.String)
		}
	}
	for _, f := range formRoots {
		if slices.Equal(f.strings, roots) {
			return f.form, true
		}
	}
	return "", false
}

func standardSteps(r Request) bool {
	if !slices.Equal(r.Strings, []int{6, 5, 4, 3, 2, 1}) {
		return false
	}
	standard := []string{"E2", "A2", "D3", "G3", "B3", "E4"}
	for i, s := range standard {
		step := pitch.MustParse(s).MIDI() - pitch.MustParse(standard[0]).MIDI()
		if r.Neck.Open(6-i).MIDI()-r.Neck.Open(6).MIDI() != step {
			return false
		}
	}
	return true
}
