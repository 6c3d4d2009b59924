// Package plantest makes plans for tests, and reads lines of notes.
package plantest

import (
	"fmt"
	"strings"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Build makes the plan of a brief in JSON, or ends the test.
func Build(t require.TestingT, given string) plan.Plan {
	if h, ok := t.(interface{ Helper() }); ok {
		h.Helper()
	}
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err, given)
	p, err := plan.Build(b)
	require.NoError(t, err, given)
	return p
}

// Parse reads a brief in JSON, or ends the test.
func Parse(t require.TestingT, given string) brief.Brief {
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err, given)
	return b
}

// Any draws a brief that a teacher could press together: an instrument, a key
// and a scale, then choices of the pickers. Few of them cannot be met.
func Any(t *rapid.T) brief.Brief {
	b := brief.Brief{
		Instrument: brief.Instrument{ID: rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument").ID},
		Scale: brief.Scale{Tonic: rapid.SampledFrom(Tonics).Draw(t, "tonic"),
			Name: rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale").ID},
	}
	if rapid.IntRange(0, 4).Draw(t, "own formula") == 0 {
		b.Scale = brief.Scale{Tonic: b.Scale.Tonic, Formula: rapid.SampledFrom([]string{"1 bb3 b3 4 b5 bb7 b7",
			"1 #2 ##3 #5 #6", "1 b2 bb3 b4 b5 b6 bb7", "1 2 3", "1 b2 2 b3 3 4 b5 5 b6 6 b7 7"}).Draw(t, "formula")}
	}
	fields := brief.Fields.All()
	for range rapid.IntRange(0, 8).Draw(t, "choices") {
		f := rapid.SampledFrom(fields).Draw(t, "field")
		p, err := brief.Fields.Pick(b, brief.Kept{}, f.Path, "")
		if err != nil || len(p.Choices) == 0 || strings.HasPrefix(f.Path, "round.") {
			continue
		}
		b = brief.Fields.With(b, rapid.SampledFrom(p.Choices).Draw(t, "choice").Changes)
	}
	return b
}

// Tonics are all names with at most one accidental.
var Tonics = strings.Fields("C C# Cb D D# Db E E# Eb F F# Fb G G# Gb A A# Ab B B# Bb")

// SameLine says where a phrase that was read differs from the run that was written: in a pitch, in its time, in its
// length, or in its meter.
func SameLine(t require.TestingT, p plan.Plan, l line.Line) {
	require.Len(t, l.Notes, len(p.Run.Events), p.Sentence)
	r, first := p.Run.Rhythm, p.Run.Events[0]
	over, under := r.Signature()
	if l.Meter != "" { // a table says none
		require.Equal(t, fmt.Sprintf("%d/%d", over, under), l.Meter, p.Sentence)
	}
	at := func(e piece.Event) float64 { return float64(e.Bar*r.BeatsPerBar) + e.Beat }
	for i, e := range p.Run.Events {
		n := l.Notes[i]
		require.Equal(t, e.MIDI, n.MIDI, "note %d of %s", i+1, p.Sentence)
		require.InDelta(t, at(e)-at(first), n.At-l.Notes[0].At, 1e-3, "when note %d of %s begins", i+1, p.Sentence)
		require.InDelta(t, e.Beats, n.Beats, 1e-3, "how long note %d of %s is", i+1, p.Sentence)
	}
}

// English names notes as English does.
var English, _ = table.Find(pitch.Namings, pitch.English)

// Line reads a line of notes as it is typed in a key, or ends the test.
func Line(t require.TestingT, text, key string) line.Line {
	l, err := line.Typed(text, pitch.MustParseName(key), English, neck.Neck{})
	require.NoError(t, err, text)
	return l
}
