package hand

import (
	"math"

	"evenladder/core/neck"
)

// Costs is the price list of the model. Lengths are millimetres, prices have
// no unit: only their proportions matter.
type Costs struct {
	EasyMM       [3]float64 // opening between fingers 1-2, 2-3, 3-4 that costs nothing
	StrainPerMM  [3]float64 // price of each millimetre beyond it
	Back         float64    // reach of the index
	BackPerMM    float64
	Forward      float64 // reach of the little finger
	ForwardPerMM float64
	Pivot        float64 // the hand turns by a fret about a finger that could stay
	Crossing     float64 // shift while going to another string
	BesideOpen   float64 // shift while an open string sounds
	WithinString float64 // shift between two notes of one string
	SameFinger   float64 // one finger sliding to another fret of its string
	ShiftPerMM   float64 // added to each of the five for the way the hand moves
}

// costs holds for the school that plays two whole steps 1-2-4. The prices by
// the millimetre and of shifts are common practice, from a trial against the
// fingerings that teachers agree on. The flat prices of a reach and of a pivot
// are our own: they keep those fingerings the same high up the neck, where
// millimetres are few.
var costs = Costs{
	EasyMM:       [3]float64{47, 38, 36},
	StrainPerMM:  [3]float64{0.6, 1.2, 1.6},
	Back:         9,
	BackPerMM:    0.25,
	Forward:      14,
	ForwardPerMM: 0.6,
	Pivot:        1,
	Crossing:     9,
	BesideOpen:   6,
	WithinString: 38,
	SameFinger:   40,
	ShiftPerMM:   0.12,
}

// exchanged is the price list of the 1-3-4 school: what the index finds easy
// there is asked of the little finger.
func (c Costs) exchanged() Costs {
	c.EasyMM[0], c.EasyMM[2] = c.EasyMM[2], c.EasyMM[0]
	c.StrainPerMM[0], c.StrainPerMM[2] = c.StrainPerMM[2], c.StrainPerMM[0]
	c.Back, c.Forward = c.Forward, c.Back
	c.BackPerMM, c.ForwardPerMM = c.ForwardPerMM, c.BackPerMM
	return c
}

// price is a cost in thousandths, exact to add and compare, and the lateness
// of its shifts as the second measure.
type price struct {
	thousandths int64
	early       int64 // sum over shifts of the notes still to come
}

func (p price) plus(q price) price {
	return price{p.thousandths + q.thousandths, p.early + q.early}
}

func (p price) less(q price) bool {
	if p.thousandths != q.thousandths {
		return p.thousandths < q.thousandths
	}
	return p.early < q.early
}

func thousandths(cost float64) int64 { return int64(math.Round(cost * 1000)) }

// grip is the hand as it plays one note: a finger, on a fret, at a position.
// Position 0 says that no finger has been put down yet.
type grip struct {
	stance   Stance
	position int
}

// model prices grips and the way from one to the next.
type model struct {
	neck   neck.Neck
	school School
	costs  Costs
}

// grip prices the note itself: its reach.
func (m model) grip(g grip, fret int) price {
	switch g.stance.Reach {
	case Back:
		return price{thousandths: thousandths(m.costs.Back + m.costs.BackPerMM*m.neck.SpanMM(fret, g.position))}
	case Forward:
		return price{thousandths: thousandths(m.costs.Forward + m.costs.ForwardPerMM*m.neck.SpanMM(fret-1, fret))}
	}
	return price{}
}

// step prices going from one note to the next; remaining counts the notes from
// the second one to the end of the path.
func (m model) step(from grip, a neck.Place, to grip, b neck.Place, remaining int) price {
	if b.Fret == 0 || from.position == 0 {
		return price{}
	}
	if from.position == to.position {
		return price{thousandths: thousandths(m.hold(from, a, to, b))}
	}
	cost := m.costs.ShiftPerMM * m.neck.SpanMM(from.position, to.position)
	switch {
	case a.Fret == 0:
		cost += m.costs.BesideOpen
	case a.String != b.String && m.reaches(to.stance.Finger, b.Fret-from.position):
		cost += m.costs.Pivot
	case a.String != b.String:
		cost += m.costs.Crossing
	case from.stance.Finger == to.stance.Finger:
		cost += m.costs.SameFinger
	default:
		cost += m.costs.WithinString
	}
	return price{thousandths(cost), int64(remaining)}
}

// reaches reports whether the finger can take a fret at this offset without
// the hand moving.
func (m model) reaches(finger, offset int) bool {
	for _, s := range m.school.Stances {
		if s.Finger == finger && s.Offset == offset {
			return true
		}
	}
	return false
}

// hold prices two notes under one hand: the opening between their fingers.
func (m model) hold(from grip, a neck.Place, to grip, b neck.Place) float64 {
	if a.Fret == 0 || a.Fret == b.Fret {
		return 0
	}
	low, high := from.stance.Finger, to.stance.Finger
	if low == high {
		if a.String == b.String {
			return m.costs.SameFinger
		}
		return 0
	}
	if low > high {
		low, high = high, low
	}
	easy, weight := 0.0, 0.0
	for f := low; f < high; f++ {
		easy += m.costs.EasyMM[f-1]
		weight += m.costs.StrainPerMM[f-1]
	}
	strain := m.neck.SpanMM(a.Fret, b.Fret) - easy
	return max(strain, 0) * weight / float64(high-low)
}
