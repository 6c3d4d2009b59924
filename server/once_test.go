package server_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Whatever is created, sent again under its name, is there once and comes back the same; under another
// name it is another.
func TestSentAgainMakesNoDouble(t *testing.T) {
	c := start(t)
	wenna := c.pupil("Wenna", "")
	for path, body := range map[string]string{
		"/api/v1/shelf/briefs":  `{"title": "Rain day", "brief": ` + dorianOn("bass") + `}`,
		"/api/v1/shelf/phrases": `{"title": "Lick", "phrase": {"brief": ` + lick + `}}`,
		"/api/v1/pupils":        `{"pupil": {"name": "Casimir", "instrument": {"id": "bass"}}}`,
		"/api/v1/log": `{"brief": ` + dorianOn("bass") +
			`, "perBeat": 2, "tempoBpm": 60, "result": "clean"}`,
		"/api/v1/pupils/" + wenna.ID + "/assignments": `{"assignment": {"ladder": {"brief": ` + dorianOn("bass") +
			`}}}`,
	} {
		first := c.call("POST", path, body, "Idempotency-Key", "gate-porch-1")
		require.Equal(t, 201, first.status, "%s: %s", path, first.body)
		again := c.call("POST", path, body, "Idempotency-Key", "gate-porch-1")
		assert.Equal(t, 201, again.status, path)
		id := into[struct{ ID string }](t, first).ID
		assert.Equal(t, id, into[struct{ ID string }](t, again).ID, path)
		other := c.call("POST", path, body, "Idempotency-Key", "gate-porch-2")
		require.Equal(t, 201, other.status, path)
		assert.NotEqual(t, id, into[struct{ ID string }](t, other).ID, path)
	}
	assert.Len(t, c.kept(), 2)
	for _, bad := range []string{"short", strings.Repeat("x", 65), "with a space"} {
		a := c.call("POST", "/api/v1/shelf/briefs", `{}`, "Idempotency-Key", bad)
		assert.Equal(t, 422, a.status, bad)
		assert.Contains(t, a.body, `"field":"Idempotency-Key"`)
	}
}
