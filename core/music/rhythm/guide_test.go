package rhythm_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/music/rhythm"
)

// A run is counted in by so many bars, by the beat or by its parts; a pick-up falls into the last of them.
func TestCountIn(t *testing.T) {
	waltz := rhythm.Rhythm{BeatsPerBar: 3, PerBeat: 2}
	swung, pickUp := waltz, waltz
	swung.Swing, pickUp.PickUp = true, 1
	for name, c := range map[string]struct {
		in    rhythm.Rhythm
		guide rhythm.Guide
		first float64 // where the run begins in its bar
		lead  float64
		want  []float64
	}{
		"two bars":          {waltz, rhythm.Guide{CountIn: true}, 0, 6, []float64{0, 1, 2, 3, 4, 5}},
		"one":               {waltz, rhythm.Guide{CountIn: true, CountBars: 1}, 0, 3, []float64{0, 1, 2}},
		"one, by its parts": {waltz, rhythm.Guide{CountIn: true, CountBars: 1, Divided: true}, 0, 3, []float64{0, 0.5, 1, 1.5, 2, 2.5}},
		"swung":             {swung, rhythm.Guide{CountIn: true, CountBars: 1, Divided: true}, 0, 3, []float64{0, 2.0 / 3, 1, 5.0 / 3, 2, 8.0 / 3}},
		"a pick-up":         {pickUp, rhythm.Guide{CountIn: true, Divided: true}, 2.5, 3, []float64{0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5}},
		"none":              {waltz, rhythm.Guide{CountBars: 1, Divided: true}, 0, 0, nil},
	} {
		assert.Equal(t, c.lead, c.in.Lead(c.guide), name)
		var at []float64
		for _, click := range c.in.Clicks(c.guide, c.first, 9) {
			at = append(at, click.At)
			kind := rhythm.BeatClick
			switch {
			case click.At != float64(int(click.At)):
				kind = rhythm.PartClick
			case int(click.At)%3 == 0:
				kind = rhythm.DownClick
			}
			assert.Equal(t, kind, click.Kind, "%s: %g", name, click.At)
		}
		assert.InDeltaSlice(t, c.want, at, 1e-9, name)
	}
	field, err := rhythm.Guide{CountBars: 3}.Check()
	assert.Equal(t, "countBars", field)
	assert.ErrorContains(t, err, "3")
}
