package layout

import "fmt"

// sevenPosition has one box for each degree: everything that lies under the
// hand whose index finger rests on that degree on the lowest string, with one
// reach either way, each pitch once. Two degrees a half step apart can have the
// same notes under the hand.
func sevenPosition(r Request) ([]Box, error) {
	return eachDegree(&r, upTo(r.Scale.Len()), func(r *Request, lowest int) Box {
		position := lowest - r.Neck.Open(r.Strings[0]).MIDI()
		notes := r.alike(r.under(position, false))
		if len(notes) == 0 {
			return Box{}
		}
		name := "open position"
		if position > 0 {
			name = fmt.Sprintf("position %d", position)
		}
		box := r.placed(name, notes, r.cutByNeck(position)...)
		box.Degree = r.Scale.Index(lowest)
		return box
	}), nil
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
