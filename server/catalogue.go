package server

import (
	"context"
	"fmt"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/together"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/document"
	"evenladder/server/api"
)

func (h handlers) GetCatalogue(context.Context, api.GetCatalogueRequestObject) (api.GetCatalogueResponseObject, error) {
	return api.GetCatalogue200JSONResponse(catalogue(brief.Fields)), nil
}

// catalogue is everything that a brief of these fields can name.
func catalogue(fields brief.Table) (c api.Catalogue) {
	for _, f := range fields.All() {
		c.Fields = append(c.Fields, api.CatalogueField{
			Path: f.Path, Title: f.Title, About: f.About, Kind: api.CatalogueFieldKind(f.Kind()),
			Head: fields.Head(f.Path), Extra: f.Extra(fields), Choices: entries(f.Options),
		})
	}
	for _, in := range neck.Instruments() {
		c.Instruments = append(c.Instruments, api.CatalogueInstrument{
			Id: in.ID, Name: in.Name, Family: string(in.Family), Tuning: pitches(in.Tuning), Frets: in.Frets,
			ScaleLengthMm: float32(in.ScaleLengthMM),
			Courses:       in.Courses, School: in.School, LimitsMm: limits(hand.DefaultLimits(in.Family)),
		})
	}
	for _, in := range neck.Instruments() {
		for _, t := range neck.TuningsOf(in) {
			c.Tunings = append(c.Tunings, api.CatalogueTuning{Id: t.ID, Name: t.Name, Instrument: t.Instrument,
				Tuning: pitches(t.Tuning)})
		}
	}
	for midi := neck.LowestMIDI; midi <= neck.HighestMIDI; midi++ {
		c.Pitches = append(c.Pitches, api.CataloguePitch{Midi: midi, Name: neck.PlainPitch(midi).String()})
	}
	for _, t := range scale.Tonics() {
		c.Tonics = append(c.Tonics, api.CatalogueEntry{Id: t.String(), Name: t.Pretty()})
	}
	for _, s := range scale.Catalogue() {
		c.Scales = append(c.Scales, api.CatalogueScale{Id: s.ID, Name: s.Name, Formula: s.Formula.String()})
	}
	for _, s := range layout.Systems {
		c.Systems = append(c.Systems, api.CatalogueSystem{Id: s.ID, Name: s.Name, Why: s.Why, Span: s.Uses.Span,
			Links: s.Uses.Links, Shape: s.Uses.Shape, Core: s.Uses.Core})
	}
	for _, p := range run.Patterns {
		c.Patterns = append(c.Patterns, api.CataloguePattern{Id: p.ID, Name: p.Name, Why: p.Why, Uses: p.Uses.Fields()})
	}
	for _, s := range rhythm.Subdivisions {
		c.Subdivisions = append(c.Subdivisions, api.CatalogueEntry{Id: fmt.Sprint(s.PerBeat), Name: s.Name})
	}
	c.Schools, c.Wides, c.Opens, c.Prefers, c.Fours = entries(hand.Schools), entries(hand.Wides), entries(hand.Opens),
		entries(hand.Prefers), entries(hand.Fours)
	c.Directions, c.Finishes, c.Fits, c.Pickings = entries(run.Directions), entries(run.Finishes), entries(run.Fits),
		entries(run.Pickings)
	c.GroupFormats = entries(document.GroupFormats)
	for _, v := range together.Voices {
		c.Voices = append(c.Voices, api.CatalogueVoice{Id: v.ID, Name: v.Name, Why: filled(v.Why), Waits: v.Waits})
	}
	c.Namings, c.Meters, c.Formats = entries(pitch.Namings), entries(rhythm.Meters), entries(document.Formats)
	c.Ways, c.Results = entries(ladder.Ways), entries(result.All)
	c.RoundOrders, c.RoundThrough, c.RoundPlaces, c.RoundLinks = entries(brief.Orders), entries(brief.Through),
		entries(brief.Wheres), entries(brief.Links)
	return c
}

// entries are the rows of a table as the wire has them.
func entries[C table.Choice](choices []C) []api.CatalogueEntry {
	out := make([]api.CatalogueEntry, len(choices))
	for i, row := range table.Rows(choices) {
		out[i] = api.CatalogueEntry{Id: row.ID, Name: row.Said()}
		if row.Why != "" {
			out[i].Why = &row.Why
		}
	}
	return out
}

func limits(l hand.Limits) brief.Limits {
	return brief.Limits{Comfortable: l.ComfortableMM[:], Greatest: l.GreatestMM[:]}
}

func pitches(ps []pitch.Pitch) []string {
	out := make([]string, len(ps))
	for i, p := range ps {
		out[i] = p.String()
	}
	return out
}
