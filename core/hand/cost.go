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

// price is a cost in thousandths, exact to add and compare, with the earliness
// of its shifts as the second measure in the low bits: the sum over shifts of
// the notes still to come. The low bits hold paths of some 5000 notes.
type price int64

const earlyBits = 24

func priced(thousandths int64, early int) price { return price(thousandths<<earlyBits + int64(early)) }

func thousandths(cost float64) int64 { return int64(math.Round(cost * 1000)) }

// grip is the hand as it plays one note: one of the school's stances, or none
// on an open string, at a position. Position 0 says that no finger has been
// put down yet.
type grip struct {
	position int16
	stance   int8
}

// noStance is the grip's stance on an open string.
const noStance = -1

// model prices grips and the way from one to the next on one neck.
type model struct {
	stances []Stance
	fingers [maxStances]int8 // of the stances
	costs   Costs
	mm      []float64 // fret distances from the nut, past the last fret by a hand's width
	along   []int64   // the same in thousandths of the price of moving the hand
	flat    flat
	within  [5]uint32 // frets a finger takes from a position, by finger, a bit an offset
}

// flat holds the flat prices of a shift in thousandths.
type flat struct{ besideOpen, pivot, crossing, sameFinger, withinString int64 }

// maxStances bounds the stances of a school.
const maxStances = 32

// handFrets is more than any stance reaches from its position.
const handFrets = 8

func newModel(n neck.Neck, school School, wide string) *model {
	m := &model{stances: school.Stances, costs: costs, mm: make([]float64, n.Frets+handFrets), along: make([]int64, n.Frets+handFrets)}
	if wide == "1-3-4" {
		m.costs = costs.exchanged()
	}
	m.flat = flat{
		thousandths(m.costs.BesideOpen), thousandths(m.costs.Pivot), thousandths(m.costs.Crossing),
		thousandths(m.costs.SameFinger), thousandths(m.costs.WithinString),
	}
	for f := range m.mm {
		m.mm[f] = n.FretMM(f)
		m.along[f] = thousandths(m.costs.ShiftPerMM * m.mm[f])
	}
	for i, s := range school.Stances {
		m.fingers[i] = int8(s.Finger)
		m.within[s.Finger] |= 1 << (s.Offset + handFrets)
	}
	return m
}

// grips calls yield with every way to stop a fret.
func (m *model) grips(fret int, yield func(grip)) {
	for i, st := range m.stances {
		if p := fret - st.Offset; p >= 1 {
			yield(grip{int16(p), int8(i)})
		}
	}
}

// touch is the grip as others see it.
func (m *model) touch(g grip) Touch {
	t := Touch{Position: int(g.position)}
	if g.stance != noStance {
		st := m.stances[g.stance]
		t.Finger, t.Reach = st.Finger, st.Reach
	}
	return t
}

// grip prices the note itself: its reach.
func (m *model) grip(g grip, fret int) price {
	switch m.stances[g.stance].Reach {
	case Back:
		return priced(thousandths(m.costs.Back+m.costs.BackPerMM*(m.mm[g.position]-m.mm[fret])), 0)
	case Forward:
		return priced(thousandths(m.costs.Forward+m.costs.ForwardPerMM*(m.mm[fret]-m.mm[fret-1])), 0)
	}
	return 0
}

// step prices going from one note to the next; remaining counts the notes from
// the second one to the end of the path.
func (m *model) step(from grip, a neck.Place, to grip, b neck.Place, remaining int) price {
	if b.Fret == 0 || from.position == 0 {
		return 0
	}
	if from.position == to.position {
		if a.Fret == 0 || a.Fret == b.Fret {
			return 0
		}
		return priced(thousandths(m.hold(from, a, to, b)), 0)
	}
	way := m.along[to.position] - m.along[from.position]
	return priced(m.shift(from, a, to, b)+max(way, -way), remaining)
}

// shift is the flat price of moving the hand between two notes.
func (m *model) shift(from grip, a neck.Place, to grip, b neck.Place) int64 {
	finger := m.fingers[to.stance&(maxStances-1)]
	switch {
	case a.Fret == 0:
		return m.flat.besideOpen
	case a.String != b.String && m.takes(finger, b.Fret-int(from.position)):
		return m.flat.pivot
	case a.String != b.String:
		return m.flat.crossing
	case m.fingers[from.stance&(maxStances-1)] == finger:
		return m.flat.sameFinger
	}
	return m.flat.withinString
}

// takes reports whether the finger can take a fret at this offset without the
// hand moving.
func (m *model) takes(finger int8, offset int) bool {
	bit := uint(offset + handFrets)
	return bit < 32 && m.within[finger]&(1<<bit) != 0
}

// hold prices two notes under one hand: the opening between their fingers.
func (m *model) hold(from grip, a neck.Place, to grip, b neck.Place) float64 {
	low, high := m.fingers[from.stance], m.fingers[to.stance]
	if low == high {
		if a.String == b.String {
			return m.costs.SameFinger
		}
		return 0
	}
	low, high = min(low, high), max(low, high)
	easy, weight := 0.0, 0.0
	for f := low; f < high; f++ {
		easy += m.costs.EasyMM[f-1]
		weight += m.costs.StrainPerMM[f-1]
	}
	strain := math.Abs(m.mm[a.Fret]-m.mm[b.Fret]) - easy
	return max(strain, 0) * weight / float64(high-low)
}
