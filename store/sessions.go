package store

import "github.com/alexedwards/scs/sqlite3store"

// Sessions are who is signed in over a network. Those that have run out are cleared now and then.
func (s *Store) Sessions() *sqlite3store.SQLite3Store {
	if s.sessions == nil {
		s.sessions = sqlite3store.New(s.db.writer)
	}
	return s.sessions
}
