package store

import (
	"context"
	"crypto/rand"
	"encoding/json"
	"strings"
	"time"

	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/schedule"
)

// Home is a page that went home: what stood on it, as far as results come back to it.
type Home struct {
	Token     string // in its address; nobody guesses it
	PupilID   string
	CreatedAt time.Time
	HomeBody
}

// HomeBody is what a page is made of.
type HomeBody struct {
	Works []HomeWork      `json:"works"`
	Days  []schedule.Date `json:"days,omitempty"` // of weeks of practice
	Named bool            `json:"named"`          // the pupil's name stands on it
}

// HomeWork is an assignment on a page as it was then, with the rungs that it had.
type HomeWork struct {
	Assignment string                `json:"assignment"` // id
	Set        assignment.Assignment `json:"set"`
	Rungs      []HomeRung            `json:"rungs"`
}

// HomeRung is a rung as the log writes it down.
type HomeRung struct {
	ladder.Step
	Part string `json:"part,omitempty"`
}

// CreateHome keeps a page for a pupil.
func (p Pupils) CreateHome(ctx context.Context, pupil string, body HomeBody) (Home, error) {
	h := Home{Token: strings.ToLower(rand.Text()), PupilID: pupil, CreatedAt: p.now().UTC().Truncate(time.Millisecond),
		HomeBody: body}
	data, err := json.Marshal(body)
	if err != nil {
		return h, err
	}
	return h, changeOne(ctx, p.db, "INSERT INTO homes (token, pupil, body, created_at) SELECT ?, id, ?, ? FROM pupils WHERE id = ? AND deleted_at IS NULL",
		h.Token, string(data), h.CreatedAt.UnixMilli(), pupil)
}

// Home is a page by its token, or ErrNotFound; one that was withdrawn is none.
func (p Pupils) Home(ctx context.Context, token string) (h Home, err error) {
	var r Record
	var body string
	err = orNotFound(r.scan(p.db.QueryRowContext(ctx, `SELECT token, homes.body, pupil, 0, homes.created_at, homes.created_at FROM homes JOIN pupils ON pupils.id = pupil
		WHERE token = ? AND homes.deleted_at IS NULL AND pupils.deleted_at IS NULL`, token), &body, &h.PupilID))
	if err != nil {
		return h, err
	}
	h.Token, h.CreatedAt = r.ID, r.CreatedAt
	return h, decode(body, &h.HomeBody)
}

// Withdraw takes a page back: its address answers no more. ErrNotFound where there is none.
func (p Pupils) Withdraw(ctx context.Context, token string) error {
	return changeOne(ctx, p.db, "UPDATE homes SET deleted_at = ? WHERE token = ? AND deleted_at IS NULL",
		p.now().UnixMilli(), token)
}
