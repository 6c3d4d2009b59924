package phrase

import (
	"evenladder/core/music/line"
	"evenladder/core/theory/scale"
)

// named spells the notes in a key: those of the scale as the scale has them, the others by where
// the line goes.
func named(notes []line.Note, s scale.Scale) []Named {
	out := make([]Named, len(notes))
	degrees := line.Degrees(notes, s)
	for i, n := range notes {
		d := degrees[i]
		out[i] = Named{N: i + 1, MIDI: n.MIDI, Name: s.Tonic.Degree(d).String(), Degree: d.String(), At: n.At,
			Beats: n.Beats, Place: placeOf(notes, i, s)}
	}
	return out
}

// colours are the degrees that colour a key from outside its scale: those of the blues, and of the
// parallel key, by semitones above the tonic.
func colours(s scale.Scale) (out [octave]bool) {
	other := "1 2 b3 4 5 b6 b7"
	if s.MinorType() {
		other = "1 2 3 4 5 6 7"
	}
	for _, formula := range []string{other, "1 b3 4 b5 5 b7"} {
		for _, d := range scale.MustParseFormula(formula) {
			out[d.Semitones()] = true
		}
	}
	return out
}

// placeOf says how a note stands to the scale. A neighbour is told first where the line leads by a
// half step into a note of the scale or comes from one, unless the note is a colour of the key.
func placeOf(notes []line.Note, i int, s scale.Scale) Place {
	midi := notes[i].MIDI
	if s.Index(midi) >= 0 {
		return InScale
	}
	if colours(s)[line.Above(midi, s)] {
		return Colour
	}
	for _, k := range []int{i - 1, i + 1} {
		if k < 0 || k >= len(notes) {
			continue
		}
		if step := notes[k].MIDI - midi; (step == 1 || step == -1) && s.Index(notes[k].MIDI) >= 0 {
			return Neighbour
		}
	}
	return Outside
}
