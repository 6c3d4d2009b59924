package take

import (
	"math"
	"slices"

	"evenladder/core/music/piece"
)

// Prices of an alignment. A missed note is 1; only their proportions matter. From a
// trial on rendered takes.
const (
	missedCost   = 1.0
	extraCost    = 0.9
	wrongCost    = 1.1
	semitoneCost = 0.9 // a wrong note beside the right one: a finger a fret off
	gapFree      = 0.12
	gapMost      = 1.5
)

// How far back a note looks for the one before it: planned notes missed in a row,
// and heard ones too many.
const backPlanned, backHeard = 4, 8

// mostAside is how far the count of heard notes may stray from that of planned ones
// within a take, beside what it does in all.
const mostAside = 48

// cell is the cheapest way to a planned note matched with a heard one.
type cell struct {
	cost float64
	from [2]int // the match before; -1 for none
}

// align gives for each planned note the index of the heard one that it is, -1 where
// it was missed, and what that costs. It tries the tempos that the take may have and keeps the cheapest.
func align(p piece.Piece, heard []Heard) ([]int, float64) {
	planned := 60 / float64(p.Rhythm.TempoBPM)
	candidates := []float64{planned}
	if beats := p.Events[len(p.Events)-1].At - p.Events[0].At; beats > 0 && len(heard) > 1 {
		if whole := (heard[len(heard)-1].OnsetSec - heard[0].OnsetSec) / beats; whole > 0 {
			candidates = append(candidates, whole, math.Sqrt(whole*planned))
		}
	}
	var best []int
	least := math.Inf(1)
	for _, secondsPerBeat := range candidates {
		if matched, cost := alignAt(p.Events, heard, secondsPerBeat); cost < least-1e-9 {
			best, least = matched, cost
		}
	}
	return best, least
}

// alignAt is the cheapest alignment at a tempo, and its cost.
func alignAt(events []piece.Event, heard []Heard, secondsPerBeat float64) ([]int, float64) {
	n, m := len(events), len(heard)
	cells := make([]cell, n*m)
	best, end := math.Inf(1), [2]int{-1, -1}
	aside := max(n-m, m-n) + mostAside
	tooMany := extraCosts(heard)
	for i := range n {
		for j := range m {
			c := &cells[i*m+j]
			if j < i-aside || j > i+aside {
				c.cost = math.Inf(1)
				continue
			}
			c.cost, c.from = missedCost*float64(i)+tooMany[j], [2]int{-1, -1}
			for pi := max(i-backPlanned, 0); pi < i; pi++ {
				for pj := max(j-backHeard, 0); pj < j; pj++ {
					cost := cells[pi*m+pj].cost + missedCost*float64(i-pi-1) + tooMany[j] - tooMany[pj+1]
					if cost >= c.cost {
						continue // whatever the gap
					}
					if cost += gapCost(events[pi], events[i], heard[pj], heard[j], secondsPerBeat); cost < c.cost {
						c.cost, c.from = cost, [2]int{pi, pj}
					}
				}
			}
			c.cost += pitchCost(events[i].MIDI, heard[j])
			if total := c.cost + missedCost*float64(n-1-i) + tooMany[m] - tooMany[j+1]; total < best {
				best, end = total, [2]int{i, j}
			}
		}
	}
	matched := slices.Repeat([]int{-1}, n)
	if none := missedCost*float64(n) + tooMany[m]; none <= best {
		return matched, none
	}
	for at := end; at[0] >= 0; at = cells[at[0]*m+at[1]].from {
		matched[at[0]] = at[1]
	}
	return matched, best
}

// extraCosts are the prices of the first so many heard notes where none is planned: a
// flutter costs next to nothing.
func extraCosts(heard []Heard) []float64 {
	sums := make([]float64, len(heard)+1)
	for j, h := range heard {
		sums[j+1] = sums[j] + extraCost*max(1-h.Doubt, leastExtra)
	}
	return sums
}

const leastExtra = 0.05

// pitchCost is the price of a heard note for a planned one: none for its own pitch, less
// where there is evidence for it, more where it may be no note.
func pitchCost(planned int, h Heard) float64 {
	doubt := doubtCost * h.Doubt
	switch d := planned - h.MIDI; {
	case d == 0:
		return doubt
	case d == 1 || d == -1:
		return doubt + semitoneCost*(1-h.For(planned))
	}
	return doubt + wrongCost*(1-h.For(planned))
}

const doubtCost = 0.5

// gapCost is how unlike its time a gap is.
func gapCost(a, b piece.Event, from, to Heard, secondsPerBeat float64) float64 {
	planned := (b.At - a.At) * secondsPerBeat
	played := to.OnsetSec - from.OnsetSec
	if planned <= 0 || played <= 0 {
		return gapMost
	}
	return min(max(math.Abs(math.Log(played/planned))-gapFree, 0), gapMost)
}
