package main

import (
	"os"
	"path/filepath"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/rooms"
	"evenladder/store"
)

// A room that cannot be read is told, and the rooms after it are backed up.
func TestOneRoomHoldsUpNoBackup(t *testing.T) {
	dir := t.TempDir()
	for _, name := range []string{"attic", "hall", "shed"} {
		require.NoError(t, rooms.Make(dir, name))
	}
	require.NoError(t, os.WriteFile(filepath.Join(dir, "rooms", "attic", "even-ladder.db"),
		[]byte("no database at all, though there is something"), 0o600))
	for _, name := range []string{"hall", "shed"} {
		st, err := store.Open(t.Context(), filepath.Join(dir, "rooms", name), time.Now)
		require.NoError(t, err)
		require.NoError(t, st.Close())
	}
	all := rooms.New(dir, rooms.Usual, nil)
	o := serving{backupEvery: 24 * time.Hour, backupKeep: 3}
	err := o.backUpDue(t.Context(), all)
	require.Error(t, err)
	assert.Contains(t, err.Error(), "room attic")
	assert.NotContains(t, err.Error(), "room shed")
	for _, name := range []string{"hall", "shed"} {
		made, err := filepath.Glob(filepath.Join(dir, "rooms", name, "backups", "*-regular.db"))
		require.NoError(t, err)
		require.Len(t, made, 1, name)
		_, err = store.Look(t.Context(), made[0])
		assert.NoError(t, err)
	}
}
