package run

import "slices"

// between lists the indexes from one note to another, both included.
func between(from, to int) []int {
	out := []int{from}
	return WalkTo(out, to)
}

// roots are the indexes of the tonic.
func roots(notes []Note) (out []int) {
	for i, n := range notes {
		if n.Degree == 0 {
			out = append(out, i)
		}
	}
	return out
}

// fullRange goes from the lowest root up to the top, down past it to the bottom,
// and back up to it. A box without a root goes from its lowest note.
func fullRange(notes []Note, _ Spec) []int {
	start := 0
	if r := roots(notes); len(r) > 0 {
		start = r[0]
	}
	out := WalkTo([]int{start}, len(notes)-1)
	return WalkTo(WalkTo(out, 0), start)
}

// gates go from the first root down to the lowest note and up to it again, then
// root to root to the top and back. Each stretch begins on the root that the
// one before ended on, so that every root is struck twice as it is passed.
func gates(notes []Note, _ Spec) []int {
	r := roots(notes)
	if len(r) == 0 {
		return direct(ones(notes, Spec{}), Spec{Direction: UpDown})
	}
	first, last, top := r[0], r[len(r)-1], len(notes)-1
	var out []int
	if first > 0 {
		out = WalkTo(between(first, 0), first)
	}
	for i := 1; i < len(r); i++ {
		out = append(out, between(r[i-1], r[i])...)
	}
	if top > last {
		out = append(out, WalkTo(between(last, top), last)...)
	}
	for i := len(r) - 1; i > 0; i-- {
		out = append(out, between(r[i], r[i-1])...)
	}
	return out
}

// arpeggios run through chords in one position: each chord's own notes in the
// box, the first up, the next down, so that the hand goes on from where it is.
func arpeggios(notes []Note, s Spec) []int {
	var out []int
	for k, degree := range s.Chords {
		tones := tonesOf(notes, degree, s)
		if k%2 == 1 {
			slices.Reverse(tones)
		}
		out = append(out, tones...)
	}
	return out
}

func tonesOf(notes []Note, degree int, s Spec) (tones []int) {
	for i, n := range notes {
		if ChordTone(n.Degree, degree, s.ScaleLen, 3) {
			tones = append(tones, i)
		}
	}
	return tones
}

// ChordTone reports whether a scale note belongs to the chord of so many notes
// in thirds on a degree, counted from 1.
func ChordTone(degree, chord, scaleLen, size int) bool {
	if scaleLen == 0 {
		return false
	}
	for k := range size {
		if degree == (chord-1+2*k)%scaleLen {
			return true
		}
	}
	return false
}
