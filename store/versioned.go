package store

import (
	"context"
	"fmt"
	"time"
)

// Stale says that a change was made from another version than the stored one. Nothing was
// written; Current is what is stored, as Get gives it.
type Stale struct {
	Given, Stored int
	Current       any
}

// Error names both versions.
func (s *Stale) Error() string {
	return fmt.Sprintf("you had version %d, but version %d is saved now", s.Given, s.Stored)
}

// versioned is a table of things that are changed under a version, set aside and brought back. Beside
// what read reads, its rows have the columns version, updated_at and deleted_at.
type versioned[T any] struct {
	db      *database
	now     func() time.Time
	table   string
	key     string // its column of the id
	within  string // SQL that each of its rows meets; empty for all rows of the table
	columns string
	order   order // of its lists
	read    func(scanner) (T, error)
}

func (v versioned[T]) where(also string) string {
	if v.within == "" {
		return also
	}
	return v.within + " AND " + also
}

// Get is one thing, or ErrNotFound.
func (v versioned[T]) Get(ctx context.Context, id string) (T, error) { return v.get(ctx, v.db, id) }

func (v versioned[T]) get(ctx context.Context, in reads, id string) (T, error) {
	of, err := v.read(in.QueryRowContext(ctx,
		"SELECT "+v.columns+" FROM "+v.table+" WHERE "+v.where(v.key+" = ? AND deleted_at IS NULL"), id))
	return of, orNotFound(err)
}

// list is a page of the things that meet where, those that are set aside or the others.
func (v versioned[T]) list(ctx context.Context, setAside bool, where string, args []any, after string,
	limit int) ([]T, string, error) {
	there := "deleted_at IS NULL"
	if setAside {
		there = "deleted_at > 0"
	}
	return page(ctx, v.db, asked{columns: v.columns, table: v.table, where: v.where(there) + where, args: args,
		order: v.order, after: after, limit: min(max(limit, 1), MaxListed)}, v.read)
}

// update sets columns of a thing that was read as a version, and counts the version up: ErrNotFound, or
// *Stale where the version is another.
func (v versioned[T]) update(ctx context.Context, id string, version int, set string, args ...any) (of T, err error) {
	tx, err := v.db.BeginTx(ctx, nil)
	if err != nil {
		return of, err
	}
	defer tx.Rollback() // no effect after Commit
	var stored int
	there := " WHERE " + v.where(v.key+" = ? AND deleted_at IS NULL")
	err = tx.QueryRowContext(ctx, "SELECT version FROM "+v.table+there, id).Scan(&stored)
	if err != nil {
		return of, orNotFound(err)
	}
	if stored != version {
		of, err = v.get(ctx, tx, id)
		if err != nil {
			return of, err
		}
		return of, &Stale{version, stored, of}
	}
	args = append(args, v.now().UnixMilli(), id)
	if _, err := tx.ExecContext(ctx, "UPDATE "+v.table+" SET "+set+", version = version + 1, updated_at = ?"+there,
		args...); err != nil {
		return of, err
	}
	if of, err = v.get(ctx, tx, id); err != nil {
		return of, err
	}
	return of, tx.Commit()
}

// SetAside sets a thing aside, with all that belongs to it, or gives ErrNotFound.
func (v versioned[T]) SetAside(ctx context.Context, id string) error {
	return changeOne(ctx, v.db, "UPDATE "+v.table+" SET deleted_at = ? WHERE "+
		v.where(v.key+" = ? AND deleted_at IS NULL"), v.now().UnixMilli(), id)
}

// Restore brings back what was set aside, or gives ErrNotFound.
func (v versioned[T]) Restore(ctx context.Context, id string) (of T, err error) {
	if err := changeOne(ctx, v.db, "UPDATE "+v.table+" SET deleted_at = NULL WHERE "+
		v.where(v.key+" = ? AND deleted_at > 0"), id); err != nil {
		return of, err
	}
	return v.Get(ctx, id)
}
