package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"

	"github.com/pressly/goose/v3"
)

// schemaRows are everything that a database is made of, but for what SQLite itself and a backup add: each table with its
// columns, index, view or trigger.
const schemaRows = `SELECT s.type || ' ' || s.name || ' ' || s.tbl_name ||
	coalesce(group_concat(' ' || c.name || ':' || c.type || ':' || c.hidden || ':' || c.pk, ''), '')
	FROM sqlite_schema s LEFT JOIN pragma_table_xinfo(s.name) c
	WHERE s.name NOT LIKE 'sqlite_%' AND s.name <> '` + backupTable + `' GROUP BY s.type, s.name ORDER BY 1`

// ownSchema says what a database has that tables of a version don't: someone else's table, a trigger, a view, a
// generated column; or what it lacks.
func ownSchema(ctx context.Context, db reads, version int64) error {
	want, err := schemaAt(ctx, version)
	if err != nil {
		return err
	}
	got, err := column[string](ctx, db, schemaRows)
	if err != nil {
		return err
	}
	if len(got) != len(want) {
		return fmt.Errorf("it has %d tables and indexes: an Even Ladder backup of version %d has %d", len(got), version, len(want))
	}
	for i, row := range got {
		if row != want[i] {
			return errors.New("its tables are not Even Ladder's: they were changed by another program")
		}
	}
	return nil
}

// schemaAt is what the tables of a version are made of.
func schemaAt(ctx context.Context, version int64) (rows []string, err error) {
	db, err := sql.Open("sqlite", ":memory:")
	if err != nil {
		return nil, err
	}
	defer func() { err = errors.Join(err, db.Close()) }()
	db.SetMaxOpenConns(1) // each connection would have a memory of its own
	p, err := steps(db)
	if err != nil {
		return nil, err
	}
	if _, err := p.UpTo(ctx, version); err != nil {
		return nil, err
	}
	return column[string](ctx, db, schemaRows)
}

// steps are the changes of the tables, from none to the newest.
func steps(db *sql.DB) (*goose.Provider, error) {
	sub, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectSQLite3, db, sub, goose.WithGoMigrations(firstSentences))
}
