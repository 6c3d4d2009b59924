package plan_test

import (
	"errors"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// instrument draws one of the catalogue as a pupil may have it.
func instrument(t *rapid.T) brief.Instrument {
	of := rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument")
	in := brief.Instrument{ID: of.ID}
	if rapid.Bool().Draw(t, "short") {
		n := rapid.IntRange(neck.MinFrets, neck.MaxFrets).Draw(t, "frets")
		in.Frets = &n
	}
	if rapid.Bool().Draw(t, "retuned") {
		for _, p := range rapid.SampledFrom(neck.TuningsOf(of)).Draw(t, "tuning").Tuning {
			in.Tuning = append(in.Tuning, p.String())
		}
	}
	if rapid.Bool().Draw(t, "capo on") {
		in.Capo = rapid.IntRange(0, 9).Draw(t, "capo")
	}
	return in
}

// ownHand draws a hand by the words of the table and limits of any size.
func ownHand(t *rapid.T) (h brief.Hand) {
	for _, f := range brief.Fields.All() {
		if strings.HasPrefix(f.Path, "hand.") && f.Options != nil && rapid.Bool().Draw(t, f.Path) {
			b := brief.Fields.With(brief.Brief{Hand: h}, brief.Changes{f.Path: rapid.SampledFrom(f.Options).Draw(t,
				"word").ID})
			h = b.Hand
		}
	}
	if rapid.Bool().Draw(t, "small") {
		mm := rapid.Float64Range(20, 60).Draw(t, "opening")
		h.LimitsMM.Comfortable, h.LimitsMM.Greatest = []float64{mm, mm, mm}, []float64{mm + 5, mm + 5, mm + 5}
	}
	return h
}

// A brief that plans can be put on any neck and under any hand, or the neck's own field
// says why not; and it stays about the same notes.
func TestOnAnyNeck(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := plantest.Any(t)
		if _, err := plan.Build(b); err != nil {
			return
		}
		in, h := instrument(t), ownHand(t)
		on, err := plan.On(b, in, h)
		assert.Equal(t, b.Scale, on.Scale)
		assert.Equal(t, in, on.Instrument)
		assert.Equal(t, h.LimitsMM, on.Hand.LimitsMM)
		if err == nil {
			_, err = plan.Build(on)
			require.NoError(t, err)
			return
		}
		var faults fault.List
		require.True(t, errors.As(err, &faults), "%v", err)
		for _, f := range faults {
			assert.True(t, strings.HasPrefix(f.Field, "instrument."), "%v: %+v", err, on)
		}
	})
}
