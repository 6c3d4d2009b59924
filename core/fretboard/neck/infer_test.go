package neck_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/internal/coretest"
)

func spelled(tuning []pitch.Pitch) string {
	words := make([]string, len(tuning))
	for i, p := range tuning {
		words[i] = p.String()
	}
	return strings.Join(words, " ")
}

func TestInferTuning(t *testing.T) {
	for _, c := range []struct{ like, given, want string }{
		{"guitar", "D A D G B E", "D2 A2 D3 G3 B3 E4"},
		{"guitar", "C G D G B D", "C2 G2 D3 G3 B3 D4"},
		{"guitar", "D A D F# A D", "D2 A2 D3 F#3 A3 D4"},
		{"guitar", "B E A D G B E", "B1 E2 A2 D3 G3 B3 E4"},
		{"guitar", "D A D5 G B E", "D2 A2 D5 G3 B3 E4"},
		{"bass", "D A D G", "D1 A1 D2 G2"},
		{"bass", "B E A D G", "B0 E1 A1 D2 G2"},
		{"ukulele", "A D F# B", "A4 D4 F#4 B4"},
		{"mandolin", "G D A D", "G3 D4 A4 D5"},
	} {
		in, ok := neck.FindInstrument(c.like)
		require.True(t, ok)
		got, err := neck.InferTuning(strings.Fields(c.given), in.Tuning)
		require.NoError(t, err)
		assert.Equal(t, c.want, spelled(got), "%s on a %s", c.given, c.like)
	}
	_, err := neck.InferTuning([]string{"E", "H", "D"}, nil)
	assert.ErrorContains(t, err, `string 2: "H" is not a pitch: give a note name`)
}

// Leaving every octave out of a catalogue tuning gives the tuning back.
func TestOctavesOfTheCatalogueAreInferred(t *testing.T) {
	for _, tn := range neck.Tunings() {
		in, _ := neck.FindInstrument(tn.Instrument)
		var words []string
		for _, p := range tn.Tuning {
			words = append(words, p.Name.String())
		}
		got, err := neck.InferTuning(words, in.Tuning)
		require.NoError(t, err)
		if tn.ID == "ukulele-low-g-c" || tn.ID == "ukulele-tenor-low-g" || tn.ID == "ukulele-baritone-high-d" {
			continue // the same letters in another octave than the instrument's own
		}
		assert.Equal(t, spelled(tn.Tuning), spelled(got), tn.ID)
	}
}

// A capo raises every string and shortens the neck: what was fret c+n is fret n
// of the capoed neck, at the same distance from the bridge.
func TestCapo(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := coretest.Neck(t)
		if n.Frets < 2 {
			t.Skip("no room")
		}
		at := rapid.IntRange(1, n.Frets-1).Draw(t, "capo")
		capoed, err := n.Capo(at)
		if err != nil {
			t.Skip("too short a neck is left")
		}
		f := rapid.IntRange(0, capoed.Frets).Draw(t, "fret")
		str := rapid.IntRange(1, n.Strings()).Draw(t, "string")
		assert.Equal(t, n.MIDI(neck.Place{String: str, Fret: at + f}), capoed.MIDI(neck.Place{String: str, Fret: f}))
		assert.InDelta(t, n.FretMM(at+f)-n.FretMM(at), capoed.FretMM(f), 1e-9)
	})
	_, err := guitar(t).Capo(22)
	assert.ErrorContains(t, err, "a capo at fret 22: give 0 for none to 21")
}
