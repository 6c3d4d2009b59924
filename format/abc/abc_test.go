package abc

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/pitch"
	"evenladder/core/score"
	"evenladder/internal/plantest"
)

// ABC 2.1, section 4: C is middle C, c the octave above, commas and apostrophes
// go on from there.
func TestLetters(t *testing.T) {
	for p, want := range map[string]string{"C4": "C", "C5": "c", "B3": "B,", "E2": "E,,", "E6": "e'", "B0": "B,,,,", "Cb4": "C"} {
		assert.Equal(t, want, letter(pitch.MustParse(p)), p)
	}
}

func TestHeaderAndTuplets(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "F#", "name": "dorian"}, "layout": {"strings": [4, 3]}, "run": {"direction": "up", "fit": "rests"}, "rhythm": {"perBeat": 5, "tempoBpm": 66}}`)
	var b strings.Builder
	require.NoError(t, Write(&b, score.Of(p.Piece())))
	for _, line := range []string{"X:1\n", "T:F♯ Dorian\n", "M:4/4\n", "L:1/16\n", "Q:1/4=66\n", "K:E clef=bass\n"} {
		assert.Contains(t, b.String(), line)
	}
	assert.Equal(t, 2, strings.Count(b.String(), "(5:4:5"), "six notes: a quintuplet, and one filled with rests")
	assert.True(t, strings.HasSuffix(b.String(), "zzzz z4 z4 |]\n"), b.String())
}
