package document_test

import (
	"archive/zip"
	"bytes"
	"encoding/binary"
	"io"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/rhythm"
	"evenladder/document"
	"evenladder/internal/plantest"
)

// What sounds is written at three tempos: a file at each, in time; what can't be read is named.
func TestThreeTempos(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "dorian"},
		"rhythm": {"tempoBpm": 90}, "backing": {"kind": "vamp"}}`)
	midi, err := document.Find("midi")
	require.NoError(t, err)
	write := func(tempos string) (document.File, error) {
		return midi.Write(
			document.OfPlan(p),
			document.Options{Tempos: tempos, Guide: rhythm.Guide{Backing: rhythm.WithBacking}},
		)
	}
	for asked, want := range map[string][]int{"three": {54, 72, 90}, "40, 100": {40, 100}} {
		file, err := write(asked)
		require.NoError(t, err)
		assert.Equal(t, "application/zip", file.MediaType)
		z, err := zip.NewReader(bytes.NewReader(file.Data), int64(len(file.Data)))
		require.NoError(t, err)
		require.Len(t, z.File, len(want))
		for i, f := range z.File {
			r, err := f.Open()
			require.NoError(t, err)
			data, err := io.ReadAll(r)
			require.NoError(t, err)
			at := bytes.Index(data, []byte{0xff, 0x51, 0x03})
			require.Positive(t, at)
			micros := binary.BigEndian.Uint32(data[at+2:]) & 0xffffff
			assert.InDelta(t, 60e6/float64(want[i]), float64(micros), 1, f.Name)
			assert.Contains(t, f.Name, "mid")
		}
	}
	one, err := write("75")
	require.NoError(t, err)
	assert.Equal(t, "audio/midi", one.MediaType)
	for _, asked := range []string{"fast", "10", "60,70,80,90", "60;70"} {
		_, err := write(asked)
		assert.ErrorContains(t, err, "tempos: ", asked)
	}
}
