package run

import (
	"slices"

	"evenladder/core/base/table"
)

// ChordAt is where a chord begins in the order of a pattern.
type ChordAt struct {
	At     int // index into the order
	Degree int // of the scale, from 1
	Size   int // 3 for a triad, 4 for a seventh chord
}

// Chords are the chords that a pattern goes through, where each begins; none
// for patterns that are not made of chords.
func Chords(notes []Note, s Spec) (out []ChordAt) {
	p, _ := table.Find(Patterns, s.Pattern)
	at := 0
	switch {
	case p.Uses.Chords:
		for _, degree := range s.Chords {
			out = append(out, ChordAt{at, degree, 3})
			at += len(tonesOf(notes, degree, s))
		}
	case p.chord != nil && s.ScaleLen > 0:
		above, size := p.chord(s)
		cells := p.cells(notes, s)
		for _, t := range turns(cells, s) {
			root := notes[cells[t.cell][0]].Degree - above
			out = append(out, ChordAt{at, (root%s.ScaleLen+s.ScaleLen)%s.ScaleLen + 1, size})
			at += len(t.notes)
		}
	}
	return out
}

// brokenChord is a cell that breaks a chord in the order asked for.
func brokenChord(s Spec) (above, size int) {
	if slices.Max(s.Order) >= 7 {
		return s.Order[0] - 1, 4
	}
	return s.Order[0] - 1, 3
}

// droppedChord is a drop-2 cell, which begins on the fifth.
func droppedChord(Spec) (above, size int) { return 4, 4 }
