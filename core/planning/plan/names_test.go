package plan_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/fretboard/layout"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// No two boxes that a brief offers have the same name: a teacher chooses by it.
func TestEachBoxHasANameOfItsOwn(t *testing.T) {
	boxes := 0
	for _, system := range layout.Systems {
		for _, instrument := range []string{"guitar", "ukulele", "mandolin", "bass", "upright-bass", "guitar-7"} {
			for _, tonic := range []string{"C", "Eb", "G", "B"} {
				for _, scale := range []string{"major", "dorian", "minor-pentatonic", "minor-blues"} {
					for octaves := 1; octaves <= 2; octaves++ {
						p, err := plan.Build(brief.Brief{
							Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: tonic, Name: scale},
							Layout: brief.Layout{System: system.ID, Octaves: &octaves},
						})
						if err != nil {
							continue // the layout is not for this instrument, or not of two octaves
						}
						known := map[string]bool{}
						for _, b := range p.Boxes {
							assert.False(
								t,
								known[b.Name],
								"%s %s %s %s %d: %q twice",
								instrument,
								tonic,
								scale,
								system.ID,
								octaves,
								b.Name,
							)
							known[b.Name] = true
							boxes++
						}
					}
				}
			}
		}
	}
	assert.Greater(t, boxes, 5000)
}

// A start is named after the chord form whose place it shares: of two that as many of its strings hold, the one that lies
// among its frets. Common practice.
func TestAStartIsNamedAfterItsForm(t *testing.T) {
	for key, want := range map[string]string{
		`"C", "name": "major"}, "layout": {"system": "from-degree", "octaves": 1, "fromDegree": 7`: "E form, string 6, fret 7",
		`"A", "name": "major"}, "layout": {"system": "from-degree", "octaves": 1, "fromDegree": 2`: "D form, string 6, fret 7, frets 6 to 10",
	} {
		p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": `+key+`}}`)
		assert.True(t, slices.ContainsFunc(p.Boxes, func(b plan.Box) bool { return b.Name == want }), "%s", want)
	}
}
