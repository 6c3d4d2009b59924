package plan

import (
	"fmt"
	"maps"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/fretboard/hand"
	"evenladder/core/planning/brief"
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
	out := FingerReason{Why: m.why(f, note), Held: f.held[at] > 0, Free: brief.Hold(b.Hand.Fingers, at, 0),
		Fingers: []FingerWay{}}
	for finger := hand.Index; finger <= hand.Little; finger++ {
		if at.Fret > 0 && m.Style.School.Takes(finger, at.Fret) {
			out.Fingers = append(out.Fingers, m.fingerWay(f, note, finger, brief.Hold(b.Hand.Fingers, at, finger)))
		}
	}
	return out, nil
}

// fingerWay weighs a finger set on a note against the box as it is fingered.
func (m *maker) fingerWay(f fingered, note, finger int, held []string) FingerWay {
	way := FingerWay{Finger: finger, Name: hand.FingerWords[finger], Now: f.Touches[note].Finger == finger,
		Fingers: held}
	if !way.Now {
		way.Asks = m.asks(f, m.fingerHeld(f.Box, brief.FingersOf(held)), note)
	}
	return way
}

// asks says what one fingering of a box asks for that another does not: "a shift
// of 2 frets instead of a reach back of 9 mm". What falls on a note needs no place.
func (m *maker) asks(now, then fingered, note int) string {
	if now.by.school != then.by.school {
		return "the fingering of another school"
	}
	more, less := m.hands.of(now.by).Differ(now.places(), now.Touches, then.Touches, now.Hand)
	asked, spared := demandWords(now, more, note), demandWords(now, less, note)
	switch {
	case asked == "" && spared == "":
		return "the same in total"
	case asked == "":
		return "cheaper on its own: without " + spared
	case spared == "":
		return asked
	}
	return asked + " instead of " + spared
}

// why is a teacher's reason for a finger: what the hand has just done, where it
// stands, and how far on the note lies.
func (m *maker) why(f fingered, note int) string {
	t, at := f.Touches[note], f.Notes[note].Place
	finger := english.Capital(hand.FingerWords[t.Finger])
	switch {
	case t.Finger == hand.OpenString:
		return "An open string. It needs no finger and gives the hand time to move."
	case f.held[at] > 0:
		free := maps.Clone(f.held)
		delete(free, at)
		return fmt.Sprintf("%s, set by you. It needs %s.", finger, m.asks(m.fingerHeld(f.Box, free), f, note))
	case t.Reach == hand.Back:
		return fmt.Sprintf("%s, reaching back a fret, so that the hand can stay at fret %d%s.", finger, t.Position,
			f.besides(note))
	case t.Reach == hand.Forward:
		return fmt.Sprintf("%s, reaching a fret further, so that the hand can stay at fret %d%s.", finger, t.Position,
			f.besides(note))
	}
	before := f.stoppedBefore(note)
	switch {
	case before < 0:
		return fmt.Sprintf("%s, because the hand starts at fret %d%s.", finger, t.Position, f.besides(note))
	case t.Shift != 0:
		return fmt.Sprintf("%s, because the hand moves %s here%s.", finger, english.AlongNeck(t.Shift), f.besides(note))
	case f.Notes[before].String == at.String:
		return fmt.Sprintf("%s, because the %s has just taken fret %d and this is %s.%s",
			finger, hand.FingerWords[f.Touches[before].Finger], f.Notes[before].Fret,
			furtherWords(at.Fret-f.Notes[before].Fret), m.opensEasily(f, before, note))
	case f.asOnStringBefore(note):
		return fmt.Sprintf("%s, as on string %d: the same frets get the same fingers.", finger, f.Notes[before].String)
	case at.Fret == t.Position && t.Finger == hand.Index:
		return fmt.Sprintf("%s, because the hand stays at fret %d, where the index finger is.", finger, t.Position)
	}
	return fmt.Sprintf("%s, because the hand stays at fret %d and this is %s.", finger, t.Position,
		furtherWords(at.Fret-t.Position))
}

// besides says which other frets the hand takes before it moves again.
func (f fingered) besides(note int) string {
	low, high := 0, 0
	for i := note; i < len(f.Notes) && (i == note || f.Touches[i].Shift == 0); i++ {
		if fret := f.Notes[i].Fret; i > note && fret > 0 {
			if low == 0 || fret < low {
				low = fret
			}
			high = max(high, fret)
		}
	}
	if low == 0 {
		return ""
	}
	return ", for " + english.Range("fret", "frets", low, high) + " next"
}

// stoppedBefore is the last note before another that has a finger, -1 where there is
// none.
func (f fingered) stoppedBefore(note int) int {
	for i := note - 1; i >= 0; i-- {
		if f.Touches[i].Finger != hand.OpenString {
			return i
		}
	}
	return -1
}

// asOnStringBefore reports whether the string before has the same frets with the
// same fingers.
func (f fingered) asOnStringBefore(note int) bool {
	first, second := f.visit(note-1), f.visit(note)
	same := len(first) == len(second)
	for k := 0; same && k < len(first); k++ {
		a, b := first[k], second[k]
		same = f.Notes[a].Fret == f.Notes[b].Fret && f.Touches[a].Finger == f.Touches[b].Finger
	}
	return same
}

// visit lists the notes on the string of one, as far as they follow each other.
func (f fingered) visit(note int) (out []int) {
	from := note
	for from > 0 && f.Notes[from-1].String == f.Notes[note].String {
		from--
	}
	for ; from < len(f.Notes) && f.Notes[from].String == f.Notes[note].String; from++ {
		out = append(out, from)
	}
	return out
}

// opensEasily adds why neighbouring fingers take a whole step.
func (m *maker) opensEasily(f fingered, before, note int) string {
	apart := func(a, b int) int { return max(a-b, b-a) }
	low := min(f.Touches[before].Finger, f.Touches[note].Finger)
	neighbours := apart(f.Touches[before].Finger, f.Touches[note].Finger) == 1
	if !m.Style.School.AtEase || !neighbours || apart(f.Notes[before].Fret, f.Notes[note].Fret) != 2 {
		return ""
	}
	switch {
	case low == hand.Index && m.Style.Wide == hand.OneTwoFour:
		return " These two fingers open most easily."
	case low == hand.Ring && m.Style.Wide == hand.OneThreeFour:
		return " Wide spans use 1-3-4 here."
	}
	return ""
}

// furtherWords says how far a fret lies from another.
func furtherWords(frets int) string {
	switch {
	case frets == 0:
		return "the same fret"
	case frets < 0:
		return english.CountInWords(-frets, "fret", "frets") + " lower"
	}
	return english.CountInWords(frets, "fret", "frets") + " further"
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
		return "leaving home position"
	case hand.Cut:
		return "a note cut short"
	case hand.Widens:
		return "opening the hand by a fret"
	case hand.Hops:
		return "hopping from the string before"
	case hand.Slide:
		return fmt.Sprintf("a slide of %.0f mm", d.MM)
	}
	return fmt.Sprintf("a stretch of %.0f mm", d.MM)
}
