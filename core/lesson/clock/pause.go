package clock

import (
	"math"
	"slices"

	"evenladder/core/base/number"
)

// gap is the time between two onsets that follow each other.
type gap struct {
	to      int     // index of the onset that ends it
	beats   float64 // as planned
	seconds float64 // as played
	broken  bool
	usual   float64 // seconds that it would last at the tempo around it
}

func (g gap) perBeat() float64 { return g.seconds / g.beats }
func (g gap) over() float64    { return g.seconds - g.usual }

// A pause is so many times the gaps around it, and longer by so much: a fixed time, and
// so many spreads of the gaps. Of what the next note makes good for more than half it is
// none, but a late note.
const (
	pauseTimes  = 1.6
	pauseMore   = 0.060
	pauseSpread = 5
	madeGood    = 0.5
	around      = 8 // gaps on either side
)

func gapsOf(onsets []Onset) (out []gap) {
	for i := 1; i < len(onsets); i++ {
		g := gap{
			to:      i,
			beats:   onsets[i].Beat - onsets[i-1].Beat,
			seconds: onsets[i].Sec - onsets[i-1].Sec,
			broken:  onsets[i].Broken,
		}
		if g.beats > 0 && g.seconds > 0 {
			out = append(out, g)
		}
	}
	for i := range out {
		out[i].usual = out[i].beats * middlePerBeat(out[max(i-around, 0):min(i+around+1, len(out))])
	}
	return out
}

// middlePerBeat is the median of the seconds to a beat, of those that nothing broke where there are some.
func middlePerBeat(gaps []gap) float64 {
	var values, whole []float64
	for _, g := range gaps {
		values = append(values, g.perBeat())
		if !g.broken {
			whole = append(whole, g.perBeat())
		}
	}
	if len(whole) >= fewOnsets {
		values = whole
	}
	return number.Median(values)
}

// far is by how much a gap is off before it is no unevenness.
func far(gaps []gap) float64 {
	var off []float64
	for _, g := range gaps {
		off = append(off, math.Abs(g.over()))
	}
	return max(pauseMore, pauseSpread*madToSpread*number.Median(off))
}

func pausesOf(gaps []gap, noteSec float64) (out []Pause) {
	enough := far(gaps)
	for i, g := range gaps {
		if g.broken || g.over() <= enough || g.seconds <= pauseTimes*g.usual || g.over() <= (pauseTimes-1)*noteSec {
			continue
		}
		if i+1 < len(gaps) && -gaps[i+1].over() > madeGood*g.over() {
			continue
		}
		out = append(out, Pause{g.to, g.over()})
	}
	return out
}

// without are the times of the onsets with the pauses taken out, and with what was
// broken put together again.
func without(gaps []gap, onsets []Onset, pauses []Pause, noteSec float64) []float64 {
	sec, shift, enough := make([]float64, len(onsets)), 0.0, max(far(gaps), noteSec/2)
	sec[0] = onsets[0].Sec
	for i := 1; i < len(onsets); i++ {
		if g := slices.IndexFunc(gaps, func(g gap) bool { return g.to == i }); g >= 0 {
			paused := slices.ContainsFunc(pauses, func(p Pause) bool { return p.At == i })
			if paused || gaps[g].broken && math.Abs(gaps[g].over()) > enough {
				shift += gaps[g].over()
			}
		}
		sec[i] = onsets[i].Sec - shift
	}
	return sec
}

// madToSpread makes a median absolute deviation the spread of a bell curve.
const madToSpread = 1.4826

// spreadOf is a spread that a few wild values don't move: the median absolute deviation.
func spreadOf(values []float64) float64 {
	middle := number.Median(slices.Clone(values))
	off := make([]float64, len(values))
	for i, v := range values {
		off[i] = math.Abs(v - middle)
	}
	return madToSpread * number.Median(off)
}
