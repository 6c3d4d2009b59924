// Package ladder is how something is practised from a tempo at which it is clean to
// the one that is wanted: rung by rung, and which rung comes next.
//
// A Rung is a subdivision at a tempo, of the run or a Part of it; the measure that
// compares two of them is notes a minute. Build makes the ladder in one of the Ways, or of a teacher's own rungs,
// reads the log of tries and says which rung to play now and why: two clean tries in a row go
// one up, a try that is not yet there goes one down, a break as many as it was long. All
// of it is a function of the log and the time; nothing is remembered.
package ladder

import (
	"slices"
	"strings"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// Step is a subdivision at a tempo.
type Step struct {
	PerBeat  int `json:"perBeat"`  // notes to the beat, 1 to 6
	TempoBPM int `json:"tempoBpm"` // whole beats a minute, 20 to 320
}

// NotesPerMinute is the measure that compares steps.
func (s Step) NotesPerMinute() int { return s.PerBeat * s.TempoBPM }

// Rung is a step of a ladder.
type Rung struct {
	Step
	NotesPerMinute int    `json:"notesPerMinute"`
	Name           string `json:"name"`        // "sixteenths at 72, the way up alone"
	Speed          string `json:"speed"`       // "sixteenths at 72"
	Rest           string `json:"rest"`        // "the way up alone"; empty for the whole, once
	Measure        string `json:"measure"`     // "240 notes a minute"
	Count          string `json:"count"`       // a bar as it is counted aloud
	SameSpeedAs    *int   `json:"sameSpeedAs"` // index of the neighbour that has as many notes a minute
	Part           Part   `json:"part"`        // of the run
	Times          int    `json:"times"`       // on end that it is played
	Tries          int    `json:"tries"`       // in the log
	Clean          int    `json:"clean"`       // of them
}

// Request asks for a ladder. Now is the time of asking, which the core does not
// know by itself; tries after it are refused.
type Request struct {
	Brief brief.Brief `json:"brief"`
	From  *Step       `json:"from,omitempty"` // the slowest; usual where it is not given
	Goal  *Step       `json:"goal,omitempty"` // the fastest; the brief's own rhythm where it is not given
	Way   string      `json:"way,omitempty"`
	Rungs string      `json:"rungs,omitempty"` // the teacher's own, in their order, in place of from, goal and way

	Parts   []string `json:"parts,omitempty"`   // that come before the whole, by their ids
	Stretch *Stretch `json:"stretch,omitempty"` // that is practised in place of the whole
	Times   int      `json:"times,omitempty"`   // on end that each rung is played, 1 to MaxTimes
	Point   string   `json:"point,omitempty"`   // of technique, by its id or in words; another one each day where none is given

	Log []Try      `json:"log,omitempty"`
	Now *time.Time `json:"now,omitempty"`
}

// Ladder is the answer: the rungs, and the one to play now.
type Ladder struct {
	From    Step    `json:"from"`
	Goal    Step    `json:"goal"`
	Way     string  `json:"way"`
	Rungs   []Rung  `json:"rungs"`
	Next    int     `json:"next"` // index of the rung to play now
	Step    string  `json:"step"` // how it comes out of the log: start, up, stay or down
	Why     string  `json:"why"`
	Reached bool    `json:"reached"`          // two clean tries in a row on the goal
	Days    int     `json:"days"`             // with a try
	Point   string  `json:"point"`            // of technique, for the sitting
	Points  []Point `json:"points"`           // that fit the run
	History []Try   `json:"history"`          // the latest tries of its rungs, in the order of time
	Sticks  *Stick  `json:"sticks,omitempty"` // where it does not go on

	Times  int     `json:"times"`
	Offers []Offer `json:"offers"`           // parts that this run has
	WarmUp *WarmUp `json:"warmUp,omitempty"` // to begin a sitting with, where today has no try yet
}

// MaxTries bounds a log; maxHistory the tries of an answer.
const MaxTries, maxHistory = 10_000, 300

// Build works a ladder out. What cannot be met is a fault.List.
func Build(r Request) (Ladder, error) {
	l, p, tries, err := stand(r)
	if err != nil {
		return Ladder{}, err
	}
	l.Sticks = l.stick(p, tries, r.Now)
	l.Points = pointsFor(p)
	l.Point = r.pointOf(l.Points, l.sittings(tries, r.Now))
	if len(tries) == 0 || r.Now == nil || dayOf(tries[len(tries)-1].At) != dayOf(*r.Now) {
		l.WarmUp = warmUp(p)
	}
	return l, nil
}

// Stand is a ladder as far as it says how it stands: its rungs, the next one and why, without
// what a sitting begins with and what might help.
func Stand(r Request) (Ladder, error) {
	l, _, _, err := stand(r)
	return l, err
}

func stand(r Request) (Ladder, plan.Plan, []onRung, error) {
	alone := r.Brief
	alone.Round = brief.Round{} // a round climbs as its first key does
	p, err := plan.Build(alone)
	var faults fault.List
	faults.Under("brief.", err)
	if err != nil && len(faults) == 0 {
		return Ladder{}, p, nil, err
	}
	if len(faults) > 0 {
		return Ladder{}, p, nil, faults
	}
	own := p.Run.Rhythm
	l := Ladder{Goal: stepOr(r.Goal, Step{own.PerBeat, own.TempoBPM}), Way: r.Way, Times: max(r.Times, 1), Points: []Point{}}
	l.From = stepOr(r.From, usualStart(l.Goal, own))
	var steps []Step
	if r.Rungs != "" {
		if steps = ownSteps(r.Rungs, own, &faults); len(steps) > 0 {
			l.From, l.Goal, l.Way = steps[0], steps[len(steps)-1], Own
		}
	} else {
		steps = l.steps(own, &faults)
	}
	faults.Between("times", l.Times, 1, MaxTimes)
	first, rest, offers := r.partsOf(p, &faults)
	checkLog(&faults, r.Log, r.Now)
	r.checkPoint(&faults)
	if len(faults) > 0 {
		return Ladder{}, p, nil, faults
	}
	l.Offers = offers
	for _, part := range first {
		l.Rungs = append(l.Rungs, rungOf(stepOf(part, l.From), part, l.Times, own))
	}
	for _, s := range steps {
		l.Rungs = append(l.Rungs, rungOf(s, rest, l.Times, own))
	}
	nameNeighbours(l.Rungs)
	tries := l.onRungs(r.Log)
	l.read(tries, r.Now)
	l.History = history(tries)
	return l, p, tries, nil
}

// steps are those from the start to the goal, in the way that is asked for.
func (l *Ladder) steps(own rhythm.Rhythm, faults *fault.List) []Step {
	if l.Way == "" {
		l.Way = Ways[0].ID
	}
	check(faults, "from", l.From, own)
	check(faults, "goal", l.Goal, own)
	way, ok := table.Find(Ways, l.Way)
	if !ok {
		faults.Add("way", fault.Word(l.Way, table.IDs(Ways)))
	}
	if len(*faults) == 0 && l.From.NotesPerMinute() > l.Goal.NotesPerMinute() {
		faults.Addf("goal", "%d notes a minute is slower than the start at %d: give a goal of %d or more",
			l.Goal.NotesPerMinute(), l.From.NotesPerMinute(), l.From.NotesPerMinute())
	}
	if len(*faults) > 0 {
		return nil
	}
	return climb(way, l.From, l.Goal)
}

func stepOr(given *Step, usual Step) Step {
	if given != nil {
		return *given
	}
	return usual
}

// usualStart is where a ladder begins when nobody says: quarters at the goal's
// tempo, or slower where the goal itself is slow; a phrase at half its tempo. Common practice.
func usualStart(goal Step, own rhythm.Rhythm) Step {
	if own.Free {
		return Step{goal.PerBeat, max(goal.TempoBPM/2, rhythm.MinTempoBPM)}
	}
	tempo := min(goal.TempoBPM, usualStartBPM)
	return Step{1, min(tempo, goal.NotesPerMinute())}
}

const usualStartBPM = 60

func check(f *fault.List, field string, s Step, own rhythm.Rhythm) {
	if own.Free && s.PerBeat != own.PerBeat {
		f.Addf(field+".perBeat", "%d was given: a phrase has its own note lengths, so give %d", s.PerBeat, own.PerBeat)
		return
	}
	f.Between(field+".perBeat", s.PerBeat, rhythm.MinPerBeat, rhythm.MaxPerBeat)
	f.Between(field+".tempoBpm", s.TempoBPM, rhythm.MinTempoBPM, rhythm.MaxTempoBPM)
}

// rungOf is a step of a part as a rung in the meter of what is played.
func rungOf(s Step, part Part, times int, own rhythm.Rhythm) Rung {
	r := own
	r.PerBeat, r.TempoBPM, r.PickUp, r.AccentEvery = s.PerBeat, s.TempoBPM, 0, 0
	counts := make([]string, r.PerBeat*r.BeatsPerBar)
	for i := range counts {
		counts[i] = r.Slot(i * r.Slots() / r.PerBeat).Count
	}
	speed := r.SubdivisionName(s.PerBeat) + " at " + itoa(s.TempoBPM)
	rest := strings.Join(slices.DeleteFunc([]string{part.Name, timesWords(times)},
		func(s string) bool { return s == "" }), ", ")
	name := speed
	if rest != "" {
		name += ", " + rest
	}
	return Rung{
		Step: s, NotesPerMinute: s.NotesPerMinute(), Name: name, Speed: speed, Rest: rest, Part: part, Times: times,
		Measure: s.Measure(own.Free),
		Count:   strings.ReplaceAll(strings.Join(counts, " "), "&", "and"),
	}
}

// Measure says how fast a step is: in notes, or in beats where they have lengths of their own (free).
func (s Step) Measure(free bool) string {
	if free {
		return itoa(s.TempoBPM) + " beats a minute"
	}
	return itoa(s.NotesPerMinute()) + " notes a minute"
}

// nameNeighbours lets two neighbours of one speed name each other.
func nameNeighbours(rungs []Rung) {
	for i := range rungs {
		for _, other := range []int{i - 1, i + 1} {
			if other >= 0 && other < len(rungs) && rungs[other].NotesPerMinute == rungs[i].NotesPerMinute &&
				rungs[other].Step != rungs[i].Step && rungs[i].SameSpeedAs == nil {
				rungs[i].SameSpeedAs = &other
			}
		}
	}
}

// Work is a brief without its rung and whom it is for, as the log looks it up: two briefs
// that differ in subdivision and tempo alone are one work.
func Work(b brief.Brief) brief.Brief {
	b.Rhythm.PerBeat, b.Rhythm.TempoBPM, b.For = nil, nil, ""
	return brief.Fields.Short(b)
}
