package plan_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/fretboard/layout"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// Where both can be played, a hand that would rather reach shifts no more often than
// another, and one that would rather shift reaches no more often; where the
// preference changes nothing, the plan says so.
func TestPreferencesAreFollowed(t *testing.T) {
	for _, instrument := range []string{"guitar", "bass", "ukulele", "mandolin", "upright-bass"} {
		for _, system := range layout.Systems {
			if system.Uses.Rings {
				continue // there the notes that ring decide
			}
			for _, tonic := range []string{"F", "Ab", "B", "D"} {
				of := func(prefer string) (plan.Box, bool) {
					p, err := plan.Build(brief.Brief{
						Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: tonic,
							Name: "melodic-minor"},
						Layout: brief.Layout{System: system.ID}, Hand: brief.Hand{Prefer: prefer},
					})
					assert.NoError(t, err)
					said := false
					for _, c := range p.Cautions {
						said = said || c.Code == plan.CautionPrefer
					}
					return p.Boxes[p.Box], said
				}
				either, _ := of("either")
				reach, reachSaid := of("reach")
				shift, shiftSaid := of("shift")
				assert.LessOrEqual(t, reach.Shifts, either.Shifts, "%s %s %s", instrument, system.ID, tonic)
				assert.LessOrEqual(t, shift.Reaches, either.Reaches, "%s %s %s", instrument, system.ID, tonic)
				same := func(b plan.Box) bool { return fmt.Sprint(b.Notes) == fmt.Sprint(either.Notes) }
				assert.False(t, reachSaid && reach.Shifts != either.Shifts, "%s %s %s", instrument, system.ID, tonic)
				assert.Equal(t, same(reach), reachSaid, "%s %s %s %v %v", instrument, system.ID, tonic, reach.Notes[0],
					either.Notes[0])
				assert.False(t, shiftSaid && shift.Reaches != either.Reaches, "%s %s %s", instrument, system.ID, tonic)
			}
		}
	}
}
