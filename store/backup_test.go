package store_test

import (
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

func run(t *testing.T, file, statement string) {
	t.Helper()
	require.NoError(t, store.Run(file, statement))
}

// filled is a store with something of most sorts in it, a take of a megabyte among them.
func filled(t *testing.T, dir string) (*store.Store, string) {
	t.Helper()
	s := open(t, dir)
	made, err := s.Shelf(briefs).Create(t.Context(), draft("Rain day", "slowly", "F#"))
	require.NoError(t, err)
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"}}
	e, err := store.NewEntry(b, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60}, Result: result.Clean}, 30, "")
	require.NoError(t, err)
	e, err = s.Log().Append(t.Context(), e)
	require.NoError(t, err)
	require.NoError(t, s.Log().KeepTake(t.Context(), e.ID, []byte(strings.Repeat("take", 1<<18))))
	return s, made.ID
}

func titles(t *testing.T, s *store.Store) (out []string) {
	t.Helper()
	page, err := s.Shelf(briefs).List(t.Context(), store.Query{Limit: 50})
	require.NoError(t, err)
	for _, k := range page.Kept {
		out = append(out, k.Title)
	}
	return out
}

// A backup holds everything, takes included, and is restored on another machine; what was there is
// set aside and comes back.
func TestBackupAndRestore(t *testing.T) {
	s, _ := filled(t, t.TempDir())
	file := filepath.Join(t.TempDir(), "all.db")
	made, err := s.Backup(t.Context(), file, "v1")
	require.NoError(t, err)
	seen, err := store.Look(t.Context(), file)
	require.NoError(t, err)
	assert.Equal(t, made, seen)
	assert.Equal(t, "v1", seen.Program)
	assert.Contains(t, seen.Holds, store.Count{What: "takes", Count: 1})
	assert.Greater(t, seen.Bytes, int64(1<<20))
	stat, err := os.Stat(file)
	require.NoError(t, err)
	assert.Equal(t, os.FileMode(0o600), stat.Mode().Perm(), "its owner's alone")
	_, err = s.Backup(t.Context(), file, "v1")
	assert.ErrorContains(t, err, "already exists")

	other := open(t, t.TempDir())
	_, err = other.Shelf(briefs).Create(t.Context(), draft("Theirs", "", "Ab"))
	require.NoError(t, err)
	aside := filepath.Join(t.TempDir(), "aside.db")
	_, err = other.Restore(t.Context(), file, aside, "v1")
	require.NoError(t, err)
	assert.Equal(t, []string{"Rain day"}, titles(t, other))
	_, err = other.Shelf(briefs).Create(t.Context(), draft("After", "", "Bb"))
	require.NoError(t, err, "it goes on")
	again := filepath.Join(t.TempDir(), "again.db")
	_, err = other.Restore(t.Context(), aside, again, "v1")
	require.NoError(t, err)
	assert.Equal(t, []string{"Theirs"}, titles(t, other), "the restore is undone")
	_, err = other.Restore(t.Context(), again, filepath.Join(t.TempDir(), "x.db"), "v1")
	require.NoError(t, err)
	assert.ElementsMatch(t, []string{"Rain day", "After"}, titles(t, other), "and done again")
}

// A wrong, cut, changed or newer file is refused in words, and nothing is touched.
func TestWhatCannotBeRestored(t *testing.T) {
	dir := t.TempDir()
	s, _ := filled(t, dir)
	file := filepath.Join(t.TempDir(), "all.db")
	_, err := s.Backup(t.Context(), file, "v1")
	require.NoError(t, err)
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	other := func(name string, data []byte) string {
		path := filepath.Join(t.TempDir(), name)
		require.NoError(t, os.WriteFile(path, data, 0o600))
		return path
	}
	flipped := append([]byte{}, data...)
	flipped[len(flipped)/2] ^= 0xff // within the take
	changed := other("changed.db", data)
	run(t, changed, "UPDATE saved SET title = 'other'")
	newer := other("newer.db", data)
	run(t, newer, "INSERT INTO goose_db_version (version_id, is_applied) VALUES (999, 1)")
	foreign := filepath.Join(t.TempDir(), "foreign.db")
	run(t, foreign, "CREATE TABLE x (y)")
	for path, want := range map[string]string{
		other("nothing.db", nil): "isn't an Even Ladder backup",
		other("text.db", []byte("hello, this is no database at all")): "isn't an Even Ladder backup",
		other("cut.db", data[:len(data)/3]):                           "can't import",
		other("flipped.db", flipped):                                  "damaged", changed: "was changed", newer: "newer Even Ladder",
		foreign: "isn't an Even Ladder backup", filepath.Join(dir, "none.db"): "can't be read", dir: "isn't a file",
	} {
		aside := filepath.Join(t.TempDir(), "aside.db")
		_, err := s.Restore(t.Context(), path, aside, "v1")
		require.Error(t, err, path)
		assert.ErrorContains(t, err, want, path)
		assert.NoFileExists(t, aside)
		assert.Equal(t, []string{"Rain day"}, titles(t, s))
	}
}

// While others write, a backup is one moment: whole, and what was acknowledged before is in it.
func TestBackupWhileOthersWrite(t *testing.T) {
	s := open(t, t.TempDir())
	var writers sync.WaitGroup
	for w := range 4 {
		writers.Go(func() {
			for i := range 40 {
				_, err := s.Shelf(briefs).Create(t.Context(), draft(fmt.Sprintf("%d-%d", w, i), "", "F#"))
				assert.NoError(t, err)
			}
		})
	}
	dir := t.TempDir()
	for i := range 5 {
		before, err := s.Shelf(briefs).List(t.Context(), store.Query{Limit: store.MaxListed})
		require.NoError(t, err)
		info, err := s.Backup(t.Context(), filepath.Join(dir, fmt.Sprint(i, ".db")), "v1")
		require.NoError(t, err)
		_, err = store.Look(t.Context(), filepath.Join(dir, fmt.Sprint(i, ".db")))
		require.NoError(t, err)
		assert.GreaterOrEqual(t, info.Holds[0].Count, len(before.Kept))
	}
	writers.Wait()
}

// One process has a folder: of several that start at once one wins, and the others say who has it.
func TestOneAtATime(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	_, err := store.Open(t.Context(), dir, clock())
	var used store.InUse
	require.ErrorAs(t, err, &used)
	assert.Equal(t, fmt.Sprint(os.Getpid()), used.Process)
	assert.ErrorContains(t, err, "stop that first")
	require.NoError(t, s.Close())

	won := make(chan *store.Store, 16)
	var all sync.WaitGroup
	for range 16 {
		all.Go(func() {
			if s, err := store.Open(t.Context(), dir, clock()); err == nil {
				won <- s
			} else {
				assert.ErrorAs(t, err, new(store.InUse))
			}
		})
	}
	all.Wait()
	require.Len(t, won, 1)
	require.NoError(t, (<-won).Close())
}

// Tables of a newer version are refused, and nothing of the folder is touched.
func TestANewerFolder(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	require.NoError(t, s.Close())
	file := filepath.Join(dir, "even-ladder.db")
	run(t, file, "INSERT INTO goose_db_version (version_id, is_applied) VALUES (999, 1)")
	run(t, file, "PRAGMA wal_checkpoint(TRUNCATE)")
	before, err := os.ReadFile(file)
	require.NoError(t, err)
	_, err = store.Open(t.Context(), dir, clock())
	require.ErrorAs(t, err, new(store.Newer))
	assert.ErrorContains(t, err, "newer Even Ladder")
	after, err := os.ReadFile(file)
	require.NoError(t, err)
	assert.Equal(t, before, after)
}

func TestBackupsOfTheFolder(t *testing.T) {
	s, _ := filled(t, t.TempDir())
	for range 4 {
		_, _, err := s.BackUpNow(t.Context(), "daily", "v1")
		require.NoError(t, err)
	}
	name, _, err := s.BackUpNow(t.Context(), "by-hand", "v1")
	require.NoError(t, err)
	require.NoError(t, store.PruneIn(s.Backups(), "daily", 2))
	all, err := s.ListBackups()
	require.NoError(t, err)
	require.Len(t, all, 3)
	file, err := s.BackupFile(name)
	require.NoError(t, err)
	assert.FileExists(t, file)
	for _, bad := range []string{"../even-ladder.db", "nothing.db", "", "."} {
		_, err := s.BackupFile(bad)
		assert.ErrorIs(t, err, store.ErrNotFound, bad)
		assert.ErrorIs(t, s.DeleteBackup(bad), store.ErrNotFound, bad)
	}
	require.NoError(t, s.DeleteBackup(name))
	assert.NoFileExists(t, file)
}

// Backups of each kind are kept in a number of their own; those made by hand outlive the others.
func TestBackupsArePrunedByKind(t *testing.T) {
	s, _ := filled(t, t.TempDir())
	first, _, err := s.BackUpNow(t.Context(), "by-hand", "v1")
	require.NoError(t, err)
	for range 12 {
		_, _, err := s.BackUpNow(t.Context(), "before-import", "v1")
		require.NoError(t, err)
	}
	_, _, err = s.BackUpNow(t.Context(), "before-tables-14", "v1")
	require.NoError(t, err)
	all, err := s.ListBackups()
	require.NoError(t, err)
	assert.Len(t, all, 1+10+1)
	_, err = s.BackupFile(first)
	require.NoError(t, err)
}
