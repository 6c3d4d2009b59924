package explore_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/planning/explore"
	"evenladder/internal/plantest"
)

// A plan has a grip for each chord of its key and for those that are typed, in its box or said to lie beside it.
func TestGripsOfAPlan(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "major"},
		"layout": {"system": "one-octave"}, "run": {"pattern": "arpeggios", "chords": ["Bbm7", "Eb7", "E13"]}}`)
	grips, err := explore.Grips(p)
	require.NoError(t, err)
	symbols := map[string]bool{}
	box := p.Boxes[p.Box]
	for _, g := range grips {
		assert.False(t, symbols[g.Symbol], "%s comes once", g.Symbol)
		symbols[g.Symbol] = true
		inside := true
		for _, s := range g.Stops {
			inside = inside && s.Fret >= box.LowFret && s.Fret <= box.HighFret
		}
		assert.Equal(t, g.Inside, inside, g.Symbol)
	}
	for _, symbol := range []string{"A♭", "A♭maj7", "B♭m7", "E♭7"} {
		assert.True(t, symbols[symbol], symbol)
	}
	assert.False(t, symbols["E13"], "six notes on four strings")
}
