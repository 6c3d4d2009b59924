package neck

import (
	"regexp"
	"slices"

	"evenladder/core/theory/pitch"
)

// TuningsOf are the tunings of an instrument: its own rows of the catalogue, what
// its family has on strings as far apart, and all strings lower by a half or a
// whole step. Each sounds like no other before it.
func TuningsOf(in Instrument) []NamedTuning {
	out := []NamedTuning{}
	add := func(t NamedTuning) {
		if !slices.ContainsFunc(out, func(o NamedTuning) bool { return sameSound(o.Tuning, t.Tuning) }) {
			out = append(out, t)
		}
	}
	for _, t := range tunings {
		if t.Instrument == in.ID {
			add(t)
		}
	}
	add(NamedTuning{in.ID + "-standard", "standard", in.ID, in.Tuning})
	for _, like := range instruments {
		by, ok := apart(like, in)
		if !ok {
			continue
		}
		for _, t := range tunings {
			if t.Instrument == like.ID {
				if moved := t.moved(in.ID, by); !tight(moved.Tuning, in.Tuning) {
					add(moved)
				}
			}
		}
	}
	for steps, name := range []string{"half", "whole"} {
		lower := NamedTuning{in.ID + "-" + name + "-down", name + " step down", in.ID, slices.Clone(in.Tuning)}
		for i, p := range in.Tuning {
			midi := p.MIDI() - steps - 1
			lower.Tuning[i] = pitch.FromMIDI(midi, flats[midi%octave])
		}
		add(lower)
	}
	return out
}

// apart is how many semitones an instrument's strings lie above those of another
// of its family, if each lies as far but for its octave.
func apart(from, to Instrument) (semitones int, ok bool) {
	n := len(to.Tuning)
	if from.ID == to.ID || from.Family != to.Family || len(from.Tuning) != n {
		return 0, false
	}
	first := to.Tuning[n-1].MIDI() - from.Tuning[n-1].MIDI()
	for i := range n {
		if (to.Tuning[i].MIDI()-from.Tuning[i].MIDI()-first)%octave != 0 {
			return 0, false
		}
	}
	return first, true
}

// octave in semitones.
const octave = 12

// moved is a tuning on the strings of another instrument, so many semitones away.
func (t NamedTuning) moved(instrument string, by int) NamedTuning {
	out := NamedTuning{instrument + "-as-" + t.ID, t.Name, instrument, slices.Clone(t.Tuning)}
	if by%octave != 0 {
		out.Name = noteWords.ReplaceAllStringFunc(t.Name, func(note string) string {
			return PlainPitch(pitch.MustParse(note+"4").MIDI() + by).Name.Pretty()
		})
	}
	for i, p := range t.Tuning {
		if by%octave == 0 {
			out.Tuning[i].Octave += by / octave
		} else {
			out.Tuning[i] = PlainPitch(p.MIDI() + by)
		}
	}
	return out
}

// noteWords are the notes in the name of a tuning.
var noteWords = regexp.MustCompile(`\b[A-G]\b`)

// tight reports whether every string is higher than an instrument's own, which
// it is not made for.
func tight(tuning, own []pitch.Pitch) bool {
	for i, p := range tuning {
		if p.MIDI() <= own[i].MIDI() {
			return false
		}
	}
	return true
}

func sameSound(a, b []pitch.Pitch) bool {
	return slices.EqualFunc(a, b, func(p, q pitch.Pitch) bool { return p.MIDI() == q.MIDI() })
}

// flats name the open strings of a lower tuning.
var flats = func() (out [octave]pitch.Name) {
	for i, s := range [octave]string{"C", "Db", "D", "Eb", "E", "F", "Gb", "G", "Ab", "A", "Bb", "B"} {
		out[i] = pitch.MustParseName(s)
	}
	return out
}()
