package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"time"

	"evenladder/core/lesson/schedule"
)

// Weeks are the weeks of practice of a pupil as they were asked for, with what was changed
// by hand. Its id is the pupil's.
type Weeks struct {
	Record
	Request schedule.Request `json:"request"`
}

// Weeks are the weeks of a pupil, or ErrNotFound.
func (p Pupils) Weeks(ctx context.Context, pupil string) (w Weeks, err error) {
	var body string
	if err := w.scan(p.db.QueryRowContext(ctx,
		"SELECT pupil, body, version, updated_at, updated_at FROM weeks WHERE pupil = ? AND deleted_at IS NULL",
		pupil), &body); err != nil {
		return w, err
	}
	return w, decode(body, &w.Request)
}

// WithWeeks are the pupils whose weeks are kept.
func (p Pupils) WithWeeks(ctx context.Context) (map[string]bool, error) {
	rows, err := p.db.QueryContext(ctx, "SELECT pupil FROM weeks WHERE deleted_at IS NULL")
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := map[string]bool{}
	for rows.Next() {
		var id string
		if err := rows.Scan(&id); err != nil {
			return nil, err
		}
		out[id] = true
	}
	return out, rows.Err()
}

// KeepWeeks keeps the weeks of a pupil: new ones where version is 0, else in place of those
// that were read as that version. ErrNotFound where there is no such pupil, *Stale where
// others were kept in between.
func (p Pupils) KeepWeeks(ctx context.Context, pupil string, version int, r schedule.Request) (Weeks, error) {
	if _, err := p.Get(ctx, pupil); err != nil {
		return Weeks{}, err
	}
	body, err := json.Marshal(r)
	if err != nil {
		return Weeks{}, err
	}
	stored := 0
	err = p.db.QueryRowContext(ctx, "SELECT version FROM weeks WHERE pupil = ? AND deleted_at IS NULL",
		pupil).Scan(&stored)
	if err != nil && !errors.Is(err, sql.ErrNoRows) {
		return Weeks{}, err
	}
	if version != stored {
		return Weeks{}, &Stale{version, stored}
	}
	err = changeOne(ctx, p.db, `INSERT INTO weeks (pupil, body, version, updated_at) VALUES (?, ?, 1, ?)
		ON CONFLICT (pupil) DO UPDATE SET body = excluded.body, version = version + 1, updated_at = excluded.updated_at, deleted_at = NULL
		WHERE deleted_at IS NOT NULL OR version = ?`,
		pupil, string(body), p.now().UnixMilli(), version)
	if err != nil {
		return Weeks{}, err
	}
	return p.Weeks(ctx, pupil)
}

// SetWeeksAside sets the weeks of a pupil aside, or gives ErrNotFound.
func (p Pupils) SetWeeksAside(ctx context.Context, pupil string) error {
	return changeOne(ctx, p.db, "UPDATE weeks SET deleted_at = ? WHERE pupil = ? AND deleted_at IS NULL",
		p.now().UnixMilli(), pupil)
}

// RestoreWeeks brings them back, or gives ErrNotFound.
func (p Pupils) RestoreWeeks(ctx context.Context, pupil string) (Weeks, error) {
	if err := changeOne(ctx, p.db, "UPDATE weeks SET deleted_at = NULL WHERE pupil = ? AND deleted_at IS NOT NULL",
		pupil); err != nil {
		return Weeks{}, err
	}
	return p.Weeks(ctx, pupil)
}

// PracticeDays are the days from a time on that a pupil played something on.
func (p Pupils) PracticeDays(ctx context.Context, pupil string, from time.Time) (map[schedule.Day]bool, error) {
	rows, err := p.db.QueryContext(ctx, "SELECT at FROM log WHERE pupil = ? AND at >= ? AND "+counts, pupil,
		from.UnixMilli())
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := map[schedule.Day]bool{}
	for rows.Next() {
		var at int64
		if err := rows.Scan(&at); err != nil {
			return nil, err
		}
		out[schedule.DayOf(time.UnixMilli(at).In(p.now().Location()))] = true
	}
	return out, rows.Err()
}
