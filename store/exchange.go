package store

import (
	"bufio"
	"context"
	"database/sql"
	"encoding/base64"
	"encoding/json"
	"errors"
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

// Export begins everything that is kept as JSON. Behind it come the tables: for each its rows, each by the
// names of its columns. Numbers and texts are as they are, bytes are {"base64": …}, bodies of JSON are texts.
type Export struct {
	Format  string    `json:"format"` // exportFormat
	Schema  int64     `json:"schema"`
	Program string    `json:"program"`
	MadeAt  time.Time `json:"madeAt"`
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
	head, err := json.Marshal(Export{Format: exportFormat, Schema: newestSchema(), Program: program,
		MadeAt: s.now().UTC().Truncate(time.Millisecond)})
	if err != nil {
		return err
	}
	out := bufio.NewWriter(w)
	out.Write(head[:len(head)-1]) // without its last bracket
	out.WriteString(`,"tables":{`)
	for i, t := range exchanged {
		if i > 0 {
			out.WriteByte(',')
		}
		fmt.Fprintf(out, "\n%q:[", t.name)
		if err := writeRows(ctx, tx, out, t.name, t.keys); err != nil {
			return fmt.Errorf("%s: %w", t.name, err)
		}
		out.WriteByte(']')
	}
	out.WriteString("\n}}\n")
	return out.Flush()
}

// writeRows writes the rows of a table, one a line: only one is in memory at a time.
func writeRows(ctx context.Context, tx *sql.Tx, out *bufio.Writer, table string, keys []string) error {
	rows, err := tx.QueryContext(ctx, "SELECT * FROM "+table+" ORDER BY "+strings.Join(keys, ", "))
	if err != nil {
		return err
	}
	defer rows.Close()
	names, err := rows.Columns()
	if err != nil {
		return err
	}
	values, into := make([]any, len(names)), make([]any, len(names))
	for i := range values {
		into[i] = &values[i]
	}
	for first := true; rows.Next(); first = false {
		if err := rows.Scan(into...); err != nil {
			return err
		}
		row := Row{}
		for i, v := range values {
			if data, ok := v.([]byte); ok {
				v = map[string]any{"base64": base64.StdEncoding.EncodeToString(data)}
			}
			row[names[i]] = v
		}
		text, err := json.Marshal(row)
		if err != nil {
			return err
		}
		if !first {
			out.WriteByte(',')
		}
		out.WriteByte('\n')
		if _, err := out.Write(text); err != nil {
			return err
		}
	}
	return rows.Err()
}

// Change is what an import does to one table.
type Change struct {
	Table      string `json:"table"`
	Added      int    `json:"added"`
	Changed    int    `json:"changed"`
	Same       int    `json:"same"`
	Unreadable int    `json:"unreadable"` // of these, those whose body can't be read: they stand apart here too
}

// Import takes an export in, in one transaction: what is not there yet is added, what is another is
// changed, nothing is deleted. With look nothing is done, and what would be is said. A file that is no
// export is NoBackup, one of a newer version Newer.
func (s *Store) Import(ctx context.Context, r io.Reader, look bool) ([]Change, error) {
	noExport := NoBackup{"the file", "it isn't an Even Ladder export"}
	d := json.NewDecoder(r)
	d.UseNumber()
	in, err := readHead(d)
	if err != nil || in.Format != exportFormat {
		return nil, noExport
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
	out := make([]Change, len(exchanged))
	for i, t := range exchanged {
		out[i].Table = t.name
	}
	err = readTables(d, func(name string, n int, row Row) error {
		i := slices.IndexFunc(out, func(c Change) bool { return c.Table == name })
		if i < 0 {
			return noExport
		}
		t := exchanged[i]
		columns, err := columnsOf(ctx, tx, t.name)
		if err != nil {
			return err
		}
		if err := takeRow(ctx, tx, t.name, t.keys, columns, t.once, row, &out[i]); err != nil {
			return NoBackup{"the file", fmt.Sprintf("row %d of %s can't be imported: %v", n, t.name, err)}
		}
		return nil
	})
	if errors.As(err, new(NoBackup)) || ctx.Err() != nil {
		return nil, err
	}
	if err != nil {
		return nil, noExport
	}
	if look {
		return out, nil
	}
	return out, tx.Commit()
}

// readHead reads an export up to its tables.
func readHead(d *json.Decoder) (in Export, err error) {
	fields := map[string]any{"format": &in.Format, "schema": &in.Schema, "program": &in.Program, "madeAt": &in.MadeAt}
	if err := expect(d, json.Delim('{')); err != nil {
		return in, err
	}
	for {
		name, err := d.Token()
		if err != nil || name == "tables" {
			return in, err
		}
		into, ok := fields[fmt.Sprint(name)]
		if !ok {
			return in, fmt.Errorf("an export has no %v", name)
		}
		if err := d.Decode(into); err != nil {
			return in, err
		}
	}
}

// readTables reads the rows of an export, one at a time, counted from 1 in each table.
func readTables(d *json.Decoder, take func(table string, n int, row Row) error) error {
	if err := expect(d, json.Delim('{')); err != nil {
		return err
	}
	for d.More() {
		name, err := d.Token()
		if err != nil {
			return err
		}
		if err := expect(d, json.Delim('[')); err != nil {
			return err
		}
		for n := 1; d.More(); n++ {
			var row Row
			if err := d.Decode(&row); err != nil {
				return err
			}
			if err := take(fmt.Sprint(name), n, row); err != nil {
				return err
			}
		}
		if err := expect(d, json.Delim(']')); err != nil {
			return err
		}
	}
	if err := errors.Join(expect(d, json.Delim('}')), expect(d, json.Delim('}'))); err != nil {
		return err
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		return errors.New("more follows")
	}
	return nil
}

func expect(d *json.Decoder, want json.Token) error {
	got, err := d.Token()
	if err == nil && got != want {
		err = fmt.Errorf("%v was given: give %v", got, want)
	}
	return err
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
	if readable(table, row) != nil {
		c.Unreadable++
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
