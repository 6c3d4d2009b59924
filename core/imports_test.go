package core_test

import (
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// order is the pipeline: a package may import those before it.
var order = []string{"pitch", "scale", "neck", "layout", "hand", "run", "rhythm", "plan", "score", "round"}

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

// Formats, drawings and the store read the core and never each other.
func TestOuterImports(t *testing.T) {
	for _, pkg := range []string{"format/tab", "draw", "store"} {
		for _, dep := range list(t, "-f", `{{join .Imports " "}}`, "evenladder/"+pkg) {
			if local, ok := strings.CutPrefix(dep, "evenladder/"); ok {
				assert.Regexp(t, `^(core/|fonts$)`, local, "%s imports %s", pkg, dep)
			}
		}
	}
}
