package take

import (
	"math"

	"evenladder/core/music/piece"
)

// The story of a take is a path through planned and heard notes, like an alignment, that
// may also leap: back to the first note or to any other, and on over a part. A whole run
// may lie some semitones off. Prices as those of align.go, from a trial on notes.
const (
	leapToStart = 1.6
	leapBack    = 2.0
	leapOn      = 3.2
	afterRest   = 0.5 // less for a leap after a rest
	restTimes   = 1.6 // of the usual note is a rest
	beginsLate  = 2.6 // the most that notes missed at the beginning cost
	endsEarly   = 2.2 // and at the end
	octaveOff   = 1.5
	fretsOff    = 2.0

	leastOn   = 5 // notes that a leap on passes over, at least
	leapLooks = 3 // heard notes that lie before a leap, at most
)

// mostLeapCells bounds planned × heard notes: longer takes are told without leaps.
const mostLeapCells = 1_200_000

// step is a planned note as it was played by a heard one.
type step struct {
	planned, heard int
	leap           bool // it doesn't follow from the step before
}

// leapCell is the cheapest way to a planned note matched with a heard one.
type leapCell struct {
	cost           float64
	planned, heard int32 // the match before; -1 for none
	leap           bool
}

// cheapestOf is the cheapest cell of a part of a column.
type cheapestOf struct {
	cost    float64
	planned int32
}

// column are the cheapest cells of one heard note: up to each planned one, and from it on.
type column struct{ upTo, from []cheapestOf }

// leaps is the cheapest path with leaps at a tempo, and its cost.
func leaps(events []piece.Event, heard []Heard, secondsPerBeat, noteSec float64) ([]step, float64) {
	n, m := len(events), len(heard)
	cells := make([]leapCell, n*m) // by heard note
	tooMany := extraCosts(heard)
	columns := make([]column, m)
	best, end := missedCost*float64(n)+tooMany[m], -1
	for j := range m {
		for i := range n {
			c := &cells[j*n+i]
			*c = leapCell{min(missedCost*float64(i), beginsLate) + tooMany[j], -1, -1, false}
			c.follow(cells, events, heard, tooMany, i, j, secondsPerBeat)
			c.leapTo(columns, heard, tooMany, i, j, noteSec)
			c.cost += pitchCost(events[i].MIDI, heard[j])
			if total := c.cost + min(missedCost*float64(n-1-i), endsEarly) + tooMany[m] - tooMany[j+1]; total < best {
				best, end = total, j*n+i
			}
		}
		columns[j] = columnOf(cells[j*n : (j+1)*n])
		if j >= leapLooks {
			columns[j-leapLooks] = column{}
		}
	}
	var back []step
	for at := end; at >= 0; {
		c := cells[at]
		back = append(back, step{at % n, at / n, c.leap})
		if c.planned < 0 {
			break
		}
		at = int(c.heard)*n + int(c.planned)
	}
	path := make([]step, len(back))
	for k, s := range back {
		path[len(back)-1-k] = s
	}
	return path, best
}

// follow takes the note on from those shortly before it.
func (c *leapCell) follow(
	cells []leapCell,
	events []piece.Event,
	heard []Heard,
	tooMany []float64,
	i, j int,
	secondsPerBeat float64,
) {
	n := len(events)
	for pj := max(j-backHeard, 0); pj < j; pj++ {
		extra := tooMany[j] - tooMany[pj+1]
		for pi := max(i-backPlanned, 0); pi < i; pi++ {
			cost := cells[pj*n+pi].cost + missedCost*float64(i-pi-1) + extra
			if cost >= c.cost {
				continue // whatever the gap
			}
			if cost += gapCost(events[pi], events[i], heard[pj], heard[j], secondsPerBeat); cost < c.cost {
				c.cost, c.planned, c.heard = cost, int32(pi), int32(pj)
			}
		}
	}
}

// leapTo takes the note on from anywhere.
func (c *leapCell) leapTo(columns []column, heard []Heard, tooMany []float64, i, j int, noteSec float64) {
	for pj := max(j-leapLooks, 0); pj < j; pj++ {
		extra := tooMany[j] - tooMany[pj+1]
		if heard[j].OnsetSec-heard[pj].OnsetSec > restTimes*noteSec {
			extra -= afterRest
		}
		try := func(from cheapestOf, price float64) {
			if cost := from.cost + extra + price; cost < c.cost {
				*c = leapCell{cost, from.planned, int32(pj), true}
			}
		}
		back := leapBack
		if i == 0 {
			back = leapToStart
		}
		try(columns[pj].from[i], back)
		if i >= leastOn {
			try(columns[pj].upTo[i-leastOn], leapOn)
		}
	}
}

func columnOf(cells []leapCell) column {
	n := len(cells)
	c := column{make([]cheapestOf, n), make([]cheapestOf, n)}
	least := cheapestOf{math.Inf(1), -1}
	for i, cell := range cells {
		if cell.cost < least.cost {
			least = cheapestOf{cell.cost, int32(i)}
		}
		c.upTo[i] = least
	}
	least = cheapestOf{math.Inf(1), -1}
	for i := n - 1; i >= 0; i-- {
		if cells[i].cost < least.cost {
			least = cheapestOf{cells[i].cost, int32(i)}
		}
		c.from[i] = least
	}
	return c
}
