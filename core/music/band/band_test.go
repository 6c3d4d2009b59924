package band_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"evenladder/core/music/backing"
	"evenladder/core/music/band"
	"evenladder/core/music/rhythm"
)

// What goes round takes whole bars and lies within them, the bass plays one note at a time, and a stretch of any length
// has it as often as it fits, cut off at its end.
func TestWhatGoesRound(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		bar := rapid.IntRange(1, 12).Draw(t, "bar")
		r := rhythm.Rhythm{
			BeatsPerBar: bar,
			PerBeat:     rapid.IntRange(1, 6).Draw(t, "perBeat"),
			Swing:       rapid.Bool().Draw(t, "swing"),
		}
		var chords []backing.Chord
		for range rapid.IntRange(0, 5).Draw(t, "bars") {
			for n := range 2 {
				bass := 36 + 5*n
				chords = append(
					chords,
					backing.Chord{Bass: bass, Notes: []int{bass + 16, bass + 19}, Beats: float64(bar) / 2},
				)
			}
		}
		b := band.Of(chords, 40, r)
		assert.Equal(t, float64(bar*len(chords)/2), b.Chords.Beats)
		for _, c := range []band.Cycle{b.Chords, b.Groove, b.Drums} {
			assert.Zero(t, math.Remainder(c.Beats, float64(bar)))
			until := 0.0
			for _, n := range c.Notes {
				assert.True(t, n.At >= 0 && n.Beats > 0 && n.At+n.Beats <= c.Beats+1e-9, "%v of %g", n, c.Beats)
				if n.Part == band.Bass {
					assert.GreaterOrEqual(t, n.At+1e-9, until, "one note at a time")
					until = n.At + n.Beats
				}
			}
			from := float64(rapid.IntRange(0, 9).Draw(t, "from"))
			to := from + float64(rapid.IntRange(0, 40).Draw(t, "long"))/4
			whole, rest := 0, 0.0
			if c.Beats > 0 {
				whole = int((to - from) / c.Beats)
				rest = to - from - float64(whole)*c.Beats
			}
			want := whole * len(c.Notes)
			for _, n := range c.Notes {
				if n.At < rest-1e-9 {
					want++
				}
			}
			got := c.Between(from, to)
			assert.Len(t, got, want)
			for _, n := range got {
				assert.True(t, n.At >= from && n.At+n.Beats <= to+1e-9)
			}
		}
	})
}
