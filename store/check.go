package store

import (
	"context"
	"errors"
	"fmt"

	"evenladder/core/base/table"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
)

// Damage is something that cannot be read, or is not as it was written.
type Damage struct {
	Where string `json:"where"` // the table, or "the file"
	ID    string `json:"id"`    // of the row, empty where it is no single one
	What  string `json:"what"`
}

// body is a column of JSON: which rows have it, and what it is read as.
type body struct {
	table, id, column string
	into              func(kind string) any // kind is that of what is saved, else empty
}

// bodies are all columns of JSON.
var bodies = []body{
	{"saved", "kind || ' ' || id", "body", nil},
	{"pupils", "id", "body", func(string) any { return new(pupil.Pupil) }},
	{"assignments", "id", "body", func(string) any { return new(assignment.Assignment) }},
	{"weeks", "pupil", "body", func(string) any { return new(schedule.Request) }},
	{"homes", "token", "body", func(string) any { return new(HomeBody) }},
}

// Unreadable are the rows that stand apart, as their bodies cannot be read.
func (s *Store) Unreadable(ctx context.Context) ([]Damage, error) {
	out := []Damage{}
	for _, b := range bodies {
		found, err := b.unreadable(ctx, s.db)
		if err != nil {
			return nil, err
		}
		out = append(out, found...)
	}
	broken, err := column[string](ctx, s.db, "SELECT id FROM log WHERE NOT json_valid(work)")
	for _, id := range broken {
		out = append(out, Damage{"log", id, "the work of the try isn't JSON"})
	}
	return out, err
}

func (b body) unreadable(ctx context.Context, db reads) (out []Damage, err error) {
	kind := "''"
	if b.into == nil {
		kind = "kind"
	}
	rows, err := db.QueryContext(ctx, "SELECT "+b.id+", "+kind+", "+b.column+" FROM "+b.table)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	for rows.Next() {
		var id, kind, text string
		if err := rows.Scan(&id, &kind, &text); err != nil {
			return nil, err
		}
		if err := b.read(kind, text); err != nil {
			out = append(out, Damage{b.table, id, err.Error()})
		}
	}
	return out, rows.Err()
}

func (b body) read(kind, text string) error {
	if b.into != nil {
		return decode(text, b.into(kind))
	}
	k, ok := table.Find(Kinds, kind)
	if !ok {
		return fmt.Errorf("no kind is called %q", kind)
	}
	if _, err := k.Thing(Draft{Body: []byte(text)}); err != nil {
		return Unreadable{err}
	}
	return nil
}

// Check looks everything over: the file itself, what belongs together, every body, every take. It
// changes nothing.
func (s *Store) Check(ctx context.Context) ([]Damage, error) {
	out := []Damage{}
	said, err := column[string](ctx, s.db, "PRAGMA integrity_check")
	for _, what := range said {
		if what != "ok" {
			out = append(out, Damage{"the file", "", what})
		}
	}
	lost, err2 := column[string](ctx, s.db, `SELECT "table" || ' row ' || coalesce(rowid, '') || ' names what is not there in ' || parent FROM pragma_foreign_key_check`)
	for _, what := range lost {
		out = append(out, Damage{"the file", "", what})
	}
	cut, err3 := column[string](ctx, s.db, "SELECT try FROM takes WHERE length(file) <> bytes")
	for _, id := range cut {
		out = append(out, Damage{"takes", id, "the file's length has changed"})
	}
	works, err4 := column[string](ctx, s.db, "SELECT DISTINCT work FROM log")
	for _, work := range works {
		if err := decode(work, new(brief.Brief)); err != nil {
			out = append(out, Damage{"log", "", "a work " + err.Error()})
		}
	}
	apart, err5 := s.Unreadable(ctx)
	return append(out, apart...), errors.Join(err, err2, err3, err4, err5)
}
