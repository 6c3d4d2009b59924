package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/hand"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// A finger that is set by hand is taken in the box and wherever the run comes by,
// the others are found again around it, and what it asks for is said.
func TestFingersSetByHand(t *testing.T) {
	given := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Ab",
		Name: "melodic-minor"}, Layout: brief.Layout{System: "three-per-string"}}
	free, err := plan.Build(given)
	require.NoError(t, err)
	first := free.Boxes[free.Box].Notes[0]
	require.NotEqual(t, hand.Little, first.Finger)

	given.Hand.Fingers = []string{brief.Held(first.Place, hand.Little)}
	p, err := plan.Build(given)
	require.NoError(t, err)
	assert.Equal(t, hand.Little, p.Boxes[p.Box].Notes[0].Finger)
	for _, e := range p.Run.Events {
		if e.Place == first.Place {
			assert.Equal(t, hand.Little, e.Finger)
		}
	}
	assert.Contains(t, p.Sentence, "with the little finger on string 6, fret 4")
	assert.Equal(t, plan.CautionByHand, p.Cautions[0].Code)
	assert.Regexp(t, `^The fingers you set need a shift of \d frets at string 6, fret`, p.Cautions[0].Message)

	why, err := plan.Why(given, 0)
	require.NoError(t, err)
	assert.True(t, why.Held)
	assert.Empty(t, why.Free)
	assert.Contains(t, why.Why, "Little finger, set by you")
	for _, way := range why.Fingers {
		given.Hand.Fingers = way.Fingers
		p, err := plan.Build(given)
		require.NoError(t, err, way.Name)
		assert.Equal(t, way.Finger, p.Boxes[p.Box].Notes[0].Finger)
	}
}

// Every finger that is offered can be taken, on any instrument and in any layout.
func TestEveryFingerOfferedIsTaken(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := brief.Brief{
			Instrument: brief.Instrument{ID: rapid.SampledFrom([]string{"guitar", "bass", "ukulele", "mandolin",
				"upright-bass"}).Draw(t, "instrument")},
			Scale: brief.Scale{Tonic: "Db", Name: rapid.SampledFrom([]string{"major", "harmonic-minor",
				"minor-pentatonic"}).Draw(t, "scale")},
			Layout: brief.Layout{System: rapid.SampledFrom([]string{"three-per-string", "two-per-string",
				"first-position", "campanella", "one-octave", "four-per-string"}).Draw(t, "layout")},
		}
		p, err := plan.Build(b)
		require.NoError(t, err)
		for range 2 {
			notes := p.Boxes[p.Box].Notes
			note := rapid.IntRange(0, len(notes)-1).Draw(t, "note")
			why, err := plan.Why(b, note)
			require.NoError(t, err)
			if len(why.Fingers) == 0 {
				assert.True(t, notes[note].Fret == 0)
				continue
			}
			way := rapid.SampledFrom(why.Fingers).Draw(t, "finger")
			b.Hand.Fingers = way.Fingers
			p, err = plan.Build(b)
			require.NoError(t, err)
			assert.Equal(t, way.Finger, p.Boxes[p.Box].Notes[note].Finger)
		}
	})
}

func TestFingersThatCannotBeHeld(t *testing.T) {
	for held, want := range map[string]string{
		"6/4/5":  "the finger from 1 to 4",
		"x":      "string/fret/finger",
		"9/4/1":  "a string from 1 to 6",
		"6/0/1":  "a fret from 1 to 22",
		"6/1/4":  "the little finger does not come to fret 1",
		"6/14/2": "6/14/2 was given, which isn't in this box",
	} {
		_, err := plan.Build(brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Ab",
			Name: "major"}, Layout: brief.Layout{System: "two-per-string"}, Hand: brief.Hand{Fingers: []string{held}}})
		require.ErrorContains(t, err, want)
		assert.ErrorContains(t, err, "hand.fingers", held)
	}
}
