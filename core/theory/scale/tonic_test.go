package scale_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Common practice: the keys by fourths.
func TestKeysByFourths(t *testing.T) {
	at := pitch.MustParseName("G")
	for _, want := range strings.Fields("C F Bb Eb Ab Db F# B E A D G") {
		next := scale.ByFourths(at, 1)
		assert.Equal(t, want, next.String())
		assert.Equal(t, at, scale.ByFourths(next, -1))
		assert.True(t, scale.IsUsualTonic(next))
		at = next
	}
	assert.Equal(t, "B", scale.ByFourths(pitch.MustParseName("Gb"), 1).String(), "from a tonic that is not usual too")
}

func TestTonicsInUse(t *testing.T) {
	names := make([]string, 0, 18)
	for _, n := range scale.Tonics() {
		names = append(names, n.String())
	}
	assert.Equal(t, "Cb Gb Db Ab Eb Bb F C G D A E B F# C# G# D# A#", strings.Join(names, " "))
}
