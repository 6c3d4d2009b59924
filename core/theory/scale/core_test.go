package scale_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/theory/scale"
)

func TestRecognise(t *testing.T) {
	names := func(formula string) (out []string) {
		for _, l := range scale.Recognise(scale.MustParseFormula(formula)) {
			out = append(out, l.Entry.ID+" "+l.Degree.String())
		}
		return out
	}
	assert.Equal(t, []string{"dorian 1", "major 2", "natural-minor 4", "ionian 2", "phrygian b7", "lydian 6",
		"mixolydian 5", "aeolian 4", "locrian b3"}, names("1 2 b3 4 5 6 b7"))
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
	assert.Equal(t, map[string]string{"major": "4 7", "lydian": "#4 7", "mixolydian": "4 b7",
		"lydian-dominant": "#4 b7"}, added)
}

// A scale without a plain pentatonic has the nearest core, with the notes that
// differ.
func TestNearestCore(t *testing.T) {
	for formula, want := range map[string]string{
		"1 2 b3 4 5 b6 7":     "1 b3 4 5 7 of 1 b3 4 5 b7: 7 for b7",
		"1 2 b3 4 5 6 7":      "1 b3 4 5 7 of 1 b3 4 5 b7: 7 for b7",
		"1 b2 b3 4 b5 b6 b7":  "1 b3 4 b5 b7 of 1 b3 4 5 b7: b5 for 5",
		"1 2 b3 5 b6":         "1 2 b3 5 b6 of 1 2 3 5 6: b3 for 3 b6 for 6",
		"1 2 3 #4 #5 #6":      "1 2 3 #5 #6 of 1 2 3 5 6: #5 for 5 #6 for 6",
		"1 b2 b3 b4 b5 b6 b7": "1 b3 b4 b5 b7 of 1 b3 4 5 b7: b4 for 4 b5 for 5",
	} {
		core, of, altered, ok := scale.NearestCore(scale.MustParseFormula(formula))
		require.True(t, ok, formula)
		got := core.String() + " of " + of.String() + ":"
		for _, a := range altered {
			got += " " + a.Has.String() + " for " + a.For.String()
		}
		assert.Equal(t, want, got, formula)
	}
	_, _, _, ok := scale.NearestCore(scale.MustParseFormula("1 2 4 5"))
	assert.False(t, ok)
}
