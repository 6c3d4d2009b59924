package clock

import (
	"math"
	"math/rand/v2"
	"slices"
)

// What a cause needs: so many notes with it and without; a chance under this, of so many
// shuffles; and a time, or a share of the usual note, that it makes late.
const (
	leastOfCause    = 4
	causeChance     = 0.02
	keptChance      = 0.005 // of a delay that all later notes keep
	causeShuffles   = 400
	leastCause      = 0.008
	leastCauseShare = 0.03
	wild            = 3.0 // spreads to which a value is drawn in
)

// causes says how late notes of each kind come, and which of that is more than chance: one
// after the other, the clearest first, each taken off before the next is looked for.
func (r *Reading) causes(onsets []Onset, left []float64, noteSec float64) {
	var open []kindOf
	for _, o := range onsets {
		for _, c := range o.Causes {
			if !slices.ContainsFunc(open, func(k kindOf) bool { return k.cause == c }) {
				open = append(open, kindOf{cause: c})
			}
		}
	}
	for k := range open {
		for i, o := range onsets {
			if slices.Contains(o.Causes, open[k].cause) {
				open[k].notes = append(open[k].notes, i)
			}
		}
	}
	open = slices.DeleteFunc(open, func(k kindOf) bool {
		return len(k.notes) < leastOfCause || len(onsets)-len(k.notes) < leastOfCause
	})
	drawn := slices.Clone(left)
	limit := wild * spreadOf(drawn)
	for i, e := range drawn {
		drawn[i] = min(max(e, -limit), limit)
	}
	for len(open) > 0 {
		clearest, by, t := largest(open, drawn, sumsOf(drawn))
		found := math.Abs(by) >= max(leastCause, leastCauseShare*noteSec) &&
			chance(open, drawn, math.Abs(t)) <= causeChance
		if !found {
			break
		}
		k := open[clearest]
		late := by
		kept := steps(drawn)
		if more, s := k.differs(kept, sumsOf(kept)); more > 0 && s > math.Abs(t) {
			late = more
		}
		r.Causes = append(r.Causes, Cause{k.cause, len(k.notes), late, true})
		for _, i := range k.notes {
			drawn[i] -= by
		}
		open = slices.Delete(open, clearest, clearest+1)
	}
	kept := steps(drawn)
	for len(open) > 0 {
		clearest, by, t := largest(open, kept, sumsOf(kept))
		if by < max(leastCause, leastCauseShare*noteSec) || chance(open, kept, math.Abs(t)) > keptChance {
			break
		}
		r.Causes = append(r.Causes, Cause{open[clearest].cause, len(open[clearest].notes), by, true})
		for _, i := range open[clearest].notes {
			kept[i] -= by
		}
		open = slices.Delete(open, clearest, clearest+1)
	}
	for _, k := range open {
		by, _ := k.differs(drawn, sumsOf(drawn))
		r.Causes = append(r.Causes, Cause{k.cause, len(k.notes), by, false})
	}
}

// steps are by how much each value lies over the one before: a delay that is kept shows there.
func steps(values []float64) []float64 {
	out := make([]float64, len(values))
	for i := 1; i < len(values); i++ {
		out[i] = values[i] - values[i-1]
	}
	return out
}

// kindOf are the notes of a cause.
type kindOf struct {
	cause string
	notes []int
}

// sums of some values and of their squares: no shuffle changes them.
type sums struct{ n, sum, square float64 }

func sumsOf(values []float64) (s sums) {
	for _, v := range values {
		s.n, s.sum, s.square = s.n+1, s.sum+v, s.square+v*v
	}
	return s
}

func (k kindOf) differs(values []float64, all sums) (by, t float64) {
	some := sums{n: float64(len(k.notes))}
	for _, i := range k.notes {
		some.sum += values[i]
	}
	return differs(some, all)
}

// largest is the cause that stands out most.
func largest(open []kindOf, values []float64, all sums) (at int, by, t float64) {
	for k := range open {
		if d, s := open[k].differs(values, all); k == 0 || math.Abs(s) > math.Abs(t) {
			at, by, t = k, d, s
		}
	}
	return at, by, t
}

// chance is how often a shuffle shows a cause that stands out as much.
func chance(open []kindOf, values []float64, t float64) float64 {
	random := rand.New(rand.NewPCG(1, 2)) // the same each time
	shuffled, all, as := slices.Clone(values), sumsOf(values), 0
	for range causeShuffles {
		random.Shuffle(len(shuffled), func(i, j int) { shuffled[i], shuffled[j] = shuffled[j], shuffled[i] })
		if _, _, s := largest(open, shuffled, all); math.Abs(s) >= t {
			as++
		}
	}
	return float64(as) / causeShuffles
}
