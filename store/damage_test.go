package store_test

import (
	"math/rand/v2"
	"os"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/store"
)

// database is the file of a data folder.
func database(dir string) string { return filepath.Join(dir, "even-ladder.db") }

// A backup is restored onto whatever is left of a database, and what was there stays, whole.
func TestRestoreOntoDamage(t *testing.T) {
	s, _ := filled(t, t.TempDir())
	backup := filepath.Join(t.TempDir(), "all.db")
	_, err := s.Backup(t.Context(), backup, "v1")
	require.NoError(t, err)
	source := t.TempDir()
	other := open(t, source)
	_, err = other.Shelf(briefs).Create(t.Context(), draft("Lost", "", "Ab"))
	require.NoError(t, err)
	require.NoError(t, other.Close())
	sound, err := os.ReadFile(database(source))
	require.NoError(t, err)

	random := rand.New(rand.NewPCG(1, 2))
	inAFolder, asBackup := 0, 0
	rounds := 100
	if testing.Short() {
		rounds = 20
	}
	for range rounds {
		dir := t.TempDir()
		broken := append([]byte(nil), sound...)
		switch random.IntN(4) {
		case 0:
			broken = broken[:random.IntN(len(broken))]
		case 1:
			clear(broken[:1+random.IntN(len(broken)-1)])
		case 2:
			at := random.IntN(len(broken))
			clear(broken[at:min(at+4096, len(broken))])
		default:
			for range 1 + random.IntN(400) {
				broken[random.IntN(len(broken))] = byte(random.Uint32())
			}
		}
		require.NoError(t, os.WriteFile(database(dir), broken, 0o600))
		aside, info, err := store.RestoreFolder(t.Context(), dir, backup, clock(), "v1")
		require.NoError(t, err)
		assert.Contains(t, info.Holds, store.Count{What: "takes", Count: 1})
		if filepath.Ext(aside) == ".db" {
			asBackup++
			_, err := store.Look(t.Context(), aside)
			require.NoError(t, err, "what was readable can be restored")
		} else {
			inAFolder++
			kept, err := os.ReadFile(database(aside))
			require.NoError(t, err)
			assert.Equal(t, broken, kept, "what is damaged is kept as it is")
		}
		s := open(t, dir)
		assert.Equal(t, []string{"Rain day"}, titles(t, s))
		require.NoError(t, s.Ready(t.Context()))
		require.NoError(t, s.Close())
	}
	assert.Greater(t, inAFolder, rounds/3)
	t.Logf("%d moved aside, %d backed up", inAFolder, asBackup)
}

// A database of 0 bytes beside backups is not taken for a new one.
func TestAnEmptiedDatabase(t *testing.T) {
	dir := t.TempDir()
	s, _ := filled(t, dir)
	name, _, err := s.BackUpNow(t.Context(), "by-hand", "v1")
	require.NoError(t, err)
	backup := filepath.Join(s.Backups(), name)
	require.NoError(t, s.Close())
	require.NoError(t, os.Truncate(database(dir), 0))
	_, err = store.Open(t.Context(), dir, clock())
	assert.ErrorContains(t, err, "restore one")
	_, err = store.OpenBeside(t.Context(), dir, clock())
	assert.ErrorContains(t, err, "restore one")
	_, _, err = store.RestoreFolder(t.Context(), dir, backup, clock(), "v1")
	require.NoError(t, err)
	assert.Equal(t, []string{"Rain day"}, titles(t, open(t, dir)))
}

// A folder that was moved or replaced is not ready, and nothing is made in its place.
func TestAFolderThatMoves(t *testing.T) {
	dir := filepath.Join(t.TempDir(), "data")
	s, _ := filled(t, dir)
	require.NoError(t, s.Ready(t.Context()))
	require.NoError(t, os.Rename(dir, dir+"-elsewhere"))
	require.ErrorIs(t, s.Ready(t.Context()), store.ErrMoved)
	require.NoError(t, os.Mkdir(dir, 0o700))
	_, _ = s.Unreadable(t.Context()) // a reader that comes later
	assert.NoFileExists(t, database(dir))
	other := open(t, dir)
	require.ErrorIs(t, s.Ready(t.Context()), store.ErrMoved, "it is another one")
	words, known := store.Trouble(s.Ready(t.Context()))
	assert.True(t, known)
	assert.Contains(t, words, "moved")
	require.NoError(t, other.Close())
	require.NoError(t, os.RemoveAll(dir))
	require.NoError(t, os.Rename(dir+"-elsewhere", dir))
	require.NoError(t, s.Ready(t.Context()), "put back, all is well")
}

// What a process that was killed had begun is cleared away by the next one.
func TestPartsAreCleared(t *testing.T) {
	dir := t.TempDir()
	s, _ := filled(t, dir)
	_, _, err := s.BackUpNow(t.Context(), "by-hand", "v1")
	require.NoError(t, err)
	require.NoError(t, s.Close())
	for _, name := range []string{"x.db.part", "x.db.part-journal", "x.db.part-wal"} {
		require.NoError(t, os.WriteFile(filepath.Join(s.Backups(), name), []byte("half"), 0o600))
	}
	s = open(t, dir)
	left, err := os.ReadDir(s.Backups())
	require.NoError(t, err)
	assert.Len(t, left, 1)
}

// A backup that another program added to is refused, whatever its hash says.
func TestABackupWithMoreThanOurs(t *testing.T) {
	s, _ := filled(t, t.TempDir())
	for _, more := range []string{
		"CREATE TABLE theirs (x)", "CREATE VIEW seen AS SELECT id FROM saved",
		"CREATE TRIGGER t AFTER INSERT ON saved BEGIN DELETE FROM log; END",
		"ALTER TABLE saved ADD COLUMN twice TEXT AS (title || title)", "DROP INDEX IF EXISTS log_at; CREATE INDEX i ON saved (title)",
	} {
		file := filepath.Join(t.TempDir(), "all.db")
		_, err := s.Backup(t.Context(), file, "v1")
		require.NoError(t, err)
		run(t, file, more)
		store.Rehash(t, file)
		_, err = store.Look(t.Context(), file)
		require.ErrorAs(t, err, &store.NoBackup{}, more)
	}
}
