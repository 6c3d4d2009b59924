package smf

import (
	"bytes"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/arrangement"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/internal/plantest"
)

// Each part has a track with its program; the run is left out where the backing is alone.
func TestABandHasItsTracks(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Db", "name": "dorian"}, "backing": {"kind": "vamp"}}`).
		Piece()
	for kind, tracks := range map[rhythm.Backing]byte{rhythm.WithBacking: 5, rhythm.BackingAlone: 4} {
		g := rhythm.Guide{Backing: kind}
		a := arrangement.Of(p, g)
		var b bytes.Buffer
		require.NoError(t, Write(&b, score.Of(a.Piece), g, a))
		assert.Equal(t, tracks, b.Bytes()[11], "tracks")
		for _, want := range []string{"backing: bass\x00\xc1\x21", "backing: electric piano\x00\xc2\x04", "backing: drums\x00\xc9"} {
			assert.Contains(t, b.String(), want)
		}
	}
}
