package layout

import (
	"fmt"
	"math"
	"slices"
)

// sevenPosition has a box for each degree on the lowest string: everything that
// lies under the hand that stands there, with one reach either way, each pitch
// once. A half step above another degree the little finger reaches before the
// index, which would have two notes to stop on a string: that is the other
// degree's box. No two boxes are equal.
func sevenPosition(r Request) ([]Box, error) {
	made := eachDegree(&r, upTo(r.Scale.Len()), func(r *Request, lowest int) Box {
		position := lowest - r.Neck.Open(r.Strings[0]).MIDI()
		notes := r.positionFrom(lowest, position)
		if len(notes) == 0 {
			return Box{}
		}
		name, hand := "open position", 1
		if position > 0 {
			if stays, ok := r.withoutTop(notes, position); ok {
				notes = stays
			}
			if hand = r.handFor(notes, position); hand != position {
				notes = r.positionFrom(lowest, hand)
				hand = r.handFor(notes, hand)
			}
			name = fmt.Sprintf("position %d", hand)
		}
		box := r.placed(name, notes, r.cutByNeck(hand)...)
		box.Degree, box.Hand = r.Scale.Index(lowest), hand
		return box
	})
	var out []Box
	for _, b := range made {
		if !slices.ContainsFunc(out, func(o Box) bool { return slices.Equal(o.Notes, b.Notes) }) {
			out = append(out, b)
		}
	}
	tellApart(out, r.fromDegreeOf())
	return out, nil
}

// positionFrom is what lies under a hand at a position, from the note that the box
// starts with.
func (r *Request) positionFrom(lowest, position int) []Note {
	fret := lowest - r.Neck.Open(r.Strings[0]).MIDI()
	halfStep := fret > 1 && r.Scale.Index(lowest-1) >= 0
	notes := r.under(position, hold{underAlone: true, forwardFirst: halfStep && position == fret})
	if halfStep || position != fret {
		notes = slices.DeleteFunc(notes, func(n Note) bool { return n.MIDI < lowest })
	}
	notes = r.alike(notes)
	if top := len(notes) - 1; top > 0 && position != fret && r.bothReaches(notes, position) {
		notes = notes[:top]
	}
	return notes
}

// withoutTop is a box without its top note, where a hand then has all of it with one reach at most, and would have to
// reach both ways, or leave for it, otherwise.
func (r *Request) withoutTop(notes []Note, position int) ([]Note, bool) {
	top := len(notes) - 1
	if top < 1 || !r.bothReaches(notes, position) && !r.littleTwice(notes, position) {
		return nil, false
	}
	_, asks := r.standing(notes[:top], position)
	return notes[:top], asks <= forwardWeight
}

// littleTwice reports whether a box ends with a reach of the little finger, which has the fret below already.
func (r *Request) littleTwice(notes []Note, position int) bool {
	last, before := notes[len(notes)-1], notes[len(notes)-2]
	return last.String == before.String && last.Fret == before.Fret+1 &&
		r.rank(last.Fret, position, hold{}) == reachForward
}

// bothReaches reports whether a box ends with a reach of the little finger on a
// string where the index reaches too.
func (r *Request) bothReaches(notes []Note, position int) bool {
	top := notes[len(notes)-1]
	if r.rank(top.Fret, position, hold{}) != reachForward {
		return false
	}
	return slices.ContainsFunc(notes, func(n Note) bool {
		return n.String == top.String && r.rank(n.Fret, position,
			hold{}) == reachBack
	})
}

// Weights of what a hand has to take off its home frets: the little finger reaches
// less easily than the index, and what lies past both is a shift.
const backWeight, forwardWeight, pastWeight = 2, 3, 8

// handFor is where a hand stands that reaches for the fewest notes of a box; of
// equal places the one nearest to a position. A box is named after it, as a
// teacher would.
func (r *Request) handFor(notes []Note, position int) int {
	hand, _ := r.standing(notes, position)
	return hand
}

// standing is that place, with the weight of what the hand reaches for there.
func (r *Request) standing(notes []Note, position int) (hand, asked int) {
	first, most := notes[0].Fret, notes[0].Fret-r.Frame.First
	if r.Frame.Stiff {
		most = first - r.Frame.FirstHome
	}
	best, least := position, math.MaxInt
	for hand := max(first-r.Frame.LastHome, 1); hand <= most; hand++ {
		asks := 0
		for i, n := range notes {
			switch rank := r.rank(n.Fret, hand, hold{openFirst: true}); {
			case rank == outOfHand, rank >= reachBack && r.Frame.Stiff, rank == reachBack && followsOnString(notes[i:]):
				asks += pastWeight
			case rank == reachBack:
				asks += backWeight
			case rank == reachForward:
				asks += forwardWeight
			}
		}
		away := max(hand-position, position-hand)
		if asks < least || asks == least && away < max(best-position, position-best) {
			best, least = hand, asks
		}
	}
	return best, least
}

// followsOnString reports whether the fret above the first of some notes is on its
// string too, so that one index cannot have both.
func followsOnString(notes []Note) bool {
	return len(notes) > 1 && notes[1].String == notes[0].String && notes[1].Fret == notes[0].Fret+1
}

// cutByNeck are the pitches at home under the hand on the highest string that
// lie past the last fret.
func (r *Request) cutByNeck(position int) []int {
	open := r.Neck.Open(r.Strings[len(r.Strings)-1]).MIDI()
	var out []int
	for fret := max(r.HighFret+1, position); fret <= position+r.Frame.LastHome; fret++ {
		if r.Scale.Index(open+fret) >= 0 {
			out = append(out, open+fret)
		}
	}
	return out
}
