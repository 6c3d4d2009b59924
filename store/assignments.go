package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"time"

	"evenladder/core/lesson/assignment"
	"evenladder/core/planning/round"
)

// Assignment is an assignment as stored.
type Assignment struct {
	Record
	PupilID    string                `json:"pupilId"`
	Title      string                `json:"title"`              // what is practised, in few words
	Sentence   string                `json:"sentence"`           // and in all
	ClosedAt   *time.Time            `json:"closedAt,omitempty"` // when it was done with
	Assignment assignment.Assignment `json:"assignment"`
}

// Assignments are the assignments of a store.
type Assignments struct{ versioned[Assignment] }

// Assignments are the assignments of this store.
func (s *Store) Assignments() Assignments {
	return Assignments{versioned[Assignment]{db: s.db, now: s.now, table: "assignments", key: "id",
		columns: "id, body, pupil, sentence, closed_at, version, created_at, updated_at",
		order:   order{columns: []string{"from_day", "created_at", "id"}, down: true}, read: readAssignment}}
}

// AssignmentQuery asks for a page of assignments.
type AssignmentQuery struct {
	Pupil    string // id; all where empty
	Open     bool   // those that are not closed
	SetAside bool   // those that were set aside, in place of the others
	After    string // Next of the page before; empty for the first
	Limit    int    // MaxListed at most
}

// List returns a page of assignments, the latest first, and where the next one begins; NoPage where After
// is none.
func (a Assignments) List(ctx context.Context, q AssignmentQuery) (list []Assignment, next string, err error) {
	where, args := "", []any{}
	if q.Pupil != "" {
		where, args = where+" AND pupil = ?", append(args, q.Pupil)
	}
	if q.Open {
		where += " AND closed_at IS NULL AND pupil IN (SELECT id FROM pupils WHERE pupils.deleted_at IS NULL)"
	}
	return a.list(ctx, q.SetAside, where, args, q.After, q.Limit)
}

func readAssignment(row scanner) (a Assignment, err error) {
	var body string
	var closed sql.NullInt64
	if err := a.scan(row, &body, &a.PupilID, &a.Sentence, &closed); err != nil {
		return a, err
	}
	if closed.Valid {
		at := time.UnixMilli(closed.Int64).UTC()
		a.ClosedAt = &at
	}
	err = decode(body, &a.Assignment)
	a.Title = a.Assignment.Title()
	return a, err
}

// written is what of an assignment stands in columns of its own.
func written(of assignment.Assignment) (work, sentence, body string, err error) {
	if b, ok := of.Work(); ok {
		if work, err = workOf(b); err != nil {
			return
		}
		goal, _ := of.Goal()
		if sentence, err = round.Sentence(goal); err != nil {
			return
		}
	} else {
		sentence = of.Sheets.What
	}
	data, err := json.Marshal(of)
	return work, sentence, string(data), err
}

// Create sets an assignment that was checked to a pupil; ErrNotFound where there is no
// such pupil. The one that it takes the place of, if any, is closed with it.
func (a Assignments) Create(ctx context.Context, pupil string, of assignment.Assignment, replaces string) (Assignment,
	error) {
	work, sentence, body, err := written(of)
	if err != nil {
		return Assignment{}, err
	}
	tx, err := a.db.BeginTx(ctx, nil)
	if err != nil {
		return Assignment{}, err
	}
	defer tx.Rollback() // no effect after Commit
	var there int
	if err := tx.QueryRowContext(ctx, "SELECT count(*) FROM pupils WHERE id = ? AND deleted_at IS NULL",
		pupil).Scan(&there); err != nil || there == 0 {
		if err == nil {
			err = ErrNotFound
		}
		return Assignment{}, err
	}
	made := Assignment{Record: newRecord(ctx, "assignments", a.now()), PupilID: pupil, Title: of.Title(),
		Sentence: sentence, Assignment: of}
	ms := made.CreatedAt.UnixMilli()
	if _, err := tx.ExecContext(ctx, "INSERT INTO assignments (id, pupil, from_day, until_day, sentence, work, body, version, created_at, updated_at) VALUES (?, ?, ?, ?, ?, ?, ?, 1, ?, ?)",
		made.ID, pupil, of.From.String(), of.Until.String(), sentence, work, body, ms, ms); madeBefore(ctx, err) {
		return a.Get(ctx, made.ID)
	} else if err != nil {
		return made, err
	}
	if replaces != "" {
		if _, err := tx.ExecContext(ctx, "UPDATE assignments SET closed_at = ?, updated_at = ?, version = version + 1 WHERE id = ? AND pupil = ? AND closed_at IS NULL", ms, ms, replaces, pupil); err != nil {
			return made, err
		}
	}
	return made, tx.Commit()
}

// Update replaces an assignment that was read as the given version; ErrNotFound or *Stale
// where that cannot be.
func (a Assignments) Update(ctx context.Context, id string, version int, to assignment.Assignment,
	closed bool) (Assignment, error) {
	work, sentence, body, err := written(to)
	if err != nil {
		return Assignment{}, err
	}
	var at any
	if closed {
		at = a.now().UnixMilli()
	}
	return a.update(ctx, id, version,
		"from_day = ?, until_day = ?, sentence = ?, work = ?, body = ?, closed_at = CASE WHEN ? IS NULL THEN NULL ELSE coalesce(closed_at, ?) END",
		to.From.String(), to.Until.String(), sentence, work, body, at, at)
}
