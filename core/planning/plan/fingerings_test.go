package plan_test

import (
	"fmt"
	"strings"
	"testing"

	"evenladder/core/music/piece"
	"evenladder/core/planning/plan"
	"evenladder/internal/golden"
	"evenladder/internal/plantest"
)

// signed are plans whose fingers were gone through one by one. Where teachers of two
// schools would differ, why says which one this is.
var signed = []struct{ brief, run, why string }{
	// Three per string: 1-2-4 on two whole steps, 1-3-4 where a half step lies inside.
	{`guitar | G major`, "", ""},
	{`guitar | Ab dorian | "box": 3`, "", ""},
	{`guitar | E natural-minor | "box": 4`, "", ""},
	{`guitar | Bb lydian | "box": 2`, "", ""},
	{`guitar | Gb harmonic-minor`, "", "the step of three frets is taken by index and ring finger; others shift there"},
	{`bass | A major`, "", "low on a bass two whole steps are held 1-2-4 by a reach of the index; others shift there"},
	{`bass | E dorian | "box": 2`, "", ""},
	{`mandolin | F major`, "", "a finger for each scale step; a school of one finger per fret would shift"},
	{`ukulele | Eb major`, "", ""},
	// Two per string and the five forms.
	{`guitar | B minor-pentatonic`, "", ""},
	{`guitar | Db major-pentatonic | "box": 2`, "", ""},
	{`bass | F# minor-pentatonic`, "", ""},
	{`ukulele | F major-pentatonic | "box": 1`, "", ""},
	{`mandolin | Eb major-pentatonic`, "", ""},
	{`guitar | E minor-blues | "system": "five-form", "box": 1`, "", ""},
	{`guitar | Ab major | "system": "five-form"`, "", ""},
	{`guitar | Ab major | "system": "five-form", "box": 1`, "", ""},
	{`guitar | Ab major | "system": "five-form", "box": 2`, "", ""},
	{`guitar | Ab major | "system": "five-form", "box": 3`, "", ""},
	{`guitar | Ab major | "system": "five-form", "box": 4`, "", ""},
	{`ukulele | Bb mixolydian | "system": "five-form", "box": 2`, "", ""},
	// Seven positions: named after the hand.
	{`guitar | D major | "system": "seven-position", "box": 1`, "", ""},
	{`guitar | D major | "system": "seven-position", "box": 4`, "", ""},
	{`bass | D major | "system": "seven-position", "box": 2`, "", ""},
	{`mandolin | D major | "system": "seven-position", "box": 4`, "", ""},
	// First position in twelve keys.
	{`mandolin | C major | "system": "first-position"`, "", ""},
	{`mandolin | F major | "system": "first-position"`, "", ""},
	{`mandolin | Bb major | "system": "first-position"`, "", ""},
	{`mandolin | Eb major | "system": "first-position"`, "", ""},
	{`mandolin | Ab major | "system": "first-position"`, "",
		"the index takes fret 1 from first position; others call it half position"},
	{`mandolin | Db major | "system": "first-position"`, "", ""},
	{`mandolin | Gb major | "system": "first-position"`, "", ""},
	{`mandolin | B major | "system": "first-position"`, "", ""},
	{`mandolin | E major | "system": "first-position"`, "", ""},
	{`mandolin | A major | "system": "first-position"`, "", ""},
	{`mandolin | D major | "system": "first-position"`, "", ""},
	{`mandolin | G major | "system": "first-position"`, "", ""},
	{`guitar | E major | "system": "first-position"`, "", ""},
	{`guitar | F major | "system": "first-position"`, "", ""},
	{`ukulele | G major | "system": "first-position"`, "", ""},
	{`bass | G major | "system": "first-position"`, "", ""},
	// One octave, from a degree, one string.
	{`guitar | F# natural-minor | "system": "one-octave", "box": 2`, "", ""},
	{`bass | Eb major | "system": "one-octave", "box": 1`, "", ""},
	{`ukulele | A major | "system": "one-octave", "box": 1`, "", ""},
	{`guitar | Bb major | "system": "from-degree", "octaves": 2`, "", ""},
	{`bass | Ab major | "system": "from-degree", "octaves": 1`, "", ""},
	{`guitar | C minor-pentatonic | "system": "single-string", "box": 2`, "", ""},
	{`bass | G major | "system": "four-per-string"`, "",
		"the fourth note by the little finger again, the hand moving with it; others use a finger each"},
	// Upright bass: index, middle and little finger.
	{`upright-bass | F major | "system": "one-octave", "highFret": 12`, "", ""},
	{`upright-bass | Bb major | "system": "one-octave", "highFret": 12`, "", ""},
	{`upright-bass | A major | "system": "first-position"`, "", ""},
	// Campanella.
	{`ukulele | G major | "system": "campanella"`, "", ""},
	{`ukulele | F major | "system": "campanella"`, "", ""},
	{`guitar | E major | "system": "campanella"`, "", ""},
	// Runs whose order asks for other fingers.
	{`guitar | E dorian | "system": "seven-position", "box": 3`,
		`"pattern": "chords", "order": [1, 3, 5], "direction": "up"`, ""},
	{`guitar | Eb major | "box": 1`, `"pattern": "chords", "order": [1, 3, 5], "direction": "up"`, ""},
	{`bass | Bb major | "system": "one-octave", "box": 1`,
		`"pattern": "chords", "order": [1, 3, 5], "direction": "up"`, ""},
	{`ukulele | Eb major`, `"pattern": "intervals", "size": 3, "direction": "up"`, ""},
	{`guitar | F# minor-pentatonic`, `"pattern": "stacks", "size": 4, "direction": "up"`,
		"fourths on one fret are rolled with one finger; others bar them"},
	{`mandolin | A major | "system": "first-position"`, `"pattern": "intervals", "size": 3, "direction": "up"`, ""},
}

// fingersOf writes fingers with what the hand does: ^ and v for a reach forward and
// back, [+2] for a shift.
func fingersOf(str, fret, finger, shift int, reach string, last *int) string {
	s := ""
	if str != *last {
		s = fmt.Sprintf(" | %d:", str)
		*last = str
	}
	s += " "
	if shift != 0 {
		s += fmt.Sprintf("[%+d]", shift)
	}
	s += fmt.Sprint(fret)
	if finger > 0 {
		s += fmt.Sprintf("(%d%s)", finger, map[string]string{"back": "v", "forward": "^"}[reach])
	}
	return s
}

func runFingers(events []piece.Event) (s string) {
	last := 0
	for _, e := range events {
		s += fingersOf(e.String, e.Fret, e.Finger, e.Shift, e.Reach, &last)
		if e.Differs != "" {
			s += "*"
		}
	}
	return strings.TrimPrefix(s, " | ")
}

func boxFingers(b plan.Box) (s string) {
	last := 0
	for _, n := range b.Notes {
		s += fingersOf(n.String, n.Fret, n.Finger, n.Shift, n.Reach, &last)
	}
	return strings.TrimPrefix(s, " | ")
}

// Sixty fingerings that were gone through one by one. A change of the model shows
// here, note by note.
func TestSignedFingerings(t *testing.T) {
	var out strings.Builder
	for _, s := range signed {
		given := strings.TrimSuffix(short(s.brief), "}") + `, "run": {` + s.run + `}}`
		p := plantest.Build(t, given)
		b := p.Boxes[p.Box]
		fmt.Fprintf(&out, "%s\n  %s: %s\n", s.brief, b.Name, boxFingers(b))
		if s.run != "" {
			fmt.Fprintf(&out, "  played %s: %s\n", s.run, runFingers(p.Run.Events))
		}
		if s.why != "" {
			fmt.Fprintf(&out, "  %s\n", s.why)
		}
	}
	golden.Check(t, "fingerings.txt", []byte(out.String()))
}
