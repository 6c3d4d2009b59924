package store

import (
	"context"
	"encoding/json"
	"errors"
	"time"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/schedule"
)

// WeeksOf are the weeks of practice of a pupil as they were asked for, with what was changed
// by hand. Their id is the pupil's.
type WeeksOf struct {
	Record
	Request schedule.Request `json:"request"`
}

// Weeks are the weeks of all pupils.
type Weeks struct{ versioned[WeeksOf] }

// Weeks are those of this store.
func (s *Store) Weeks() Weeks {
	return Weeks{versioned[WeeksOf]{db: s.db, now: s.now, table: "weeks", key: "pupil",
		columns: "pupil, body, version, updated_at, updated_at", read: readWeeks}}
}

func readWeeks(row scanner) (w WeeksOf, err error) {
	var body string
	if err := w.scan(row, &body); err != nil {
		return w, err
	}
	return w, decode(body, &w.Request)
}

// Pupils are the pupils whose weeks are kept.
func (w Weeks) Pupils(ctx context.Context) (map[string]bool, error) {
	rows, err := w.db.QueryContext(ctx, "SELECT pupil FROM weeks WHERE deleted_at IS NULL")
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

// Keep keeps the weeks of a pupil: new ones where version is 0, else in place of those that were read as
// that version. ErrNotFound where there is no such pupil, *Stale where others were kept in between.
func (w Weeks) Keep(ctx context.Context, pupil string, version int, r schedule.Request) (WeeksOf, error) {
	body, err := json.Marshal(r)
	if err != nil {
		return WeeksOf{}, err
	}
	if version > 0 {
		return w.update(ctx, pupil, version, "body = ?", string(body))
	}
	err = changeOne(ctx, w.db, `INSERT INTO weeks (pupil, body, version, updated_at)
		SELECT id, ?, 1, ? FROM pupils WHERE id = ? AND deleted_at IS NULL
		ON CONFLICT (pupil) DO UPDATE SET body = excluded.body, version = version + 1, updated_at = excluded.updated_at,
			deleted_at = NULL WHERE deleted_at IS NOT NULL`, string(body), w.now().UnixMilli(), pupil)
	kept, there := w.Get(ctx, pupil)
	if errors.Is(err, ErrNotFound) && there == nil { // others had made them
		return kept, &Stale{version, kept.Version, kept}
	}
	return kept, errors.Join(err, there)
}

// PracticeDays are the days from a time on that a pupil played something on.
func (w Weeks) PracticeDays(ctx context.Context, pupil string, from time.Time) (map[calendar.Day]bool, error) {
	rows, err := w.db.QueryContext(ctx, "SELECT at FROM log WHERE pupil = ? AND at >= ? AND "+counts, pupil,
		from.UnixMilli())
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := map[calendar.Day]bool{}
	for rows.Next() {
		var at int64
		if err := rows.Scan(&at); err != nil {
			return nil, err
		}
		out[calendar.DayOf(time.UnixMilli(at).In(w.now().Location()))] = true
	}
	return out, rows.Err()
}
