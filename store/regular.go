package store

import (
	"context"
	"errors"
	"os"
	"path/filepath"
	"strings"
	"time"
)

// Regular is how backups are made one after the other.
type Regular struct {
	Dir    string        // "" is the folder of backups
	Word   string        // in the name of each: those alone are counted and deleted
	Every  time.Duration // from one to the next; over a restart too
	Keep   int           // how many are kept, 1 or more
	Settle time.Duration // how long nothing is made after a start
}

// nap bounds how long a wait is trusted: a machine that sleeps stops the timer.
const nap = time.Hour

// afterFailure is how long a failed one waits for another.
const afterFailure = time.Minute

// wait is how long it is until the next one; a last one in the future is of a clock that went back,
// and is not waited for.
func (r Regular) wait(last, now time.Time) time.Duration {
	since := now.Sub(last)
	if since < 0 {
		return 0
	}
	return max(0, r.Every-since)
}

// BackUpRegularly makes backups until ctx ends, and deletes the oldest of them. One that fails is told
// as well, and tried again.
func (s *Store) BackUpRegularly(ctx context.Context, r Regular, program string, told func(file string, info Info,
	err error)) {
	sleep := r.Settle
	for {
		select {
		case <-ctx.Done():
			return
		case <-time.After(min(sleep, nap)):
		}
		if ctx.Err() != nil {
			return // both had come
		}
		last, err := lastIn(r.in(s.dir), r.Word)
		if sleep = r.wait(last, s.now()); sleep > 0 && err == nil {
			continue
		}
		file, info, err := s.BackUpIn(ctx, r, program)
		if ctx.Err() != nil {
			return
		}
		if told(file, info, err); err != nil {
			sleep = min(r.Every, afterFailure)
		}
	}
}

// in is the folder of the backups of a data folder.
func (r Regular) in(dir string) string {
	if r.Dir != "" {
		return r.Dir
	}
	return backupsOf(dir)
}

// Due reports whether the data folder of nobody who works on it is to be backed up: it was changed
// since the last backup, and that is so long ago.
func Due(dir string, r Regular, now time.Time) (bool, error) {
	stat, err := os.Stat(filepath.Join(dir, dbName))
	if errors.Is(err, os.ErrNotExist) {
		return false, nil
	}
	if err != nil {
		return false, err
	}
	last, err := lastIn(r.in(dir), r.Word)
	return err == nil && stat.ModTime().After(last) && r.wait(last, now) == 0, err
}

// BackUpIn makes one backup, and deletes the oldest.
func (s *Store) BackUpIn(ctx context.Context, r Regular, program string) (file string, info Info, err error) {
	dir := r.in(s.dir)
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return "", info, err
	}
	file = filepath.Join(dir, BackupName(dir, s.now(), r.Word))
	if info, err = s.Backup(ctx, file, program); err != nil {
		return file, info, err
	}
	return file, info, PruneIn(dir, r.Word, r.Keep)
}

// lastIn is when the last backup with a word in its name was made, by its name.
func lastIn(dir, word string) (last time.Time, err error) {
	all, err := backupsIn(dir)
	for _, k := range all {
		at, isOne := strings.CutSuffix(k.Name, "-"+word+ending)
		if t, wrong := time.Parse(stampLayout, at); isOne && wrong == nil && t.After(last) {
			last = t
		}
	}
	return last, err
}
