package sound_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/arrangement"
	"evenladder/core/music/rhythm"
	"evenladder/internal/plantest"
	"evenladder/sound"
)

func backed(t testing.TB, g rhythm.Guide) arrangement.Arrangement {
	p := plantest.Build(
		t,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "dorian"}, "backing": {"kind": "progression", "chords": "Bbm7 Eb7 | Bbm7"}, "rhythm": {"tempoBpm": 120}}`,
	)
	return arrangement.Of(p.Piece(), g)
}

// The backing sounds from its first beat on, on the sample, is not cut at its most, and as loud in each chorus.
func TestABackingSounds(t *testing.T) {
	a := backed(t, rhythm.Guide{Backing: rhythm.BackingAlone, Choruses: 8})
	samples, err := sound.Render(a, rhythm.Guide{Backing: rhythm.BackingAlone, Choruses: 8})
	require.NoError(t, err)
	loudest := 0.0
	for _, s := range samples {
		loudest = max(loudest, math.Abs(float64(s)))
		require.False(t, math.IsNaN(float64(s)))
	}
	assert.LessOrEqual(t, 20*math.Log10(loudest), -1.0, "dBFS")
	assert.Greater(t, loudest, 0.5)
	chorus := func(k int) float64 { return loudness(samples[k*4*sound.Rate : (k+1)*4*sound.Rate]) } // two bars at 120
	for k := 2; k < 8; k++ {
		assert.InEpsilon(t, chorus(1), chorus(k), 0.15, "chorus %d", k+1)
	}
	assert.Greater(t, math.Abs(float64(samples[200])), 0.0, "it begins with the first sample")
}

func TestTheRunIsHeardOverIt(t *testing.T) {
	with, alone := backed(
		t,
		rhythm.Guide{Backing: rhythm.WithBacking},
	), backed(
		t,
		rhythm.Guide{Backing: rhythm.BackingAlone},
	)
	assert.NotEmpty(t, with.Piece.Events)
	assert.Empty(t, alone.Piece.Events)
	assert.Equal(t, with.Notes, alone.Notes)
	assert.Empty(t, backed(t, rhythm.Guide{}).Notes)
}

func BenchmarkBacking(b *testing.B) {
	g := rhythm.Guide{Backing: rhythm.WithBacking, Choruses: 15}
	a := backed(b, g)
	b.ReportMetric(sound.Seconds(a, g), "s-of-sound")
	for b.Loop() {
		_, _ = sound.Render(a, g)
	}
}
