package store

import (
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/binary"
	"encoding/hex"
	"errors"
	"fmt"
	"hash"
	"math"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"modernc.org/sqlite"
)

// Info is what a backup says of itself, once it was found to be whole.
type Info struct {
	MadeAt  time.Time `json:"madeAt"`
	Program string    `json:"program"` // version of the application that made it
	Schema  int64     `json:"schema"`  // version of its tables
	Hash    string    `json:"hash"`    // SHA-256 of all rows, in hex
	Bytes   int64     `json:"bytes"`
	Holds   []Count   `json:"holds"`
}

// Count is how many of one sort of things there are.
type Count struct {
	What  string `json:"what"`
	Count int    `json:"count"`
}

// Newer says that a file has tables that this version does not know.
type Newer struct {
	File        string
	Have, Known int64
}

func (e Newer) Error() string {
	return fmt.Sprintf("%s was written by a newer Even Ladder (its tables have version %d, this one knows up to %d): use that version or a newer one. Nothing was changed", e.File, e.Have, e.Known)
}

// NoBackup says why a file cannot be restored.
type NoBackup struct{ File, Why string }

func (e NoBackup) Error() string {
	return fmt.Sprintf("can't import %s: %s. Nothing was changed", filepath.Base(e.File), e.Why)
}

// backupTable is what a backup says of itself: one row.
const backupTable = "backup"

// Backup writes everything that is kept into one new file, as it is at one moment, while others go
// on. The file says when it was made, by which program, and what hash its rows have.
func (s *Store) Backup(ctx context.Context, file, program string) (Info, error) {
	if _, err := os.Stat(file); err == nil {
		return Info{}, fmt.Errorf("%s already exists: give another name", file)
	}
	part := file + ".part"
	_ = os.Remove(part)
	info, err := s.backUp(ctx, part, program)
	if err == nil {
		err = os.Rename(part, file)
	}
	if err != nil {
		_ = os.Remove(part)
		return Info{}, fmt.Errorf("backup: %w", err)
	}
	return info, syncDir(filepath.Dir(file))
}

func (s *Store) backUp(ctx context.Context, part, program string) (Info, error) {
	if err := keepPrivate(part); err != nil {
		return Info{}, err
	}
	if err := pages(ctx, s.db.readers, func(c backer) (*sqlite.Backup, error) {
		return c.NewBackup(uri(part,
			nil))
	}); err != nil {
		return Info{}, err
	}
	db, err := sql.Open("sqlite", uri(part, []string{"journal_mode(DELETE)", "synchronous(FULL)"}))
	if err != nil {
		return Info{}, err
	}
	info, err := describe(ctx, db, s.now(), program)
	if err = errors.Join(err, db.Close()); err != nil {
		return Info{}, err
	}
	stat, err := os.Stat(part)
	if err == nil {
		info.Bytes = stat.Size()
		err = syncFile(part)
	}
	return info, err
}

// describe writes into a backup what it says of itself.
func describe(ctx context.Context, db *sql.DB, now time.Time, program string) (info Info, err error) {
	if _, err = db.ExecContext(ctx, "DROP TABLE IF EXISTS "+backupTable); err != nil {
		return info, err
	}
	if err = signOutIn(ctx, db); err != nil {
		return info, err
	}
	info = Info{MadeAt: now.UTC().Truncate(time.Millisecond), Program: program}
	if info.Schema, err = schemaOf(ctx, db); err != nil {
		return info, err
	}
	if info.Hash, err = digest(ctx, db); err != nil {
		return info, err
	}
	if info.Holds, err = holds(ctx, db); err != nil {
		return info, err
	}
	_, err = db.ExecContext(ctx, "CREATE TABLE "+backupTable+" (made_at INTEGER NOT NULL, program TEXT NOT NULL, hash TEXT NOT NULL) STRICT")
	if err == nil {
		_, err = db.ExecContext(ctx, "INSERT INTO "+backupTable+" VALUES (?, ?, ?)", info.MadeAt.UnixMilli(), program,
			info.Hash)
	}
	return info, err
}

// signOutIn leaves who is signed in out of a backup.
func signOutIn(ctx context.Context, db *sql.DB) error {
	tables, err := tablesOf(ctx, db)
	if err == nil && slices.Contains(tables, "sessions") {
		_, err = db.ExecContext(ctx, "DELETE FROM sessions")
	}
	return err
}

// Look reads what a backup says of itself, and finds out whether it is whole. It changes nothing.
// The error is NoBackup or Newer.
func Look(ctx context.Context, file string) (Info, error) {
	wrong := func(why string) (Info, error) { return Info{}, NoBackup{file, why} }
	stat, err := os.Stat(file)
	switch {
	case err != nil:
		return wrong("it can't be read: " + err.Error())
	case !stat.Mode().IsRegular():
		return wrong("it isn't a file")
	case !isSQLite(file):
		return wrong("it isn't an Even Ladder backup")
	}
	db, err := sql.Open("sqlite", uri(file, nil, "mode=ro", "immutable=1"))
	if err != nil {
		return wrong(err.Error())
	}
	defer db.Close()
	info := Info{Bytes: stat.Size()}
	var ms int64
	if err := db.QueryRowContext(ctx, "SELECT made_at, program, hash FROM "+backupTable).Scan(&ms, &info.Program,
		&info.Hash); err != nil {
		return wrong("it isn't an Even Ladder backup, or it is cut off")
	}
	info.MadeAt = time.UnixMilli(ms).UTC()
	if info.Schema, err = schemaOf(ctx, db); err != nil {
		return wrong("its tables can't be read")
	}
	if known := newestSchema(); info.Schema > known {
		return Info{}, Newer{file, info.Schema, known}
	}
	if err := sound(ctx, db); err != nil {
		return wrong("it is damaged")
	}
	if err := ownSchema(ctx, db, info.Schema); err != nil {
		return wrong(err.Error())
	}
	hash, err := digest(ctx, db)
	if err != nil || hash != info.Hash {
		return wrong("it was changed after it was made, or it is damaged: the hash of its rows doesn't match")
	}
	info.Holds, err = holds(ctx, db)
	if err != nil {
		return wrong("its tables can't be read")
	}
	return info, nil
}

// Restore puts what a backup holds in the place of everything that is kept, in one step. What was
// there is set aside first, as a backup under the name that is given, so that the restore can be
// undone. A file that is no whole backup is refused, and nothing is changed.
func (s *Store) Restore(ctx context.Context, file, aside, program string) (Info, error) {
	info, err := Look(ctx, file)
	if err != nil {
		return info, err
	}
	if _, err := s.Backup(ctx, aside, program); err != nil {
		return info, err
	}
	if err := pages(ctx, s.db.writer, func(c backer) (*sqlite.Backup, error) {
		return c.NewRestore(uri(file, nil,
			"mode=ro", "immutable=1"))
	}); err != nil {
		return info, fmt.Errorf("restore: %w", err)
	}
	return info, s.upToDate(ctx)
}

// upToDate leaves a restored database as any other is.
func (s *Store) upToDate(ctx context.Context) error {
	if _, err := s.db.ExecContext(ctx, "DROP TABLE IF EXISTS "+backupTable); err != nil {
		return err
	}
	return migrate(ctx, s.db.writer)
}

// backer is a connection of the driver that copies pages.
type backer interface {
	NewBackup(string) (*sqlite.Backup, error)
	NewRestore(string) (*sqlite.Backup, error)
}

// pages copies all pages of a database, as SQLite does it while others write.
func pages(ctx context.Context, db *sql.DB, begin func(backer) (*sqlite.Backup, error)) error {
	c, err := db.Conn(ctx)
	if err != nil {
		return err
	}
	defer c.Close()
	return c.Raw(func(raw any) error {
		on, ok := raw.(backer)
		if !ok {
			return errors.New("the driver copies no pages")
		}
		b, err := begin(on)
		if err != nil {
			return err
		}
		for more := true; more; {
			if more, err = b.Step(-1); err != nil {
				return errors.Join(err, b.Finish())
			}
		}
		return b.Finish()
	})
}

// counted are the sorts of things that are counted, each with its rows.
var counted = []struct{ what, rows string }{
	{"briefs", "saved WHERE kind = 'briefs'"}, {"rounds", "saved WHERE kind = 'rounds'"},
	{"phrases", "saved WHERE kind = 'phrases'"},
	{"instruments", "saved WHERE kind = 'instruments'"}, {"scales", "saved WHERE kind = 'scales'"},
	{"ladders", "saved WHERE kind = 'ladders'"},
	{"pupils", "pupils"}, {"assignments", "assignments"}, {"tries", "log"}, {"takes", "takes"},
	{"sittings", "sittings"},
}

func holds(ctx context.Context, db reads) ([]Count, error) {
	tables, err := tablesOf(ctx, db)
	if err != nil {
		return nil, err
	}
	out := make([]Count, 0, len(counted))
	for _, c := range counted {
		table, _, _ := strings.Cut(c.rows, " ")
		if !slices.Contains(tables, table) {
			continue // an older backup
		}
		n := 0
		if err := db.QueryRowContext(ctx, "SELECT count(*) FROM "+c.rows).Scan(&n); err != nil {
			return nil, err
		}
		out = append(out, Count{c.what, n})
	}
	return out, nil
}

// tablesOf are the tables that hold something, by name.
func tablesOf(ctx context.Context, db reads) ([]string, error) {
	return column[string](ctx, db, "SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> '"+backupTable+"' ORDER BY name")
}

// column reads the only column of some rows.
func column[T any](ctx context.Context, db reads, query string, args ...any) (out []T, err error) {
	rows, err := db.QueryContext(ctx, query, args...)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var one T
		if err := rows.Scan(&one); err != nil {
			return nil, err
		}
		out = append(out, one)
	}
	return out, rows.Err()
}

// digest is the SHA-256 of every row of every table, in hex: the names of the tables in their order,
// the rows by their keys, each value with its type and length.
func digest(ctx context.Context, db reads) (string, error) {
	tables, err := tablesOf(ctx, db)
	if err != nil {
		return "", err
	}
	h := sha256.New()
	for _, t := range tables {
		keys, err := column[string](ctx, db, "SELECT name FROM pragma_table_info(?) WHERE pk > 0 ORDER BY pk", t)
		if err != nil {
			return "", err
		}
		order := "rowid"
		if len(keys) > 0 {
			order = `"` + strings.Join(keys, `", "`) + `"`
		}
		write(h, 't', []byte(t))
		if err := hashRows(ctx, db, h, `SELECT * FROM "`+t+`" ORDER BY `+order); err != nil {
			return "", err
		}
	}
	return hex.EncodeToString(h.Sum(nil)), nil
}

func hashRows(ctx context.Context, db reads, h hash.Hash, query string) error {
	rows, err := db.QueryContext(ctx, query)
	if err != nil {
		return err
	}
	defer rows.Close()
	names, err := rows.Columns()
	if err != nil {
		return err
	}
	values := make([]any, len(names))
	into := make([]any, len(names))
	for i := range values {
		into[i] = &values[i]
	}
	for rows.Next() {
		if err := rows.Scan(into...); err != nil {
			return err
		}
		h.Write([]byte{'r'})
		for _, v := range values {
			hashValue(h, v)
		}
	}
	return rows.Err()
}

func hashValue(h hash.Hash, v any) {
	var word [8]byte
	switch v := v.(type) {
	case nil:
		write(h, '0', nil)
	case int64:
		binary.BigEndian.PutUint64(word[:], uint64(v))
		write(h, 'i', word[:])
	case float64:
		binary.BigEndian.PutUint64(word[:], math.Float64bits(v))
		write(h, 'f', word[:])
	case string:
		write(h, 's', []byte(v))
	case []byte:
		write(h, 'b', v)
	default:
		write(h, '?', fmt.Append(nil, v))
	}
}

// write adds a value with its type and its length, so that no two rows run into each other.
func write(h hash.Hash, kind byte, data []byte) {
	var head [9]byte
	head[0] = kind
	binary.BigEndian.PutUint64(head[1:], uint64(len(data)))
	h.Write(head[:])
	h.Write(data)
}

// isSQLite reports whether a file begins as a database does.
func isSQLite(name string) bool {
	f, err := os.Open(name)
	if err != nil {
		return false
	}
	defer f.Close()
	head := make([]byte, 16)
	n, _ := f.Read(head)
	return n == len(head) && string(head) == "SQLite format 3\x00"
}

func syncFile(name string) error {
	f, err := os.OpenFile(name, os.O_RDWR, 0o600)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// syncDir makes a new name in a folder last.
func syncDir(dir string) error {
	f, err := os.Open(dir)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}
