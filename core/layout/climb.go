package layout

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/neck"
)

// Prices of a climb: what the hand does between two notes. Our own; only their
// proportions matter.
const (
	backReach    = 6
	forwardReach = 8
	shiftAcross  = 10 // the hand moves on the way to another string
	shiftOnOne   = 16 // or on its string
	eachFret     = 2  // of either
	leap         = 300
	stringBack   = 3000 // it goes back to a string that it has left
)

// leapFrets is the shift from which the hand leaps.
const leapFrets = 5

// stand is a note stopped by a hand that stands at a position.
type stand struct {
	neck.Place
	order    int // of the string, in playing order
	position int
	cost     int // of this note and of all that follow
	next     int // the stand of the note after
}

// ascent is every way to climb a row of pitches. A way crosses the strings in
// their order and moves the hand stepwise where that can be.
type ascent struct {
	*Request
	row   []int
	steps [][]stand // by note
}

// ascend weighs the ways up a row of pitches, as far as the neck goes.
func (c *climber) ascend(row []int, openFirst bool) ascent {
	a := ascent{Request: &c.Request, row: row, steps: make([][]stand, 0, len(row))}
	for _, midi := range row {
		known := &c.stood[midi][count(openFirst)]
		if *known == nil {
			*known = c.stands(midi, openFirst)
		}
		if len(*known) == 0 {
			break
		}
		a.steps = append(a.steps, slices.Clone(*known))
	}
	for i := len(a.steps) - 2; i >= 0; i-- {
		for k := range a.steps[i] {
			from := &a.steps[i][k]
			at, least := 0, math.MaxInt
			for j := range a.steps[i+1] {
				to := &a.steps[i+1][j]
				if to.cost >= least {
					continue
				}
				if cost := to.cost + stepCost(from, to); cost < least {
					least, at = cost, j
				}
			}
			from.cost += least
			from.next = at
		}
	}
	return a
}

// stands are the ways to stop a pitch under a hand, the lowest string first.
func (r *Request) stands(midi int, openFirst bool) (out []stand) {
	for order, str := range r.Strings {
		fret := midi - r.Neck.Open(str).MIDI()
		if fret < r.LowFret || fret > r.HighFret {
			continue
		}
		for position := max(fret-r.Frame.Last, 1); position <= max(fret-r.Frame.First, 1); position++ {
			s := stand{Place: neck.Place{String: str, Fret: fret}, order: order, position: position}
			switch r.rank(fret, position, hold{openFirst: openFirst}) {
			case outOfHand:
				continue
			case reachBack:
				s.cost = backReach
			case reachForward, openString:
				s.cost = forwardReach
			}
			out = append(out, s)
		}
	}
	return out
}

// stepCost prices the way from a note to the next.
func stepCost(from, to *stand) int {
	cost := stringBack * max(from.order-to.order, 0)
	frets := max(to.position-from.position, from.position-to.position)
	if frets == 0 {
		return cost
	}
	if frets >= leapFrets {
		cost += leap
	}
	if from.order == to.order {
		return cost + shiftOnOne + eachFret*frets
	}
	return cost + shiftAcross + eachFret*frets
}

// from are the ways from a place, one for each position of the hand there, the
// cheapest first. A way that is much dearer than the cheapest is left out.
func (a ascent) from(at neck.Place) (out [][]Note) {
	if len(a.steps) == 0 {
		return nil
	}
	var first []stand
	for _, s := range a.steps[0] {
		if s.Place == at && a.rank(at.Fret, s.position, hold{openFirst: true}) <= atHome {
			first = append(first, s)
		}
	}
	slices.SortStableFunc(first, func(x, y stand) int { return cmp.Or(cmp.Compare(x.cost, y.cost), y.position-x.position) })
	for _, s := range first {
		if s.cost > first[0].cost+muchDearer*a.Octaves {
			break
		}
		out = append(out, a.notes(s))
	}
	return out
}

// muchDearer bounds the ways that are offered from one place, an octave.
const muchDearer = backReach + shiftAcross

// notes follow a way from its first stand.
func (a ascent) notes(s stand) []Note {
	out := make([]Note, len(a.steps))
	for i := range a.steps {
		if i > 0 {
			s = a.steps[i][s.next]
		}
		out[i] = Note{s.Place, a.row[i], a.Scale.Index(a.row[i]), Core}
	}
	return out
}
