package hand

import "evenladder/core/fretboard/neck"

// Report sums up what a path asks of the hand.
type Report struct {
	SpanMM       float64 // widest stretch of frets played without moving the hand
	Shifts       int     // times the hand moves
	WithinString int     // of these, between two notes of one string
	Reaches      int     // fingers off their home fret
	Comfortable  Opening // what goes furthest past the comfortable limits
	Greatest     Opening // what goes furthest past the greatest limits
}

// Summarize measures a fingered path on its neck against the limits of a hand.
// Touches belong to places one to one.
func Summarize(n neck.Neck, limits Limits, places []neck.Place, touches []Touch) Report {
	var r Report
	low, top := 0, 0
	for i, t := range touches {
		if t.Shift != 0 {
			r.Shifts++
			low, top = 0, 0
			if places[i].String == places[i-1].String && places[i-1].Fret > 0 {
				r.WithinString++
			}
		}
		if t.Reach != Home {
			r.Reaches++
		}
		fret := places[i].Fret
		if fret == 0 {
			continue
		}
		if low == 0 || fret < low || fret > top {
			if low == 0 || fret < low {
				low = fret
			}
			top = max(top, fret)
			r.SpanMM = max(r.SpanMM, n.SpanMM(low, top))
		}
		if i > 0 && t.Shift == 0 && t.grip.position == touches[i-1].grip.position {
			r.opening(n, limits, Opening{touches[i-1].Finger, t.Finger, places[i-1].Fret, fret, 0, 0})
		}
	}
	return r
}

// opening compares two fingers that follow one another under one hand.
func (r *Report) opening(n neck.Neck, limits Limits, o Opening) {
	if o.Low == OpenString || o.High == OpenString || o.Low == o.High {
		return
	}
	if o.LowFret > o.HighFret {
		o.Low, o.High, o.LowFret, o.HighFret = o.High, o.Low, o.HighFret, o.LowFret
	}
	o.MM = n.SpanMM(o.LowFret, o.HighFret)
	o.LimitMM = between(limits.ComfortableMM, o.Low, o.High)
	if r.Comfortable.LimitMM == 0 || o.Over() > r.Comfortable.Over() {
		r.Comfortable = o
	}
	o.LimitMM = between(limits.GreatestMM, o.Low, o.High)
	if r.Greatest.LimitMM == 0 || o.Over() > r.Greatest.Over() {
		r.Greatest = o
	}
}
