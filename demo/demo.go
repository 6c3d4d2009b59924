// Package demo is an invented music room: briefs on all four instruments.
package demo

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"time"

	"evenladder/core/plan"
	"evenladder/core/scale"
	"evenladder/store"
)

//go:embed demo.json
var data []byte

// Fill saves the demo data. The first brief of the list is the latest; each one
// after it was saved two days earlier.
func Fill(ctx context.Context, st *store.Store) error {
	latest := time.Now()
	var room struct {
		Briefs      []store.SavedBrief
		Instruments []store.OwnInstrument
		Scales      []store.OwnScale
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
	for _, sc := range room.Scales {
		if _, err := scale.ParseFormula(sc.Formula); err != nil {
			return fmt.Errorf("%s: %w", sc.Name, err)
		}
		if _, err := st.Scales.Create(ctx, sc); err != nil {
			return err
		}
	}
	for i, b := range room.Briefs {
		saved := latest.AddDate(0, 0, -2*i)
		if _, err := plan.Build(b.Brief); err != nil {
			return fmt.Errorf("%s: %w", b.Title, err)
		}
		if _, err := st.Briefs.At(func() time.Time { return saved }).Create(ctx, b); err != nil {
			return err
		}
	}
	return nil
}
