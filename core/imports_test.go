package core_test

import (
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// order is the pipeline: a package may import those before it, a folder those of the folders
// before it.
var order = []string{
	"base/number", "base/table", "base/english", "base/fault",
	"theory/pitch", "theory/scale",
	"fretboard/neck", "fretboard/layout", "fretboard/hand",
	"music/run", "music/rhythm", "music/line", "music/way", "music/piece", "music/score",
	"planning/brief", "planning/plan", "planning/explore", "planning/round", "planning/phrase",
	"lesson/result", "lesson/ladder", "lesson/take", "lesson/pupil", "lesson/call", "lesson/worksheet",
	"lesson/schedule",
}

// afterPlan do not import each other; planless are not to reach a plan.
var (
	afterPlan = []string{"planning/explore", "planning/round", "lesson/ladder"}
	planless  = []string{"core/music/piece", "core/music/score", "core/lesson/take", "format/abc", "format/csv",
		"format/musicxml", "format/smf", "format/tab", "format/wav", "listen", "sound", "intake"}
)

func list(t *testing.T, args ...string) []string {
	t.Helper()
	out, err := exec.Command("go", append([]string{"list"}, args...)...).Output()
	require.NoError(t, err)
	return strings.Fields(string(out))
}

// The core stands on the standard library alone, and its packages import
// downwards only.
func TestCoreImports(t *testing.T) {
	for _, dep := range list(t, "-deps", "./...") {
		first, _, _ := strings.Cut(dep, "/")
		assert.False(t, strings.Contains(first, "."), "the core imports %s", dep)
		assert.NotContains(t, []string{"net/http", "database/sql", "net"}, dep, "the core does no I/O")
	}
	for i, name := range order {
		for _, dep := range list(t, "-f", `{{join .Imports " "}}`, "./"+name) {
			if local, ok := strings.CutPrefix(dep, "evenladder/"); ok {
				assert.Contains(t, order[:i], strings.TrimPrefix(local, "core/"), "%s imports %s", name, dep)
			}
		}
	}
}

// Every package of the core has its place in the order.
func TestEveryPackageHasItsPlace(t *testing.T) {
	for _, path := range list(t, "./...") {
		if name, ok := strings.CutPrefix(path, "evenladder/core/"); ok {
			assert.Contains(t, order, name)
		}
	}
}

// The packages after the plan know nothing of each other, and what is played,
// written and read needs no plan.
func TestWhatStandsApart(t *testing.T) {
	for _, name := range afterPlan {
		for _, other := range afterPlan {
			assert.NotContains(t, list(t, "-f", `{{join .Imports " "}}`, "./"+name), "evenladder/core/"+other)
		}
	}
	for _, path := range planless {
		assert.NotContains(t, list(t, "-deps", "evenladder/"+path), "evenladder/core/planning/plan", path)
	}
}

// Formats, drawings and the store read the core and never each other; every
// format is asked.
func TestOuterImports(t *testing.T) {
	outer := append(list(t, "evenladder/format/..."), "evenladder/draw", "evenladder/home", "evenladder/listen",
		"evenladder/sound", "evenladder/store")
	require.Len(t, outer, 12)
	for _, path := range outer {
		for _, dep := range list(t, "-f", `{{join .Imports " "}}`, path) {
			if local, ok := strings.CutPrefix(dep, "evenladder/"); ok {
				assert.Regexp(t, `^(core/|fonts$|look$)`, local, "%s imports %s", path, dep)
			}
		}
	}
}
