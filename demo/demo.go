// Package demo is an invented music room: briefs and rounds on all four instruments.
package demo

import (
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"time"

	"evenladder/core/plan"
	"evenladder/core/round"
	"evenladder/core/scale"
	"evenladder/store"
)

//go:embed demo.json
var data []byte

// Fill saves the demo data. The first of each list is the latest: briefs were
// saved two days apart, instruments and scales a day.
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
	earlier := func(days int) func() time.Time {
		at := latest.AddDate(0, 0, -days)
		return func() time.Time { return at }
	}
	for i, in := range room.Instruments {
		if err := plan.CheckInstrument(in.Instrument); err != nil {
			return fmt.Errorf("%s: %w", in.Name, err)
		}
		if _, err := st.Instruments.At(earlier(i)).Create(ctx, in); err != nil {
			return err
		}
	}
	for i, sc := range room.Scales {
		if _, err := scale.ParseFormula(sc.Formula); err != nil {
			return fmt.Errorf("%s: %w", sc.Name, err)
		}
		if _, err := st.Scales.At(earlier(i)).Create(ctx, sc); err != nil {
			return err
		}
	}
	for i, b := range room.Briefs {
		if round.Sentence(b.Brief) == "" {
			return fmt.Errorf("%s: this brief cannot be met", b.Title)
		}
		if _, err := plan.Build(b.Brief); err != nil {
			return fmt.Errorf("%s: %w", b.Title, err)
		}
		if _, err := st.Briefs.At(earlier(2*i)).Create(ctx, b); err != nil {
			return err
		}
	}
	return nil
}
