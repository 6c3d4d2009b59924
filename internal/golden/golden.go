// Package golden compares what a test writes with a file that was looked at and
// kept. `go test ./… -update` writes the files anew: look at what changed before
// it is committed.
package golden

import (
	"bytes"
	"flag"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

var update = flag.Bool("update", false, "write golden files anew")

// Check compares with testdata/golden/name, beside the test that calls it.
func Check(t *testing.T, name string, got []byte) {
	t.Helper()
	file := filepath.Join("testdata", "golden", name)
	if *update {
		require.NoError(t, os.MkdirAll(filepath.Dir(file), 0o755))
		require.NoError(t, os.WriteFile(file, got, 0o644))
		return
	}
	want, err := os.ReadFile(file)
	require.NoError(t, err, "run with -update to make it")
	if !bytes.Equal(want, got) {
		assert.Equal(t, string(want), string(got), "%s has changed: run with -update and look at the difference", name)
	}
}
