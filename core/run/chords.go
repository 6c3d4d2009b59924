package run

// ChordAt is where a chord begins in the order of a pattern.
type ChordAt struct {
	At     int // index into the order
	Degree int // of the scale, from 1
}

// Chords are the chords that a pattern goes through, where each begins; none
// for patterns that are not made of chords.
func Chords(notes []Note, s Spec) (out []ChordAt) {
	p, _ := FindPattern(s.Pattern)
	at := 0
	switch {
	case p.Uses.Chords:
		for _, degree := range s.Chords {
			out = append(out, ChordAt{at, degree})
			at += len(tonesOf(notes, degree, s))
		}
	case p.aboveRoot != nil && s.ScaleLen > 0:
		cells := p.cells(notes, s)
		for _, t := range turns(cells, s) {
			root := notes[cells[t.cell][0]].Degree - p.aboveRoot(s)
			out = append(out, ChordAt{at, (root%s.ScaleLen+s.ScaleLen)%s.ScaleLen + 1})
			at += len(t.notes)
		}
	}
	return out
}
