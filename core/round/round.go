// Package round carries one brief through every key, as a teacher would: an
// order of keys (order.go), a place for each (place.go), a link from each to
// the next, and what changes on the way (change.go). All of it is one run.
//
// The first key is laid out as the brief says; each further one is found from
// the key before by the rule of the place. Nothing is looked up: places are
// searched among the boxes that the layout offers in that key.
package round

import (
	"fmt"
	"slices"

	"evenladder/core/plan"
)

// Round is a brief in every key.
type Round struct {
	Brief         plan.Brief          `json:"brief"` // with every default filled in
	Sentence      string              `json:"sentence"`
	SentenceParts []plan.SentencePart `json:"sentenceParts"`
	Spoken        string              `json:"spoken"` // the sentence with its signs in words
	Title         string              `json:"title"`
	Stops         []Stop              `json:"stops"`
	Run           plan.Run            `json:"run"` // the whole round
}

// Stop is one key of a round.
type Stop struct {
	Tonic         string     `json:"tonic"`
	Name          string     `json:"name"` // the tonic as the brief asks to say notes
	Title         string     `json:"title"`
	Other         string     `json:"other,omitempty"` // the tonic's other spelling, where there is a usual one
	Root          plan.Place `json:"root"`            // lowest root of the box
	DroppedOctave bool       `json:"droppedOctave"`   // the root lies lower than one step up from the key before
	Why           string     `json:"why,omitempty"`   // of a dropped octave
	OpenStrings   []string   `json:"openStrings"`     // that the key has
	Move          Move       `json:"move"`            // from the key before
	Join          string     `json:"join,omitempty"`  // the step from the last note of the key before
	First         int        `json:"first"`           // index of its first event in the run
	Notes         int        `json:"notes"`           // of the run, in this key
	FirstBar      int        `json:"firstBar"`        // of the run
	Plan          plan.Plan  `json:"plan"`            // the key on its own
}

// Build works a round out. A brief that cannot be met gives plan.Errors.
func Build(b plan.Brief) (Round, error) {
	s, err := resolve(b)
	if err != nil {
		return Round{}, err
	}
	found, err := s.place.find(&s)
	if err != nil {
		return Round{}, err
	}
	legs := make([]plan.Leg, len(found))
	for i, f := range found {
		last := i == len(found)-1
		legs[i] = plan.Leg{Brief: s.briefOf(f), DropRoot: s.link.dropRoot && !last, Alone: s.link.alone}
	}
	p, err := plan.Through(legs)
	if err != nil {
		return Round{}, err
	}
	if n := len(p.Run.Events); n > MaxNotes {
		return Round{}, plan.Errors{{Field: "run.pattern", Message: fmt.Sprintf("the round would have %d notes: give a shorter figure or fewer keys, up to %d notes", n, MaxNotes)}}
	}
	r := Round{Brief: s.brief, Stops: make([]Stop, len(found)), Run: p.Run}
	keys := make([]played, len(found))
	for i := range r.Stops {
		keys[i] = played{found[i], p.Plans[i].Boxes[p.Plans[i].Box], s.say}
		end := len(p.Run.Events)
		if i+1 < len(found) {
			end = p.First[i+1]
		}
		r.Stops[i] = Stop{
			Tonic: found[i].Scale.Tonic.String(), Name: s.say(found[i].Scale.Tonic.String()), Title: p.Plans[i].Scale.Title, Other: s.other(found[i].Scale.Tonic),
			Root: placeOf(keys[i].root()), OpenStrings: openStrings(found[i]), Move: Move{Changes: []string{}},
			First: p.First[i], Notes: end - p.First[i], FirstBar: p.Run.Events[p.First[i]].Bar, Plan: p.Plans[i],
		}
		if i > 0 {
			r.Stops[i].follow(s, keys[i-1], keys[i], p.Run.Events)
		}
	}
	r.SentenceParts = s.sentence(r.Stops[0].Plan)
	r.Sentence = words(r.SentenceParts)
	r.Spoken = plan.Spoken(r.Sentence)
	r.Title = title(r.Stops[0].Plan, s)
	return r, nil
}

// briefOf is the brief of a key as it is played. Keys that are joined go from
// root to root, whatever lies under the root.
func (s spec) briefOf(f found) plan.Brief {
	b := f.Brief
	if !s.link.alone && b.Run.Pattern == "straight" && f.box.Notes[0].Degree != 0 {
		b.Run.Pattern = "full-range"
	}
	return b
}

// played is a key with its box as the hand plays it, which may be another than
// was found: boxes past the hand are fitted to it.
type played struct {
	found
	box plan.Box
	say func(name string) string // a note as the brief asks to say it
}

// root is the lowest root of the box, or its lowest note where it has none.
func (p played) root() plan.BoxNote {
	if i := slices.IndexFunc(p.box.Notes, func(n plan.BoxNote) bool { return n.Root }); i >= 0 {
		return p.box.Notes[i]
	}
	return p.box.Notes[0]
}

func placeOf(n plan.BoxNote) plan.Place { return plan.Place{String: n.String, Fret: n.Fret} }

// openStrings are the open strings whose notes the key has, lowest first.
func openStrings(f found) []string {
	out := []string{}
	for str := f.Neck.Strings(); str > 0; str-- {
		if open := f.Neck.Open(str); f.Scale.Index(open.MIDI()) >= 0 {
			out = append(out, open.String())
		}
	}
	return out
}

// Sentence says a brief in one sentence: as a round where it is one, empty where
// it cannot be met.
func Sentence(b plan.Brief) string {
	if b.Round.IsZero() {
		return plan.Sentence(b)
	}
	s, err := resolve(b)
	if err != nil {
		return ""
	}
	all := s.keys
	s.keys = all[:1] // the sentence is that of the first key
	found, err := s.place.find(&s)
	if err != nil {
		return ""
	}
	s.keys = all
	first, err := plan.Build(s.briefOf(found[0]))
	if err != nil {
		return ""
	}
	return words(s.sentence(first))
}

func words(parts []plan.SentencePart) (out string) {
	for _, part := range parts {
		out += part.Text
	}
	return out
}
