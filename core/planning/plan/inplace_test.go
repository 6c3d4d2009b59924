package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// Changing the scale stays in the box where the new one has its places: the other
// pentatonic, the blues with its ♭5, the mode over the same core.
func TestAChangeOfScaleStaysInPlace(t *testing.T) {
	for _, c := range []struct{ system, from, to string }{
		{"five-form", "minor-pentatonic", "dorian"},
		{"five-form", "minor-pentatonic", "minor-blues"},
		{"five-form", "dorian", "minor-pentatonic"},
		{"five-form", "mixolydian", "major-pentatonic"},
	} {
		for box := range 5 {
			b := brief.Brief{
				Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F#", Name: c.from},
				Layout: brief.Layout{System: c.system, Box: &box},
			}
			before, err := plan.Build(b)
			require.NoError(t, err)
			picker, err := brief.Fields.Pick(b, brief.Kept{}, "scale.name", "")
			require.NoError(t, err)
			for _, choice := range picker.Choices {
				if choice.Changes["scale.name"] != c.to {
					continue
				}
				after, err := plan.Build(brief.Fields.With(b, choice.Changes))
				require.NoError(t, err)
				small, large := placeSet(before.Boxes[before.Box]), placeSet(after.Boxes[after.Box])
				if len(small) > len(large) {
					small, large = large, small
				}
				for p := range small {
					assert.True(t, large[p], "%s to %s, box %d: %v", c.from, c.to, box+1, p)
				}
			}
		}
	}
}

func placeSet(b plan.Box) map[neck.Place]bool {
	out := map[neck.Place]bool{}
	for _, n := range b.Notes {
		out[n.Place] = true
	}
	return out
}
