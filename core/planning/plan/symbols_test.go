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

// The notes of each chord come in the order that is asked for, each once, degrees too, all in one position and no further
// from each other than they have to be; a shuffled order comes back with its number.
func TestOrdersOfTheNotesOfAChord(t *testing.T) {
	played := func(tones, chords string, seed int) (degrees [][]string, p plan.Plan) {
		p = plantest.Build(t, fmt.Sprintf(`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "major"},
			"layout": {"system": "seven-position"}, "run": {"pattern": "arpeggios", "chords": %s, "tones": %q, "seed": %d}}`,
			chords, tones, seed))
		for _, e := range p.Run.Events {
			if e.Chord != nil {
				degrees = append(degrees, nil)
			}
			n := len(degrees) - 1
			degrees[n] = append(degrees[n], e.Name)
		}
		return degrees, p
	}
	const tune = `["Cm7", "F7", "Bbmaj7"]`
	for tones, want := range map[string][]string{
		"1-3-5-7": {"[C Eb G Bb]", "[F A C Eb]", "[Bb D F A]"}, "7-5-3-1": {"[Bb G Eb C]", "[Eb C A F]", "[A F D Bb]"},
		"3-5-7-1": {"[Eb G Bb C]", "[A C Eb F]", "[D F A Bb]"}, "turned": {"[C Eb G Bb]", "[Eb C A F]", "[Bb D F A]"},
	} {
		got, p := played(tones, tune, 1)
		require.Len(t, got, 3, tones)
		for k := range want {
			assert.Equal(t, want[k], fmt.Sprint(got[k]), tones)
		}
		low, high := 99, 0
		for i, e := range p.Run.Events {
			low, high = min(low, e.Fret), max(high, e.Fret)
			if i > 0 {
				assert.LessOrEqual(
					t,
					max(e.MIDI-p.Run.Events[i-1].MIDI, p.Run.Events[i-1].MIDI-e.MIDI),
					11,
					"%s, note %d",
					tones,
					i+1,
				)
			}
		}
		assert.LessOrEqual(t, high-low, 6, tones)
	}
	triads, p := played("3-5-7-1", `[1, 4, 5]`, 1)
	assert.Equal(t, [][]string{{"D", "F", "Bb"}, {"G", "Bb", "Eb"}, {"A", "C", "F"}}, triads)
	assert.Contains(t, p.Sentence, "each as 3 5 7 1")
	first, _ := played("shuffled", tune, 7)
	again, _ := played("shuffled", tune, 7)
	other, _ := played("shuffled", tune, 8)
	assert.Equal(t, first, again)
	assert.NotEqual(t, first, other)
	_, err := plan.Build(
		plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "minor-pentatonic"},
		"run": {"pattern": "arpeggios", "chords": [1, 3], "tones": "turned"}}`),
	)
	assert.ErrorContains(t, err, "run.tones: \"turned\" was given")
}
