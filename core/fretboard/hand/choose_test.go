package hand_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
)

// everyRow calls f with each way to take one place of each row.
func everyRow(rows [][]neck.Place, taken []neck.Place, f func([]neck.Place)) {
	if len(taken) == len(rows) {
		f(taken)
		return
	}
	for _, p := range rows[len(taken)] {
		everyRow(rows, append(taken, p), f)
	}
}

// Places and fingers that are chosen together cost as little as the cheapest of all rows of places
// with the cheapest fingers of each, for phrases of up to nine notes on every instrument and by
// every school, whatever is wished.
func TestChooseEqualsExhaustiveSearch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument")
		n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
		require.NoError(t, err)
		h := hand.New(n, hand.Style{School: rapid.SampledFrom(hand.Schools).Draw(t, "school"),
			Limits: hand.DefaultLimits(in.Family)})
		w := rapid.SampledFrom([]hand.Wish{{}, {Fret: 0.6}, {Fret: 0.4, Open: -6}, {Crossing: 12}}).Draw(t, "wish")
		rows := make([][]neck.Place, rapid.IntRange(1, 9).Draw(t, "notes"))
		most := 3
		if len(rows) > 7 {
			most = 2 // of 19,683 rows each draw would take a second
		}
		for i := range rows {
			for range rapid.IntRange(1, most).Draw(t, "places") {
				rows[i] = append(rows[i], neck.Place{String: rapid.IntRange(1, n.Strings()).Draw(t, "string"),
					Fret: rapid.OneOf(rapid.Just(0), rapid.IntRange(0, n.Frets)).Draw(t, "fret")})
			}
		}
		least := 1e18
		everyRow(rows, nil, func(places []neck.Place) { least = min(least, hand.CostOf(h, places, w)) })
		places, cost := h.Choose(rows, w)
		require.Len(t, places, len(rows))
		assert.InDelta(t, least, cost, 1e-9)
		assert.InDelta(t, cost, hand.CostOf(h, places, w), 1e-9, "the places that it says cost what it says")
	})
}

func TestChooseWithoutAPlace(t *testing.T) {
	n, err := neck.New(neck.Instruments()[0].Tuning, 12, 600)
	require.NoError(t, err)
	places, _ := hand.New(n, hand.Style{School: hand.Schools[0],
		Limits: hand.DefaultLimits(neck.Guitars)}).Choose([][]neck.Place{{{String: 1, Fret: 3}}, nil}, hand.Wish{})
	assert.Nil(t, places)
}
