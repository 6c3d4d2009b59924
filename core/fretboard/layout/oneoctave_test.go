package layout_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
)

func lowestStopped(b layout.Box) int {
	low := math.MaxInt
	for _, n := range b.Notes {
		if n.Fret > 0 {
			low = min(low, n.Fret)
		}
	}
	return low
}

// least tries every choice of whole boxes from a place of the hand on.
func least(n neck.Neck, lists [][]layout.Box, from int) float64 {
	if len(lists) == 0 {
		return 0
	}
	best := math.Inf(1)
	for _, b := range lists[0] {
		if b.Shortfall() > 0 {
			continue
		}
		at, way := lowestStopped(b), 0.0
		if from > 0 {
			way = n.SpanMM(from, at)
		}
		best = min(best, way+least(n, lists[1:], at))
	}
	return best
}

// The hand travels no further than in any other choice of whole octaves.
func TestNearestEqualsExhaustiveSearch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		var lists [][]layout.Box
		var n neck.Neck
		for range rapid.IntRange(1, 4).Draw(t, "keys") {
			tonic := rapid.SampledFrom([]string{"C", "Eb", "F#", "A", "Bb"}).Draw(t, "tonic")
			r := underHand(request(t, standard, 19, tonic, rapid.SampledFrom([]string{"dorian", "mixolydian",
				"kumoi"}).Draw(t, "scale")))
			n = r.Neck
			lists = append(lists, boxes(t, "one-octave", r))
		}
		choice, travel := layout.Nearest(n, lists)
		sum := 0.0
		for i, k := range choice {
			assert.Zero(t, lists[i][k].Shortfall(), "whole octaves under the hand before all")
			sum += travel[i]
		}
		assert.Zero(t, travel[0])
		assert.InDelta(t, least(n, lists, 0), sum, 0.01)
	})
}
