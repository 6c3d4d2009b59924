package rhythm

import (
	"math"

	"evenladder/core/base/fault"
)

// Guide is what is heard beside a run.
type Guide struct {
	CountIn   bool // bars are counted before it; a pick-up falls into the last
	CountBars int  // how many, 1 or 2; 0 for CountedBars
	Divided   bool // what the beat is divided into is counted, too
	Click     bool // the beats are struck while it goes on

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
	if g.CountBars < 0 || g.CountBars > CountedBars {
		return "countBars", fault.Outside(g.CountBars, 1, CountedBars)
	}
	if g.Choruses < 0 || g.Choruses > MaxChoruses {
		return "choruses", fault.Outside(g.Choruses, 1, MaxChoruses)
	}
	return "", nil
}

// CountedBars are the bars that are counted in before a run, where nothing else is said and at most.
const CountedBars = 2

// Click is a beat that is struck, or a part of one, at beats from the start of all.
type Click struct {
	At   float64
	Kind ClickKind
}

// ClickKind is how strong a click is.
type ClickKind int

// The kinds, the strongest first.
const (
	DownClick ClickKind = iota // of the first beat of a bar
	BeatClick
	PartClick // between beats
)

// Lead is how many beats are heard before the bar in which a run begins.
func (r Rhythm) Lead(g Guide) float64 {
	bars := g.CountBars
	switch {
	case !g.CountIn:
		return 0
	case bars == 0:
		bars = CountedBars
	}
	if r.PickUp > 0 {
		bars--
	}
	return float64(bars * r.BeatsPerBar)
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
		kind := BeatClick
		if int(at)%r.BeatsPerBar == 0 {
			kind = DownClick
		}
		out = append(out, Click{at, kind})
		for _, part := range r.parts(g.Divided && g.CountIn && at < lead+first-tiny) {
			if at+part < lead+first-tiny {
				out = append(out, Click{at + part, PartClick})
			}
		}
	}
	return out
}

// parts are where a beat is divided, in beats from it; none where that isn't counted.
func (r Rhythm) parts(counted bool) (out []float64) {
	switch {
	case !counted:
		return nil
	case r.Swing && r.PerBeat == 2:
		return []float64{SwingShare}
	}
	for k := 1; k < r.PerBeat; k++ {
		out = append(out, float64(k)/float64(r.PerBeat))
	}
	return out
}

// tiny is less than any note.
const tiny = 1e-6
