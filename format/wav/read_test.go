package wav_test

import (
	"bytes"
	"encoding/binary"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/format/wav"
)

// file is a WAV file of samples that are written already, with chunks of no interest
// before them.
func file(code, channels, rate, bits int, data []byte) []byte {
	layout := binary.LittleEndian.AppendUint16(nil, uint16(code))
	layout = binary.LittleEndian.AppendUint16(layout, uint16(channels))
	layout = binary.LittleEndian.AppendUint32(layout, uint32(rate))
	layout = binary.LittleEndian.AppendUint32(layout, uint32(rate*channels*bits/8))
	layout = binary.LittleEndian.AppendUint16(layout, uint16(channels*bits/8))
	layout = binary.LittleEndian.AppendUint16(layout, uint16(bits))
	out := []byte("RIFF\xff\xff\xff\xffWAVE")
	for _, c := range []struct {
		id   string
		body []byte
	}{{"LIST", []byte("odd")}, {"fmt ", layout}, {"data", data}} {
		out = binary.LittleEndian.AppendUint32(append(out, c.id...), uint32(len(c.body)))
		out = append(out, c.body...)
		if len(c.body)%2 == 1 {
			out = append(out, 0)
		}
	}
	return out
}

func floats(values ...float32) (out []byte) {
	for _, v := range values {
		out = binary.LittleEndian.AppendUint32(out, math.Float32bits(v))
	}
	return out
}

func TestRead(t *testing.T) {
	for name, c := range map[string]struct {
		file []byte
		want []float32
		rate int
	}{
		"8 bits":  {file(1, 1, 11025, 8, []byte{128, 192, 0, 255}), []float32{0, 0.5, -1, 127.0 / 128}, 11025},
		"16 bits": {file(1, 1, 44100, 16, []byte{0, 0, 0, 0x40, 0, 0x80}), []float32{0, 0.5, -1}, 44100},
		"24 bits": {file(1, 1, 48000, 24, []byte{0, 0, 0, 0, 0, 0x40, 0, 0, 0x80}), []float32{0, 0.5, -1},
			48000},
		"32 bits":        {file(1, 1, 48000, 32, []byte{0, 0, 0, 0, 0, 0, 0, 0x40}), []float32{0, 0.5}, 48000},
		"floating point": {file(3, 1, 44100, 32, floats(0.25, 7, float32(math.NaN()))), []float32{0.25, 1, 0}, 44100},
		"stereo":         {file(3, 2, 44100, 32, floats(0.5, 0, -1, -0.5)), []float32{0.25, -0.75}, 44100},
		"96 kHz":         {file(3, 1, 96000, 32, floats(0.5, 0.25, 1, 0)), []float32{0.375, 0.5}, 48000},
		"cut off":        {file(1, 1, 44100, 16, []byte{0, 0x40, 0, 0x40, 0, 0x40})[:61], []float32{0.5, 0.5}, 44100},
	} {
		got, rate, err := wav.Read(bytes.NewReader(c.file))
		require.NoError(t, err, name)
		assert.Equal(t, c.want, got, name)
		assert.Equal(t, c.rate, rate, name)
	}
}

func TestWhatIsWrittenIsRead(t *testing.T) {
	want := []float32{0, 0.5, -1, 1, -0.25}
	var b bytes.Buffer
	require.NoError(t, wav.Write(&b, want, 22050))
	got, rate, err := wav.Read(&b)
	require.NoError(t, err)
	assert.Equal(t, 22050, rate)
	assert.InDeltaSlice(t, want, got, 1e-4)
}

// Bad files are refused with what would be accepted.
func TestBadFiles(t *testing.T) {
	long := file(1, 1, 8000, 8, make([]byte, 8000*301))
	for want, data := range map[string][]byte{
		"this isn't a WAV file":                        []byte("MThd and so on and on"),
		"the file is cut off before its samples":       file(1, 1, 44100, 16, nil)[:30],
		"the file is cut off in its header":            file(1, 1, 44100, 16, nil)[:34],
		"give 8, 16, 24 or 32 bits, or floating point": file(1, 1, 44100, 12, []byte{1, 2}),
		"coding 85":                                        file(85, 1, 44100, 16, []byte{1, 2}),
		"9 channels were given: give 1 to 8":               file(1, 9, 44100, 16, nil),
		"4000 samples a second were given: give 8000 to":   file(1, 1, 4000, 16, nil),
		"give a take of 5 minutes at most":                 long,
		"doesn't say how its samples are stored":           []byte("RIFF....WAVEdata\x02\x00\x00\x00\x00\x00"),
		"the format of the samples takes 4294967295 bytes": []byte("RIFF....WAVEfmt \xff\xff\xff\xff"),
	} {
		_, _, err := wav.Read(bytes.NewReader(data))
		assert.ErrorContains(t, err, want)
	}
	_, _, err := wav.Read(bytes.NewReader(nil))
	assert.ErrorIs(t, err, wav.ErrNotWAV)
}

// A file that never ends is not read to its end.
func TestHugeFilesAreRefused(t *testing.T) {
	head := file(1, 8, 192000, 32, nil)
	binary.LittleEndian.PutUint32(head[len(head)-4:], math.MaxUint32)
	_, _, err := wav.Read(&endless{head: head})
	assert.ErrorContains(t, err, "more than 64 MB were given")
}

type endless struct{ head []byte }

func (e *endless) Read(p []byte) (int, error) {
	n := copy(p, e.head)
	e.head = e.head[n:]
	if n == 0 {
		n = len(p)
	}
	return n, nil
}

func FuzzRead(f *testing.F) {
	f.Add(file(1, 2, 44100, 16, []byte{1, 2, 3, 4, 5, 6, 7, 8}))
	f.Add(file(3, 1, 96000, 32, floats(0.1, 0.2, 0.3)))
	f.Add(file(1, 1, 8000, 24, []byte{1, 2, 3})[:30])
	f.Fuzz(func(t *testing.T, data []byte) {
		samples, rate, err := wav.Read(bytes.NewReader(data))
		if err != nil {
			return
		}
		if rate < 8000 || rate > 192000 {
			t.Fatalf("rate %d", rate)
		}
		for _, s := range samples {
			if !(s >= -1 && s <= 1) {
				t.Fatalf("sample %g", s)
			}
		}
	})
}
