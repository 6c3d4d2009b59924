package document_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/plan"
	"evenladder/core/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/internal/plantest"
)

// writesAnything writes a plan that was given, or the round of its brief, in some
// format: no writer panics, and none leaves an empty file.
func writesAnything(t *rapid.T) {
	b := plantest.Any(t)
	f := rapid.SampledFrom(document.Formats).Filter(func(f document.Format) bool { return f.ID != "png" }).Draw(t, "format")
	var source document.Source
	var faults fault.List
	if rapid.IntRange(0, 9).Draw(t, "round") == 0 {
		b.Round = brief.Round{
			Where: rapid.SampledFrom(brief.Wheres).Draw(t, "place").ID, Link: rapid.SampledFrom(brief.Links).Draw(t, "link").ID, Order: "own",
			Keys: rapid.SliceOfN(rapid.SampledFrom(plantest.Tonics), 1, 4).Draw(t, "keys"),
		}
		r, err := round.Build(b)
		if err != nil {
			require.ErrorAs(t, err, &faults)
			return
		}
		source = document.OfRound(r, draw.FourToAPage)
	} else {
		p, err := plan.Build(b)
		if err != nil {
			require.ErrorAs(t, err, &faults)
			return
		}
		source = document.OfPlan(p)
	}
	data, err := f.Write(source, document.Options{Paper: draw.A4})
	require.NoError(t, err)
	assert.NotEmpty(t, data)
}

func TestWritesAnything(t *testing.T) { rapid.Check(t, writesAnything) }

// FuzzWriters goes on where the test stops.
func FuzzWriters(f *testing.F) { f.Fuzz(rapid.MakeFuzz(writesAnything)) }
