package brief

import (
	"fmt"
	"reflect"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
)

// Every member of a brief has its row and every row its member: values go in and
// come out under their paths.
func TestRowsAndMembersBelongTogether(t *testing.T) {
	var members []string
	var walk func(prefix string, of reflect.Type)
	walk = func(prefix string, of reflect.Type) {
		for _, m := range fault.FieldsOf(of) {
			member := of.FieldByIndex(m.Index).Type
			if member.Kind() == reflect.Struct {
				walk(prefix+m.Name+".", member)
				continue
			}
			members = append(members, prefix+m.Name)
		}
	}
	walk("", reflect.TypeFor[Brief]())
	var rows []string
	for _, f := range Fields.All() {
		rows = append(rows, f.Path)
		assert.NotEmpty(t, f.Title, f.Path)
		assert.Regexp(t, `^[A-Z].*\.$`, f.About, f.Path)
		assert.True(t, f.Options == nil || f.Usual != nil, "%s has words and none that is usual", f.Path)
		for _, path := range f.clears {
			_, ok := Fields.Find(path)
			assert.True(t, ok, "%s clears %s", f.Path, path)
		}
	}
	assert.ElementsMatch(t, members, rows)

	given := `{"instrument": {"id": "guitar", "capo": 2}, "scale": {"tonic": "Bb", "name": "dorian"}, "layout": {"strings": [3, 2]}, "hand": {"limitsMm": {"greatest": [80, 60, 50]}}, "run": {"landOn": {"string": 1, "fret": 3}, "chain": true}}`
	b, err := Parse([]byte(given))
	require.NoError(t, err)
	for path, want := range map[string]string{
		"instrument.id": "guitar", "instrument.capo": "2", "layout.strings": "[3 2]",
		"hand.limitsMm.greatest": "[80 60 50]", "run.landOn": "{1 3}", "run.chain": "true", "run.lean": "<nil>",
	} {
		f, _ := Fields.Find(path)
		assert.Equal(t, want, fmt.Sprint(f.Value(&b)), path)
		f.clear(&b)
		assert.Nil(t, f.Value(&b), path)
	}
}

// A field that is one row more: it stands in the wire contract, in what the
// catalogue lists, behind a picker, among the fine points, in the defaults, in
// the faults and in the sentence, and nothing else was told of it.
func TestAMadeUpFieldIsOneRow(t *testing.T) {
	mood := "" // where a real one would be a member of Brief
	row := Field{
		Path: "run.mood", Title: "Mood", About: "How the run is meant.", Point: pointRun,
		at: func(*Brief) any { return &mood }, Usual: always("calm"),
		Options: []table.Row{{ID: "calm", Phrase: "calmly", Why: "for the evening"}, {ID: "wild", Phrase: "wildly"}},
		say: func(r *Reading) (lead, words string) {
			if mood != "calm" {
				return ", ", "wildly"
			}
			return
		},
	}
	own := slices.Clone(Fields)
	for i, g := range own {
		if g.Head == "rhythm.perBeat" {
			own[i].Fields = append(slices.Clone(g.Fields), row)
		}
	}

	schemas := own.Schemas()
	assert.Contains(t, schemas, `    RunMood: {type: string, x-go-type: string, enum: ["calm", "wild"], description: "How the run is meant."}`)
	_, run, _ := strings.Cut(schemas, "    RunBrief:\n")
	run, _, _ = strings.Cut(run, "    RhythmBrief:\n")
	assert.Contains(t, run, `        mood: {$ref: "#/components/schemas/RunMood"}`)

	listed := own.Listed()
	assert.Contains(t, listed, Listed{"run.mood", "Mood", "How the run is meant.", Text, "rhythm.perBeat", nil})

	b := Brief{Instrument: Instrument{ID: "mandolin"}, Scale: Scale{Tonic: "Eb", Name: "lydian"}}
	r, err := own.read(b, false)
	require.NoError(t, err)
	assert.Equal(t, "calm", mood, "its default is filled in")
	assert.NotContains(t, TextOf(r.Sentence()), "wildly")

	mood = "wild"
	r, err = own.read(b, false)
	require.NoError(t, err)
	assert.Contains(t, r.Sentence(), Part{"wildly", "run.mood"})

	mood = "grim"
	_, err = own.read(b, false)
	assert.EqualError(t, err, `run.mood: "grim" was given: give one of calm wild`)

	mood = "wild"
	p, err := own.Pick(b, Kept{}, "run.mood", "calm")
	require.NoError(t, err)
	assert.Equal(t, Picker{Field: "run.mood", Title: "Mood",
		Choices: []Choice{{Label: "calmly", Note: "for the evening", Changes: Changes{"run.mood": "calm"}}}}, p)
	assert.Contains(t, points(own, b), "run.mood")
	assert.NotContains(t, points(Fields, b), "run.mood")
}

func points(t Table, b Brief) (out []string) {
	for _, g := range t.Points(b) {
		for _, p := range g.Points {
			out = append(out, p.Field)
		}
	}
	return out
}

// Whatever a picker offers can be taken: the brief is met with it, and then says
// that this is what it has.
func TestEveryChoiceCanBeTaken(t *testing.T) {
	for _, given := range []Brief{
		{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "Eb", Name: "dorian"}},
		{Instrument: Instrument{ID: "ukulele", Capo: 2}, Scale: Scale{Tonic: "F#", Name: "kumoi"},
			Layout: Layout{System: "campanella"}},
		{Instrument: Instrument{ID: "bass"}, Scale: Scale{Tonic: "Ab", Name: "major"},
			Layout: Layout{System: "from-degree"}, Run: Run{Pattern: "chords", Finish: "chord-tone"}},
		{Instrument: Instrument{ID: "mandolin"}, Scale: Scale{Tonic: "Db", Name: "major"},
			Run: Run{Pattern: "arpeggios"}, Round: Round{Order: "shuffled"}},
	} {
		for _, f := range Fields.All() {
			p, err := Fields.Pick(given, Kept{}, f.Path, "")
			require.NoError(t, err)
			for _, c := range p.Choices {
				took := Fields.With(given, c.Changes)
				carried := !took.Round.IsZero()
				if f.carriedAlone() && !carried {
					continue
				}
				_, err := Fields.read(took, carried)
				require.NoError(t, err, "%s: %s", f.Path, c.Label)
				again, err := Fields.Pick(took, Kept{}, f.Path, "")
				require.NoError(t, err)
				if strings.HasSuffix(f.Path, ".seed") || c.keeps {
					continue // these are offered from where the brief is
				}
				i := slices.IndexFunc(again.Choices, func(a Choice) bool {
					return a.Label == c.Label &&
						a.Note == c.Note
				})
				require.GreaterOrEqual(t, i, 0, "%s: %s", f.Path, c.Label)
				assert.True(t, again.Choices[i].Now, "%s: %s", f.Path, c.Label)
			}
		}
	}
}

// carriedAlone reports whether only a round reads the field.
func (f Field) carriedAlone() bool { return strings.HasPrefix(f.Path, "round.") }

func TestWhatIsTypedIsRead(t *testing.T) {
	b := Brief{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "Eb", Name: "dorian"}}
	for _, c := range []struct {
		field, text, label string
		changes            Changes
	}{
		{"scale.name", "1 b2 4 5", "take “1 b2 4 5” as typed", Changes{"scale.formula": "1 b2 4 5", "scale.name": nil}},
		{"scale.name", "phryg", "Phrygian", Changes{"scale.name": "phrygian", "scale.formula": nil}},
		{"scale.tonic", "b♭", "B♭", Changes{"scale.tonic": "Bb"}},
		{"rhythm.tempoBpm", "83", "take “83” as typed", Changes{"rhythm.tempoBpm": 83}},
		{"layout.strings", "4, 3", "take “4, 3” as typed", Changes{"layout.strings": []int{4, 3}}},
		{"layout.lowFret", "5 12", "frets 5 to 12", Changes{"layout.lowFret": 5, "layout.highFret": 12}},
		{"instrument.tuning", "D A D G", "D A D G A D", nil},
		{"run.size", "thirds", "thirds", Changes{"run.size": 3}},
	} {
		p, err := Fields.Pick(b, Kept{}, c.field, c.text)
		require.NoError(t, err)
		require.NotEmpty(t, p.Choices, c.text)
		i := slices.IndexFunc(p.Choices, func(o Choice) bool { return o.Label == c.label })
		if c.label == "frets 5 to 12" {
			i = len(p.Choices) - 1
		}
		require.GreaterOrEqual(t, i, 0, "%s: %v", c.text, p.Choices)
		for path, want := range c.changes {
			assert.Equal(t, want, p.Choices[i].Changes[path], "%s: %s", c.text, path)
		}
	}
	_, err := Fields.Pick(b, Kept{}, "scale.colour", "")
	assert.ErrorContains(t, err, `field: no field is called "scale.colour"`)
}

func TestReadKeys(t *testing.T) {
	usual := Scale{Tonic: "C", Formula: "1 2 3"}
	assert.Equal(t, []Scale{{Tonic: "Eb", Name: "mixolydian"}, {Tonic: "A", Formula: "1 2 3"},
		{Tonic: "F#", Name: "dorian-b2"}, {Tonic: "H", Name: "odd one"}},
		ReadKeys("E♭ Mixolydian, A,, F# dorian ♭2 , H odd one", usual))
	assert.Equal(t, []Scale{{Tonic: "G", Name: "natural-minor"}, {Tonic: "C", Name: "mixolydian"},
		{Tonic: "F", Formula: "1 2 3"}}, ReadKeys("Gm | C7 F", usual))
	assert.Empty(t, ReadKeys(" , ", usual))
}

func TestProblemsStandAtAWordOfTheSentence(t *testing.T) {
	r, err := Read(Brief{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "Eb", Name: "dorian"}})
	require.NoError(t, err)
	said := map[string]bool{}
	for _, p := range r.Sentence() {
		said[p.Field] = true
	}
	for _, f := range Fields.All() {
		if head := Fields.Head(f.Path); head != "round.order" {
			assert.True(t, said[head], "%s is shown at %s", f.Path, head)
		}
	}
	assert.Equal(t, "layout.system", Fields.Head("layout.colour"))
	assert.Equal(t, "instrument.id", Fields.Head("colour"))
}

// Another layout has other boxes: the box that was chosen, and the note to land
// on, go with the old one. What has nothing to do with it stays.
func TestAChoiceTakesOutWhatWentWithTheOld(t *testing.T) {
	b, err := Parse([]byte(`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "lydian"}, "layout": {"box": 3, "lowFret": 2}, "run": {"landOn": {"string": 1, "fret": 5}}, "rhythm": {"tempoBpm": 63}}`))
	require.NoError(t, err)
	p, err := Fields.Pick(b, Kept{}, "layout.system", "seven")
	require.NoError(t, err)
	require.NotEmpty(t, p.Choices)
	after := Fields.With(b, p.Choices[0].Changes)
	assert.Equal(t, "seven-position", after.Layout.System)
	assert.Nil(t, after.Layout.Box)
	assert.Nil(t, after.Run.LandOn)
	assert.Equal(t, []any{2, 63.0}, []any{*after.Layout.LowFret, float64(*after.Rhythm.TempoBPM)})
}

func TestTheSameShapeInALowerTuning(t *testing.T) {
	b, err := Parse([]byte(`{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "dorian"}, "layout": {"box": 2, "lowFret": 2}}`))
	require.NoError(t, err)
	p, err := Fields.Pick(b, Kept{}, "instrument.tuning", "half step down, same")
	require.NoError(t, err)
	require.NotEmpty(t, p.Choices)
	assert.Equal(t, []string{"half step down, same shape", "sounds G♭ Dorian"}, []string{p.Choices[0].Label,
		p.Choices[0].Note})
	was, err := Read(b)
	require.NoError(t, err)
	is, err := Read(Fields.With(b, p.Choices[0].Changes))
	require.NoError(t, err)
	before, err := was.LayOut()
	require.NoError(t, err)
	after, err := is.LayOut()
	require.NoError(t, err)
	require.Len(t, after, len(before))
	for i, n := range after[is.Box()].Notes {
		assert.Equal(t, before[was.Box()].Notes[i].Place, n.Place)
		assert.Equal(t, before[was.Box()].Notes[i].MIDI-1, n.MIDI)
	}
}

// Whatever is typed behind whatever word of whatever brief, the picker answers,
// and what it offers can be put into the address.
func FuzzTyped(f *testing.F) {
	f.Add("scale.name", "1 b2 4 5", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "dorian"}}`)
	f.Add("layout.strings", "4 3 99999999999999999999",
		`{"instrument": {"id": "bass", "frets": 0}, "layout": {"box": -1}}`)
	f.Add("run.landOn", "♭", `{"round": {"order": "own"}}`)
	f.Fuzz(func(t *testing.T, field, text, given string) {
		b, err := Parse([]byte(given))
		if err != nil {
			return
		}
		p, err := Fields.Pick(b, Kept{}, field, text)
		if err != nil {
			return
		}
		for _, c := range p.Choices {
			assert.NotEmpty(t, c.Label)
			assert.NotEmpty(t, c.Changes)
		}
		for _, key := range ReadKeys(text, b.Scale) {
			assert.NotEmpty(t, key.Tonic)
		}
		Fields.Points(b)
	})
}

// No pick is ever ignored: what the brief holds, the sentence says.
func TestEveryPickIsSaid(t *testing.T) {
	for _, given := range []Brief{
		{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "Eb", Name: "dorian"}},
		{Instrument: Instrument{ID: "ukulele"}, Scale: Scale{Tonic: "F#", Name: "major"},
			Layout: Layout{System: "campanella"}},
		{Instrument: Instrument{ID: "bass"}, Scale: Scale{Tonic: "Ab", Name: "major"},
			Layout: Layout{System: "from-degree"}, Run: Run{Pattern: "chords", Finish: "chord-tone"}},
		{Instrument: Instrument{ID: "bass"}, Scale: Scale{Tonic: "Ab", Name: "major"},
			Layout: Layout{System: "one-octave"}, Run: Run{Pattern: "full-range"}},
		{Instrument: Instrument{ID: "mandolin"}, Scale: Scale{Tonic: "Db", Name: "major"},
			Run: Run{Pattern: "arpeggios"}, Round: Round{Order: "shuffled"}},
	} {
		r := Fields.readAll(given)
		was := TextOf(r.Sentence())
		for _, f := range Fields.All() {
			if f.carriedAlone() && !r.carried || f.Path == "layout.box" || f.Path == "round.start" ||
				f.matters != nil && !f.matters(&r) {
				continue
			}
			p, err := Fields.Pick(given, Kept{}, f.Path, "")
			require.NoError(t, err)
			for _, c := range p.Choices {
				took := Fields.readAll(Fields.With(given, c.Changes))
				is := TextOf(took.Sentence())
				if c.Now && r.carried && f.Path == "layout.system" {
					continue // a layout that is named has a say in where each key is played
				}
				if c.Now || c.Label == "4/4" {
					assert.Equal(t, was, is, "%s: %s is what the brief says", f.Path, c.Label)
					continue
				}
				assert.NotEqual(t, was, is, "%s: %s", f.Path, c.Label)
			}
		}
	}
}

// Without its extras a brief is plain again, whatever was set.
func TestPlainAgain(t *testing.T) {
	given := Brief{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "Eb", Name: "dorian"},
		Run: Run{Direction: "down"}}
	plainly := Fields.readAll(given)
	said := TextOf(plainly.Sentence())
	assert.Contains(t, said, "down")
	extras := 0
	for _, f := range Fields.All() {
		if !f.Extra(Fields) {
			continue
		}
		extras++
		p, err := Fields.Pick(given, Kept{}, f.Path, "")
		require.NoError(t, err)
		for _, c := range p.Choices {
			b := Fields.With(given, c.Changes)
			for _, other := range Fields.All() {
				if other.Extra(Fields) {
					other.clear(&b)
				}
			}
			r := Fields.readAll(b)
			assert.Equal(t, said, TextOf(r.Sentence()), "%s: %s", f.Path, c.Label)
		}
	}
	assert.Greater(t, extras, 15)
	for _, stays := range []string{"instrument.leftHanded", "names", "instrument.frets", "run.direction",
		"layout.system"} {
		f, _ := Fields.Find(stays)
		assert.False(t, f.Extra(Fields), stays)
	}
}
