// Package demo is an invented music room: briefs and rounds on all four instruments, and
// those who are taught in it.
package demo

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"time"

	"evenladder/core/base/table"
	"evenladder/core/lesson/ladder"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

//go:embed demo.json
var data []byte

// room is the demo data: for each kind its things, the latest first.
type room struct {
	Briefs, Rounds, Phrases, Instruments, Scales, Ladders []thing
	Pupils                                                []taught
}

type thing struct {
	Title      string            `json:"title"`
	Notes      string            `json:"notes"`
	Brief      *brief.Brief      `json:"brief"`
	Instrument *brief.Instrument `json:"instrument"`
	Formula    *string           `json:"formula"`
	Ladder     *ladder.Request   `json:"ladder"`
	Phrase     *store.KeptPhrase `json:"phrase"`
}

// Fill keeps the demo data: briefs and rounds as saved some days apart,
// instruments and scales a day; three weeks of practice, with takes of the simulated
// player; and seven pupils with a month of history.
func Fill(ctx context.Context, st *store.Store) error {
	latest := time.Now()
	var all room
	if err := json.Unmarshal(data, &all); err != nil {
		return err
	}
	for _, shelf := range []struct {
		kind      string
		things    []thing
		daysApart int
	}{
		{"briefs", all.Briefs, 2}, {"rounds", all.Rounds, 3}, {"phrases", all.Phrases, 3},
		{"instruments", all.Instruments, 1}, {"scales", all.Scales, 1}, {"ladders", all.Ladders, 2},
	} {
		kind, _ := table.Find(store.Kinds, shelf.kind)
		for i, t := range shelf.things {
			d, err := kind.Draft(t.Title, t.Notes, store.Thing{Brief: t.Brief, Instrument: t.Instrument,
				Formula: t.Formula, Ladder: t.Ladder, Phrase: t.Phrase})
			if err != nil {
				return fmt.Errorf("%s: %w", t.Title, err)
			}
			at := latest.AddDate(0, 0, -i*shelf.daysApart)
			if _, err := st.Shelf(shelf.kind).At(func() time.Time { return at }).Create(ctx, d); err != nil {
				return err
			}
		}
	}
	if err := fillLog(ctx, st, all.Briefs); err != nil {
		return err
	}
	return fillPupils(ctx, st, all.Pupils)
}
