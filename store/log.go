package store

import (
	"context"
	"crypto/rand"
	"database/sql"
	"encoding/json"
	"errors"
	"slices"
	"strings"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/round"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Entry is one try in the log of practice.
type Entry struct {
	ID       string
	Brief    brief.Brief // what was played, without its rung
	Sentence string      // its words, with the rung
	ladder.Try
	Seconds int    // that it took
	Remark  string // the player's own
	Take    int    // bytes of the take that is kept, 0 for none
	Ladder  string // id of the kept ladder that it is a try of; empty for none

	Pupil      string // id of whose try it is; empty for the teacher's own
	Assignment string // id of what it was played for; empty for none
	Came       string // id that a page at home gave it; empty for what was played here
}

// NewEntry is a try of a brief, or what is wrong with it.
func NewEntry(b brief.Brief, t ladder.Try, seconds int, remark string) (Entry, error) {
	if err := t.Result.Check(); err != nil {
		return Entry{}, fault.At("result", "%v", err)
	}
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &t.PerBeat, &t.TempoBPM
	sentence, err := round.Sentence(b)
	if err != nil {
		return Entry{}, fault.Under("brief.", err)
	}
	return Entry{Brief: ladder.Work(b), Sentence: sentence, Try: t, Seconds: seconds, Remark: remark}, nil
}

// Log is the log of practice. Nothing in it is changed.
type Log struct {
	db  *database
	now func() time.Time
}

// Log is the log of this store.
func (s *Store) Log() Log { return Log{s.db, s.now} }

// ErrThere says that a try has come from a page at home before.
var ErrThere = errors.New("it is already in the log")

// Append writes a try down, at its own time or now. ErrThere where it came before, and
// ErrNotFound where there is no such pupil or assignment.
func (l Log) Append(ctx context.Context, e Entry) (Entry, error) {
	e.ID = newID(ctx, "log")
	if e.At.IsZero() {
		e.At = l.now()
	}
	e.At = e.At.UTC().Truncate(time.Millisecond)
	work, err := workOf(e.Brief)
	if err != nil {
		return e, err
	}
	slips := ""
	if len(e.Slips) > 0 {
		data, err := json.Marshal(e.Slips)
		if err != nil {
			return e, err
		}
		slips = string(data)
	}
	_, err = l.db.ExecContext(ctx, "INSERT INTO log (id, at, work, sentence, per_beat, tempo_bpm, result, seconds, remark, part, slips, ladder, pupil, assignment, came) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
		e.ID, e.At.UnixMilli(), work, e.Sentence, e.PerBeat, e.TempoBPM, string(e.Result), e.Seconds, e.Remark, e.Part,
		slips, e.Ladder, orNull(e.Pupil), orNull(e.Assignment), orNull(e.Came))
	if madeBefore(ctx, err) {
		return l.Get(ctx, e.ID)
	}
	var broken *sqlite.Error
	if errors.As(err, &broken) {
		switch broken.Code() {
		case sqlite3.SQLITE_CONSTRAINT_UNIQUE:
			return e, ErrThere
		case sqlite3.SQLITE_CONSTRAINT_FOREIGNKEY:
			return e, ErrNotFound
		}
	}
	return e, err
}

// orNull is NULL for an empty id.
func orNull(id string) any {
	if id == "" {
		return nil
	}
	return id
}

// TakeBack writes down that a try does not count, or returns ErrNotFound. It can be
// done once.
func (l Log) TakeBack(ctx context.Context, id string) error {
	return changeOne(ctx, l.db, `INSERT INTO log (id, at, work, sentence, per_beat, tempo_bpm, result, seconds, part, ladder, pupil, assignment, takes_back)
		SELECT ?, ?, work, sentence, per_beat, tempo_bpm, result, 0, part, ladder, pupil, assignment, id FROM log
		WHERE id = ? AND `+counts,
		strings.ToLower(rand.Text()[:16]), l.now().UnixMilli(), id)
}

// workOf is a brief as the log looks it up.
func workOf(b brief.Brief) (string, error) {
	data, err := json.Marshal(ladder.Work(b))
	return string(data), err
}

// LogQuery asks for a page of the log.
type LogQuery struct {
	Work   *brief.Brief // of one work alone, whatever its rung
	Ladder string       // and of this ladder of it; empty for the one of the work itself
	Pupil  *string      // of this pupil alone; the teacher's own where empty
	Result string       // with one result alone
	After  string       // Next of the page before
	Limit  int          // entries, MaxLogged at most
}

// MaxLogged is the most entries that List returns.
const MaxLogged = ladder.MaxTries

// counts picks the tries that count. The plus keeps the search from the index of what takes
// back, which most tries stand in together.
const counts = "+takes_back IS NULL AND NOT EXISTS (SELECT 1 FROM log AS later WHERE later.takes_back = log.id)"

// List returns the tries that count, the latest first, and where the next page
// begins; NoPage where After is none.
func (l Log) List(ctx context.Context, q LogQuery) (entries []Entry, next string, err error) {
	where, args := counts, []any{}
	if q.Pupil != nil {
		where, args = where+" AND pupil IS ?", append(args, orNull(*q.Pupil))
	}
	if q.Work != nil {
		work, err := workOf(*q.Work)
		if err != nil {
			return nil, "", err
		}
		where, args = where+" AND work = ? AND ladder = ?", append(args, work, q.Ladder)
	}
	if q.Result != "" {
		where, args = where+" AND result = ?", append(args, q.Result)
	}
	return page(ctx, l.db, asked{
		columns: tryColumns, table: "log", where: where, args: args, order: order{columns: []string{"at", "id"}, down: true},
		after: q.After, limit: min(max(q.Limit, 1), MaxLogged),
	}, entryOf)
}

// Each gives the tries that count, the earliest first, one at a time, until an error.
func (l Log) Each(ctx context.Context, each func(Entry) error) error {
	rows, err := l.db.QueryContext(ctx, "SELECT "+tryColumns+" FROM log WHERE "+counts+" ORDER BY at, id DESC")
	if err != nil {
		return err
	}
	defer rows.Close()
	works := workReader{}
	for rows.Next() {
		e, err := works.entryOf(rows)
		if errors.As(err, new(Unreadable)) {
			continue
		}
		if err == nil {
			err = each(e)
		}
		if err != nil {
			return err
		}
	}
	return rows.Err()
}

// workReader reads works, and remembers the last: many tries in a row are of one.
type workReader struct {
	text string
	work brief.Brief
}

func (w *workReader) read(text string, into *brief.Brief) error {
	if text != w.text {
		var work brief.Brief
		if err := decode(text, &work); err != nil {
			return err
		}
		w.text, w.work = text, work
	}
	*into = w.work
	return nil
}

const tryColumns = `id, at, work, sentence, per_beat, tempo_bpm, result, seconds, remark, part, slips, ladder, coalesce(pupil, ''), coalesce(assignment, ''),
	coalesce((SELECT bytes FROM takes WHERE try = log.id AND deleted_at IS NULL), 0)`

func entryOf(row scanner) (Entry, error) { return new(workReader).entryOf(row) }

func (w *workReader) entryOf(row scanner) (e Entry, err error) {
	var at int64
	var body, slips string
	if err := row.Scan(&e.ID, &at, &body, &e.Sentence, &e.PerBeat, &e.TempoBPM, &e.Result, &e.Seconds, &e.Remark,
		&e.Part, &slips, &e.Ladder, &e.Pupil, &e.Assignment, &e.Take); err != nil {
		return e, err
	}
	if slips != "" {
		if err := decode(slips, &e.Slips); err != nil {
			return e, err
		}
	}
	e.At = time.UnixMilli(at).UTC()
	return e, w.read(body, &e.Brief)
}

// Get is one try, or ErrNotFound.
func (l Log) Get(ctx context.Context, id string) (Entry, error) {
	e, err := entryOf(l.db.QueryRowContext(ctx, "SELECT "+tryColumns+" FROM log WHERE id = ? AND "+counts, id))
	return e, orNotFound(err)
}

// Tries are those of a kept ladder, or of a work itself, by a pupil or by the teacher, as a
// ladder reads them, the latest MaxTries of them.
func (l Log) Tries(ctx context.Context, b brief.Brief, kept, pupil string) ([]ladder.Try, error) {
	work, err := workOf(b)
	if err != nil {
		return nil, err
	}
	rows, err := l.db.QueryContext(ctx, "SELECT at, per_beat, tempo_bpm, result, part, slips FROM log WHERE pupil IS ? AND work = ? AND ladder = ? AND "+counts+" ORDER BY at DESC, id LIMIT ?",
		orNull(pupil), work, kept, ladder.MaxTries)
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []ladder.Try{}
	place := l.now().Location()
	for rows.Next() {
		var t ladder.Try
		var ms int64
		var slips string
		if err := rows.Scan(&ms, &t.PerBeat, &t.TempoBPM, &t.Result, &t.Part, &slips); err != nil {
			return nil, err
		}
		if slips != "" {
			if err := decode(slips, &t.Slips); err != nil {
				t.Slips = nil // the try counts without them
			}
		}
		t.At = time.UnixMilli(ms).In(place)
		out = append(out, t)
	}
	slices.Reverse(out)
	return out, rows.Err()
}

// Played is all that a pupil played from a time on and before another, which is open where
// it is zero, each work with its tries, in the order in which they were first played. The days of the tries
// are those of this place.
func (l Log) Played(ctx context.Context, pupil string, from, before time.Time) ([]knowledge.Played, error) {
	if before.IsZero() {
		before = l.now().AddDate(1, 0, 0) // a clock may have gone ahead
	}
	rows, err := l.db.QueryContext(ctx, "SELECT work, at, per_beat, tempo_bpm, result, part FROM log WHERE pupil IS ? AND at >= ? AND at < ? AND "+counts+" ORDER BY at, id", orNull(pupil), from.UnixMilli(), before.UnixMilli())
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := []knowledge.Played{}
	at := map[string]int{}
	place := l.now().Location()
	for rows.Next() {
		var work string
		var ms int64
		var t ladder.Try
		if err := rows.Scan(&work, &ms, &t.PerBeat, &t.TempoBPM, &t.Result, &t.Part); err != nil {
			return nil, err
		}
		t.At = time.UnixMilli(ms).In(place)
		i, ok := at[work]
		if !ok {
			var p knowledge.Played
			if err := decode(work, &p.Brief); err != nil {
				continue
			}
			i = len(out)
			at[work], out = i, append(out, p)
		}
		out[i].Tries = append(out[i].Tries, t)
	}
	return out, rows.Err()
}

// Last is the day on which a pupil last played something; no day where that never was.
func (l Log) Last(ctx context.Context, pupil string) (calendar.Day, error) {
	var at sql.NullInt64
	err := l.db.QueryRowContext(ctx, "SELECT max(at) FROM log WHERE pupil IS ? AND +takes_back IS NULL",
		orNull(pupil)).Scan(&at)
	if err != nil || !at.Valid {
		return calendar.Day{}, err
	}
	return calendar.DayOf(time.UnixMilli(at.Int64).In(l.now().Location())), nil
}

// HasCome reports whether a try of a page at home is in the log, counted or taken back.
func (l Log) HasCome(ctx context.Context, came string) (bool, error) {
	var n int
	err := l.db.QueryRowContext(ctx, "SELECT count(*) FROM log WHERE came = ?", came).Scan(&n)
	return n > 0, err
}
