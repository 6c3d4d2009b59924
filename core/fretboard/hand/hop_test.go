package hand

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
)

// hops counts the times one finger goes to another fret of another string.
func hops(places []neck.Place, touches []Touch) (n int) {
	for i := 1; i < len(places); i++ {
		a, b := places[i-1], places[i]
		if a.Fret > 0 && b.Fret > 0 && a.Fret != b.Fret && a.String != b.String &&
			touches[i-1].Finger == touches[i].Finger {
			n++
		}
	}
	return n
}

// triadsOf is a box in broken triads, as a run plays it.
func triadsOf(places []neck.Place) (out []neck.Place) {
	for i := 0; i+4 < len(places); i++ {
		out = append(out, places[i], places[i+2], places[i+4])
	}
	return out
}

// One finger hops to another string only where nothing else is as good: whatever
// has fewer hops asks for more than 15 % beyond what the hand does anyway.
func TestHopsOnlyWhereNothingElseIsPossible(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, box := realBox(t)
		places := triadsOf(box)
		if len(places) == 0 {
			return
		}
		style := Style{School: rapid.SampledFrom(Schools).Draw(t, "school")}
		h := New(n, style)
		touches, cost := h.least(places, Ask{})
		count := hops(places, touches)
		if count == 0 {
			return
		}
		never := New(n, style)
		never.flat.hop *= 100
		other, _ := never.least(places, Ask{})
		fewer := hops(places, other)
		require.LessOrEqual(t, fewer, count)
		if fewer < count {
			beside := float64(cost - int64(count)*h.flat.hop)
			theirs := float64(priceOf(h.model, places, other, false).cost() - int64(fewer)*h.flat.hop)
			assert.Greater(t, theirs, 1.15*beside, "%v %v", places, touches)
		}
	})
}

// A place has one finger until the hand has moved, whatever comes between.
func TestOnePlaceOneFingerUntilAShift(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, box := realBox(t)
		order := rapid.SliceOfN(rapid.IntRange(0, len(box)-1), 1, 40).Draw(t, "order")
		places := make([]neck.Place, len(order))
		for k, i := range order {
			places[k] = box[i]
		}
		h := New(n, Style{School: rapid.SampledFrom(Schools).Draw(t, "school")})
		touches := h.Path(places, Ask{})
		_, _, found := twoFingers(places, touches)
		assert.False(t, found, "%v %v", places, touches)
	})
}

// With fingers of its own a path keeps them where they cost the least anyway, and a
// note that leaves its own saves more than its price.
func TestOwnFingersAreKept(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, box := realBox(t)
		h := New(n, Style{School: rapid.SampledFrom(Schools).Draw(t, "school")})
		f := h.Finger(box, Ask{})
		own := make([]int, len(box))
		for i, touch := range f.Touches {
			own[i] = touch.Finger
		}
		again := h.Path(box, Ask{Own: own})
		for i, touch := range again {
			assert.Equal(t, own[i], touch.Finger, "the box itself")
		}
	})
}

// A hand that opens by a fret and comes back has not shifted; one that stays there
// has.
func TestAShiftIsWhenTheHandLeaves(t *testing.T) {
	guitar := New(neckOf(t, "guitar"), Style{School: Schools[0]})
	form := slices.Concat(fretted(5, 5, 7, 8), fretted(4, 5, 7), fretted(3, 4, 5, 7), fretted(2, 5, 6, 8))
	touches := guitar.Path(form, Ask{})
	assert.Equal(t, "13413124124", fingers(touches))
	for i, touch := range touches {
		assert.Zero(t, touch.Shift, "common practice: the fret 4 is a reach back of the index")
		assert.Equal(t, 5, touch.Position)
		assert.Equal(t, i == 5, touch.Reach == Back)
	}
	shifts := New(neckOf(t, "guitar"), Style{School: Schools[0], Prefer: PreferShift}).Path(form, Ask{})
	assert.Equal(t, 2, Summarize(neckOf(t, "guitar"), Limits{}, form, shifts).Shifts,
		"others shift the hand: the same fingers")

	mandolin := New(neckOf(t, "mandolin"), Style{School: Schools[1]})
	first := append(fretted(3, 1, 3, 5, 6), fretted(2, 1, 3, 4, 6)...)
	for _, touch := range mandolin.Path(first, Ask{Home: 2}) {
		assert.Zero(t, touch.Shift, "the index covers frets 1 and 2")
	}
}
