package hand

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
)

// What a path asks for adds up to its price.
func TestDemandsAddUpToThePrice(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, places := realBox(t)
		h := New(n, Style{School: rapid.SampledFrom(Schools).Draw(t, "school")})
		touches := h.Path(places, Ask{})
		var sum int64
		for _, d := range h.demands(places, touches, 0) {
			sum += d.cost
		}
		assert.Equal(t, priceOf(h.model, places, touches, false).cost(), sum)
	})
}

// A hand remembers paths, and gives a stranger the same answer as a new hand.
func TestRememberedFingerings(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, places := realBox(t)
		h := New(n, Style{School: Schools[0], Limits: DefaultLimits(neck.Guitars)})
		first := h.Finger(places, Ask{})
		strict := h.Finger(places, Ask{Strict: true})
		again := h.Finger(places, Ask{})
		assert.Equal(t, first, again)
		assert.Equal(t, New(n, Style{School: Schools[0], Limits: DefaultLimits(neck.Guitars)}).Path(places,
			Ask{Strict: true}), strict.Touches, "another question, wrong answer")
		// The same frets and crossings on other strings are the same path; any
		// other is not.
		fresh := func() *Fingering {
			return New(n, Style{School: Schools[0], Limits: DefaultLimits(neck.Guitars)}).Finger(places, Ask{})
		}
		for i := range places {
			places[i].String = places[i].String%n.Strings() + 1
		}
		assert.Equal(t, fresh(), h.Finger(places, Ask{}))
		at := rapid.IntRange(0, len(places)-1).Draw(t, "at")
		places[at].String = places[at].String%n.Strings() + 1
		assert.Equal(t, fresh(), h.Finger(places, Ask{}))
	})
}

// Held notes stay under one hand with fingers of their own where they can.
func TestHold(t *testing.T) {
	n := neckOf(t, "guitar")
	h := New(n, Style{School: Schools[0]})
	places := fretted(3, 5, 7, 9, 10)
	touches := h.Path(places, Ask{Hold: []bool{false, true, true, false}})
	require.Len(t, touches, 4)
	assert.Equal(t, []int{0, 0}, []int{touches[1].Shift, touches[2].Shift})
	assert.Equal(t, "124", fingers(touches[:3]))
	wide := fretted(3, 1, 9)
	assert.NotZero(t, h.Path(wide, Ask{Hold: []bool{false, true}})[1].Shift, "what no hand holds is given up")
}

func TestSchoolFrames(t *testing.T) {
	for id, want := range map[string][4]int{"per-fret": {-1, 0, 3, 4}, "two-fret": {-1, -1, 5, 6}, "one-two-four": {-1,
		0, 2, 3}} {
		s, ok := table.Find(Schools, id)
		require.True(t, ok)
		f := s.Frame
		assert.Equal(t, want, [4]int{f.First, f.FirstHome, f.LastHome, f.Last}, id)
		assert.LessOrEqual(t, len(s.Stances), maxStances)
		for _, st := range s.Stances {
			assert.GreaterOrEqual(t, st.Offset, f.First, id)
			assert.LessOrEqual(t, st.Offset, f.Last, id)
			assert.True(t, st.Reach != Home || st.Offset >= f.FirstHome && st.Offset <= f.LastHome, id)
		}
	}
}
