package store_test

import (
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/table"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

// clock ticks a second with every look.
func clock() func() time.Time {
	at := time.Date(2031, 3, 4, 9, 0, 0, 0, time.UTC)
	var looks atomic.Int64
	return func() time.Time { return at.Add(time.Duration(looks.Add(1)) * time.Second) }
}

func open(t *testing.T, dir string) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), dir, clock())
	require.NoError(t, err)
	t.Cleanup(func() { assert.NoError(t, s.Close()) })
	return s
}

func draft(title, notes, tonic string) store.Draft {
	kind, _ := table.Find(store.Kinds, "briefs")
	d, err := kind.Draft(title, notes, store.Thing{Brief: &brief.Brief{
		Instrument: brief.Instrument{ID: "ukulele"}, Scale: brief.Scale{Tonic: tonic, Name: "kumoi"},
	}})
	if err != nil {
		panic(err)
	}
	return d
}

const briefs = "briefs"

func TestKeepsWhatIsSaved(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	made, err := s.Shelf(briefs).Create(t.Context(), draft("Rain day", "slowly; 'quoted' %_ \"x\"", "F#"))
	require.NoError(t, err)
	assert.Equal(t, 1, made.Version)
	assert.Len(t, made.ID, 16)

	require.NoError(t, s.Close())
	again := open(t, dir) // as after a restart
	got, err := again.Shelf(briefs).Get(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, made, got)
	require.NoError(t, again.Ping(t.Context()))
}

func TestStaleWriteChangesNothing(t *testing.T) {
	s := open(t, t.TempDir())
	made, err := s.Shelf(briefs).Create(t.Context(), draft("One", "", "F#"))
	require.NoError(t, err)
	theirs, err := s.Shelf(briefs).Update(t.Context(), made.ID, 1, draft("Theirs", "", "G"))
	require.NoError(t, err)
	assert.Equal(t, 2, theirs.Version)
	assert.True(t, theirs.UpdatedAt.After(theirs.CreatedAt))

	_, err = s.Shelf(briefs).Update(t.Context(), made.ID, 1, draft("Mine", "", "A"))
	var conflict *store.Stale
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, theirs, conflict.Current)
	got, err := s.Shelf(briefs).Get(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, theirs, got)
}

func TestConcurrentWritesLoseNone(t *testing.T) {
	s := open(t, t.TempDir())
	made, err := s.Shelf(briefs).Create(t.Context(), draft("0", "", "F#"))
	require.NoError(t, err)
	const writers = 8
	results := make(chan error, writers)
	for range writers {
		go func() {
			for {
				now, err := s.Shelf(briefs).Get(t.Context(), made.ID)
				if err == nil {
					var n int
					_, _ = fmt.Sscan(now.Title, &n)
					_, err = s.Shelf(briefs).Update(t.Context(), made.ID, now.Version, draft(fmt.Sprint(n+1), "", "F#"))
				}
				var stale *store.Stale
				if errors.As(err, &stale) {
					continue
				}
				results <- err
				return
			}
		}()
	}
	for range writers {
		require.NoError(t, <-results)
	}
	got, err := s.Shelf(briefs).Get(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, "8", got.Title)
	assert.Equal(t, writers+1, got.Version)
}

func TestDeleteAndRestore(t *testing.T) {
	s := open(t, t.TempDir())
	made, err := s.Shelf(briefs).Create(t.Context(), draft("Gone", "", "F#"))
	require.NoError(t, err)
	require.NoError(t, s.Shelf(briefs).SetAside(t.Context(), made.ID))
	_, err = s.Shelf(briefs).Get(t.Context(), made.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	assert.ErrorIs(t, s.Shelf(briefs).SetAside(t.Context(), made.ID), store.ErrNotFound)
	_, err = s.Shelf(briefs).Update(t.Context(), made.ID, 1, made.Draft)
	assert.ErrorIs(t, err, store.ErrNotFound)
	back, err := s.Shelf(briefs).Restore(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, made, back)
	_, err = s.Shelf(briefs).Restore(t.Context(), made.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.Shelf("instruments").Get(t.Context(), made.ID)
	assert.ErrorIs(t, err, store.ErrNotFound, "kinds are kept apart")
}

func TestSearch(t *testing.T) {
	s := open(t, t.TempDir())
	for _, b := range []store.Draft{draft("Rain day", "with Wenna", "F#"), draft("Porch", "slow; 50%", "Bb"),
		draft("rainbow", "", "Bb")} {
		_, err := s.Shelf(briefs).Create(t.Context(), b)
		require.NoError(t, err)
	}
	for query, want := range map[string][]string{
		"": {"rainbow", "Porch", "Rain day"}, "RAIN": {"rainbow", "Rain day"}, "rain wenna": {"Rain day"},
		"ukulele b♭": {"rainbow", "Porch"}, "50%": {"Porch"}, "bb kumoi": {"rainbow", "Porch"}, "layout": {},
		"_": {}, "' OR 1=1 --": {},
	} {
		found, err := s.Shelf(briefs).List(t.Context(), store.Query{Words: query, Limit: store.MaxListed})
		require.NoError(t, err)
		titles := []string{}
		for _, r := range found.Kept {
			titles = append(titles, r.Title)
		}
		assert.Equal(t, want, titles, query)
	}
}

func TestOpenSaysWhichFolder(t *testing.T) {
	_, err := store.Open(t.Context(), "/dev/null/nowhere", clock())
	assert.ErrorContains(t, err, "data folder")
}

// A folder's name may have any sign: exactly that folder is opened, and its file is
// its owner's alone.
func TestAnyFolderIsOpened(t *testing.T) {
	for _, name := range []string{"with space", "a#b", "what?", "100%25", "per%cent", "данные", "質 &=+;",
		"even-ladder.db?mode=memory"} {
		dir := filepath.Join(t.TempDir(), name)
		st, err := store.Open(t.Context(), dir, time.Now)
		require.NoError(t, err, name)
		require.NoError(t, st.Ping(t.Context()))
		require.NoError(t, st.Close())
		info, err := os.Stat(filepath.Join(dir, "even-ladder.db"))
		require.NoError(t, err, name)
		assert.Equal(t, os.FileMode(0o600), info.Mode().Perm(), name)
		assert.Positive(t, info.Size(), name)
		entries, err := os.ReadDir(filepath.Dir(dir))
		require.NoError(t, err)
		assert.Len(t, entries, 1, "nothing beside it: %s", name)
	}
}
