// Package run turns a box into something to play: an order of its notes, a
// direction, an ending, and the stroke that sounds each note.
//
// A pattern says in which order the notes of a box come, as indexes into the
// box; it knows nothing of fingers or time. Most patterns are a row of cells:
// the way up plays the cells as they rise, the way down is the way up
// backwards, and alternate turns every second cell round. Each pattern is one
// file and one line in the table Patterns.
package run

import "evenladder/core/base/table"

// Note is what a pattern knows of a note of a box.
type Note struct {
	String int
	Step   int // scale steps above the tonic of some octave; the next scale note is one more
	Degree int // index in the scale, 0 is the tonic
}

// Spec is what to do with a box's notes.
type Spec struct {
	Pattern   string
	Direction Direction
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
	table.Row // its phrase stands after "Play it"
	Uses      Uses
	cells     func(notes []Note, s Spec) [][]int // in rising order
	walk      func(notes []Note, s Spec) []int   // a way of its own, whatever the direction
	// chord is how many scale steps the first note of a cell stands above the
	// root of its chord, and the notes of that; nil where cells are no chords.
	chord func(s Spec) (above, size int)
}

// Uses says which settings a pattern reads.
type Uses struct{ Direction, Size, Order, Chords, Repeat, Cell, Phrase bool }

// Fields names the settings, as fields of a brief.
func (u Uses) Fields() []string {
	out := []string{}
	for _, f := range []struct {
		used bool
		name string
	}{
		{u.Direction, "run.direction"}, {u.Size, "run.size"}, {u.Order, "run.order"}, {u.Chords, "run.chords"},
		{u.Repeat, "run.repeat"}, {u.Cell, "run.cell"}, {u.Phrase, "run.phrase"},
	} {
		if f.used {
			out = append(out, f.name)
		}
	}
	return out
}

// Patterns that others ask for by name.
const (
	Straight  = "straight"
	FullRange = "full-range"
	DropTwo   = "drop-2"
	Intervals = "intervals"
	Groups    = "groups"
	Stacks    = "stacks"
	Phrase    = "phrase"
	Broken    = "chords"
	Arpeggios = "arpeggios"
)

// Patterns are all patterns in picker order.
var Patterns = []Pattern{
	{table.Row{ID: "straight", Name: "straight", Phrase: "straight", Why: "the scale in order"},
		Uses{Direction: true}, ones, nil, nil},
	{table.Row{ID: "intervals", Name: "broken intervals", Phrase: "in broken",
		Why: "sets each step against another: thirds, fourths, sixths"}, Uses{Direction: true, Size: true}, intervals,
		nil, nil},
	{table.Row{ID: Broken, Name: "broken chords", Phrase: "in broken chords",
		Why: "the chords of the key, one from each degree"}, Uses{Direction: true, Order: true}, chords, nil,
		brokenChord},
	{table.Row{ID: "stacks", Name: "stacks of one interval", Phrase: "in stacks",
		Why: "three notes in equal steps: fourths, fifths"}, Uses{Direction: true, Size: true}, stacks, nil, nil},
	{table.Row{ID: "groups", Name: "groups", Phrase: "in groups", Why: "1-2-3, 2-3-4 and so on"}, Uses{Direction: true,
		Size: true}, groups, nil, nil},
	{table.Row{ID: "per-string", Name: "each string before the next", Phrase: "string by string",
		Why: "settles each string before moving on"}, Uses{Direction: true, Repeat: true}, perString, nil, nil},
	{table.Row{ID: "cell", Name: "your own cell", Phrase: "in a cell of your own",
		Why: "any figure, moved through the box"}, Uses{Direction: true, Cell: true}, cell, nil, nil},
	{table.Row{ID: "drop-2", Name: "drop-2 chords", Phrase: "in drop-2 chords",
		Why: "four voices, the second from the top an octave down"}, Uses{Direction: true}, dropTwo, nil, droppedChord},
	{table.Row{ID: Arpeggios, Name: "through chords in one position", Phrase: "through chords in one position",
		Why: "each chord's notes in one position"}, Uses{Chords: true}, nil, arpeggios, nil},
	{table.Row{ID: "full-range", Name: "full range, root to root", Phrase: "over the full range, root to root",
		Why: "from the root up to the top, down to the bottom and back to the root"}, Uses{}, nil, fullRange, nil},
	{table.Row{ID: "gates", Name: "gates", Phrase: "through the gates",
		Why: "root to root, playing each root twice, so the ear keeps the tonic"}, Uses{}, nil, gates,
		nil},
	{table.Row{ID: Phrase, Name: "your own phrase", Phrase: "as the phrase",
		Why: "notes with their own lengths, in degrees, for any key, box or mode"}, Uses{Phrase: true}, nil,
		asWritten, nil},
}

// Order is the run over a box as indexes into its notes, lowest 0, without an
// ending of its own. It is empty where the box holds no cell of the pattern.
func Order(notes []Note, s Spec) []int {
	p, ok := table.Find(Patterns, s.Pattern)
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

// asWritten is no way through a box: a phrase has its own notes.
func asWritten([]Note, Spec) []int { return nil }
