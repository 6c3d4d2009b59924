package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"modernc.org/sqlite"
	lib "modernc.org/sqlite/lib"
)

// ErrMoved says that the file that was opened is no longer in its folder.
var ErrMoved = errors.New("the data folder was moved or replaced: put it back, or restart Even Ladder")

// errEmptied says that nothing is left of a database that was backed up before.
var errEmptied = errors.New("the database is empty, but there are backups of it: restore one")

// emptied reports whether a database has a file of 0 bytes, and backups from before.
func emptied(dir string) bool {
	stat, err := os.Stat(filepath.Join(dir, dbName))
	backups, _ := backupsIn(backupsOf(dir))
	return err == nil && stat.Size() == 0 && len(backups) > 0
}

// elsewhere are the troubles of SQLite that are not of what a database holds.
var elsewhere = []int{lib.SQLITE_FULL, lib.SQLITE_READONLY, lib.SQLITE_CANTOPEN, lib.SQLITE_BUSY}

// damaged reports whether an error of opening a database comes from what is in it: most damage shows as an error of some
// other sort.
func damaged(ctx context.Context, dir string, err error) bool {
	var at *sqlite.Error
	var path *os.PathError
	switch {
	case ctx.Err() != nil, errors.As(err, new(InUse)), errors.As(err, &path):
		return false
	case errors.As(err, &at):
		return !slices.Contains(elsewhere, at.Code()&0xff)
	case errors.As(err, new(Newer)):
		db, err := openReaders(filepath.Join(dir, dbName))
		if err != nil {
			return true
		}
		return errors.Join(sound(ctx, db), db.Close()) != nil
	}
	return true
}

// sound says what is wrong with the file of a database; nil where nothing is.
func sound(ctx context.Context, db reads) error {
	said, err := column[string](ctx, db, "PRAGMA integrity_check(1)")
	if err == nil && !slices.Equal(said, []string{"ok"}) {
		err = fmt.Errorf("%w: %s", errUnsound, strings.Join(said, "; "))
	}
	return err
}

var errUnsound = errors.New("the database is damaged")

// inPlace finds out whether the file that is open is the one in the folder.
func (s *Store) inPlace() error {
	now, err := os.Stat(filepath.Join(s.dir, dbName))
	if err != nil || s.was != nil && !os.SameFile(s.was, now) {
		return ErrMoved
	}
	return nil
}

// RestoreFolder restores a backup onto a data folder that no other process works on. What is there is
// backed up first; where it is damaged, its files are moved into a folder beside it instead. aside names
// the one or the other.
func RestoreFolder(ctx context.Context, dir, file string, now func() time.Time, program string) (aside string,
	info Info, err error) {
	if info, err = Look(ctx, file); err != nil {
		return "", info, err
	}
	s, err := Open(ctx, dir, now)
	if err == nil {
		if err = sound(ctx, s.db); err == nil {
			err = ownSchema(ctx, s.db, newestSchema())
		}
		if err == nil {
			aside, info, err = s.RestoreNow(ctx, file, program)
			return filepath.Join(s.Backups(), aside), info, errors.Join(err, s.Close())
		}
		_ = s.Close() // it can't be closed well
	}
	if !damaged(ctx, dir, err) {
		return "", info, err
	}
	held, err := lock(dir)
	if err != nil {
		return "", info, err
	}
	defer func() { err = errors.Join(err, held.Unlock()) }()
	if aside, err = moveAside(dir, now()); err != nil {
		return "", info, err
	}
	if err = place(file, filepath.Join(dir, dbName)); err != nil {
		return aside, info, err
	}
	if s, err = open(ctx, dir, now); err != nil {
		return aside, info, err
	}
	return aside, info, s.Close()
}

// filesOf are the files of a database: itself, and what SQLite has beside it.
var filesOf = []string{dbName, dbName + "-wal", dbName + "-shm", dbName + "-journal"}

// moveAside moves a database that can't be read into a folder of its own, whole.
func moveAside(dir string, now time.Time) (to string, err error) {
	to = filepath.Join(dir, "damaged-"+stamp(now))
	if err := os.Mkdir(to, 0o700); err != nil {
		return "", err
	}
	for _, name := range filesOf {
		err := os.Rename(filepath.Join(dir, name), filepath.Join(to, name))
		if err != nil && !errors.Is(err, os.ErrNotExist) {
			return "", err
		}
	}
	return to, syncDir(dir)
}

// place puts a copy of a file where there is none: whole, or not at all.
func place(file, at string) error {
	from, err := os.Open(file)
	if err != nil {
		return err
	}
	defer from.Close()
	part := at + ".part"
	if err := save(part, from); err != nil {
		return errors.Join(err, os.Remove(part))
	}
	if err := os.Rename(part, at); err != nil {
		return err
	}
	return syncDir(filepath.Dir(at))
}

// clearParts deletes what was begun in a folder and never finished.
func clearParts(dir string) error {
	for _, pattern := range []string{"*.part", "*.part-*"} {
		for _, in := range []string{dir, backupsOf(dir)} {
			left, err := filepath.Glob(filepath.Join(in, pattern))
			if err != nil {
				return err
			}
			for _, name := range left {
				if err := os.Remove(name); err != nil {
					return err
				}
			}
		}
	}
	return nil
}

// Spool is a file for what is on its way: in the data folder, without a name, gone once it is closed.
func (s *Store) Spool() (*os.File, error) {
	f, err := os.CreateTemp(s.dir, "spool-*.part")
	if err != nil {
		return nil, err
	}
	return f, os.Remove(f.Name())
}

// SpoolFrom is a Spool that was filled, to be read from its start.
func (s *Store) SpoolFrom(from io.Reader) (*os.File, error) {
	f, err := s.Spool()
	if err != nil {
		return nil, err
	}
	if _, err = io.Copy(f, from); err == nil {
		_, err = f.Seek(0, io.SeekStart)
	}
	if err != nil {
		return nil, errors.Join(err, f.Close())
	}
	return f, nil
}
