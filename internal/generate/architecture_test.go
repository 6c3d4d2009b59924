package main

import (
	"os"
	"regexp"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Every answer of docs/architecture.md opens: the file is there, and what to look for in it.
func TestTheArchitecturePageOpens(t *testing.T) {
	page, err := os.ReadFile("../../docs/architecture.md")
	require.NoError(t, err)
	answers := regexp.MustCompile("(?m)^\\| (.+?) \\| `(.+?)` \\| `(.+?)` \\|$").FindAllSubmatch(page, -1)
	// Ten steps of a press, and a good dozen of "I want to …"; fewer would mean that the pattern no longer finds them.
	assert.GreaterOrEqual(t, len(answers), 10+12)
	for _, a := range answers {
		file, err := os.ReadFile("../../" + string(a[2]))
		if assert.NoError(t, err, "%s", a[1]) {
			assert.Regexp(t, `\b`+regexp.QuoteMeta(string(a[3]))+`\b`, string(file), "%s", a[1])
		}
	}
	for _, link := range regexp.MustCompile(`\]\((.+?)\)`).FindAllSubmatch(page, -1) {
		assert.FileExists(t, "../../docs/"+string(link[1]))
	}
}
