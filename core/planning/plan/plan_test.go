package plan_test

import (
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/scale"
	"evenladder/internal/plantest"
)

func TestDefaultsAreFilledIn(t *testing.T) {
	p := plantest.Build(t, short("guitar | Bb dorian"))
	data, err := json.Marshal(p.Brief)
	require.NoError(t, err)
	assert.JSONEq(t, `{
		"instrument": {"id": "guitar", "tuning": ["E2","A2","D3","G3","B3","E4"], "frets": 22, "scaleLengthMm": 648, "courses": false},
		"scale": {"tonic": "Bb", "name": "dorian"}, "names": "english",
		"layout": {"system": "three-per-string", "strings": [6,5,4,3,2,1], "fromDegree": 1, "octaves": 2, "octaveShape": "one-hand", "boxOctave": 0, "lowFret": 0, "highFret": 22, "box": 0},
		"hand": {"school": "per-fret", "wide": "1-2-4", "open": "both-ways", "prefer": "either", "four": "1-2-3-shift",
			"limitsMm": {"comfortable": [55, 40, 38], "greatest": [80, 58, 54]}},
		"run": {"pattern": "straight", "size": 3, "direction": "up-down", "order": [1,3,5], "repeat": 1, "finish": "as-written", "chord": 1, "lean": 0, "fit": "as-is"},
		"rhythm": {"perBeat": 2, "tempoBpm": 72, "beatsPerBar": 4, "pickUp": 0, "accentEvery": 0}, "backing": {"kind": "none"}, "picking": "alternate"}`, string(data))
	assert.Equal(t, "two-per-string", plantest.Build(t, short("guitar | Bb kumoi")).Brief.Layout.System,
		"five notes lie two to a string")
	assert.Equal(t, []int{3, 2, 1}, plantest.Build(t, short("ukulele | Bb dorian")).Brief.Layout.Strings,
		"the re-entrant string is left out")
	again, err := plan.Build(p.Brief)
	require.NoError(t, err)
	assert.Equal(t, p, again, "a filled-in brief gives the same plan")
}

func TestPlanSaysEverything(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "dorian"}, "layout": {"box": 2}, "run": {"finish": "root"}, "rhythm": {"perBeat": 3, "tempoBpm": 66, "beatsPerBar": 3}}`)
	assert.Equal(t, []string{"Bb", "C", "Db", "Eb", "F", "G", "Ab"}, p.Scale.Notes)
	assert.Equal(t, []string{"1", "2", "b3", "4", "5", "6", "b7"}, p.Scale.Degrees)
	assert.Equal(t, []int{2, 1, 2, 2, 2, 1, 2}, p.Scale.Steps)
	assert.Equal(t, scale.KeySignature{Fifths: -4, Accidentals: []string{"Bb", "Eb", "Ab", "Db"}}, p.Scale.KeySignature)
	assert.Equal(t, plan.Fret{Fret: 1, MM: 36.4}, p.Neck.Frets[1])
	assert.Equal(t, piece.OpenString{String: 6, Open: "E2", MIDI: 40, Label: "E"}, p.Neck.Strings[0])
	box := p.Boxes[2]
	assert.Equal(t, "3", box.ID)
	assert.Equal(t, "b3", box.Degree)
	first := box.Notes[0]
	assert.Equal(t, piece.Note{Place: neck.Place{String: 6, Fret: 9}, MIDI: 49, Name: "Db", Degree: "b3"}, first.Note)
	assert.Equal(t, "string 6, fret 9, D flat, flat third, index finger, reaches back", first.Spoken)
	last := p.Run.Events[len(p.Run.Events)-1]
	assert.Equal(t, plan.EndsOn{Label: "B♭", Name: "Bb", Degree: "1", InChord: true}, p.Run.EndsOn)
	assert.Equal(t, "Bb", last.Name)
	assert.Equal(t, 198, p.Run.NotesPerMinute)
	assert.Equal(t, last.Bar, p.Run.Bars)
	assert.Equal(t, []any{"&", 1, 2, 1 + 1.0/3, 1.0 / 3, run.UpStroke}, []any{p.Run.Events[1].Count,
		p.Run.Events[1].Bar, p.Run.Events[1].N, p.Run.Events[1].Beat, p.Run.Events[1].Beats, p.Run.Events[1].Stroke})
}

func TestProblemsNameTheFieldAndWhatIsAccepted(t *testing.T) {
	for given, want := range map[string]string{
		`{"instrument": {"id": "banjolele"}, "scale": {"tonic": "C", "name": "major"}}`:                                       `instrument.id: no instrument is called "banjolele": give one of guitar`,
		`{"scale": {"tonic": "C", "name": "major"}}`:                                                                          "instrument.id: no instrument was given: give one of guitar",
		`{"instrument": {"id": "guitar", "tuning": ["E2", "H2", "D3"]}, "scale": {"tonic": "C", "name": "major"}}`:            `instrument.tuning: string 2: "H2" is not a pitch`,
		`{"instrument": {"id": "guitar", "tuning": ["E2", "H2"]}, "scale": {"tonic": "C", "name": "major"}}`:                  "instrument.tuning: a tuning of 2 strings: give 3 to 12",
		`{"instrument": {"id": "guitar", "tuning": ["B8", "B8", "B8"]}, "scale": {"tonic": "C", "name": "major"}}`:            "instrument.tuning: string 3, open on B8, would sound past the highest note there is on fret 22: give it 14 half steps lower or fewer frets",
		`{"instrument": {"id": "guitar", "frets": 0}, "scale": {"tonic": "C", "name": "major"}}`:                              "instrument.frets: 0 was given: give 1 to 36",
		`{"instrument": {"id": "guitar", "scaleLengthMm": 3}, "scale": {"tonic": "C", "name": "major"}}`:                      "instrument.scaleLengthMm: 3 was given",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "majr"}}`:                                           `scale.name: no scale is called "majr": give one of major natural-minor`,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C"}}`:                                                           "scale.name: no scale was given",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major", "formula": "1 2 3"}}`:                      "scale.formula: a name (major) and a formula were given: give one of them",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "formula": "2 3 4"}}`:                                       "scale.formula: the formula starts with 2: it must start with the root, 1",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C##", "name": "major"}}`:                                        "scale.tonic: C## was given: give a tonic with at most one",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"system": "spiral"}}`:          `layout.system: "spiral" was given: give one of three-per-string`,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "formula": "1 2 4 5"}, "layout": {"system": "five-form"}}`:  "layout.system: five-form doesn't fit",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"box": 9}}`:                    "layout.box: 9 was given: this layout has boxes 0 to 6",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"strings": [1, 1]}}`:           "layout.strings: string 1 was given: give each string once, from 1 to 6",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"lowFret": 9, "highFret": 3}}`: "layout.lowFret: 9 is above layout.highFret 3",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "rhythm": {"perBeat": 9}}`:                "rhythm.perBeat: 9 was given: give 1 to 6",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "picking": "bow"}`:                        `picking: "bow" was given: give one of alternate down`,
		`{"instrument": {"id": "guitar", "frets": "many"}, "scale": {"tonic": "C", "name": "major"}}`:                         `instrument.frets: the text "many" was given: give a whole number`,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"stings": [1]}}`:               "layout.stings: no such field: the fields here are system strings",
		`{"instrument": {"id": "guitar"}`: "brief: this is not JSON (it ends too early)",
		`[]`:                              "brief: a list was given: give an object",
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}} x`: "brief: this is not JSON",
	} {
		b, err := brief.Parse([]byte(given))
		if err == nil {
			_, err = plan.Build(b)
		}
		var errs fault.List
		require.ErrorAs(t, err, &errs, given)
		assert.Contains(t, err.Error(), want)
	}
}

func TestAllProblemsComeAtOnce(t *testing.T) {
	_, err := plan.Build(brief.Brief{Instrument: brief.Instrument{ID: "x"}, Scale: brief.Scale{Tonic: "H", Name: "y"},
		Picking: "z"})
	assert.Len(t, strings.Split(err.Error(), "\n"), 4)
}

// The sentence reads well for every instrument, system, direction, ending and
// subdivision: the right article, no doubled or missing space, one full stop
// at the end.
func TestSentence(t *testing.T) {
	assert.Equal(t, "On a guitar tuned D A D G B E, lay B♭ Dorian out as three notes per string, one finger per fret. Play it straight, up and down, in eighths at 72.",
		plantest.Build(t, `{"instrument": {"id": "guitar", "tuning": ["D2","A2","D3","G3","B3","E4"]}, "scale": {"tonic": "Bb", "name": "dorian"}}`).Sentence)
	for _, in := range neck.Instruments() {
		for _, s := range layout.Systems {
			for _, d := range run.Directions {
				for _, f := range run.Finishes {
					p := plantest.Build(t, fmt.Sprintf(`{"instrument": {"id": %q, "leftHanded": %v}, "scale": {"tonic": "Eb", "name": "mixolydian"}, "layout": {"system": %q}, "run": {"direction": %q, "finish": %q, "repeatTop": true}, "hand": {"open": "closed", "wide": "1-3-4"}, "picking": "down", "rhythm": {"beatsPerBar": 3}}`,
						in.ID, len(d.ID)%2 == 0, s.ID, d.ID, f.ID))
					for _, wrong := range []string{"a 8", "a up", "an 7", "a a ", "  ", " ,", " .", "..", ",,", "%!",
						"an left", "strings 3 to 1,  "} {
						assert.NotContains(t, p.Sentence, wrong)
					}
					assert.Regexp(t, `^On an? .+ tuned .+, lay E♭ Mixolydian out .+\. Play it .+\.$`, p.Sentence)
					assert.Contains(t, p.Spoken, "E flat Mixolydian")
					assert.NotContains(t, p.Spoken, "♭")
				}
			}
		}
	}
}

func TestSentenceNamesWhatIsUnusual(t *testing.T) {
	for layout, want := range map[string]string{
		`"strings": [4, 3, 2]`: " on strings 4 to 2,", `"strings": [2]`: " on string 2,",
		`"strings": [6, 1]`:            " on strings 6 and 1,",
		`"lowFret": 5, "highFret": 12`: " between frets 5 and 12,",
	} {
		assert.Contains(t, plantest.Build(t, short("guitar | D lydian | "+layout)).Sentence, want)
	}
	fields := map[string]bool{}
	for _, part := range plantest.Build(t, short("guitar | D lydian")).SentenceParts {
		fields[part.Field] = true
	}
	for _, f := range []string{"instrument.id", "instrument.tuning", "scale.tonic", "scale.name", "layout.system",
		"hand.school", "run.pattern", "run.direction", "rhythm.perBeat", "rhythm.tempoBpm"} {
		assert.True(t, fields[f], f)
	}
}

func TestCautions(t *testing.T) {
	codes := func(p plan.Plan) (out []string) {
		for _, c := range p.Cautions {
			out = append(out, c.Code)
		}
		return out
	}
	wide := plantest.Build(t, short("guitar | Gb lydian"))
	assert.Equal(t, []string{"span", "care"}, codes(wide))
	assert.Contains(t, wide.Cautions[0].Message,
		"Box 1 opens the index and middle fingers 63 mm, frets 2 to 4. This hand is comfortable up to 55 mm.")
	assert.Contains(t, wide.Cautions[0].Message, "the same shape 3 frets higher")
	assert.Empty(t, codes(plantest.Build(t, short(`ukulele | Gb lydian | "system": "three-per-string"`))),
		"the same frets on a short neck")
	assert.Equal(t, []string{"incomplete", "ending"},
		codes(plantest.Build(t, short(`guitar | D lydian | "system": "four-per-string", "box": 6, "highFret": 15`))))
	assert.Contains(t, codes(plantest.Build(t, short("ukulele | Db phrygian"))), "spelling")
	past := plantest.Build(t, short("guitar | A# whole-tone"))
	assert.Contains(t, codes(past), "respelled")
	assert.Contains(t, past.Cautions[0].Message,
		"A♯ whole-tone would need triple accidentals, so it's written degree ♯6 is written A♭, as it sounds.")
}

func TestLeftHandedChangesNoData(t *testing.T) {
	right, left := plantest.Build(t, short("mandolin | F# dorian")),
		plantest.Build(t, `{"instrument": {"id": "mandolin", "leftHanded": true}, "scale": {"tonic": "F#", "name": "dorian"}}`)
	assert.Equal(t, right.Boxes, left.Boxes)
	assert.Equal(t, right.Run, left.Run)
	assert.Contains(t, left.Sentence, "On a left-handed mandolin")
}

func TestClosedUsesNoOpenString(t *testing.T) {
	open := plantest.Build(t, short("guitar | E natural-minor"))
	assert.Zero(t, open.Boxes[0].Notes[0].Fret)
	for _, b := range plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "natural-minor"}, "hand": {"open": "closed"}}`).Boxes {
		for _, n := range b.Notes {
			assert.Positive(t, n.Fret)
		}
	}
}

// The run plays notes of its box, strokes alternate, and building shares no
// memory with the brief.
func TestRunProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		perBeat, box := rapid.IntRange(1, 6).Draw(t, "per beat"), 0
		b := brief.Brief{
			Instrument: brief.Instrument{ID: rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument").ID},
			Scale: brief.Scale{Tonic: rapid.SampledFrom(strings.Fields("C Db D Eb E F F# G Ab A Bb B")).Draw(t,
				"tonic"), Name: rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale").ID},
			Layout: brief.Layout{System: rapid.SampledFrom(layout.Systems).Draw(t, "system").ID, Box: &box},
			Run: brief.Run{Direction: rapid.SampledFrom(run.Directions).Draw(t, "direction").ID,
				Finish: rapid.SampledFrom(run.Finishes).Draw(t, "finish").ID},
			Rhythm: brief.Rhythm{PerBeat: &perBeat},
		}
		p, err := plan.Build(b)
		if err != nil {
			var errs fault.List
			require.True(t, errors.As(err, &errs))
			return
		}
		notes := p.Boxes[0].Notes
		for i, e := range p.Run.Events {
			assert.Equal(t, notes[e.InBox].Note, e.Note)
			assert.Equal(t, i+1, e.N)
			assert.InDelta(t, float64(i)/float64(perBeat), e.At, 1e-9)
			if p.Brief.Picking == run.AlternatePicking {
				assert.Equal(t, []run.Stroke{run.DownStroke, run.UpStroke}[i%2], e.Stroke)
			} else {
				assert.Contains(t, "pima", string(e.Stroke), "what is not picked is plucked")
			}
		}
		if b.Run.Finish == "root" && hasRoot(notes) {
			assert.Equal(t, "1", p.Run.EndsOn.Degree)
		}
		*p.Brief.Layout.Box = 99
		assert.Zero(t, box)
	})
}

func hasRoot(notes []plan.BoxNote) bool {
	for _, n := range notes {
		if n.Root {
			return true
		}
	}
	return false
}

func FuzzParseBrief(f *testing.F) {
	f.Add([]byte(short("guitar | Bb dorian")))
	f.Add([]byte(`{"instrument": {"id": "bass", "tuning": ["E1","A1","D2"], "frets": 9, "scaleLengthMm": 700}, "scale": {"tonic": "F", "formula": "1 b3 5"}, "layout": {"strings": [3,1], "box": 1}, "rhythm": {"perBeat": 6}}`))
	f.Add([]byte(`{"instrument": {"id": 4}}`))
	f.Fuzz(func(t *testing.T, data []byte) {
		b, err := brief.Parse(data)
		if err == nil {
			_, err = plan.Build(b)
		}
		var errs fault.List
		if err != nil && !errors.As(err, &errs) {
			t.Fatalf("an error without a field: %v", err)
		}
		for _, e := range errs {
			if e.Field == "" || e.Message == "" {
				t.Fatalf("an empty problem: %+v", e)
			}
		}
	})
}

func Example() {
	b, _ := brief.Parse([]byte(`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "F", "name": "major-pentatonic"}}`))
	p, _ := plan.Build(b)
	fmt.Println(p.Sentence)
	for _, n := range p.Boxes[0].Notes {
		fmt.Printf("string %d fret %d finger %d: %s\n", n.String, n.Fret, n.Finger, n.Name)
	}
	// Output:
	// On a ukulele tuned G C E A, lay F major pentatonic out as two notes per string, one finger per fret. Play it straight, up and down, in eighths at 72, with free strokes of index and middle finger.
	// string 3 fret 5 finger 1: F
	// string 3 fret 7 finger 3: G
	// string 2 fret 5 finger 1: A
	// string 2 fret 8 finger 4: C
	// string 1 fret 5 finger 1: D
	// string 1 fret 8 finger 4: F
}

// The layout that a teacher of each instrument would set, and a box low on the
// neck before one at the octave.
func TestDefaultsByInstrument(t *testing.T) {
	for brief, want := range map[string]string{
		"guitar | Eb major": "three-per-string", "guitar | Eb minor-pentatonic": "two-per-string",
		"bass | Eb major":     "three-per-string",
		"mandolin | Eb major": "first-position", "octave-mandolin | Eb minor-pentatonic": "first-position",
		"ukulele | Eb major": "first-position", "ukulele | Eb minor-pentatonic": "two-per-string",
		"ukulele-baritone | Eb dorian": "first-position",
		"upright-bass | Eb major":      "first-position", "upright-bass | Eb minor-pentatonic": "first-position",
	} {
		assert.Equal(t, want, plantest.Build(t, short(brief)).Brief.Layout.System, brief)
	}
	high := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "major"}, "layout": {"system": "three-per-string"}, "hand": {"open": "closed"}}`)
	assert.Equal(t, 12, high.Boxes[0].LowFret, "without open strings the root is at the octave")
	assert.Equal(t, 1, high.Box)
	assert.Equal(t, 1, *high.Brief.Layout.Box)
	asked := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "major"}, "layout": {"system": "three-per-string", "box": 0}, "hand": {"open": "closed"}}`)
	assert.Zero(t, asked.Box, "a box that is asked for")
}
