package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/plan"
	"evenladder/core/scale"
	"evenladder/internal/plantest"
)

// The whole book: every key, every catalogue scale, every system, every
// instrument. No plan fails but for a missing pentatonic core, no box has a
// note twice, every finger is one of five, roots are the tonic.
func TestTheWholeBook(t *testing.T) {
	tonics := []string{"C", "F", "Bb", "Eb", "Ab", "Db", "F#", "B", "E", "A", "D", "G"}
	plans := 0
	for _, in := range neck.Instruments() {
		for _, e := range scale.Catalogue() {
			_, hasCore := layout.CoreOf(e.Formula)
			for _, system := range layout.Systems {
				for _, tonic := range tonics {
					p, err := plan.Build(plan.Brief{
						Instrument: plan.InstrumentBrief{ID: in.ID}, Scale: plan.ScaleBrief{Tonic: tonic, Name: e.ID}, Layout: plan.LayoutBrief{System: system.ID},
					})
					if system.ID == "five-form" && !hasCore {
						require.ErrorContains(t, err, "would serve instead")
						continue
					}
					require.NoError(t, err, "%s %s %s %s", in.ID, tonic, e.ID, system.ID)
					plans++
					checkPlan(t, p, tonic)
				}
			}
		}
	}
	assert.Greater(t, plans, 15000)
}

// checkPlan fails at once, as assertions by the million are slow.
func checkPlan(t *testing.T, p plan.Plan, tonic string) {
	for _, b := range p.Boxes {
		if b.Complete != (len(b.Missing) == 0) || len(b.Notes) == 0 {
			t.Fatalf("%s box %s: complete %v, missing %v, %d notes", p.Sentence, b.ID, b.Complete, b.Missing, len(b.Notes))
		}
		for i, n := range b.Notes {
			switch {
			case n.Root != (n.Name == tonic), n.Root != (n.Degree == "1"):
				t.Fatalf("%s box %s: %+v is no root, or is one", p.Sentence, b.ID, n)
			case (n.Fret == 0) != (n.Finger == 0), n.Finger < 0, n.Finger > 4:
				t.Fatalf("%s box %s: finger %d on fret %d", p.Sentence, b.ID, n.Finger, n.Fret)
			case n.Fret < b.LowFret, n.Fret > b.HighFret:
				t.Fatalf("%s box %s: fret %d outside %d to %d", p.Sentence, b.ID, n.Fret, b.LowFret, b.HighFret)
			case i > 0 && n.MIDI <= b.Notes[i-1].MIDI:
				t.Fatalf("%s box %s: %d after %d", p.Sentence, b.ID, n.MIDI, b.Notes[i-1].MIDI)
			case i > 0 && b.Notes[i-1].Step != n.MIDI-b.Notes[i-1].MIDI:
				t.Fatalf("%s box %s: step %d before %d", p.Sentence, b.ID, b.Notes[i-1].Step, n.MIDI)
			}
		}
	}
}

// The same shape at another fret of the same strings has the same fingers
// wherever two whole steps or a half step lie on a string: moving a key moves
// the hand, not the fingers.
func TestFingersMoveWithTheKey(t *testing.T) {
	keys := []string{"F#", "G", "Ab", "A", "Bb", "B", "C", "Db", "D", "Eb"}
	var first string
	for _, key := range keys {
		p := plantest.Build(t, `{"instrument": {"id": "guitar", "frets": 24}, "scale": {"tonic": "`+key+`", "name": "dorian"}}`)
		fingers := ""
		for _, n := range p.Boxes[0].Notes {
			fingers += string(rune('0' + n.Finger))
		}
		if first == "" {
			first = fingers
		}
		assert.Equal(t, first, fingers, key)
	}
}
