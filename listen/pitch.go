package listen

import (
	"math"
	"slices"
)

// The rise of the spectrum.
const (
	riseSec     = 8192.0 / 44100 // that is looked at on either side of an onset, at most
	leastSec    = 0.045
	beforeSec   = 0.004 // kept clear of the attack
	harmonics   = 12
	harmonicFor = 0.85 // of the one below it
	betweenFor  = 0.5  // what lies between two harmonics speaks against a pitch
	thirdsFor   = 0.2  // and at its thirds
	othersFor   = 2.5  // times what the other harmonics have, a pitch may have in all
)

// The period, after McLeod and Wyvill, "A smarter way to find pitch" (ICMC 2005).
const (
	periodSec   = 0.045
	periods     = 3
	afterSec    = 0.008
	keyMaximum  = 0.9
	looks       = 4
	lookApart   = 0.012
	clearPeriod = 0.8  // clarity from which a period is evidence
	longSec     = 0.15 // from which the period tells more than the rise
)

// hearing is what finds pitches in a sound.
type hearing struct {
	sound     Sound
	low, high int
	cents     float64 // of the instrument's tuning above A4 = 440 Hz
	size      int     // of the spectrum of a rise
	of        map[int]*transform
	before    []float64
	coarse    []float32 // for periods, which need no high partials
	coarser   int       // samples of the sound to one of the coarse
}

// coarseLag is how many samples of the coarse sound the longest period may take.
const coarseLag = 200

func newHearing(s Sound, e Expect) *hearing {
	h := &hearing{sound: s, low: max(e.Low-beyond, 0), high: min(e.High+beyond, 127), of: map[int]*transform{}}
	h.size = powerOfTwo(int(riseSec * float64(s.Rate)))
	h.before = make([]float64, h.size/2+1)
	h.coarser = coarseBy(s.Rate, h.low)
	h.coarse = thinned(s.Samples, h.coarser)
	return h
}

// tune finds how far the instrument is off A4 = 440 Hz, by the clear periods.
func (h *hearing) tune(onsets []onset) {
	var offs []float64
	for i, o := range onsets {
		until := h.sound.Seconds()
		if i+1 < len(onsets) {
			until = onsets[i+1].at
		}
		if midi, clarity := h.period(o.at, until); clarity > keyMaximum && o.doubt == 0 {
			offs = append(offs, midi-math.Round(midi))
		}
	}
	if len(offs) < leastToTune {
		return
	}
	// Around the circle of a semitone: a tuning of 45 cents and one of -45 lie near.
	sin, cos := 0.0, 0.0
	for _, o := range offs {
		sin, cos = sin+math.Sin(2*math.Pi*o), cos+math.Cos(2*math.Pi*o)
	}
	if math.Hypot(sin, cos) > 0.3*float64(len(offs)) {
		h.cents = math.Atan2(sin, cos) / (2 * math.Pi) * 100
	}
}

const leastToTune = 4

// at is the evidence for each pitch from low to high at an onset, 1 for the likeliest,
// and how clear its period is; nil where nothing rises. What repeats the note before it rises little.
func (h *hearing) at(onset, until float64, before int) (evidence []float64, clarity float64) {
	rise := h.rise(onset, until)
	most := slices.Max(rise)
	if most <= 0 {
		return nil, 0
	}
	midi, clarity := h.period(onset, until)
	weight := shortWeight
	switch {
	case int(math.Round(midi-h.cents/100)) == before:
		weight = repeatWeight
	case until-onset >= longSec:
		weight = longWeight
	}
	for i := range rise {
		rise[i] = max(rise[i]/most, 0)
		if off := math.Abs(midi - h.cents/100 - float64(h.low+i)); clarity >= clearPeriod && off < 0.5 {
			rise[i] += weight * clarity
		}
	}
	most = slices.Max(rise)
	for i := range rise {
		rise[i] /= most
	}
	return rise, clarity
}

// How much a clear period counts beside the rise.
const shortWeight, longWeight, repeatWeight = 0.35, 0.8, 1.5

// rise is how well what has risen in the spectrum at an onset fits each pitch.
func (h *hearing) rise(onset, until float64) []float64 {
	rate := float64(h.sound.Rate)
	length := min(max(until-onset, leastSec), riseSec)
	samples := int(length * rate)
	samples -= samples % 64 // so that few transforms serve all
	t := h.of[samples]
	if t == nil {
		t = newTransform(h.size, samples)
		h.of[samples] = t
	}
	start := int(onset * rate)
	copy(h.before, t.magnitudes(h.sound.Samples, start-int(beforeSec*rate)-samples))
	after := t.magnitudes(h.sound.Samples, start)
	for i, x := range after {
		after[i] = math.Sqrt(max(x-h.before[i], 0))
	}
	out := make([]float64, h.high-h.low+1)
	for i := range out {
		out[i] = fit(after, hertz(h.low+i, h.cents)*float64(h.size)/rate)
	}
	return out
}

// fit is how well a spectrum fits a pitch, whose bin is given. What fits by every second
// or every third harmonic alone is a higher pitch.
func fit(spectrum []float64, bin float64) float64 {
	weight, sum, second, third := 1.0, 0.0, 0.0, 0.0
	for n := 1; n <= harmonics; n++ {
		at := bin * float64(n)
		if at+bin/2+1 >= float64(len(spectrum)) {
			break
		}
		part := weight * (level(spectrum, at) - betweenFor*level(spectrum, at-bin/2) - thirdsFor*(level(spectrum,
			at-bin/3)+level(spectrum, at-2*bin/3)))
		sum += part
		if n%2 == 0 {
			second += part
		}
		if n%3 == 0 {
			third += part
		}
		weight *= harmonicFor
	}
	return min(sum, othersFor*(sum-second), othersFor*(sum-third))
}

// level is the spectrum at a place between two bins.
func level(spectrum []float64, at float64) float64 {
	i := int(at)
	part := at - float64(i)
	return (1-part)*spectrum[i] + part*spectrum[i+1]
}

// period is the pitch of what sounds after an onset, in semitones of MIDI, and how
// clear it is from 0 to 1: the clearest of some looks.
func (h *hearing) period(onset, until float64) (midi, clarity float64) {
	samples, rate := h.coarse, float64(h.sound.Rate)/float64(h.coarser)
	longest := int(rate/hertz(h.low, 0)) + 2
	shortest := max(int(rate/hertz(h.high, 0))-1, 2)
	width := max(int(periodSec*rate), periods*longest)
	for look := range looks {
		from := int((onset + afterSec + float64(look)*lookApart) * rate)
		end := from + width + longest + 1
		if end > len(samples) || look > 0 && float64(end)/rate > until+afterSec {
			break
		}
		if lag, clear := keyPeriod(samples[from:end], width, shortest, longest); clear > clarity {
			midi, clarity = 69+12*math.Log2(rate/lag/440), clear
		}
	}
	return midi, clarity
}

// keyPeriod is the first lag at which a stretch is nearly as like itself as it gets,
// and how like.
func keyPeriod(x []float32, width, shortest, longest int) (lag, clarity float64) {
	like := make([]float64, longest+1)
	energy := 0.0
	for _, s := range x[:width] {
		energy += float64(s) * float64(s)
	}
	shifted := energy
	for tau := 1; tau <= longest; tau++ {
		out, in := float64(x[tau-1]), float64(x[width+tau-1])
		shifted += in*in - out*out
		if tau < shortest-1 {
			continue
		}
		like[tau] = 2 * product(x[:width], x[tau:tau+width]) / (energy + shifted + 1e-12)
	}
	most := 0.0
	for tau := shortest; tau < longest; tau++ {
		if like[tau] > like[tau-1] && like[tau] >= like[tau+1] {
			most = max(most, like[tau])
		}
	}
	for tau := shortest; tau < longest; tau++ {
		if like[tau] > like[tau-1] && like[tau] >= like[tau+1] && like[tau] >= keyMaximum*most && most > 0 {
			a, b, c := like[tau-1], like[tau], like[tau+1]
			return float64(tau) + (a-c)/(2*(a-2*b+c)), b
		}
	}
	return 1, 0
}

// coarseBy is how many samples make one of the coarse sound.
func coarseBy(rate, low int) int { return max(int(float64(rate)/hertz(low, 0))/coarseLag, 1) }

// product is the sum of the products of two stretches of one length, four at a time: it
// is most of the work.
func product(a, b []float32) float64 {
	var s0, s1, s2, s3 float32
	n := len(a) &^ 3
	b = b[:len(a)]
	for i := 0; i < n; i += 4 {
		s0 += a[i] * b[i]
		s1 += a[i+1] * b[i+1]
		s2 += a[i+2] * b[i+2]
		s3 += a[i+3] * b[i+3]
	}
	for i := n; i < len(a); i++ {
		s0 += a[i] * b[i]
	}
	return float64(s0) + float64(s1) + float64(s2) + float64(s3)
}

// thinned is the mean of so many samples each.
func thinned(samples []float32, by int) []float32 {
	if by == 1 {
		return samples
	}
	out := make([]float32, len(samples)/by)
	for i := range out {
		sum := float32(0)
		for _, x := range samples[i*by : (i+1)*by] {
			sum += x
		}
		out[i] = sum / float32(by)
	}
	return out
}
