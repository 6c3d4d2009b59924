package hand

import "evenladder/core/fretboard/neck"

// Limits are the openings of one hand in mm, between the fingertips of index
// and middle, middle and ring, ring and little finger. Wider pairs have the
// sum of the neighbours between them.
type Limits struct {
	ComfortableMM [3]float64 // past this a caution
	GreatestMM    [3]float64 // past this not to be asked at all
}

// familyLimits are the openings of an average adult hand as it holds each kind
// of instrument. From memory; docs/decisions/fingering-cost.md tells what they
// change. A hand's own limits replace them.
var familyLimits = map[neck.Family]Limits{
	neck.Guitars:   {[3]float64{55, 40, 38}, [3]float64{80, 58, 54}},
	neck.Basses:    {[3]float64{58, 46, 42}, [3]float64{85, 62, 56}},
	neck.Uprights:  {[3]float64{62, 48, 44}, [3]float64{90, 66, 60}},
	neck.Ukuleles:  {[3]float64{55, 40, 38}, [3]float64{80, 58, 54}},
	neck.Mandolins: {[3]float64{55, 40, 38}, [3]float64{80, 58, 54}},
}

// DefaultLimits are the limits of an average adult hand on a kind of
// instrument.
func DefaultLimits(f neck.Family) Limits { return familyLimits[f] }

// SpanMM is what the hand holds open from index to little finger in comfort.
func (l Limits) SpanMM() float64 { return between(l.ComfortableMM, Index, Little) }

// Greatest is how far two fingers open at most, in mm; Comfortable is how far in comfort.
func (l Limits) Greatest(a, b int) float64 { return between(l.GreatestMM, a, b) }

// Comfortable is Greatest in comfort.
func (l Limits) Comfortable(a, b int) float64 { return between(l.ComfortableMM, a, b) }

// Opening is what two fingers that follow one another under one hand are asked
// to hold. As limits add up from finger to finger, every pair that a hand holds
// along one string is within them when its neighbours are.
type Opening struct {
	Low, High         int // fingers, Low the one nearer to the nut
	LowFret, HighFret int
	MM                float64
	LimitMM           float64 // the comfortable or greatest limit it was compared with
}

// Over is how far the opening goes past its limit, in mm.
func (o Opening) Over() float64 { return o.MM - o.LimitMM }

// between adds up the openings of neighbouring fingers from low to high.
func between(mm [3]float64, low, high int) float64 {
	if low > high {
		low, high = high, low
	}
	sum := 0.0
	for f := low; f < high; f++ {
		sum += mm[f-1]
	}
	return sum
}
