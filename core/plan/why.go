package plan

import (
	"fmt"
	"maps"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/english"
	"evenladder/core/fault"
	"evenladder/core/hand"
)

// FingerReason is why a note of a box has its finger, and the other fingers that
// can take it.
type FingerReason struct {
	Why     string      `json:"why"`
	Held    bool        `json:"held"` // its finger is set by hand
	Free    []string    `json:"free"` // hand.fingers with this place left to the hand
	Fingers []FingerWay `json:"fingers"`
}

// FingerWay is a finger that can take a note.
type FingerWay struct {
	Finger  int      `json:"finger"`
	Name    string   `json:"name"`    // "middle finger"
	Now     bool     `json:"now"`     // it has the note
	Asks    string   `json:"asks"`    // for what the whole box would, beside the fingers that it has
	Fingers []string `json:"fingers"` // hand.fingers with this finger set
}

// Why tells in one sentence why a note of a box is played with its finger, and
// what each other finger would ask for: a brief's chosen box, the note counted
// from 0; of a phrase, one of its own notes, whose fingers are not set by hand.
func Why(b brief.Brief, note int) (FingerReason, error) {
	l, err := Lay(b)
	if err != nil {
		return FingerReason{}, err
	}
	m := newMaker(l, newHands(&l.Reading))
	f, err := m.fingerChosen()
	if err == nil && m.Pattern.Uses.Phrase {
		return m.whyOfPhrase(f, note)
	}
	if err != nil {
		return FingerReason{}, err
	}
	if note < 0 || note >= len(f.Touches) {
		return FingerReason{}, fault.At("note", "%d was given: this box has notes 0 to %d", note, len(f.Touches)-1)
	}
	at := f.Notes[note].Place
	out := FingerReason{Why: m.why(f, note), Held: f.held[at] > 0, Free: brief.Hold(b.Hand.Fingers, at, 0), Fingers: []FingerWay{}}
	for finger := hand.Index; finger <= hand.Little; finger++ {
		if at.Fret > 0 && m.Style.School.Takes(finger, at.Fret) {
			out.Fingers = append(out.Fingers, m.fingerWay(f, note, finger, brief.Hold(b.Hand.Fingers, at, finger)))
		}
	}
	return out, nil
}

// fingerWay weighs a finger set on a note against the box as it is fingered.
func (m *maker) fingerWay(f fingered, note, finger int, held []string) FingerWay {
	way := FingerWay{Finger: finger, Name: hand.FingerWords[finger], Now: f.Touches[note].Finger == finger, Fingers: held}
	if !way.Now {
		way.Asks = m.asks(f, m.fingerHeld(f.Box, brief.FingersOf(held)), note)
	}
	return way
}

// asks says what one fingering of a box asks for that another does not: "a shift
// of 2 frets, not a reach back of 9 mm". What falls on a note needs no place.
func (m *maker) asks(now, then fingered, note int) string {
	if now.school != then.school {
		return "the fingers of another school"
	}
	more, less := m.hands.of(now.school).Differ(now.places(), now.Touches, then.Touches, now.Hand)
	asked, spared := demandWords(now, more, note), demandWords(now, less, note)
	switch {
	case asked == "" && spared == "":
		return "as much in all"
	case asked == "":
		return "less in itself: not " + spared
	case spared == "":
		return asked
	}
	return asked + ", not " + spared
}

func (m *maker) why(f fingered, note int) string {
	finger, at := f.Touches[note].Finger, f.Notes[note].Place
	if finger == hand.OpenString {
		return "An open string: no finger, and time for the hand to move."
	}
	if f.held[at] > 0 {
		free := maps.Clone(f.held)
		delete(free, at)
		return fmt.Sprintf("%s, set by hand: it asks for %s.", english.Capital(hand.FingerWords[finger]), m.asks(m.fingerHeld(f.Box, free), f, note))
	}
	r, ok := m.hands.of(f.school).Why(f.places(), f.Touches, note, m.ask(f, nil))
	if !ok {
		return fmt.Sprintf("%s: no other finger of this school comes to fret %d.", english.Capital(hand.FingerWords[finger]), at.Fret)
	}
	return m.reason(f, r, note)
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
	case hand.Widens:
		return "the hand to open by a fret"
	case hand.Hops:
		return "to hop over from the string before"
	case hand.Slide:
		return fmt.Sprintf("a slide of %.0f mm", d.MM)
	}
	return fmt.Sprintf("a stretch of %.0f mm", d.MM)
}
