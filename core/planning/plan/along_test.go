package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// Along a string to the same box twelve frets higher: every pitch of the scale
// once on the way up, no neck left out between the two.
func TestAlongAStringToTheOctaveAbove(t *testing.T) {
	for in, strings := range map[string]int{"guitar": 6, "bass": 4, "guitar-nylon": 6} {
		for str := 1; str <= strings; str++ {
			frets := 22
			given := brief.Brief{Instrument: brief.Instrument{ID: in, Frets: &frets}, Scale: brief.Scale{Tonic: "Ab",
				Name: "minor-pentatonic"}, Layout: brief.Layout{System: "two-per-string"}, Run: brief.Run{Along: str,
				Direction: "up"}}
			p, err := plan.Build(given)
			require.NoError(t, err, "%s %d", in, str)
			box, events := p.Boxes[p.Box], p.Run.Events
			scale := map[int]bool{}
			for _, n := range p.Neck.Notes {
				scale[n.MIDI] = true
			}
			for i, e := range events {
				if i == 0 {
					assert.Equal(t, box.Notes[0].Place, e.Place)
					continue
				}
				for midi := events[i-1].MIDI + 1; midi < e.MIDI; midi++ {
					assert.False(t, scale[midi], "%s, string %d: %d is left out", in, str, midi)
				}
				assert.Greater(t, e.MIDI, events[i-1].MIDI)
			}
			top := box.Notes[len(box.Notes)-1]
			assert.Equal(t, neck.Place{String: top.String, Fret: top.Fret + 12}, events[len(events)-1].Place)
		}
	}
	_, err := plan.Build(brief.Brief{Instrument: brief.Instrument{ID: "ukulele"}, Scale: brief.Scale{Tonic: "Ab",
		Name: "major"}, Layout: brief.Layout{System: "two-per-string"}, Run: brief.Run{Along: 2}})
	assert.ErrorContains(t, err, "run.along: string 2 was given: this box has no place 12 frets higher")
}
