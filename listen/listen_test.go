package listen_test

import (
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/result"
	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
	"evenladder/internal/plantest"
	"evenladder/listen"
	"evenladder/sound"
)

// work is what an instrument plays, sixteenths at a tempo.
func work(t testing.TB, instrument string, tempo int) piece.Piece {
	given := map[string]string{
		"guitar":   `"scale": {"tonic": "Ab", "name": "mixolydian"}, "layout": {"system": "three-per-string"}`,
		"bass":     `"scale": {"tonic": "G", "name": "dorian"}, "layout": {"system": "seven-position", "box": 1}`,
		"ukulele":  `"scale": {"tonic": "Eb", "name": "major"}, "layout": {"system": "three-per-string"}`,
		"mandolin": `"scale": {"tonic": "F", "name": "lydian"}, "layout": {"system": "four-per-string"}`,
	}[instrument]
	return plantest.Build(t, fmt.Sprintf(`{"instrument": {"id": %q}, %s, "run": {"pattern": "groups", "size": 3, "direction": "up-down"}, "rhythm": {"perBeat": 4, "tempoBpm": %d}}`, instrument, given, tempo)).Piece()
}

// played is a take as the simulated player plays it, and what was played.
func played(t testing.TB, p piece.Piece, e take.Errors, noise float64) (listen.Sound, []take.Heard) {
	notes, err := take.Play(p, e)
	require.NoError(t, err)
	samples, err := sound.Perform(p.Instrument, notes, noise, e.Seed)
	require.NoError(t, err)
	return listen.Sound{Samples: samples, Rate: sound.Rate}, notes
}

func hear(t testing.TB, s listen.Sound, p piece.Piece) []take.Heard {
	heard, err := listen.Notes(s, listen.Expected(p))
	require.NoError(t, err)
	return heard
}

var instruments = []string{"guitar", "bass", "ukulele", "mandolin"}

// Every note of an uneven take is heard once, at its pitch and within milliseconds of
// its time; nothing else is.
func TestNotesAreHeard(t *testing.T) {
	for _, instrument := range instruments {
		for _, tempo := range []int{25, 60, 120} {
			p := work(t, instrument, tempo)
			p.Events = p.Events[:min(tempo, len(p.Events))] // slow ones are long enough
			s, notes := played(t, p, take.Errors{Seed: 4, JitterMS: 8}, 30)
			heard := slices.DeleteFunc(hear(t, s, p), func(h take.Heard) bool { return h.Doubt > 0.5 })
			require.Len(t, heard, len(notes), "%s at %d", instrument, tempo)
			for i, want := range notes {
				assert.True(t, heard[i].Is(want.MIDI), "%s at %d, note %d: %d, not %d", instrument, tempo, i+1,
					heard[i].MIDI, want.MIDI)
				assert.InDelta(t, want.OnsetSec, heard[i].OnsetSec, 0.006, "%s at %d, note %d", instrument, tempo, i+1)
			}
		}
	}
}

// What went wrong is told from sound as it is from MIDI.
func TestASpoiltTakeIsJudged(t *testing.T) {
	for _, instrument := range instruments {
		p := work(t, instrument, 80)
		s, notes := played(t, p, take.Errors{Seed: 9, JitterMS: 6, Wrong: 2, Missed: 1, Extra: 1}, 20)
		want, err := take.Judge(p, notes, take.MIDIFloorMS)
		require.NoError(t, err)
		got, err := take.Judge(p, hear(t, s, p), listen.FloorMS(listen.Expected(p)))
		require.NoError(t, err)
		assert.Equal(t, []int{want.Right, want.Wrong, want.Missed, want.Extra}, []int{got.Right, got.Wrong, got.Missed,
			got.Extra}, instrument)
		for i := range want.Events {
			assert.Equal(t, want.Events[i].Verdict, got.Events[i].Verdict, "%s, note %d", instrument, i+1)
		}
		assert.InDelta(t, want.TempoBPM, got.TempoBPM, 0.5, instrument)
	}
}

// A take of the plan itself is clean.
func TestTheRunItselfIsClean(t *testing.T) {
	for _, instrument := range instruments {
		p := work(t, instrument, 90)
		s, _ := played(t, p, take.Errors{Seed: 2, JitterMS: 4}, 0)
		got, err := take.Judge(p, hear(t, s, p), listen.FloorMS(listen.Expected(p)))
		require.NoError(t, err)
		assert.Equal(t, result.Clean, got.Result, "%s: %s", instrument, got.Why)
		assert.Equal(t, got.Planned, got.Right, instrument)
	}
}

// Set-in jitter is read back from sound within a fifth.
func TestJitterIsReadBackFromSound(t *testing.T) {
	if testing.Short() {
		t.Skip("many takes")
	}
	for _, jitter := range []float64{8, 20, 40} {
		sum, takes := 0.0, 4
		for seed := range takes {
			p := work(t, "guitar", 100)
			s, _ := played(t, p, take.Errors{Seed: seed + 1, JitterMS: jitter}, 0)
			got, err := take.Judge(p, hear(t, s, p), 2)
			require.NoError(t, err)
			sum += got.EvennessMS
		}
		assert.InEpsilon(t, jitter, sum/float64(takes), 0.2, "%g ms", jitter)
	}
}

// An instrument that is tuned a third of a semitone off, and a file with other rates,
// are heard as they are.
func TestTuningAndRates(t *testing.T) {
	p := work(t, "guitar", 80)
	s, notes := played(t, p, take.Errors{Seed: 5}, 0)
	sharp := listen.Sound{Samples: s.Samples, Rate: int(sound.Rate * math.Pow(2, 33.0/1200))}
	half := listen.Sound{Rate: sound.Rate / 2}
	for i := 0; i+1 < len(s.Samples); i += 2 {
		half.Samples = append(half.Samples, (s.Samples[i]+s.Samples[i+1])/2)
	}
	for name, other := range map[string]listen.Sound{"sharp": sharp, "half the rate": half} {
		got, err := take.Judge(p, hear(t, other, p), 2)
		require.NoError(t, err)
		assert.GreaterOrEqual(t, got.Right, len(notes)-1, name)
		assert.Zero(t, got.Extra, name)
	}
}

// Silence and hiss hold no notes; neither does a constant.
func TestNothingIsHeardWhereNothingIsPlayed(t *testing.T) {
	p := work(t, "bass", 80)
	hiss, err := sound.Perform(p.Instrument, []take.Heard{{MIDI: 40, OnsetSec: 0, Seconds: 0.01, String: 4}}, 0.001, 3)
	require.NoError(t, err)
	flat := slices.Repeat([]float32{0.4}, sound.Rate)
	for name, samples := range map[string][]float32{"none": nil, "silence": make([]float32, sound.Rate),
		"constant": flat, "short": make([]float32, 10), "hiss": hiss[sound.Rate/2:]} {
		for _, h := range hear(t, listen.Sound{Samples: samples, Rate: sound.Rate}, p) {
			assert.Greater(t, h.Doubt, 0.5, name)
		}
	}
}

func TestWhatCannotBeListenedTo(t *testing.T) {
	_, err := listen.Notes(listen.Sound{Rate: 4000}, listen.Expect{Low: 40, High: 60})
	assert.ErrorContains(t, err, "4000 samples a second were given: give 8000 to 192000")
	_, err = listen.Notes(listen.Sound{Rate: 44100}, listen.Expect{Low: 60, High: 40})
	assert.ErrorContains(t, err, "the lower first")
}

// A take of a minute.
func BenchmarkNotes(b *testing.B) {
	for _, instrument := range []string{"guitar", "bass"} {
		p := work(b, instrument, 80)
		s, _ := played(b, p, take.Errors{Seed: 1, JitterMS: 8}, 30)
		minute := listen.Sound{Rate: s.Rate}
		for len(minute.Samples) < 60*s.Rate {
			minute.Samples = append(minute.Samples, s.Samples...)
		}
		minute.Samples = minute.Samples[:60*s.Rate]
		b.Run(instrument, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				hear(b, minute, p)
			}
		})
	}
}
