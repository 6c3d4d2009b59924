package smf

import (
	"bytes"
	"encoding/binary"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/music/arrangement"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/internal/plantest"
)

// The examples of the Standard MIDI Files specification.
func TestVariableLength(t *testing.T) {
	for n, want := range map[int][]byte{
		0: {0}, 0x40: {0x40}, 0x7f: {0x7f}, 0x80: {0x81, 0x00}, 0x2000: {0xc0, 0x00}, 0x3fff: {0xff, 0x7f},
		0x4000: {0x81, 0x80, 0x00}, 0x1fffff: {0xff, 0xff, 0x7f},
	} {
		assert.Equal(t, want, variable(n), "%#x", n)
	}
}

func TestVariableLengthReadsBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(0, 0x0fffffff).Draw(t, "n")
		back := 0
		for i, b := range variable(n) {
			back = back<<7 | int(b&0x7f)
			assert.Equal(t, i < len(variable(n))-1, b&0x80 != 0, "only the last byte has no high bit")
		}
		assert.Equal(t, n, back)
	})
}

// Chunks have the lengths that they say, and nothing follows them.
func TestChunksFillTheFile(t *testing.T) {
	p := plantest.Build(
		t,
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "lydian"}, "rhythm": {"meter": "6/8", "tempoBpm": 60}}`,
	)
	var b bytes.Buffer
	require.NoError(t, Write(&b, score.Of(p.Piece()), rhythm.Guide{}, arrangement.Arrangement{}))
	data, chunks := b.Bytes(), []string{}
	for len(data) > 0 {
		chunks = append(chunks, string(data[:4]))
		data = data[8+binary.BigEndian.Uint32(data[4:8]):]
	}
	assert.Equal(t, []string{"MThd", "MTrk", "MTrk"}, chunks)
	// A dotted quarter at 60 is a quarter at 90: 666,667 µs; six eighths; three flats.
	assert.True(t, bytes.Contains(b.Bytes(), []byte{0xff, 0x51, 3, 0x0a, 0x2c, 0x2b}))
	assert.True(t, bytes.Contains(b.Bytes(), []byte{0xff, 0x58, 4, 6, 3, 36, 8}))
	assert.True(t, bytes.Contains(b.Bytes(), []byte{0xff, 0x59, 2, 0xfd, 0}))
}

// What is counted in stands on a track of its own, on the drum channel; the run
// begins two bars later, a pick-up within the second, and the tracks have names.
func TestCountInOnItsOwnTrack(t *testing.T) {
	for fields, want := range map[string]struct{ clicks, lead int }{
		`{"beatsPerBar": 3}`: {6, 6}, `{"meter": "6/8"}`: {4, 4}, `{"perBeat": 2, "pickUp": 1}`: {8, 4},
	} {
		p := plantest.Build(
			t,
			`{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "lydian"}, "rhythm": `+fields+`}`,
		)
		s := score.Of(p.Piece())
		beat := beatTicks(s)
		struck := 0
		for _, e := range clicks(s, rhythm.Guide{CountIn: true}, 0) {
			if e.bytes[0] == 0x99 {
				assert.Equal(t, struck%*p.Brief.Rhythm.BeatsPerBar == 0, e.bytes[1] == clickKeys[rhythm.DownClick])
				assert.Equal(t, struck*int(beat), e.tick)
				struck++
			}
		}
		assert.Equal(t, want.clicks, struck, fields)
		first := notes(s, s.Rhythm.Lead(rhythm.Guide{CountIn: true}), 0, "")[2]
		assert.Equal(t, int((float64(want.lead)+p.Run.Events[0].At)*beat), first.tick, fields)
		var b bytes.Buffer
		require.NoError(t, Write(&b, s, rhythm.Guide{CountIn: true, Click: true}, arrangement.Arrangement{}))
		for _, name := range []string{"tempo, meter and keys", "4-string bass: A♭ Lydian", "count-in and click"} {
			assert.Contains(t, b.String(), name)
		}
		assert.EqualValues(t, 3, binary.BigEndian.Uint16(b.Bytes()[10:]))
		bends := 0
		for _, e := range notes(s, 0, 0, "") {
			if e.bytes[0]&0xf0 == 0xe0 {
				bends++
			}
		}
		assert.Zero(t, bends)
	}
}
