package server

import (
	"context"
	"fmt"
	"strings"

	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/rhythm"
	"evenladder/core/round"
	"evenladder/core/run"
	"evenladder/core/scale"
	"evenladder/document"
	"evenladder/server/api"
)

// tonics are the practical ones, round the circle of fifths from the flat
// side.
const tonics = "Cb Gb Db Ab Eb Bb F C G D A E B F# C# G# D# A#"

func (h handlers) GetCatalogue(context.Context, api.GetCatalogueRequestObject) (api.GetCatalogueResponseObject, error) {
	var c api.Catalogue
	for _, in := range neck.Instruments() {
		c.Instruments = append(c.Instruments, api.CatalogueInstrument{
			Id: in.ID, Name: in.Name, Family: string(in.Family), Tuning: pitches(in.Tuning), Frets: in.Frets, ScaleLengthMm: float32(in.ScaleLengthMM),
			Courses: in.Courses, School: in.School, LimitsMm: limits(hand.DefaultLimits(in.Family)),
		})
	}
	for _, t := range neck.Tunings() {
		c.Tunings = append(c.Tunings, api.CatalogueTuning{Id: t.ID, Name: t.Name, Instrument: t.Instrument, Tuning: pitches(t.Tuning)})
	}
	for midi := neck.LowestMIDI; midi <= neck.HighestMIDI; midi++ {
		c.Pitches = append(c.Pitches, api.CataloguePitch{Midi: midi, Name: neck.PlainPitch(midi).String()})
	}
	for _, t := range strings.Fields(tonics) {
		c.Tonics = append(c.Tonics, api.CatalogueEntry{Id: t, Name: pitch.Pretty(t)})
	}
	for _, s := range scale.Catalogue() {
		c.Scales = append(c.Scales, api.CatalogueScale{Id: s.ID, Name: s.Name, Formula: s.Formula.String()})
	}
	for _, s := range layout.Systems {
		c.Systems = append(c.Systems, api.CatalogueSystem{Id: s.ID, Name: s.Name, Why: s.Why, Span: s.Uses.Span, Links: s.Uses.Links})
	}
	c.Schools = entries(hand.Schools, func(s hand.School) (string, string, string) { return s.ID, s.Name, s.Why })
	choice := func(c hand.Choice) (string, string, string) { return c.ID, c.Name, c.Why }
	c.Wides, c.Opens = entries(hand.Wides, choice), entries(hand.Opens, choice)
	c.Prefers, c.Fours = entries(hand.Prefers, choice), entries(hand.Fours, choice)
	c.Namings = entries(pitch.Namings, func(n pitch.Naming) (string, string, string) { return n.ID, n.Name, n.Why })
	for _, p := range run.Patterns {
		c.Patterns = append(c.Patterns, api.CataloguePattern{Id: p.ID, Name: p.Name, Why: p.Why, Uses: p.Uses.Fields()})
	}
	c.Fits = options(plan.Fits)
	c.Meters = entries(rhythm.Meters, func(m rhythm.Meter) (string, string, string) { return m.ID, m.ID, "" })
	c.Directions, c.Finishes, c.Pickings = options(run.Directions), options(run.Finishes), options(run.Pickings)
	c.Subdivisions = entries(rhythm.Subdivisions, func(s rhythm.Subdivision) (string, string, string) {
		return fmt.Sprint(s.PerBeat), s.Name, ""
	})
	c.Formats = entries(document.Formats, func(f document.Format) (string, string, string) { return f.ID, f.Name, "" })
	c.RoundOrders = entries(round.Orders, func(o round.Order) (string, string, string) { return o.ID, o.Name, o.Why })
	c.RoundThrough = options(round.Through)
	c.RoundPlaces = entries(round.Places, func(p round.Place) (string, string, string) { return p.ID, p.Name, p.Why })
	c.RoundLinks = entries(round.Links, func(l round.Link) (string, string, string) { return l.ID, l.Name, l.Why })
	return api.GetCatalogue200JSONResponse(c), nil
}

func entries[T any](rows []T, read func(T) (id, name, why string)) []api.CatalogueEntry {
	out := make([]api.CatalogueEntry, len(rows))
	for i, row := range rows {
		id, name, why := read(row)
		out[i] = api.CatalogueEntry{Id: id, Name: name}
		if why != "" {
			out[i].Why = &why
		}
	}
	return out
}

func options(rows []run.Option) []api.CatalogueEntry {
	return entries(rows, func(o run.Option) (string, string, string) { return o.ID, o.Phrase, "" })
}

func limits(l hand.Limits) plan.LimitsBrief {
	return plan.LimitsBrief{Comfortable: l.ComfortableMM[:], Greatest: l.GreatestMM[:]}
}

func pitches(ps []pitch.Pitch) []string {
	out := make([]string, len(ps))
	for i, p := range ps {
		out[i] = p.String()
	}
	return out
}
