package plan

import (
	"fmt"
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
)

// preferenceWords says that reaching or shifting rather than the other changes
// nothing in the chosen box, and why; empty where it changes something or is not
// asked for.
func (m *maker) preferenceWords(chosen fingered) string {
	if m.Style.Prefer == hand.PreferEither {
		return ""
	}
	usual := m.fitted(chosen.Box, chosen.by.withoutPreference(), chosen.held)
	same := func(a, b hand.Touch) bool { return a.Finger == b.Finger && a.Shift == b.Shift && a.Reach == b.Reach }
	if usual.by.school != chosen.by.school || !slices.EqualFunc(usual.Touches, chosen.Touches, same) {
		return ""
	}
	row, _ := table.Find(hand.Prefers, string(m.Style.Prefer))
	return fmt.Sprintf("“%s” changes nothing in this box: %s.", row.Name, whyNoPreference(m.Style.Prefer,
		chosen.Report))
}

// against counts what a player with a preference would rather not do.
func (f fingered) against(p hand.Prefer) int {
	switch p {
	case hand.PreferReach:
		return f.Report.Shifts
	case hand.PreferShift:
		return f.Report.Reaches
	}
	return 0
}

func whyNoPreference(p hand.Prefer, r hand.Report) string {
	switch {
	case r.Shifts == 0 && r.Reaches == 0:
		return "the hand doesn't reach or shift here"
	case p == hand.PreferReach && r.Shifts == 0:
		return "the hand never shifts here"
	case p == hand.PreferReach:
		return "every shift goes further than a finger can reach"
	case r.Reaches == 0:
		return "no finger reaches here"
	}
	return "a shift instead of a reach would have to be undone at once"
}

// thumbWords says that a box on an upright bass comes to where the thumb is put on
// the string; empty elsewhere.
func (m *maker) thumbWords(b Box) string {
	in, _ := neck.FindInstrument(m.Brief.Instrument.ID)
	if in.Family != neck.Uprights || b.HighFret < layout.Octave {
		return ""
	}
	return fmt.Sprintf("Thumb position starts at the octave, position %d: from there the thumb plays on the string, "+
		"so the fingers here are only a guide.", layout.Octave)
}
