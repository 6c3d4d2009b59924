package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"evenladder/core/lesson/pupil"
)

// Pupil is a pupil as stored.
type Pupil struct {
	Record
	Pupil pupil.Pupil `json:"pupil"`
}

// Record is what every stored thing has that is changed under a version.
type Record struct {
	ID        string    `json:"id"`
	Version   int       `json:"version"`
	CreatedAt time.Time `json:"createdAt"`
	UpdatedAt time.Time `json:"updatedAt"`
}

// Stale says that a change was made from another version than the stored one. Nothing was
// written.
type Stale struct{ Given, Stored int }

// Error names both versions.
func (s *Stale) Error() string {
	return fmt.Sprintf("you had version %d, but version %d is saved now", s.Given, s.Stored)
}

// Pupils are the pupils of a store.
type Pupils struct {
	db  *database
	now func() time.Time
}

// Pupils are the pupils of this store.
func (s *Store) Pupils() Pupils { return Pupils{s.db, s.now} }

// PupilQuery asks for a page of pupils.
type PupilQuery struct {
	Words    string // all of which the name or the notes hold
	After    string // id of the last one of the page before
	Limit    int    // MaxListed at most
	SetAside bool   // those that were set aside, in place of the others
}

const pupilColumns = "id, body, version, created_at, updated_at"

// List returns a page of pupils by name, and the id to go on after; empty where nothing
// follows.
func (p Pupils) List(ctx context.Context, q PupilQuery) (list []Pupil, next string, err error) {
	where, args := "deleted_at IS NULL", []any{}
	if q.SetAside {
		where = "deleted_at IS NOT NULL"
	}
	for _, word := range strings.Fields(strings.ToLower(q.Words)) {
		where, args = where+" AND instr(search, ?) > 0", append(args, word)
	}
	if q.After != "" {
		where += " AND (name COLLATE NOCASE, id) > (SELECT name COLLATE NOCASE, id FROM pupils WHERE id = ?)"
		args = append(args, q.After)
	}
	limit := min(max(q.Limit, 1), MaxListed)
	rows, err := p.db.QueryContext(ctx, "SELECT "+pupilColumns+" FROM pupils WHERE "+where+" ORDER BY name COLLATE NOCASE, id LIMIT ?", append(args, limit+1)...)
	if err != nil {
		return nil, "", err
	}
	list, more, err := listed(rows, limit, scanPupil)
	if more {
		next = list[len(list)-1].ID
	}
	return list, next, err
}

func scanPupil(row scanner) (p Pupil, err error) {
	var body string
	if err := p.scan(row, &body); err != nil {
		return p, err
	}
	return p, decode(body, &p.Pupil)
}

// scan reads the columns of a record with its body, and what stands between id and body.
func (r *Record) scan(row scanner, body *string, further ...any) error {
	var created, updated int64
	err := row.Scan(append(append([]any{&r.ID, body}, further...), &r.Version, &created, &updated)...)
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	r.CreatedAt, r.UpdatedAt = time.UnixMilli(created).UTC(), time.UnixMilli(updated).UTC()
	return err
}

// Get returns one pupil, or ErrNotFound.
func (p Pupils) Get(ctx context.Context, id string) (Pupil, error) {
	return scanPupil(p.db.QueryRowContext(ctx,
		"SELECT "+pupilColumns+" FROM pupils WHERE id = ? AND deleted_at IS NULL", id))
}

// newRecord is the record of something new.
func newRecord(ctx context.Context, sort string, now time.Time) Record {
	now = now.UTC().Truncate(time.Millisecond)
	return Record{newID(ctx, sort), 1, now, now}
}

// Create keeps a pupil that was checked.
func (p Pupils) Create(ctx context.Context, of pupil.Pupil) (Pupil, error) {
	made := Pupil{newRecord(ctx, "pupils", p.now()), of}
	body, err := json.Marshal(of)
	if err != nil {
		return made, err
	}
	_, err = p.db.ExecContext(ctx, "INSERT INTO pupils (id, name, search, body, version, created_at, updated_at) VALUES (?, ?, ?, ?, 1, ?, ?)",
		made.ID, of.Name, pupilSearch(of), string(body), made.CreatedAt.UnixMilli(), made.UpdatedAt.UnixMilli())
	if madeBefore(ctx, err) {
		return p.Get(ctx, made.ID)
	}
	return made, err
}

func pupilSearch(p pupil.Pupil) string { return strings.ToLower(p.Name + "\n" + p.Notes) }

// Update replaces a pupil that was read as the given version; ErrNotFound or *Stale where
// that cannot be.
func (p Pupils) Update(ctx context.Context, id string, version int, to pupil.Pupil) (Pupil, error) {
	body, err := json.Marshal(to)
	if err != nil {
		return Pupil{}, err
	}
	err = changeVersion(ctx, p.db, p.now(), "pupils", id, version, "name = ?, search = ?, body = ?", to.Name,
		pupilSearch(to), string(body))
	if err != nil {
		return Pupil{}, err
	}
	return p.Get(ctx, id)
}

// changeVersion sets columns of a row that is at a version, and counts the version up.
func changeVersion(ctx context.Context, db *database, now time.Time, table, id string, version int, set string,
	args ...any) error {
	err := changeOne(ctx, db, "UPDATE "+table+" SET "+set+", version = version + 1, updated_at = ? WHERE id = ? AND version = ? AND deleted_at IS NULL",
		append(args, now.UnixMilli(), id, version)...)
	if !errors.Is(err, ErrNotFound) {
		return err
	}
	var stored int
	if db.QueryRowContext(ctx, "SELECT version FROM "+table+" WHERE id = ? AND deleted_at IS NULL",
		id).Scan(&stored) == nil {
		return &Stale{version, stored}
	}
	return ErrNotFound
}

// setAside and bringBack mark a row, or give ErrNotFound.
func setAside(ctx context.Context, db *database, now time.Time, table, id string) error {
	return changeOne(ctx, db, "UPDATE "+table+" SET deleted_at = ? WHERE id = ? AND deleted_at IS NULL",
		now.UnixMilli(), id)
}

func bringBack(ctx context.Context, db *database, table, id string) error {
	return changeOne(ctx, db, "UPDATE "+table+" SET deleted_at = NULL WHERE id = ? AND deleted_at > 0", id)
}

// SetAside sets a pupil aside with all that is the pupil's, or gives ErrNotFound.
func (p Pupils) SetAside(ctx context.Context, id string) error {
	return setAside(ctx, p.db, p.now(), "pupils", id)
}

// Restore brings a pupil back, or gives ErrNotFound.
func (p Pupils) Restore(ctx context.Context, id string) (Pupil, error) {
	if err := bringBack(ctx, p.db, "pupils", id); err != nil {
		return Pupil{}, err
	}
	return p.Get(ctx, id)
}

// Erase takes a pupil that was set aside away for good: assignments, weeks, pages, the log
// and its takes. ErrNotFound where there is none that was set aside.
func (p Pupils) Erase(ctx context.Context, id string) error {
	tx, err := p.db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // no effect after Commit
	var there int
	if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM pupils WHERE id = ? AND deleted_at IS NOT NULL",
		id).Scan(&there); err != nil {
		return err
	}
	if there == 0 {
		return ErrNotFound
	}
	for _, statement := range []string{
		"DELETE FROM takes WHERE try IN (SELECT id FROM log WHERE pupil = ?)",
		"DELETE FROM log WHERE pupil = ?",
		"DELETE FROM pupils WHERE id = ?",
	} {
		if _, err := tx.ExecContext(ctx, statement, id); err != nil {
			return err
		}
	}
	if err := tx.Commit(); err != nil {
		return err
	}
	// What was erased is not to be read in the journal either.
	_, err = p.db.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return err
}

// LastPlayed is when each pupil last played something; those who never did are not in it.
func (p Pupils) LastPlayed(ctx context.Context) (map[string]time.Time, error) {
	rows, err := p.db.QueryContext(ctx, "SELECT id, (SELECT max(at) FROM log WHERE pupil = pupils.id AND +takes_back IS NULL) AS last FROM pupils WHERE deleted_at IS NULL AND last IS NOT NULL")
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := map[string]time.Time{}
	for rows.Next() {
		var id string
		var at int64
		if err := rows.Scan(&id, &at); err != nil {
			return nil, err
		}
		out[id] = time.UnixMilli(at).In(p.now().Location())
	}
	return out, rows.Err()
}
