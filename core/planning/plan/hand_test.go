package plan_test

import (
	"fmt"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/hand"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// A small hand cannot hold what an average one can: the box is refitted by a
// shift and says so. The limits asked for are kept.
func TestRefitToASmallHand(t *testing.T) {
	const small = `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major"}, "hand": {"limitsMm": {"comfortable": [40, 30, 28], "greatest": [60, 42, 40]}}}`
	p := plantest.Build(t, small)
	usual := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major"}}`)
	assert.Contains(t, p.Sentence, ", for a hand that opens 40, 30 and 28 mm")
	assert.NotContains(t, usual.Sentence, "hand that opens")
	refits := 0
	for i, b := range p.Boxes {
		if b.Refit == "" {
			continue
		}
		refits++
		assert.Regexp(t, `^With one finger per fret, .* is \d+ mm, past the \d+ mm that this hand can open: .+\.$`,
			b.Refit)
		if b.School == "per-fret" && len(b.Notes) == len(usual.Boxes[i].Notes) {
			assert.GreaterOrEqual(t, b.Shifts, usual.Boxes[i].Shifts, "box %s shifts instead", b.ID)
		}
	}
	assert.Positive(t, refits)
	for _, b := range usual.Boxes {
		assert.Empty(t, b.Refit, "an average hand needs none")
	}
}

// Where every string would need a shift in its middle, a layout with fewer
// notes on each string is taken, and said.
func TestRefitWithFewerNotes(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "F#", "name": "lydian"}, "layout": {"system": "three-per-string", "highFret": 12}, "hand": {"school": "per-fret", "limitsMm": {"comfortable": [30, 25, 25], "greatest": [40, 30, 30]}}}`)
	said := ""
	for _, b := range p.Boxes {
		said += b.Refit
	}
	assert.Contains(t, said, "laid out as two notes per string")
}

func TestReachOrShiftPreferred(t *testing.T) {
	count := func(prefer string) (reaches, shifts int) {
		for _, b := range plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Db", "name": "dorian"}, "hand": {"prefer": "`+prefer+`"}}`).Boxes {
			reaches, shifts = reaches+b.Reaches, shifts+b.Shifts
		}
		return reaches, shifts
	}
	reachR, reachS := count("reach")
	shiftR, shiftS := count("shift")
	assert.Greater(t, reachR, shiftR)
	assert.Less(t, reachS, shiftS)
}

// The shape is comfortable from the fret that is told on, and not one lower;
// the week brings it down a fret a day.
func TestComfort(t *testing.T) {
	const at = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Gb", "name": "lydian"}}`
	c := plantest.Build(t, at).Comfort
	require.NotNil(t, c)
	assert.Equal(t, c.Frets+1, len(c.Days))
	for i, d := range c.Days {
		assert.Equal(t, i+1, d.Day)
		assert.Equal(t, c.Fret-i, d.Fret)
	}
	assert.Equal(t, "Gb", plantest.Build(t, at).Brief.Scale.Tonic)
	assert.Equal(t, "F#", c.Days[len(c.Days)-1].Tonic, "back where it began, spelled practically")

	limit := plantest.Build(t, at).Brief.Hand.LimitsMM.Comfortable[0]
	assert.LessOrEqual(t, c.Days[0].OpenMM, limit)
	assert.Greater(t, c.Days[1].OpenMM, limit, "not a fret earlier")
	assert.Nil(t, plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Gb", "name": "lydian"}}`).Comfort, "comfortable as it stands")
	short := plantest.Build(t, `{"instrument": {"id": "bass", "frets": 7}, "scale": {"tonic": "F#", "name": "major"}, "hand": {"limitsMm": {"comfortable": [20, 20, 20]}}}`)
	require.NotNil(t, short.Comfort)
	assert.Contains(t, short.Comfort.Message, "isn't comfortable for this hand anywhere on the neck")
}

func TestWhy(t *testing.T) {
	const wide = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Gb", "name": "lydian"}}`
	const octave = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "F#", "name": "natural-minor"}, "layout": {"system": "one-octave", "box": 4}}`
	for _, c := range []struct {
		brief string
		note  int
		want  string
	}{
		{wide, 0, "Index finger, reaching back a fret, so that the hand can stay at fret 3, for frets 3 to 6 next."},
		{wide, 2, "Little finger, because the middle finger has just taken fret 4 and this is 2 frets further."},
		{octave, 1, "Ring finger, because the index finger has just taken fret 4 and this is 2 frets further."},
		{`{"instrument": {"id": "mandolin"}, "scale": {"tonic": "G", "name": "major"}, "layout": {"system": "first-position"}}`, 0, "An open string. It needs no finger and gives the hand time to move."},
	} {
		why, err := whyOf(plantest.Parse(t, c.brief), c.note)
		require.NoError(t, err)
		assert.Equal(t, c.want, why)
	}
	_, err := plan.Why(plantest.Parse(t, wide), 99)
	assert.ErrorContains(t, err, "note: 99 was given: this box has notes 0 to 17")
}

// What a reason says of the note before it and of the way between is so, in every
// box.
func TestReasonsAreTrue(t *testing.T) {
	taken := regexp.MustCompile(`because the (\w+ finger) has just taken fret (\d+) and this is (one|\d+) frets? (further|lower)\.`)
	rapid.Check(t, func(t *rapid.T) {
		b := plantest.Any(t)
		b.Run, b.Hand.Fingers = brief.Run{}, nil
		p, err := plan.Build(b)
		if err != nil {
			return
		}
		notes := p.Boxes[p.Box].Notes
		note := rapid.IntRange(0, len(notes)-1).Draw(t, "note")
		why, err := whyOf(b, note)
		require.NoError(t, err)
		require.Regexp(t, `^[A-Z].*\.$`, why)
		n := notes[note]
		assert.Equal(t, n.Finger == hand.OpenString, strings.HasPrefix(why, "An open string"))
		if n.Finger != hand.OpenString {
			assert.True(t, strings.HasPrefix(strings.ToLower(why), hand.FingerWords[n.Finger]), why)
		}
		assert.Equal(t, n.Reach != "", strings.Contains(why, ", reaching "), why)
		if m := taken.FindStringSubmatch(why); m != nil {
			last := note - 1
			for notes[last].Finger == hand.OpenString {
				last--
			}
			before := notes[last]
			assert.Equal(t, []string{hand.FingerWords[before.Finger], fmt.Sprint(before.Fret)}, m[1:3], why)
			way := map[string]int{"further": 1, "lower": -1}[m[4]] * max(atoi(m[3]), 1)
			assert.Equal(t, n.Fret-before.Fret, way, why)
		}
	})
}

func atoi(s string) int {
	n, _ := strconv.Atoi(s)
	return n
}

func TestLimitsAreChecked(t *testing.T) {
	for limits, want := range map[string]string{
		`{"comfortable": [50, 40]}`:                               "hand.limitsMm.comfortable: 2 openings were given: give three",
		`{"comfortable": [50, 40, 5]}`:                            "hand.limitsMm.comfortable: 5 was given: give 15 to 150 mm",
		`{"comfortable": [90, 40, 38], "greatest": [80, 58, 54]}`: "hand.limitsMm.greatest: 80 mm is less than the comfortable 90 mm",
	} {
		_, err := plan.Build(plantest.Parse(t,
			`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "dorian"}, "hand": {"limitsMm": `+limits+`}}`))
		assert.ErrorContains(t, err, want)
	}
}

func TestCapoAndNames(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "guitar", "capo": 3}, "scale": {"tonic": "Bb", "name": "major"}, "names": "german"}`)
	assert.Contains(t, p.Sentence, "On a guitar tuned E A D G H E with a capo at fret 3, lay B major out")
	assert.Equal(t, "G2", p.Neck.Strings[0].Open)
	assert.Equal(t, []string{"B", "C", "D", "Es", "F", "G", "A"}, p.Scale.Labels)
	assert.Equal(t, []string{"Bb", "C", "D", "Eb", "F", "G", "A"}, p.Scale.Notes, "data stays English")
	assert.Len(t, p.Neck.Frets, 20)
	assert.Equal(t, "Bmaj7", p.Scale.Sevenths[0].Symbol)
	inferred := plantest.Build(t, `{"instrument": {"id": "guitar", "tuning": ["D","A","D","G","B","E"]}, "scale": {"tonic": "D", "name": "major"}}`)
	assert.Equal(t, []string{"D2", "A2", "D3", "G3", "B3", "E4"}, inferred.Brief.Instrument.Tuning)
}

func whyOf(b brief.Brief, note int) (string, error) {
	r, err := plan.Why(b, note)
	return r.Why, err
}
