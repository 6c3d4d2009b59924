package store

import (
	"database/sql"
	"io/fs"
	"path/filepath"
	"testing"
	"time"

	"github.com/pressly/goose/v3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/table"
)

// What was saved by the first version comes over: under its title and notes, in
// the plainer names, with its sentence, rounds on a shelf of their own, and what
// was set aside still so.
func TestTheFirstShelvesComeOver(t *testing.T) {
	dir := t.TempDir()
	db, err := sql.Open("sqlite", filepath.Join(dir, "even-ladder.db"))
	require.NoError(t, err)
	sub, err := fs.Sub(migrations, "migrations")
	require.NoError(t, err)
	p, err := goose.NewProvider(goose.DialectSQLite3, db, sub, goose.WithGoMigrations(firstSentences))
	require.NoError(t, err)
	_, err = p.UpTo(t.Context(), 1)
	require.NoError(t, err)
	for _, row := range [][]any{
		{"brief", "a", `{"title": "Porch", "notes": "slowly", "brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "lydian"}, "layout": {"system": "pocket"}, "run": {"pattern": "bookends"}}}`, nil},
		{"brief", "b", `{"title": "Twelve", "notes": "", "brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "lydian"}, "round": {"order": "fifths"}}}`, nil},
		{"brief", "c", `{"title": "Odd", "notes": "", "brief": {"instrument": {"id": "theorbo"}, "scale": {"tonic": "Eb", "name": "lydian"}, "layout": {"system": "pocket"}, "run": {"pattern": "bookends"}}}`, nil},
		{"instrument", "d", `{"name": "Slack", "instrument": {"id": "guitar", "frets": 12}}`, nil},
		{"scale", "e", `{"name": "Gate", "formula": "1 b2 3 5"}`, 5},
	} {
		_, err := db.Exec("INSERT INTO saved (kind, id, body, search, version, created_at, updated_at, deleted_at) VALUES (?, ?, ?, 'old', 3, 1, 2, ?)", row...)
		require.NoError(t, err)
	}
	require.NoError(t, db.Close())

	s, err := Open(t.Context(), dir, time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { s.Close() })
	thing := func(kind, id string) (Kept, Thing) {
		t.Helper()
		k, err := s.Shelf(kind).Get(t.Context(), id)
		require.NoError(t, err)
		row, _ := table.Find(Kinds, kind)
		read, err := row.Thing(k.Draft)
		require.NoError(t, err)
		return k, read
	}
	porch, read := thing("briefs", "a")
	assert.Equal(t, []any{"Porch", "slowly", 3}, []any{porch.Title, porch.Notes, porch.Version})
	assert.Equal(t, []string{"one-octave", "full-range"}, []string{read.Brief.Layout.System, read.Brief.Run.Pattern})
	assert.Contains(t, porch.Sentence, "as one octave from every root")
	assert.Contains(t, porch.Sentence, "over the full range, root to root")
	twelve, _ := thing("rounds", "b")
	assert.Contains(t, twelve.Sentence, "Take it through twelve keys by fifths")
	odd, read := thing("briefs", "c")
	assert.Equal(t, []string{"Odd", "theorbo", ""}, []string{odd.Title, read.Brief.Instrument.ID, odd.Sentence},
		"what cannot be met is kept")
	assert.Equal(t, []string{"one-octave", "full-range"}, []string{read.Brief.Layout.System, read.Brief.Run.Pattern},
		"and comes over all the same")
	slack, _ := thing("instruments", "d")
	assert.Contains(t, slack.Sentence, "12 frets")
	page, err := s.Shelf("scales").List(t.Context(), Query{SetAside: true, Limit: 9})
	require.NoError(t, err)
	require.Len(t, page.Kept, 1)
	assert.Equal(t, []string{"Gate", `"1 b2 3 5"`, "1 ♭2 3 5"}, []string{page.Kept[0].Title, string(page.Kept[0].Body),
		page.Kept[0].Sentence})
	found, err := s.Shelf("briefs").List(t.Context(), Query{Words: "lydian octave", Limit: 9})
	require.NoError(t, err)
	assert.Len(t, found.Kept, 1, "the search goes by the new words")
}
