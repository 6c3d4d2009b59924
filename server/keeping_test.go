package server_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/server/api"
)

// keep keeps a brief under a title.
func (c client) keep(title string) {
	c.t.Helper()
	require.Equal(c.t, 201, c.call("POST", "/api/v1/shelf/briefs",
		`{"title": "`+title+`", "brief": `+dorianOn("bass")+`}`).status)
}

func (c client) kept() (out []string) {
	for _, k := range into[api.KeptList](c.t, c.call("GET", "/api/v1/shelf/briefs", "")).Kept {
		out = append(out, k.Title)
	}
	return out
}

// octets sends a body of bytes.
func (c client) octets(path string, body []byte) answer {
	return c.call("POST", path, string(body), "Content-Type", "application/octet-stream")
}

// From the Shelf: back up, look, go on, restore, undo; the file is fetched and taken in elsewhere.
func TestSafeKeeping(t *testing.T) {
	c := start(t)
	c.keep("Rain day")
	a := c.octets("/api/v1/keeping/backups", nil)
	require.Equal(t, 201, a.status, a.body)
	made := into[api.BackupSeen](t, a)
	seen := into[api.BackupSeen](t, c.call("GET", "/api/v1/keeping/backups/"+made.Name, ""))
	assert.Equal(t, made, seen)
	assert.Equal(t, "test", seen.Info.Program)
	c.keep("After")
	restored := c.call("POST", "/api/v1/keeping/backups/"+made.Name+"/restore", "")
	require.Equal(t, 200, restored.status, restored.body)
	assert.Equal(t, []string{"Rain day"}, c.kept())
	undo := into[struct{ Undo string }](t, restored).Undo
	require.Equal(t, 200, c.call("POST", "/api/v1/keeping/backups/"+undo+"/restore", "").status)
	assert.Equal(t, []string{"After", "Rain day"}, c.kept())

	file := c.call("GET", "/api/v1/keeping/backups/"+made.Name+"/file", "")
	require.Equal(t, 200, file.status)
	other := start(t)
	taken := other.octets("/api/v1/keeping/backups", []byte(file.body))
	require.Equal(t, 201, taken.status, taken.body)
	require.Equal(t, 200, other.call("POST", "/api/v1/keeping/backups/"+into[api.BackupSeen](t, taken).Name+"/restore",
		"").status)
	assert.Equal(t, []string{"Rain day"}, other.kept())
	wrong := other.octets("/api/v1/keeping/backups", []byte(file.body)[:len(file.body)/2])
	assert.Equal(t, 422, wrong.status)
	assert.Contains(t, wrong.body, `"field":"body"`)

	require.Equal(t, 204, c.call("DELETE", "/api/v1/keeping/backups/"+undo, "").status)
	assert.Equal(t, 404, c.call("DELETE", "/api/v1/keeping/backups/"+undo, "").status)
	keeping := into[api.Keeping](t, c.call("GET", "/api/v1/keeping", ""))
	assert.Len(t, keeping.Backups, 2)
	assert.Empty(t, keeping.Unreadable)
	for _, name := range []string{"nothing.db", "..%2Feven-ladder.db", "x"} {
		assert.Equal(t, 404, c.call("GET", "/api/v1/keeping/backups/"+name, "").status, name)
		assert.Equal(t, 404, c.call("POST", "/api/v1/keeping/backups/"+name+"/restore", "").status, name)
	}
}

func TestReadyTriesAWrite(t *testing.T) {
	ready := start(t).call("GET", "/readyz", "")
	assert.Equal(t, 200, ready.status)
	assert.JSONEq(t, `{"status": "ok"}`, ready.body)
}

// Everything as JSON, looked at before it comes in elsewhere.
func TestExportOverTheWire(t *testing.T) {
	c := start(t)
	c.keep("Rain day")
	file := c.call("GET", "/api/v1/keeping/export", "")
	require.Equal(t, 200, file.status)
	other := start(t)
	look := other.octets("/api/v1/keeping/import?look=true", []byte(file.body))
	require.Equal(t, 200, look.status, look.body)
	assert.Contains(t, look.body, `{"table":"saved","added":1,"changed":0,"same":0,"unreadable":0}`)
	assert.Empty(t, other.kept())
	require.Equal(t, 200, other.octets("/api/v1/keeping/import", []byte(file.body)).status)
	assert.Equal(t, []string{"Rain day"}, other.kept())
	assert.Len(t, into[api.Keeping](t, other.call("GET", "/api/v1/keeping", "")).Backups, 1,
		"what was there is backed up first")
	wrong := other.octets("/api/v1/keeping/import", []byte("{}"))
	assert.Equal(t, 422, wrong.status)
}

// Figures say how many requests of each route there were; they name nothing that was kept, and no
// address as it was asked.
func TestFigures(t *testing.T) {
	c := start(t)
	c.keep("Rain day")
	c.call("GET", "/api/v1/shelf/briefs/nothing?q=secret", "")
	figures := c.call("GET", "/metrics", "")
	require.Equal(t, 200, figures.status)
	assert.Contains(t, figures.body, `evenladder_request_seconds_count{method="POST",route="/api/v1/shelf/:kind",status="201"} 1`)
	assert.Contains(t, figures.body, `evenladder_request_seconds_count{method="GET",route="/api/v1/shelf/:kind/:id",status="404"} 1`)
	for _, word := range []string{"Rain", "secret", "nothing"} {
		assert.NotContains(t, figures.body, word)
	}
	assert.Len(t, c.call("GET", "/healthz", "").header.Get("X-Request-Id"), 32)
}
