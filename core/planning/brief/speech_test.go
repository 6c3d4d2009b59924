package brief

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// What a teacher types behind a word of the sentence, and the best guess.
func TestTeachersSpeech(t *testing.T) {
	guitar := Brief{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "G", Name: "dorian"}}
	german, higher, up := guitar, guitar, 1
	higher.Layout.BoxOctave = &up
	german.Names = "german"
	key := func(tonic, name string) Changes { return Changes{"scale.tonic": tonic, "scale.name": name} }
	for _, c := range []struct {
		brief       Brief
		field, text string
		want        Changes
	}{
		{guitar, "scale.tonic", "Fm", key("F", "natural-minor")},
		{guitar, "scale.tonic", "F minor", key("F", "natural-minor")},
		{guitar, "scale.name", "bbm", key("Bb", "natural-minor")},
		{guitar, "scale.tonic", "f sharp", Changes{"scale.tonic": "F#"}},
		{guitar, "scale.tonic", "B flat lydian dominant", key("Bb", "lydian-dominant")},
		{guitar, "scale.name", "A minor pent", key("A", "minor-pentatonic")},
		{guitar, "scale.tonic", "fis-moll", key("F#", "natural-minor")},
		{guitar, "scale.tonic", "Es dur", key("Eb", "major")},
		{guitar, "scale.tonic", "As", Changes{"scale.tonic": "Ab"}},
		{guitar, "scale.tonic", "h moll", key("B", "natural-minor")},
		{guitar, "scale.tonic", "b moll", key("Bb", "natural-minor")},
		{guitar, "scale.tonic", "b", Changes{"scale.tonic": "B"}},
		{german, "scale.tonic", "B", Changes{"scale.tonic": "Bb"}},
		{german, "scale.tonic", "H", Changes{"scale.tonic": "B"}},
		{guitar, "scale.tonic", "half step down", Changes{"scale.tonic": "Gb"}},
		{guitar, "scale.tonic", "up a fourth", Changes{"scale.tonic": "C"}},
		{guitar, "scale.tonic", "a minor third higher", Changes{"scale.tonic": "Bb"}},
		{guitar, "scale.name", "blues", Changes{"scale.name": "minor-blues"}},
		{guitar, "scale.name", "moll", Changes{"scale.name": "natural-minor"}},
		{guitar, "scale.name", "whole tone", Changes{"scale.name": "whole-tone"}},
		{guitar, "scale.name", "dorain", Changes{"scale.name": "dorian"}},
		{guitar, "scale.name", "first position", Changes{"layout.system": "first-position"}},
		{guitar, "layout.system", "first position", Changes{"layout.system": "first-position"}},
		{guitar, "layout.system", "in open position", Changes{"layout.system": "first-position"}},
		{guitar, "layout.system", "3 notes per string", Changes{"layout.system": "three-per-string"}},
		{guitar, "layout.system", "3nps", Changes{"layout.system": "three-per-string"}},
		{guitar, "layout.system", "low", Changes{"layout.lowFret": 0, "layout.highFret": 5}},
		{guitar, "layout.system", "12 up", Changes{"layout.boxOctave": 1}},
		{higher, "layout.system", "an octave lower", Changes{"layout.boxOctave": 0}},
		{guitar, "layout.lowFret", "between 5 and 9", Changes{"layout.lowFret": 5, "layout.highFret": 9}},
		{guitar, "run.pattern", "thirds", Changes{"run.pattern": "intervals", "run.size": 3}},
		{guitar, "run.pattern", "in 6ths", Changes{"run.pattern": "intervals", "run.size": 6}},
		{guitar, "run.pattern", "stacks of fourths", Changes{"run.pattern": "stacks", "run.size": 4}},
		{guitar, "run.pattern", "groups of four", Changes{"run.pattern": "groups", "run.size": 4}},
		{guitar, "run.pattern", "seventh chords", Changes{"run.pattern": "chords", "run.order": []int{1, 3, 5, 7}}},
		{guitar, "run.pattern", "7th chords", Changes{"run.pattern": "chords", "run.order": []int{1, 3, 5, 7}}},
		{guitar, "run.pattern", "1 3 5 7", Changes{"run.pattern": "chords", "run.order": []int{1, 3, 5, 7}}},
		{guitar, "run.pattern", "5-3-1", Changes{"run.pattern": "chords", "run.order": []int{5, 3, 1}}},
		{guitar, "run.pattern", "arpeggios", Changes{"run.pattern": "chords"}},
		{guitar, "run.pattern", "Dm7 G7 Cmaj7 A7", Changes{"run.pattern": "arpeggios",
			"run.chords": []ChordWord{"Dm7", "G7", "Cmaj7", "A7"}}},
		{guitar, "run.pattern", "six", Changes{"run.pattern": "groups", "run.size": 6}},
		{guitar, "run.pattern", "5", Changes{"run.pattern": "groups", "run.size": 5}},
		{guitar, "scale.tonic", "thirds", Changes{"run.pattern": "intervals", "run.size": 3}},
		{guitar, "rhythm.tempoBpm", "84 bpm", Changes{"rhythm.tempoBpm": 84}},
		{guitar, "rhythm.perBeat", "16ths", Changes{"rhythm.perBeat": 4}},
		{guitar, "scale.name", "two octaves", nil}, // this layout has no octaves to give
		{guitar, "instrument.tuning", "drop D", Changes{"instrument.tuning": []string{"D2", "A2", "D3", "G3", "B3",
			"E4"}}},
		{guitar, "instrument.tuning", "half step down", Changes{"instrument.tuning": []string{"Eb2", "Ab2", "Db3",
			"Gb3", "Bb3", "Eb4"}}},
		{guitar, "instrument.id", "double bass", Changes{"instrument.id": "upright-bass"}},
		{guitar, "instrument.id", "uke", Changes{"instrument.id": "ukulele"}},
		{guitar, "picking", "hammer-ons", Changes{"picking": "legato"}},
	} {
		p, err := Fields.Pick(c.brief, Kept{}, c.field, c.text)
		require.NoError(t, err)
		if c.want == nil {
			assert.Empty(t, p.Choices, "%s: %s", c.field, c.text)
			assert.Contains(t, p.Hint, c.text)
			continue
		}
		require.NotEmpty(t, p.Choices, "%s: %s", c.field, c.text)
		assert.LessOrEqual(t, len(p.Choices), 12, "%s: %s", c.field, c.text)
		for path, want := range c.want {
			assert.Equal(t, want, p.Choices[0].Changes[path], "%s: %s: %v", c.field, c.text, p.Choices)
		}
		took := Fields.With(c.brief, p.Choices[0].Changes)
		r, err := Read(took)
		require.NoError(t, err, "%s: %s", c.field, c.text)
		_, err = r.LayOut()
		assert.NoError(t, err, "%s: %s", c.field, c.text)
	}
}

// Nothing is offered that could not be read, and what is wrong is said in its place.
func TestOnlyWhatCanBeReadIsOffered(t *testing.T) {
	b := Brief{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "G", Name: "dorian"}}
	for _, c := range []struct{ field, text, hint string }{
		{"rhythm.tempoBpm", "fast", "“fast” isn't clear here: type beats a minute"},
		{"rhythm.tempoBpm", "999", "999 was given"},
		{"scale.tonic", "x", "“x” isn't clear here: type it as you say it"},
		{"scale.name", "qqqqqq", "“qqqqqq” isn't clear here: type degrees"},
		{"rhythm.tempoBpm", "999 bpm", "“999 bpm” isn't clear here"},
		{"instrument.capo", "capo 99", "“capo 99” isn't clear here"},
		{"layout.boxOctave", "12 down", ""},
		{"layout.strings", "9 7 2", "string 9 was given"},
	} {
		p, err := Fields.Pick(b, Kept{}, c.field, c.text)
		require.NoError(t, err)
		assert.Empty(t, p.Choices, "%s: %s", c.field, c.text)
		assert.Contains(t, p.Hint, c.hint)
	}
}

// Every saying names something that is there, and is found by it first.
func TestSayingsAreOfTheTable(t *testing.T) {
	b := Brief{Instrument: Instrument{ID: "guitar"}, Scale: Scale{Tonic: "G", Name: "dorian"},
		Round: Round{Order: "fifths"}}
	for _, s := range sayings {
		for _, said := range s.said {
			p, err := Fields.Pick(b, Kept{}, s.path, said)
			require.NoError(t, err)
			require.NotEmpty(t, p.Choices, "%s: %s", s.path, said)
			assert.Equal(t, s.value, p.Choices[0].Changes[s.path], "%s: %s: %v", s.path, said, p.Choices)
		}
	}
}
