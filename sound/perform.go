package sound

import (
	"fmt"
	"math"
	"math/rand/v2"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/take"
)

// MaxNoise is the least that notes may stand over the noise, in decibels, and MaxQuiet
// the most that is any noise at all.
const MaxNoise, MaxQuiet = 0, 90

// Perform makes the samples of notes as a player played them, between -1 and 1. Noise is
// how far the notes stand over the noise of the room, in decibels; 0 for a room without
// any. A take longer than MaxSeconds gives an error.
func Perform(in neck.Instrument, played []take.Heard, noise float64, seed int) ([]float32, error) {
	if !(noise >= MaxNoise && noise <= MaxQuiet) {
		return nil, fmt.Errorf("%g was given: give %d to %d decibels, 0 for none", noise, MaxNoise, MaxQuiet)
	}
	last := 0.0
	for _, h := range played {
		last = max(last, h.OnsetSec+h.Seconds)
	}
	if last+tail > MaxSeconds {
		return nil, fmt.Errorf("this lasts %.0f seconds: give a faster tempo, or fewer notes or keys, for %d at most",
			last+tail, MaxSeconds)
	}
	out := make([]float32, int((last+tail)*Rate))
	t := timbreOf(in)
	for i, h := range played {
		stop := h.OnsetSec + h.Seconds
		for _, next := range played[i+1:] {
			if next.String == h.String {
				stop = min(stop, next.OnsetSec)
				break
			}
		}
		pluck(out, note{from: int(h.OnsetSec * Rate), stop: int(stop * Rate), hz: hertz(h.MIDI), loud: 0.7,
			seed: uint32(seed*MaxSeconds + i)}, t)
	}
	normalize(out)
	if noise > 0 {
		hiss(out, noise, seed)
	}
	return out, nil
}

// hiss adds the noise of a room.
func hiss(out []float32, below float64, seed int) {
	energy := 0.0
	for _, s := range out {
		energy += float64(s) * float64(s)
	}
	level := math.Sqrt(energy/float64(len(out))) * math.Pow(10, -below/20)
	r := rand.New(rand.NewPCG(uint64(seed), 2))
	for i := range out {
		out[i] += float32(level * r.NormFloat64())
	}
}
