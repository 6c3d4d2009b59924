// Package plantest makes plans for tests.
package plantest

import (
	"strings"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/brief"
	"evenladder/core/neck"
	"evenladder/core/plan"
	"evenladder/core/scale"
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
		Scale:      brief.Scale{Tonic: rapid.SampledFrom(Tonics).Draw(t, "tonic"), Name: rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale").ID},
	}
	if rapid.IntRange(0, 4).Draw(t, "own formula") == 0 {
		b.Scale = brief.Scale{Tonic: b.Scale.Tonic, Formula: rapid.SampledFrom([]string{"1 bb3 b3 4 b5 bb7 b7", "1 #2 ##3 #5 #6", "1 b2 bb3 b4 b5 b6 bb7", "1 2 3", "1 b2 2 b3 3 4 b5 5 b6 6 b7 7"}).Draw(t, "formula")}
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
