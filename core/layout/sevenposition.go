package layout

import (
	"fmt"
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
		name := "open position"
		if position > 0 {
			name = fmt.Sprintf("position %d", position)
		}
		halfStep := position > 1 && r.Scale.Index(lowest-1) >= 0
		notes := r.under(position, hold{underAlone: true, forwardFirst: halfStep})
		if halfStep {
			notes = slices.DeleteFunc(notes, func(n Note) bool { return n.MIDI < lowest })
		}
		if notes = r.alike(notes); len(notes) == 0 {
			return Box{}
		}
		box := r.placed(name, notes, r.cutByNeck(position)...)
		box.Degree, box.Hand = r.Scale.Index(lowest), max(position, 1)
		return box
	})
	var out []Box
	for _, b := range made {
		if !slices.ContainsFunc(out, func(o Box) bool { return slices.Equal(o.Notes, b.Notes) }) {
			out = append(out, b)
		}
	}
	return out, nil
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
