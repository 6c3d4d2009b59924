// Package run turns a box into something to play: an order of its notes, a
// direction, an ending, and the stroke that sounds each note.
//
// A pattern says in which order the notes of a box come, as indexes into the
// box; it knows nothing of fingers or time. Most patterns are a row of cells:
// the way up plays the cells as they rise, the way down is the way up
// backwards, and alternate turns every second cell round. Each pattern is one
// file and one line in the table Patterns.
package run

import "strings"

// Note is what a pattern knows of a note of a box.
type Note struct {
	String int
	Step   int // scale steps above the tonic of some octave; the next scale note is one more
	Degree int // index in the scale, 0 is the tonic
}

// Spec is what to do with a box's notes.
type Spec struct {
	Pattern   string
	Direction string
	Size      int   // of intervals, stacks and groups
	Order     []int // of chord notes, in chord degrees: 1 3 5 7 …
	Chords    []int // degrees of the chords to run through
	Repeat    int   // of each string's notes
	Cell      []int // scale steps from a moving start
	RepeatTop bool  // strike the top note twice when turning
	ScaleLen  int   // notes of the scale in the octave
}

// Pattern is one way through a box.
type Pattern struct {
	ID     string
	Name   string
	Phrase string // in a sentence, after "Play it"
	Why    string // what it trains
	Uses   Uses
	cells  func(notes []Note, s Spec) [][]int // in rising order
	walk   func(notes []Note, s Spec) []int   // a way of its own, whatever the direction
	// chord is how many scale steps the first note of a cell stands above the
	// root of its chord, and the notes of that; nil where cells are no chords.
	chord func(s Spec) (above, size int)
}

// Uses says which settings a pattern reads.
type Uses struct{ Direction, Size, Order, Chords, Repeat, Cell bool }

// Fields names the settings, as fields of a brief.
func (u Uses) Fields() []string {
	out := []string{}
	for _, f := range []struct {
		used bool
		name string
	}{
		{u.Direction, "run.direction"}, {u.Size, "run.size"}, {u.Order, "run.order"}, {u.Chords, "run.chords"}, {u.Repeat, "run.repeat"}, {u.Cell, "run.cell"},
	} {
		if f.used {
			out = append(out, f.name)
		}
	}
	return out
}

// Patterns are all patterns in picker order.
var Patterns = []Pattern{
	{"straight", "straight", "straight", "the scale as it lies", Uses{Direction: true}, ones, nil, nil},
	{"intervals", "broken intervals", "in broken", "hears each step against another: thirds, fourths, sixths", Uses{Direction: true, Size: true}, intervals, nil, nil},
	{"chords", "broken chords", "in broken chords", "the chords of the key, each from its own degree", Uses{Direction: true, Order: true}, chords, nil, brokenChord},
	{"stacks", "stacks of one interval", "in stacks", "three notes in equal steps: fourths, fifths", Uses{Direction: true, Size: true}, stacks, nil, nil},
	{"groups", "groups", "in groups", "1-2-3, 2-3-4 and so on", Uses{Direction: true, Size: true}, groups, nil, nil},
	{"per-string", "each string before the next", "string by string", "sits evenly in the hand before going on", Uses{Direction: true, Repeat: true}, perString, nil, nil},
	{"cell", "a cell of one's own", "in a cell of one's own", "any figure, moved through the box", Uses{Direction: true, Cell: true}, cell, nil, nil},
	{"drop-2", "drop-2 chords", "in drop-2 chords", "four voices, the second from the top an octave down", Uses{Direction: true}, dropTwo, nil, droppedChord},
	{"arpeggios", "through chords in one position", "through chords in one position", "each chord's own notes under the same hand", Uses{Chords: true}, nil, arpeggios, nil},
	{"full-range", "full range, root to root", "over the full range, root to root", "from the root to the top, down past it to the bottom, and back to it", Uses{}, nil, fullRange, nil},
	{"gates", "gates", "through the gates", "root to root, every root struck twice as it is passed: the ear keeps the tonic", Uses{}, nil, gates, nil},
}

// Option is one choice of a setting, with its words in a sentence.
type Option struct {
	ID     string
	Phrase string
}

// Directions are the ways through a pattern.
var Directions = []Option{
	{"up-down", "up and down"}, {"up", "up"}, {"down", "down"}, {"alternate", "one up, the next down"},
}

// Finishes are the ways to end.
var Finishes = []Option{
	{"as-written", "ending where it ends"}, {"root", "ending on the root"}, {"chord-tone", "ending on a chord note"},
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

// Order is the run over a box as indexes into its notes, lowest 0, without an
// ending of its own. It is empty where the box holds no cell of the pattern.
func Order(notes []Note, s Spec) []int {
	p, ok := FindPattern(s.Pattern)
	if !ok || len(notes) == 0 {
		return nil
	}
	if p.walk != nil {
		return p.walk(notes, s)
	}
	return direct(p.cells(notes, s), s)
}

// End goes on by step from the last note of an order to the nearest note that
// may end it; of two as near, the lower. Where none may, the order stays.
func End(order []int, n int, mayEnd func(i int) bool) []int {
	if len(order) == 0 {
		return order
	}
	last := order[len(order)-1]
	for away := 0; away < n; away++ {
		for _, sign := range []int{-1, 1} {
			if target := last + sign*away; target >= 0 && target < n && mayEnd(target) {
				return WalkTo(order, target)
			}
		}
	}
	return order
}

// WalkTo goes on by step from the last note of an order to a note.
func WalkTo(order []int, target int) []int {
	for i := order[len(order)-1]; i != target; {
		if i < target {
			i++
		} else {
			i--
		}
		order = append(order, i)
	}
	return order
}
