package store

import (
	"context"
	"slices"
	"strings"
	"time"

	"evenladder/core/base/table"
)

// Aside is something that was set aside: it can be brought back, or taken away for good.
type Aside struct {
	Sort  string    `json:"sort"` // a kind of the shelf, or a table
	ID    string    `json:"id"`
	Title string    `json:"title"`
	Whose string    `json:"whose"` // the pupil's name; empty for the teacher's own
	At    time.Time `json:"at"`    // when it was set aside
}

// asideTable is a table in which things are set aside.
type asideTable struct {
	table, sort, key, title string
	of                      string   // column with the pupil whose it is; empty for none
	emptied                 string   // keeps a row that the log names, with nothing in it
	first                   []string // goes with it, before it
}

// What is a pupil's own goes with the pupil: while that one is set aside it is not listed. What was
// taken away for good, and is still named by the log, which never changes, is set aside at 0.
var asides = []asideTable{
	{table: "saved", sort: "kind", key: "id", title: "title"},
	{table: "pupils", sort: "'pupils'", key: "id", title: "name", first: []string{
		"DELETE FROM takes WHERE try IN (SELECT id FROM log WHERE pupil = ?)", "DELETE FROM log WHERE pupil = ?"}},
	{table: "assignments", sort: "'assignments'", key: "id", title: "sentence", of: "pupil",
		emptied: "UPDATE assignments SET body = '{}', sentence = '', work = '', deleted_at = 0 WHERE id = ? AND deleted_at > 0 AND EXISTS (SELECT 1 FROM log WHERE log.assignment = assignments.id)"},
	{table: "weeks", sort: "'weeks'", key: "pupil", title: "'practice plan'", of: "pupil"},
	{table: "homes", sort: "'homes'", key: "token", title: "'home page'", of: "pupil"},
	{table: "sittings", sort: "'sittings'", key: "id", title: "title", of: "pupil"},
	{table: "takes", sort: "'takes'", key: "try", title: "'take: ' || (SELECT sentence FROM log WHERE log.id = takes.try)",
		of: "(SELECT pupil FROM log WHERE log.id = takes.try)"},
}

// AsideQuery asks for a page of what is set aside.
type AsideQuery struct {
	Sort  string // of this sort alone; all where empty
	After string // Next of the page before; empty for the first
	Limit int    // MaxListed at most
}

// ListAside are the things that are set aside, the last first, and where the next page begins;
// NoPage where After is none.
func (s *Store) ListAside(ctx context.Context, q AsideQuery) (list []Aside, next string, err error) {
	var parts []string
	for _, t := range asides {
		whose := "''"
		where := ""
		if t.of != "" {
			whose = "coalesce((SELECT name FROM pupils WHERE pupils.id = " + t.of + "), '')"
			where = " AND NOT EXISTS (SELECT 1 FROM pupils WHERE pupils.id = " + t.of +
				" AND pupils.deleted_at IS NOT NULL)"
		}
		// A table has its own name here, so that columns of pupils are told apart.
		parts = append(parts, "SELECT "+t.sort+" AS sort, "+t.key+" AS id, "+t.title+" AS title, "+whose+" AS whose, "+t.table+".deleted_at AS at FROM "+t.table+" WHERE "+t.table+".deleted_at > 0"+where)
	}
	where, args := "true", []any{}
	if q.Sort != "" {
		where, args = "sort = ?", []any{q.Sort}
	}
	return page(ctx, s.db, asked{
		columns: "sort, id, title, whose, at", table: "(" + strings.Join(parts, " UNION ALL ") + ")", where: where,
		args: args, order: order{columns: []string{"at", "sort", "id"}, down: true},
		after: q.After, limit: min(max(q.Limit, 1), MaxListed),
	}, readAside)
}

func readAside(row scanner) (a Aside, err error) {
	var at int64
	err = row.Scan(&a.Sort, &a.ID, &a.Title, &a.Whose, &at)
	a.At = time.UnixMilli(at).UTC()
	return a, err
}

// asideOf is the table of a sort, and what a row of it has to meet beside its key.
func asideOf(sort string) (t asideTable, also string, args []any, err error) {
	if _, shelved := table.Find(Kinds, sort); shelved {
		return asides[0], " AND kind = ?", []any{sort}, nil
	}
	i := slices.IndexFunc(asides, func(t asideTable) bool { return t.sort == "'"+sort+"'" })
	if i < 0 {
		return t, "", nil, ErrNotFound
	}
	return asides[i], "", nil, nil
}

// RestoreAside brings back something that was set aside, or gives ErrNotFound.
func (s *Store) RestoreAside(ctx context.Context, sort, id string) error {
	t, also, args, err := asideOf(sort)
	if err != nil {
		return err
	}
	return changeOne(ctx, s.db, "UPDATE "+t.table+" SET deleted_at = NULL WHERE "+t.key+" = ?"+also+" AND deleted_at > 0", append([]any{id}, args...)...)
}

// EraseAside takes away for good something that was set aside, with all that belongs to it; a backup may
// still have it. ErrNotFound where there is none.
func (s *Store) EraseAside(ctx context.Context, sort, id string) error {
	t, also, args, err := asideOf(sort)
	if err != nil {
		return err
	}
	there, args := " FROM "+t.table+" WHERE "+t.key+" = ?"+also+" AND deleted_at > 0", append([]any{id}, args...)
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // no effect after Commit
	var one int
	if err := tx.QueryRowContext(ctx, "SELECT 1"+there, args...).Scan(&one); err != nil {
		return orNotFound(err)
	}
	emptied := int64(0)
	if t.emptied != "" {
		r, err := tx.ExecContext(ctx, t.emptied, id)
		if err == nil {
			emptied, err = r.RowsAffected()
		}
		if err != nil {
			return err
		}
	}
	if emptied == 0 {
		for _, first := range t.first {
			if _, err := tx.ExecContext(ctx, first, id); err != nil {
				return err
			}
		}
		if _, err := tx.ExecContext(ctx, "DELETE"+there, args...); err != nil {
			return err
		}
	}
	if err := tx.Commit(); err != nil {
		return err
	}
	// What was erased is not to be read in the journal either.
	_, err = s.db.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return err
}
