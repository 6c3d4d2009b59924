package hand

import "evenladder/core/neck"

// Report sums up what a path asks of the hand.
type Report struct {
	SpanMM           float64 // widest opening held without moving the hand
	SpanLow, SpanTop int     // the frets of that opening
	Shifts           int     // times the hand moves
	WithinString     int     // of these, between two notes of one string
	Reaches          int     // fingers off their home fret
}

// Summarize measures a fingered path on its neck. Touches belong to places
// one to one.
func Summarize(n neck.Neck, places []neck.Place, touches []Touch) Report {
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
		if low == 0 || fret < low {
			low = fret
		}
		top = max(top, fret)
		if span := n.SpanMM(low, top); span > r.SpanMM {
			r.SpanMM, r.SpanLow, r.SpanTop = span, low, top
		}
	}
	return r
}
