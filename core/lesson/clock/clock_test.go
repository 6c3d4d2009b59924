package clock

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// player plays evenly, but for what it is told.
type player struct {
	notes, perBeat int
	bpm            float64
	jitter         float64 // seconds
	off            func(i int) float64
	seed           uint64
}

func (p player) noteSec() float64 { return 60 / p.bpm / float64(p.perBeat) }

// onsets come with the causes of a run over strings of three notes, with four fingers.
func (p player) onsets() []Onset {
	random := rand.New(rand.NewPCG(p.seed, 7))
	out := make([]Onset, p.notes)
	for i := range out {
		out[i] = Onset{
			Beat:  float64(i) / float64(p.perBeat),
			Sec:   0.5 + float64(i)*p.noteSec() + random.NormFloat64()*p.jitter,
			Place: i % p.perBeat,
		}
		if p.off != nil {
			out[i].Sec += p.off(i)
		}
		if i%3 == 0 && i > 0 {
			out[i].Causes = append(out[i].Causes, "crossing")
		}
		out[i].Causes = append(
			out[i].Causes,
			[]string{"finger-1", "finger-2", "finger-4", "finger-1", "finger-3", "finger-4", "finger-1"}[i%7],
		)
		if i%9 == 8 {
			out[i].Causes = append(out[i].Causes, "shift")
		}
	}
	return out
}

func (p player) read() Reading { return Measure(p.onsets(), p.noteSec(), 0) }

const seeds = 80

type readings []Reading

// many takes of one player.
func (p player) many() (out readings) {
	for p.seed = 1; p.seed <= seeds; p.seed++ {
		out = append(out, p.read())
	}
	return out
}

// share of takes of which something is true, in percent.
func (all readings) share(is func(Reading) bool) float64 {
	n := 0
	for _, r := range all {
		if is(r) {
			n++
		}
	}
	return float64(n) * 100 / seeds
}

func found(r Reading, cause string) bool {
	for _, c := range r.Causes {
		if c.Found && (cause == "" || c.Cause == cause) {
			return true
		}
	}
	return false
}

// What chance alone shows is not said, whoever plays how unevenly; and intervals hold what
// they are of.
func TestWhatIsChanceIsNotSaid(t *testing.T) {
	for _, p := range []player{{notes: 33, perBeat: 2, bpm: 80}, {notes: 15, perBeat: 2, bpm: 90}, {notes: 23, perBeat: 4, bpm: 100}, {notes: 60, perBeat: 3, bpm: 70}} {
		for _, jitter := range []float64{0.004, 0.008, 0.012, 0.020} {
			p.jitter = jitter
			all := p.many()
			assert.LessOrEqual(t, all.share(func(r Reading) bool { return r.Drift != 0 }), 2.0, "drift %v", p)
			assert.LessOrEqual(t, all.share(func(r Reading) bool { return found(r, "") }), 4.0, "cause %v", p)
			assert.LessOrEqual(t, all.share(func(r Reading) bool { return len(r.Places) > 0 }), 3.0, "place %v", p)
			assert.LessOrEqual(t, all.share(func(r Reading) bool { return r.Worst >= 0 }), 3.0, "worst %v", p)
			assert.Zero(t, all.share(func(r Reading) bool { return len(r.Pauses) > 0 }), "pause %v", p)
			assert.GreaterOrEqual(
				t,
				all.share(func(r Reading) bool { return r.Tempo.Low <= p.bpm && p.bpm <= r.Tempo.High }),
				89.0,
				"tempo %v",
				p,
			)
			assert.GreaterOrEqual(
				t,
				all.share(func(r Reading) bool { return r.Spreads.Low <= jitter && jitter <= r.Spreads.High }),
				89.0,
				"spread %v",
				p,
			)
		}
	}
}

// What is there is found.
func TestWhatIsThereIsFound(t *testing.T) {
	p := player{notes: 33, perBeat: 2, bpm: 80, jitter: 0.008}
	late := func(ms float64, at func(i int) bool) func(int) float64 {
		return func(i int) float64 {
			if at(i) {
				return ms / 1000
			}
			return 0
		}
	}
	for cause, at := range map[string]func(i int) bool{
		"crossing": func(i int) bool { return i%3 == 0 && i > 0 },
		"finger-4": func(i int) bool { return i%7 == 2 || i%7 == 5 },
	} {
		p.off = late(20, at)
		assert.GreaterOrEqual(t, p.many().share(func(r Reading) bool { return found(r, cause) }), 90.0, cause)
		p.jitter = 0.012
		assert.GreaterOrEqual(t, p.many().share(func(r Reading) bool { return found(r, cause) }), 75.0, cause)
		p.jitter = 0.008
	}
	p.off = func(i int) float64 { u := float64(i) / 32; return -u * u * 32 * p.noteSec() * 0.03 / 2 }
	assert.GreaterOrEqual(t, p.many().share(func(r Reading) bool { return r.Drift > 0 }), 95.0, "3 % faster")
	p.off = late(60, func(i int) bool { return i == 17 })
	assert.GreaterOrEqual(t, p.many().share(func(r Reading) bool { return r.Worst == 17 }), 97.0)
	p.off = late(62.5, func(i int) bool { return i%2 == 1 })
	p.seed = 3
	got := p.read()
	require.Len(t, got.Places, 1)
	assert.Equal(t, 1, got.Places[0].Place)
	assert.InDelta(t, 0.0625, got.Places[0].Sec, 0.006, "two to one")
	assert.Equal(t, -1, got.Worst)
	assert.False(t, found(got, ""), "no finger is blamed for it")
	assert.Greater(t, got.Spread, 0.028)
	for i := range 6 {
		p.off = late(150, func(k int) bool { return k%5 == i%5 && k > 2 })
		assert.Greater(t, p.read().Spread, 0.040, "six notes 150 ms late are not even")
	}
}

// A pause is neither a tempo nor a spread; a late note that is made good is no pause.
func TestPauses(t *testing.T) {
	p := player{notes: 33, perBeat: 2, bpm: 80, jitter: 0.005, seed: 2}
	p.off = func(i int) float64 {
		if i >= 12 {
			return 0.9
		}
		return 0
	}
	got := p.read()
	require.Len(t, got.Pauses, 1)
	assert.Equal(t, 12, got.Pauses[0].At)
	assert.InDelta(t, 0.9, got.Pauses[0].Sec, 0.03)
	assert.InDelta(t, 80, got.TempoBPM, 0.4)
	assert.Less(t, got.Spread, 0.012)
	p.off = func(i int) float64 {
		if i == 12 {
			return 0.25
		}
		return 0
	}
	got = p.read()
	assert.Empty(t, got.Pauses)
	assert.Equal(t, 12, got.Worst)
	// Where a part was left out, the rest is read on from there.
	onsets := player{notes: 60, perBeat: 2, bpm: 80, jitter: 0.005, seed: 5}.onsets()
	rest := append([]Onset{}, onsets[32:]...)
	rest[0].Broken = true
	for i := range rest {
		rest[i].Sec -= 12 * 0.375
	}
	got = Measure(append(onsets[:20:20], rest...), 0.375, 0)
	assert.InDelta(t, 80, got.TempoBPM, 0.5)
	assert.Less(t, got.Spread, 0.009)
}

// A tempo that sways is no uneven playing: from note to note it is even.
func TestATempoThatWanders(t *testing.T) {
	p := player{
		notes:   64,
		perBeat: 2,
		bpm:     80,
		jitter:  0.008,
		seed:    1,
		off:     func(i int) float64 { return 0.05 * math.Sin(float64(i)/5) },
	}
	got := p.read()
	assert.True(t, got.Wanders)
	assert.InDelta(t, 0.008, got.NoteToNote, 0.003)
	assert.Greater(t, got.Spread, 0.02)
	p.off = nil
	assert.False(t, p.read().Wanders)
}

// Few onsets, all at once, or none: no figure is made up.
func TestTooFewOnsets(t *testing.T) {
	assert.Zero(t, Measure(nil, 0.3, 0).TempoBPM)
	assert.Zero(t, Measure([]Onset{{}}, 0.3, 0).TempoBPM)
	assert.InDelta(t, 120, Measure([]Onset{{}, {Beat: 1, Sec: 0.5}}, 0.5, 0).TempoBPM, 1e-9)
	for _, same := range [][]Onset{{{}, {}, {}, {}, {}}, {{Sec: 1}, {Sec: 1, Beat: 1}, {Sec: 1, Beat: 2}, {Sec: 1, Beat: 3}, {Sec: 1, Beat: 4}}} {
		got := Measure(same, 0.5, 0)
		assert.False(t, math.IsNaN(got.TempoBPM) || math.IsInf(got.TempoBPM, 0), "%v", got.TempoBPM)
		assert.False(t, math.IsNaN(got.Spread))
	}
	exact := player{notes: 20, perBeat: 2, bpm: 100}.read()
	assert.InDelta(t, 100, exact.TempoBPM, 1e-6)
	assert.Less(t, exact.Spread, 1e-6)
}

func BenchmarkMeasure(b *testing.B) {
	for name, p := range map[string]player{"33": {notes: 33, perBeat: 2, bpm: 80, jitter: 0.008}, "2000": {notes: 2000, perBeat: 4, bpm: 120, jitter: 0.008}} {
		onsets := p.onsets()
		b.Run(name, func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				Measure(onsets, p.noteSec(), 0)
			}
		})
	}
}
