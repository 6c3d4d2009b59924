package server_test

import (
	"slices"
	"strings"
	"sync"
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

// Whatever is posted, sent again under its name, is answered the same and done once; another request under the name is
// refused, and one that failed may be asked otherwise.
func TestANameIsForOneRequest(t *testing.T) {
	c := start(t)
	named := func(body string) answer {
		return c.call("POST", "/api/v1/shelf/briefs", body, "Idempotency-Key", "gate-porch-1")
	}
	require.Equal(t, 422, named(`{"title": "Rain day"}`).status)
	first := named(`{"title": "Rain day", "brief": ` + dorianOn("bass") + `}`)
	require.Equal(t, 201, first.status, first.body)
	assert.Equal(t, first.body, named(`{"title": "Rain day", "brief": `+dorianOn("bass")+`}`).body)
	other := named(`{"title": "Wet day", "brief": ` + dorianOn("bass") + `}`)
	assert.Equal(t, 422, other.status)
	assert.Contains(t, other.body, `"field":"Idempotency-Key"`)
	assert.Equal(t, []string{"Rain day"}, c.kept())

	tried := c.call("POST", "/api/v1/log", `{"brief": `+dorianOn("bass")+`, "perBeat": 2, "tempoBpm": 60, "result": "clean"}`)
	require.Equal(t, 201, tried.status, tried.body)
	back := "/api/v1/log/" + into[struct{ ID string }](t, tried).ID + "/take-back"
	for range 2 {
		assert.Equal(t, 204, c.call("POST", back, "", "Idempotency-Key", "gate-porch-2").status)
	}
	assert.Equal(t, 404, c.call("POST", back, "", "Idempotency-Key", "gate-porch-3").status, "it is done already")
}

// Ten of one request at once are one.
func TestSentTenTimesAtOnce(t *testing.T) {
	c := start(t)
	bodies := make([]string, 10)
	var wait sync.WaitGroup
	for i := range bodies {
		wait.Go(func() {
			bodies[i] = c.call("POST", "/api/v1/shelf/briefs", `{"title": "Rain day", "brief": `+dorianOn("bass")+`}`,
				"Idempotency-Key", "gate-porch-1").body
		})
	}
	wait.Wait()
	assert.Len(t, slices.Compact(bodies), 1)
	assert.Equal(t, []string{"Rain day"}, c.kept())
}
