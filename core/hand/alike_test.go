package hand

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"
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
			if other, forced := h.least(path, ends); other != nil && (finger == least[0].Finger || finger == least[last].Finger) {
				assert.Greater(t, forced, cost+likeEnds, "one finger for the first and the last note was to be had")
			}
		}
	})
}
