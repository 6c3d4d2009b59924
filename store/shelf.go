package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"evenladder/core/base/table"
)

// MaxListed is the most rows that List returns.
const MaxListed = 500

// Draft is something to keep. Sentence says in words what the body is, so that a
// list needs to work nothing out.
type Draft struct {
	Title    string
	Notes    string // the teacher's own
	Sentence string
	Also     string // further words that a search finds
	Body     json.RawMessage
}

// Kept is a draft as stored.
type Kept struct {
	ID        string
	Version   int
	CreatedAt time.Time
	UpdatedAt time.Time
	Draft
}

// Conflict says that a change was made from another version than the stored
// one. Nothing was written.
type Conflict struct {
	Given   int
	Current Kept
}

// Error names both versions.
func (c *Conflict) Error() string {
	return fmt.Sprintf("you had version %d, but version %d is saved now", c.Given, c.Current.Version)
}

// Shelf keeps things of one kind.
type Shelf struct {
	db   *database
	kind string
	now  func() time.Time
}

// At is the shelf with another clock, for things from another time.
func (s Shelf) At(now func() time.Time) Shelf {
	s.now = now
	return s
}

// Query asks for a page of a shelf.
type Query struct {
	Words    string // all of which the title, the sentence or the notes hold
	After    string // Next of the page before; empty for the first
	Limit    int    // rows, MaxListed at most
	SetAside bool   // what was set aside, in place of what was not
}

// Page is a stretch of a shelf, the latest change first. Next is empty where
// nothing follows.
type Page struct {
	Kept []Kept
	Next string
}

// ErrPage says that a page cannot go on from there.
var ErrPage = errors.New("not a page cursor")

const columns = "id, title, notes, sentence, body, version, created_at, updated_at"

// List returns a page of a shelf. It returns ErrPage where After is none.
func (s Shelf) List(ctx context.Context, q Query) (Page, error) {
	where, args := "kind = ? AND deleted_at IS NULL", []any{s.kind}
	if q.SetAside {
		where = "kind = ? AND deleted_at IS NOT NULL"
	}
	terms := strings.Fields
	if k, _ := table.Find(Kinds, s.kind); k.terms != nil {
		terms = k.terms
	}
	for _, word := range terms(strings.ToLower(q.Words)) {
		where += " AND instr(search, ?) > 0"
		args = append(args, word)
	}
	kept, next, err := page(ctx, s.db, dated{
		columns: columns, table: "saved", where: where, args: args, at: "updated_at",
		after: q.After, limit: min(max(q.Limit, 1), MaxListed),
	}, s.scan, func(k Kept) (time.Time, string) { return k.UpdatedAt, k.ID })
	return Page{Kept: kept, Next: next}, err
}

// Get returns one thing, or ErrNotFound.
func (s Shelf) Get(ctx context.Context, id string) (Kept, error) { return s.get(ctx, s.db, id) }

type querier interface {
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

func (s Shelf) get(ctx context.Context, q querier, id string) (Kept, error) {
	k, err := scan(q.QueryRowContext(ctx, "SELECT "+columns+" FROM saved WHERE kind = ? AND id = ? AND deleted_at IS NULL", s.kind, id))
	if errors.Is(err, sql.ErrNoRows) {
		return k, ErrNotFound
	}
	return k, err
}

// scan reads a row of the shelf whose thing can be read.
func (s Shelf) scan(row scanner) (Kept, error) {
	k, err := scan(row)
	kind, known := table.Find(Kinds, s.kind)
	if err != nil || !known {
		return k, err
	}
	if _, err := kind.Thing(k.Draft); err != nil {
		return k, Unreadable{err}
	}
	return k, nil
}

func scan(row scanner) (Kept, error) {
	var k Kept
	var body string
	var created, updated int64
	err := row.Scan(&k.ID, &k.Title, &k.Notes, &k.Sentence, &body, &k.Version, &created, &updated)
	k.Body = json.RawMessage(body)
	k.CreatedAt, k.UpdatedAt = time.UnixMilli(created).UTC(), time.UnixMilli(updated).UTC()
	return k, err
}

// Create keeps something new under a new id.
func (s Shelf) Create(ctx context.Context, d Draft) (Kept, error) {
	id, now := newID(ctx, s.kind), s.stamp()
	_, err := s.db.ExecContext(ctx,
		"INSERT INTO saved (kind, id, title, notes, sentence, body, search, version, created_at, updated_at) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?)",
		s.kind, id, d.Title, d.Notes, d.Sentence, string(d.Body), searchText(d), now.UnixMilli(), now.UnixMilli())
	if madeBefore(ctx, err) {
		return s.Get(ctx, id)
	}
	d.Also = ""
	return Kept{id, 1, now, now, d}, err
}

// Update replaces something made from the given version. It returns ErrNotFound,
// or a *Conflict with what is stored when the version is another.
func (s Shelf) Update(ctx context.Context, id string, version int, d Draft) (Kept, error) {
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return Kept{}, err
	}
	defer tx.Rollback() // no effect after Commit
	k, err := s.get(ctx, tx, id)
	if err != nil {
		return k, err
	}
	if k.Version != version {
		return k, &Conflict{version, k}
	}
	k.Version, k.UpdatedAt, k.Draft = version+1, s.stamp(), d
	k.Also = ""
	if _, err := tx.ExecContext(ctx, "UPDATE saved SET title = ?, notes = ?, sentence = ?, body = ?, search = ?, version = ?, updated_at = ? WHERE kind = ? AND id = ?",
		d.Title, d.Notes, d.Sentence, string(d.Body), searchText(d), k.Version, k.UpdatedAt.UnixMilli(), s.kind,
		id); err != nil {
		return k, err
	}
	return k, tx.Commit()
}

// SetAside sets something aside, or returns ErrNotFound.
func (s Shelf) SetAside(ctx context.Context, id string) error {
	return changeOne(ctx, s.db, "UPDATE saved SET deleted_at = ? WHERE kind = ? AND id = ? AND deleted_at IS NULL",
		s.now().UnixMilli(), s.kind, id)
}

// Restore brings back something that was set aside, or returns ErrNotFound.
func (s Shelf) Restore(ctx context.Context, id string) (Kept, error) {
	if err := changeOne(ctx, s.db, "UPDATE saved SET deleted_at = NULL WHERE kind = ? AND id = ? AND deleted_at IS NOT NULL", s.kind, id); err != nil {
		return Kept{}, err
	}
	return s.Get(ctx, id)
}

// Purge takes away for good something that was set aside, or returns
// ErrNotFound.
func (s Shelf) Purge(ctx context.Context, id string) error {
	return changeOne(ctx, s.db, "DELETE FROM saved WHERE kind = ? AND id = ? AND deleted_at IS NOT NULL", s.kind, id)
}

func (s Shelf) stamp() time.Time { return s.now().UTC().Truncate(time.Millisecond) }

// searchText is what a search looks through.
func searchText(d Draft) string {
	return strings.ToLower(d.Title + "\n" + d.Notes + "\n" + d.Sentence + "\n" + d.Also)
}
