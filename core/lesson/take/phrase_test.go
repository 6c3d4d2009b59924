package take_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/take"
	"evenladder/internal/plantest"
)

// A phrase in lengths of its own is judged like any piece: what was played as it is written is right
// and in time, what was wrong or missed is found.
func TestATakeOfAPhrase(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "dorian"}, "run": {"pattern": "phrase", "phrase": "1 2/2 b3/2 5*3/2 4/2 5/3 6/3 b7/3 1*2 r 5/4 4/4 b3/2 1*2"}, "rhythm": {"tempoBpm": 84}}`).Piece()
	played, err := take.Play(p, take.Errors{Seed: 3, JitterMS: 8})
	require.NoError(t, err)
	judged, err := take.Judge(p, played, take.MIDIFloorMS)
	require.NoError(t, err)
	for i, e := range judged.Events {
		assert.Equal(t, take.Right, e.Verdict, "note %d", i+1)
		require.NotNil(t, e.LateMS)
		assert.InDelta(t, 0, *e.LateMS, 40)
	}
	slipped, err := take.Play(p, take.Errors{Seed: 5, Wrong: 2, Missed: 1})
	require.NoError(t, err)
	judged, err = take.Judge(p, slipped, take.MIDIFloorMS)
	require.NoError(t, err)
	count := map[take.Verdict]int{}
	for _, e := range judged.Events {
		count[e.Verdict]++
	}
	assert.Equal(t, map[take.Verdict]int{take.Right: len(p.Events) - 3, take.Wrong: 2, take.Missed: 1}, count)
}
