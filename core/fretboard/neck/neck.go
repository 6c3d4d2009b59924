// Package neck knows instruments: their strings, where each fret lies in
// millimetres, and every place where a note can be stopped.
//
// Strings are counted as players count them: string 1 is the last one listed
// in a tuning. Fret 0 is the open string. Fret n lies L·(1 − 2^(−n/12)) from
// the nut for a scale length L, the rule of equal temperament, so the distance
// the hand feels between two frets shrinks up the neck and with a shorter
// scale.
package neck

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"evenladder/core/theory/pitch"
)

// Bounds of what a neck may be.
const (
	MinStrings, MaxStrings             = 3, 12
	MinFrets, MaxFrets                 = 1, 36
	MinScaleLengthMM, MaxScaleLengthMM = 150.0, 2000.0
)

// Place is one spot on a neck.
type Place struct {
	String int `json:"string"` // counted from 1, the last string of the tuning
	Fret   int `json:"fret"`   // 0 is the open string
}

// Neck is one instrument's strings and frets; make one with New. It is shared:
// its slices are to be read and not to be changed.
type Neck struct {
	Tuning        []pitch.Pitch // in the order it is written, string 1 last
	Frets         int
	ScaleLengthMM float64

	mm         []float64 // distance of each fret from the nut
	rising     []int
	risingStep int // usual step between the rising strings
}

// New checks the measures and works out the frets.
func New(tuning []pitch.Pitch, frets int, scaleLengthMM float64) (Neck, error) {
	switch {
	case len(tuning) < MinStrings || len(tuning) > MaxStrings:
		return Neck{}, fmt.Errorf("a tuning of %d strings: give %d to %d", len(tuning), MinStrings, MaxStrings)
	case frets < MinFrets || frets > MaxFrets:
		return Neck{}, fmt.Errorf("%d frets: give %d to %d", frets, MinFrets, MaxFrets)
	case !(scaleLengthMM >= MinScaleLengthMM && scaleLengthMM <= MaxScaleLengthMM):
		return Neck{}, fmt.Errorf("a scale length of %g mm: give %g to %g", scaleLengthMM, MinScaleLengthMM,
			MaxScaleLengthMM)
	}
	for i, p := range tuning {
		if top := p.MIDI() + frets; top > pitch.MaxMIDI {
			return Neck{}, fmt.Errorf("string %d, open on %s, would sound past the highest note there is on fret %d: give it %d half steps lower or fewer frets", len(tuning)-i, p, frets, top-pitch.MaxMIDI)
		}
	}
	n := Neck{Tuning: slices.Clone(tuning), Frets: frets, ScaleLengthMM: scaleLengthMM, mm: make([]float64, frets+1)}
	for f := range n.mm {
		n.mm[f] = scaleLengthMM * (1 - math.Exp2(-float64(f)/12))
	}
	n.rising = n.findRising()
	n.risingStep = n.UsualStep(n.rising)
	return n, nil
}

// FretMM is the distance of fret f from the nut. Beyond the last fret it goes
// on by the same rule.
func (n Neck) FretMM(f int) float64 {
	if f >= 0 && f < len(n.mm) {
		return n.mm[f]
	}
	return n.ScaleLengthMM * (1 - math.Exp2(-float64(f)/12))
}

// SpanMM is the distance between two frets, never negative.
func (n Neck) SpanMM(a, b int) float64 { return math.Abs(n.FretMM(a) - n.FretMM(b)) }

// Strings is the number of strings.
func (n Neck) Strings() int { return len(n.Tuning) }

// Open is the pitch of the open string.
func (n Neck) Open(str int) pitch.Pitch { return n.Tuning[len(n.Tuning)-str] }

// MIDI is the note number at a place.
func (n Neck) MIDI(p Place) int { return n.Open(p.String).MIDI() + p.Fret }

// Rising lists the strings that lie from low to high without going back,
// lowest first. It starts from string 1, so a re-entrant string (a ukulele's
// high fourth string) is left out.
func (n Neck) Rising() []int { return slices.Clone(n.rising) }

// RisingStep is the usual step between the rising strings.
func (n Neck) RisingStep() int { return n.risingStep }

func (n Neck) findRising() []int {
	var out []int
	for s := 1; s <= n.Strings(); s++ {
		if len(out) == 0 || n.Open(s).MIDI() < n.Open(out[len(out)-1]).MIDI() {
			out = append(out, s)
		}
	}
	slices.Reverse(out)
	return out
}

// ByPitch sorts string numbers from the lowest open string to the highest,
// strings of one pitch in the order of the tuning.
func (n Neck) ByPitch(strs []int) []int {
	out := slices.Clone(strs)
	slices.SortStableFunc(out, func(a, b int) int {
		if d := n.Open(a).MIDI() - n.Open(b).MIDI(); d != 0 {
			return d
		}
		return b - a
	})
	return out
}

// UsualStep is the commonest number of semitones between neighbouring strings
// among those given in playing order; of equally common ones the widest.
func (n Neck) UsualStep(strs []int) int {
	step := func(i int) int { return n.Open(strs[i]).MIDI() - n.Open(strs[i-1]).MIDI() }
	usual, most := 0, 0
	for i := 1; i < len(strs); i++ {
		count := 0
		for k := 1; k < len(strs); k++ {
			if step(k) == step(i) {
				count++
			}
		}
		if count > most || count == most && step(i) > usual {
			usual, most = step(i), count
		}
	}
	return usual
}

// ParseTuning reads pitches apart by spaces or commas, lowest-numbered string
// last: "E2 A2 D3 G3 B3 E4". Octaves that are left out are inferred as
// InferTuning does, rising from the octave below middle C.
func ParseTuning(s string) ([]pitch.Pitch, error) {
	words := strings.FieldsFunc(s, func(r rune) bool { return r == ' ' || r == ',' || r == '\t' || r == '\n' })
	return InferTuning(words, nil)
}
