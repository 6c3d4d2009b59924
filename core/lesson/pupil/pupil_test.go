package pupil_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/pupil"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// A brief for a guitar, fitted to a pupil with a short one and small hands.
func Example() {
	mm := 580.0
	p := pupil.Pupil{
		Name: "O. T.", Instrument: brief.Instrument{ID: "guitar", ScaleLengthMM: &mm, LeftHanded: true},
		Hand: brief.Hand{LimitsMM: brief.Limits{Comfortable: []float64{44, 32, 30}}}, Names: "german",
	}
	if err := p.Check(); err != nil {
		fmt.Println(err)
	}
	made, _ := plan.Build(p.Fit(brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Bb",
		Name: "major"}}))
	fmt.Println(made.Sentence)
	// Output: On a left-handed guitar tuned E A D G H E, 580 mm from nut to bridge, lay B major out as three notes per string, one finger per fret, for a hand that opens 44, 32 and 30 mm. Play it straight, up and down, in eighths at 72, with notes said as A H C (German), for O. T.
}

func TestFitOnAnotherNeck(t *testing.T) {
	box, low := 3, 5
	b := brief.Brief{
		Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Ab", Name: "dorian"},
		Layout: brief.Layout{System: "five-form", Strings: []int{6, 5, 4}, Box: &box, LowFret: &low},
		Hand:   brief.Hand{Fingers: []string{"6/4/2"}, Wide: "1-3-4"}, Picking: "down",
	}
	uke := pupil.Pupil{Name: "Bri", Instrument: brief.Instrument{ID: "ukulele"}, Hand: brief.Hand{Open: "closed"}}
	require.NoError(t, uke.Check())
	fitted := uke.Fit(b)
	assert.Equal(t, brief.Layout{System: "five-form"}, fitted.Layout,
		"strings, frets and boxes are those of another neck")
	assert.Equal(t, brief.Hand{Open: "closed"}, fitted.Hand)
	assert.Equal(t, "Bri", fitted.For)
	_, err := plan.Build(fitted)
	assert.NoError(t, err)

	same := pupil.Pupil{Name: "O.", Instrument: brief.Instrument{ID: "guitar"}}
	fitted = same.Fit(b)
	assert.Equal(t, b.Layout, fitted.Layout, "on the same neck all stays")
	assert.Equal(t, b.Hand, fitted.Hand)
}

func TestBadPupils(t *testing.T) {
	guitar := brief.Instrument{ID: "guitar"}
	mm := 20.0
	for field, p := range map[string]pupil.Pupil{
		"name":                     {Name: "  ", Instrument: guitar},
		"day":                      {Name: "O", Instrument: guitar, Day: "monday"},
		"at":                       {Name: "O", Instrument: guitar, At: "25:00"},
		"minutes":                  {Name: "O", Instrument: guitar, Minutes: 181},
		"notes":                    {Name: "O", Instrument: guitar, Notes: strings.Repeat("x", 10_001)},
		"instrument.id":            {Name: "O", Instrument: brief.Instrument{ID: "lute"}},
		"instrument.scaleLengthMm": {Name: "O", Instrument: brief.Instrument{ID: "guitar", ScaleLengthMM: &mm}},
		"hand.school":              {Name: "O", Instrument: guitar, Hand: brief.Hand{School: "thumbs"}},
		"hand.limitsMm.comfortable": {Name: "O", Instrument: guitar,
			Hand: brief.Hand{LimitsMM: brief.Limits{Comfortable: []float64{3}}}},
		"names": {Name: "O", Instrument: guitar, Names: "runes"},
	} {
		var faults fault.List
		require.ErrorAs(t, p.Check(), &faults, field)
		require.Len(t, faults, 1, field)
		assert.Equal(t, field, faults[0].Field)
	}
	for _, at := range []string{"9:05", "16:30", "23:59", ""} {
		p := pupil.Pupil{Name: "O", Instrument: guitar, At: at}
		assert.NoError(t, p.Check(), at)
	}
	for _, at := range []string{"9:5", "16.30", "16:300", "-1:30", "noon"} {
		p := pupil.Pupil{Name: "O", Instrument: guitar, At: at}
		assert.Error(t, p.Check(), at)
	}
}
