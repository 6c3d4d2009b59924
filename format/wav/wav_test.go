package wav_test

import (
	"bytes"
	"encoding/binary"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/format/wav"
)

// The header says what follows, and samples are cut to what 16 bits hold.
func TestWrite(t *testing.T) {
	var b bytes.Buffer
	require.NoError(t, wav.Write(&b, []float32{0, 0.5, -1, 2, -2}, 22050))
	data := b.Bytes()
	require.Len(t, data, 44+10)
	assert.Equal(t, "RIFF", string(data[:4]))
	assert.Equal(t, "WAVEfmt ", string(data[8:16]))
	assert.EqualValues(t, len(data)-8, binary.LittleEndian.Uint32(data[4:]))
	assert.EqualValues(t, 22050, binary.LittleEndian.Uint32(data[24:]))
	assert.EqualValues(t, 44100, binary.LittleEndian.Uint32(data[28:]), "bytes a second")
	assert.EqualValues(t, 10, binary.LittleEndian.Uint32(data[40:]))
	var got []int16
	for i := 44; i < len(data); i += 2 {
		got = append(got, int16(binary.LittleEndian.Uint16(data[i:])))
	}
	assert.Equal(t, []int16{0, 16384, -32767, 32767, -32767}, got)
}
