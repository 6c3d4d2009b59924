package store

import (
	"context"
	"crypto/rand"
	"crypto/sha256"
	"encoding/hex"
	"strings"
	"time"
)

// Stand is an address at which a tablet on a music stand reads, without signing in.
type Stand struct {
	ID     string    `json:"id"`
	MadeAt time.Time `json:"madeAt"`
}

// Stands are the stands of a room.
type Stands struct {
	db  *database
	now func() time.Time
}

// Stands are those of this store.
func (s *Store) Stands() Stands { return Stands{s.db, s.now} }

// mostStands is how many there are: the oldest goes when one more is made.
const mostStands = 20

// Make makes a stand and the token in its address, which nobody guesses and which is not kept: who
// reads the database cannot open it. Sent again under the same name it takes the first one's place.
func (s Stands) Make(ctx context.Context) (made Stand, token string, err error) {
	made, token = Stand{newID(ctx, "stands"), s.now().UTC().Truncate(time.Millisecond)}, strings.ToLower(rand.Text())
	tx, err := s.db.BeginTx(ctx, nil)
	if err != nil {
		return made, "", err
	}
	defer func() { _ = tx.Rollback() }()
	if _, err := tx.ExecContext(ctx, "INSERT OR REPLACE INTO stands (id, token, made_at) VALUES (?, ?, ?)", made.ID,
		tokenMark(token), made.MadeAt.UnixMilli()); err != nil {
		return made, "", err
	}
	if _, err := tx.ExecContext(ctx, "DELETE FROM stands WHERE id NOT IN (SELECT id FROM stands ORDER BY made_at DESC, id DESC LIMIT ?)", mostStands); err != nil {
		return made, "", err
	}
	return made, token, tx.Commit()
}

func tokenMark(token string) string {
	sum := sha256.Sum256([]byte(token))
	return hex.EncodeToString(sum[:])
}

// Find says that there is a stand with a token, or gives ErrNotFound.
func (s Stands) Find(ctx context.Context, token string) error {
	var one int
	err := s.db.QueryRowContext(ctx, "SELECT 1 FROM stands WHERE token = ?", tokenMark(token)).Scan(&one)
	return orNotFound(err)
}

// List are the stands, the latest first.
func (s Stands) List(ctx context.Context) ([]Stand, error) {
	list, _, err := page(ctx, s.db, asked{columns: "id, made_at", table: "stands", where: "true",
		order: order{columns: []string{"made_at", "id"}, down: true}, limit: mostStands}, readStand)
	return list, err
}

func readStand(row scanner) (stand Stand, err error) {
	var at int64
	err = row.Scan(&stand.ID, &at)
	stand.MadeAt = time.UnixMilli(at).UTC()
	return stand, err
}

// End ends a stand: its address answers no more. ErrNotFound where there is none.
func (s Stands) End(ctx context.Context, id string) error {
	return changeOne(ctx, s.db, "DELETE FROM stands WHERE id = ?", id)
}
