package store

import (
	"context"
	"database/sql"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	"evenladder/core/planning/brief"
)

// exchanged are the tables that an export has, those that others name before them; what is in one is
// found again by its keys.
var exchanged = []struct {
	name string
	keys []string
	once bool // its rows are never changed
}{
	{"saved", []string{"kind", "id"}, false},
	{"pupils", []string{"id"}, false},
	{"assignments", []string{"id"}, false},
	{"weeks", []string{"pupil"}, false},
	{"homes", []string{"token"}, false},
	{"log", []string{"id"}, true},
	{"takes", []string{"try"}, false},
	{"sittings", []string{"id"}, false},
	{"answers", []string{"sitting", "n"}, true},
	{"facts", []string{"sitting", "n", "fact"}, true},
}

// Export is everything that is kept as JSON: for each table its rows, each by the names of its
// columns. Numbers and texts are as they are, bytes are {"base64": …}, bodies of JSON are texts.
type Export struct {
	Format  string           `json:"format"` // exportFormat
	Schema  int64            `json:"schema"`
	Program string           `json:"program"`
	MadeAt  time.Time        `json:"madeAt"`
	Tables  map[string][]Row `json:"tables"`
}

// Row is a row of an export by the names of its columns.
type Row map[string]any

const exportFormat = "even-ladder export 1"

// ExportTo writes everything that is kept as JSON, as it is at one moment.
func (s *Store) ExportTo(ctx context.Context, w io.Writer, program string) error {
	tx, err := s.db.BeginTx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return err
	}
	defer func() { _ = tx.Rollback() }()
	out := Export{Format: exportFormat, Schema: newestSchema(), Program: program,
		MadeAt: s.now().UTC().Truncate(time.Millisecond), Tables: map[string][]Row{}}
	for _, t := range exchanged {
		rows, err := rowsOf(ctx, tx, t.name, t.keys)
		if err != nil {
			return fmt.Errorf("%s: %w", t.name, err)
		}
		out.Tables[t.name] = rows
	}
	e := json.NewEncoder(w)
	e.SetIndent("", " ")
	return e.Encode(out)
}

func rowsOf(ctx context.Context, tx *sql.Tx, table string, keys []string) ([]Row, error) {
	rows, err := tx.QueryContext(ctx, "SELECT * FROM "+table+" ORDER BY "+strings.Join(keys, ", "))
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	names, err := rows.Columns()
	if err != nil {
		return nil, err
	}
	out := []Row{}
	for rows.Next() {
		values, into := make([]any, len(names)), make([]any, len(names))
		for i := range values {
			into[i] = &values[i]
		}
		if err := rows.Scan(into...); err != nil {
			return nil, err
		}
		row := Row{}
		for i, v := range values {
			if data, ok := v.([]byte); ok {
				v = map[string]any{"base64": base64.StdEncoding.EncodeToString(data)}
			}
			row[names[i]] = v
		}
		out = append(out, row)
	}
	return out, rows.Err()
}

// Change is what an import does to one table.
type Change struct {
	Table   string `json:"table"`
	Added   int    `json:"added"`
	Changed int    `json:"changed"`
	Same    int    `json:"same"`
}

// Import takes an export in, in one transaction: what is not there yet is added, what is another is
// changed, nothing is deleted. With look nothing is done, and what would be is said. A file that is no
// export is NoBackup, one of a newer version Newer.
func (s *Store) Import(ctx context.Context, r io.Reader, look bool) ([]Change, error) {
	var in Export
	d := json.NewDecoder(r)
	d.UseNumber()
	if err := d.Decode(&in); err != nil || in.Format != exportFormat {
		return nil, NoBackup{"the file", "it isn't an Even Ladder export"}
	}
	if known := newestSchema(); in.Schema > known {
		return nil, Newer{"the file", in.Schema, known}
	} else if in.Schema < known {
		return nil, NoBackup{"the file", fmt.Sprintf("its tables have version %d, these have %d: restore a backup of that version instead, then export again", in.Schema, known)}
	}
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return nil, err
	}
	defer func() { _ = tx.Rollback() }()
	if _, err := tx.ExecContext(ctx, "PRAGMA defer_foreign_keys = ON"); err != nil {
		return nil, err
	}
	out := []Change{}
	for _, t := range exchanged {
		columns, err := columnsOf(ctx, tx, t.name)
		if err != nil {
			return nil, err
		}
		c := Change{Table: t.name}
		for i, row := range in.Tables[t.name] {
			if err := takeRow(ctx, tx, t.name, t.keys, columns, t.once, row, &c); err != nil {
				return nil, NoBackup{"the file", fmt.Sprintf("row %d of %s can't be imported: %v", i+1, t.name, err)}
			}
		}
		out = append(out, c)
	}
	if look {
		return out, nil
	}
	return out, tx.Commit()
}

func columnsOf(ctx context.Context, tx *sql.Tx, table string) (out []string, err error) {
	rows, err := tx.QueryContext(ctx, "SELECT name FROM pragma_table_info(?)", table)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var name string
		if err := rows.Scan(&name); err != nil {
			return nil, err
		}
		out = append(out, name)
	}
	return out, rows.Err()
}

// takeRow adds a row, or changes the one that has its keys.
func takeRow(ctx context.Context, tx *sql.Tx, table string, keys, columns []string, once bool, row Row,
	c *Change) error {
	var names, marks, sets, where, equal []string
	var values, keyed []any
	for _, name := range columns {
		v, there := row[name]
		if !there {
			continue
		}
		value, err := plainValue(v)
		if err != nil {
			return fmt.Errorf("%s: %w", name, err)
		}
		names, marks, values = append(names, name), append(marks, "?"), append(values, value)
		if slices.Contains(keys, name) {
			where, keyed = append(where, name+" = ?"), append(keyed, value)
		} else {
			sets = append(sets, name+" = excluded."+name)
		}
		equal = append(equal, name+" IS ?")
	}
	if len(row) != len(names) || len(where) != len(keys) {
		return fmt.Errorf("its columns don't match the table: give %s", strings.Join(columns, ", "))
	}
	if err := readable(table, row); err != nil {
		return err
	}
	var there, same int
	if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM "+table+" WHERE "+strings.Join(where, " AND "),
		keyed...).Scan(&there); err != nil {
		return err
	}
	if there > 0 {
		if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM "+table+" WHERE "+strings.Join(equal, " AND "),
			values...).Scan(&same); err != nil {
			return err
		}
	}
	switch {
	case same > 0, there > 0 && once:
		c.Same++
		return nil
	case there > 0:
		c.Changed++
	default:
		c.Added++
	}
	query := "INSERT INTO " + table + " (" + strings.Join(names, ", ") + ") VALUES (" + strings.Join(marks, ", ") + ")"
	if !once {
		query += " ON CONFLICT (" + strings.Join(keys, ", ") + ") DO UPDATE SET " + strings.Join(sets, ", ")
	}
	_, err := tx.ExecContext(ctx, query, values...)
	return err
}

// readable says why the body of a row cannot be read.
func readable(table string, row Row) error {
	for _, b := range bodies {
		if text, ok := row[b.column].(string); ok && b.table == table {
			kind, _ := row["kind"].(string)
			return b.read(kind, text)
		}
	}
	if work, ok := row["work"].(string); ok && table == "log" {
		return decode(work, new(brief.Brief))
	}
	return nil
}

// plainValue is a value of an export as the database takes it.
func plainValue(v any) (any, error) {
	switch v := v.(type) {
	case nil, string, bool:
		return v, nil
	case json.Number:
		if n, err := v.Int64(); err == nil {
			return n, nil
		}
		return v.Float64()
	case map[string]any:
		if text, ok := v["base64"].(string); ok && len(v) == 1 {
			return base64.StdEncoding.DecodeString(text)
		}
	}
	return nil, fmt.Errorf("it isn't a number, text or base64 bytes")
}
