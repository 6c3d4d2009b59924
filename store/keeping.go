package store

import (
	"cmp"
	"context"
	"errors"
	"io"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"
)

// KeptBackup is one backup in the folder of backups.
type KeptBackup struct {
	Name  string    `json:"name"`
	At    time.Time `json:"at"`
	Bytes int64     `json:"bytes"`
}

// Backups is the folder in which this store keeps its backups.
func (s *Store) Backups() string { return backupsOf(s.dir) }

func backupsOf(dir string) string { return filepath.Join(dir, "backups") }

// ending is that of a backup.
const ending = ".db"

// stampLayout is a time as names of files have it, the later the further down.
const stampLayout = "2006-01-02T15-04-05.000"

func stamp(t time.Time) string { return t.UTC().Format(stampLayout) }

// BackUpNow makes a backup in the folder of backups, named by its time and a word.
func (s *Store) BackUpNow(ctx context.Context, word, program string) (name string, info Info, err error) {
	if err := os.MkdirAll(s.Backups(), 0o700); err != nil {
		return "", info, err
	}
	name = BackupName(s.Backups(), s.now(), word)
	if info, err = s.Backup(ctx, filepath.Join(s.Backups(), name), program); err != nil {
		return name, info, err
	}
	return name, info, s.prune()
}

// BackupName is the name of the file of a backup in a folder: its time and a word. A name that is
// taken, as by a clock that went back, is not given again.
func BackupName(dir string, at time.Time, word string) string {
	for {
		name := stamp(at) + "-" + word + ending
		if _, err := os.Stat(filepath.Join(dir, name)); err != nil {
			return name
		}
		at = at.Add(time.Millisecond)
	}
}

// ListBackups are the backups of the folder, the latest first.
func (s *Store) ListBackups() ([]KeptBackup, error) { return backupsIn(s.Backups()) }

func backupsIn(dir string) ([]KeptBackup, error) {
	entries, err := os.ReadDir(dir)
	if os.IsNotExist(err) {
		return []KeptBackup{}, nil
	}
	if err != nil {
		return nil, err
	}
	out := []KeptBackup{}
	for _, e := range entries {
		info, err := e.Info()
		if err != nil || !info.Mode().IsRegular() || !strings.HasSuffix(e.Name(), ending) {
			continue
		}
		out = append(out, KeptBackup{e.Name(), info.ModTime(), info.Size()})
	}
	slices.SortFunc(out, func(a, b KeptBackup) int { return cmp.Or(b.At.Compare(a.At), cmp.Compare(b.Name, a.Name)) })
	return out, nil
}

// BackupFile is the file of a backup in the folder, or ErrNotFound: a name is no way to another
// folder.
func (s *Store) BackupFile(name string) (string, error) {
	all, err := s.ListBackups()
	if err != nil {
		return "", err
	}
	if !slices.ContainsFunc(all, func(k KeptBackup) bool { return k.Name == name }) {
		return "", ErrNotFound
	}
	return filepath.Join(s.Backups(), name), nil
}

// mostOf is how many backups of each kind are kept, besides the regular ones; the oldest go first.
var mostOf = []struct {
	word string
	keep int
}{
	{"by-hand", 50}, {"taken-in", 10}, {"before-import", 10}, {"before-restore", 10}, {"before-tables", 10},
}

// prune keeps as many backups of each kind as mostOf says.
func (s *Store) prune() error {
	for _, m := range mostOf {
		if err := PruneIn(s.Backups(), m.word, m.keep); err != nil {
			return err
		}
	}
	return nil
}

// DeleteBackup deletes a backup in the folder, or gives ErrNotFound.
func (s *Store) DeleteBackup(name string) error {
	file, err := s.BackupFile(name)
	if err != nil {
		return err
	}
	return os.Remove(file)
}

// PruneIn deletes the oldest backups in a folder with a word in their names, which a number may follow, but for so many.
func PruneIn(dir, word string, keep int) error {
	all, err := backupsIn(dir)
	if err != nil {
		return err
	}
	all = slices.DeleteFunc(all, func(k KeptBackup) bool {
		name := strings.TrimRight(strings.TrimSuffix(k.Name, ending), "-0123456789")
		return !strings.HasSuffix(name, "-"+word)
	})
	for _, k := range all[min(keep, len(all)):] {
		if err := os.Remove(filepath.Join(dir, k.Name)); err != nil {
			return err
		}
	}
	return nil
}

// TakeIn keeps a backup that was made elsewhere in the folder of backups, once it was found to be
// whole.
func (s *Store) TakeIn(ctx context.Context, from io.Reader) (name string, info Info, err error) {
	if err := os.MkdirAll(s.Backups(), 0o700); err != nil {
		return "", info, err
	}
	name = BackupName(s.Backups(), s.now(), "taken-in")
	file := filepath.Join(s.Backups(), name)
	part := file + ".part"
	defer os.Remove(part)
	if err := save(part, from); err != nil {
		return "", info, err
	}
	if info, err = Look(ctx, part); err != nil {
		return "", info, err
	}
	if err := os.Rename(part, file); err != nil {
		return "", info, err
	}
	return name, info, s.prune()
}

func save(name string, from io.Reader) error {
	f, err := os.OpenFile(name, os.O_CREATE|os.O_WRONLY|os.O_TRUNC, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(f, from)
	return errors.Join(err, f.Sync(), f.Close())
}

// RestoreNow restores a file, and names the backup of what was there before, which undoes it.
func (s *Store) RestoreNow(ctx context.Context, file, program string) (undo string, info Info, err error) {
	if err := os.MkdirAll(s.Backups(), 0o700); err != nil {
		return "", info, err
	}
	undo = BackupName(s.Backups(), s.now(), "before-restore")
	if info, err = s.Restore(ctx, file, filepath.Join(s.Backups(), undo), program); err != nil {
		return undo, info, err
	}
	return undo, info, s.prune()
}
