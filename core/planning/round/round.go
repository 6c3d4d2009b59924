// Package round carries one brief through every key, as a teacher would: an order
// of keys (order.go), a rule for where each is played (where.go), a link from each
// to the next, and what changes on the way (change.go). All of it is one run.
//
// The first key is laid out as the brief says; each further one is found from the
// key before by the rule. Nothing is looked up: places are searched among the
// boxes that the layout offers in that key.
package round

import (
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/band"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// MaxNotes bounds the run of a round.
const MaxNotes = 12_000

// Round is a brief in every key.
type Round struct {
	Brief         brief.Brief  `json:"brief"` // with every default filled in
	Sentence      string       `json:"sentence"`
	SentenceParts []brief.Part `json:"sentenceParts"`
	Spoken        string       `json:"spoken"` // the sentence with its signs in words
	Title         string       `json:"title"`
	Remarks       []string     `json:"remarks"` // what of the round gave way to other picks
	Stops         []Stop       `json:"stops"`
	Run           plan.Run     `json:"run"` // the whole round
}

// Stop is one key of a round.
type Stop struct {
	Tonic         string     `json:"tonic"`
	Name          string     `json:"name"` // the tonic as the brief asks to say notes
	Title         string     `json:"title"`
	Other         string     `json:"other,omitempty"` // the tonic's other spelling, where there is a usual one
	Root          neck.Place `json:"root"`            // lowest root of the box
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

// Sentence is what a brief says, or the round that it is carried through.
func Sentence(b brief.Brief) (string, error) {
	if b.Round.IsZero() {
		p, err := plan.Build(b)
		return p.Sentence, err
	}
	r, err := Build(b)
	return r.Sentence, err
}

// Build works a round out. A brief that cannot be met gives a fault.List.
func Build(b brief.Brief) (Round, error) {
	s, err := resolve(b)
	if err != nil {
		return Round{}, err
	}
	keys, err := s.rule.find(s)
	if err != nil {
		return Round{}, err
	}
	legs := make([]plan.Leg, len(keys))
	remarks := append([]string{}, s.Keys.Remarks...)
	for i := range keys {
		var aside []string
		keys[i], aside = keys[i].withFingers(s).asAsked(s)
		remarks = append(remarks, aside...)
		f := keys[i]
		last := i == len(keys)-1
		legs[i] = plan.Leg{Laid: s.asPlayed(f), DropRoot: s.Keys.Link.DropRoot && !last && !s.Pattern.Uses.Phrase,
			Alone: s.Keys.Link.Alone}
	}
	p, err := plan.Through(legs)
	if err != nil {
		return Round{}, err
	}
	if n := len(p.Run.Events); n > MaxNotes {
		return Round{}, fault.At("run.pattern",
			"the round would have %d notes: give a shorter figure or fewer keys, up to %d notes", n, MaxNotes)
	}
	parts, title := s.sentence(legs[0].Laid), s.Scale.Name+" "+s.Keys.Order.Phrase
	if s.Keys.Progression() {
		title = "A progression of " + english.Count(len(keys), "key", "keys")
		for i := range p.Run.Keys { // the vamp plays its chords
			k := &p.Run.Keys[i]
			k.Vamp = k.Vamp[:min(len(k.Vamp), 1)]
			k.Band = band.Of(k.Vamp, k.Drone, s.Rhythm)
		}
	}
	r := Round{
		Brief: s.Brief, Sentence: brief.TextOf(parts), SentenceParts: parts, Title: title,
		Remarks: remarks, Stops: s.stops(keys, p), Run: p.Run,
	}
	r.Spoken = english.Spoken(r.Sentence)
	return r, nil
}

// asPlayed is a key as it is played. Keys that are joined go from root to root,
// whatever lies under the root.
func (s *spec) asPlayed(f found) plan.Laid {
	if !s.Keys.Link.Alone && f.Brief.Run.Pattern == run.Straight && f.box.Notes[0].Degree != 0 {
		f.Laid.Reading = f.WithPattern(run.FullRange)
	}
	return f.Laid
}

// sentence is that of the first key with how it is carried on.
func (s *spec) sentence(first plan.Laid) []brief.Part {
	carried := first.Carry(s.Reading)
	return carried.Sentence()
}

// stops are the keys of a round, each out of the one before.
func (s *spec) stops(keys []found, p plan.Passage) []Stop {
	out := make([]Stop, len(keys))
	var before played
	for i, f := range keys {
		stage := p.Stages[i]
		now := played{f, stage.Plan.Boxes[stage.Plan.Box]}
		end := len(p.Run.Events)
		if i+1 < len(keys) {
			end = p.Stages[i+1].First
		}
		tonic := f.Scale.Tonic
		out[i] = Stop{
			Tonic: tonic.String(), Name: s.Say(tonic), Title: stage.Plan.Scale.Title, Other: s.other(tonic),
			Root: now.root().Place, OpenStrings: openStrings(f), Move: Move{Changes: []string{}},
			First: stage.First, Notes: end - stage.First, FirstBar: p.Run.Events[stage.First].Bar, Plan: stage.Plan,
		}
		if i > 0 {
			out[i].follow(s, before, now, p.Run.Events)
		}
		before = now
	}
	return out
}

// Piece is the whole round as something to play.
func (r Round) Piece() piece.Piece {
	p := r.Stops[0].Plan.Piece()
	tonics := make([]string, len(r.Stops))
	for i, s := range r.Stops {
		tonics[i], _, _ = strings.Cut(s.Plan.Scale.Title, " ") // as the brief asks to say notes
	}
	p.Title, p.Subtitle, p.About = r.Title, r.Sentence, []string{"Keys: " + strings.Join(tonics, " ")}
	p.Events, p.Keys, p.SaysChords = r.Run.Events, r.Run.Keys, r.Run.SaysChords
	return p
}

// played is a key with its box as the hand plays it, which may be another than
// was found: boxes past the hand are fitted to it.
type played struct {
	found
	box plan.Box
}

// root is the lowest root of the box, or its lowest note where it has none.
func (p played) root() plan.BoxNote {
	if i := slices.IndexFunc(p.box.Notes, func(n plan.BoxNote) bool { return n.Root }); i >= 0 {
		return p.box.Notes[i]
	}
	return p.box.Notes[0]
}

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
