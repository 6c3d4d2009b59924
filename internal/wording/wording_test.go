package wording

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/internal/golden"
)

const top = "../.."

// Every text that people read, as it was last read through.
func TestTextsAsTheyWereReadThrough(t *testing.T) {
	texts, err := OfGo(top)
	require.NoError(t, err)
	require.Greater(t, len(texts), 1000)
	var out strings.Builder
	file := ""
	for _, text := range texts {
		if text.File != file {
			file = text.File
			out.WriteString("\n## " + file + "\n")
		}
		out.WriteString(text.Text + "\n")
	}
	golden.Check(t, "go.txt", []byte(out.String()))
}

// No text has a turn of phrase that has to be read twice.
func TestNoTurnHasToBeReadTwice(t *testing.T) {
	texts, err := OfGo(top)
	require.NoError(t, err)
	screens, err := OfScreens(top)
	require.NoError(t, err)
	require.Greater(t, len(screens), 900)
	for _, text := range append(texts, screens...) {
		for _, turn := range Turns {
			assert.NotRegexp(t, turn.Pattern, text.Text, "%s: write %s", text.File, turn.Instead)
		}
	}
}

func TestRefusedTurnsAreFound(t *testing.T) {
	for _, text := range []string{"Nobody is taught here yet", "What may come next", "It is taken in.", "D is no note of C major",
		"an order of one's own", "2 notes too many", "Note 4 has a sign too few", "End the sitting", "Well done!"} {
		found := false
		for _, turn := range Turns {
			found = found || turn.Pattern.MatchString(text)
		}
		assert.True(t, found, text)
	}
}
