package core_test

import (
	"go/parser"
	"go/token"
	"io/fs"
	"os"
	"path"
	"slices"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// order is the pipeline: a package may import those before it, a folder those of the folders
// before it.
var order = []string{
	"base/number", "base/table", "base/english", "base/fault",
	"theory/pitch", "theory/scale", "theory/chord",
	"fretboard/neck", "fretboard/layout", "fretboard/hand", "fretboard/grip",
	"music/run", "music/rhythm", "music/line", "music/way", "music/backing", "music/band", "music/piece", "music/score",
	"music/arrangement",
	"planning/brief", "planning/plan", "planning/explore", "planning/round", "planning/phrase", "planning/together",
	"lesson/result", "lesson/ladder", "lesson/clock", "lesson/take", "lesson/pupil", "lesson/call", "lesson/worksheet",
	"lesson/calendar", "lesson/knowledge", "lesson/assignment", "lesson/suggest", "lesson/schedule", "lesson/outline",
}

// afterPlan do not import each other; planless are not to reach a plan.
var (
	afterPlan = []string{"planning/explore", "planning/round", "lesson/ladder"}
	planless  = []string{"core/music/piece", "core/music/score", "core/lesson/take", "format/abc", "format/csv",
		"format/musicxml", "format/smf", "format/tab", "format/wav", "listen", "sound", "intake"}
)

// libraries are what the core may stand on besides the standard library: pure arithmetic.
var libraries = []string{"gonum.org/v1/gonum"}

const module = "evenladder/"

// packages are those under some folders of the module, each with what its files import. The files are read here and no
// other program is asked: so a result that was kept is known to be old.
func packages(t *testing.T, folders ...string) map[string][]string {
	t.Helper()
	root := os.DirFS("..")
	found := map[string][]string{}
	for _, folder := range folders {
		require.NoError(t, fs.WalkDir(root, folder, func(name string, _ fs.DirEntry, err error) error {
			if err != nil || !strings.HasSuffix(name, ".go") || strings.HasSuffix(name, "_test.go") {
				return err
			}
			text, err := fs.ReadFile(root, name)
			if err != nil {
				return err
			}
			file, err := parser.ParseFile(token.NewFileSet(), name, text, parser.ImportsOnly)
			if err != nil {
				return err
			}
			imports := found[path.Dir(name)]
			for _, i := range file.Imports {
				dep, _ := strconv.Unquote(i.Path.Value)
				imports = append(imports, dep)
			}
			found[path.Dir(name)] = imports
			return nil
		}))
	}
	return found
}

// reaches reports whether a package stands on another, however far below.
func reaches(all map[string][]string, from, to string) bool {
	return slices.ContainsFunc(all[from], func(dep string) bool {
		local := strings.TrimPrefix(dep, module)
		return local == to || reaches(all, local, to)
	})
}

// The core stands on the standard library and pure arithmetic, and its packages import downwards only.
func TestCoreImports(t *testing.T) {
	for name, deps := range packages(t, "core") {
		for _, dep := range deps {
			if local, ok := strings.CutPrefix(dep, module); ok {
				before := order[:max(slices.Index(order, strings.TrimPrefix(name, "core/")), 0)]
				assert.Contains(t, before, strings.TrimPrefix(local, "core/"), "%s imports %s", name, dep)
				continue
			}
			first, _, _ := strings.Cut(dep, "/")
			ours := slices.ContainsFunc(libraries, func(l string) bool { return strings.HasPrefix(dep, l+"/") })
			assert.False(t, strings.Contains(first, ".") && !ours, "%s imports %s", name, dep)
			assert.NotContains(t, []string{"net/http", "database/sql", "net", "os"}, dep, "the core does no I/O")
		}
	}
}

// Every package of the core has its place in the order, and nothing else has.
func TestEveryPackageHasItsPlace(t *testing.T) {
	var found []string
	for name := range packages(t, "core") {
		found = append(found, strings.TrimPrefix(name, "core/"))
	}
	assert.ElementsMatch(t, order, found)
}

// The packages after the plan know nothing of each other, and what is played, written and read needs no plan.
func TestWhatStandsApart(t *testing.T) {
	all := packages(t, append([]string{"core"}, planless...)...)
	for _, name := range afterPlan {
		require.Contains(t, all, "core/"+name)
		for _, other := range afterPlan {
			assert.NotContains(t, all["core/"+name], module+"core/"+other)
		}
	}
	for _, name := range planless {
		require.Contains(t, all, name)
		assert.False(t, reaches(all, name, "core/planning/plan"), "%s needs no plan", name)
	}
}

// Formats, drawings and the store read the core and never each other, but for how text is read; every format is asked.
func TestOuterImports(t *testing.T) {
	outer := packages(t, "format", "draw", "home", "listen", "sound", "store")
	require.Len(t, outer, 13)
	for name, deps := range outer {
		for _, dep := range deps {
			if local, ok := strings.CutPrefix(dep, module); ok {
				assert.Regexp(t, `^(core/|fonts$|look$|format/text$)`, local, "%s imports %s", name, dep)
			}
		}
	}
}
