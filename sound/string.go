package sound

import (
	"math"

	"evenladder/core/music/rhythm"
)

// note is one note to be plucked, in samples.
type note struct {
	from, stop int
	hz         float64
	loud       float64
	seed       uint32
}

// releaseSeconds is how long a stopped string takes to fall silent.
const releaseSeconds = 0.03

// pluck adds a note to what sounds.
func pluck(out []float32, n note, t timbre) {
	s := newString(n, t)
	release := math.Exp(-1 / (releaseSeconds * Rate / 5))
	gain := 1.0
	for i := max(n.from, 0); i < len(out); i++ {
		if i >= n.stop {
			if gain *= release; gain < 1e-4 {
				return
			}
		}
		out[i] += float32(gain * s.next())
	}
}

// plucked is a string in motion: a loop of delay with a filter for what is lost
// and an all-pass for the part of a sample by which the loop is longer.
type plucked struct {
	loop         []float64
	at           int
	damp, mix    float64 // loss of a round, and how much of the sample before is mixed in
	allpass      float64
	last, lastIn float64
	lastOut      float64
}

func newString(n note, t timbre) *plucked {
	mix := (1 - t.bright) / 2
	period := Rate/n.hz - mix // the filter delays by about its mix
	length := int(period - 0.1)
	part := period - float64(length)
	s := &plucked{
		loop: make([]float64, max(length, 2)), mix: mix, allpass: (1 - part) / (1 + part),
		damp: math.Pow(0.001, 1/(n.hz*t.ringsFor*ringShare(n.hz))),
	}
	s.excite(n, t)
	return s
}

// ringShare shortens high notes, which die away sooner.
func ringShare(hz float64) float64 { return min(1, math.Sqrt(110/hz)) }

// excite fills the loop with a burst of noise as the pluck leaves it: without
// the partials that have a node where it is plucked, duller when played softly.
func (s *plucked) excite(n note, t timbre) {
	size := len(s.loop)
	noise := make([]float64, size)
	seed := n.seed*2654435761 + 12345
	soft, low := 0.35+0.5*n.loud*t.bright, 0.0
	for i := range noise {
		seed ^= seed << 13
		seed ^= seed >> 17
		seed ^= seed << 5
		low += soft * (float64(seed)/float64(math.MaxUint32)*2 - 1 - low)
		noise[i] = low
	}
	comb := max(1, int(t.pluckAt*float64(size)))
	mean := 0.0
	for i := range s.loop {
		s.loop[i] = n.loud * (noise[i] - noise[(i+size-comb)%size])
		mean += s.loop[i] / float64(size)
	}
	for i := range s.loop {
		s.loop[i] -= mean
	}
}

// next is the next sample, which goes round the loop.
func (s *plucked) next() float64 {
	in := s.loop[s.at]
	filtered := s.damp * ((1-s.mix)*in + s.mix*s.last)
	s.last = in
	out := s.allpass*filtered + s.lastIn - s.allpass*s.lastOut
	s.lastIn, s.lastOut = filtered, out
	s.loop[s.at] = out
	if s.at++; s.at == len(s.loop) {
		s.at = 0
	}
	return in
}

// clickSounds are the pitch and the loudness of each kind of click.
var clickSounds = map[rhythm.ClickKind]struct{ hz, loud float64 }{
	rhythm.DownClick: {2000, 0.4}, rhythm.BeatClick: {1500, 0.25}, rhythm.PartClick: {1200, 0.1},
}

// click adds a short, high sound; the first beat of a bar is higher.
func click(out []float32, from int, kind rhythm.ClickKind) {
	const seconds = 0.03
	hz, loud := clickSounds[kind].hz, clickSounds[kind].loud
	for i := range int(seconds * Rate) {
		if at := from + i; at < len(out) {
			x := float64(i) / Rate
			out[at] += float32(loud * math.Sin(2*math.Pi*hz*x) * math.Exp(-x/0.006))
		}
	}
}
