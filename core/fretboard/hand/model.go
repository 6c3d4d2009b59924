package hand

import (
	"math"

	"evenladder/core/fretboard/neck"
)

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
	stances    []Stance
	fingers    [maxStances]int8 // of the stances
	costs      Costs
	limits     Limits
	mm         []float64 // fret distances from the nut, past the last fret by a hand's width
	along      []int64   // the same in thousandths of the price of moving the hand
	flat       flat
	within     [5]uint32 // frets a finger takes from a position, by finger, a bit an offset
	atEase     bool      // fingers on their homes are not strained
	littleHome int       // the furthest fret from the position where the little finger rests
	reaches    [3]bool   // by reach: the school has a finger that does
	opens      bool      // by a fret and back, rather than shift
	glides     bool      // the index has two homes
	away       price
	unlike     price
}

// flat holds the flat prices of a shift in thousandths.
type flat struct {
	besideOpen, pivot, crossing, withinString, overHalfStep, hop, roll int64
	sameFinger                                                         [5]int64 // by finger
}

// maxStances bounds the stances of a school.
const maxStances = 11

// handFrets is more than any stance reaches from its position.
const handFrets = 8

func newModel(n neck.Neck, style Style) *model {
	m := &model{
		stances: style.School.Stances, costs: costs, limits: style.Limits, opens: style.Prefer != PreferShift,
		atEase: style.School.AtEase, glides: style.School.Glides,
		mm: make([]float64, n.Frets+handFrets), along: make([]int64, n.Frets+handFrets),
	}
	if style.Wide == OneThreeFour {
		m.costs = m.costs.exchanged()
	}
	m.costs = m.costs.preferring(style.Prefer)
	m.flat = flat{
		besideOpen: thousandths(m.costs.BesideOpen), pivot: thousandths(m.costs.Pivot),
		crossing:     thousandths(m.costs.Crossing),
		withinString: thousandths(m.costs.WithinString), overHalfStep: thousandths(m.costs.OverHalfStep),
		hop: thousandths(m.costs.Hop), roll: thousandths(m.costs.Roll),
	}
	for i, cost := range m.costs.SameFinger {
		m.flat.sameFinger[i+1] = thousandths(cost)
	}
	m.away, m.unlike = costing(thousandths(m.costs.Away)), costing(thousandths(m.costs.Unlike))
	if style.Rings { // there a finger that goes to another string cuts its note, which has its own price
		m.flat.hop, m.flat.roll = 0, 0
	}
	for f := range m.mm {
		m.mm[f] = n.FretMM(f)
		m.along[f] = thousandths(m.costs.ShiftPerMM * m.mm[f])
	}
	for i, s := range m.stances {
		m.fingers[i] = int8(s.Finger)
		m.reaches[s.Reach] = true
		if s.Finger == Little && s.Reach == Home {
			m.littleHome = max(m.littleHome, s.Offset)
		}
		m.within[s.Finger] |= 1 << (s.Offset + handFrets)
	}
	return m
}

// gripOf is the hand that stops a fret by a stance; ok is false where the hand
// would have to stand behind the nut.
func (m *model) gripOf(stance, fret int) (g grip, ok bool) {
	p := fret - m.stances[stance].Offset
	return grip{int16(p), int8(stance)}, p >= 1
}

// touch is the grip as others see it.
func (m *model) touch(g grip) Touch {
	t := Touch{grip: g}
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
		return costing(thousandths(m.costs.Back + m.costs.BackPerMM*(m.mm[g.position]-m.mm[fret])))
	case Forward:
		return costing(thousandths(m.costs.Forward +
			m.costs.ForwardPerMM*(m.mm[fret]-m.mm[int(g.position)+m.littleHome])))
	}
	return 0
}

// step prices going from one note to the next. With strict an opening past the
// greatest limit cannot be held.
func (m *model) step(from grip, a neck.Place, to grip, b neck.Place, strict bool) toll {
	if b.Fret == 0 || from.position == 0 {
		return 0
	}
	if from.position == to.position {
		switch {
		case a.Fret == 0:
			return 0
		case a.Fret == b.Fret:
			return toll(costing(m.hop(from, a, to, b)))
		case strict && m.pastGreatest(from, a, to, b):
			return toll(never)
		}
		return toll(costing(thousandths(m.hold(from, a, to, b)) + m.hop(from, a, to, b)))
	}
	way := m.along[to.position] - m.along[from.position]
	return toll(costing(m.shift(from, a, to, b)+max(way, -way)+m.hop(from, a, to, b))) + moving
}

// hop prices one finger going from one string to another.
func (m *model) hop(from grip, a neck.Place, to grip, b neck.Place) int64 {
	switch {
	case a.Fret == 0 || a.String == b.String || m.fingers[from.stance] != m.fingers[to.stance]:
		return 0
	case a.Fret == b.Fret:
		return m.flat.roll
	}
	return m.flat.hop
}

func (m *model) pastGreatest(from grip, a neck.Place, to grip, b neck.Place) bool {
	low, high := m.fingers[from.stance], m.fingers[to.stance]
	return low != high && math.Abs(m.mm[a.Fret]-m.mm[b.Fret]) > between(m.limits.GreatestMM, int(low), int(high))
}

// shift is the flat price of moving the hand between two notes.
func (m *model) shift(from grip, a neck.Place, to grip, b neck.Place) int64 {
	finger := m.fingers[to.stance]
	switch {
	case a.Fret == 0:
		return m.flat.besideOpen
	case a.String != b.String && m.takes(finger, b.Fret-int(from.position)):
		return m.flat.pivot
	case a.String != b.String:
		return m.flat.crossing
	case m.fingers[from.stance] == finger:
		return m.flat.sameFinger[finger]
	case b.Fret-a.Fret == 1 && finger < m.fingers[from.stance], a.Fret-b.Fret == 1 && finger > m.fingers[from.stance]:
		return m.flat.withinString + m.flat.overHalfStep
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
		switch {
		case a.String != b.String:
			return 0
		case m.glides && low == Index:
			return m.costs.Glide
		}
		return m.costs.SameFinger[low-1]
	}
	if m.atEase && m.stances[from.stance].Reach == Home && m.stances[to.stance].Reach == Home {
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
