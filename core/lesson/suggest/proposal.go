// Package suggest is what a teacher thinks up in the doorway: what of the neck and of the keys was never touched (Map), and
// what to set next, by a table of rules, each with its sentence (Propose).
package suggest

import (
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

// Proposal is something to set next, with its reason.
type Proposal struct {
	Kind     string         `json:"kind"`  // id of its rule
	Name     string         `json:"name"`  // of its rule
	Words    string         `json:"words"` // the reason, a sentence
	Title    string         `json:"title"` // what is to be played, in few words
	Sentence string         `json:"sentence"`
	Ladder   ladder.Request `json:"ladder"` // what to set
}

// Case is what proposals are worked out from.
type Case struct {
	Pupil  pupil.Pupil
	Set    *assignment.Assignment // what was set last; nil where nothing was
	Ladder *ladder.Ladder         // of it, with its log; nil for sheets
	Log    []knowledge.Played     // all that the pupil played
	Today  calendar.Day
}

// state is how it stands with what was set last.
type state string

const (
	nothing  state = "nothing" // is set, or only sheets
	climbing state = "climbing"
	sticking state = "sticking"
	reached  state = "reached"
)

// rule is one way to go on. find gives the work to set and the reason.
type rule struct {
	table.Row
	in   []state // in which it is asked, for each state in the order of the table
	find func(*asking) (ladder.Request, string, bool)
}

// Rules are all ways to go on, what comes first proposed first.
var Rules = []rule{
	{table.Row{ID: "easier", Name: "easier"}, []state{sticking}, easier},
	{table.Row{ID: "go-on", Name: "continue"}, []state{climbing, sticking}, goOn},
	{table.Row{ID: "weaker-key", Name: "weakest key first"}, []state{reached, nothing}, weakerKey},
	{table.Row{ID: "due", Name: "due for review"}, []state{nothing}, dueAgain},
	{table.Row{ID: "next-key", Name: "the next key"}, []state{reached}, nextKey},
	{table.Row{ID: "next-box", Name: "the next position"}, []state{reached}, nextBox},
	{table.Row{ID: "fret-down", Name: "a fret down"}, []state{reached}, fretDown},
	{table.Row{ID: "octave-more", Name: "one octave more"}, []state{reached}, octaveMore},
	{table.Row{ID: "sibling-mode", Name: "a sibling mode"}, []state{reached}, siblingMode},
	{table.Row{ID: "step-up", Name: "step up"}, []state{reached}, stepUp},
	{table.Row{ID: "due", Name: "due for review"}, []state{climbing, sticking, reached}, dueAgain},
	{table.Row{ID: "hole", Name: "new territory"}, []state{nothing}, fillHole},
}

// maxProposals bounds what is proposed at once.
const maxProposals = 6

// asking is a case with what its rules share.
type asking struct {
	Case
	at   brief.Brief // that was set last, fitted
	plan plan.Plan   // of it; of its first key where it is a round
	ok   bool        // there is one
}

// Propose is what may be set next, what comes first proposed first. At most limit are
// worked out, all of them where it is 0.
func Propose(c Case, limit int) []Proposal {
	a := asking{Case: c}
	if c.Set != nil && c.Set.Ladder != nil {
		a.at = c.Set.Ladder.Brief
		alone := a.at
		alone.Round = brief.Round{}
		var err error
		a.plan, err = plan.Build(alone)
		a.ok = err == nil
	}
	if limit <= 0 || limit > maxProposals {
		limit = maxProposals
	}
	out := []Proposal{}
	now := a.state()
	for _, r := range Rules {
		if len(out) == limit {
			break
		}
		if !slices.Contains(r.in, now) {
			continue
		}
		work, words, ok := r.find(&a)
		if !ok {
			continue
		}
		if p, ok := a.proposal(r.Row, work, words); ok {
			out = append(out, p)
		}
	}
	return out
}

func (a *asking) state() state {
	switch {
	case !a.ok || a.Ladder == nil:
		return nothing
	case a.Ladder.Reached:
		return reached
	case a.Ladder.Sticks != nil:
		return sticking
	}
	return climbing
}

// proposal completes what a rule found; what cannot be laid out is none.
func (a *asking) proposal(r table.Row, work ladder.Request, words string) (Proposal, bool) {
	work.Brief.For = a.Pupil.Name
	sentence, err := round.Sentence(work.Brief)
	return Proposal{r.ID, r.Name, words, work.Brief.Title(), sentence, work}, err == nil
}

// same is the ladder that was set with another brief.
func (a *asking) same(b brief.Brief) ladder.Request {
	r := *a.Set.Ladder
	r.Brief, r.Stretch, r.Log, r.Now = b, nil, nil, nil
	return r
}

// played is the work of a brief in the log; nil where it was never played.
func (a *asking) played(b brief.Brief) *knowledge.Played {
	work := ladder.Work(b)
	for i := range a.Log {
		if a.Log[i].Brief.Equal(work) {
			return &a.Log[i]
		}
	}
	return nil
}

// known reports whether a brief was played clean.
func (a *asking) known(b brief.Brief) bool {
	p := a.played(b)
	return p != nil && p.Clean() > 0
}
