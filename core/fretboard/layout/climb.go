package layout

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/fretboard/neck"
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
	uneven       = 6    // a note a string aside from an even climb
)

// leapFrets is the shift from which the hand leaps.
const leapFrets = 5

// stand is a note stopped by a hand that stands at a position. Many are made: they
// are kept small.
type stand struct {
	str, fret int8
	order     int8 // of the string, in playing order
	position  int8
	next      int16 // the stand of the note after
	cost      int32 // of this note and of all that follow
}

func (s stand) place() neck.Place { return neck.Place{String: int(s.str), Fret: int(s.fret)} }

// ascent is every way to climb a row of pitches. A way crosses the strings in
// their order and moves the hand stepwise where that can be.
type ascent struct {
	*Request
	row   []int
	steps [][]stand // by note
}

// ascend weighs the ways up a row of pitches from a string, given by its order, as
// far as the neck goes. They climb evenly: no note lies further than a string from
// where it would be with as many notes on each string, but for open strings, which
// are taken where they are.
func (c *climber) ascend(row []int, openFirst bool, start int) ascent {
	a := ascent{Request: &c.Request, row: row, steps: c.steps[:0]}
	all := c.all[:0]
	for i, midi := range row {
		even := start + i*(len(c.Strings)-start)/len(row)
		from := len(all)
		for _, s := range c.standsOn(midi, openFirst) {
			aside := max(int(s.order)-even, even-int(s.order))
			if (aside <= 1 || openFirst) && int(s.order) >= start && (i > 0 || int(s.order) == start) {
				if !openFirst {
					s.cost += int32(uneven * aside)
				}
				all = append(all, s)
			}
		}
		if len(all) == from {
			break
		}
		a.steps = append(a.steps, all[from:len(all):len(all)])
	}
	c.steps, c.all = a.steps, all
	for i := len(a.steps) - 2; i >= 0; i-- {
		lead(a.steps[i], a.steps[i+1])
	}
	return a
}

// lead finds for each stand the cheapest one of the next note.
func lead(stands, after []stand) {
	for k := range stands {
		from := &stands[k]
		at, least := 0, int32(math.MaxInt32)
		for j := range after {
			to := &after[j]
			if to.cost >= least {
				continue
			}
			if cost := to.cost + stepCost(from, to); cost < least {
				least, at = cost, j
			}
		}
		from.cost += least
		from.next = int16(at)
	}
}

// standsOn are the stands of a pitch, found once.
func (c *climber) standsOn(midi int, openFirst bool) []stand {
	if midi < c.low || midi-c.low >= len(c.stood[0]) {
		return nil
	}
	known := &c.stood[count(openFirst)][midi-c.low]
	if *known == nil {
		*known = c.stands(midi, openFirst)
	}
	return *known
}

// stands are the ways to stop a pitch under a hand, the lowest string first. Where
// open strings come first, one that has the pitch is the only way.
func (r *Request) stands(midi int, openFirst bool) []stand {
	out := make([]stand, 0, len(r.Strings)*(r.Frame.Last-r.Frame.First+1))
	openFirst = openFirst && r.LowFret == 0
	onlyOpen := openFirst && slices.ContainsFunc(r.Strings,
		func(str int) bool { return r.Neck.Open(str).MIDI() == midi })
	for order, str := range r.Strings {
		fret := midi - r.Neck.Open(str).MIDI()
		if fret < r.LowFret || fret > r.HighFret || onlyOpen && fret > 0 {
			continue
		}
		for position := max(fret-r.Frame.Last, 1); position <= max(fret-r.Frame.First, 1); position++ {
			s := stand{str: int8(str), fret: int8(fret), order: int8(order), position: int8(position)}
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
func stepCost(from, to *stand) int32 {
	cost := stringBack * int32(max(from.order-to.order, 0))
	frets := int32(max(to.position-from.position, from.position-to.position))
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
		if s.place() == at && a.rank(at.Fret, int(s.position), hold{openFirst: true}) <= atHome {
			first = append(first, s)
		}
	}
	slices.SortStableFunc(first, func(x, y stand) int {
		return cmp.Or(cmp.Compare(x.cost, y.cost),
			cmp.Compare(y.position, x.position))
	})
	for _, s := range first {
		if s.cost > first[0].cost+int32(muchDearer*a.Octaves) {
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
		out[i] = Note{s.place(), a.row[i], a.Scale.Index(a.row[i]), Core}
	}
	return out
}
