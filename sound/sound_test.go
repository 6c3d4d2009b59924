package sound_test

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/arrangement"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/internal/plantest"
	"evenladder/sound"
)

// played is one note after another on a string, each a beat long.
func played(t *testing.T, instrument string, tempo int, midi ...int) piece.Piece {
	in, ok := neck.FindInstrument(instrument)
	require.True(t, ok)
	p := piece.Piece{Instrument: in, Rhythm: rhythm.Rhythm{PerBeat: 1, TempoBPM: tempo, BeatsPerBar: 4}}
	for i, m := range midi {
		p.Events = append(p.Events, piece.Event{N: i + 1, Note: piece.Note{Place: neck.Place{String: 1}, MIDI: m},
			At: float64(i), Sounds: 1})
	}
	return p
}

func render(t *testing.T, p piece.Piece, g rhythm.Guide) []float32 {
	samples, err := sound.Render(arrangement.Arrangement{Piece: p}, g)
	require.NoError(t, err)
	return samples
}

// hertzOf is the pitch of a stretch: the lag at which it is most like itself,
// between samples by a parabola.
func hertzOf(samples []float32, near float64) float64 {
	like := func(lag int) (sum float64) {
		for i := range len(samples) / 2 {
			sum += float64(samples[i] * samples[i+lag])
		}
		return sum
	}
	period := sound.Rate / near
	best := int(period * 0.9)
	for lag := best; lag < int(period*1.1)+2; lag++ {
		if like(lag) > like(best) {
			best = lag
		}
	}
	a, b, c := like(best-1), like(best), like(best+1)
	return sound.Rate / (float64(best) + (a-c)/(2*(a-2*b+c)))
}

// Every note of every family is in tune: within five cents of equal temperament
// on A4 = 440 Hz.
func TestNotesAreInTune(t *testing.T) {
	for instrument, range_ := range map[string][2]int{"guitar": {40, 86}, "bass": {28, 63}, "ukulele": {60, 84},
		"mandolin": {55, 96}, "upright-bass": {28, 60}} {
		for midi := range_[0]; midi <= range_[1]; midi += 5 {
			samples := render(t, played(t, instrument, 60, midi), rhythm.Guide{})
			want := 440 * math.Pow(2, float64(midi-69)/12)
			cents := 1200 * math.Log2(hertzOf(samples[sound.Rate/20:sound.Rate/2], want)/want)
			assert.InDelta(t, 0, cents, 5, "%s, MIDI %d", instrument, midi)
		}
	}
}

// loudness is the mean square of a stretch.
func loudness(samples []float32) (sum float64) {
	for _, s := range samples {
		sum += float64(s*s) / float64(len(samples))
	}
	return sum
}

// Notes sound from their onset on and die away; a stopped string is silent soon
// after.
func TestNotesBeginAndEnd(t *testing.T) {
	p := played(t, "guitar", 60, 52, 57)
	p.Events[1].At = 3 // a beat of silence before it
	samples := render(t, p, rhythm.Guide{})
	second := sound.Rate
	assert.Greater(t, loudness(samples[:second/10]), 4*loudness(samples[second*8/10:second*9/10]), "it dies away")
	assert.Less(t, loudness(samples[second*5/4:3*second-10]), 1e-6, "silence after it is stopped")
	assert.Greater(t, loudness(samples[3*second:3*second+second/10]), 1e-3)
	assert.Equal(t, samples, render(t, p, rhythm.Guide{}), "the same each time")
	for _, s := range samples {
		require.LessOrEqual(t, math.Abs(float64(s)), 1.0)
	}
}

// Two bars are counted in, beat by beat, before the first note; the click goes on
// where it is asked for.
func TestCountInAndClick(t *testing.T) {
	p := played(t, "bass", 120, 40)
	samples := render(t, p, rhythm.Guide{CountIn: true})
	half := sound.Rate / 2
	for beat := range 8 {
		assert.Greater(t, loudness(samples[beat*half:beat*half+half/20]), 1e-4, "beat %d", beat)
		assert.Less(t, loudness(samples[beat*half+half/2:(beat+1)*half-10]), 1e-6, "after beat %d", beat)
	}
	assert.Greater(t, loudness(samples[8*half:8*half+half/2]), 1e-3, "the note")
	assert.InDelta(
		t,
		sound.Seconds(arrangement.Arrangement{Piece: p}, rhythm.Guide{})+4,
		sound.Seconds(arrangement.Arrangement{Piece: p}, rhythm.Guide{CountIn: true}),
		1e-9,
	)
}

// What would take too long is refused with what would be shorter.
func TestTooLongIsRefused(t *testing.T) {
	p := played(t, "guitar", 20, make([]int, 200)...)
	_, err := sound.Render(arrangement.Arrangement{Piece: p}, rhythm.Guide{})
	assert.ErrorContains(t, err, "give a faster tempo, or fewer notes, keys or choruses, for 300 at most")
}

func BenchmarkRender(b *testing.B) {
	p := plantest.Build(b, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "mixolydian"}}`).Piece()
	b.ReportAllocs()
	for b.Loop() {
		if _, err := sound.Render(arrangement.Arrangement{Piece: p}, rhythm.Guide{CountIn: true}); err != nil {
			b.Fatal(err)
		}
	}
}
