// Package hand chooses fingers.
//
// One model serves every instrument. The hand stands at a position, the fret
// of the index finger at rest. A School says which frets each finger can take
// from there, at rest or by a reach. Each way to play a path of notes has a
// cost: reaching, opening the fingers wide, and moving the hand, all by the
// millimetre. A Hand finds the cheapest way; of equally cheap ones the one
// that moves the hand latest. Nothing is stored as a shape: fingers of a
// familiar box come out because they are the least work on that neck.
//
// The constants stand in one table, costs. They follow common practice, as
// docs/decisions/fingering-cost.md tells.
package hand

import (
	"strings"

	"evenladder/core/layout"
)

// Finger numbers: 1 index to 4 little; 0 is an open string.
const (
	OpenString = 0
	Index      = 1
	Middle     = 2
	Ring       = 3
	Little     = 4
)

// Reach is a finger off its home fret while the hand stays.
type Reach uint8

const (
	Home    Reach = iota
	Back          // the index towards the nut
	Forward       // the little finger towards the bridge
)

// String is "back", "forward" or empty.
func (r Reach) String() string { return [...]string{"", "back", "forward"}[r] }

// Stance is one fret that a finger can take, counted from the position.
type Stance struct {
	Finger int
	Offset int
	Reach  Reach
}

// School gives each finger its homes and its reaches.
type School struct {
	ID        string
	Name      string // for a picker and in a sentence
	Why       string // when a teacher would choose it
	Stances   []Stance
	Positions []layout.Position // the low positions that have names
}

// Schools are all schools in picker order.
var Schools = []School{
	{"per-fret", "one finger per fret", "four fingers on four neighbouring frets, with one reach either way", []Stance{
		{Index, -1, Back}, {Index, 0, Home}, {Middle, 1, Home}, {Ring, 2, Home}, {Little, 3, Home}, {Little, 4, Forward},
	}, []layout.Position{{Name: "first position", Low: 1, High: 4}, {Name: "second position", Low: 2, High: 5}}},
	{"two-fret", "two frets per finger", "a finger for each scale step, on necks about as short as a violin's", []Stance{
		{Index, -1, Home}, {Index, 0, Home}, {Middle, 1, Home}, {Middle, 2, Home}, {Ring, 3, Home}, {Ring, 4, Home},
		{Little, 4, Home}, {Little, 5, Home}, {Little, 6, Forward},
	}, []layout.Position{{Name: "first position", Low: 1, High: 7}, {Name: "half position", Low: 1, High: 6}, {Name: "second position", Low: 3, High: 9}}},
	{"one-two-four", "one, two and four", "index, middle and little finger on three neighbouring frets, for long scales; the ring finger helps the little one", []Stance{
		{Index, -1, Back}, {Index, 0, Home}, {Middle, 1, Home}, {Little, 2, Home}, {Little, 3, Forward},
	}, []layout.Position{{Name: "first position", Low: 1, High: 4}, {Name: "half position", Low: 1, High: 3}, {Name: "second position", Low: 3, High: 5}}},
}

// Frame is the stretch of frets that the school has under one hand.
func (s School) Frame() layout.Frame {
	var f layout.Frame
	for _, st := range s.Stances {
		f.First, f.Last = min(f.First, st.Offset), max(f.Last, st.Offset)
		if st.Reach == Home {
			f.FirstHome, f.LastHome = min(f.FirstHome, st.Offset), max(f.LastHome, st.Offset)
		}
	}
	return f
}

// FindSchool returns the school with this id.
func FindSchool(id string) (School, bool) {
	for _, s := range Schools {
		if s.ID == id {
			return s, true
		}
	}
	return School{}, false
}

// SchoolIDs lists the ids in table order, for messages.
func SchoolIDs() string {
	ids := make([]string, len(Schools))
	for i, s := range Schools {
		ids[i] = s.ID
	}
	return strings.Join(ids, " ")
}

// Choice is one way of a setting of the hand.
type Choice struct {
	ID     string
	Name   string // for a picker
	Phrase string // in a sentence; empty for the usual way, which goes unsaid
	Why    string // when a teacher would choose it
}

// Wides are the ways to finger a span of two whole steps, in picker order.
var Wides = []Choice{
	{"1-2-4", "wide spans with 1-2-4", "", "index and middle finger open most easily"},
	{"1-3-4", "wide spans with 1-3-4", "wide spans with 1-3-4", "keeps the ring finger in work; asks more of the little finger"},
}

// Opens are the ways with open strings, in picker order.
var Opens = []Choice{
	{"both-ways", "open strings up and down", "", "rings, and gives the hand time to move"},
	{"ascending", "open strings going up, fourth finger coming down", "open strings going up and the fourth finger coming down", "trains the fourth finger and keeps the way down even in tone"},
	{"closed", "without open strings", "without open strings", "moves to any key as it is"},
}

// Prefers are the ways to weigh a reach against a shift, in picker order.
var Prefers = []Choice{
	{"either", "reach or shift, whichever is less", "", "by the millimetre"},
	{"reach", "reach rather than shift", "reaching rather than shifting", "the hand stays, for a large or supple one"},
	{"shift", "shift rather than reach", "shifting rather than reaching", "the fingers stay close, for a small or tired hand"},
}

// Fours are the ways to finger four notes on a string, in picker order.
var Fours = []Choice{
	{"1-2-3-shift", "four on a string as 1-2-3 and a shift", "", "three notes under one hand, then it moves up: two overlapping groups of three"},
	{"1-2-3-4", "four on a string with a finger each", "a finger for each of the four notes", "the hand stays open over a string; for short necks or high up"},
}

// FindChoice returns the choice with this id.
func FindChoice(choices []Choice, id string) (Choice, bool) {
	for _, c := range choices {
		if c.ID == id {
			return c, true
		}
	}
	return Choice{}, false
}

// ChoiceIDs lists the ids of a table, for messages.
func ChoiceIDs(choices []Choice) string {
	ids := make([]string, len(choices))
	for i, c := range choices {
		ids[i] = c.ID
	}
	return strings.Join(ids, " ")
}
