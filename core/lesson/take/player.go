package take

import (
	"math/rand/v2"
	"slices"

	"evenladder/core/base/fault"
	"evenladder/core/music/piece"
)

// Errors are what a simulated player does wrong.
type Errors struct {
	Seed         int
	JitterMS     float64 // spread of the onsets
	DriftPercent float64 // faster from the beginning to the end
	PauseMS      float64 // before each shift of the hand
	Wrong        int     // notes a fret beside
	Missed       int
	Extra        int
}

// Play is a piece as a simulated player plays it: the same for the same seed. It
// stands in for a microphone and an instrument, in the demo and in tests.
func Play(p piece.Piece, e Errors) ([]Heard, error) {
	notes := len(p.Events)
	for _, c := range []struct {
		field     string
		value     float64
		low, most float64
	}{
		{"jitterMs", e.JitterMS, 0, 200}, {"driftPercent", e.DriftPercent, -50, 50}, {"pauseMs", e.PauseMS, 0, 5000},
		{"wrong", float64(e.Wrong), 0, float64(notes)}, {"missed", float64(e.Missed), 0, float64(notes - 1)},
		{"extra", float64(e.Extra), 0, float64(notes)},
	} {
		if !(c.value >= c.low && c.value <= c.most) {
			return nil, fault.At(c.field, "%g was given: give %g to %g", c.value, c.low, c.most)
		}
	}
	r := rand.New(rand.NewPCG(uint64(e.Seed), 1))
	perBeat := 60 / float64(p.Rhythm.TempoBPM)
	first, last := p.Events[0].At, p.Events[notes-1].At
	out := make([]Heard, notes)
	waited := 0.0
	for i, ev := range p.Events {
		beats := ev.At - first
		faster := 0.0 // seconds won by the drift, growing with the square of the way
		if last > first {
			faster = beats * beats / (last - first) / 2 * perBeat * e.DriftPercent / 100
		}
		if ev.Shift != 0 {
			waited += e.PauseMS / 1000
		}
		onset := leadSec + beats*perBeat - faster + waited + r.NormFloat64()*e.JitterMS/1000
		out[i] = Heard{MIDI: ev.MIDI, OnsetSec: max(onset, 0), Seconds: ev.Sounds * perBeat, String: ev.String}
	}
	order := r.Perm(notes)
	for _, i := range order[:e.Wrong] {
		out[i].MIDI += 1 - 2*r.IntN(2)
	}
	extras := make([]Heard, 0, e.Extra)
	for range e.Extra {
		i := r.IntN(notes)
		length := out[i].Seconds
		extras = append(extras, Heard{MIDI: out[i].MIDI + 2, OnsetSec: out[i].OnsetSec + length*(0.4+0.2*r.Float64()),
			Seconds: length / 3, String: out[i].String})
	}
	missed := slices.Sorted(slices.Values(order[notes-e.Missed:]))
	for k := len(missed) - 1; k >= 0; k-- {
		out = slices.Delete(out, missed[k], missed[k]+1)
	}
	out = append(out, extras...)
	slices.SortStableFunc(out, earlier)
	return out, nil
}

// leadSec is the silence before the first note.
const leadSec = 0.5
