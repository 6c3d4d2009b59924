// Package hand chooses fingers.
//
// One model serves every instrument. The hand stands at a position, the fret
// of the index finger at rest. A School says which frets each finger can take
// from there, at rest or by a reach. Each way to play a path of notes has a
// cost: reaching, opening the fingers wide, and moving the hand, all by the
// millimetre. Path finds the cheapest way; of equally cheap ones the one that
// moves the hand latest. Nothing is stored as a shape: fingers of a familiar
// box come out because they are the least work on that neck.
//
// The constants stand in one table, costs. They follow common practice, as
// docs/decisions/fingering-cost.md tells.
package hand

import "strings"

// Finger numbers: 1 index to 4 little; 0 is an open string.
const (
	OpenString = 0
	Index      = 1
	Middle     = 2
	Ring       = 3
	Little     = 4
)

// Reach is a finger off its home fret while the hand stays.
type Reach string

const (
	Home    Reach = ""
	Back    Reach = "back"    // the index towards the nut
	Forward Reach = "forward" // the little finger towards the bridge
)

// Stance is one fret that a finger can take, counted from the position.
type Stance struct {
	Finger int
	Offset int
	Reach  Reach
}

// School gives each finger its home and its reaches.
type School struct {
	ID      string
	Name    string // for a picker and in a sentence
	Why     string // when a teacher would choose it
	Stances []Stance
}

// Schools are all schools in picker order.
var Schools = []School{
	{"per-fret", "one finger per fret", "four fingers on four neighbouring frets, with one reach either way", []Stance{
		{Index, -1, Back}, {Index, 0, Home}, {Middle, 1, Home}, {Ring, 2, Home}, {Little, 3, Home}, {Little, 4, Forward},
	}},
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
	ID   string
	Name string
}

// Wides are the ways to finger a span of two whole steps, in picker order.
var Wides = []Choice{
	{"1-2-4", "wide spans with 1-2-4"},
	{"1-3-4", "wide spans with 1-3-4"},
}

// Opens are the ways with open strings, in picker order.
var Opens = []Choice{
	{"both-ways", "open strings up and down"},
	{"closed", "without open strings"},
}

// WideIDs and OpenIDs list the ids, for messages.
func WideIDs() string { return choiceIDs(Wides) }
func OpenIDs() string { return choiceIDs(Opens) }

func choiceIDs(choices []Choice) string {
	ids := make([]string, len(choices))
	for i, c := range choices {
		ids[i] = c.ID
	}
	return strings.Join(ids, " ")
}
