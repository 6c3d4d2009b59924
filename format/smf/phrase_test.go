package smf

import (
	"bytes"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/rhythm"
	"evenladder/core/score"
	"evenladder/internal/plantest"
)

// A run that is written and read as a phrase has its pitches and its times, in beats from the
// first note, whatever is counted in before it.
func TestARunIsReadAsAPhrase(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "one-octave"}, "rhythm": {"perBeat": 4, "tempoBpm": 90}}`)
	for _, guide := range []rhythm.Guide{{}, {CountIn: true, Click: true}} {
		var b bytes.Buffer
		require.NoError(t, Write(&b, score.Of(p.Piece()), guide))
		l, err := ReadPhrase(&b)
		require.NoError(t, err)
		require.Len(t, l.Notes, len(p.Run.Events))
		for i, e := range p.Run.Events {
			assert.Equal(t, e.MIDI, l.Notes[i].MIDI)
			assert.InDelta(t, e.At-p.Run.Events[0].At, l.Notes[i].At, 0.01)
		}
		assert.Empty(t, l.Left)
	}
}

func TestNoPhrase(t *testing.T) {
	for _, data := range []string{"", "MThd", "MThd\x00\x00\x00\x06\x00\x00\x00\x01\x00\x60MTrk\x00\x00\x00\x04\x00\xff\x2f\x00"} {
		_, err := ReadPhrase(bytes.NewReader([]byte(data)))
		assert.Error(t, err)
	}
}
