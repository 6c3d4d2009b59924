package scale_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Named by hand: what sounds, and the scale that a teacher would say it is.
func TestNearest(t *testing.T) {
	for formula, want := range map[string]string{
		"1 2 3 4 5 6 7":     "E♭ major",
		"1 b3 4 5 b7":       "E♭ minor pentatonic",
		"1 b2 b3 4 b5 5 b7": "all but ♭2: E♭ minor blues",
		"1 2 3 5 6 b7":      "E♭ Mixolydian",
		"1 b2 3 4 5 6 7":    "all but ♭2: E♭ major",
	} {
		assert.Equal(t, want, scale.Nearest(pitch.MustParseName("Eb"), scale.MustParseFormula(formula).Sound()), formula)
	}
	assert.Empty(t, scale.Nearest(pitch.MustParseName("Eb"), 0b1001), "two notes are no scale")
}
