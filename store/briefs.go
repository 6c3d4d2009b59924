package store

import (
	"evenladder/core/plan"
	"evenladder/core/round"
)

// SavedBrief is a brief that a teacher keeps.
type SavedBrief struct {
	Title string     `json:"title"`
	Notes string     `json:"notes"` // the teacher's own
	Brief plan.Brief `json:"brief"`
}

func (b SavedBrief) searchText() string {
	return b.Title + "\n" + b.Notes + "\n" + round.Sentence(b.Brief) + "\n" + b.Brief.Scale.Tonic + " " + b.Brief.Scale.Name
}
