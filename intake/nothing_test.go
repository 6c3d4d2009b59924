package intake_test

import (
	"bytes"
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/piece"
	"evenladder/format/wav"
	"evenladder/intake"
	"evenladder/internal/plantest"
)

const rate = 44_100

// sounds that are not played, of so many seconds each.
var sounds = map[string]func(r *rand.Rand, seconds float64) []float32{
	"white noise": func(r *rand.Rand, seconds float64) []float32 {
		return each(seconds, func(float64) float64 { return r.NormFloat64() * 0.1 })
	},
	"pink noise": func(r *rand.Rand, seconds float64) []float32 {
		var b [3]float64 // after Paul Kellet, three poles
		return each(seconds, func(float64) float64 {
			x := r.NormFloat64() * 0.05
			b[0], b[1], b[2] = 0.99765*b[0]+x*0.0990460, 0.96300*b[1]+x*0.2965164, 0.57000*b[2]+x*1.0526913
			return b[0] + b[1] + b[2] + x*0.1848
		})
	},
	"brown noise": func(r *rand.Rand, seconds float64) []float32 {
		level := 0.0
		return each(seconds, func(float64) float64 { level = 0.998*level + r.NormFloat64()*0.01; return level })
	},
	"hum": func(r *rand.Rand, seconds float64) []float32 {
		return each(seconds, func(at float64) float64 {
			partial := func(n, level float64) float64 { return level * math.Sin(2*math.Pi*50*n*at) }
			return partial(1, 0.1) + partial(3, 0.04) + partial(5, 0.02) + 0.002*r.NormFloat64()
		})
	},
	"claps": func(r *rand.Rand, seconds float64) []float32 {
		return struckAt(r, seconds, 0.4, func(since float64) float64 { return 0.5 * r.NormFloat64() * math.Exp(-since/0.012) })
	},
	"taps": func(r *rand.Rand, seconds float64) []float32 {
		return struckAt(r, seconds, 0.5, func(since float64) float64 {
			return math.Exp(-since/0.03) * (0.5*math.Sin(2*math.Pi*90*since) + 0.3*math.Sin(2*math.Pi*157*since) + 0.1*r.NormFloat64())
		})
	},
	"a metronome": func(r *rand.Rand, seconds float64) []float32 {
		return struckAt(r, seconds, 60.0/92, func(since float64) float64 {
			return math.Exp(-since/0.006) * (0.5*math.Sin(2*math.Pi*1900*since) + 0.3*math.Sin(2*math.Pi*3170*since) + 0.1*r.NormFloat64())
		})
	},
	"words": func(r *rand.Rand, seconds float64) []float32 { return spoken(r, seconds) },
}

func each(seconds float64, of func(at float64) float64) []float32 {
	out := make([]float32, int(seconds*rate))
	for i := range out {
		out[i] = float32(min(max(of(float64(i)/rate), -1), 1))
	}
	return out
}

// struckAt sounds again and again, about so many seconds apart, over a little noise.
func struckAt(r *rand.Rand, seconds, apart float64, of func(since float64) float64) []float32 {
	last := 0.0
	return each(seconds, func(at float64) float64 {
		if at-last > apart*(1+0.02*r.NormFloat64()) {
			last = at
		}
		return of(at-last) + 0.0005*r.NormFloat64()
	})
}

// spoken is a voice that glides, four syllables a second, between two resonances, with hisses between.
func spoken(r *rand.Rand, seconds float64) []float32 {
	phase, pitch, glide := 0.0, 120.0, 0.0
	var first, second resonance
	f1, f2 := 500.0, 1500.0
	syllable := 0.25
	begun, voiced := 0.0, true
	return each(seconds, func(at float64) float64 {
		if at-begun > syllable {
			begun, syllable, voiced = at, 0.15+0.2*r.Float64(), r.Float64() < 0.75
			pitch, glide = 95+90*r.Float64(), 40+90*r.Float64()
			if r.Float64() < 0.6 {
				glide = -glide
			}
			f1, f2 = 300+500*r.Float64(), 900+1400*r.Float64()
		}
		now := pitch + glide*(at-begun)
		phase = math.Mod(phase+now/rate, 1)
		source := 0.2 * r.NormFloat64()
		if voiced {
			source = 1 - 2*phase + 0.05*r.NormFloat64()
		}
		shape := math.Sin(math.Pi * min((at-begun)/syllable, 1))
		return 0.25*shape*(first.pass(source, f1, 80)+0.5*second.pass(source, f2, 120)) + 0.0005*r.NormFloat64()
	})
}

// resonance is a filter of two poles.
type resonance struct{ a, b float64 }

func (f *resonance) pass(x, hz, width float64) float64 {
	radius := math.Exp(-math.Pi * width / rate)
	y := (1-radius)*x + 2*radius*math.Cos(2*math.Pi*hz/rate)*f.a - radius*radius*f.b
	f.a, f.b = y, f.a
	return y
}

func file(t *testing.T, samples []float32) []byte {
	t.Helper()
	var b bytes.Buffer
	require.NoError(t, wav.Write(&b, samples, rate))
	return b.Bytes()
}

var planned = map[string]string{
	"guitar":   `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"system": "first-position"}, "rhythm": {"perBeat": 2, "tempoBpm": 80}}`,
	"bass":     `{"instrument": {"id": "bass"}, "scale": {"tonic": "G", "name": "dorian"}, "layout": {"system": "seven-position"}, "rhythm": {"perBeat": 2, "tempoBpm": 84}}`,
	"mandolin": `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "F", "name": "lydian"}, "layout": {"system": "four-per-string"}, "rhythm": {"perBeat": 4, "tempoBpm": 66}}`,
}

// Where nothing is played, nothing is judged: at most two of a hundred planned notes are called right, whatever the
// sound and its level.
func TestNothingIsJudgedWhereNothingIsPlayed(t *testing.T) {
	if testing.Short() {
		t.Skip("many takes")
	}
	for name, of := range sounds {
		right, notes, refused, takes := 0, 0, 0, 0
		for instrument, plan := range planned {
			p := plantest.Build(t, plan).Piece()
			for level, seconds := range map[float32]float64{1: 8, 0.1: 5} {
				samples := of(rand.New(rand.NewPCG(7, uint64(len(instrument)))), seconds)
				for i := range samples {
					samples[i] *= level
				}
				got, err := intake.File("take", bytes.NewReader(file(t, samples)), p)
				takes, notes = takes+1, notes+len(p.Events)
				if err != nil {
					refused++
					assert.ErrorContains(t, err, "I couldn't hear an instrument", name)
					continue
				}
				right += got.Right
				assert.Less(t, got.Extra, len(p.Events)/4+3, "%s against a %s", name, instrument)
			}
		}
		t.Logf("%s: %d of %d takes refused, %d of %d notes called right", name, refused, takes, right, notes)
		assert.LessOrEqual(t, float64(right), 0.02*float64(notes), name)
	}
}

// Nor is it an answer to a call, nor does the mark run on.
func TestNothingAnswersWhereNothingIsPlayed(t *testing.T) {
	if testing.Short() {
		t.Skip("many takes")
	}
	for name, of := range sounds {
		samples := of(rand.New(rand.NewPCG(3, 3)), 8)
		for instrument, plan := range planned {
			p := plantest.Build(t, plan).Piece()
			low, high := 127, 0
			for _, e := range p.Events {
				low, high = min(low, e.MIDI), max(high, e.MIDI)
			}
			answers := 0
			for from := 0.0; from+2 <= 8; from++ {
				part := samples[int(from*rate):int((from+2)*rate)]
				_, ok, err := intake.Answer("take", bytes.NewReader(file(t, part)), low, high, 0.06)
				require.NoError(t, err)
				if ok {
					answers++
				}
			}
			assert.Zero(t, answers, "%s against a %s", name, instrument)
			assert.Less(t, follows(t, p, samples[:6*rate]), 4, "%s against a %s", name, instrument)
		}
	}
}

// follows is how far the mark has gone after a stretch of sound.
func follows(t *testing.T, p piece.Piece, samples []float32) int {
	t.Helper()
	at, since := 0, -1.0
	for until := 2.0; until*rate <= float64(len(samples)); until += 2 {
		now, sec, err := intake.Follow("take", bytes.NewReader(file(t, samples[:int(until*rate)])), p, at, since)
		require.NoError(t, err)
		if at = now; sec >= 0 {
			since = sec
		}
	}
	return at
}
