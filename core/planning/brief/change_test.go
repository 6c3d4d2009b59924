package brief_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/planning/brief"
	"evenladder/internal/plantest"
)

const everything = `{"instrument": {"id": "guitar", "tuning": ["D2","A2","D3","G3","B3","E4"], "frets": 20, "capo": 2},
	"scale": {"tonic": "F#", "name": "dorian"}, "picking": "economy",
	"layout": {"system": "from-degree", "fromDegree": 3, "octaves": 1, "strings": [5,4,3,2], "lowFret": 2, "highFret": 14, "box": 1, "boxOctave": 1},
	"hand": {"school": "per-fret", "fingers": ["4/3/1"]}, "run": {"landOn": {"string": 4, "fret": 3}, "along": 4}}`

func TestAChangeClearsWhatHangsOnIt(t *testing.T) {
	places := []string{"hand.fingers", "run.along", "run.landOn"}
	box := append([]string{"layout.boxOctave"}, places...)
	boxes := append([]string{"layout.box"}, box...)
	onNeck := append([]string{"layout.strings", "layout.lowFret", "layout.highFret"}, boxes...)
	for path, c := range map[string]struct {
		to   any
		lost []string
	}{
		"layout.boxOctave":  {-1, places},
		"layout.box":        {0, box},
		"scale.tonic":       {"Ab", boxes},
		"layout.octaves":    {2, boxes},
		"layout.highFret":   {16, boxes},
		"hand.open":         {"closed", boxes},
		"layout.system":     {"five-form", boxes},
		"scale.name":        {"lydian", append([]string{"layout.fromDegree"}, boxes...)},
		"instrument.capo":   {3, onNeck},
		"instrument.frets":  {12, onNeck},
		"instrument.tuning": {[]string{"E2", "A2", "D3", "G3", "B3", "E4"}, onNeck},
		"instrument.id": {"bass", append([]string{"instrument.tuning", "instrument.frets",
			"instrument.capo", "picking", "hand.school"}, onNeck...)},
		"hand.school":              {"two-fret", []string{"hand.fingers"}},
		"instrument.scaleLengthMm": {600.0, nil},
		"rhythm.tempoBpm":          {90, nil},
		"instrument.leftHanded":    {true, nil},
	} {
		b := plantest.Parse(t, everything)
		changed := brief.Fields.Change(b, brief.Changes{path: c.to})
		assert.ElementsMatch(t, c.lost, brief.Fields.Lost(b, changed), path)
		f, _ := brief.Fields.Find(path)
		assert.Equal(t, c.to, f.Value(&changed), path)
	}
}

func TestWhatIsAskedForByNameStands(t *testing.T) {
	b := plantest.Parse(t, everything)
	changed := brief.Fields.Change(b, brief.Changes{"scale.tonic": "Ab", "layout.box": 1})
	assert.Equal(t, 1, *changed.Layout.Box)
	assert.Nil(t, changed.Layout.BoxOctave)
	assert.Equal(t, b, brief.Fields.Change(b, brief.Changes{"scale.tonic": "F#", "layout.system": "from-degree"}),
		"what it is already changes nothing")
}

// The choices of the pickers say all that goes with them: made as a change, a choice
// clears no more, and a change made twice is made once.
func TestChoicesAreWholeChanges(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := plantest.Any(t)
		f := rapid.SampledFrom(brief.Fields.All()).Draw(t, "field")
		p, err := brief.Fields.Pick(b, brief.Kept{}, f.Path, "")
		require.NoError(t, err)
		if len(p.Choices) == 0 {
			return
		}
		c := rapid.SampledFrom(p.Choices).Draw(t, "choice")
		if strings.HasSuffix(c.Label, "same shape") {
			return // all is kept there on purpose: the neck sounds higher, the places are the same
		}
		taken := brief.Fields.With(b, c.Changes)
		assert.Equal(t, taken, brief.Fields.With(taken, c.Changes))
		once := brief.Fields.Change(b, c.Changes)
		assert.Equal(t, once, brief.Fields.Change(once, c.Changes))
		assert.Empty(t, brief.Fields.Lost(taken, once))
	})
}

func TestBadChangesNameTheirPath(t *testing.T) {
	for path, c := range map[string]struct {
		given map[string]any
		says  string
	}{
		"change":          {map[string]any{"scale.colour": "blue"}, `no field is called "scale.colour"`},
		"scale.tonic":     {map[string]any{"scale.tonic": 3}, "give a text"},
		"layout.box":      {map[string]any{"layout.box": "first"}, "give a whole number"},
		"layout.strings":  {map[string]any{"layout.strings": 3}, "give a list"},
		"run.landOn":      {map[string]any{"run.landOn": "open"}, "give an object"},
		"run.landOn.face": {map[string]any{"run.landOn": map[string]any{"face": 1}}, "no such field"},
	} {
		_, err := brief.Fields.ReadChanges(c.given)
		require.Error(t, err, path)
		assert.ErrorContains(t, err, path+": ")
		assert.ErrorContains(t, err, c.says)
	}
}
