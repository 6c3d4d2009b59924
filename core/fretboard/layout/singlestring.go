package layout

import (
	"slices"
	"strconv"
)

// singleString has one box a string: every scale note along it, within the
// frets allowed. Each leads on, from the root an octave above its lowest, to
// the string where that pitch is the lowest root.
func singleString(r Request) ([]Box, error) {
	var out []Box
	for _, str := range r.Strings {
		b := builder{Request: &r, notes: make([]Note, 0, (r.HighFret-r.LowFret+1)*r.Scale.Len()/12+2)}
		open := r.Neck.Open(str).MIDI()
		for fret := r.LowFret; fret <= r.HighFret; fret++ {
			if r.Scale.Index(open+fret) >= 0 {
				b.add(str, open+fret, Core)
			}
		}
		if len(b.notes) == 0 {
			continue
		}
		out = append(out, b.box(b.notes[0].Degree, "string "+strconv.Itoa(str)))
	}
	for i := range out {
		out[i].Links = octaveLinks(out, i)
	}
	return out, nil
}

func octaveLinks(boxes []Box, i int) []Link {
	low, ok := lowestRoot(boxes[i])
	if !ok {
		return nil
	}
	at := slices.IndexFunc(boxes[i].Notes, func(n Note) bool { return n.MIDI == low.MIDI+12 })
	if at < 0 {
		return nil
	}
	for k, next := range boxes {
		if root, ok := lowestRoot(next); ok && k != i && root.MIDI == low.MIDI+12 {
			return []Link{{k, boxes[i].Notes[at].Place, root.Place}}
		}
	}
	return nil
}

func lowestRoot(b Box) (Note, bool) {
	for _, n := range b.Notes {
		if n.Degree == 0 {
			return n, true
		}
	}
	return Note{}, false
}
