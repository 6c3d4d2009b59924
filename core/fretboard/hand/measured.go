package hand

import (
	"fmt"
	"math"

	"evenladder/core/fretboard/neck"
)

// Pairs are the neighbouring fingers whose openings are measured.
var Pairs = [3]string{"index and middle", "middle and ring", "ring and little finger"}

// Measured are the limits of a hand from what was comfortable on a neck: for each pair of
// neighbouring fingers the frets of both, the lower first. The greatest openings follow in
// the measure of an average hand on that kind of instrument.
func Measured(n neck.Neck, f neck.Family, reached [3][2]int) (Limits, error) {
	usual := DefaultLimits(f)
	var l Limits
	for i, frets := range reached {
		low, high := frets[0], frets[1]
		if low < 1 || high <= low || high > n.Frets {
			return Limits{}, fmt.Errorf("frets %d and %d were given for %s: give two frets from 1 to %d, the lower first", low, high, Pairs[i], n.Frets)
		}
		l.ComfortableMM[i] = math.Round(n.SpanMM(low, high))
		l.GreatestMM[i] = math.Round(l.ComfortableMM[i] * usual.GreatestMM[i] / usual.ComfortableMM[i])
	}
	return l, nil
}
