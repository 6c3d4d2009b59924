package line

import (
	"math"
	"slices"

	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// InScale carries notes into another scale, as near as it lies. Between scales of as many notes each becomes the one in its
// place; else each degree the one of its number, a third a third. What leans on another note by a half step stays beside
// that. What the new scale has no degree for, and what coloured the old one, stays as far from the tonic as it was.
func InScale(notes []Note, from, to scale.Scale) []Note {
	degrees := Degrees(notes, from)
	apart := (to.Tonic.Class()-from.Tonic.Class()+octave)%octave + octave
	if apart > octave+octave/2 {
		apart -= octave
	}
	apart -= octave
	out := make([]Note, len(notes))
	for i, n := range notes {
		d := degrees[i]
		by := 0
		if at := from.Index(n.MIDI); at >= 0 && from.Len() == to.Len() {
			by = to.Formula[at].Semitones() - from.Formula[at].Semitones()
		} else if at := slices.IndexFunc(to.Formula,
			func(of pitch.Degree) bool { return of.Number() == d.Number() }); at >= 0 && from.Index(n.MIDI) >= 0 &&
			to.Index(n.MIDI+apart) < 0 {
			by = to.Formula[at].Semitones() - d.Semitones()
		}
		n.MIDI += apart + by
		if by != 0 {
			n.Place, n.Finger = nil, 0
		}
		out[i] = n
	}
	return leaning(notes, out, from, 1)
}

// leansOn is the index of the note that one outside the scale leans on: the next, else the one before, where that is of the
// scale and a half step away; -1 for none.
func leansOn(notes []Note, i int, s scale.Scale) int {
	if s.Index(notes[i].MIDI) >= 0 {
		return -1
	}
	for _, k := range []int{i + 1, i - 1} {
		if k < 0 || k >= len(notes) || s.Index(notes[k].MIDI) < 0 {
			continue
		}
		if step := notes[k].MIDI - notes[i].MIDI; step == 1 || step == -1 {
			return k
		}
	}
	return -1
}

// leaning puts what leaned on a note beside what that has become: on the same side, or turned round by a way of -1.
func leaning(was, now []Note, s scale.Scale, way int) []Note {
	for i := range was {
		k := leansOn(was, i, s)
		if k < 0 {
			continue
		}
		if beside := now[k].MIDI + way*(was[i].MIDI-was[k].MIDI); now[i].MIDI != beside {
			now[i].MIDI, now[i].Place, now[i].Finger = beside, nil, 0
		}
	}
	return now
}

// Transposed moves notes by semitones. Places are left out, as they sound another pitch.
func Transposed(notes []Note, semitones int) []Note {
	out := make([]Note, len(notes))
	for i, n := range notes {
		n.MIDI += semitones
		if semitones != 0 {
			n.Place, n.Finger = nil, 0
		}
		out[i] = n
	}
	return out
}

// turnedRound is how a join is played from its other end.
var turnedRound = map[run.Stroke]run.Stroke{run.Hammer: run.Pull, run.Pull: run.Hammer, run.Slide: run.Slide}

// Backwards plays the last note first, each as long as it is. What joins two notes stays between them.
func Backwards(notes []Note) []Note {
	end := (Line{Notes: notes}).Beats()
	out := make([]Note, 0, len(notes))
	for i := len(notes) - 1; i >= 0; i-- {
		n := notes[i]
		n.At = end - n.At - n.Beats
		n.Stroke = ""
		if i+1 < len(notes) {
			n.Stroke = turnedRound[notes[i+1].Stroke]
		}
		out = append(out, n)
	}
	first := 0.0
	if len(out) > 0 {
		first = out[0].At
	}
	for i := range out {
		out[i].At -= first
	}
	return out
}

// UpsideDown turns each step about the first note round, in steps of the scale: up becomes down.
// What lies between two notes of the scale lies between the two that they become, what leans on one of them beside it.
func UpsideDown(notes []Note, s scale.Scale) []Note {
	if len(notes) == 0 {
		return nil
	}
	axis := StepOf(notes[0].MIDI, s)
	return leaning(notes, stepped(notes, s, func(_ int, step Step) Step { return Step{2*axis.Of - step.Of, -step.Beside} }), s, -1)
}

// Step is a place in a scale: so many of its notes above its tonic at MIDI 0 or below, and semitones
// beside that.
type Step struct{ Of, Beside int }

// StepOf is where a pitch stands in a scale: beside the note below it, where the scale does not
// have it.
func StepOf(midi int, s scale.Scale) Step {
	for beside := range octave {
		if at := s.Index(midi - beside); at >= 0 {
			octaves := (midi - beside - s.Tonic.Class() - s.Formula[at].Semitones()) / octave
			return Step{s.Len()*octaves + at, beside}
		}
	}
	return Step{}
}

// PitchOf is the pitch of a step. What lies beside a note and would be one of the scale stays so.
func PitchOf(step Step, s scale.Scale) int {
	n := s.Len()
	at := ((step.Of % n) + n) % n
	return s.Tonic.Class() + s.Formula[at].Semitones() + octave*((step.Of-at)/n) + step.Beside
}

// Stepped moves each note by steps of the scale, as move says; what leans on another stays beside it. Places are left out.
func Stepped(notes []Note, s scale.Scale, move func(i int, at Step) Step) []Note {
	return leaning(notes, stepped(notes, s, move), s, 1)
}

func stepped(notes []Note, s scale.Scale, move func(i int, at Step) Step) []Note {
	out := make([]Note, len(notes))
	for i, n := range notes {
		n.MIDI = PitchOf(move(i, StepOf(n.MIDI, s)), s)
		n.Place, n.Finger = nil, 0
		out[i] = n
	}
	return out
}

// Through plays the notes as a cell from each step of an octave of the scale, up to the octave of
// its first note: each time a step higher, and beginning with a beat.
func Through(notes []Note, s scale.Scale, times int) []Note {
	var out []Note
	long := math.Ceil((Line{Notes: notes}).Beats() - 1e-9)
	for k := range times {
		for _, n := range Stepped(notes, s, func(_ int, at Step) Step { return Step{at.Of + k, at.Beside} }) {
			n.At += float64(k) * long
			out = append(out, n)
		}
	}
	return out
}
