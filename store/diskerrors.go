package store

import (
	"context"
	"errors"
	"fmt"

	"modernc.org/sqlite"
	lib "modernc.org/sqlite/lib"
)

// troubles are what may be wrong below the database, by the primary code of its error, in words
// for whoever wanted to keep something.
var troubles = map[int]string{
	lib.SQLITE_FULL:     "the disk is full: free some space, then try again",
	lib.SQLITE_IOERR:    "the disk can't be read or written: check it, then try again",
	lib.SQLITE_READONLY: "the data folder is read-only: give Even Ladder permission to write, then try again",
	lib.SQLITE_CANTOPEN: "the data folder can't be opened: check that it exists, then try again",
	lib.SQLITE_BUSY:     "other changes are being saved: try again in a moment",
	lib.SQLITE_CORRUPT:  "the database is damaged: stop Even Ladder, then run even-ladder restore with a backup",
	lib.SQLITE_NOTADB:   "the database is damaged: stop Even Ladder, then run even-ladder restore with a backup",
}

// Trouble says in words what is wrong below the database; ok is false where nothing is known to be.
func Trouble(err error) (words string, ok bool) {
	var at *sqlite.Error
	if errors.Is(err, ErrMoved) {
		return ErrMoved.Error(), true
	}
	if !errors.As(err, &at) {
		return "", false
	}
	words, ok = troubles[at.Code()&0xff]
	return words, ok
}

// readyBytes is how much is written to find out whether things can be kept: more than most of them.
const readyBytes = 64 << 10

// Ready finds out whether things can be kept: the folder is where it was, every table can be read, and a write is taken.
func (s *Store) Ready(ctx context.Context) error {
	if err := s.inPlace(); err != nil {
		return err
	}
	tables, err := tablesOf(ctx, s.db)
	if err != nil {
		return err
	}
	for _, t := range tables {
		if _, err := column[int](ctx, s.db, `SELECT 1 FROM "`+t+`" LIMIT 1`); err != nil {
			return fmt.Errorf("table %s: %w", t, err)
		}
	}
	if _, err := s.db.ExecContext(ctx, "INSERT INTO ready (filler) VALUES (zeroblob(?))", readyBytes); err != nil {
		return err
	}
	_, err = s.db.ExecContext(ctx, "DELETE FROM ready")
	return err
}
