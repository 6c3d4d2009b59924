package store

import (
	"context"
	"errors"
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
	of                      string // column with the pupil whose it is; empty for none
	emptied                 string // keeps a row that the log names, with nothing in it
}

// What is a pupil's own goes with the pupil: while that one is set aside it is not listed. What was
// taken away for good, and is still named by the log, which never changes, is set aside at 0.
var asides = []asideTable{
	{"saved", "kind", "id", "title", "", ""},
	{"pupils", "'pupils'", "id", "name", "", ""},
	{"assignments", "'assignments'", "id", "sentence", "pupil",
		"UPDATE assignments SET body = '{}', sentence = '', work = '', deleted_at = 0 WHERE id = ? AND deleted_at > 0 AND EXISTS (SELECT 1 FROM log WHERE log.assignment = assignments.id)"},
	{"weeks", "'weeks'", "pupil", "'practice plan'", "pupil", ""},
	{"homes", "'homes'", "token", "'home page'", "pupil", ""},
	{"sittings", "'sittings'", "id", "title", "pupil", ""},
	{"takes", "'takes'", "try", "'take: ' || (SELECT sentence FROM log WHERE log.id = takes.try)",
		"(SELECT pupil FROM log WHERE log.id = takes.try)", ""},
}

// ListAside are the things that are set aside, the last first, and where the next page begins;
// ErrPage where after is none.
func (s *Store) ListAside(ctx context.Context, after string, limit int) (list []Aside, next string, err error) {
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
	// An id is one of its table: the weeks of a pupil have the pupil's.
	return page(ctx, s.db, dated{
		columns: "sort, id, title, whose, at", table: "(" + strings.Join(parts, " UNION ALL ") + ")", where: "at > 0",
		key:   "sort || '/' || id",
		after: after, limit: min(max(limit, 1), MaxListed),
	}, func(row scanner) (a Aside, err error) {
		var at int64
		err = row.Scan(&a.Sort, &a.ID, &a.Title, &a.Whose, &at)
		a.At = time.UnixMilli(at).UTC()
		return a, err
	}, func(a Aside) (time.Time, string) { return a.At, a.Sort + "/" + a.ID })
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

// BringBack brings back something that was set aside, or gives ErrNotFound.
func (s *Store) BringBack(ctx context.Context, sort, id string) error {
	t, also, args, err := asideOf(sort)
	if err != nil {
		return err
	}
	return changeOne(ctx, s.db, "UPDATE "+t.table+" SET deleted_at = NULL WHERE "+t.key+" = ?"+also+" AND deleted_at > 0", append([]any{id}, args...)...)
}

// TakeAway takes away for good something that was set aside, with all that belongs to it; a backup may
// still have it. ErrNotFound where there is none.
func (s *Store) TakeAway(ctx context.Context, sort, id string) error {
	t, also, args, err := asideOf(sort)
	if err != nil {
		return err
	}
	if t.table == "pupils" {
		return s.Pupils().Erase(ctx, id)
	}
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // no effect after Commit
	if t.emptied != "" {
		r, err := tx.ExecContext(ctx, t.emptied, id)
		if err != nil {
			return err
		}
		if n, err := r.RowsAffected(); err != nil || n > 0 {
			return errors.Join(err, tx.Commit())
		}
	}
	r, err := tx.ExecContext(ctx, "DELETE FROM "+t.table+" WHERE "+t.key+" = ?"+also+" AND deleted_at > 0",
		append([]any{id}, args...)...)
	if err != nil {
		return err
	}
	if n, err := r.RowsAffected(); err != nil || n == 0 {
		return errors.Join(err, ErrNotFound)
	}
	return tx.Commit()
}
