package arrangement_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/arrangement"
	"evenladder/core/music/band"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/round"
	"evenladder/internal/plantest"
)

func arranged(t *testing.T, backing string, g rhythm.Guide) arrangement.Arrangement {
	p := plantest.Build(
		t,
		`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Eb", "name": "lydian"}, "layout": {"system": "one-octave"}, "rhythm": {"beatsPerBar": 3}, "backing": `+backing+`}`,
	)
	return arrangement.Of(p.Piece(), g)
}

func of(a arrangement.Arrangement, p band.Part) (out []band.Note) {
	for _, n := range a.Notes {
		if n.Part == p {
			out = append(out, n)
		}
	}
	return out
}

// Every kind has its parts, each note within the backing, and every bar its chord.
func TestEachKindHasItsParts(t *testing.T) {
	for kind, parts := range map[string][]band.Part{
		"drone": {band.Pad}, "groove": {band.Bass, band.Drums}, "chord": {band.Bass, band.Keys, band.Drums}, "vamp": {band.Bass, band.Keys, band.Drums},
		"progression": {band.Bass, band.Keys, band.Drums}, "blues": {band.Bass, band.Keys, band.Drums}, "none": {band.Bass, band.Keys, band.Drums},
	} {
		a := arranged(t, `{"kind": "`+kind+`"}`, rhythm.Guide{Backing: rhythm.WithBacking})
		for _, p := range band.Parts {
			assert.Equal(t, contains(parts, p), len(of(a, p)) > 0, "%s: %s", kind, p)
		}
		for _, n := range a.Notes {
			assert.True(t, n.At >= 0 && n.At+n.Beats <= a.Beats+1e-9, "%s: %v of %g", kind, n, a.Beats)
			assert.Positive(t, n.Beats)
		}
		if keys := of(a, band.Keys); kind != "drone" && kind != "groove" {
			bars := map[float64]int{}
			for _, n := range keys {
				bars[n.At]++
			}
			for bar := 0.0; bar < a.Beats; bar += 3 {
				assert.GreaterOrEqual(t, bars[bar], 3, "%s, beat %g", kind, bar)
			}
		}
	}
}

func contains(parts []band.Part, p band.Part) bool {
	for _, q := range parts {
		if q == p {
			return true
		}
	}
	return false
}

// So many choruses, and the run over them as often as it fits.
func TestChoruses(t *testing.T) {
	a := arranged(t, `{"kind": "blues"}`, rhythm.Guide{Backing: rhythm.WithBacking, Choruses: 2})
	assert.InDelta(t, 72, a.Beats, 1e-9, "two times twelve bars of three")
	run := arranged(t, `{"kind": "blues"}`, rhythm.Guide{})
	assert.Zero(t, len(a.Piece.Events)%len(run.Piece.Events))
	assert.Greater(t, len(a.Piece.Events), len(run.Piece.Events))
	last := a.Piece.Events[len(a.Piece.Events)-1]
	assert.LessOrEqual(t, last.At+last.Sounds, a.Beats+1e-9)
	assert.Equal(t, 39, of(a, band.Bass)[0].MIDI, "E flat")
}

// A round's backing goes through the keys with it; chords that are typed move along.
func TestItModulates(t *testing.T) {
	r, err := round.Build(
		plantest.Parse(
			t,
			`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "D", "name": "major"}, "backing": {"kind": "progression", "chords": "Em7 A7 | D"}, "round": {"order": "fourths"}}`,
		),
	)
	require.NoError(t, err)
	assert.Equal(t, "Em7", r.Run.Keys[0].Vamp[0].Symbol)
	assert.Equal(t, "Am7", r.Run.Keys[1].Vamp[0].Symbol, "from D to G")
	a := arrangement.Of(r.Piece(), rhythm.Guide{Backing: rhythm.WithBacking})
	for k, key := range r.Run.Keys {
		at := r.Run.Events[key.First].At
		found := false
		for _, n := range of(a, band.Bass) {
			found = found || n.At <= at+1e-9 && n.At > at-4 && n.MIDI == key.Vamp[0].Bass
		}
		assert.True(t, found, "key %d", k+1)
	}
}
