package handfigures

import (
	"encoding/json"
	"fmt"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

// Figure is how many of so many do what they should not, with a few that do.
type Figure struct {
	ID        string
	What      string // of the runs of a pattern
	Pattern   string // empty where it is not about one
	Found, Of int
	Examples  []string
}

const mostExamples = 3

func (f *Figure) count(bad bool, example func() string) {
	f.Of++
	if !bad {
		return
	}
	f.Found++
	if len(f.Examples) < mostExamples {
		f.Examples = append(f.Examples, example())
	}
}

// All are the figures, in the order of the table.
func All() []Figure {
	var out []Figure
	for _, p := range patterns {
		out = append(out, ofPattern(p)...)
	}
	rs := rounds()
	return append(out, positions(), ofRounds(rs), joins(rs))
}

func words(b brief.Brief) string {
	data, _ := json.Marshal(b)
	return string(data)
}

// eachBox builds the plans of a pattern, through each box in turn.
func eachBox(p pattern, f func(asked, plan.Plan)) {
	at := 0
	for _, a := range briefs(p) {
		made, err := plan.Build(a.Brief)
		if err != nil {
			continue
		}
		if n := len(made.Boxes); n > 1 {
			box := at % n
			a.Layout.Box = &box
			if made, err = plan.Build(a.Brief); err != nil {
				continue
			}
		}
		at++
		f(a, made)
	}
}

// Ids of figures.
const (
	Differs   = "differs"
	Unsaid    = "unsaid"
	Hop       = "hop"
	TwoAtOnce = "two-fingers"
	Swing     = "swing"
	Miscount  = "miscount"
	Position  = "position"
	Card      = "card"
	JoinOther = "join"
)

func ofPattern(p pattern) []Figure {
	figure := func(id, what string) Figure { return Figure{ID: id, What: what, Pattern: p.name} }
	differs := figure(Differs, "a note has another finger than in the box")
	unsaid := figure(Unsaid, "and the run does not say so")
	hop := figure(Hop, "one finger hops to another fret of the next string")
	two := figure(TwoAtOnce, "a place has two fingers without a shift between")
	swing := figure(Swing, "the hand shifts by a fret and back, where the school has a reach")
	miscount := figure(Miscount, "reaches or shifts of the box are miscounted")
	eachBox(p, func(a asked, made plan.Plan) {
		box := made.Boxes[made.Box]
		say := func() string {
			return words(a.Brief) + "\n  box " + boxNotation(box) + "\n  run " + notation(made.Run.Events)
		}
		differs.count(Unlike(box, made.Run.Events) > 0, say)
		unsaid.count(UnlikeUnsaid(box, made.Run.Events) > 0, say)
		if a.system != "campanella" {
			hop.count(Hops(made.Run.Events) > 0, say)
		}
		two.count(TwoFingers(made.Run.Events), say)
		if box.School != "one-two-four" && a.system != "four-per-string" { // which shift on every string
			swing.count(Swings(made.Run.Events) > 0, say)
		}
		reaches, shifts := counts(box)
		miscount.count(reaches != box.Reaches || shifts != box.Shifts, say)
	})
	return []Figure{differs, unsaid, hop, two, swing, miscount}
}

// counts are the reaches and shifts of a box, counted by its notes.
func counts(b plan.Box) (reaches, shifts int) {
	for _, n := range b.Notes {
		if n.Reach != "" {
			reaches++
		}
		if n.Shift != 0 {
			shifts++
		}
	}
	return reaches, shifts
}

// UnlikeUnsaid counts the notes of a run that have another finger than their place
// has in the box, or say so without reason.
func UnlikeUnsaid(box plan.Box, events []piece.Event) (n int) {
	for _, e := range events {
		if (Unlike(box, []piece.Event{e}) > 0) != (e.Differs != "") {
			n++
		}
	}
	return n
}

// Unlike counts the notes of a run that have another finger than their place has in the box.
func Unlike(box plan.Box, events []piece.Event) (n int) {
	own := map[neck.Place]int{}
	for _, b := range box.Notes {
		own[b.Place] = b.Finger
	}
	for _, e := range events {
		if f, ok := own[e.Place]; ok && f != e.Finger {
			n++
		}
	}
	return n
}

// Hops counts the times one finger goes to another fret of the next string.
func Hops(events []piece.Event) (n int) {
	for i := 1; i < len(events); i++ {
		a, b := events[i-1], events[i]
		if a.Finger > 0 && a.Finger == b.Finger && (a.String == b.String+1 || a.String == b.String-1) &&
			a.Fret != b.Fret {
			n++
		}
	}
	return n
}

// TwoFingers reports whether a place has two fingers while the hand stays.
func TwoFingers(events []piece.Event) bool {
	has := map[neck.Place]int{}
	for _, e := range events {
		if e.Shift != 0 {
			clear(has)
		}
		if f, ok := has[e.Place]; ok && f != e.Finger {
			return true
		}
		has[e.Place] = e.Finger
	}
	return false
}

// Swings counts the shifts by a fret that are taken back within a few notes.
func Swings(events []piece.Event) (n int) {
	last, at := 0, -9
	for i, e := range events {
		if e.Shift == 0 {
			continue
		}
		if e.Shift == -last && (last == 1 || last == -1) && i-at <= 2 {
			n++
		}
		last, at = e.Shift, i
	}
	return n
}

// positions counts the boxes of seven positions whose hand is not where their name says: at the
// first stopped note, and for most of the notes.
func positions() Figure {
	f := Figure{ID: Position, What: "seven positions: the hand does not begin and mostly stay where the name says"}
	for _, in := range instruments {
		for _, name := range scales {
			for _, tonic := range tonics {
				made, err := plan.Build(brief.Brief{Instrument: brief.Instrument{ID: in},
					Scale: brief.Scale{Tonic: tonic, Name: name}, Layout: brief.Layout{System: "seven-position"}})
				if err != nil {
					continue
				}
				for _, b := range made.Boxes {
					var n int
					if b.School == "one-two-four" { // it has no reach: what is wider than its three frets is a shift
						continue
					}
					if _, err := fmt.Sscanf(b.Name, "position %d", &n); err != nil {
						continue
					}
					f.count(!standsAt(b, n), func() string {
						return in + " " + tonic + " " + name + " " + b.Name +
							": " + boxNotation(b)
					})
				}
			}
		}
	}
	return f
}

// offsets are the frets of the fingers from the position, by school.
var offsets = map[string][5][]int{
	"per-fret":     {{}, {0}, {1}, {2}, {3}},
	"two-fret":     {{}, {-1, 0}, {1, 2}, {3, 4}, {4, 5}},
	"one-two-four": {{}, {0}, {1}, {}, {2}},
}

// reaches are the frets by which a finger is off its home.
var reaches = map[string]int{"back": -1, "forward": 1}

func standsAt(b plan.Box, position int) bool {
	at, stopped := 0, 0
	for _, n := range b.Notes {
		if n.Finger == 0 {
			continue
		}
		stopped++
		for _, o := range offsets[b.School][n.Finger] {
			if n.Fret-o-reaches[n.Reach] == position {
				at++
				break
			}
		}
		if stopped == 1 && at == 0 {
			return false
		}
	}
	return at*2 > stopped
}

// rounds are sixty rounds: instruments, layouts and places.
func rounds() (out []round.Round) {
	at := 0
	for _, in := range instruments {
		for _, place := range []string{"lowest", "same-shape", "nearest", "one-position"} {
			for _, system := range []string{"three-per-string", "five-form", "one-octave"} {
				b := brief.Brief{
					Instrument: brief.Instrument{ID: in}, Scale: brief.Scale{Tonic: tonics[at%12],
						Name: scales[at%len(scales)]},
					Layout: brief.Layout{System: system}, Round: brief.Round{Order: "fourths", Where: place},
				}
				at++
				if r, err := round.Build(b); err == nil {
					out = append(out, r)
				}
			}
		}
	}
	return out
}

func ofRounds(rs []round.Round) Figure {
	f := Figure{ID: Card, What: "rounds: a key is played with other fingers than its card"}
	for _, r := range rs {
		for _, s := range r.Stops {
			box := s.Plan.Boxes[s.Plan.Box]
			events := r.Run.Events[s.First : s.First+s.Notes]
			f.count(Unlike(box, events) > 0, func() string {
				return words(r.Brief) + " " + s.Tonic + "\n        " + boxNotation(box) + "\n        " +
					notation(events)
			})
		}
	}
	return f
}

func joins(rs []round.Round) Figure {
	f := Figure{ID: JoinOther, What: "rounds: a join names a finger that the card does not have"}
	for _, r := range rs {
		for _, s := range r.Stops {
			if s.Join == "" {
				continue
			}
			box := s.Plan.Boxes[s.Plan.Box]
			f.count(Unlike(box, r.Run.Events[s.First:s.First+1]) > 0, func() string {
				return words(r.Brief) + " " +
					s.Tonic + " " + s.Join
			})
		}
	}
	return f
}

func notation(events []piece.Event) string {
	var s strings.Builder
	str := 0
	for _, e := range events {
		if e.String != str {
			str = e.String
			fmt.Fprintf(&s, "| %d:", str)
		}
		mark(&s, e.Fret, e.Finger, e.Shift, e.Reach)
	}
	return s.String()
}

func boxNotation(b plan.Box) string {
	var s strings.Builder
	str := 0
	for _, e := range b.Notes {
		if e.String != str {
			str = e.String
			fmt.Fprintf(&s, "| %d:", str)
		}
		mark(&s, e.Fret, e.Finger, e.Shift, e.Reach)
	}
	return s.String()
}

func mark(s *strings.Builder, fret, finger, shift int, reach string) {
	moved := ""
	if shift != 0 {
		moved = fmt.Sprintf("[%+d]", shift)
	}
	r := ""
	if reach != "" {
		r = reach[:1]
	}
	fmt.Fprintf(s, " %s%d(%d%s)", moved, fret, finger, r)
}
