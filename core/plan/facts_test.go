package plan_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/plan"
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
	return `{"instrument": {"id": "` + part[0] + `"}, "scale": {"tonic": "` + key[0] + `", "name": "` + key[1] + `"}` + layout + `}`
}

// All of these are common practice, no published source. Where a fact tells of
// one octave, the box goes on and begins with it.
func TestFingeringFacts(t *testing.T) {
	for _, c := range []struct{ what, brief, want string }{
		{"A natural minor, three per string, 1-2-4 on two whole steps", "guitar | A natural-minor",
			"6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4) | 4: 5(1) 7(2) 9(4) | 3: 5(1) 7(2) 9(4) | 2: 6(1) 8(2) 10(4) | 1: 7(1) 8(2) 10(4)"},
		{"C major, the form with its lowest root under the little finger", `guitar | C major | "system": "five-form", "box": 4`,
			"6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4) | 4: 5(1) 7(3) | 3: 4(1) 5(2) 7(4) | 2: 5(1) 6(2) 8(4) | 1: 5(1) 7(3) 8(4)"},
		{"D major pentatonic on the ukulele, first of five", `ukulele | D major-pentatonic`, "3: 2(1) 4(3) | 2: 2(1) 5(4) | 1: 2(1) 5(4)"},
		{"C minor pentatonic on the bass, index first", `bass | C minor-pentatonic | "strings": [3, 2, 1]`, "3: 3(1) 6(4) | 2: 3(1) 5(3) | 1: 3(1) 5(3)"},
		{"the first octave of A natural minor from string 6 is 3 + 3 + 2", `guitar | A natural-minor | "strings": [6, 5]`, "6: 5(1) 7(3) 8(4) | 5: 5(1) 7(3) 8(4)"},
	} {
		p := plantest.Build(t, short(c.brief))
		assert.Equal(t, c.want, notation(p.Boxes[p.Box].Notes), c.what)
	}
	wide := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "A", "name": "natural-minor"}, "hand": {"wide": "1-3-4"}}`)
	assert.Contains(t, notation(wide.Boxes[0].Notes), "4: 5(1) 7(3) 9(4) | 3: 5(1) 7(3) 9(4) | 2: 6(1) 8(3) 10(4)", "the school that plays two whole steps 1-3-4")
}

// Common practice.
func TestLayoutFacts(t *testing.T) {
	minor := plantest.Build(t, short("guitar | A natural-minor"))
	assert.Equal(t, "6: 5 7 8 | 5: 5 7 8 | 4: 5 7 9 | 3: 5 7 9 | 2: 6 8 10 | 1: 7 8 10", frets(minor.Boxes[0].Notes))
	assert.Equal(t, []plan.Correction{{FromString: 3, ToString: 2, Frets: 1}}, minor.Boxes[0].Corrections, "one correction, at that crossing only")

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
		assert.Len(t, plantest.Build(t, short("guitar | F "+id)).Boxes, 5, "five two-per-string boxes, one from each note: "+id)
	}

	// The relative minor lies three frets below and has the same notes.
	major, relative := plantest.Build(t, short(`guitar | G major-pentatonic | "lowFret": 3`)), plantest.Build(t, short(`guitar | E minor-pentatonic | "lowFret": 12`))
	assert.Equal(t, frets(relative.Boxes[0].Notes), frets(major.Boxes[4].Notes), "root under the index: minor type; the same box has the major's root under the little finger")
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
