package line

import (
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

const octave = 12

// between are the degrees of the notes that a scale does not have, by semitones above the tonic:
// as a line that falls spells them, and as one that rises.
var between = [octave]struct{ falling, rising string }{
	0: {"1", "1"}, 1: {"b2", "#1"}, 2: {"2", "2"}, 3: {"b3", "b3"}, 4: {"3", "3"}, 5: {"4", "4"},
	6: {"b5", "#4"}, 7: {"5", "5"}, 8: {"b6", "#5"}, 9: {"6", "6"}, 10: {"b7", "b7"}, 11: {"7", "7"},
}

// Degrees are the degrees of the notes against the major scale of the key: those of the scale as
// the scale has them, the others as they were written, else by where the line goes.
func Degrees(notes []Note, s scale.Scale) []pitch.Degree {
	out := make([]pitch.Degree, len(notes))
	for i, n := range notes {
		if at := s.Index(n.MIDI); at >= 0 {
			out[i] = s.Formula[at]
			continue
		}
		if d, ok := written(n, s.Tonic); ok {
			out[i] = d
			continue
		}
		way := between[Above(n.MIDI, s)]
		spelled := way.falling
		if i+1 < len(notes) && notes[i+1].MIDI > n.MIDI {
			spelled = way.rising
		}
		out[i] = pitch.MustParseDegree(spelled)
	}
	return out
}

// written is the degree of a note as it was written, where that is one with at most one sharp or flat.
func written(n Note, tonic pitch.Name) (d pitch.Degree, ok bool) {
	if !n.Name.IsValid() || n.Name.Class() != n.MIDI%octave {
		return d, false // it was changed since
	}
	d, ok = tonic.DegreeOf(n.Name)
	return d, ok && d.Alter() >= -1 && d.Alter() <= 1
}

// Above counts the semitones of a pitch above the tonic of a scale, 0 to 11.
func Above(midi int, s scale.Scale) int { return (midi - s.Tonic.Class() + 10*octave) % octave }
