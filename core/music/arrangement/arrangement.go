// Package arrangement lays a band under a piece, from its first bar to its last or for so many choruses. Files of MIDI and
// of sound are written from it.
package arrangement

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/music/backing"
	"evenladder/core/music/band"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
)

// Arrangement is a piece with what the backing plays under it.
type Arrangement struct {
	Piece piece.Piece // played over it as often as it fits; without notes where the backing is alone
	Notes []band.Note // in the order of their onsets, in beats from the start of the first bar
	Beats float64     // from the start of the first bar until it stops
}

// Of lays a backing under a piece as a guide asks: for so many choruses, and for the whole piece at
// least. A piece without a backing has the chords of its scale.
func Of(p piece.Piece, g rhythm.Guide) Arrangement {
	if g.Backing == rhythm.NoBacking || len(p.Keys) == 0 {
		return Arrangement{Piece: p}
	}
	kind := p.Backing
	if kind == backing.None || kind == "" {
		kind = backing.Vamp
	}
	perBar := float64(p.Rhythm.BeatsPerBar)
	long := barsUp(lastOf(p), perBar)
	a := Arrangement{Piece: p, Beats: long}
	if len(p.Keys) == 1 {
		round := long
		if cycle := p.Keys[0].Band.Chords.Beats; kind.HasChords() && cycle > 0 {
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
		a.Notes = append(a.Notes, under(kind, key, from, to)...)
	}
	if g.Backing == rhythm.BackingAlone {
		a.Piece.Events = nil
	}
	slices.SortStableFunc(a.Notes, func(a, b band.Note) int { return cmp.Compare(a.At, b.At) })
	return a
}

func lastOf(p piece.Piece) (beats float64) {
	for _, e := range p.Events {
		beats = max(beats, e.At+e.Sounds)
	}
	return beats
}

func barsUp(beats, perBar float64) float64 { return math.Ceil(beats/perBar-1e-9) * perBar }

// padLoud is how loud a drone is beside the other parts.
const padLoud = 0.45

// under is what plays in one key, from a beat to another.
func under(kind backing.Kind, key piece.Key, from, to float64) []band.Note {
	b := key.Band
	switch {
	case kind == backing.Drone:
		return []band.Note{{Part: band.Pad, MIDI: key.Drone, At: from, Beats: to - from, Loud: padLoud},
			{Part: band.Pad, MIDI: key.Drone + 7, At: from, Beats: to - from, Loud: padLoud / 2}}
	case kind == backing.Groove || len(b.Chords.Notes) == 0:
		return append(b.Groove.Between(from, to), b.Drums.Between(from, to)...)
	}
	return append(b.Chords.Between(from, to), b.Drums.Between(from, to)...)
}
