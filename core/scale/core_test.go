package scale_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/scale"
)

func TestRecognise(t *testing.T) {
	names := func(formula string) (out []string) {
		for _, l := range scale.Recognise(scale.MustParseFormula(formula)) {
			out = append(out, l.Entry.ID+" "+l.Degree.String())
		}
		return out
	}
	assert.Equal(t, []string{"dorian 1", "major 2", "natural-minor 4", "ionian 2", "phrygian b7", "lydian 6", "mixolydian 5", "aeolian 4", "locrian b3"}, names("1 2 b3 4 5 6 b7"))
	assert.Contains(t, names("1 2 3 b5 5 6 b7"), "lydian-dominant 1", "by sound, however it is spelled")
	assert.Empty(t, names("1 2 3 #4 5 b6 7"))
}

// Every catalogue scale is recognised, and so is every rotation of it as its
// mode.
func TestEveryScaleAndModeIsRecognised(t *testing.T) {
	for _, e := range scale.Catalogue() {
		for i, d := range e.Formula {
			found := false
			for _, l := range scale.Recognise(e.Formula.Rotate(i)) {
				found = found || l.Entry.ID == e.ID && l.Degree == d
			}
			assert.True(t, found, "%s from %s", e.ID, d)
		}
	}
}

// Common practice: a mode is a pentatonic plus two notes.
func TestSiblings(t *testing.T) {
	core, ok := scale.CoreOf(scale.MustParseFormula("1 2 3 4 5 6 7"))
	assert.True(t, ok)
	added := map[string]string{}
	for _, s := range scale.Siblings(core) {
		assert.Len(t, s.Added, 2)
		added[s.Entry.ID] = s.Added[0].String() + " " + s.Added[1].String()
	}
	assert.Equal(t, map[string]string{"major": "4 7", "lydian": "#4 7", "mixolydian": "4 b7", "lydian-dominant": "#4 b7"}, added)
}
