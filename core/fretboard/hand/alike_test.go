package hand

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
)

// Fingering alike costs little more than the least, and is given up where it
// would cost more.
func TestAlikeWhereItCostsLittle(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, places := realBox(t)
		h := New(n, Style{School: rapid.SampledFrom(Schools).Draw(t, "school")})
		back := slices.Clone(places)
		slices.Reverse(back)
		path := append(places, back[1:]...)
		touches := h.Path(path, Ask{})
		least, cost := h.least(path, Ask{})
		allowed := cost + likeEnds
		for i, one := range visits(path) {
			for _, other := range visits(path)[i+1:] {
				if one.sameFrets(path, other) {
					allowed += likeFrets
				}
			}
		}
		assert.LessOrEqual(t, priceOf(h.model, path, touches, false).cost(), allowed)
		require.Len(t, touches, len(least))

		last := len(path) - 1
		if last < 2 || touches[0].Finger == touches[last].Finger || last >= mostAlike {
			return
		}
		for finger := Index; finger <= Little; finger++ {
			ends := Ask{}.allow(0, len(path), Only(finger)).allow(last, len(path), Only(finger))
			if other, forced := h.least(path, ends); other != nil && (finger == least[0].Finger ||
				finger == least[last].Finger) {
				assert.Greater(t, forced, cost+likeEnds, "one finger for the first and the last note was to be had")
			}
		}
	})
}

// The altered scale in the position at fret 11, there and back: strings 1 and 3
// and strings 2 and 4 have frets alike, and what is done for them must not part
// the ends.
func TestTheEndsStayAlikeWhateverIsChangedBetween(t *testing.T) {
	in, ok := neck.FindInstrument("guitar")
	require.True(t, ok)
	n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	require.NoError(t, err)
	var path []neck.Place
	for _, p := range [][2]int{{6, 11}, {6, 13}, {5, 10}, {5, 12}, {5, 14}, {4, 10}, {4, 12}, {4, 13}, {3, 10},
		{3, 12}, {3, 14}, {2, 12}, {2, 13}, {1, 10}, {1, 11}, {1, 13}} {
		path = append(path, neck.Place{String: p[0], Fret: p[1]})
	}
	back := slices.Clone(path)
	slices.Reverse(back)
	touches := New(n, Style{School: Schools[0]}).Path(append(path, back[1:]...), Ask{})
	assert.Equal(t, touches[0].Finger, touches[len(touches)-1].Finger)
}
