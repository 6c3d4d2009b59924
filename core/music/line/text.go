package line

import (
	"fmt"
	"math"
	"strings"

	"evenladder/core/music/run"
	"evenladder/core/theory/scale"
)

// Text writes notes down in degrees of a scale, as Typed reads them: the same words in another key
// are the same phrase there. Rests between notes are written, those before the first are not.
// Places and fingers are written where withPlaces says so.
func Text(notes []Note, s scale.Scale, withPlaces bool) string {
	degrees := Degrees(notes, s)
	words := make([]string, 0, len(notes))
	at, last := 0.0, usualMIDI
	for i, n := range notes {
		if rest := n.At - at; i > 0 && rest > 1e-6 {
			words = append(words, Rest(rest))
		}
		near := nearest(s.Tonic.Degree(degrees[i]).Class(), last)
		w := octaveMarks((n.MIDI-near)/octave) + degrees[i].String()
		if withPlaces && n.Place != nil {
			w += fmt.Sprintf("@%d.%d", n.Place.String, n.Place.Fret)
			if n.Finger > 0 {
				w += fmt.Sprintf(".%d", n.Finger)
			}
		}
		words = append(words, w+lengthText(n.Beats)+strokeText(n.Stroke))
		at, last = n.At+n.Beats, n.MIDI
	}
	return strings.Join(words, " ")
}

// strokeText is the sign of a note that is not struck; empty for one that is.
func strokeText(s run.Stroke) string {
	for sign, of := range strokeSigns {
		if of == s {
			return "~" + sign
		}
	}
	return ""
}

// Rest is a rest of so many beats as it is typed.
func Rest(beats float64) string { return "r" + lengthText(beats) }

func octaveMarks(n int) string {
	if n < 0 {
		return strings.Repeat("_", -n)
	}
	return strings.Repeat("^", n)
}

// lengthText is a length as it is typed after a note.
func lengthText(beats float64) string {
	for of := 1; of <= 64; of++ {
		n := math.Round(beats * float64(of))
		if n < 1 || math.Abs(beats-n/float64(of)) > 1e-6 {
			continue
		}
		switch {
		case of == 1 && n == 1:
			return ""
		case of == 1:
			return fmt.Sprintf("*%.0f", n)
		case n == 1:
			return fmt.Sprintf("/%d", of)
		}
		return fmt.Sprintf("*%.0f/%d", n, of)
	}
	return fmt.Sprintf("*%.4f", beats)
}
