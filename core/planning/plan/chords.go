package plan

import (
	"fmt"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// chordsOfTheMoment marks where a chord begins: each that the run goes through, else those of the
// backing, else the one that it leans on, else that on the tonic. It tells whether they are to be
// said: the last one is not.
func (m *maker) chordsOfTheMoment(events []piece.Event, through []run.ChordAt) (said bool) {
	lean := *m.Brief.Run.Lean
	if len(through) == 0 && m.Backing.Kind.HasChords() {
		m.chordsOfTheBacking(events)
		return true
	}
	if m.Scale.Len() != 7 {
		return false
	}
	said = len(through) > 0 || lean > 0
	switch {
	case len(through) > 0:
	case lean > 0:
		through = []run.ChordAt{{At: 0, Degree: lean, Size: 4}}
	default:
		through = []run.ChordAt{{At: 0, Degree: 1, Size: 3}}
	}
	for _, c := range through {
		if c.At < len(events) {
			events[c.At].Chord = &m.chords.size(c.Size)[c.Degree-1]
		}
	}
	return said
}

// endsInChord reports whether the last note is of the chord that is meant where it sounds, or of the one that a
// run may end on.
func (m *maker) endsInChord(r *Run) bool {
	last := r.Events[len(r.Events)-1]
	if c := m.chordAtEnd(r); c != nil {
		return slices.ContainsFunc(c.Notes, func(name string) bool {
			return pitch.MustParseName(name).Class() == last.MIDI%12
		})
	}
	return m.inChord(m.Scale.Index(last.MIDI))
}

// chordAtEnd is the chord that is meant where a run ends; nil where none is. The chords that a pattern breaks one after
// the other are no harmony that it could end on.
func (m *maker) chordAtEnd(r *Run) *piece.Chord {
	if !m.Backing.Kind.HasChords() && *m.Brief.Run.Lean == 0 && !m.Pattern.Uses.Chords {
		return nil
	}
	for k := len(r.Events) - 1; k >= 0; k-- {
		if c := r.Events[k].Chord; c != nil {
			return c
		}
	}
	return nil
}

// endingWords say that a run ends outside the chord, and where it could end.
func (m *maker) endingWords(r *Run) string {
	c := m.chordAtEnd(r)
	if c == nil {
		return fmt.Sprintf("The run ends on %s, outside the chord, so it sounds unfinished. End on the root or a chord note.",
			endWords(r.EndsOn))
	}
	var notes []string
	for _, n := range c.Notes {
		notes = append(notes, m.Say(pitch.MustParseName(n)))
	}
	return fmt.Sprintf("The run ends on %s, outside %s, the chord that sounds there. It ends well on %s.", endWords(r.EndsOn),
		c.Symbol, english.Or(notes))
}

// stable reports whether a run may end on this scale note: the root, or a note
// of the chosen chord. Scales without chords in thirds end on their first,
// third and fifth.
func (m *maker) stable(index int) bool {
	if m.Finish == run.OnRoot {
		return index == 0
	}
	return m.inChord(index)
}

func (m *maker) inChord(index int) bool {
	if index < 0 {
		return false
	}
	if m.Scale.Len() == 7 {
		return run.ChordTone(index, *m.Brief.Run.Chord, 7, 3)
	}
	number := m.Scale.Formula[index].Number()
	return number == 1 || number == 3 || number == 5
}
