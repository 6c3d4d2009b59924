package document_test

import (
	"errors"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/internal/plantest"
)

// writesAnything writes a plan that was given, or the round of its brief, in some
// format: no writer panics, and none leaves an empty file.
func writesAnything(t *rapid.T) {
	b := plantest.Any(t)
	f := rapid.SampledFrom(document.Formats).Filter(func(f document.Format) bool { return f.ID != "png" }).Draw(t,
		"format")
	var source document.Source
	var faults fault.List
	if rapid.IntRange(0, 9).Draw(t, "round") == 0 {
		b.Round = brief.Round{
			Where: rapid.SampledFrom(brief.Wheres).Draw(t, "place").ID, Link: rapid.SampledFrom(brief.Links).Draw(t,
				"link").ID, Order: "own",
			Keys: rapid.SliceOfN(rapid.SampledFrom(plantest.Tonics), 1, 4).Draw(t, "keys"),
		}
		r, err := round.Build(b)
		if err != nil {
			require.ErrorAs(t, err, &faults)
			return
		}
		source = document.OfRound(
			r,
			rapid.SampledFrom([]string{draw.FourToAPage, draw.WithStaff, draw.OnePage}).Draw(t, "layout"),
		)
	} else {
		p, err := plan.Build(b)
		if err != nil {
			require.ErrorAs(t, err, &faults)
			return
		}
		source = document.OfPlan(p)
	}
	file, err := f.Write(source, document.Options{Form: draw.Form{Paper: draw.A4}})
	if errors.As(err, &faults) && f.ID == "wav" {
		return // it lasts too long, and says so
	}
	require.NoError(t, err)
	assert.NotEmpty(t, file.Data)
}

func TestWritesAnything(t *testing.T) { rapid.Check(t, writesAnything) }

// FuzzWriters goes on where the test stops.
func FuzzWriters(f *testing.F) { f.Fuzz(rapid.MakeFuzz(writesAnything)) }

// Keys whose spelling goes past double accidentals, or whose notes are out of the
// range of MIDI, are written in every format or refused at the field.
func TestKeysAtTheEdgeOfSpelling(t *testing.T) {
	for _, key := range []string{
		`"tonic": "A#", "name": "whole-tone"`, `"tonic": "E#", "name": "whole-tone"`,
		`"tonic": "B#", "name": "whole-tone"`, `"tonic": "B#", "name": "lydian-augmented"`,
		`"tonic": "Fb", "name": "altered"`, `"tonic": "Gb", "formula": "1 bb3 b3 4 b5 bb7 b7"`,
		`"tonic": "G#", "name": "lydian-augmented"`, `"tonic": "Cb", "name": "whole-half"`,
	} {
		for _, instrument := range []string{"guitar", "mandolin", "bass"} {
			given := fmt.Sprintf(`{"instrument": {"id": %q}, "scale": {%s}}`, instrument, key)
			p := plantest.Build(t, given)
			for _, f := range document.Formats {
				file, err := f.Write(document.OfPlan(p), document.Options{Form: draw.Form{Paper: draw.A4}})
				require.NoError(t, err, given)
				assert.NotEmpty(t, file.Data, given)
			}
		}
	}
	around, err := round.Build(plantest.Parse(
		t,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "A#", "name": "whole-tone"}, "round": {"order": "own", "keys": ["A#", "E#", "Fb"]}}`,
	))
	require.NoError(t, err)
	for _, f := range document.Formats {
		_, err := f.Write(document.OfRound(around, draw.FourToAPage), document.Options{Form: draw.Form{Paper: draw.A4}})
		require.NoError(t, err)
	}
	for given, field := range map[string]string{
		`{"instrument": {"id": "guitar", "tuning": ["B8", "B8", "B8"], "capo": 1}, "scale": {"tonic": "C", "name": "major"}}`: "instrument.",
		`{"instrument": {"id": "guitar", "tuning": ["E2", "A2", "G9"]}, "scale": {"tonic": "C", "name": "major"}}`:            "instrument.tuning",
	} {
		_, err := plan.Build(plantest.Parse(t, given))
		assert.ErrorContains(t, err, field, given)
	}
}
