// Package run turns a box into something to play: an order of its notes, a
// direction, an ending, and the stroke that sounds each note.
//
// A pattern says in which order the notes of a box come, as indexes into the
// box; it knows nothing of fingers or time. Each pattern is one file and one
// line in the table Patterns.
package run

import "strings"

// Spec is what to do with a box's notes.
type Spec struct {
	Pattern   string
	Direction string
	RepeatTop bool // strike the top note twice when turning
	Finish    string
}

// Pattern is one way through a box.
type Pattern struct {
	ID     string
	Name   string
	Phrase string // in a sentence, after "Play it"
	// Order lists indexes into a box of n notes, lowest 0.
	Order func(n int, s Spec) []int
}

// Patterns are all patterns in picker order.
var Patterns = []Pattern{
	{"straight", "straight", "straight", straight},
}

// Option is one choice of a setting, with its words in a sentence.
type Option struct {
	ID     string
	Phrase string
}

// Directions are the ways through a pattern.
var Directions = []Option{
	{"up-down", "up and down"}, {"up", "up"}, {"down", "down"}, {"alternate", "up, then down afresh"},
}

// Finishes are the ways to end.
var Finishes = []Option{
	{"as-written", "ending where it ends"}, {"root", "ending on the root"}, {"chord-tone", "ending on a chord note"},
}

// Pickings are the ways to sound a run.
var Pickings = []Option{
	{"alternate", "alternate picking"}, {"down", "all downstrokes"}, {"thumb-index-middle", "a finger for each string"},
}

// FindPattern returns the pattern with this id.
func FindPattern(id string) (Pattern, bool) {
	for _, p := range Patterns {
		if p.ID == id {
			return p, true
		}
	}
	return Pattern{}, false
}

// PatternIDs lists the ids in table order, for messages.
func PatternIDs() string {
	ids := make([]string, len(Patterns))
	for i, p := range Patterns {
		ids[i] = p.ID
	}
	return strings.Join(ids, " ")
}

// FindOption returns the option with this id.
func FindOption(opts []Option, id string) (Option, bool) {
	for _, o := range opts {
		if o.ID == id {
			return o, true
		}
	}
	return Option{}, false
}

// OptionIDs lists the ids of a table, for messages.
func OptionIDs(opts []Option) string {
	ids := make([]string, len(opts))
	for i, o := range opts {
		ids[i] = o.ID
	}
	return strings.Join(ids, " ")
}

// Order is the whole run over a box of n notes as indexes, with its ending.
// stable reports whether a note may end the run; when none may, the run ends
// as written.
func Order(n int, s Spec, stable func(i int) bool) []int {
	p, ok := FindPattern(s.Pattern)
	if !ok || n == 0 {
		return nil
	}
	order := p.Order(n, s)
	if s.Finish == "as-written" || len(order) == 0 {
		return order
	}
	return finish(order, n, stable)
}

// finish goes on by step from the last note to the nearest stable one; of two
// as near, the lower.
func finish(order []int, n int, stable func(int) bool) []int {
	last := order[len(order)-1]
	for away := 0; away < n; away++ {
		for _, sign := range []int{-1, 1} {
			target := last + sign*away
			if target < 0 || target >= n || !stable(target) {
				continue
			}
			for i := last; i != target; {
				i += sign
				order = append(order, i)
			}
			return order
		}
	}
	return order
}

// Stroke sounds the i-th note of a run, counted from 0, on the rank-th of the
// strings in use, counted from the one nearest to the ceiling.
func Stroke(picking string, i, rank, strings int) string {
	switch {
	case picking == "thumb-index-middle":
		return pluck(rank, strings)
	case picking == "alternate" && i%2 == 1:
		return "up"
	}
	return "down"
}

// pluck gives the strings nearest to the floor a finger each, the ring finger
// too where there are more than three, and all others to the thumb.
func pluck(rank, strings int) string {
	fingers := []string{"p", "i", "m", "a"}
	if strings <= 3 {
		fingers = fingers[:3]
	}
	return fingers[max(rank-max(strings-len(fingers), 0), 0)]
}
