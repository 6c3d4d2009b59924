package plan_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// short makes a brief of "instrument | tonic scale | layout fields".
func short(s string) string {
	part := strings.Split(s, " | ")
	key := strings.Fields(part[1])
	layout := ""
	if len(part) > 2 {
		layout = `, "layout": {` + part[2] + `}`
	}
	return `{"instrument": {"id": "` + part[0] + `"}, "scale": {"tonic": "` + key[0] + `", "name": "` + key[1] + `"}` +
		layout + `}`
}

// All of these are common practice, no published source. Where a fact tells of
// one octave, the box goes on and begins with it.
func TestFingeringFacts(t *testing.T) {
	for _, c := range []struct{ what, brief, want string }{
		{"A natural minor, three per string, 1-2-4 on two whole steps", "guitar | A natural-minor",
			"6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4) | 4: 5(1) 7(2) 9(4) | 3: 5(1) 7(2) 9(4) | 2: 6(1) 8(2) 10(4) | 1: 7(1) 8(2) 10(4)"},
		{"C major, the form with its lowest root under the little finger",
			`guitar | C major | "system": "five-form", "box": 4`,
			"6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4) | 4: 5(1) 7(3) | 3: 4(1) 5(2) 7(4) | 2: 5(1) 6(2) 8(4) | 1: 5(1) 7(3) 8(4)"},
		{"D major pentatonic on the ukulele, first of five", `ukulele | D major-pentatonic`,
			"3: 2(1) 4(3) | 2: 2(1) 5(4) | 1: 2(1) 5(4)"},
		{"C minor pentatonic on the bass, index first", `bass | C minor-pentatonic | "strings": [3, 2, 1]`,
			"3: 3(1) 6(4) | 2: 3(1) 5(3) | 1: 3(1) 5(3)"},
		{"the first octave of A natural minor from string 6 is 3 + 3 + 2",
			`guitar | A natural-minor | "strings": [6, 5]`, "6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4)"},
		{"G major, one octave, middle finger first", `guitar | G major | "system": "from-degree", "octaves": 1`,
			"6: 3(2) 5(4) | 5: 2(1) 3(2) 5(4) | 4: 2(1) 4(3) 5(4)"},
		{"C major on the bass, middle finger first",
			`bass | C major | "system": "from-degree", "lowFret": 2, "highFret": 7`,
			"3: 3(2) 5(4) | 2: 2(1) 3(2) 5(4) | 1: 2(1) 4(3) 5(4)"},
		{"C minor pentatonic on the bass, from its root",
			`bass | C minor-pentatonic | "system": "from-degree", "highFret": 7, "lowFret": 2`,
			"3: 3(1) 6(4) | 2: 3(1) 5(3) | 1: 3(1) 5(3)"},
		{"C major on the ukulele from the open string", `ukulele | C major | "system": "from-degree"`,
			"3: 0 2(2) | 2: 0 1(1) 3(3) | 1: 0 2(2) 3(3)"},
		{"D major on the ukulele, movable", `ukulele | D major | "system": "from-degree"`,
			"3: 2(1) 4(3) | 2: 2(1) 3(2) 5(4) | 1: 2(1) 4(3) 5(4)"},
		{"C major on the upright bass, a shift on string 1",
			`upright-bass | C major | "system": "from-degree", "highFret": 7`,
			"3: 3(2) | 2: 0 2(1) 3(2) | 1: 0 2(1) 4(2) 5(4)"},
		{"G major on the mandolin in first position", `mandolin | G major | "system": "first-position"`,
			"4: 0 2(1) 4(2) 5(3) | 3: 0 2(1) 4(2) 5(3) | 2: 0 2(1) 3(2) 5(3) | 1: 0 2(1) 3(2) 5(3) 7(4)"},
		{"C major in position, the index reaching back", `guitar | C major | "system": "seven-position", "box": 5`,
			"6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4) | 4: 5(1) 7(3) | 3: 4(1) 5(2) 7(4) | 2: 5(1) 6(2) 8(4) | 1: 5(1) 7(3) 8(4)"},
		{"an octave of A natural minor from string 4", `guitar | A natural-minor | "system": "one-octave", "box": 4`,
			"4: 7(1) 9(3) 10(4) | 3: 7(1) 9(3) 10(4) | 2: 8(2) 10(4)"},
	} {
		p := plantest.Build(t, short(c.brief))
		assert.Equal(t, c.want, notation(p.Boxes[p.Box].Notes), c.what)
	}
	for _, brief := range []string{`guitar | G major | "system": "from-degree", "octaves": 1`,
		`bass | C major | "system": "from-degree", "lowFret": 2, "highFret": 7`,
		`bass | C minor-pentatonic | "strings": [3, 2, 1]`} {
		assert.Zero(t, plantest.Build(t, short(brief)).Boxes[0].Shifts, "no shift: %s", brief)
	}
	wide := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "A", "name": "natural-minor"}, "hand": {"wide": "1-3-4"}}`)
	assert.Contains(t, notation(wide.Boxes[0].Notes), "4: 5(1) 7(3) 9(4) | 3: 5(1) 7(3) 9(4) | 2: 6(1) 8(3) 10(4)",
		"the school that plays two whole steps 1-3-4")
}

// Common practice.
func TestLayoutFacts(t *testing.T) {
	minor := plantest.Build(t, short("guitar | A natural-minor"))
	assert.Equal(t, "6: 5 7 8 | 5: 5 7 8 | 4: 5 7 9 | 3: 5 7 9 | 2: 6 8 10 | 1: 7 8 10", frets(minor.Boxes[0].Notes))
	assert.Equal(t, []plan.Correction{{FromString: 3, ToString: 2, Frets: 1}}, minor.Boxes[0].Corrections,
		"one correction, at that crossing only")

	// From string 4 fret 7 everything from string 2 on stands one fret higher.
	fourth := plantest.Build(t, short(`guitar | A natural-minor | "strings": [4, 3, 2], "lowFret": 7`))
	assert.Equal(t, "4: 7 9 10 | 3: 7 9 10 | 2: 8 10 12", frets(fourth.Boxes[0].Notes))
	third := plantest.Build(t, short(`guitar | A natural-minor | "strings": [3, 2, 1], "lowFret": 2`))
	assert.Equal(t, "3: 2 4 5 | 2: 3 5 6 | 1: 3 5 7", frets(third.Boxes[0].Notes))

	// The next boxes start from the next notes of the scale on string 3.
	var starts []int
	for _, b := range plantest.Build(t, short("ukulele | D major-pentatonic")).Boxes {
		starts = append(starts, b.Notes[0].Fret)
	}
	assert.Equal(t, []int{2, 4, 6, 9, 11}, starts)

	for _, id := range []string{"in", "hirajoshi", "kumoi", "in-sen", "iwato"} {
		assert.Len(t, plantest.Build(t, short("guitar | F "+id)).Boxes, 5,
			"five two-per-string boxes, one from each note: "+id)
	}

	// The relative minor lies three frets below and has the same notes.
	major, relative := plantest.Build(t, short(`guitar | G major-pentatonic | "lowFret": 3`)),
		plantest.Build(t, short(`guitar | E minor-pentatonic | "lowFret": 12`))
	assert.Equal(t, frets(relative.Boxes[0].Notes), frets(major.Boxes[4].Notes),
		"root under the index: minor type; the same box has the major's root under the little finger")
	assert.True(t, major.Boxes[4].Notes[1].Root)
	assert.Equal(t, 4, major.Boxes[4].Notes[1].Finger)
	assert.Equal(t, 1, relative.Boxes[0].Notes[0].Finger)
}

// Common practice: the blues note stands inside the box, on the lower note's
// string where that is nearer.
func TestBluesBox(t *testing.T) {
	p := plantest.Build(t, short(`guitar | A minor-blues | "system": "five-form"`))
	assert.Equal(t, "6: 5 8 | 5: 5 6 7 | 4: 5 7 | 3: 5 7 8 | 2: 5 8 | 1: 5 8", frets(p.Boxes[0].Notes))
	assert.Equal(t, "added", p.Boxes[0].Notes[3].Layer)
	assert.Equal(t, "E form", p.Boxes[0].Name)
}

// Common practice: octaves of three, three and two notes from any root; one
// correction, at the crossing from string 3 to string 2; chained root to root
// they cover the neck.
func TestOneOctaveFacts(t *testing.T) {
	p := plantest.Build(t, short(`guitar | A natural-minor | "system": "one-octave"`))
	for box, want := range map[int]string{0: "6: 5 7 8 | 5: 5 7 8 | 4: 5 7", 4: "4: 7 9 10 | 3: 7 9 10 | 2: 8 10",
		6: "3: 2 4 5 | 2: 3 5 6 | 1: 3 5"} {
		assert.Equal(t, want, frets(p.Boxes[box].Notes))
	}
	assert.Empty(t, p.Boxes[0].Corrections, "none before string 3")
	for _, box := range []int{4, 6} {
		assert.Equal(t, []plan.Correction{{FromString: 3, ToString: 2, Frets: 1}}, p.Boxes[box].Corrections)
	}
	assert.Equal(t, []plan.Link{{Box: 4, From: neck.Place{String: 4, Fret: 7}, To: neck.Place{String: 4, Fret: 7}}},
		p.Boxes[0].Links)
	assert.Equal(t, "2: 10 12 13 | 1: 10 12 13 15 17", frets(p.Boxes[8].Notes),
		"where strings run out it goes on along the last one")
	assert.True(t, p.Boxes[8].Complete)
	cut := plantest.Build(t, short(`guitar | A natural-minor | "system": "one-octave", "octaveShape": "cut-short"`))
	assert.Equal(t, []string{"G5", "A5"}, cut.Boxes[8].Missing, "or is cut short, and says so")
	assert.Equal(t, "No G5 or A5: there is no higher string in this position.", cut.Boxes[8].LackWords)

	bass := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"system": "one-octave", "box": 2}, "run": {"chain": true, "direction": "up"}}`)
	last := bass.Run.Events[len(bass.Run.Events)-1]
	assert.Equal(t, neck.Place{String: 1, Fret: 17}, last.Place, "a chain goes on along the last string")

	two := plantest.Build(t, short(`upright-bass | G major | "system": "from-degree", "octaves": 2`))
	assert.Equal(t, "4: 3 | 3: 0 2 3 | 2: 0 2 4 | 1: 0 2 4 5 7 9 11 12", frets(two.Boxes[0].Notes),
		"two octaves with open strings, the easiest first")
	assert.Contains(t, two.Cautions[0].Message, "Thumb position starts at the octave")

	upright := plantest.Build(t, short(`upright-bass | D major | "system": "one-octave", "lowFret": 0, "highFret": 8`))
	found := false
	for _, b := range upright.Boxes {
		if b.Notes[0].Place == (neck.Place{String: 2, Fret: 0}) {
			found = true
			assert.Equal(t, "2: 0 2 4 | 1: 0 2 4 6 7", frets(b.Notes))
			assert.Equal(t, 1, b.Shifts, "D major from the open D is completed with one shift on string 1")
		}
	}
	assert.True(t, found)
	low := plantest.Build(t, short(`guitar | C major | "system": "from-degree", "octaves": 2, "fromDegree": 4`))
	assert.Equal(t, "6: 1 3 | 5: 0 2 3 | 4: 0 2 3 | 3: 0 2 | 2: 0 1 3 | 1: 0 1", frets(low.Boxes[1].Notes),
		"open positions are offered")
}

// Common practice: to change key on a ukulele the root moves, and the shape with it;
// the run starts and ends on the root. A start is offered out of each form.
func TestAKeyLeavesTheOpenStrings(t *testing.T) {
	for tonic, want := range map[string]string{"C": "3: 0 2 | 2: 0 1 3 | 1: 0 2 3",
		"D": "3: 2 4 | 2: 2 3 5 | 1: 2 4 5", "Eb": "3: 3 5 | 2: 3 4 6 | 1: 3 5 6"} {
		p := plantest.Build(t, short(`ukulele | `+tonic+` major | "system": "first-position"`))
		assert.Equal(t, want, frets(p.Boxes[0].Notes), tonic)
		events := p.Run.Events
		assert.Equal(t, []string{"1", "1"}, []string{events[0].Degree, events[len(events)-1].Degree}, tonic)
	}
	forms := map[string]bool{}
	for _, b := range plantest.Build(t, short(`guitar | G major | "system": "from-degree", "octaves": 1, "fromDegree": 3`)).Boxes {
		if b.Notes[0].Place == (neck.Place{String: 6, Fret: 7}) {
			forms[b.Form] = true
		}
	}
	assert.Equal(t, map[string]bool{"C": true, "D": true, "E": true}, forms, "B on string 6, fret 7")
}

// Common practice: D major as a campanella on strings 3, 2 and 1, plucked by
// thumb, index and middle.
func TestCampanellaFacts(t *testing.T) {
	p := plantest.Build(t, short(`ukulele | D major | "system": "campanella", "strings": [3, 2, 1]`))
	assert.Equal(t, "3: 2 | 2: 0 | 3: 6 | 2: 3 | 1: 0 | 2: 7 | 1: 4 | 2: 10", frets(p.Boxes[0].Notes))
	strokes := ""
	for _, e := range p.Run.Events[:8] {
		strokes += string(e.Stroke)
	}
	assert.Equal(t, "pipimimi", strokes)
	cSharp := p.Boxes[0].Notes[6]
	assert.Equal(t, []int{4, 2}, []int{cSharp.Fret, cSharp.Ring},
		"on a short neck C sharp at fret 4 rings under D at fret 10")
}

// Common practice: the first position of the mandolin ends at fret 7; C major
// has notes below its lowest root and its upper root is out of reach; D♭ has no
// open string; coming down, the fourth finger may take the open notes.
func TestMandolinFirstPosition(t *testing.T) {
	c := plantest.Build(t, short(`mandolin | C major | "system": "first-position"`)).Boxes[0]
	assert.Equal(t, []any{4, 0, "G"}, []any{c.Notes[0].String, c.Notes[0].Fret, c.Notes[0].Name})
	last := c.Notes[len(c.Notes)-1]
	assert.Equal(t, []any{1, 7, "B"}, []any{last.String, last.Fret, last.Name})
	root := c.Notes[3]
	assert.Equal(t, []any{4, 5, true}, []any{root.String, root.Fret, root.Root})

	for tonic, open := range map[string]int{"G": 4, "C": 4, "F": 4, "Bb": 3, "Eb": 2, "Ab": 1, "Db": 0} {
		n := 0
		for _, note := range plantest.Build(t,
			short("mandolin | "+tonic+` major | "system": "first-position"`)).Boxes[0].Notes {
			if note.Fret == 0 {
				n++
			}
		}
		assert.Equal(t, open, n, "keys lose their open strings one by one: %s", tonic)
	}

	down := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "G", "name": "major"}, "layout": {"system": "first-position"}, "hand": {"open": "ascending"}, "run": {"direction": "up-down"}}`)
	turn := len(down.Boxes[0].Notes)
	var up, coming []int
	for i, e := range down.Run.Events {
		if e.Name == "D" && e.MIDI == 62 {
			up, coming = append(up, e.String, e.Fret, e.Finger), []int{e.String, e.Fret, e.Finger}
			assert.Equal(t, i >= turn, e.Fret == 7)
		}
	}
	assert.Equal(t, []int{3, 0, 0}, up[:3])
	assert.Equal(t, []int{4, 7, 4}, coming, "the fourth finger coming down")
}

// Common practice: moving a key on by a fourth moves the same fingering one
// string towards the ceiling; a shape moved up n frets adds n to each.
func TestShapesMoveByStringAndByFret(t *testing.T) {
	g := plantest.Build(t, short(`bass | G major | "system": "from-degree", "lowFret": 2, "highFret": 7`))
	assert.Equal(t, "4: 3(2) 5(4) | 3: 2(1) 3(2) 5(4) | 2: 2(1) 4(3) 5(4)", notation(g.Boxes[0].Notes),
		"as C major from string 3")
	for tonic, strs := range map[string]string{"D": "3: %s | 2: %s", "G": "4: %s | 3: %s"} {
		const each = "0 2(1) 4(2) 5(3)"
		var starts []string
		for _, b := range plantest.Build(t, short("mandolin | "+tonic+` major | "system": "from-degree", "highFret": 7`)).Boxes {
			starts = append(starts, notation(b.Notes))
		}
		assert.Contains(t, starts, fmt.Sprintf(strs, each, each), "on by a fourth, one string towards the ceiling: %s",
			tonic)
	}
	for up, tonic := range map[int]string{2: "D", 5: "F", 7: "G"} {
		p := plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "`+tonic+`", "name": "major"}, "layout": {"system": "from-degree"}, "hand": {"open": "closed"}}`)
		assert.Equal(t, []int{up, up + 2, up, up + 1, up + 3, up, up + 2, up + 3}, fretsOf(p.Boxes[0]), tonic)
	}
}

func fretsOf(b plan.Box) (out []int) {
	for _, n := range b.Notes {
		out = append(out, n.Fret)
	}
	return out
}

// Common practice: on a guitar in standard tuning the five boxes are the chord
// forms C, A, G, E and D; what is done on string 6 is done on string 1.
func TestFormsAndOuterStrings(t *testing.T) {
	for _, key := range []string{"C major", "Ab lydian", "F# minor-pentatonic", "B aeolian", "Db mixolydian"} {
		p := plantest.Build(t, short("guitar | "+key+` | "system": "five-form"`))
		forms := map[string]bool{}
		for _, b := range p.Boxes {
			forms[b.Form] = true
			if b.Complete {
				assert.Equal(t, onString(b, 6), onString(b, 1), "%s box %s", key, b.ID)
			}
		}
		assert.Equal(t, map[string]bool{"C": true, "A": true, "G": true, "E": true, "D": true}, forms, key)
	}
	uke := plantest.Build(t, short(`ukulele | Eb major | "system": "five-form"`))
	var forms []string
	for _, b := range uke.Boxes {
		forms = append(forms, b.Form)
	}
	assert.ElementsMatch(t, []string{"C", "A", "G", "F", "D"}, forms, "the ukulele's own open chords")
	bass := plantest.Build(t, short(`bass | Eb major | "system": "five-form"`))
	assert.Equal(t, "chord 1 3 5 1 3", bass.Boxes[0].Name, "elsewhere the chord notes that the box holds")
	for _, b := range plantest.Build(t, short(`guitar | Ab major | "system": "seven-position"`)).Boxes {
		low, high := onString(b, 6), onString(b, 1)
		// A box may start from the second note under its hand: string 1 has the first too.
		high = slices.DeleteFunc(high, func(fret int) bool { return fret < low[0] })
		assert.Equal(t, low, high, "box %s", b.ID)
	}
}

func onString(b plan.Box, str int) (out []int) {
	for _, n := range b.Notes {
		if n.String == str {
			out = append(out, n.Fret)
		}
	}
	return out
}

// Common practice: a mode is a pentatonic plus two notes, beside its siblings.
func TestPentatonicPlusTwoNotes(t *testing.T) {
	core := plantest.Build(t, short(`guitar | F# dorian | "system": "five-form"`)).Scale.Core
	assert.Equal(t, "F♯ minor pentatonic", core.Title)
	assert.Equal(t, []string{"2", "6"}, core.Added)
	added := map[string][]string{}
	for _, s := range core.Siblings {
		added[s.Name] = s.Added
	}
	assert.Equal(t, []string{"b2", "b6"}, added["phrygian"])
	assert.Equal(t, []string{"2", "b6"}, added["natural-minor"])
	assert.Nil(t, plantest.Build(t, short("guitar | F# kumoi")).Scale.Core)
}

// Common practice: four on a string is three under one hand and a shift, in
// two overlapping groups of three; or a finger each.
func TestFourOnAString(t *testing.T) {
	for four, shifted := range map[string]bool{"1-2-3-shift": true, "1-2-3-4": false} {
		p := plantest.Build(t, `{"instrument": {"id": "guitar", "frets": 24}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "four-per-string", "lowFret": 3}, "hand": {"four": "`+four+`"}}`)
		notes := p.Boxes[0].Notes
		for i := 0; i+3 < len(notes); i += 4 {
			a, b, c, d := notes[i], notes[i+1], notes[i+2], notes[i+3]
			assert.Zero(t, b.Shift, "three under one hand")
			assert.Zero(t, c.Shift, "three under one hand")
			assert.Less(t, a.Finger, b.Finger)
			assert.Less(t, b.Finger, c.Finger)
			if shifted {
				assert.True(t, d.Shift > 0 || d.Finger == c.Finger, "the fourth by a shift or the same finger")
			} else {
				assert.Equal(t, []int{1, 2, 3, 4}, []int{a.Finger, b.Finger, c.Finger, d.Finger})
			}
		}
	}
}

// Common practice: where two neighbours of a campanella have to share a
// string the row keeps low and says which two.
func TestCampanellaKeepsLow(t *testing.T) {
	p := plantest.Build(t, short(`ukulele | C major | "system": "campanella"`))
	assert.Equal(t, "3: 0 2 | 2: 0 | 3: 5 | 4: 0 | 1: 0 | 2: 7 | 4: 5", frets(p.Boxes[0].Notes))
	assert.True(t, p.Boxes[0].Complete)
	assert.Contains(t, p.Cautions, plan.Caution{Code: "shared",
		Message: "C and D share string 3, so C stops when D sounds. No order of these notes avoids it."})

	for tonic, low := range map[string]int{"C": 0, "Db": 1, "D": 2, "Eb": 3, "E": 4} {
		p := plantest.Build(t, short(`ukulele | `+tonic+` major | "system": "campanella"`))
		assert.Equal(t, neck.Place{String: 3, Fret: low}, p.Boxes[0].Notes[0].Place, tonic)
		assert.True(t, p.Boxes[0].Complete, tonic)
	}

	low := plantest.Build(t, short(`ukulele | C major | "system": "campanella", "lowFret": 1, "highFret": 3`))
	assert.Equal(t, "2: 1 3 | 4: 2 | 1: 2 3", frets(low.Boxes[0].Notes), "what lies within the frets")
	assert.Equal(t, []string{"C4", "D4", "E4"}, low.Boxes[0].Missing)
}

// In every key the finger of a note that rings is busy, and a note whose finger
// is taken stops.
func TestCampanellaFingersAreBusy(t *testing.T) {
	for _, instrument := range []string{"ukulele", "guitar", "mandolin", "bass"} {
		for _, tonic := range strings.Fields("C Db D Eb E F F# G Ab A Bb B") {
			for _, b := range plantest.Build(t, short(instrument+` | `+tonic+` major | "system": "campanella"`)).Boxes {
				for i, n := range b.Notes {
					require.LessOrEqual(t, i+n.Ring, len(b.Notes))
					for _, while := range b.Notes[i+1 : i+n.Ring] {
						assert.NotEqual(t, n.String, while.String, tonic)
						assert.False(t, n.Finger > 0 && n.Finger == while.Finger, "%s: finger %d on two ringing notes",
							tonic, n.Finger)
					}
				}
			}
		}
	}
}

// Common practice: on a two-fret neck the fingers come from the key's home
// position; the index goes back for the notes that need it and glides to its
// other fret; first position ends where the little finger ends.
func TestMandolinKeysFromTheirHome(t *testing.T) {
	for tonic, want := range map[string]string{
		"A":  "4: 1(1) 2(1) 4(2) 6(3) | 3: 0 2(1) 4(2) 6(3) | 2: 0 2(1) 4(2) 5(3) | 1: 0 2(1) 4(2) 5(3) 7(4)",
		"E":  "4: 1(1) 2(1) 4(2) 6(3) | 3: 1(1) 2(1) 4(2) 6(3) | 2: 0 2(1) 4(2) 6(3) | 1: 0 2(1) 4(2) 5(3) 7(4)",
		"F#": "4: 1(1) 3(2) 4(3) 6(4) | 3: 1(1) 3(2) 4(3) 6(4) | 2: 1(1) 2(1) 4(2) 6(3) | 1: 1(1) 2(1) 4(2) 6(3) 7(4)",
		"Db": "4: 1(1) 3(2) 5(3) 6(4) | 3: 1(1) 3(2) 4(3) 6(4) | 2: 1(1) 3(2) 4(3) 6(4) | 1: 1(1) 2(1) 4(2) 6(3) 8(4)",
	} {
		box := plantest.Build(t, short("mandolin | "+tonic+` major | "system": "first-position"`)).Boxes[0]
		assert.Equal(t, want, notation(box.Notes), tonic)
	}
	for _, tonic := range strings.Fields("C Db D Eb E F F# G Ab A Bb B") {
		p := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "`+tonic+`", "name": "major"}, "layout": {"system": "first-position"}, "run": {"pattern": "full-range"}}`)
		first, last := p.Run.Events[0], p.Run.Events[len(p.Run.Events)-1]
		require.Equal(t, first.Place, last.Place, tonic)
		assert.Equal(t, first.Finger, last.Finger, "%s: one finger for the note that it begins and ends on", tonic)
	}
}

// Common practice: on a bass with one finger per fret a major scale at fret 2
// starts on the middle finger and has no shift; a scale that fits four frets has
// none on any neck.
func TestFourFretsUnderOneHand(t *testing.T) {
	for tonic, strs := range map[string][3]int{"F#": {4, 3, 2}, "B": {3, 2, 1}} {
		want := fmt.Sprintf("%d: 2(2) 4(4) | %d: 1(1) 2(2) 4(4) | %d: 1(1) 3(3) 4(4)", strs[0], strs[1], strs[2])
		p := plantest.Build(t, short(`bass | `+tonic+` major | "system": "from-degree", "lowFret": 1, "highFret": 4`))
		assert.Equal(t, want, notation(p.Boxes[0].Notes), tonic)
	}
	for _, in := range neck.Instruments() {
		for _, system := range []string{"from-degree", "one-octave", "two-per-string", "seven-position"} {
			for _, tonic := range []string{"F#", "Bb", "D"} {
				p := plantest.Build(t, `{"instrument": {"id": "`+in.ID+`"}, "scale": {"tonic": "`+tonic+`", "name": "major"}, "layout": {"system": "`+system+`"}, "hand": {"school": "per-fret"}}`)
				for _, b := range p.Boxes {
					if b.LowFret > 0 && b.HighFret-b.LowFret <= 3 {
						assert.Zero(t, b.Shifts, "%s %s %s, box %s: %s", in.ID, system, tonic, b.ID, notation(b.Notes))
					}
				}
			}
		}
	}
}

// Common practice: first position is fingered in first position.
func TestFirstPositionFingers(t *testing.T) {
	for brief, want := range map[string]string{
		`guitar | E minor-pentatonic`: "6: 0 3(3) | 5: 0 2(2) | 4: 0 2(2) | 3: 0 2(2) | 2: 0 3(3) | 1: 0 3(3)",
		`bass | C major`:              "4: 0 1(1) 3(3) | 3: 0 2(2) 3(3) | 2: 0 2(2) 3(3) | 1: 0 2(2) 4(4)",
	} {
		assert.Equal(t, want, notation(plantest.Build(t, short(brief+` | "system": "first-position"`)).Boxes[0].Notes),
			brief)
	}
}

// Common practice: one, two and four on a long scale: a half step between index
// and middle and between middle and little finger, a whole step between index and
// little finger; what is wider is a shift.
func TestOneTwoFourMeansIt(t *testing.T) {
	steps := map[[2]int]int{{1, 2}: 1, {2, 4}: 1, {1, 4}: 2}
	for _, system := range []string{"three-per-string", "two-per-string", "five-form", "seven-position",
		"first-position", "from-degree", "one-octave", "single-string"} {
		for _, tonic := range strings.Fields("C Db D Eb E F F# G Ab A Bb B") {
			for _, b := range plantest.Build(t,
				short(`upright-bass | `+tonic+` major | "system": "`+system+`"`)).Boxes {
				for i, n := range b.Notes[1:] {
					before := b.Notes[i]
					if n.Shift != 0 || n.Finger == 0 || before.Finger == 0 || n.Finger == before.Finger {
						continue
					}
					low, high := before, n
					if low.Finger > high.Finger {
						low, high = high, low
					}
					assert.Equal(t, steps[[2]int{low.Finger, high.Finger}], high.Fret-low.Fret, "%s %s box %s: %s",
						system, tonic, b.ID, notation(b.Notes))
				}
			}
		}
	}
}

// Common practice: one octave under one hand first; the even shape of three,
// three and two is the other school.
func TestShapesOfOneOctave(t *testing.T) {
	for brief, want := range map[string]string{
		`bass | C major | "system": "one-octave", "box": 2`:                                  "3: 3(2) 5(4) | 2: 2(1) 3(2) 5(4) | 1: 2(1) 4(3) 5(4)",
		`ukulele | D major | "system": "one-octave"`:                                         "3: 2(1) 4(3) | 2: 2(1) 3(2) 5(4) | 1: 2(1) 4(3) 5(4)",
		`mandolin | E major | "system": "one-octave", "strings": [3, 2], "lowFret": 1`:       "3: 2(1) 4(2) 6(3) 7(4) | 2: 2(1) 4(2) 6(3) 7(4)",
		`mandolin | D major | "system": "one-octave"`:                                        "4: 7(1) 9(2) 11(3) 12(4) | 3: 7(1) 9(2) 11(3) 12(4)",
		`bass | C major | "system": "one-octave", "octaveShape": "even", "box": 2`:           "3: 3(1) 5(2) 7(4) | 2: 3(1) 5(2) 7(4) | 1: 4(1) 5(2)",
		`guitar | A natural-minor | "system": "one-octave", "octaveShape": "even", "box": 4`: "4: 7(1) 9(3) 10(4) | 3: 7(1) 9(3) 10(4) | 2: 8(2) 10(4)",
	} {
		p := plantest.Build(t, short(brief))
		assert.Equal(t, want, notation(p.Boxes[p.Box].Notes), brief)
	}
	even := plantest.Build(t, short(`guitar | A natural-minor | "system": "one-octave", "octaveShape": "even", "box": 4`))
	assert.Equal(t, []plan.Correction{{FromString: 3, ToString: 2, Frets: 1}}, even.Boxes[4].Corrections,
		"corrections are said in both schools")
	assert.Contains(t, even.Sentence, "the same number of notes on each string")
}

// Two and three octaves climb string by string, without a leap where a stepwise
// way exists; a jump that cannot be helped is a caution with its place.
func TestOctavesClimbStepwise(t *testing.T) {
	for _, instrument := range []string{"guitar", "bass", "bass-5", "mandolin", "upright-bass", "guitar-7"} {
		for _, tonic := range strings.Fields("C Db D Eb E F F# G Ab A Bb B") {
			for octaves := 2; octaves <= 3; octaves++ {
				p := plantest.Build(t, short(fmt.Sprintf(`%s | %s major | "system": "from-degree", "octaves": %d`,
					instrument, tonic, octaves)))
				for _, b := range p.Boxes {
					for i, n := range b.Notes[1:] {
						before := b.Notes[i]
						assert.LessOrEqual(t, n.String, before.String, "%s %s: strings in order: %s", instrument,
							tonic, frets(b.Notes))
						if n.String == before.String {
							assert.LessOrEqual(t, n.Fret-before.Fret, 2, "a step of the scale")
						}
						if before.Fret > 0 {
							assert.Less(t, min(max(n.Fret-before.Fret, before.Fret-n.Fret), max(n.Shift, -n.Shift)), 5,
								"%s %s: %s", instrument, tonic, notation(b.Notes))
						}
					}
				}
			}
		}
	}
	two := plantest.Build(t, short(`bass | C major | "system": "from-degree", "octaves": 2`))
	starts := map[neck.Place]bool{}
	for _, b := range two.Boxes {
		starts[b.Notes[0].Place] = true
	}
	assert.True(t, starts[neck.Place{String: 3, Fret: 3}])

	jump := plantest.Build(t, short(`bass | C major | "system": "from-degree", "octaves": 2, "strings": [3, 1], "highFret": 20`))
	assert.Contains(t, jump.Cautions, plan.Caution{Code: "jump",
		Message: "Box 1 jumps 8 frets, from string 3, fret 15 to string 1, fret 7: these frets have no stepwise path."})
}

// Common practice: any shape repeats twelve frets higher, with the same fingers.
func TestABoxTwelveFretsHigher(t *testing.T) {
	for _, c := range []struct{ brief, other string }{
		{`guitar | Bb dorian | "box": 4`, `guitar | Bb dorian | "box": 4, "boxOctave": 1`},
		{`bass | F# minor-pentatonic | "box": 0, "highFret": 20`,
			`bass | F# minor-pentatonic | "box": 0, "boxOctave": 1`},
		{`mandolin | Db major | "system": "first-position"`,
			`mandolin | Db major | "system": "first-position", "boxOctave": 1`},
	} {
		here, there := plantest.Build(t, short(c.brief)), plantest.Build(t, short(c.other))
		a, b := here.Boxes[here.Box], there.Boxes[there.Box]
		assert.True(t, a.Higher, c.brief)
		assert.True(t, b.Lower, c.other)
		require.Len(t, b.Notes, len(a.Notes))
		for i, n := range a.Notes {
			assert.Equal(t, []int{n.String, n.Fret + 12, n.MIDI + 12, n.Finger}, []int{b.Notes[i].String,
				b.Notes[i].Fret, b.Notes[i].MIDI, b.Notes[i].Finger}, c.other)
		}
		assert.Contains(t, there.Sentence, "the box 12 frets higher")
		assert.Equal(t, b.Notes[0].Note, there.Run.Events[0].Note)
	}
	_, err := plan.Build(plantest.Parse(t, short(`guitar | Bb dorian | "box": 4, "boxOctave": 2`)))
	assert.ErrorContains(t, err, "layout.boxOctave: 2 was given: 24 frets higher the box would leave frets 0 to 22")
}
