package explore_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/explore"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

func TestCompare(t *testing.T) {
	dorian := plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "dorian"}}`)
	phrygian := plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "phrygian"}}`)
	c, err := explore.Compare(dorian, phrygian)
	require.NoError(t, err)
	assert.Equal(t, []string{"E", "G", "A", "B", "D"}, c.SharedNotes)
	assert.Equal(t, []string{"F♯", "C♯"}, c.OnlyFirst)
	assert.Equal(t, []string{"F", "C"}, c.OnlySecond)
	for _, p := range c.SharedPlaces {
		for _, side := range []plan.Plan{c.First, c.Second} {
			assert.Contains(t, placesOf(side.Boxes[side.Box]), p)
		}
	}
	same, err := explore.Compare(dorian, dorian)
	require.NoError(t, err)
	assert.Equal(t, placesOf(same.First.Boxes[0]), same.SharedPlaces)
	_, err = explore.Compare(brief.Brief{}, dorian)
	assert.ErrorContains(t, err, "first.instrument.id")
}

func placesOf(b plan.Box) (out []neck.Place) {
	for _, n := range b.Notes {
		out = append(out, neck.Place{String: n.String, Fret: n.Fret})
	}
	return out
}

// The hand goes no further than any other choice of octaves would take it.
func TestNearestTravelsLeast(t *testing.T) {
	b := plantest.Parse(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "mixolydian"}, "layout": {"box": 1}}`)
	changes := []brief.Scale{{Tonic: "Ab", Name: "dorian"}, {Tonic: "Db", Name: "mixolydian"},
		{Tonic: "Eb", Name: "mixolydian"}}
	stops, err := explore.Nearest(b, changes)
	require.NoError(t, err)
	require.Len(t, stops, 4)
	assert.Equal(t, 1, stops[0].Box, "from the box on the bench")
	total := 0.0
	for _, s := range stops {
		total += s.TravelMM
		assert.True(t, s.Complete)
	}
	assert.InDelta(t, leastTravel(t, b, changes), total, 0.3)
	for _, s := range stops[1:] {
		own := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "`+s.Tonic+`", "name": "`+s.Scale+`"}, "layout": {"system": "one-octave"}}`)
		assert.Equal(t, placesOf(own.Boxes[s.Box]), s.Notes, "the box of its own plan")
	}
	_, err = explore.Nearest(b, []brief.Scale{{Tonic: "H", Name: "dorian"}})
	assert.ErrorContains(t, err, "changes.0.scale.tonic")
	_, err = explore.Nearest(b, nil)
	assert.ErrorContains(t, err, "0 keys were given: give 1 to 32")
}

// leastTravel tries every sequence of whole octaves.
func leastTravel(t *testing.T, b brief.Brief, changes []brief.Scale) float64 {
	low := func(box plan.Box) int {
		at := 99
		for _, n := range box.Notes {
			if n.Fret > 0 {
				at = min(at, n.Fret)
			}
		}
		return at
	}
	b.Layout.System = "one-octave"
	first, err := plan.Build(b)
	require.NoError(t, err)
	mm := func(fret int) float64 { return first.Neck.Frets[fret].MM }
	reached := map[int]float64{low(first.Boxes[1]): 0}
	for _, c := range changes {
		zero := 0
		b.Scale, b.Layout.Box = c, &zero
		p, err := plan.Build(b)
		require.NoError(t, err)
		laid, err := plan.Lay(b)
		require.NoError(t, err)
		next := map[int]float64{}
		for i, box := range p.Boxes {
			if laid.Boxes[i].Shortfall() > 0 {
				continue
			}
			for from, so := range reached {
				to := low(box)
				d := so + max(mm(from)-mm(to), mm(to)-mm(from))
				if old, ok := next[to]; !ok || d < old {
					next[to] = d
				}
			}
		}
		reached = next
	}
	best := 1e9
	for _, d := range reached {
		best = min(best, d)
	}
	return best
}

func TestReadFormula(t *testing.T) {
	r, err := explore.ReadFormula("1 b2 3 4 5 b6 b7")
	require.NoError(t, err)
	assert.Equal(t, []string{"C", "Db", "E", "F", "G", "Ab", "Bb"}, r.Notes)
	assert.Equal(t, "phrygian-dominant", r.Same[0].ID)
	assert.Contains(t, r.Modes, explore.FormulaMatch{ID: "harmonic-minor", Name: "harmonic minor", Degree: "5"})
	_, err = explore.ReadFormula("2 1 3")
	assert.ErrorContains(t, err, "formula: ")
}
