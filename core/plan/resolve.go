package plan

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/rhythm"
	"evenladder/core/run"
	"evenladder/core/scale"
)

// job is a brief with its words turned into values.
type job struct {
	brief      Brief // filled in
	instrument neck.Instrument
	neck       neck.Neck
	scale      scale.Scale
	naming     pitch.Naming
	system     layout.System
	request    layout.Request
	style      hand.Style
	spec       run.Spec
	rhythm     rhythm.Rhythm

	ownHand bool // the limits are the brief's own

	chordsOf [2][]Chord   // triads and sevenths, made when asked for
	hands    []*hand.Hand // by school, made when asked for
	places   []neck.Place // memory for the path of a box
}

func resolve(b Brief) (job, error) {
	j := job{brief: b}
	var errs Errors
	j.resolveInstrument(&errs)
	j.resolveScale(&errs)
	if len(errs) > 0 {
		j.checkWords(&errs)
		return job{}, errs
	}
	j.checkWords(&errs)
	j.naming, _ = pitch.FindNaming(j.brief.Names)
	j.resolveHand(&errs)
	j.resolveLayout(&errs)
	j.resolveRun(&errs)
	if len(errs) > 0 {
		return job{}, errs
	}
	return j, nil
}

func (j *job) resolveScale(errs *Errors) {
	s := &j.brief.Scale
	tonic, err := pitch.ParseName(s.Tonic)
	if err == nil && (tonic.Accidental() < -1 || tonic.Accidental() > 1) {
		err = fmt.Errorf("%s was given: give a tonic with at most one # or b, such as F# or Bb", s.Tonic)
	}
	errs.add("scale.tonic", err)
	switch {
	case s.Name != "" && s.Formula != "":
		errs.addf("scale.formula", "a name (%s) and a formula were given: give one of them", clip(s.Name))
	case s.Name == "" && s.Formula == "":
		errs.addf("scale.name", "no scale was given: give a name, one of %s, or a formula such as 1 b3 4 5 b7", scale.IDs())
	case s.Formula != "":
		f, ferr := scale.ParseFormula(s.Formula)
		errs.add("scale.formula", ferr)
		if err == nil && ferr == nil {
			j.scale = scale.New(tonic, f)
			s.Formula = f.String()
		}
	default:
		if _, ok := scale.Find(s.Name); !ok {
			errs.addf("scale.name", "no scale is called %q: give one of %s, or a formula", clip(s.Name), scale.IDs())
		} else if err == nil {
			j.scale, _ = scale.FromCatalogue(tonic, s.Name)
		}
	}
	if err == nil {
		s.Tonic = tonic.String()
	}
}

// word is a field whose value has to be in a table.
type word struct {
	field    string
	value    *string
	fallback string
	accepted func() string
}

// checkWords fills in and checks every field that takes one of a few words.
func (j *job) checkWords(errs *Errors) {
	b := &j.brief
	system := "three-per-string"
	if n := j.scale.Len(); n > 0 && n < 7 {
		system = "two-per-string"
	}
	school := j.instrument.School
	if school == "" {
		school = hand.Schools[0].ID
	}
	if b.Layout.System == fourPerString && b.Hand.Four == "1-2-3-4" {
		school = "two-fret" // a finger for each scale step
	}
	picking := "alternate"
	if b.Layout.System == "campanella" {
		picking = "thumb-index-middle"
	}
	for _, w := range []word{
		{"layout.system", &b.Layout.System, system, layout.IDs},
		{"hand.school", &b.Hand.School, school, hand.SchoolIDs},
		{"hand.wide", &b.Hand.Wide, "1-2-4", choiceIDs(hand.Wides)},
		{"hand.open", &b.Hand.Open, "both-ways", choiceIDs(hand.Opens)},
		{"hand.prefer", &b.Hand.Prefer, "either", choiceIDs(hand.Prefers)},
		{"hand.four", &b.Hand.Four, "1-2-3-shift", choiceIDs(hand.Fours)},
		{"run.pattern", &b.Run.Pattern, "straight", run.PatternIDs},
		{"run.direction", &b.Run.Direction, "up-down", optionIDs(run.Directions)},
		{"run.finish", &b.Run.Finish, "as-written", optionIDs(run.Finishes)},
		{"run.fit", &b.Run.Fit, "as-is", optionIDs(Fits)},
		{"picking", &b.Picking, picking, optionIDs(run.Pickings)},
		{"names", &b.Names, "english", pitch.NamingIDs},
	} {
		if *w.value == "" || *w.value == w.fallback {
			*w.value = w.fallback
			continue
		}
		if ids := w.accepted(); !slices.Contains(strings.Fields(ids), *w.value) {
			errs.addf(w.field, "%q was given: give one of %s", clip(*w.value), ids)
		}
	}
}

// fill gives a field its default where the brief is silent. The pointer is
// always fresh, so that a plan never shares memory with the caller's brief.
func fill[T any](field **T, fallback T) {
	if *field != nil {
		fallback = **field
	}
	*field = &fallback
}

func optionIDs(options []run.Option) func() string {
	return func() string { return run.OptionIDs(options) }
}

func choiceIDs(choices []hand.Choice) func() string {
	return func() string { return hand.ChoiceIDs(choices) }
}

func between(errs *Errors, field string, v, low, high int) {
	if v < low || v > high {
		errs.addf(field, "%d was given: give %d to %d", v, low, high)
	}
}

func given(value, none, some string) string {
	if value == "" {
		return none + " was given"
	}
	return fmt.Sprintf("%s %q", some, clip(value))
}

func clip(s string) string {
	if r := []rune(s); len(r) > 32 {
		return string(r[:32]) + "…"
	}
	return s
}
