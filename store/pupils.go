package store

import (
	"context"
	"encoding/json"
	"strings"
	"time"

	"evenladder/core/lesson/pupil"
)

// Pupil is a pupil as stored.
type Pupil struct {
	Record
	Pupil pupil.Pupil `json:"pupil"`
}

// Record is what every stored thing has that is changed under a version.
type Record struct {
	ID        string    `json:"id"`
	Version   int       `json:"version"`
	CreatedAt time.Time `json:"createdAt"`
	UpdatedAt time.Time `json:"updatedAt"`
}

// Pupils are the pupils of a store.
type Pupils struct{ versioned[Pupil] }

// Pupils are the pupils of this store.
func (s *Store) Pupils() Pupils {
	return Pupils{versioned[Pupil]{db: s.db, now: s.now, table: "pupils", key: "id", columns: recordColumns,
		order: order{columns: []string{"name COLLATE NOCASE", "id"}}, read: readPupil}}
}

// PupilQuery asks for a page of pupils.
type PupilQuery struct {
	Words    string // all of which the name or the notes hold
	After    string // Next of the page before; empty for the first
	Limit    int    // MaxListed at most
	SetAside bool   // those that were set aside, in place of the others
}

// recordColumns are those of a record with its body.
const recordColumns = "id, body, version, created_at, updated_at"

// List returns a page of pupils by name, and where the next one begins; NoPage where After is none.
func (p Pupils) List(ctx context.Context, q PupilQuery) (list []Pupil, next string, err error) {
	where, args := "", []any{}
	for _, word := range strings.Fields(strings.ToLower(q.Words)) {
		where, args = where+" AND instr(search, ?) > 0", append(args, word)
	}
	return p.list(ctx, q.SetAside, where, args, q.After, q.Limit)
}

func readPupil(row scanner) (p Pupil, err error) {
	var body string
	if err := p.scan(row, &body); err != nil {
		return p, err
	}
	return p, decode(body, &p.Pupil)
}

// scan reads the columns of a record with its body, and what stands between body and version.
func (r *Record) scan(row scanner, body *string, further ...any) error {
	var created, updated int64
	err := row.Scan(append(append([]any{&r.ID, body}, further...), &r.Version, &created, &updated)...)
	r.CreatedAt, r.UpdatedAt = time.UnixMilli(created).UTC(), time.UnixMilli(updated).UTC()
	return err
}

// newRecord is the record of something new.
func newRecord(ctx context.Context, sort string, now time.Time) Record {
	now = now.UTC().Truncate(time.Millisecond)
	return Record{newID(ctx, sort), 1, now, now}
}

// Create keeps a pupil that was checked.
func (p Pupils) Create(ctx context.Context, of pupil.Pupil) (Pupil, error) {
	made := Pupil{newRecord(ctx, "pupils", p.now()), of}
	body, err := json.Marshal(of)
	if err != nil {
		return made, err
	}
	_, err = p.db.ExecContext(ctx, "INSERT INTO pupils (id, name, search, body, version, created_at, updated_at) VALUES (?, ?, ?, ?, 1, ?, ?)",
		made.ID, of.Name, pupilSearch(of), string(body), made.CreatedAt.UnixMilli(), made.UpdatedAt.UnixMilli())
	if madeBefore(ctx, err) {
		return p.Get(ctx, made.ID)
	}
	return made, err
}

func pupilSearch(p pupil.Pupil) string { return strings.ToLower(p.Name + "\n" + p.Notes) }

// Update replaces a pupil that was read as the given version; ErrNotFound or *Stale where
// that cannot be.
func (p Pupils) Update(ctx context.Context, id string, version int, to pupil.Pupil) (Pupil, error) {
	body, err := json.Marshal(to)
	if err != nil {
		return Pupil{}, err
	}
	return p.update(ctx, id, version, "name = ?, search = ?, body = ?", to.Name, pupilSearch(to), string(body))
}

// LastPlayed is when each pupil last played something; those who never did are not in it.
func (p Pupils) LastPlayed(ctx context.Context) (map[string]time.Time, error) {
	rows, err := p.db.QueryContext(ctx, "SELECT id, (SELECT max(at) FROM log WHERE pupil = pupils.id AND +takes_back IS NULL) AS last FROM pupils WHERE deleted_at IS NULL AND last IS NOT NULL")
	if err != nil {
		return nil, err
	}
	defer rows.Close()
	out := map[string]time.Time{}
	for rows.Next() {
		var id string
		var at int64
		if err := rows.Scan(&id, &at); err != nil {
			return nil, err
		}
		out[id] = time.UnixMilli(at).In(p.now().Location())
	}
	return out, rows.Err()
}
