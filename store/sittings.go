package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"slices"
	"time"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Sorts of sittings.
const (
	CallsSitting = "calls"
	SheetSitting = "sheet"
)

// Sitting is calls that were answered one after the other, or a sheet that was handed in.
type Sitting struct {
	ID         string
	At         time.Time
	Pupil      string // id; empty for the teacher's own
	Assignment string // id of what it was done for; empty for none
	Sort       string
	Kind       string
	Sheet      int // its number, from 1; 0 for calls
	Title      string
	Body       json.RawMessage // the request
	Right, Of  int             // answers, as read
}

// Answer is one answer of a sitting.
type Answer struct {
	knowledge.Answer
	Level int
}

// Sittings are the sittings of a store. They are never changed.
type Sittings struct{ versioned[Sitting] }

// Sittings are the sittings of this store.
func (s *Store) Sittings() Sittings {
	return Sittings{versioned[Sitting]{db: s.db, now: s.now, table: "sittings", key: "id", columns: sittingColumns,
		order: order{columns: []string{"at", "id"}, down: true}, read: readSitting}}
}

// Begin writes a sitting down; ErrNotFound where there is no such pupil or assignment.
func (s Sittings) Begin(ctx context.Context, sit Sitting) (Sitting, error) {
	sit.ID = newID(ctx, "sittings")
	if sit.At.IsZero() {
		sit.At = s.now()
	}
	sit.At = sit.At.UTC().Truncate(time.Millisecond)
	_, err := s.db.ExecContext(ctx, "INSERT INTO sittings (id, at, pupil, assignment, sort, kind, sheet, title, body) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
		sit.ID, sit.At.UnixMilli(), orNull(sit.Pupil), orNull(sit.Assignment), sit.Sort, sit.Kind, sit.Sheet,
		sit.Title, string(sit.Body))
	if madeBefore(ctx, err) {
		return s.Get(ctx, sit.ID)
	}
	var broken *sqlite.Error
	if errors.As(err, &broken) && broken.Code() == sqlite3.SQLITE_CONSTRAINT_FOREIGNKEY {
		return sit, ErrNotFound
	}
	return sit, err
}

// Append writes an answer down, or all of a sheet's; ErrNotFound where there is no such sitting.
func (s Sittings) Append(ctx context.Context, id string, answers ...Answer) error {
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() // no effect after Commit
	var n int
	err = tx.QueryRowContext(ctx, "SELECT (SELECT coalesce(max(n), 0) FROM answers WHERE sitting = id) FROM sittings WHERE id = ? AND deleted_at IS NULL", id).Scan(&n)
	if errors.Is(err, sql.ErrNoRows) {
		return ErrNotFound
	}
	if err != nil {
		return err
	}
	for _, a := range answers {
		n++
		if _, err := tx.ExecContext(ctx, "INSERT INTO answers (sitting, n, asked, level, correct, ms, time) VALUES (?, ?, ?, ?, ?, ?, ?)",
			id, n, a.Show, a.Level, a.Right, a.MS, a.Time); err != nil {
			return err
		}
		for fact, known := range a.Facts {
			if _, err := tx.ExecContext(ctx, "INSERT INTO facts (sitting, n, fact, known) VALUES (?, ?, ?, ?)", id, n,
				fact, known); err != nil {
				return err
			}
		}
	}
	return tx.Commit()
}

const sittingColumns = `id, at, coalesce(pupil, ''), coalesce(assignment, ''), sort, kind, sheet, title, body,
	(SELECT count(*) FROM answers WHERE sitting = id), (SELECT count(*) FROM answers WHERE sitting = id AND correct)`

func readSitting(row scanner) (s Sitting, err error) {
	var at int64
	var body string
	err = row.Scan(&s.ID, &at, &s.Pupil, &s.Assignment, &s.Sort, &s.Kind, &s.Sheet, &s.Title, &body, &s.Of, &s.Right)
	s.At, s.Body = time.UnixMilli(at).UTC(), json.RawMessage(body)
	return s, err
}

// List are the sittings of a pupil in which something was answered, the latest first, and where
// the next page begins; NoPage where after is none.
func (s Sittings) List(ctx context.Context, pupil, after string, limit int) (list []Sitting, next string, err error) {
	return s.list(ctx, false, " AND pupil IS ? AND EXISTS (SELECT 1 FROM answers WHERE sitting = id)",
		[]any{orNull(pupil)}, after, limit)
}

// Answers are the answers of a sitting in their order.
func (s Sittings) Answers(ctx context.Context, id string) ([]Answer, error) {
	rows, err := s.db.QueryContext(ctx, "SELECT a.n, asked, level, correct, ms, time, coalesce(fact, ''), coalesce(known, 0) FROM answers AS a LEFT JOIN facts AS f ON f.sitting = a.sitting AND f.n = a.n WHERE a.sitting = ? ORDER BY a.n, fact", id)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []Answer{}
	last := 0
	for rows.Next() {
		var n int
		var a Answer
		var fact string
		var known bool
		if err := rows.Scan(&n, &a.Show, &a.Level, &a.Right, &a.MS, &a.Time, &fact, &known); err != nil {
			return nil, err
		}
		if n != last {
			a.Facts = map[string]bool{}
			out, last = append(out, a), n
		}
		if fact != "" {
			out[len(out)-1].Facts[fact] = known
		}
	}
	return out, rows.Err()
}

// maxFacts bounds the answers that knowledge is reckoned from, the latest of a player.
const maxFacts = 6000

// Facts are what a pupil's answers showed, the earliest first, those of one sitting left out
// where it is named.
func (s Sittings) Facts(ctx context.Context, pupil, without string) ([]knowledge.FactAnswer, error) {
	rows, err := s.db.QueryContext(ctx, `SELECT s.at, fact, known FROM sittings AS s JOIN facts AS f ON f.sitting = s.id
		WHERE s.pupil IS ? AND s.deleted_at IS NULL AND s.id <> ? ORDER BY s.at DESC, s.id, f.n DESC LIMIT ?`, orNull(pupil), without, maxFacts)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []knowledge.FactAnswer{}
	place := s.now().Location()
	for rows.Next() {
		var at int64
		var a knowledge.FactAnswer
		if err := rows.Scan(&at, &a.Fact, &a.Right); err != nil {
			return nil, err
		}
		a.On = calendar.DayOf(time.UnixMilli(at).In(place))
		out = append(out, a)
	}
	slices.Reverse(out)
	return out, rows.Err()
}

// maxLevels bounds the answers that a level is reckoned from.
const maxLevels = 400

// Levels are a pupil's answers to a kind of call with their levels, the earliest first.
func (s Sittings) Levels(ctx context.Context, pupil, kind string) ([]call.LevelAnswer, error) {
	rows, err := s.db.QueryContext(ctx, `SELECT level, correct FROM sittings AS s JOIN answers AS a ON a.sitting = s.id
		WHERE s.pupil IS ? AND s.sort = ? AND s.kind = ? AND s.deleted_at IS NULL ORDER BY s.at DESC, s.id, a.n DESC LIMIT ?`, orNull(pupil), CallsSitting, kind, maxLevels)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []call.LevelAnswer{}
	for rows.Next() {
		var a call.LevelAnswer
		if err := rows.Scan(&a.Level, &a.Right); err != nil {
			return nil, err
		}
		out = append(out, a)
	}
	slices.Reverse(out)
	return out, rows.Err()
}

// Handed is how many different sheets were handed in for an assignment.
func (s Sittings) Handed(ctx context.Context, assignment string) (n int, err error) {
	err = s.db.QueryRowContext(ctx, "SELECT count(DISTINCT sheet) FROM sittings WHERE assignment = ? AND sort = ? AND deleted_at IS NULL", assignment, SheetSitting).Scan(&n)
	return n, err
}
