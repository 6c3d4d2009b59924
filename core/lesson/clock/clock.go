// Package clock measures time: when notes began, against the beats that they stand on.
//
// Measure takes the pauses out (pause.go), lays a robust line through all onsets and
// bends it where the tempo does (tempo.go, fit.go), and says what lies around it: how
// even it is, which place in the beat, which note and which cause comes late (even.go,
// cause.go). What chance alone would show is not said: each finding has a test, and the
// figures that are always given have an interval. It knows beats and seconds, no notes.
//
// The methods are those of the statistics of regression: Theil 1950 and Sen 1968 for
// the start, Huber 1964 for the line, a permutation test over the largest of all
// statistics (Westfall and Young 1993) for the causes. The constants are from a trial
// with 400 seeded takes of each kind: docs/listening.md.
package clock

import (
	"math"
)

// Onset is a note that was played.
type Onset struct {
	Beat   float64  // that it stands on, from the start of the piece
	Sec    float64  // when it began
	Place  int      // of the beat, from 0
	Broken bool     // what lies before it is not the note before: something was missed or came between
	Causes []string // why it might be late
}

// Pause is a gap that is no unevenness: the playing stopped.
type Pause struct {
	At  int     // index of the onset that came late
	Sec float64 // beyond its time
}

// Place is how late the notes of a place in the beat come beside the others.
type Place struct {
	Place int
	Sec   float64
}

// Cause is how late notes of one kind come beside the others.
type Cause struct {
	Cause string
	Notes int
	Sec   float64
	Found bool // more than chance shows
}

// Interval is what holds 95 of 100 times.
type Interval struct{ Low, High float64 }

// Reading is what onsets tell of time. Lengths are seconds, late is positive.
type Reading struct {
	TempoBPM   float64
	Tempo      Interval
	Drift      float64  // tempo at the end over that of the start, less 1; 0 where chance may show it
	Ends       Interval // tempo at the start and at the end, where there is a drift
	Late       []float64
	Spread     float64 // standard deviation of Late
	Spreads    Interval
	NoteToNote float64 // the same of each against its neighbours, blind to a tempo that wanders
	Wanders    bool    // the tempo does, more than the notes
	Pauses     []Pause
	Places     []Place // those that chance doesn't show, the largest first
	Worst      int     // index of the one that lies far off, -1 for none
	Causes     []Cause
}

// fewOnsets is how many a line needs.
const fewOnsets = 4

// Measure reads onsets in the order of time. noteSec is how long the usual note is, and
// floor how exactly onsets are known.
func Measure(onsets []Onset, noteSec, floor float64) Reading {
	r := Reading{Worst: -1, Late: make([]float64, len(onsets))}
	if len(onsets) < 2 {
		return r
	}
	gaps := gapsOf(onsets)
	r.Pauses = pausesOf(gaps, noteSec)
	sec := without(gaps, onsets, r.Pauses, noteSec)
	if len(onsets) < fewOnsets || onsets[len(onsets)-1].Beat <= onsets[0].Beat {
		r.TempoBPM = bpm(middlePerBeat(gaps))
		r.Tempo = Interval{r.TempoBPM, r.TempoBPM}
		return r
	}
	free := r.tempo(onsets, sec)
	r.evenness(free, floor)
	left := append([]float64{}, r.Late...)
	r.places(onsets, left, noteSec)
	r.worst(left, noteSec)
	r.causes(onsets, left, noteSec)
	return r
}

// bpm of so many seconds to a beat.
func bpm(perBeat float64) float64 {
	if perBeat <= 0 || math.IsNaN(perBeat) {
		return 0
	}
	return 60 / perBeat
}
