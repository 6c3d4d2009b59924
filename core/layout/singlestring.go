package layout

import "fmt"

// singleString has one box a string: every scale note along it, within the
// frets allowed.
func singleString(r Request) ([]Box, error) {
	var out []Box
	for _, str := range r.Strings {
		b := builder{Request: r}
		open := r.Neck.Open(str).MIDI()
		for fret := r.LowFret; fret <= r.HighFret; fret++ {
			if r.Scale.Index(open+fret) >= 0 {
				b.add(str, open+fret, Core)
			}
		}
		if len(b.notes) == 0 {
			continue
		}
		box := b.box(b.notes[0].Degree)
		box.Name = fmt.Sprintf("string %d", str)
		out = append(out, box)
	}
	return out, nil
}
