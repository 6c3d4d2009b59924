package smf

import (
	"bytes"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/take"
	"evenladder/core/music/arrangement"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/internal/plantest"
)

// smfFile is a file of tracks of raw events.
func smfFile(format, division uint16, tracks ...[]byte) []byte {
	var b bytes.Buffer
	b.WriteString("MThd")
	put(&b, uint32(6), format, uint16(len(tracks)), division)
	for _, t := range tracks {
		b.WriteString("MTrk")
		put(&b, uint32(len(t)))
		b.Write(t)
	}
	return b.Bytes()
}

var trackEnd = []byte{0, 0xff, 0x2f, 0}

// What is written is read back, note for note: a run with its count-in, and a take.
func TestWhatIsWrittenIsReadBack(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "B", "name": "lydian"}, "rhythm": {"perBeat": 3, "tempoBpm": 83}}`).
		Piece()
	var out bytes.Buffer
	require.NoError(t, Write(&out, score.Of(p), rhythm.Guide{CountIn: true, Click: true}, arrangement.Arrangement{}))
	heard, err := Read(&out)
	require.NoError(t, err)
	require.Len(t, heard, len(p.Events), "clicks are no notes")
	lead := p.Rhythm.Lead(rhythm.Guide{CountIn: true})
	for i, e := range p.Events {
		assert.Equal(t, e.MIDI, heard[i].MIDI)
		assert.InDelta(t, (lead+e.At)*60/83, heard[i].OnsetSec, 0.002)
	}
	got, err := take.Judge(p, heard, take.MIDIFloorMS)
	require.NoError(t, err)
	assert.Equal(t, len(p.Events), got.Right)
	assert.Equal(t, "clean", string(got.Result), got.Why)

	played, err := take.Play(p, take.Errors{Seed: 4, JitterMS: 15, Wrong: 2, Missed: 1, Extra: 1})
	require.NoError(t, err)
	out.Reset()
	require.NoError(t, WriteHeard(&out, neck.Instrument{}, played, 83))
	again, err := Read(bytes.NewReader(out.Bytes()))
	require.NoError(t, err)
	require.Len(t, again, len(played))
	for i := range played {
		assert.Equal(t, played[i].MIDI, again[i].MIDI)
		assert.InDelta(t, played[i].OnsetSec, again[i].OnsetSec, 0.001)
	}
	// Reference: npm midi-file reads it too.
	file := filepath.Join(t.TempDir(), "take.mid")
	require.NoError(t, os.WriteFile(file, out.Bytes(), 0o600))
	cmd := exec.Command(
		"node",
		"--input-type=commonjs",
		"-e",
		`const {parseMidi} = require('midi-file'); const m = parseMidi(require('fs').readFileSync(process.argv[1])); console.log(m.tracks.flat().filter(e => e.type === 'noteOn').length)`,
		file,
	)
	cmd.Dir = "../../ui"
	said, err := cmd.Output()
	require.NoError(t, err)
	assert.Equal(t, fmt.Sprintln(len(played)), string(said))
}

// Running status, a change of tempo, notes that are struck again, drums and other
// tracks.
func TestReadingAsOthersWrite(t *testing.T) {
	notes := append([]byte{
		0, 0xff, 0x51, 3, 0x07, 0xa1, 0x20, // 120 a minute
		0, 0xc0, 24,
		0, 0x90, 60, 80, 96, 60, 0, // running status, velocity 0 is off
		0, 62, 80, 48, 62, 90, // struck again without an end
		48, 0x80, 62, 64,
		0, 0xff, 0x51, 3, 0x0f, 0x42, 0x40, // 60 a minute
		96, 0x90, 64, 80, 0x81, 0x00, 0x80, 64, 0,
		0, 0xf0, 3, 1, 2, 0xf7,
	}, trackEnd...)
	drums := append(bytes.Repeat([]byte{1, 0x99, 38, 90}, 40), trackEnd...)
	heard, err := Read(bytes.NewReader(smfFile(1, 96, drums, append([]byte{}, trackEnd...), notes)))
	require.NoError(t, err)
	var got [][2]float64
	for _, h := range heard {
		got = append(got, [2]float64{float64(h.MIDI), h.OnsetSec})
	}
	assert.Equal(t, [][2]float64{{60, 0}, {62, 0.5}, {62, 0.75}, {64, 2}}, got)
	smpte, err := Read(
		bytes.NewReader(smfFile(0, 0xe728, append([]byte{0x87, 0x68, 0x90, 60, 1}, trackEnd...))),
	) // 25 frames of 40
	require.NoError(t, err)
	assert.InDelta(t, 1.0, smpte[0].OnsetSec, 1e-9)
}

func TestBrokenFilesAreSaid(t *testing.T) {
	whole := smfFile(0, 96, append([]byte{0, 0x90, 60, 80}, trackEnd...))
	for want, data := range map[string][]byte{
		"byte 0: it doesn't start":  []byte("RIFF and so on, of some length"),
		"its format is 2":           smfFile(2, 96, trackEnd),
		"no length":                 smfFile(0, 0, trackEnd),
		"it has no tracks":          smfFile(0, 96),
		"goes past the end":         whole[:len(whole)-2],
		"within the head":           append(bytes.Clone(whole), 'M'),
		"without a status":          smfFile(0, 96, []byte{0, 60, 80}),
		"ends within an event":      smfFile(0, 96, []byte{0, 0x90, 60}),
		"more than four bytes":      smfFile(0, 96, []byte{0xff, 0xff, 0xff, 0xff, 1}),
		"past the end of the track": smfFile(0, 96, []byte{0, 0xff, 1, 50}),
		"past 127":                  smfFile(0, 96, []byte{0, 0x90, 200, 50}),
		"has no place in a file":    smfFile(0, 96, []byte{0, 0xf8, 1, 50}),
		"more than 4 MB":            make([]byte, maxFileBytes+1),
	} {
		_, err := Read(bytes.NewReader(data))
		assert.ErrorContains(t, err, want)
	}
}

func FuzzRead(f *testing.F) {
	f.Add(smfFile(0, 96, append([]byte{0, 0x90, 60, 80, 96, 60, 0}, trackEnd...)))
	f.Add(smfFile(1, 0xe728, trackEnd))
	f.Fuzz(func(t *testing.T, data []byte) {
		heard, err := Read(bytes.NewReader(data))
		if err != nil {
			return
		}
		for i, h := range heard {
			if h.MIDI < 0 || h.MIDI > 127 || h.OnsetSec < 0 || i > 0 && h.OnsetSec < heard[i-1].OnsetSec {
				t.Fatalf("%+v", h)
			}
		}
	})
}
