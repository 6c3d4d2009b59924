package pitch_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// The German names are as music is taught there: H and B,
// -is and -es, contracted after A and E. The syllables are those of fixed and
// movable do as commonly taught; from memory.
func TestNamings(t *testing.T) {
	for _, c := range []struct{ naming, tonic, formula, want string }{
		{"english", "Bb", "1 2 b3 4 5 6 b7", "B♭ C D♭ E♭ F G A♭"},
		{"german", "Bb", "1 2 b3 4 5 6 b7", "B C Des Es F G As"},
		{"german", "B", "1 2 3 4 5 6 7", "H Cis Dis E Fis Gis Ais"},
		{"german", "Ab", "1 b2 b3 4 b5 b6 b7", "As Heses Ces Des Eses Fes Ges"},
		{"german", "F#", "1 2 3 #4 #5 6 7", "Fis Gis Ais His Cisis Dis Eis"},
		{"fixed-do", "Eb", "1 2 3 4 5 6 7", "mi♭ fa sol la♭ si♭ do re"},
		{"movable-do", "Eb", "1 2 b3 #4 5 b6 7", "do re me fi sol le ti"},
		{"numbers", "Eb", "1 2 b3 #4 5 b6 7", "1 2 ♭3 ♯4 5 ♭6 7"},
	} {
		n, ok := table.Find(pitch.Namings, c.naming)
		assert.True(t, ok)
		var got []string
		for _, d := range strings.Fields(c.formula) {
			degree := pitch.MustParseDegree(d)
			got = append(got, n.Label(pitch.MustParseName(c.tonic).Degree(degree), degree))
		}
		assert.Equal(t, c.want, strings.Join(got, " "), "%s of %s", c.naming, c.tonic)
	}
}

// Different notes never get the same word, but where the word is the degree.
func TestNamingsTellNotesApart(t *testing.T) {
	for _, n := range pitch.Namings {
		seen := map[string]string{}
		for fifths := -15; fifths <= 19; fifths++ {
			name := pitch.FromFifths(fifths)
			word := n.Absolute(name)
			assert.Empty(t, seen[word], "%s: %s and %s are both %s", n.ID, seen[word], name, word)
			seen[word] = name.String()
		}
	}
	_, ok := table.Find(pitch.Namings, "solfège")
	assert.False(t, ok)
	assert.Equal(t, "english german fixed-do movable-do numbers", table.IDs(pitch.Namings))
}

func ExampleNaming() {
	german, _ := table.Find(pitch.Namings, "german")
	for _, s := range []string{"B", "Bb", "F#", "Eb"} {
		fmt.Print(german.Absolute(pitch.MustParseName(s)), " ")
	}
	// Output: H B Fis Es
}
