// Package band is what a backing plays in time: bass, keys and drums under a piece, note by note.
//
// Files of MIDI and of sound read it; so both have the same notes.
package band

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/music/backing"
	"evenladder/core/music/piece"
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
	Part  Part
	MIDI  int     // a drum by its key
	At    float64 // beats from the start of the first bar
	Beats float64
	Loud  float64 // 0 to 1
}

// Arranged is a piece with what the backing plays under it.
type Arranged struct {
	Piece piece.Piece // played over it as often as it fits; without notes where the backing is alone
	Notes []Note
	Beats float64 // from the start of the first bar until it stops
}

// Arrange lays a backing under a piece as a guide asks: for so many choruses, and for the whole piece at
// least. A piece without a backing has the chords of its scale.
func Arrange(p piece.Piece, g rhythm.Guide) Arranged {
	if g.Backing == rhythm.NoBacking || len(p.Keys) == 0 {
		return Arranged{Piece: p}
	}
	kind := p.Backing
	if kind == backing.None || kind == "" {
		kind = backing.Vamp
	}
	perBar := float64(p.Rhythm.BeatsPerBar)
	long := barsUp(lastOf(p), perBar)
	a := Arranged{Piece: p, Beats: long}
	if len(p.Keys) == 1 {
		round := long
		if cycle := beatsOf(p.Keys[0].Vamp); kind.HasChords() && cycle > 0 {
			round = cycle
		}
		a.Beats = max(round*float64(max(g.Choruses, 1)), long)
		if times := int(a.Beats/max(long, perBar) + 1e-9); times > 1 {
			a.Piece = p.Stretch(1, len(p.Events), times)
		}
	}
	for k, key := range p.Keys {
		from, to := 0.0, a.Beats
		if k > 0 {
			from = math.Floor(p.Events[key.First].At/perBar) * perBar
		}
		if k+1 < len(p.Keys) {
			to = math.Floor(p.Events[p.Keys[k+1].First].At/perBar) * perBar
		}
		a.Notes = append(a.Notes, partsOf(kind, key, p.Rhythm, from, to)...)
	}
	if g.Backing == rhythm.BackingAlone {
		a.Piece.Events = nil
	}
	slices.SortStableFunc(a.Notes, func(a, b Note) int { return cmp.Compare(a.At, b.At) })
	return a
}

func lastOf(p piece.Piece) (beats float64) {
	for _, e := range p.Events {
		beats = max(beats, e.At+e.Sounds)
	}
	return beats
}

func barsUp(beats, perBar float64) float64 { return math.Ceil(beats/perBar-1e-9) * perBar }

func beatsOf(cycle []backing.Chord) (sum float64) {
	for _, c := range cycle {
		sum += c.Beats
	}
	return sum
}

// How loud the parts are beside each other.
const (
	bassLoud, keysLoud, padLoud          = 0.8, 0.5, 0.45
	kickLoud, snareLoud, hatLoud, offHat = 0.7, 0.45, 0.3, 0.2
)

// partsOf is what plays in one key, from a beat to another.
func partsOf(kind backing.Kind, key piece.Key, r rhythm.Rhythm, from, to float64) (out []Note) {
	switch {
	case kind == backing.Drone:
		return []Note{{Pad, key.Drone, from, to - from, padLoud}, {Pad, key.Drone + 7, from, to - from, padLoud / 2}}
	case kind == backing.Groove || len(key.Vamp) == 0:
		return append(groove(key.Drone, r, from, to), drums(r, from, to)...)
	}
	for at, i := from, 0; at < to-1e-9; i++ {
		c := key.Vamp[i%len(key.Vamp)]
		out = append(out, chord(c, float64(r.BeatsPerBar), at, min(at+c.Beats, to))...)
		at += c.Beats
	}
	return append(out, drums(r, from, to)...)
}

// groove is the root on each beat, and light before the next.
func groove(midi int, r rhythm.Rhythm, from, to float64) (out []Note) {
	light := 1 / float64(max(r.PerBeat, 2))
	for at := from; at < to-1e-9; at++ {
		out = append(
			out,
			Note{Bass, midi, at, 0.55, bassLoud},
			Note{Bass, midi, at + 1 - light, 0.6 * light, bassLoud / 2},
		)
	}
	return out
}

// chord is struck in each bar anew; the bass has its root on the first beat and the fifth, where the chord
// has one, in the middle of the bar.
func chord(c backing.Chord, perBar, from, to float64) (out []Note) {
	for at := from; at < to-1e-9; {
		next := min(math.Floor(at/perBar+1e-9)*perBar+perBar, to)
		for _, n := range c.Notes {
			out = append(out, Note{Keys, n, at, next - at, keysLoud})
		}
		long := next - at
		if half := math.Floor(perBar / 2); long > half && half >= 1 {
			out = append(
				out,
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

// drums mark the bar: low on its first beat and in its middle, high on the others, and light between.
func drums(r rhythm.Rhythm, from, to float64) (out []Note) {
	perBar := r.BeatsPerBar
	for at := from; at < to-1e-9; at++ {
		beat := int(math.Round(at)) % perBar
		switch {
		case beat == 0 || perBar%2 == 0 && perBar > 2 && beat == perBar/2:
			out = append(out, Note{Drums, Kick, at, 0.25, kickLoud})
		default:
			out = append(out, Note{Drums, Snare, at, 0.25, snareLoud})
		}
		off := 0.5
		if r.Swing || r.Compound {
			off = 2.0 / 3
		}
		out = append(out, Note{Drums, Hat, at, 0.2, hatLoud}, Note{Drums, Hat, at + off, 0.2, offHat})
	}
	return out
}
