package sound

import (
	"math"

	"evenladder/core/music/band"
)

// bassStrings is the timbre of the bass of the band.
var bassStrings = timbre{3, 0.3, 0.25}

// How loud the band is under the run.
const bassLevel, keysLevel, padLevel, drumLevel = 0.55, 0.16, 0.14, 0.35

// play adds a note of the band, from a sample to another.
func play(out []float32, n band.Note, from, stop int, seed uint32) {
	switch n.Part {
	case band.Bass:
		pluck(
			out,
			note{from: from, stop: stop, hz: hertz(n.MIDI), loud: n.Loud * bassLevel, seed: seed + 1},
			bassStrings,
		)
	case band.Keys:
		for _, t := range keyPartials {
			tone(out, from, stop, hertz(n.MIDI)*t.times, n.Loud*keysLevel*t.loud, t.ringsFor)
		}
	case band.Pad:
		for _, t := range padPartials {
			tone(out, from, stop, hertz(n.MIDI)*t.times, n.Loud*padLevel*t.loud, t.ringsFor)
		}
	case band.Drums:
		drum(out, n, from, seed)
	}
}

// partial is one of the sines of a tone; it falls to a third in so many seconds.
type partial struct{ times, loud, ringsFor float64 }

// An electric piano: the root with a soft octave and a bell that soon is over. A pad holds.
var (
	keyPartials = []partial{{1, 1, 1.6}, {2, 0.35, 0.8}, {4.01, 0.12, 0.15}}
	padPartials = []partial{{1, 1, 1e3}, {2, 0.4, 1e3}, {3, 0.15, 1e3}}
)

// attackSeconds keeps a tone from clicking where it begins.
const attackSeconds = 0.006

// tone adds a sine that dies away and is let go softly.
func tone(out []float32, from, stop int, hz, loud, ringsFor float64) {
	step := 2 * math.Pi * hz / Rate
	cos, sin := math.Cos(step), math.Sin(step)
	re, im := loud, 0.0 // turns round once a period
	fall, release := math.Exp(-1/(ringsFor*Rate)), math.Exp(-1/(releaseSeconds*Rate))
	attack := attackSeconds * Rate
	for i := max(from, 0); i < len(out); i++ {
		gain := min(float64(i-from)/attack, 1)
		out[i] += float32(gain * im)
		re, im = re*cos-im*sin, re*sin+im*cos
		re, im = re*fall, im*fall
		if i >= stop {
			re, im = re*release, im*release
			if re*re+im*im < 1e-9 {
				return
			}
		}
	}
}

// drum adds a drum: a low tone that falls, a burst of noise, a short high one.
func drum(out []float32, n band.Note, from int, seed uint32) {
	long, noise, low := 0.12, 1.0, 0.0
	switch n.MIDI {
	case band.Kick:
		long, noise, low = 0.18, 0.02, 1
	case band.Hat:
		long, noise = 0.03, 0.5
	}
	state, last, phase := seed*2654435761+1, 0.0, 0.0
	for i := 0; i < int(5*long*Rate) && from+i < len(out); i++ {
		if from+i < 0 {
			continue
		}
		t := float64(i) / Rate
		state = state*1664525 + 1013904223
		white := float64(int32(state)) / math.MaxInt32
		high := white - last // less of what is low
		last = white
		phase += 2 * math.Pi * (45 + 90*math.Exp(-t/0.03)) / Rate
		fall := math.Exp(-t / (long / 3))
		out[from+i] += float32(n.Loud * drumLevel * fall * (noise*high*0.5 + low*math.Sin(phase)))
	}
}
