package store

import (
	"database/sql"
	"errors"
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
