package rhythm

import "math"

// Guide is what is heard beside a run.
type Guide struct {
	CountIn bool // two bars are counted before it; a pick-up falls into the second
	Click   bool // the beats are struck while it goes on
}

// CountedBars are the bars that are counted in before a run.
const CountedBars = 2

// Click is one beat that is struck, at beats from the start of all.
type Click struct {
	At   float64
	Down bool // the first of its bar
}

// Lead is how many beats are heard before the bar in which a run begins.
func (r Rhythm) Lead(g Guide) float64 {
	switch {
	case !g.CountIn:
		return 0
	case r.PickUp > 0:
		return float64((CountedBars - 1) * r.BeatsPerBar)
	}
	return float64(CountedBars * r.BeatsPerBar)
}

// Clicks are the beats that a guide strikes for a run whose first note sounds at
// first and which ends at end, both in beats from the start of its first bar.
func (r Rhythm) Clicks(g Guide, first, end float64) (out []Click) {
	lead := r.Lead(g)
	from, to := 0.0, lead+end
	if !g.CountIn {
		from = math.Ceil(first - tiny)
	}
	if !g.Click {
		to = lead + first
	}
	for at := from; at < to-tiny; at++ {
		out = append(out, Click{at, int(at)%r.BeatsPerBar == 0})
	}
	return out
}

// tiny is less than any note.
const tiny = 1e-6
