package store

import (
	"context"
	"encoding/json"
	"strings"
	"time"

	"evenladder/core/base/table"
)

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

// Shelf keeps things of one kind.
type Shelf struct {
	versioned[Kept]
	kind Kind
}

// Shelf is the shelf of a kind of things; of one that there is not, nothing is found.
func (s *Store) Shelf(kind string) Shelf {
	k, _ := table.Find(Kinds, kind)
	return Shelf{versioned[Kept]{
		db: s.db, now: s.now, table: "saved", key: "id", within: "kind = '" + k.ID + "'", columns: keptColumns,
		order: order{columns: []string{"updated_at", "id"}, down: true}, read: k.read,
	}, k}
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

const keptColumns = "id, title, notes, sentence, body, version, created_at, updated_at"

// List returns a page of a shelf. It returns NoPage where After is none.
func (s Shelf) List(ctx context.Context, q Query) (Page, error) {
	where, args := "", []any{}
	terms := strings.Fields
	if s.kind.terms != nil {
		terms = s.kind.terms
	}
	for _, word := range terms(strings.ToLower(q.Words)) {
		where, args = where+" AND instr(search, ?) > 0", append(args, word)
	}
	kept, next, err := s.list(ctx, q.SetAside, where, args, q.After, q.Limit)
	return Page{Kept: kept, Next: next}, err
}

// read reads a row of the shelf whose thing can be read.
func (k Kind) read(row scanner) (kept Kept, err error) {
	var body string
	var created, updated int64
	if err := row.Scan(&kept.ID, &kept.Title, &kept.Notes, &kept.Sentence, &body, &kept.Version, &created,
		&updated); err != nil {
		return kept, err
	}
	kept.Body = json.RawMessage(body)
	kept.CreatedAt, kept.UpdatedAt = time.UnixMilli(created).UTC(), time.UnixMilli(updated).UTC()
	if _, err := k.Thing(kept.Draft); err != nil {
		return kept, Unreadable{err}
	}
	return kept, nil
}

// Create keeps something new under a new id.
func (s Shelf) Create(ctx context.Context, d Draft) (Kept, error) {
	id, now := newID(ctx, s.kind.ID), s.now().UTC().Truncate(time.Millisecond)
	_, err := s.db.ExecContext(ctx,
		"INSERT INTO saved (kind, id, title, notes, sentence, body, search, version, created_at, updated_at) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?)",
		s.kind.ID, id, d.Title, d.Notes, d.Sentence, string(d.Body), searchText(d), now.UnixMilli(), now.UnixMilli())
	if madeBefore(ctx, err) {
		return s.Get(ctx, id)
	}
	d.Also = ""
	return Kept{id, 1, now, now, d}, err
}

// Update replaces something that was read as the given version; ErrNotFound, or *Stale where that is
// not the stored one.
func (s Shelf) Update(ctx context.Context, id string, version int, d Draft) (Kept, error) {
	return s.update(ctx, id, version, "title = ?, notes = ?, sentence = ?, body = ?, search = ?", d.Title, d.Notes,
		d.Sentence, string(d.Body), searchText(d))
}

// searchText is what a search looks through.
func searchText(d Draft) string {
	return strings.ToLower(d.Title + "\n" + d.Notes + "\n" + d.Sentence + "\n" + d.Also)
}
