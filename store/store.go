// Package store keeps what a teacher saves, in one SQLite file.
//
// Everything saved has an id, a version that grows with every change, and can
// be set aside and brought back. A change names the version it was made from;
// when that is not the stored one any more, nothing is written and the stored
// value comes back with the error, so that both can be read.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"strconv"
	"strings"
	"time"

	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // registers the driver
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound says that nothing, or nothing that is not set aside, has the id.
var ErrNotFound = errors.New("not found")

// Store is the open database.
type Store struct {
	db  *sql.DB
	now func() time.Time
}

// Shelf is the shelf of a kind of things. Kinds are the caller's own.
func (s *Store) Shelf(kind string) Shelf { return Shelf{s.db, kind, s.now} }

// Open opens or makes the database in a folder and brings it up to date. now
// stamps changes.
func Open(ctx context.Context, dir string, now func() time.Time) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("data folder: %w", err)
	}
	// What is erased is overwritten: secure_delete.
	q := url.Values{"_pragma": {"journal_mode(WAL)", "synchronous(FULL)", "foreign_keys(1)", "secure_delete(1)", "busy_timeout(5000)"}, "_txlock": {"immediate"}}
	file := filepath.Join(dir, "even-ladder.db")
	if err := keepPrivate(file); err != nil {
		return nil, fmt.Errorf("data folder: %w", err)
	}
	// The name of a folder can have signs that mean something in an address.
	dsn := url.URL{Scheme: "file", Opaque: (&url.URL{Path: file}).EscapedPath(), RawQuery: q.Encode()}
	db, err := sql.Open("sqlite", dsn.String())
	if err != nil {
		return nil, err
	}
	if err := migrate(ctx, db); err != nil {
		return nil, errors.Join(fmt.Errorf("data folder %s: %w", dir, err), db.Close())
	}
	return &Store{db, now}, nil
}

// keepPrivate makes a file that its owner alone reads, or makes it so.
func keepPrivate(name string) error {
	f, err := os.OpenFile(name, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return err
	}
	return errors.Join(f.Chmod(0o600), f.Close())
}

func migrate(ctx context.Context, db *sql.DB) error {
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, db, sub, goose.WithGoMigrations(firstSentences))
	if err != nil {
		return err
	}
	_, err = p.Up(ctx)
	return err
}

// Now is the time by the clock of the store.
func (s *Store) Now() time.Time { return s.now() }

// Ping reports whether the store answers.
func (s *Store) Ping(ctx context.Context) error {
	var one int
	return s.db.QueryRowContext(ctx, "SELECT 1").Scan(&one)
}

// Close closes the database.
func (s *Store) Close() error { return s.db.Close() }

// changeOne runs a statement that has to change a row, or gives ErrNotFound.
func changeOne(ctx context.Context, db *sql.DB, query string, args ...any) error {
	r, err := db.ExecContext(ctx, query, args...)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, ErrNotFound)
	}
	return nil
}

// scanner is a row to be read.
type scanner interface{ Scan(...any) error }

// listed reads rows, of which one more than the limit was asked for; more says that it was
// there.
func listed[T any](rows *sql.Rows, limit int, scan func(scanner) (T, error)) (list []T, more bool, err error) {
	defer rows.Close()
	list = []T{}
	for rows.Next() {
		one, err := scan(rows)
		if err != nil {
			return nil, false, err
		}
		list = append(list, one)
	}
	if more = len(list) > limit; more {
		list = list[:limit]
	}
	return list, more, rows.Err()
}

// dated asks for a page of a table whose rows have a time and an id, the latest first.
type dated struct {
	columns, table, where string
	args                  []any
	after                 string
	limit                 int
}

// page reads the rows that dated asks for, and where the next page begins: the time of its last
// row in milliseconds and its id. ErrPage where after is no such place.
func page[T any](ctx context.Context, db *sql.DB, d dated, scan func(scanner) (T, error), placed func(T) (time.Time, string)) (list []T, next string, err error) {
	if d.after != "" {
		at, id, ok := strings.Cut(d.after, ".")
		ms, err := strconv.ParseInt(at, 10, 64)
		if !ok || err != nil {
			return nil, "", ErrPage
		}
		d.where, d.args = d.where+" AND (at < ? OR at = ? AND id > ?)", append(d.args, ms, ms, id)
	}
	rows, err := db.QueryContext(ctx, "SELECT "+d.columns+" FROM "+d.table+" WHERE "+d.where+" ORDER BY at DESC, id LIMIT ?", append(d.args, d.limit+1)...)
	if err != nil {
		return nil, "", err
	}
	list, more, err := listed(rows, d.limit, scan)
	if more {
		at, id := placed(list[d.limit-1])
		next = fmt.Sprintf("%d.%s", at.UnixMilli(), id)
	}
	return list, next, err
}
