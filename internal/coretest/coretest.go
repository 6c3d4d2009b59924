// Package coretest draws random necks and scales for property tests.
package coretest

import (
	"fmt"
	"strings"

	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Neck draws any neck that a brief may name: 3 to 12 strings in any order of
// pitch, any length, any number of frets.
func Neck(t *rapid.T) neck.Neck {
	tuning := rapid.SliceOfN(rapid.Custom(func(t *rapid.T) pitch.Pitch {
		name := rapid.SampledFrom([]string{"C", "C#", "Db", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb",
			"B"}).Draw(t, "name")
		return pitch.MustParse(fmt.Sprintf("%s%d", name, rapid.IntRange(0, 5).Draw(t, "octave")))
	}), neck.MinStrings, neck.MaxStrings).Draw(t, "tuning")
	n, err := neck.New(tuning, rapid.IntRange(neck.MinFrets, neck.MaxFrets).Draw(t, "frets"),
		rapid.Float64Range(neck.MinScaleLengthMM, neck.MaxScaleLengthMM).Draw(t, "length"))
	if err != nil {
		t.Fatal(err)
	}
	return n
}

// Scale draws a catalogue scale on a practical tonic.
func Scale(t *rapid.T) scale.Scale {
	tonic := rapid.SampledFrom(strings.Fields("C C# Db D Eb E F F# Gb G Ab A Bb B Cb G# D# A#")).Draw(t, "tonic")
	e := rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale")
	return scale.New(pitch.MustParseName(tonic), e.Formula)
}
