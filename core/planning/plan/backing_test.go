package plan_test

import (
	"encoding/json"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

func withBacking(t *testing.T, scale, backing string) plan.Plan {
	return plantest.Build(
		t,
		`{"instrument": {"id": "guitar"}, "scale": `+scale+`, "layout": {"system": "one-octave"}, "backing": `+backing+`}`,
	)
}

// The chords of a backing begin with the first bar, fill as many rounds as the run needs, and stand over the
// notes where they begin. A run may end on a note of the chord that sounds then.
func TestABackingOfChords(t *testing.T) {
	p := withBacking(t, `{"tonic": "Eb", "name": "major"}`, `{"kind": "progression", "chords": "Fm7 Bb7 | Ebmaj7"}`)
	require.NotNil(t, p.Backing)
	var symbols []string
	at := 0.0
	for _, c := range p.Backing.Chords {
		symbols = append(symbols, c.Symbol)
		assert.InDelta(t, at, c.At, 1e-9)
		at += c.Beats
	}
	assert.Equal(t, []string{"Fm7", "B♭7", "E♭maj7"}, symbols)
	assert.Equal(t, []string{"F", "Ab", "C", "Eb"}, p.Backing.Chords[0].Notes)
	over := map[int]string{}
	for i, e := range p.Run.Events {
		if e.Chord != nil {
			over[i] = e.Chord.Symbol
		}
	}
	assert.Equal(t, map[int]string{0: "Fm7", 4: "B♭7", 8: "E♭maj7"}, over)
	assert.True(t, p.Run.SaysChords)
	assert.True(t, p.Run.EndsOn.InChord)

	// A run that ends over a chord that it isn't of says which, and what is of it.
	open := withBacking(t, `{"tonic": "Eb", "name": "lydian"}`, `{"kind": "chord", "chords": "F"}`)
	require.False(t, open.Run.EndsOn.InChord)
	i := slices.IndexFunc(open.Cautions, func(c plan.Caution) bool { return c.Code == plan.CautionEnding })
	require.GreaterOrEqual(t, i, 0)
	assert.Equal(t, "The run ends on E♭, degree 1, outside F, the chord that sounds there. It ends well on F, A or C.",
		open.Cautions[i].Message)

	none := withBacking(t, `{"tonic": "Eb", "name": "major"}`, `{}`)
	assert.Nil(t, none.Backing)
	assert.False(t, none.Run.SaysChords)
	data, err := json.Marshal(none)
	require.NoError(t, err)
	assert.NotContains(t, string(data), `"backing":{"chords"`)

	phrygian := withBacking(t, `{"tonic": "F#", "name": "phrygian"}`, `{"kind": "vamp", "bars": 2}`)
	assert.Equal(t, "♭II holds the ♭2", phrygian.Backing.Why)
	assert.InDelta(t, 8, phrygian.Backing.Chords[1].At, 1e-9)
	assert.Equal(t, "G", phrygian.Backing.Chords[1].Symbol)
	assert.Empty(t, withBacking(t, `{"tonic": "F#", "name": "iwato"}`, `{"kind": "drone"}`).Backing.Chords)
}

// What can't be read is said with its symbol; chords move along with the key.
func TestTypedChords(t *testing.T) {
	b := plantest.Parse(
		t,
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "D", "name": "major"}, "backing": {"kind": "progression", "chords": "Em7 Xm7"}}`,
	)
	_, err := plan.Build(b)
	assert.ErrorContains(t, err, `backing.chords: "Xm7" is not a chord`)
	_, err = plan.Build(
		plantest.Parse(
			t,
			`{"instrument": {"id": "bass"}, "scale": {"tonic": "D", "name": "major"}, "backing": {"kind": "waltz"}}`,
		),
	)
	assert.ErrorContains(t, err, "backing.kind")
	b.Backing.Chords = "Em7 A7/C# | 1"
	assert.Equal(t, "Fm7 Bb7/D | 1", brief.Fields.Change(b, brief.Changes{"scale.tonic": "Eb"}).Backing.Chords)
	assert.Equal(t, "Fm7 Bb7/D | 1", brief.Fields.InKey(b, "Eb").Backing.Chords)
	typed, err := plan.Build(brief.Fields.Change(b, brief.Changes{"backing.kind": "blues"}))
	require.NoError(t, err)
	assert.Len(t, typed.Backing.Chords, 12)
	assert.Empty(t, typed.Brief.Backing.Chords, "another kind has its own")
}
