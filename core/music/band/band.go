// Package band is what a backing plays in a key: bass, keys and drums, note by note, for as long as it takes to go round
// once.
//
// Files of MIDI and of sound, the browser and the page that is taken home all go round in it; so all have the same notes.
package band

import (
	"math"

	"evenladder/core/music/backing"
	"evenladder/core/music/rhythm"
)

// Part is an instrument of the band.
type Part string

// The parts.
const (
	Bass  Part = "bass"
	Keys  Part = "keys"
	Pad   Part = "pad"
	Drums Part = "drums"
)

// Parts are all parts, the lowest first.
var Parts = []Part{Bass, Keys, Pad, Drums}

// Drums by their key in General MIDI.
const (
	Kick  = 36
	Snare = 38
	Hat   = 42
)

// Note is a note that a part plays.
type Note struct {
	Part  Part    `json:"part"`
	MIDI  int     `json:"midi"` // a drum by its key
	At    float64 `json:"at"`   // beats from where it goes round from, or from the start of the first bar
	Beats float64 `json:"beats"`
	Loud  float64 `json:"loud"` // 0 to 1
}

// Cycle is what goes round.
type Cycle struct {
	Beats float64 `json:"beats"` // that it takes; whole bars
	Notes []Note  `json:"notes"` // in the order of their onsets, part by part
}

// Band is what can sound under a key; each goes round from the key's first bar on.
type Band struct {
	Chords Cycle `json:"chords"` // bass and keys on the chords of the key; without notes where there are none
	Groove Cycle `json:"groove"` // the bass on the tonic, a bar
	Drums  Cycle `json:"drums"`  // a bar
}

// Of is the band of a key: on chords that go round, and on its tonic, a low MIDI number.
func Of(chords []backing.Chord, tonic int, r rhythm.Rhythm) Band {
	b := Band{Chords: Cycle{Notes: []Note{}}}
	for _, c := range chords {
		b.Chords.Notes = append(
			b.Chords.Notes,
			chord(c, float64(r.BeatsPerBar), b.Chords.Beats, b.Chords.Beats+c.Beats)...)
		b.Chords.Beats += c.Beats
	}
	bar := float64(r.BeatsPerBar)
	b.Groove, b.Drums = Cycle{bar, groove(tonic, r)}, Cycle{bar, drums(r)}
	return b
}

// Between are the notes of what goes round from a beat to another, the last ones cut off there.
func (c Cycle) Between(from, to float64) (out []Note) {
	if c.Beats <= 0 {
		return nil
	}
	for at := from; at < to-tiny; at += c.Beats {
		for _, n := range c.Notes {
			if n.At += at; n.At < to-tiny {
				n.Beats = min(n.Beats, to-n.At)
				out = append(out, n)
			}
		}
	}
	return out
}

// tiny is less than any note.
const tiny = 1e-9

// How loud the parts are beside each other.
const (
	bassLoud, keysLoud                   = 0.8, 0.5
	kickLoud, snareLoud, hatLoud, offHat = 0.7, 0.45, 0.3, 0.2
)

// groove is the tonic on each beat of a bar, and light before the next.
func groove(midi int, r rhythm.Rhythm) (out []Note) {
	light := 1 / float64(max(r.PerBeat, 2))
	for beat := range r.BeatsPerBar {
		at := float64(beat)
		out = append(out,
			Note{Bass, midi, at, min(0.55, 1-light), bassLoud},
			Note{Bass, midi, at + 1 - light, 0.6 * light, bassLoud / 2},
		)
	}
	return out
}

// chord is struck in each bar anew; the bass has its root on the first beat and the fifth, where the chord
// has one, in the middle of the bar.
func chord(c backing.Chord, perBar, from, to float64) (out []Note) {
	for at := from; at < to-tiny; {
		next := min(math.Floor(at/perBar+tiny)*perBar+perBar, to)
		for _, n := range c.Notes {
			out = append(out, Note{Keys, n, at, next - at, keysLoud})
		}
		long := next - at
		if half := math.Floor(perBar / 2); long > half && half >= 1 {
			out = append(out,
				Note{Bass, c.Bass, at, half * 0.95, bassLoud},
				Note{Bass, fifth(c), at + half, (long - half) * 0.95, bassLoud * 0.8},
			)
		} else {
			out = append(out, Note{Bass, c.Bass, at, long * 0.95, bassLoud})
		}
		at = next
	}
	return out
}

// fifth is the fifth over the bass where the chord has it, else the bass.
func fifth(c backing.Chord) int {
	for _, n := range c.Notes {
		if (n-c.Bass)%12 == 7 {
			return c.Bass + 7
		}
	}
	return c.Bass
}

// drums mark a bar: low on its first beat and in its middle, high on the others, and light between.
func drums(r rhythm.Rhythm) (out []Note) {
	off := 0.5
	if r.Swing || r.Compound {
		off = 2.0 / 3
	}
	for beat := range r.BeatsPerBar {
		at := float64(beat)
		if beat == 0 || r.BeatsPerBar%2 == 0 && r.BeatsPerBar > 2 && beat == r.BeatsPerBar/2 {
			out = append(out, Note{Drums, Kick, at, 0.25, kickLoud})
		} else {
			out = append(out, Note{Drums, Snare, at, 0.25, snareLoud})
		}
		out = append(out, Note{Drums, Hat, at, 0.2, hatLoud}, Note{Drums, Hat, at + off, 0.2, offHat})
	}
	return out
}
