package ladder

import (
	"fmt"
	"time"

	"evenladder/core/base/english"
	"evenladder/core/lesson/result"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// Stick is a rung on which it does not go on, and what might help.
type Stick struct {
	Rung      int        `json:"rung"`
	Words     string     `json:"words"`
	Proposals []Proposal `json:"proposals"`
}

// Proposal is something else to practise where a rung sticks.
type Proposal struct {
	Kind    string      `json:"kind"` // bars, fewer-notes, subdivision or comfortable
	Words   string      `json:"words"`
	Brief   brief.Brief `json:"brief"`             // what to play
	Rung    Step        `json:"rung"`              // and how fast
	Stretch *Stretch    `json:"stretch,omitempty"` // of its run alone
}

// A rung sticks where so many tries of it within a week were not there yet, or nearly clean one after the other, with no
// clean one since.
const (
	stickTries = 3
	stickDays  = 7 * day
)

// stuck counts what keeps a rung from going on.
type stuck struct{ notYet, nearly int }

// seen takes in another try of the rung.
func (s *stuck) seen(r result.Result) {
	switch r {
	case result.Clean:
		*s = stuck{}
	case result.Nearly:
		s.nearly++
	case result.NotYet:
		s.notYet++
	}
}

// words say how it sticks; empty where it does not.
func (s stuck) words() string {
	switch {
	case s.notYet >= stickTries:
		return fmt.Sprintf("didn't work %s within a week.", english.Times(s.notYet))
	case s.nearly >= stickTries:
		return fmt.Sprintf("was only nearly clean %s within a week.", english.Times(s.nearly))
	case s.notYet+s.nearly > stickTries:
		return fmt.Sprintf("wasn't clean in any of %s tries within a week.", english.Number(s.notYet+s.nearly))
	}
	return ""
}

// stick finds where the ladder sticks in the week before now, nil where it does not, and where it goes up.
func (l *Ladder) stick(p plan.Plan, tries []onRung, now *time.Time) *Stick {
	if len(tries) == 0 || l.Step == "up" || l.Reached {
		return nil
	}
	end := tries[len(tries)-1].At
	if now != nil {
		end = *now
	}
	each := make([]stuck, len(l.Rungs))
	latest := make([]int, len(l.Rungs))
	at := -1
	for i, t := range tries {
		if end.Sub(t.At) <= stickDays {
			each[t.rung].seen(t.Result)
			latest[t.rung] = i
		}
	}
	for rung, s := range each {
		if s.words() != "" && (at < 0 || latest[rung] > latest[at]) {
			at = rung
		}
	}
	if at < 0 {
		return nil
	}
	s := &Stick{Rung: at, Words: english.Capital(l.Rungs[at].Name) + " " + each[at].words(), Proposals: []Proposal{}}
	step := l.Rungs[at].Step
	failing := func(p plan.Plan, step Step) (Proposal, bool) { return whereItFails(p, step, slipsOn(tries, at, end)) }
	for _, propose := range []func(plan.Plan, Step) (Proposal, bool){failing, fewerNotes, anotherSubdivision,
		whereItIsComfortable} {
		if made, ok := propose(p, step); ok {
			made.Brief.Rhythm.PerBeat, made.Brief.Rhythm.TempoBPM = &made.Rung.PerBeat, &made.Rung.TempoBPM
			s.Proposals = append(s.Proposals, made)
		}
	}
	return s
}

// slipsOn are the slips that takes of a rung heard within the week.
func slipsOn(tries []onRung, rung int, end time.Time) (out []int) {
	for _, t := range tries {
		if t.rung == rung && end.Sub(t.At) <= stickDays {
			out = append(out, t.Slips...)
		}
	}
	return out
}

// leastSlips are those in one bar that make it worth practising alone.
const leastSlips = 2

// whereItFails is the bar in which most slips were heard, up to the note that follows.
func whereItFails(p plan.Plan, at Step, slips []int) (Proposal, bool) {
	b := p.Brief
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM = &at.PerBeat, &at.TempoBPM
	made, err := plan.Build(b)
	if err != nil {
		return Proposal{}, false
	}
	events := made.Run.Events
	count := map[int]int{}
	worst := 0
	for _, n := range slips {
		if n < 1 || n > len(events) {
			continue
		}
		bar := events[n-1].Bar
		if count[bar]++; count[bar] > count[worst] || count[bar] == count[worst] && bar < worst {
			worst = bar
		}
	}
	if count[worst] < leastSlips {
		return Proposal{}, false
	}
	s := Stretch{}
	for _, e := range events {
		if e.Bar == worst {
			if s.From == 0 {
				s.From = e.N
			}
			s.To = min(e.N+1, len(events))
		}
	}
	if s.To <= s.From {
		return Proposal{}, false
	}
	words := fmt.Sprintf("Only bar %d, notes %d to %d: %s of the mistakes heard in takes are there.", worst, s.From,
		s.To, english.Number(count[worst]))
	return Proposal{"bars", words, p.Brief, at, &s}, true
}

// fewerNotes plays the way up alone, else the lower half of the strings.
func fewerNotes(p plan.Plan, at Step) (Proposal, bool) {
	b := p.Brief
	if b.Run.Direction == string(run.UpDown) {
		b.Run.Direction = string(run.Up)
		if up, err := plan.Build(b); err == nil && up.Run.Notes < p.Run.Notes {
			return Proposal{"fewer-notes", fmt.Sprintf("Only going up: %d notes instead of %d.", up.Run.Notes,
				p.Run.Notes), b, at, nil}, true
		}
	}
	strs := b.Layout.Strings
	if len(strs) < 3 {
		return Proposal{}, false
	}
	b = brief.Fields.Change(b, brief.Changes{"layout.strings": strs[:(len(strs)+1)/2]})
	few, err := plan.Build(b)
	if err != nil || few.Run.Notes >= p.Run.Notes {
		return Proposal{}, false
	}
	return Proposal{"fewer-notes", fmt.Sprintf("Half the strings: %d notes instead of %d.", few.Run.Notes, p.Run.Notes),
		b, at, nil}, true
}

// anotherSubdivision has as many notes a minute, fewer to the beat, or more where
// there are none fewer.
func anotherSubdivision(p plan.Plan, at Step) (Proposal, bool) {
	if p.Run.Rhythm.Free {
		return Proposal{}, false
	}
	for _, perBeat := range []int{at.PerBeat - 1, at.PerBeat + 1, at.PerBeat - 2, at.PerBeat + 2} {
		if perBeat < 1 || at.NotesPerMinute()%perBeat != 0 {
			continue
		}
		other := Step{perBeat, at.NotesPerMinute() / perBeat}
		b := p.Brief
		b.Rhythm.PerBeat, b.Rhythm.TempoBPM, b.Rhythm.Swing = &other.PerBeat, &other.TempoBPM, false
		made, err := plan.Build(b)
		if err != nil {
			continue
		}
		words := fmt.Sprintf("%s at %d: the same notes a minute, counted differently.",
			english.Capital(made.Run.Rhythm.SubdivisionName(perBeat)), other.TempoBPM)
		return Proposal{"subdivision", words, b, other, nil}, true
	}
	return Proposal{}, false
}

// whereItIsComfortable is the same shape up the neck, to be brought down a fret at
// a time.
func whereItIsComfortable(p plan.Plan, at Step) (Proposal, bool) {
	if p.Comfort == nil || len(p.Comfort.Days) == 0 {
		return Proposal{}, false
	}
	first := p.Comfort.Days[0]
	b, ok := plan.InKeyNear(p.Brief, first.Tonic, first.Fret)
	if !ok {
		return Proposal{}, false
	}
	words := fmt.Sprintf("The same shape from fret %d, in %s, where it's comfortable. Then move it down a fret at a time.",
		first.Fret, pitch.Pretty(first.Tonic))
	return Proposal{"comfortable", words, b, at, nil}, true
}
