package intake_test

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
	"evenladder/format/wav"
	"evenladder/intake"
	"evenladder/internal/plantest"
	"evenladder/sound"
)

func work(t testing.TB, instrument string, perBeat, tempo int) piece.Piece {
	return plantest.Build(t, fmt.Sprintf(`{"instrument": {"id": %q}, "scale": {"tonic": "Ab", "name": "dorian"}, "rhythm": {"perBeat": %d, "tempoBpm": %d}}`, instrument, perBeat, tempo)).Piece()
}

// What cannot be heard is said of the instruments and the speeds that it holds for.
func TestLimitsAreSaid(t *testing.T) {
	for _, c := range []struct {
		instrument     string
		perBeat, tempo int
		want           string
	}{
		{"guitar", 2, 72, ""}, {"bass", 2, 72, ""}, {"bass", 4, 150, "hard to hear reliably"}, {"upright-bass", 1, 60,
			"hard to hear reliably"},
	} {
		limits := intake.Limits(work(t, c.instrument, c.perBeat, c.tempo))
		assert.Contains(t, limits[0], "octave", c.instrument)
		assert.Equal(t, c.want != "", len(limits) > 1, "%s at %d", c.instrument, c.tempo)
		assert.Contains(t, strings.Join(limits, " "), c.want)
	}
}

// The level of a file is told: too quiet, and cut off at its loudest.
func TestLevelsAreTold(t *testing.T) {
	p := work(t, "guitar", 2, 100)
	played, err := take.Play(p, take.Errors{Seed: 1, JitterMS: 4})
	require.NoError(t, err)
	samples, err := sound.Perform(p.Instrument, played, 0, 1)
	require.NoError(t, err)
	for want, gain := range map[string]float32{"very quiet": 0.02, "too loud and distorts": 8} {
		louder := make([]float32, len(samples))
		for i, s := range samples {
			louder[i] = s * gain
		}
		var file bytes.Buffer
		require.NoError(t, wav.Write(&file, louder, sound.Rate))
		got, err := intake.File("take", &file, p)
		require.NoError(t, err)
		assert.Contains(t, strings.Join(got.Remarks, " "), want)
		assert.Equal(t, got.Planned, got.Right, "it is heard all the same: %s", want)
	}
}

// Every kind of file that is performed is taken, as what it is.
func TestKindsOfFiles(t *testing.T) {
	p := work(t, "ukulele", 1, 120)
	played, err := take.Play(p, take.Errors{})
	require.NoError(t, err)
	for kind, media := range map[string]string{"mid": "audio/midi", "wav": "audio/wav"} {
		data, err := intake.Performed(kind, p, played, 0, 1)
		require.NoError(t, err)
		assert.Equal(t, []string{media, "." + kind}, []string{intake.MediaType(data), intake.Ending(data)})
		got, err := intake.File("take", bytes.NewReader(data), p)
		require.NoError(t, err)
		assert.Equal(t, got.Planned, got.Right, kind)
	}
	_, err = intake.File("take", strings.NewReader("OggS"), p)
	assert.ErrorContains(t, err, "give one of them")
	assert.Empty(t, intake.MediaType([]byte("OggS")))
}

// A silent file is no take.
func TestSilenceIsNoTake(t *testing.T) {
	p := work(t, "guitar", 2, 70)
	var file bytes.Buffer
	require.NoError(t, wav.Write(&file, make([]float32, 60*8000), 8000))
	_, err := intake.File("take", &file, p)
	assert.ErrorContains(t, err, "the take is silent for all 60 seconds")
}
