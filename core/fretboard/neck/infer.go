package neck

import (
	"fmt"

	"evenladder/core/theory/pitch"
)

// InferTuning reads the strings of a tuning, whether or not they name their
// octaves: "D A D G B E". A string without one takes the octave nearest to the
// same string of a tuning like it; where that has another number of strings,
// the octave that makes the strings rise. Octaves that are given stay.
func InferTuning(words []string, like []pitch.Pitch) ([]pitch.Pitch, error) {
	if len(words) < MinStrings || len(words) > MaxStrings {
		return nil, fmt.Errorf("a tuning of %d strings: give %d to %d, such as E2 A2 D3 G3 B3 E4 or D A D G B E",
			len(words), MinStrings, MaxStrings)
	}
	out := make([]pitch.Pitch, len(words))
	for i, w := range words {
		if p, err := pitch.Parse(w); err == nil {
			out[i] = p
			continue
		}
		name, err := pitch.ParseName(w)
		if err != nil {
			return nil, fmt.Errorf("string %d: %q is not a pitch: give a note name, with an octave from %d to %d if it is to be another than the usual one, such as E2, Bb3 or D", len(words)-i, clip(w), pitch.MinOctave, pitch.MaxOctave)
		}
		out[i] = infer(name, i, out, like, len(words))
	}
	return out, nil
}

func infer(name pitch.Name, i int, before, like []pitch.Pitch, count int) pitch.Pitch {
	if len(like) == count {
		return nearest(name, like[i].MIDI())
	}
	if i > 0 {
		return nearest(name, before[i-1].MIDI()+6) // the one above, within an octave
	}
	if len(like) > 0 {
		return nearest(name, like[0].MIDI())
	}
	return pitch.Pitch{Name: name, Octave: 3}
}

// nearest is the pitch of a name closest to a MIDI number; of two as near the
// lower one. It stays within the octaves that can be written.
func nearest(name pitch.Name, midi int) pitch.Pitch {
	best := pitch.Pitch{Name: name, Octave: pitch.MinOctave}
	for o := pitch.MinOctave; o <= pitch.MaxOctave; o++ {
		if p := (pitch.Pitch{Name: name, Octave: o}); distance(p.MIDI(), midi) < distance(best.MIDI(), midi) {
			best = p
		}
	}
	return best
}

func distance(a, b int) int { return max(a-b, b-a) }

func clip(s string) string {
	if r := []rune(s); len(r) > 24 {
		return string(r[:24]) + "…"
	}
	return s
}

// plainNames spell pitch classes where no key says how.
var plainNames = func() (out [12]pitch.Name) {
	for i, s := range [12]string{"C", "C#", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"} {
		out[i] = pitch.MustParseName(s)
	}
	return out
}()

// PlainPitch spells a MIDI number where no key says how.
func PlainPitch(midi int) pitch.Pitch { return pitch.FromMIDI(midi, plainNames[midi%12]) }

// LowestMIDI and HighestMIDI bound the open strings that can be written.
const LowestMIDI, HighestMIDI = 12, 119

// Capo is the neck above a capo at a fret: shorter, and every string higher.
// Frets are counted from the capo, as players count them.
func (n Neck) Capo(fret int) (Neck, error) {
	if fret == 0 {
		return n, nil
	}
	if fret < 0 || fret >= n.Frets {
		return Neck{}, fmt.Errorf("a capo at fret %d: give 0 for none to %d", fret, n.Frets-1)
	}
	tuning := make([]pitch.Pitch, len(n.Tuning))
	for i, p := range n.Tuning {
		tuning[i] = PlainPitch(p.MIDI() + fret)
	}
	return New(tuning, n.Frets-fret, n.ScaleLengthMM-n.FretMM(fret))
}
