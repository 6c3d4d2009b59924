package plan

import (
	"fmt"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/english"
	"evenladder/core/fault"
	"evenladder/core/hand"
)

// Why tells in one sentence why a note of a box is played with its finger: a
// brief's chosen box, the note counted from 0.
func Why(b brief.Brief, note int) (string, error) {
	l, err := Lay(b)
	if err != nil {
		return "", err
	}
	m := newMaker(l, newHands(&l.Reading))
	f := m.finger(m.Chosen())
	if note < 0 || note >= len(f.Touches) {
		return "", fault.At("note", "%d was given: this box has notes 0 to %d", note, len(f.Touches)-1)
	}
	if f.Touches[note].Finger == hand.OpenString {
		return "An open string: no finger, and time for the hand to move.", nil
	}
	r, ok := m.hands.of(f.school).Why(f.places(), f.Touches, note, m.ask(f, nil))
	if !ok {
		return fmt.Sprintf("%s: no other finger of this school comes to fret %d.", english.Capital(hand.FingerWords[f.Touches[note].Finger]), f.Notes[note].Fret), nil
	}
	return m.reason(f, r, note), nil
}

func (m *maker) reason(f fingered, r hand.Reason, note int) string {
	mine, other := demandWords(f, r.Chosen, note), demandWords(f, r.Other, note)
	finger, instead := english.Capital(hand.FingerWords[r.Finger]), "the "+hand.FingerWords[r.Instead]
	switch {
	case r.Alike:
		return fmt.Sprintf("%s, so that like frets have like fingers: %s would ask for no more by itself.", finger, instead)
	case mine == "" && other == "" && f.Report.Shifts == 0:
		return fmt.Sprintf("%s: %s would do as well.", finger, instead)
	case mine == "" && other == "":
		return fmt.Sprintf("%s: %s would ask as much, and move the hand sooner.", finger, instead)
	case mine == "":
		return fmt.Sprintf("%s, at rest: %s would ask for %s.", finger, instead, other)
	case other == "":
		return fmt.Sprintf("%s with %s: less in all than moving the hand for %s.", finger, mine, instead)
	}
	return fmt.Sprintf("%s with %s, against %s for %s.", finger, mine, other, instead)
}

// demandWords says the two dearest demands and where they fall, if not on the
// note itself.
func demandWords(f fingered, demands []hand.Demand, note int) string {
	demands = demands[:min(len(demands), 2)]
	words := make([]string, len(demands))
	for i, d := range demands {
		words[i] = demandWord(d)
		more := i+1 < len(demands) && demands[i+1].Note == d.Note
		if d.Note != note && !more {
			words[i] += fmt.Sprintf(" at string %d, fret %d", f.Notes[d.Note].String, f.Notes[d.Note].Fret)
		}
	}
	if len(demands) == 2 && demandWord(demands[0]) == demandWord(demands[1]) {
		return words[0] + " and another" + strings.TrimPrefix(words[1], demandWord(demands[1]))
	}
	return strings.Join(words, " and ")
}

func demandWord(d hand.Demand) string {
	switch d.Kind {
	case hand.ReachBack:
		return fmt.Sprintf("a reach back of %.0f mm", d.MM)
	case hand.ReachForward:
		return fmt.Sprintf("a reach forward of %.0f mm", d.MM)
	case hand.Shift:
		return "a shift of " + english.Count(max(d.Frets, -d.Frets), "fret", "frets")
	case hand.Leave:
		return "leaving the home position"
	case hand.Cut:
		return "a note cut short"
	case hand.Slide:
		return fmt.Sprintf("a slide of %.0f mm", d.MM)
	}
	return fmt.Sprintf("a stretch of %.0f mm", d.MM)
}
