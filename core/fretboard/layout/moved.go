package layout

import "slices"

// Octave is where a shape repeats on every string.
const Octave = 12

// Moves reports whether a box lies so many octaves further up the neck too, or
// down where that is negative.
func (r *Request) Moves(b Box, octaves int) bool {
	for _, n := range b.Notes {
		if fret := n.Fret + octaves*Octave; fret < r.LowFret || fret > r.HighFret {
			return false
		}
	}
	return true
}

// Moved is a box so many octaves further up the neck, or down.
func Moved(b Box, octaves int) Box {
	frets := octaves * Octave
	b.Notes = slices.Clone(b.Notes)
	for i := range b.Notes {
		n := &b.Notes[i]
		if n.Fret == 0 {
			b.Hand = 0 // open strings need a finger there
		}
		n.Fret += frets
		n.MIDI += frets
	}
	if b.Hand > 0 {
		b.Hand += frets
	}
	b.Missing = slices.Clone(b.Missing)
	for i, p := range b.Missing {
		p.Octave += octaves
		if p.At.String > 0 {
			p.At.Fret += frets
		}
		b.Missing[i] = p
	}
	b.Links = nil // they lead on from where it was
	return b
}
