package store

import (
	"database/sql"
	"errors"
	"testing"

	"github.com/stretchr/testify/require"
)

// Exec runs a statement on the database, as nothing of the application does.
func Exec(s *Store, statement string) error {
	_, err := s.db.writer.Exec(statement)
	return err
}

// Run runs a statement on a file, as another program might.
func Run(file, statement string) error {
	db, err := sql.Open("sqlite", uri(file, nil))
	if err != nil {
		return err
	}
	_, err = db.Exec(statement)
	return errors.Join(err, db.Close())
}

// Rehash makes the hash of a backup fit its rows again, as a forger would.
func Rehash(t *testing.T, file string) {
	t.Helper()
	db, err := sql.Open("sqlite", uri(file, nil))
	require.NoError(t, err)
	hash, err := digest(t.Context(), db)
	require.NoError(t, err)
	_, err = db.Exec("UPDATE "+backupTable+" SET hash = ?", hash)
	require.NoError(t, errors.Join(err, db.Close()))
}
