package store

import (
	"context"
	"database/sql"
	"errors"
)

// database is the file as it is worked on: one writes at a time, in the order in which they came, and
// any number read beside it. SQLite alone lets writers try until they are tired of it, and some never
// come on.
type database struct{ writer, readers *sql.DB }

// idleReaders is how many connections wait for the next reader.
const idleReaders = 8

// reads is what is asked of a database, or of a transaction on it.
type reads interface {
	QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error)
	QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row
}

func openDatabase(file string) (*database, error) {
	// What is erased is overwritten: secure_delete.
	writer, err := sql.Open("sqlite", uri(file, []string{"journal_mode(WAL)", "synchronous(FULL)", "foreign_keys(1)",
		"secure_delete(1)", "busy_timeout(5000)"}, "_txlock=immediate", "mode=rw"))
	if err != nil {
		return nil, err
	}
	writer.SetMaxOpenConns(1)
	readers, err := openReaders(file)
	if err != nil {
		return nil, errors.Join(err, writer.Close())
	}
	return &database{writer, readers}, nil
}

func openReaders(file string) (*sql.DB, error) {
	// One that comes later makes no empty file where the folder has moved.
	db, err := sql.Open("sqlite", uri(file, []string{"busy_timeout(5000)", "query_only(1)"}, "mode=rw"))
	if err == nil {
		db.SetMaxIdleConns(idleReaders)
	}
	return db, err
}

func (d *database) QueryContext(ctx context.Context, query string, args ...any) (*sql.Rows, error) {
	return d.readers.QueryContext(ctx, query, args...)
}

func (d *database) QueryRowContext(ctx context.Context, query string, args ...any) *sql.Row {
	return d.readers.QueryRowContext(ctx, query, args...)
}

func (d *database) ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error) {
	return d.writer.ExecContext(ctx, query, args...)
}

// BeginTx begins a change, or, where it only reads, a view of one moment.
func (d *database) BeginTx(ctx context.Context, o *sql.TxOptions) (*sql.Tx, error) {
	if o != nil && o.ReadOnly {
		return d.readers.BeginTx(ctx, o)
	}
	return d.writer.BeginTx(ctx, o)
}

// Close closes the readers first: the last one to go clears the log of writes away.
func (d *database) Close() error { return errors.Join(d.readers.Close(), d.writer.Close()) }
