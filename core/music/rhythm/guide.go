package rhythm

import (
	"math"

	"evenladder/core/base/fault"
)

// Guide is what is heard beside a run.
type Guide struct {
	CountIn bool // two bars are counted before it; a pick-up falls into the second
	Click   bool // the beats are struck while it goes on

	Backing  Backing
	Choruses int // times that the backing goes round, 0 and 1 for once; longer where the run is
}

// Backing says whether what sounds under a run is heard.
type Backing string

// Whether a backing is heard.
const (
	NoBacking    Backing = ""
	WithBacking  Backing = "with"
	BackingAlone Backing = "alone" // without the run
)

// MaxChoruses is how often a backing goes round at most.
const MaxChoruses = 20

// Check says what is wrong with a guide, by the field that asks for it.
func (g Guide) Check() (field string, err error) {
	switch g.Backing {
	case NoBacking, WithBacking, BackingAlone:
	default:
		return "backing", fault.Word(string(g.Backing), "with alone")
	}
	if g.Choruses < 0 || g.Choruses > MaxChoruses {
		return "choruses", fault.Outside(g.Choruses, 1, MaxChoruses)
	}
	return "", nil
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
