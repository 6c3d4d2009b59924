package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"
)

// MaxListed is the most rows that List returns.
const MaxListed = 500

// Kept is a value that a shelf can hold.
type Kept interface {
	// searchText is what a search looks through.
	searchText() string
}

// Record is a value as stored.
type Record[T Kept] struct {
	ID        string
	Version   int
	CreatedAt time.Time
	UpdatedAt time.Time
	Value     T
}

// Conflict says that a change was made from another version than the stored
// one. Nothing was written.
type Conflict[T Kept] struct {
	Given   int
	Current Record[T]
}

// Error names both versions.
func (c *Conflict[T]) Error() string {
	return fmt.Sprintf("version %d was given, version %d is stored", c.Given, c.Current.Version)
}

// Shelf keeps values of one kind.
type Shelf[T Kept] struct {
	db   *sql.DB
	kind string
	now  func() time.Time
}

// At is the shelf with another clock, for values from another time.
func (s Shelf[T]) At(now func() time.Time) Shelf[T] {
	s.now = now
	return s
}

const columns = "id, body, version, created_at, updated_at"

// List returns the values whose text holds every word of the query, the latest
// change first, MaxListed at most.
func (s Shelf[T]) List(ctx context.Context, query string) ([]Record[T], error) {
	sqlText := "SELECT " + columns + " FROM saved WHERE kind = ? AND deleted_at IS NULL"
	args := []any{s.kind}
	for _, word := range strings.Fields(strings.ToLower(query)) {
		sqlText += " AND instr(search, ?) > 0"
		args = append(args, word)
	}
	rows, err := s.db.QueryContext(ctx, sqlText+" ORDER BY updated_at DESC, id LIMIT ?", append(args, MaxListed)...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []Record[T]{}
	for rows.Next() {
		r, err := scan[T](rows)
		if err != nil {
			return nil, err
		}
		out = append(out, r)
	}
	return out, rows.Err()
}

// Get returns one value, or ErrNotFound.
func (s Shelf[T]) Get(ctx context.Context, id string) (Record[T], error) {
	return get[T](ctx, s.db, s.kind, id)
}

type querier interface {
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

func get[T Kept](ctx context.Context, q querier, kind, id string) (Record[T], error) {
	r, err := scan[T](q.QueryRowContext(ctx, "SELECT "+columns+" FROM saved WHERE kind = ? AND id = ? AND deleted_at IS NULL", kind, id))
	if errors.Is(err, sql.ErrNoRows) {
		return r, ErrNotFound
	}
	return r, err
}

func scan[T Kept](row interface{ Scan(...any) error }) (Record[T], error) {
	var r Record[T]
	var body string
	var created, updated int64
	if err := row.Scan(&r.ID, &body, &r.Version, &created, &updated); err != nil {
		return r, err
	}
	r.CreatedAt, r.UpdatedAt = time.UnixMilli(created).UTC(), time.UnixMilli(updated).UTC()
	return r, json.Unmarshal([]byte(body), &r.Value)
}

// Create keeps a new value under a new id.
func (s Shelf[T]) Create(ctx context.Context, v T) (Record[T], error) {
	body, err := json.Marshal(v)
	if err != nil {
		return Record[T]{}, err
	}
	id, now := strings.ToLower(rand.Text()[:16]), s.now().UTC().Truncate(time.Millisecond)
	_, err = s.db.ExecContext(ctx,
		"INSERT INTO saved (kind, id, body, search, version, created_at, updated_at) VALUES (?, ?, ?, ?, 1, ?, ?)",
		s.kind, id, string(body), searchable(v), now.UnixMilli(), now.UnixMilli())
	return Record[T]{id, 1, now, now, v}, err
}

// Update replaces a value made from the given version. It returns ErrNotFound,
// or a *Conflict with what is stored when the version is another.
func (s Shelf[T]) Update(ctx context.Context, id string, version int, v T) (Record[T], error) {
	body, err := json.Marshal(v)
	if err != nil {
		return Record[T]{}, err
	}
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return Record[T]{}, err
	}
	defer tx.Rollback() // no effect after Commit
	r, err := get[T](ctx, tx, s.kind, id)
	if err != nil {
		return r, err
	}
	if r.Version != version {
		return r, &Conflict[T]{version, r}
	}
	r.Version, r.UpdatedAt, r.Value = version+1, s.now().UTC().Truncate(time.Millisecond), v
	if _, err := tx.ExecContext(ctx, "UPDATE saved SET body = ?, search = ?, version = ?, updated_at = ? WHERE kind = ? AND id = ?",
		string(body), searchable(v), r.Version, r.UpdatedAt.UnixMilli(), s.kind, id); err != nil {
		return r, err
	}
	return r, tx.Commit()
}

// Delete sets a value aside, or returns ErrNotFound.
func (s Shelf[T]) Delete(ctx context.Context, id string) error {
	return s.mark(ctx, "UPDATE saved SET deleted_at = ? WHERE kind = ? AND id = ? AND deleted_at IS NULL", s.now().UnixMilli(), s.kind, id)
}

// Restore brings back a value that was set aside, or returns ErrNotFound.
func (s Shelf[T]) Restore(ctx context.Context, id string) (Record[T], error) {
	if err := s.mark(ctx, "UPDATE saved SET deleted_at = NULL WHERE kind = ? AND id = ? AND deleted_at IS NOT NULL", s.kind, id); err != nil {
		return Record[T]{}, err
	}
	return s.Get(ctx, id)
}

func (s Shelf[T]) mark(ctx context.Context, query string, args ...any) error {
	res, err := s.db.ExecContext(ctx, query, args...)
	if err != nil {
		return err
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, ErrNotFound)
	}
	return nil
}

func searchable(v Kept) string { return strings.ToLower(v.searchText()) }
