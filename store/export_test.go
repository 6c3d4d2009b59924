package store

// Exec runs a statement on the database, as nothing of the application does.
func Exec(s *Store, statement string) error {
	_, err := s.db.Exec(statement)
	return err
}
