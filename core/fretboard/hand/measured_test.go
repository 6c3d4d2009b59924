package hand_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
)

// On a neck of 648 mm frets 5 and 7 lie 648·(2^(−5/12) − 2^(−7/12)) mm = 52.97 mm apart.
func TestMeasured(t *testing.T) {
	in, _ := neck.FindInstrument("guitar")
	n, err := neck.New(in.Tuning, 22, 648)
	require.NoError(t, err)
	l, err := hand.Measured(n, neck.Guitars, [3][2]int{{5, 7}, {7, 8}, {8, 9}})
	require.NoError(t, err)
	assert.Equal(t, [3]float64{53, 24, 23}, l.ComfortableMM)
	assert.Equal(t, [3]float64{77, 35, 33}, l.GreatestMM)
	for _, bad := range [][2]int{{0, 3}, {5, 5}, {7, 5}, {20, 23}} {
		_, err := hand.Measured(n, neck.Guitars, [3][2]int{{5, 7}, bad, {8, 9}})
		assert.ErrorContains(t, err, "middle and ring")
	}
}
