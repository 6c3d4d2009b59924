package e2e

import (
	"bytes"
	"encoding/json"
	"errors"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

func command(t *testing.T, stdin string, args ...string) (out, complaints string, code int) {
	t.Helper()
	cmd := exec.Command(binary, args...)
	cmd.Stdin = strings.NewReader(stdin)
	var stdout, stderr bytes.Buffer
	cmd.Stdout, cmd.Stderr = &stdout, &stderr
	err := cmd.Run()
	var exit *exec.ExitError
	if !errors.As(err, &exit) {
		require.NoError(t, err)
	}
	return stdout.String(), stderr.String(), cmd.ProcessState.ExitCode()
}

func TestCommands(t *testing.T) {
	t.Parallel()
	const good = `{"instrument": {"id": "bass"}, "scale": {"tonic": "Db", "name": "lydian"}}`
	out, _, code := command(t, good, "plan")
	assert.Zero(t, code)
	var p struct{ Sentence string }
	require.NoError(t, json.Unmarshal([]byte(out), &p))
	assert.Contains(t, p.Sentence, "On a 4-string bass tuned E A D G, lay D♭ Lydian out")

	out, complaints, code := command(t, `{"instrument": {"id": "bass", "frets": 0}, "scale": {"tonic": "H", "name": "lydian"}}`, "plan")
	assert.Equal(t, 2, code)
	assert.Empty(t, out)
	assert.Len(t, strings.Split(strings.TrimSpace(complaints), "\n"), 2, "one line a problem: %s", complaints)

	out, complaints, code = command(t, strings.Repeat(" ", 200<<10), "plan")
	assert.Equal(t, []any{"", 2}, []any{out, code})
	assert.Contains(t, complaints, "more than 128 kB")

	for format, begins := range map[string]string{"svg": "<svg", "png": "\x89PNG", "pdf": "%PDF",
		"tab": "On a 4-string bass", "json": "{"} {
		out, _, code = command(t, good, "document", "--format", format)
		assert.Zero(t, code)
		assert.True(t, strings.HasPrefix(out, begins), format)
	}
	const carried = `{"instrument": {"id": "bass"}, "scale": {"tonic": "Db", "name": "lydian"}, "round": {"order": "fourths", "start": "E", "place": "lowest", "link": "joined"}}`
	out, _, code = command(t, carried, "round")
	assert.Zero(t, code)
	var r struct {
		Stops []struct {
			Tonic string
			Root  struct{ String, Fret int }
			Plan  struct{ Boxes []struct{} }
		}
		Run struct{ Notes int }
	}
	require.NoError(t, json.Unmarshal([]byte(out), &r))
	require.Len(t, r.Stops, 12)
	assert.Equal(t, []any{"E", 4, 0}, []any{r.Stops[0].Tonic, r.Stops[0].Root.String, r.Stops[0].Root.Fret})
	assert.Positive(t, r.Run.Notes)
	out, _, code = command(t, carried, "round", "--format", "pdf", "--layout", "summary")
	assert.Equal(t, []any{"%PDF", 0}, []any{out[:4], code})
	out, complaints, code = command(t, good, "round", "--layout", "poster")
	assert.Equal(t, []any{"", 2}, []any{out, code})
	assert.Contains(t, complaints, "give pages, staff or summary")
	out, complaints, code = command(t, good, "document", "--format", "docx")
	assert.Equal(t, []any{"", 2}, []any{out, code})
	assert.Contains(t, complaints, "give one of pdf")
}
