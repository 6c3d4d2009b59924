package call

import (
	"fmt"

	"evenladder/core/brief"
	"evenladder/core/english"
	"evenladder/core/fault"
	"evenladder/core/neck"
	"evenladder/core/piece"
	"evenladder/core/pitch"
)

// handFrets is how many frets lie under a hand that stays, a finger each.
const handFrets = 4

// newRoom finds the anchors of low answers: the 1 on the second string from the bottom, in
// its lowest place that has a 5 below it, and that 5.
func newRoom(r brief.Reading) (*room, error) {
	m := &room{Reading: r}
	strs := make([]int, r.Neck.Strings())
	for i := range strs {
		strs[i] = i + 1
	}
	byPitch := r.Neck.ByPitch(strs)
	m.low = byPitch[:(len(byPitch)+1)/2]
	tonic := r.Scale.Tonic.Class()
	for fret := 0; fret <= min(highestAsked, r.Neck.Frets); fret++ {
		root := neck.Place{String: m.low[min(1, len(m.low)-1)], Fret: fret}
		if r.Neck.MIDI(root)%octave != tonic {
			continue
		}
		five, ok := m.below(root, lowFive)
		if !ok {
			continue
		}
		m.roots = [2]anchored{{root, "the 1"}, {five, "the low 5"}}
		m.hand = max(min(root.Fret, five.Fret)-1, 0)
		return m, nil
	}
	return nil, fault.At("brief.instrument", "the 1 has no 5 below it on these strings: give another tuning or key")
}

// lowFive is how far the 5 lies under the 1, in semitones.
const lowFive = 5

// below is the place so many semitones under another on the lowest string, if there is one.
func (m *room) below(p neck.Place, semitones int) (neck.Place, bool) {
	at := neck.Place{String: m.low[0]}
	at.Fret = m.Neck.MIDI(p) - semitones - m.Neck.MIDI(at)
	return at, at.Fret >= 0 && at.Fret <= m.Neck.Frets
}

// called are the degrees that are called: those of the scale, and the flats of a band.
// Nobody calls ♯7 or ♯3.
var called = []string{"1", "b2", "2", "b3", "3", "4", "b5", "5", "b6", "6", "b7", "7"}

func numbersOf(m *room) (out []string) {
	for _, d := range m.Scale.Formula {
		out = append(out, d.String())
	}
	return out
}

func readDegree(_ *room, s string) (string, error) {
	d, err := pitch.ParseDegree(s)
	if err != nil {
		return "", err
	}
	for _, c := range called {
		if pitch.MustParseDegree(c).Semitones() == (d.Semitones()+octave)%octave && (d.String() == c || d.Alter() > 0 && d.Number() != 3 && d.Number() != 7) {
			return d.String(), nil
		}
	}
	return "", fmt.Errorf("%q was given: give a degree that is called, such as 6, b7 or #4", fault.Clip(s))
}

// answerNumber is the low place of a degree that moves the hand least, and among those the one
// next to an anchor.
func answerNumber(m *room, ask string) (Call, error) {
	d := pitch.MustParseDegree(ask)
	class := (m.Scale.Tonic.Class() + d.Semitones() + octave) % octave
	best, bestCost := neck.Place{}, [3]int{}
	found := false
	var also []piece.Note
	for _, p := range m.places(class, highestAsked) {
		cost, ok := m.cost(p)
		if ok && (!found || less(cost, bestCost)) {
			best, bestCost, found = p, cost, true
		}
	}
	if !found {
		return Call{}, fmt.Errorf("%s has no place on the low strings", d.Pretty())
	}
	for _, p := range m.places(class, highestAsked) {
		if p != best {
			also = append(also, m.as(p, d))
		}
	}
	m.hand = moved(m.hand, best.Fret)
	answer := m.as(best, d)
	return Call{Say: english.Spoken(degreeWords(d)), Answer: Answer{Note: &answer}, Also: also, Why: m.reason(best)}, nil
}

// as is a place with the note that a degree names.
func (m *room) as(p neck.Place, d pitch.Degree) piece.Note {
	return piece.Note{Place: p, MIDI: m.Neck.MIDI(p), Name: m.Scale.Tonic.Degree(d).String(), Degree: d.String()}
}

// cost is what a place asks for: frets that the hand moves, its distance from the nearer
// anchor, its pitch. ok is false on a string that bass notes do not belong on.
func (m *room) cost(p neck.Place) (c [3]int, ok bool) {
	for i, str := range m.low[:min(2, len(m.low))] {
		if str == p.String {
			anchor := m.roots[1-i]
			return [3]int{distance(moved(m.hand, p.Fret), m.hand), distance(p.Fret, anchor.Fret), m.Neck.MIDI(p)}, true
		}
	}
	return c, false
}

func less(a, b [3]int) bool {
	for i := range a {
		if a[i] != b[i] {
			return a[i] < b[i]
		}
	}
	return false
}

// moved is where the index stands once a fret lies under the hand.
func moved(hand, fret int) int {
	return max(min(hand, fret), fret-handFrets+1)
}

func distance(a, b int) int { return max(a-b, b-a) }

// reason says where a place lies from the anchor of its string.
func (m *room) reason(p neck.Place) string {
	anchor := m.roots[0]
	if p.String == m.roots[1].String {
		anchor = m.roots[1]
	}
	frets := p.Fret - anchor.Fret
	switch {
	case frets == 0:
		return english.Capital(anchor.name) + " itself."
	case frets > 0:
		return fmt.Sprintf("%s above %s.", english.Capital(english.CountInWords(frets, "fret", "frets")), anchor.name)
	}
	return fmt.Sprintf("%s below %s.", english.Capital(english.CountInWords(-frets, "fret", "frets")), anchor.name)
}

// degreeWords is a degree as it is called: "six", "flat seven".
func degreeWords(d pitch.Degree) string {
	words := english.Number(d.Number())
	switch {
	case d.Alter() < 0:
		return "flat " + words
	case d.Alter() > 0:
		return "sharp " + words
	}
	return words
}
