package store

import (
	"context"

	"github.com/alexedwards/scs/sqlite3store"
	"github.com/alexedwards/scs/v2"
)

// Sessions are who is signed in over a network. Those that have run out are cleared now and then.
func (s *Store) Sessions() scs.Store {
	if s.sessions == nil {
		s.sessions = sqlite3store.New(s.db.writer)
	}
	return s.sessions
}

// SignOutAll ends every session.
func (s *Store) SignOutAll(ctx context.Context) error {
	_, err := s.db.ExecContext(ctx, "DELETE FROM sessions")
	return err
}
