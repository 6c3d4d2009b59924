package scale_test

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Each scale of the catalogue has its line, and one of one's own that sounds like one has that one's.
func TestEachScaleIsTold(t *testing.T) {
	for _, e := range scale.Catalogue() {
		s := scale.New(pitch.MustParseName("E"), e.Formula)
		s.ID = e.ID
		told, ok := s.Told()
		require.True(t, ok, e.ID)
		assert.NotEmpty(t, told.Sounds, e.ID)
		assert.NotEmpty(t, told.First, e.ID)
	}
	_, ok := scale.New(pitch.MustParseName("E"), scale.MustParseFormula("1 b2 b3 5")).Told()
	assert.False(t, ok)
}

// Neighbours are one note away, both ways, and say which: kumoi is hirajoshi with a 6.
func TestNeighbours(t *testing.T) {
	words := func(id string) map[string]string {
		e, _ := scale.Find(id)
		s := scale.New(pitch.MustParseName("D"), e.Formula)
		s.ID = id
		out := map[string]string{}
		for _, n := range s.Neighbours() {
			out[n.Entry.ID] = n.Words()
			assert.NotEqual(t, id, n.Entry.ID)
		}
		return out
	}
	assert.Equal(t, "6 instead of ♭6", words("hirajoshi")["kumoi"])
	assert.Equal(t, "with the ♭5", words("minor-pentatonic")["minor-blues"])
	assert.Equal(t, "without the ♭5", words("minor-blues")["minor-pentatonic"])
	major := words("major")
	assert.Equal(t, "♯4 instead of 4", major["lydian"])
	assert.Equal(t, "♭7 instead of 7", major["mixolydian"])
	assert.NotContains(t, major, "ionian")
	assert.NotContains(t, major, "dorian")
	for _, e := range scale.Catalogue() {
		for id := range words(e.ID) {
			back := words(id)
			same := func(o scale.Entry) bool { _, ok := back[o.ID]; return ok && slices.Equal(o.Formula, e.Formula) }
			assert.True(t, slices.ContainsFunc(scale.Catalogue(), same), "%s is beside %s, not the other way", id, e.ID)
		}
	}
}

// The modes that hold a pentatonic: the three that are learnt first come first, with both their names. Common practice.
func TestModesThatHoldAPentatonic(t *testing.T) {
	for core, want := range map[string][]string{
		"1 2 3 5 6":   {"major, Ionian", "Mixolydian", "Lydian"},
		"1 b3 4 5 b7": {"natural minor, Aeolian", "Dorian", "Phrygian"},
	} {
		siblings := scale.Siblings(scale.MustParseFormula(core))
		for i, s := range siblings {
			name := s.Entry.Name
			if s.Also != "" {
				name += ", " + s.Also
			}
			assert.Equal(t, i < 3, s.Common, name)
			if i < 3 {
				assert.Equal(t, want[i], name)
			}
			assert.Len(t, s.Added, 2)
		}
		assert.Greater(t, len(siblings), 3)
	}
}
