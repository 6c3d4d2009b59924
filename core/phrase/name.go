package phrase

import (
	"evenladder/core/pitch"
	"evenladder/core/scale"
)

// between are the degrees of the notes that a scale does not have, by semitones above the tonic:
// as a line that falls spells them, and as one that rises.
var between = [octave]struct{ falling, rising string }{
	0: {"1", "1"}, 1: {"b2", "#1"}, 2: {"2", "2"}, 3: {"b3", "b3"}, 4: {"3", "3"}, 5: {"4", "4"},
	6: {"b5", "#4"}, 7: {"5", "5"}, 8: {"b6", "#5"}, 9: {"6", "6"}, 10: {"b7", "b7"}, 11: {"7", "7"},
}

// named spells the notes in a key: those of the scale as the scale has them, the others by where
// the line goes.
func named(notes []Note, s scale.Scale) []Named {
	out := make([]Named, len(notes))
	for i, n := range notes {
		d := degreeOf(notes, i, s)
		out[i] = Named{N: i + 1, MIDI: n.MIDI, Name: s.Tonic.Degree(d).String(), Degree: d.String(), At: n.At, Beats: n.Beats, Place: placeOf(notes, i, s)}
	}
	return out
}

// degreeOf is the degree of a note against the major scale of the key.
func degreeOf(notes []Note, i int, s scale.Scale) pitch.Degree {
	if at := s.Index(notes[i].MIDI); at >= 0 {
		return s.Formula[at]
	}
	above := (notes[i].MIDI - s.Tonic.Class() + 10*octave) % octave
	spelled := between[above].falling
	if i+1 < len(notes) && notes[i+1].MIDI > notes[i].MIDI {
		spelled = between[above].rising
	}
	return pitch.MustParseDegree(spelled)
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
func placeOf(notes []Note, i int, s scale.Scale) Place {
	midi := notes[i].MIDI
	if s.Index(midi) >= 0 {
		return InScale
	}
	if colours(s)[(midi-s.Tonic.Class()+10*octave)%octave] {
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
