package e2e

import (
	"context"
	"database/sql"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	_ "modernc.org/sqlite"
)

// titlesOf counts the briefs on the shelf by the first word of their titles.
func titlesOf(t *testing.T, url string) map[string]int {
	t.Helper()
	count := map[string]int{}
	next := ""
	for {
		res, err := http.Get(url + "/api/v1/shelf/briefs?limit=100&after=" + next)
		require.NoError(t, err)
		var page struct {
			Kept []struct{ Title string }
			Next string
		}
		require.NoError(t, json.NewDecoder(res.Body).Decode(&page))
		require.NoError(t, res.Body.Close())
		for _, b := range page.Kept {
			word, _, _ := strings.Cut(b.Title, " ")
			count[word]++
		}
		if next = page.Next; next == "" {
			return count
		}
	}
}

// Killed while one of two backups is restored, it has what one of them holds and nothing of the
// other, and after a restore that was acknowledged what that one holds.
func TestKilledWithinARestore(t *testing.T) {
	dir := t.TempDir()
	random := rand.New(rand.NewPCG(11, uint64(kills())))
	app := serve(t, dir)
	backups := map[string]string{}
	for _, word := range []string{"gate", "porch"} {
		for n := range 60 {
			body := fmt.Sprintf(`{"title": "%s %d", "notes": "%s", "brief": %s}`, word, n, strings.Repeat("n", 9000),
				killedBrief)
			a, ok := post(t.Context(), app.url+"/api/v1/shelf/briefs", "application/json", body)
			require.True(t, ok, "%v", a)
		}
		a, ok := post(t.Context(), app.url+"/api/v1/keeping/backups", "application/octet-stream", "")
		require.True(t, ok)
		backups[word] = fmt.Sprint(a["name"])
	}
	holds := map[string]map[string]int{"gate": {"gate": 60}, "porch": {"gate": 60, "porch": 60}}
	done, undone := 0, 0
	for k := range kills() {
		word := []string{"gate", "porch"}[k%2]
		ctx, cancel := context.WithCancel(t.Context())
		answered := make(chan bool, 1)
		go func() {
			_, ok := post(ctx, app.url+"/api/v1/keeping/backups/"+backups[word]+"/restore", "application/json", "")
			answered <- ok
		}()
		time.Sleep(time.Duration(random.IntN(120)) * time.Millisecond)
		app.kill()
		ok := <-answered
		cancel()
		app = serve(t, dir)
		got := titlesOf(t, app.url)
		if ok {
			done++
			require.Equal(t, holds[word], got, "an acknowledged restore of %s", word)
		} else {
			undone++
			require.Contains(t, []map[string]int{holds["gate"], holds["porch"]}, got)
		}
	}
	app.kill()
	t.Logf("%d restores acknowledged, %d cut off", done, undone)
	require.Positive(t, undone)
	out, err := exec.Command(binary, "check", "--data", dir).CombinedOutput()
	assert.NoError(t, err, "%s", out)
}

// Killed while it brings the tables of the first version up to date, it goes on at the next start, and
// all is there.
func TestKilledWithinAMigration(t *testing.T) {
	dir := t.TempDir()
	random := rand.New(rand.NewPCG(13, uint64(kills())))
	db, err := sql.Open("sqlite", filepath.Join(dir, "even-ladder.db"))
	require.NoError(t, err)
	p, err := goose.NewProvider(goose.DialectSQLite3, db, os.DirFS("../store/migrations"))
	require.NoError(t, err)
	_, err = p.UpTo(t.Context(), 1)
	require.NoError(t, err)
	tx, err := db.Begin()
	require.NoError(t, err)
	for n := range 3000 {
		_, err := tx.Exec("INSERT INTO saved (kind, id, body, search, version, created_at, updated_at) VALUES ('brief', ?, ?, 'old', 1, 1, 2)",
			fmt.Sprintf("id%04d", n), fmt.Sprintf(`{"title": "gate %d", "notes": "", "brief": %s}`, n, killedBrief))
		require.NoError(t, err)
	}
	require.NoError(t, tx.Commit())
	require.NoError(t, db.Close())
	version := func() (v int) {
		db, err := sql.Open("sqlite", filepath.Join(dir, "even-ladder.db"))
		require.NoError(t, err)
		require.NoError(t, db.QueryRow("SELECT max(version_id) FROM goose_db_version").Scan(&v))
		require.NoError(t, db.Close())
		return v
	}
	within := 0
	for range kills() {
		cmd := exec.Command(binary, "serve", "--addr", "127.0.0.1:0", "--data", dir)
		require.NoError(t, cmd.Start())
		time.Sleep(time.Duration(20+random.IntN(150)) * time.Millisecond)
		killed{cmd: cmd}.kill()
		if version() == 1 {
			within++
		}
	}
	t.Logf("%d of %d kills before the second version", within, kills())
	app := serve(t, dir)
	assert.Equal(t, map[string]int{"gate": 3000}, titlesOf(t, app.url))
	app.kill()
	out, err := exec.Command(binary, "check", "--data", dir).CombinedOutput()
	assert.NoError(t, err, "%s", out)
}
