// Package call is what a teacher calls out: a number, a note to find, a place to name, a
// scale to spell, a signature; and the right answer to each.
//
// A Request names a kind and how many calls, with a seed: the same request gives the same
// calls, so that what is asked aloud today can stand on a sheet tomorrow. Kinds is the table
// of kinds; each asks one thing, answers it with the reason in a sentence, and grades what is
// answered. A further kind is a file with its functions and a row in the table.
//
// Mark gives the verdict on an answer in whatever way it came. What an answer shows of the
// player's knowledge is said by facts: the name of one place, one degree, one key.
package call

import (
	"fmt"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
)

// Request asks for calls. Ask names what is asked in place of a number of calls by the seed.
type Request struct {
	Brief brief.Brief `json:"brief"`
	Kind  string      `json:"kind"`
	Count int         `json:"count,omitempty"` // 1 to MaxCalls; usualCount where it is not given
	Seed  int         `json:"seed,omitempty"`  // 0 to brief.MaxSeed
	Ask   []string    `json:"ask,omitempty"`

	Level       int                `json:"level,omitempty"`       // of the kind, from 1; 0 for the usual one
	Progression string             `json:"progression,omitempty"` // id of one of Progressions, of numbers
	Minor       string             `json:"minor,omitempty"`       // id of one of MinorSchools, of numbers
	Anchor      string             `json:"anchor,omitempty"`      // id of one of Anchors, of numbers
	Octave      string             `json:"octave,omitempty"`      // id of one of Octaves, of numbers
	NextFour    bool               `json:"nextFour,omitempty"`    // of numbers: the 4 on the next string is right, too
	Every       int                `json:"every,omitempty"`       // beats from call to call, one of Beats; 0 waits for the answer
	As          string             `json:"as,omitempty"`          // id of one of Sayings, of places to name
	Over        string             `json:"over,omitempty"`        // id of one of Overs, of what is heard
	Said        []string           `json:"said,omitempty"`        // what was asked before these, in its order
	Known       map[string]float64 `json:"known,omitempty"`       // facts with the chance that they are known, 0 to 1
}

// Bounds of a request.
const (
	MaxCalls   = 200
	MaxKnown   = 2000
	usualCount = 8
	maxAskLen  = 24
)

// Beats are the times between calls that play on, in beats; 0 waits.
var Beats = []int{0, 1, 2, 4, 8}

// Calls is the answer to a request.
type Calls struct {
	Kind  string `json:"kind"`
	Calls []Call `json:"calls"`
}

// Call is one call with its answer.
type Call struct {
	N       int         `json:"n"`                 // from 1
	Ask     string      `json:"ask"`               // as data
	Show    string      `json:"show"`              // as it is read from a stand
	Say     string      `json:"say"`               // as it is said aloud
	At      *int        `json:"at,omitempty"`      // beat on which it is called, where calls play on
	Place   *piece.Note `json:"place,omitempty"`   // that is pointed at, where a place is asked about
	Sound   *Sound      `json:"sound,omitempty"`   // that is heard in place of what is said
	Choices []Choice    `json:"choices,omitempty"` // words of which one is the answer
	Answer  Answer      `json:"answer"`
	Also    []Other     `json:"also"` // other places of the same note: right, but not where it is called for
	Why     string      `json:"why"`
	Facts   []string    `json:"facts"` // what a right answer shows to be known
}

// Choice is one of some words that may be the answer.
type Choice struct {
	ID   string `json:"id"` // as it is given as an answer
	Name string `json:"name"`
}

// Title is what was asked, for a list of calls: what the answer was where that was heard.
func (c Call) Title() string {
	switch {
	case c.Sound != nil:
		return c.Why
	case c.Place != nil:
		return c.Say
	}
	return c.Show
}

// Answer is a place with its note, or a list of notes or words.
type Answer struct {
	*piece.Note
	Notes []piece.Note `json:"notes,omitempty"` // places, lowest first
	Words []string     `json:"words,omitempty"` // in their order; names as data
}

// Other is a place of the note that is asked for, but not the one.
type Other struct {
	piece.Note
	How string `json:"how"` // id of one of Verdicts
}

// Build makes calls with their answers. What cannot be met is a fault.List.
func Build(r Request) (Calls, error) {
	k, m, err := r.open()
	if err != nil {
		return Calls{}, err
	}
	asked, err := r.asked(k, m)
	if err != nil {
		return Calls{}, err
	}
	out := Calls{Kind: k.ID, Calls: make([]Call, 0, len(asked))}
	for i, ask := range asked {
		c, err := k.call(m, ask)
		if err != nil {
			return Calls{}, fault.At("ask", "%v", err)
		}
		c.N = len(r.Said) + i + 1
		if r.Every > 0 {
			at := i * r.Every
			c.At = &at
		}
		out.Calls = append(out.Calls, c)
	}
	return out, nil
}

// open checks a request, and makes the setting that its calls are answered in, with the hand
// where what was said before has left it.
func (r *Request) open() (Kind, *setting, error) {
	var faults fault.List
	k, ok := Find(r.Kind)
	if !ok {
		faults.Add("kind", fault.Word(r.Kind, table.IDs(Kinds)))
	}
	if r.Count == 0 {
		r.Count = usualCount
	}
	faults.Between("count", r.Count, 1, MaxCalls)
	faults.Between("seed", r.Seed, 0, brief.MaxSeed)
	faults.Between("level", r.Level, 0, max(len(k.Levels), 1))
	if len(r.Ask) > MaxCalls {
		faults.Addf("ask", "%d were given: give %d at most", len(r.Ask), MaxCalls)
	}
	if len(r.Said) > MaxCalls {
		faults.Addf("said", "%d were given: give %d at most", len(r.Said), MaxCalls)
	}
	if len(r.Known) > MaxKnown {
		faults.Addf("known", "%d were given: give %d at most", len(r.Known), MaxKnown)
	}
	r.checkWays(&faults)
	reading, err := brief.Read(r.Brief)
	faults.Under("brief.", err)
	if len(faults) > 0 {
		return k, nil, faults
	}
	if err != nil {
		return k, nil, err
	}
	if r.Level == 0 {
		r.Level = k.usual
	}
	m := &setting{Reading: reading, asked: r, level: k.Levels[r.Level-1], from: reading.Scale.Tonic}
	if k.ready != nil {
		if err := k.ready(m); err != nil {
			return k, nil, err
		}
	}
	r.Said, err = readEach("said", k, m, r.Said)
	if err != nil {
		return k, nil, err
	}
	for _, ask := range r.Said {
		if _, err := k.answer(m, ask); err != nil {
			return k, nil, fault.At("said", "%v", err)
		}
	}
	return k, m, nil
}

// call is one call with what every kind has.
func (k Kind) call(m *setting, ask string) (Call, error) {
	c, err := k.answer(m, ask)
	if err != nil {
		return c, err
	}
	c.Ask = ask
	if c.Show == "" {
		c.Show = c.Say
	}
	if c.Also == nil {
		c.Also = []Other{}
	}
	c.Facts = k.factsOf(m, ask)
	return c, nil
}

// readEach reads what is asked by hand.
func readEach(field string, k Kind, m *setting, list []string) ([]string, error) {
	out := make([]string, len(list))
	var faults fault.List
	faults.Each(field, len(list), func(i int) (err error) {
		if len(list[i]) > maxAskLen {
			return fmt.Errorf("%q was given: give something shorter", fault.Clip(list[i]))
		}
		out[i], err = k.read(m, strings.TrimSpace(list[i]))
		return err
	})
	return out, faults.Or()
}
