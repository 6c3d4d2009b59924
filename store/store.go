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
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/alexedwards/scs/sqlite3store"
	"github.com/gofrs/flock"
	_ "modernc.org/sqlite" // registers the driver
)

//go:embed migrations/*.sql
var migrations embed.FS

// ErrNotFound says that nothing, or nothing that is not set aside, has the id.
var ErrNotFound = errors.New("not found")

// Store is the open database.
type Store struct {
	db   *database
	dir  string
	now  func() time.Time
	held *flock.Flock
	was  os.FileInfo // its file as it was opened; nil where it is only read

	sessions *sqlite3store.SQLite3Store // nil until it is asked for
}

// dbName is the file in a data folder that everything is kept in.
const dbName = "even-ladder.db"

// Open opens or makes the database in a folder, which no other process may work on, and brings it up
// to date; before that it is set aside as it was. now stamps changes. Errors are InUse, where another
// process has the folder, and Newer, where a newer version wrote it: then nothing is touched.
func Open(ctx context.Context, dir string, now func() time.Time) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("data folder: %w", err)
	}
	held, err := lock(dir)
	if err != nil {
		return nil, err
	}
	s, err := open(ctx, dir, now)
	if err != nil {
		return nil, errors.Join(err, held.Unlock())
	}
	s.held = held
	return s, nil
}

// OpenBeside opens the database of a folder on which another process may work, to read it: it is not
// brought up to date, and a folder without one is refused.
func OpenBeside(ctx context.Context, dir string, now func() time.Time) (*Store, error) {
	file := filepath.Join(dir, dbName)
	had, err := schemaIn(ctx, file)
	if err != nil {
		return nil, fmt.Errorf("data folder %s: %w", dir, err)
	}
	switch known := newestSchema(); {
	case emptied(dir):
		return nil, fmt.Errorf("data folder %s: %w", dir, errEmptied)
	case had == 0:
		return nil, fmt.Errorf("data folder %s: nothing is saved in it", dir)
	case had > known:
		return nil, Newer{file, had, known}
	}
	db, err := openReaders(file)
	if err != nil {
		return nil, err
	}
	return &Store{db: &database{db, db}, dir: dir, now: now}, nil
}

func open(ctx context.Context, dir string, now func() time.Time) (*Store, error) {
	file := filepath.Join(dir, dbName)
	had, err := schemaIn(ctx, file)
	if err != nil {
		return nil, fmt.Errorf("data folder %s: %w", dir, err)
	}
	if known := newestSchema(); had > known {
		return nil, Newer{file, had, known}
	}
	if emptied(dir) {
		return nil, fmt.Errorf("data folder %s: %w", dir, errEmptied)
	}
	if err := keepPrivate(file); err != nil {
		return nil, fmt.Errorf("data folder: %w", err)
	}
	if err := clearParts(dir); err != nil {
		return nil, fmt.Errorf("data folder: %w", err)
	}
	db, err := openDatabase(file)
	if err != nil {
		return nil, err
	}
	s := &Store{db: db, dir: dir, now: now}
	s.was, err = os.Stat(file)
	if err == nil {
		err = s.setAside(ctx, had)
	}
	if err == nil {
		err = s.upToDate(ctx)
	}
	if err != nil {
		return nil, errors.Join(fmt.Errorf("data folder %s: %w", dir, err), db.Close())
	}
	return s, nil
}

// HasAny reports whether something is kept in a folder.
func HasAny(dir string) bool {
	stat, err := os.Stat(filepath.Join(dir, dbName))
	return err == nil && stat.Size() > 0
}

// uri is the address of a database with pragmas and other settings. The name of a folder can have
// signs that mean something in an address.
func uri(file string, pragmas []string, settings ...string) string {
	q := url.Values{"_pragma": pragmas}
	for _, s := range settings {
		name, value, _ := strings.Cut(s, "=")
		q.Set(name, value)
	}
	u := url.URL{Scheme: "file", Opaque: (&url.URL{Path: file}).EscapedPath(), RawQuery: q.Encode()}
	return u.String()
}

// setAside keeps the database as it was, before tables of an older version are changed.
func (s *Store) setAside(ctx context.Context, had int64) error {
	if had == 0 || had == newestSchema() {
		return nil
	}
	if err := os.MkdirAll(s.Backups(), 0o700); err != nil {
		return err
	}
	name := BackupName(s.Backups(), s.now(), fmt.Sprintf("before-tables-%d", newestSchema()))
	_, err := s.Backup(ctx, filepath.Join(s.Backups(), name), "tables "+strconv.FormatInt(had, 10))
	return err
}

// schemaIn is the version of the tables in a file, 0 where there is none yet. It touches nothing.
func schemaIn(ctx context.Context, file string) (int64, error) {
	if stat, err := os.Stat(file); err != nil || stat.Size() == 0 {
		return 0, nil
	}
	db, err := sql.Open("sqlite", uri(file, nil, "mode=ro"))
	if err != nil {
		return 0, err
	}
	defer db.Close()
	return schemaOf(ctx, db)
}

func schemaOf(ctx context.Context, db reads) (version int64, err error) {
	tables, err := tablesOf(ctx, db)
	if err != nil || !slices.Contains(tables, "goose_db_version") {
		return 0, err
	}
	err = db.QueryRowContext(ctx, "SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied").Scan(&version)
	return version, err
}

// newestSchema is the version of the tables that this program makes.
func newestSchema() (newest int64) {
	names, err := fs.Glob(migrations, "migrations/*.sql")
	if err != nil {
		panic(err) // the pattern is a constant
	}
	for _, name := range names {
		number, _, _ := strings.Cut(filepath.Base(name), "_")
		n, err := strconv.ParseInt(number, 10, 64)
		if err == nil {
			newest = max(newest, n)
		}
	}
	return newest
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
	p, err := steps(db)
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

// Close closes the database, and lets others work on its folder.
func (s *Store) Close() error {
	if s.sessions != nil {
		s.sessions.StopCleanup()
	}
	err := s.db.Close()
	if s.held != nil {
		err = errors.Join(err, s.held.Unlock())
	}
	return err
}

// changeOne runs a statement that has to change a row, or gives ErrNotFound.
func changeOne(ctx context.Context, db *database, query string, args ...any) error {
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

// Unreadable is a row whose body cannot be read: it stands apart, and everything else works.
type Unreadable struct{ Err error }

func (e Unreadable) Error() string { return "it can't be read: " + e.Err.Error() }

// decode reads a body of JSON; the error is Unreadable.
func decode(body string, into any) error {
	if err := json.Unmarshal([]byte(body), into); err != nil {
		return Unreadable{err}
	}
	return nil
}
