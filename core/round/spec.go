package round

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/run"
)

// Bounds of a round.
const (
	MaxKeys  = 24
	MaxSeed  = 9999
	MaxNotes = 12_000 // of the whole run
)

// Link is a way from each key to the next.
type Link struct {
	run.Option
	Name     string
	Why      string
	alone    bool // a bar's rest before each key
	dropRoot bool // each key stops on the last note before its root
}

// Links are all ways in picker order.
var Links = []Link{
	{run.Option{ID: "joined", Phrase: "joined without stopping"}, "joined", "up, down to the last note before the root, and on to the next root without stopping", false, true},
	{run.Option{ID: "root-to-root", Phrase: "from root to root"}, "root to root", "each key ends on its root, and the next begins on its own", false, false},
	{run.Option{ID: "alone", Phrase: "a bar's rest between"}, "each key alone", "a bar's rest to look at the next one", true, false},
}

// Through are the sets of keys.
var Through = []run.Option{
	{ID: "twelve-keys", Phrase: "twelve keys"}, {ID: "fifteen-signatures", Phrase: "fifteen signatures"},
}

// spec is a round's brief, understood.
type spec struct {
	brief plan.Brief
	first plan.Laid // the first key, as the brief lays it out
	order Order
	place Place
	link  Link
	keys  []pitch.Name // in the order played
}

// resolve fills in what a teacher would expect and checks what is given.
func resolve(b plan.Brief) (spec, error) {
	s := spec{brief: b}
	r := &s.brief.Round
	r.Keys, r.Spelling = slices.Clone(r.Keys), slices.Clone(r.Spelling)
	var errs plan.Errors
	fill(&r.Order, "fourths")
	fill(&r.Through, "twelve-keys")
	fill(&r.Place, "lowest")
	fill(&r.Link, "joined")
	seed := 1
	if r.Seed != nil {
		seed = *r.Seed
	}
	if seed < 1 || seed > MaxSeed {
		errs = append(errs, plan.FieldError{Field: "round.seed", Message: fmt.Sprintf("%d was given: give 1 to %d", seed, MaxSeed)})
	}
	r.Seed = &seed
	s.order = choose(&errs, "round.order", r.Order, Orders, func(o Order) string { return o.ID })
	s.place = choose(&errs, "round.place", r.Place, Places, func(p Place) string { return p.ID })
	s.link = choose(&errs, "round.link", r.Link, Links, func(l Link) string { return l.ID })
	choose(&errs, "round.through", r.Through, Through, func(o run.Option) string { return o.ID })
	fill(&r.Start, b.Scale.Tonic)
	start := tonics(&errs, "round.start", []string{r.Start})
	own := tonics(&errs, "round.keys", r.Keys)
	spelling := tonics(&errs, "round.spelling", r.Spelling)
	if r.Order == "own" && len(r.Keys) == 0 {
		errs = append(errs, plan.FieldError{Field: "round.keys", Message: "no keys were given for an order of one's own: give 1 to 24 tonics, such as C A F# Eb"})
	}
	if len(errs) > 0 {
		return spec{}, errs
	}
	if r.Order == "own" {
		start = own[:1]
	}
	r.Start = start[0].String()
	var err error
	if s.first, err = s.lay(start[0], s.place.toFirst()); err != nil {
		return spec{}, err
	}
	filled := s.first.Brief
	filled.Round = *r
	s.brief = filled
	s.keys = own
	if r.Order != "own" {
		s.keys = s.order.keys(start[0], s.spellings(start[0], spelling), seed)
	}
	return s, nil
}

// say is a note's name as the brief asks to say notes, whatever the key.
func (s spec) say(name string) string {
	naming, _ := pitch.FindNaming(s.brief.Names)
	return naming.Absolute(pitch.MustParseName(name))
}

// lay lays the brief out in another key, with changes.
func (s *spec) lay(tonic pitch.Name, change func(*plan.Brief)) (plan.Laid, error) {
	b := s.brief
	b.Scale.Tonic = tonic.String()
	b.Round = plan.RoundBrief{}
	b.Run.LandOn = nil // a place of one key
	if !s.link.alone {
		b.Run.Direction = "up-down"
		if b.Run.Fit == "repeat" {
			b.Run.Fit = "" // the whole round is filled, not each key
		}
	}
	change(&b)
	return plan.Lay(b)
}

func fill(field *string, fallback string) {
	if *field == "" {
		*field = fallback
	}
}

// choose finds an entry of a table by its id.
func choose[T any](errs *plan.Errors, field, id string, table []T, idOf func(T) string) (found T) {
	ids := make([]string, len(table))
	for i, entry := range table {
		if ids[i] = idOf(entry); ids[i] == id {
			return entry
		}
	}
	*errs = append(*errs, plan.FieldError{Field: field, Message: fmt.Sprintf("%.32q was given: give one of %s", id, strings.Join(ids, " "))})
	return found
}

// tonics reads tonics with at most one # or b.
func tonics(errs *plan.Errors, field string, list []string) []pitch.Name {
	if len(list) > MaxKeys {
		*errs = append(*errs, plan.FieldError{Field: field, Message: fmt.Sprintf("%d keys were given: give up to %d", len(list), MaxKeys)})
		return nil
	}
	out := make([]pitch.Name, len(list))
	for i, text := range list {
		name, err := pitch.ParseName(text)
		if err != nil || name.Accidental() < -1 || name.Accidental() > 1 {
			*errs = append(*errs, plan.FieldError{Field: field, Message: fmt.Sprintf("%.16q was given: give a tonic with at most one # or b, such as F# or Bb", text)})
			return nil
		}
		out[i] = name
	}
	return out
}
