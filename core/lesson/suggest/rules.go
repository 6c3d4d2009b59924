package suggest

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// inKey is the brief in another key, in the box that lies nearest to where the hand was.
func (a *asking) inKey(tonic string) brief.Brief {
	b, _ := plan.InKeyNear(a.at, tonic, a.plan.Boxes[a.plan.Box].LowFret)
	return b
}

// goOn stays with what is set.
func goOn(a *asking) (ladder.Request, string, bool) {
	return *a.Set.Ladder, a.Ladder.Why, true
}

// easier is what helps where it sticks.
func easier(a *asking) (ladder.Request, string, bool) {
	s := a.Ladder.Sticks
	if s == nil || len(s.Proposals) == 0 {
		return ladder.Request{}, "", false
	}
	p := s.Proposals[0]
	r := a.same(p.Brief)
	r.Stretch = p.Stretch
	goal := a.Ladder.Rungs[s.Rung].Step
	if p.Rung.NotesPerMinute() > goal.NotesPerMinute() {
		goal = p.Rung
	}
	r.Goal = &goal
	if r.From != nil && r.From.NotesPerMinute() > goal.NotesPerMinute() {
		r.From = nil
	}
	return r, s.Words + " " + p.Words, true
}

// share by which a goal steps up.
const stepUpBy = 1.0 / 8

// stepUp is the same, faster.
func stepUp(a *asking) (ladder.Request, string, bool) {
	goal := a.Ladder.Goal
	bpm := int(math.Round(float64(goal.TempoBPM) * (1 + stepUpBy)))
	if bpm > rhythm.MaxTempoBPM || bpm == goal.TempoBPM {
		return ladder.Request{}, "", false
	}
	r := a.same(a.at)
	r.Goal = &ladder.Step{PerBeat: goal.PerBeat, TempoBPM: bpm}
	return r, fmt.Sprintf("Goal reached with two clean tries in a row. Try it at %d, an eighth faster.", bpm), true
}

// A key is weak where fewer than this share of its tries went clean, out of so many.
const weakShare, weakTries = 0.5, 3

// weakerKey is the key of this scale and layout that went worst, before a new one.
func weakerKey(a *asking) (ladder.Request, string, bool) {
	var worst *knowledge.Played
	worstShare, clean, all := weakShare, 0, 0
	for i := range a.Log {
		p := &a.Log[i]
		if !p.Brief.Round.IsZero() || a.ok && (p.Brief.Scale.Name != a.at.Scale.Name ||
			p.Brief.Scale.Formula != a.at.Scale.Formula) {
			continue
		}
		if a.ok && p.Brief.Scale.Tonic == a.at.Scale.Tonic {
			continue
		}
		all += len(p.Tries)
		clean += p.Clean()
		if share := float64(p.Clean()) / float64(len(p.Tries)); len(p.Tries) >= weakTries && share < worstShare {
			worst, worstShare = p, share
		}
	}
	if worst == nil {
		return ladder.Request{}, "", false
	}
	tonic := pitch.Pretty(worst.Brief.Scale.Tonic)
	words := fmt.Sprintf(
		"Start with %s: it was clean in %d of %s",
		tonic,
		worst.Clean(),
		english.Count(len(worst.Tries), "try",
			"tries"),
	)
	if others := all - len(worst.Tries); others > 0 {
		words += fmt.Sprintf("; the other keys were clean in %d of %d", clean-worst.Clean(), others)
	}
	return a.again(*worst), words + ".", true
}

// again is a work of the log up the ladder that was set, or the usual one.
func (a *asking) again(p knowledge.Played) ladder.Request {
	if a.ok {
		return a.same(p.Brief)
	}
	return ladder.Request{Brief: p.Brief}
}

// dueAgain is the work that is overdue most, by what of it may be forgotten.
func dueAgain(a *asking) (ladder.Request, string, bool) {
	var most *knowledge.Played
	least := 1.0
	var due calendar.Day
	for i := range a.Log {
		p := &a.Log[i]
		if a.ok && p.Brief.Equal(ladder.Work(a.at)) || p.Clean() == 0 {
			continue
		}
		m := p.Memory()
		if known := m.Known(a.Today); m.Due().Compare(a.Today) <= 0 && known < least {
			most, least, due = p, known, m.Due()
		}
	}
	if most == nil {
		return ladder.Request{}, "", false
	}
	ago := english.CountInWords(a.Today.Since(most.LastClean()), "day", "days")
	words := fmt.Sprintf("Review %s. It was last clean %s ago and has been due since %s.",
		most.Brief.ScaleTitle(), ago, due.Words())
	if due == a.Today {
		words = fmt.Sprintf("Review %s. It was last clean %s ago and is due today.",
			most.Brief.ScaleTitle(), ago)
	}
	return a.again(*most), words, true
}

// nextKey is the next key by fourths that is not known yet.
func nextKey(a *asking) (ladder.Request, string, bool) {
	if !a.at.Round.IsZero() {
		return ladder.Request{}, "", false
	}
	from, err := pitch.ParseName(a.at.Scale.Tonic)
	if err != nil {
		return ladder.Request{}, "", false
	}
	for i := 1; i < scale.Keys; i++ {
		tonic := scale.ByFourths(from, i)
		b := a.inKey(tonic.String())
		made, err := plan.Build(b)
		if err != nil || a.known(b) {
			continue
		}
		box := made.Boxes[made.Box]
		words := fmt.Sprintf("%s is clean. Next by fourths: %s, %s.", pitch.Pretty(a.at.Scale.Tonic),
			tonic.Pretty(), box.FretWords())
		if i > 1 {
			words = fmt.Sprintf("%s is clean, and so are the keys after it. %s is the next by fourths, %s.",
				pitch.Pretty(a.at.Scale.Tonic), tonic.Pretty(), box.FretWords())
		}
		return a.same(b), words, true
	}
	return ladder.Request{}, "", false
}

// nextBox is the next box of the same scale that is not known yet.
func nextBox(a *asking) (ladder.Request, string, bool) {
	n := len(a.plan.Boxes)
	if !a.at.Round.IsZero() || n < 2 {
		return ladder.Request{}, "", false
	}
	for i := 1; i < n; i++ {
		box := (a.plan.Box + i) % n
		b := brief.Fields.InBox(a.at, box)
		if a.known(b) {
			continue
		}
		now, next := a.plan.Boxes[a.plan.Box], a.plan.Boxes[box]
		name := "box " + next.ID
		if next.Form != "" {
			name = "the " + next.Form + " form"
		}
		shared := ""
		if low, high := max(now.LowFret, next.LowFret), min(now.HighFret, next.HighFret); low <= high {
			shared = fmt.Sprintf(", sharing %s with what is known", plan.Box{LowFret: low, HighFret: high}.FretWords())
		}
		return a.same(b), fmt.Sprintf("The same notes in %s, on %s%s.", name, next.FretWords(), shared), true
	}
	return ladder.Request{}, "", false
}

// fretDown is the same shape a fret lower, where the frets are wider, as long as the hand
// opens in comfort.
func fretDown(a *asking) (ladder.Request, string, bool) {
	now := a.plan.Boxes[a.plan.Box]
	tonic, err := pitch.ParseName(a.at.Scale.Tonic)
	if err != nil || !a.at.Round.IsZero() || now.LowFret < 2 || a.plan.Comfort != nil {
		return ladder.Request{}, "", false
	}
	lower, ok := plan.InKeyNear(a.at, scale.UsualTonic(tonic.Class()-1).String(), now.LowFret-1)
	if !ok {
		return ladder.Request{}, "", false
	}
	made, err := plan.Build(lower)
	if err != nil || made.Comfort != nil || made.Boxes[made.Box].LowFret != now.LowFret-1 ||
		made.Boxes[made.Box].SpanMM <= now.SpanMM || a.known(lower) {
		return ladder.Request{}, "", false
	}
	words := fmt.Sprintf(
		"The same shape one fret lower, from fret %d. The hand opens %.0f mm instead of %.0f, which is comfortable.",
		now.LowFret-1,
		made.Boxes[made.Box].SpanMM,
		now.SpanMM,
	)
	return a.same(lower), words, true
}

// octaveMore takes one octave more from the same start.
func octaveMore(a *asking) (ladder.Request, string, bool) {
	system, _ := table.Find(layout.Systems, a.plan.Brief.Layout.System)
	changes, octaves := brief.Changes{}, 1
	switch {
	case system.Uses.Span && a.plan.Brief.Layout.Octaves != nil:
		octaves = *a.plan.Brief.Layout.Octaves
	case system.ID == "one-octave":
		changes = brief.Changes{"layout.system": "from-degree", "layout.fromDegree": 1, "layout.octaveShape": nil}
	default:
		return ladder.Request{}, "", false
	}
	if octaves >= brief.MaxOctaves || !a.at.Round.IsZero() {
		return ladder.Request{}, "", false
	}
	more := octaves + 1
	changes["layout.octaves"] = more
	b := brief.Fields.Change(a.at, changes)
	made, err := plan.Build(b)
	if err != nil || len(made.Boxes[made.Box].Missing) > 0 || a.known(b) {
		return ladder.Request{}, "", false
	}
	words := fmt.Sprintf("%s instead of %s from the same degree: %d notes instead of %d.",
		english.Capital(english.Number(more))+" octaves", english.Number(octaves), made.Run.Notes, a.plan.Run.Notes)
	return a.same(b), words, true
}

// siblingMode is another scale over the same core, the one that differs least.
func siblingMode(a *asking) (ladder.Request, string, bool) {
	core := a.plan.Scale.Core
	if core == nil || !a.at.Round.IsZero() {
		return ladder.Request{}, "", false
	}
	best, least := -1, 0
	for i, s := range core.Siblings {
		b := a.at
		b.Scale.Name, b.Scale.Formula = s.Name, ""
		if away := len(missingFrom(s.Added, core.Added)); away > 0 && (best < 0 || away < least) && !a.known(b) {
			best, least = i, away
		}
	}
	if best < 0 {
		return ladder.Request{}, "", false
	}
	s := core.Siblings[best]
	b := brief.Fields.Change(a.at, brief.Changes{"scale.name": s.Name})
	comes, goes := pretty(missingFrom(s.Added, core.Added)), pretty(missingFrom(core.Added, s.Added))
	words := fmt.Sprintf("%s shares the same five notes, with %s instead of %s.", s.Title, comes, goes)
	if goes == "" {
		words = fmt.Sprintf("%s shares the same five notes, with %s added.", s.Title, comes)
	}
	return a.same(b), words, true
}

// missingFrom are the words of one list that another has not.
func missingFrom(list, other []string) (out []string) {
	for _, w := range list {
		if !slices.Contains(other, w) {
			out = append(out, w)
		}
	}
	return out
}

func pretty(words []string) string {
	return pitch.Pretty(english.And(words))
}

// fillHole is what the map proposes.
func fillHole(a *asking) (ladder.Request, string, bool) {
	m, err := MapOf(a.Pupil, a.Log, a.Today)
	if err != nil || m.Fill == nil {
		return ladder.Request{}, "", false
	}
	return m.Fill.Ladder, m.Fill.Words, true
}
