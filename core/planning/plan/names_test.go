package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/fretboard/layout"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
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
							assert.False(t, known[b.Name], "%s %s %s %s %d: %q twice", instrument, tonic, scale, system.ID,
								octaves, b.Name)
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
