// Package listen turns sound into heard notes: where each begins, and what its pitch
// is likely to be. It does signal work alone and knows no music but pitch; what was
// to be played, and whether it was, is for core/lesson/take.
//
// Onsets come from the flux of the spectrum (onset.go) and are then placed to a
// millisecond or so by the energy around them. The pitch at an onset has two
// witnesses (pitch.go): the period of what sounds after it, and what has risen in the
// spectrum over what rang before. Neither decides: a note carries the evidence for
// every pitch that was asked about, and whoever knows the plan weighs it.
package listen

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/lesson/take"
	"evenladder/core/music/piece"
)

// Rates of samples, a second, that can be listened to.
const (
	MinRate = 8_000
	MaxRate = 192_000
)

// Expect is what the listener looks for.
type Expect struct {
	Low, High int     // MIDI numbers of the lowest and the highest note that may come
	GapSec    float64 // between the quickest two notes, as planned
	Live      bool    // whether it is to be told which notes are plain enough to act on at once
}

// Sound is one channel of samples between -1 and 1.
type Sound struct {
	Samples []float32
	Rate    int // samples a second
}

// Seconds is how long it lasts.
func (s Sound) Seconds() float64 { return float64(len(s.Samples)) / float64(s.Rate) }

// beyond is by how many semitones a wrong note may lie outside what is expected.
const beyond = 3

// noPitch is the clarity of a period below which a sound has none.
const noPitch = 0.25

// Scene is what a sound holds.
type Scene struct {
	Notes  []take.Heard // in the order of their onsets, each with its evidence
	Firm   []bool       // of each, whether it is so plain that it is acted on at once; known where that was asked for
	Others int          // sounds that are no notes: clicks, taps, words
	Noise  bool         // nothing stands out of the noise: there are no notes
}

// Notes are the notes of a sound. Silence and noise have none. A rate or a range out of bounds gives an error.
func Notes(s Sound, e Expect) ([]take.Heard, error) {
	scene, err := Listen(s, e)
	return scene.Notes, err
}

// Listen finds what a sound holds. Errors are those of Notes.
func Listen(s Sound, e Expect) (Scene, error) {
	none := Scene{Notes: []take.Heard{}}
	if s.Rate < MinRate || s.Rate > MaxRate {
		return none, fmt.Errorf("%d samples a second were given: give %d to %d", s.Rate, MinRate, MaxRate)
	}
	if e.Low > e.High || e.Low < 0 || e.High > 127 {
		return none, fmt.Errorf("notes from %d to %d were given: give MIDI numbers from 0 to 127, the lower first",
			e.Low, e.High)
	}
	gain := gainOf(s)
	if gain == 0 {
		return none, nil
	}
	onsets := onsetsOf(s, gain, e)
	h := newHearing(s, e)
	h.tune(onsets)
	heard, each := make([]take.Heard, 0, len(onsets)), make([]traits, 0, len(onsets))
	gate := newGate(h)
	before := -1
	for i, o := range onsets {
		until := s.Seconds()
		if i+1 < len(onsets) {
			until = onsets[i+1].at
		}
		evidence, clarity := h.at(o.at, until, before)
		if evidence == nil {
			continue
		}
		if clarity < noPitch {
			o.doubt = 1 // a knock, a breath, a word
		}
		best := slices.Index(evidence, slices.Max(evidence))
		before = h.low + best
		like := gate.traitsAt(o.at, until, before, e.Live)
		each = append(each, like)
		heard = append(heard, take.Heard{MIDI: before, OnsetSec: o.at, Doubt: o.doubt, LevelDB: like.levelDB,
			Evidence: take.Evidence{Low: h.low, Of: evidence}})
	}
	floor := floorDB(s)
	if len(each) > 0 && standsOut(each, floor) < standsOutDB {
		none.Others, none.Noise = len(each), true
		return none, nil
	}
	out := none
	for i, like := range each {
		if !like.note() {
			out.Others++
			continue
		}
		out.Notes, out.Firm = append(out.Notes, heard[i]), append(out.Firm, like.firm(e, floor))
	}
	return out, nil
}

// FloorMS is how exactly the onsets of such notes are known, in ms: less so for low
// ones, whose waves are long. Measured: docs/listening.md.
func FloorMS(e Expect) float64 {
	if e.Low < LowNote {
		return 3
	}
	return 2
}

// LowNote is C2 as a MIDI number: below it waves are long beside the time of an attack.
const LowNote = 36

// silent is a level below which nothing was played: under what 8 bits can hold.
const silent = 0.002

// gainOf brings the loudest sample of a sound to full level, what does not swing left
// out; 0 for silence.
func gainOf(s Sound) float64 {
	mean, loudest := 0.0, 0.0
	for _, x := range s.Samples {
		mean += float64(x) / float64(len(s.Samples))
	}
	for _, x := range s.Samples {
		loudest = max(loudest, math.Abs(float64(x)-mean))
	}
	if loudest < silent {
		return 0
	}
	return 1 / loudest
}

// hertz is the pitch of a MIDI number with a tuning of so many cents above A4 = 440 Hz.
func hertz(midi int, cents float64) float64 {
	return 440 * math.Pow(2, (float64(midi-69)+cents/100)/12)
}

// Expected is what a listener looks for in a take of a piece.
func Expected(p piece.Piece) Expect {
	e := Expect{Low: 127, GapSec: math.Inf(1)}
	for i, event := range p.Events {
		e.Low, e.High = min(e.Low, event.MIDI), max(e.High, event.MIDI)
		if i > 0 {
			e.GapSec = min(e.GapSec, (event.At-p.Events[i-1].At)*60/float64(p.Rhythm.TempoBPM))
		}
	}
	return e
}
