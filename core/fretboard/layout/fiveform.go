package layout

import (
	"slices"

	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/scale"
)

// fiveForm lays the core out two per string and adds each remaining degree
// beside the core note a semitone away, on that note's string, or further where
// none is nearer. A degree as near to two core notes goes where the hand has
// least far to reach; when both are as near, on the lower one's string. A scale
// without a pentatonic core has the five of its notes that come nearest to one.
func fiveForm(r Request) ([]Box, error) {
	core, ok := scale.CoreOf(r.Scale.Formula)
	if !ok {
		core, _, _, ok = scale.NearestCore(r.Scale.Formula)
	}
	if !ok {
		return nil, unfit("five-form", "this scale has fewer than five notes",
			"two-per-string, single-string or seven-position")
	}
	coreScale := scale.New(r.Scale.Tonic, core)
	degrees := make([]int, len(core))
	for i, d := range core {
		degrees[i] = slices.Index(r.Scale.Formula, d)
	}
	names := r.fromNames()
	boxes := eachDegree(&r, degrees, func(r *Request, lowest int) Box {
		laid := coreNotes(r, coreScale, lowest)
		b := builder{Request: r, notes: make([]Note, 0, len(laid)*2)}
		for _, n := range append(laid, addedNotes(r, coreScale, laid)...) {
			b.add(n.String, n.MIDI, n.Layer)
		}
		degree := r.Scale.Index(lowest)
		box := b.box(degree, names[degree])
		if r.sameCore(box.Notes) {
			box.Notes = r.alike(box.Notes)
		}
		return box
	})
	for i := range boxes {
		if form, name := r.chordForm(boxes[i]); name != "" {
			boxes[i].Form, boxes[i].Name = form, name
		}
	}
	tellApart(boxes, r.fromDegreeOf())
	return boxes, nil
}

// sameCore reports whether the core lies on the same frets of the lowest and
// the highest string.
func (r *Request) sameCore(notes []Note) bool {
	var low, high []int
	for _, n := range notes {
		switch {
		case n.Layer == Core && n.String == r.Strings[0]:
			low = append(low, n.Fret)
		case n.Layer == Core && n.String == r.Strings[len(r.Strings)-1]:
			high = append(high, n.Fret)
		}
	}
	return slices.Equal(low, high)
}

// coreNotes are two notes of the core on each string, whether or not the neck
// has them.
func coreNotes(r *Request, core scale.Scale, lowest int) []Note {
	laid := make([]Note, 0, 2*len(r.Strings))
	midi := lowest
	for _, str := range r.Strings {
		for range 2 {
			laid = append(laid, Note{Place: neck.Place{String: str, Fret: midi - r.Neck.Open(str).MIDI()}, MIDI: midi,
				Layer: Core})
			midi = core.Next(midi)
		}
	}
	return laid
}

// addedNotes are the other notes of the scale, each beside a core note, lowest
// first.
func addedNotes(r *Request, core scale.Scale, laid []Note) []Note {
	low, high := fretRange(laid)
	var added []Note
	for _, n := range laid {
		for _, by := range []int{-1, 1, -2, 2, -3, 3} {
			at := Note{Place: neck.Place{String: n.String, Fret: n.Fret + by}, MIDI: n.MIDI + by, Layer: Added}
			if r.Scale.Index(at.MIDI) < 0 || max(by, -by) != fromCore(core, at.MIDI) {
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

// fromCore counts the semitones from a note to the nearest note of the core.
func fromCore(core scale.Scale, midi int) int {
	semitones := 0
	for core.Index(midi-semitones) < 0 && core.Index(midi+semitones) < 0 {
		semitones++
	}
	return semitones
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
