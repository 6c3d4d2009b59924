package plan_test

import (
	"encoding/json"
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/internal/plantest"
)

// Chords that are written as symbols are run through as they are written, those outside the key too: on each
// instrument in several layouts each note is of the chord that stands over it, in the hand, named as the chord
// has it.
func TestThroughChordSymbols(t *testing.T) {
	for _, instrument := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		for _, system := range []string{"five-form", "three-per-string", "one-octave", "first-position", "seven-position"} {
			given := fmt.Sprintf(
				`{"instrument": {"id": %q}, "scale": {"tonic": "Bb", "name": "major"}, "layout": {"system": %q},
				"run": {"pattern": "arpeggios", "chords": ["Cm7", "F7", "Bbmaj7", "G7"]}}`,
				instrument,
				system,
			)
			b := plantest.Parse(t, given)
			p, err := plan.Build(b)
			if !assert.NoError(t, err, given) {
				continue
			}
			chords, now := map[string]bool{}, []string{}
			for i, e := range p.Run.Events {
				if e.Chord != nil {
					now = e.Chord.Notes
					chords[e.Chord.Symbol] = true
				}
				require.NotEmpty(t, now, "note %d has a chord", i+1)
				assert.Contains(t, now, e.Name, "%s %s note %d over %v", instrument, system, i+1, now)
				assert.Equal(t, e.MIDI%12, pitch.MustParseName(e.Name).Class())
			}
			assert.Len(t, chords, 4)
			assert.Contains(t, p.Sentence, "Cm7 F7 B♭maj7 G7")
		}
	}
}

func TestChordWordsInJSON(t *testing.T) {
	b := plantest.Parse(
		t,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "major"}, "run": {"pattern": "arpeggios", "chords": [1, 4, 5, 1]}}`,
	)
	data, err := json.Marshal(
		plantest.Build(
			t,
			`{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "major"}, "run": {"pattern": "arpeggios", "chords": [1, 4, 5, 1]}}`,
		).Brief,
	)
	require.NoError(t, err)
	assert.Contains(t, string(data), `"chords":[1,4,5,1]`)
	b.Run.Chords = []brief.ChordWord{"Am7", "V7"}
	data, err = json.Marshal(b)
	require.NoError(t, err)
	assert.Contains(t, string(data), `"chords":["Am7","V7"]`)
	var back brief.Brief
	require.NoError(t, json.Unmarshal(data, &back))
	assert.Equal(t, b.Run.Chords, back.Run.Chords)
	_, err = plan.Build(
		plantest.Parse(
			t,
			`{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "major"}, "run": {"pattern": "arpeggios", "chords": ["Am7", "Hx"]}}`,
		),
	)
	assert.ErrorContains(t, err, `"Hx" is not a chord`)
	_, err = brief.Parse([]byte(`{"run": {"chords": [1.5]}}`))
	assert.ErrorContains(t, err, "give a whole number or a text")
}

// What is typed into the picker is taken as it stands, or not at all.
func TestTypedChordsToRunThrough(t *testing.T) {
	b := plantest.Parse(
		t,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "run": {"pattern": "arpeggios"}}`,
	)
	typed := func(text string) []brief.ChordWord {
		p, err := brief.Fields.Pick(b, brief.Kept{}, "run.chords", text)
		require.NoError(t, err)
		for _, c := range p.Choices {
			if w, ok := c.Changes["run.chords"].([]brief.ChordWord); ok && (c.Typed || len(p.Choices) == 1) {
				return w
			}
		}
		return nil
	}
	assert.Equal(t, []brief.ChordWord{"Dm7", "G7", "Cmaj7", "A7"}, typed("Dm7 G7 Cmaj7 A7"))
	assert.Equal(t, []brief.ChordWord{"Dm7", "G7", "Cmaj7", "Cmaj7"}, typed("Dm7 G7 | Cmaj7 %"))
	assert.Nil(t, typed("Dm7 Xyz"))
	assert.Equal(t, []brief.ChordWord{"3", "6", "4"}, typed("3 6 4"))
}
