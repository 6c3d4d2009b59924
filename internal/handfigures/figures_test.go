package handfigures_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/internal/handfigures"
)

// Over thousands of plans and sixty rounds: straight runs have the fingers of their
// box, what differs elsewhere is said, no place has two fingers without a shift,
// fingers hop and hands swing next to nowhere, and a round plays its cards.
func TestFiguresOfFingering(t *testing.T) {
	if testing.Short() {
		t.Skip("thousands of plans take their time")
	}
	plans := 0
	for _, f := range handfigures.All() {
		most := 0.0 // of a hundred
		switch straight := strings.HasPrefix(f.Pattern, "straight"); {
		case f.ID == handfigures.Differs && !straight:
			continue // an order of notes may ask for others, and says so
		case f.ID == handfigures.Hop && !straight:
			most = 3
		case f.ID == handfigures.Swing, f.ID == handfigures.Position:
			most = 1
		}
		if f.ID == handfigures.Differs || f.ID == handfigures.Unsaid {
			plans += f.Of
		}
		assert.LessOrEqual(t, 100*float64(f.Found), most*float64(f.Of), "%s, %s: %d of %d\n%s", f.Pattern, f.What,
			f.Found, f.Of, strings.Join(f.Examples, "\n"))
	}
	assert.Greater(t, plans, 3000)
}
