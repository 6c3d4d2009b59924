package store

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// The next one is due so long after the last, over restarts; a clock that went back holds up none.
func TestWhenABackupIsDue(t *testing.T) {
	now := time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)
	r := Regular{Every: 24 * time.Hour}
	for last, want := range map[time.Time]time.Duration{
		{}:                         0,
		now:                        24 * time.Hour,
		now.Add(-20 * time.Hour):   4 * time.Hour,
		now.Add(-24 * time.Hour):   0,
		now.Add(-300 * time.Hour):  0,
		now.Add(3000 * time.Hour):  0,
		now.Add(time.Millisecond):  0,
		now.Add(-time.Millisecond): 24*time.Hour - time.Millisecond,
	} {
		assert.Equal(t, want, r.wait(last, now), last)
	}
}

// Backups follow each other, the oldest go, others in the folder stay; one that fails is told.
func TestRegularBackups(t *testing.T) {
	s, err := Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	defer s.Close()
	other, _, err := s.BackUpNow(t.Context(), "by-hand", "v1")
	require.NoError(t, err)
	ctx, cancel := context.WithCancel(t.Context())
	var files []string
	s.BackUpRegularly(ctx, Regular{Word: "regular", Every: 5 * time.Millisecond, Keep: 2}, "v1",
		func(file string, info Info, err error) {
			assert.NoError(t, err)
			assert.Equal(t, "v1", info.Program)
			if files = append(files, filepath.Base(file)); len(files) == 4 {
				cancel()
			}
		})
	all, err := s.ListBackups()
	require.NoError(t, err)
	var names []string
	for _, b := range all {
		names = append(names, b.Name)
	}
	assert.ElementsMatch(t, append([]string{other}, files[2:]...), names)
	_, err = Look(t.Context(), filepath.Join(s.Backups(), files[3]))
	assert.NoError(t, err)

	inTheWay := filepath.Join(t.TempDir(), "file")
	require.NoError(t, os.WriteFile(inTheWay, nil, 0o600))
	failed := errors.New("none")
	ctx, cancel = context.WithCancel(t.Context())
	s.BackUpRegularly(ctx, Regular{Dir: inTheWay, Word: "regular", Every: time.Hour, Keep: 2}, "v1",
		func(_ string, _ Info, err error) { failed = err; cancel() })
	assert.ErrorContains(t, failed, "file")
}

// The folder of a room that is closed is backed up once it was changed, and so long after the last one.
func TestWhatIsClosedIsDue(t *testing.T) {
	dir := t.TempDir()
	r := Regular{Word: "regular", Every: time.Hour, Keep: 3}
	due := func(now time.Time) bool {
		t.Helper()
		yes, err := Due(dir, r, now)
		require.NoError(t, err)
		return yes
	}
	now := time.Now()
	assert.False(t, due(now), "nothing is kept in it")
	s, err := Open(t.Context(), dir, time.Now)
	require.NoError(t, err)
	require.NoError(t, s.Close())
	assert.True(t, due(now))
	s, err = OpenBeside(t.Context(), dir, time.Now)
	require.NoError(t, err)
	_, _, err = s.BackUpIn(t.Context(), r, "v1")
	require.NoError(t, err)
	require.NoError(t, s.Close())
	assert.False(t, due(now.Add(48*time.Hour)), "it was not changed since")
	later := now.Add(3 * time.Hour)
	require.NoError(t, os.Chtimes(filepath.Join(dir, dbName), later, later))
	assert.False(t, due(now.Add(30*time.Minute)), "the last one is not so long ago")
	assert.True(t, due(later))
}
