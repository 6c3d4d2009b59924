package explore_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/planning/explore"
	"evenladder/internal/plantest"
)

// Common practice: the major scale from an open string, every stopped note a
// fret higher and the open strings as they are, becomes 1 ♭3 4 ♭5 5 ♭7 1, the
// blues scale, with ♭9 on top.
func TestMajorSlidToBlues(t *testing.T) {
	b := plantest.Parse(
		t,
		`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "A", "name": "major"}, "layout": {"system": "first-position", "strings": [2, 1]}}`,
	)
	s, err := explore.Slide(b, 1)
	require.NoError(t, err)
	var degrees []string
	for _, n := range s.Notes {
		degrees = append(degrees, n.Degree)
	}
	assert.Equal(t, []string{"1", "b3", "4", "b5", "5", "b7", "1", "b2"}, degrees[:8])
	assert.Equal(t, []string{"1", "2", "3", "4"}, []string{s.Notes[0].Was, s.Notes[1].Was, s.Notes[2].Was,
		s.Notes[3].Was})

	octave := plantest.Parse(
		t,
		`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "A", "name": "major"}, "layout": {"system": "from-degree", "strings": [2, 1], "octaves": 1, "highFret": 5}}`,
	)
	s, err = explore.Slide(octave, 1)
	require.NoError(t, err)
	assert.Equal(t, []string{"1", "b2", "b3", "4", "b5", "5", "b7"}, s.Degrees)
	assert.Equal(t, "all but ♭2: A minor blues", s.Nearest)
	still, err := explore.Slide(octave, 0)
	require.NoError(t, err)
	assert.Equal(t, "major", still.Scales[0].ID, "without a slide it is what it was")
	assert.Equal(t, "A major", still.Nearest)
	_, err = explore.Slide(octave, 13)
	assert.ErrorContains(t, err, "frets: 13 was given: give -12 to 12")
	_, err = explore.Slide(octave, -5)
	assert.ErrorContains(t, err, "would leave the neck")
}
