package piece_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/internal/plantest"
)

// A stretch keeps the numbers of its notes and their gaps; each time begins in a bar of
// its own.
func TestStretch(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "dorian"}, "rhythm": {"perBeat": 2, "tempoBpm": 70}}`).Piece()
	got := p.Stretch(10, 20, 2)
	assert.Len(t, got.Events, 22)
	assert.Equal(t, []int{10, 20, 10, 20}, []int{got.Events[0].N, got.Events[10].N, got.Events[11].N, got.Events[21].N})
	assert.InDelta(t, 0.5, got.Events[0].At, 1e-9, "the second half of the first beat of bar 2")
	for i := 1; i < 11; i++ {
		assert.InDelta(t, p.Events[9+i].At-p.Events[8+i].At, got.Events[i].At-got.Events[i-1].At, 1e-9)
	}
	assert.InDelta(t, 8.5, got.Events[11].At, 1e-9, "two bars later")
	assert.Equal(t, p.Events, p.Stretch(1, 999, 1).Events, "the whole")
	assert.Equal(t, p.Events, p.Stretch(9, 2, 1).Events)
	assert.InDelta(t, 0.0, p.Events[0].At, 1e-9, "the piece itself stays")
}
