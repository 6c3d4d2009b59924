package hand

import (
	"maps"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/internal/coretest"
)

// ringer draws a hand whose notes ring on, on any neck.
func ringer(t *rapid.T) (*Hand, layout.Request) {
	n, school := coretest.Neck(t), rapid.SampledFrom(Schools).Draw(t, "school")
	all := make([]int, n.Strings())
	for i := range all {
		all[i] = i + 1
	}
	h := New(n, Style{School: school, Limits: DefaultLimits(neck.Guitars), Rings: true})
	return h, layout.Request{Neck: n, Scale: coretest.Scale(t), Strings: n.ByPitch(all), HighFret: n.Frets,
		Frame: school.Frame, Octaves: 1, Ring: h.Place}
}

// Any tuning, any scale, any school: a finger whose note rings is on no other
// note, and neighbours share a string only where they must.
func TestNotesRingOn(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h, r := ringer(t)
		campanella, _ := table.Find(layout.Systems, "campanella")
		boxes, err := campanella.Boxes(r)
		require.NoError(t, err)
		for _, b := range boxes {
			places := placesOf(b)
			f := h.Finger(places, Ask{})
			rings := h.Rings(places, f.Touches)
			for i, ring := range rings {
				require.GreaterOrEqual(t, ring, 1)
				require.LessOrEqual(t, ring, len(places)-i)
				for k := i + 1; k < i+ring; k++ {
					assert.NotEqual(t, places[i].String, places[k].String, "its string is its own")
					assert.False(t, f.Touches[i].Finger != OpenString && f.Touches[i].Finger == f.Touches[k].Finger,
						"its finger is busy")
				}
			}
			assert.Len(t, Shared(places), fewestShared(r, b.Notes), "neighbours share a string only where they must")
		}
	})
}

// fewestShared counts the neighbours that have to share a string, whatever the
// fingers.
func fewestShared(r layout.Request, notes []layout.Note) int {
	counts := map[int]int{} // by the string of the last note
	for i, n := range notes {
		next := map[int]int{}
		for _, s := range r.Strings {
			if f := n.MIDI - r.Neck.Open(s).MIDI(); f < 0 || f > r.HighFret {
				continue
			}
			next[s] = math.MaxInt
			for before, count := range counts {
				if before == s {
					count++
				}
				next[s] = min(next[s], count)
			}
			if i == 0 {
				next[s] = 0
			}
		}
		counts = next
	}
	return slices.Min(slices.Collect(maps.Values(counts)))
}

// rowCost prices a row of holds from its definition: each hold, the hand's way
// from one to the next, and what each note cuts.
func rowCost(h *Hand, row []hold) (sum int64) {
	for i, b := range row {
		sum += h.holding(b, 0)
		if i > 0 {
			sum += h.beside(row[i-1], b)
		}
		if i > 1 && !h.cuts(row[i-2], row[i-1]) && h.cuts(row[i-2], b) {
			sum += cutSoon
		}
	}
	return sum
}

// Places and fingers are the cheapest there are: equal to exhaustive search
// on short rows.
func TestRingEqualsExhaustiveSearch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		h, r := ringer(t)
		row := make([][]neck.Place, rapid.IntRange(1, 4).Draw(t, "notes"))
		for i := range row {
			for range rapid.IntRange(1, 2).Draw(t, "places") {
				row[i] = append(row[i], neck.Place{String: rapid.IntRange(1, r.Neck.Strings()).Draw(t, "string"),
					Fret: rapid.IntRange(0, min(9, r.HighFret)).Draw(t, "fret")})
			}
		}
		places, touches, _ := h.place(row, Ask{})
		chosen := make([]hold, len(row))
		for i := range row {
			chosen[i] = h.held(places[i], touches[i])
		}
		least := int64(impossible)
		var try func(so []hold)
		try = func(so []hold) {
			if len(so) == len(row) {
				least = min(least, rowCost(h, so))
				return
			}
			var before []hold
			if len(so) > 0 {
				before = so[len(so)-1:]
			}
			for _, next := range h.holds(row[len(so)], before, AnyFinger) {
				try(append(slices.Clip(so), next))
			}
		}
		try(nil)
		assert.Equal(t, least, rowCost(h, chosen))
	})
}
