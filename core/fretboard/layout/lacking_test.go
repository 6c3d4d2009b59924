package layout_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/layout"
	"evenladder/internal/coretest"
)

// The reason that is given for a missing pitch is true of the neck, whatever the
// tuning, the scale, the strings and the frets that are asked for.
func TestNoFalseReasonForAMissingPitch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := coretest.Neck(t)
		all := n.Rising()
		low := rapid.IntRange(0, n.Frets/2).Draw(t, "low")
		r := underHand(layout.Request{
			Neck: n, Scale: coretest.Scale(t), Strings: all[:rapid.IntRange(1, len(all)).Draw(t, "strings")],
			LowFret: low, HighFret: rapid.IntRange(low, n.Frets).Draw(t, "high"),
		})
		boxes, err := rapid.SampledFrom(layout.Systems).Draw(t, "system").Boxes(r)
		if err != nil {
			return
		}
		for _, b := range boxes {
			for _, m := range b.Missing {
				checkReason(t, r, b, m)
			}
		}
	})
}

func checkReason(t *rapid.T, r layout.Request, b layout.Box, m layout.Missing) {
	asked, neck := false, false // where the pitch lies, counted here
	for str := 1; str <= r.Neck.Strings(); str++ {
		fret := m.MIDI() - r.Neck.Open(str).MIDI()
		on := fret >= 0 && fret <= r.Neck.Frets
		neck = neck || on
		for _, s := range r.Strings {
			asked = asked || s == str && on && fret >= r.LowFret && fret <= r.HighFret
		}
	}
	lack := r.Lacking(b, m)
	switch lack.Why {
	case layout.NoFret:
		assert.Greater(t, m.MIDI()-r.Neck.Open(lack.String).MIDI(), r.Neck.Frets)
	case layout.BelowNut:
		assert.Less(t, m.MIDI(), r.Neck.Open(lack.String).MIDI())
	case layout.TooHigh, layout.TooLow:
		assert.False(t, neck, "no string has it")
	case layout.FretsAsked:
		assert.True(t, r.LowFret > 0 || r.HighFret < r.Neck.Frets, "frets are left out")
		assert.True(t, neck)
	case layout.OtherString:
		assert.Less(t, len(r.Strings), r.Neck.Strings(), "strings are left out")
		assert.True(t, neck)
	case layout.NoString:
		top := b.Notes[len(b.Notes)-1]
		assert.Equal(t, r.Strings[len(r.Strings)-1], top.String)
		assert.Greater(t, m.MIDI(), top.MIDI)
		assert.True(t, asked)
	case layout.NotUnder:
		assert.True(t, asked, "it lies within the frets, past the hand")
	}
}
