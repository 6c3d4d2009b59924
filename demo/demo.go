// Package demo is an invented music room: briefs on all four instruments.
package demo

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"

	"evenladder/core/plan"
	"evenladder/store"
)

//go:embed demo.json
var data []byte

// Fill saves the demo data, the first of the list last, so that it is the
// latest.
func Fill(ctx context.Context, st *store.Store) error {
	var room struct {
		Briefs      []store.SavedBrief
		Instruments []store.OwnInstrument
	}
	if err := json.Unmarshal(data, &room); err != nil {
		return err
	}
	for _, in := range room.Instruments {
		if err := plan.CheckInstrument(in.Instrument); err != nil {
			return fmt.Errorf("%s: %w", in.Name, err)
		}
		if _, err := st.Instruments.Create(ctx, in); err != nil {
			return err
		}
	}
	for i := len(room.Briefs) - 1; i >= 0; i-- {
		b := room.Briefs[i]
		if _, err := plan.Build(b.Brief); err != nil {
			return fmt.Errorf("%s: %w", b.Title, err)
		}
		if _, err := st.Briefs.Create(ctx, b); err != nil {
			return err
		}
	}
	return nil
}
