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
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
)

// Finger numbers: 1 index to 4 little; 0 is an open string.
const (
	OpenString = 0
	Index      = 1
	Middle     = 2
	Ring       = 3
	Little     = 4
)

// FingerWords name fingers 0 to 4 in full.
var FingerWords = [5]string{"open string", "index finger", "middle finger", "ring finger", "little finger"}

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
	table.Row
	Stances   []Stance
	Frame     layout.Frame      // the stretch of frets that a layout takes to lie under the hand
	Positions []layout.Position // the low positions that have names
	AtEase    bool              // fingers on their homes are the shape of the hand itself, on any neck
	Glides    bool              // the index has two frets and glides from one to the other
}

// Takes reports whether a finger of the school comes to a fret with the hand
// before the nut.
func (s School) Takes(finger, fret int) bool {
	return slices.ContainsFunc(s.Stances, func(st Stance) bool { return st.Finger == finger && fret-st.Offset >= 1 })
}

// Schools are all schools in picker order.
var Schools = []School{
	{
		Row: table.Row{ID: "per-fret", Name: "one finger per fret", Phrase: "one finger per fret",
			Why: "four fingers on four neighbouring frets, plus a one-fret reach either way"},
		Stances: []Stance{
			{Index, -1, Back}, {Index, 0, Home}, {Middle, 1, Home}, {Ring, 2, Home}, {Little, 3, Home},
			{Little, 4, Forward},
		},
		Frame: layout.Frame{First: -1, FirstHome: 0, LastHome: 3, Last: 4},
		Positions: []layout.Position{{Name: "first position", Low: 1, High: 4, Hand: 1}, {Name: "second position",
			Low: 2, High: 5, Hand: 2}},
		AtEase: true,
	},
	{
		Row: table.Row{ID: "two-fret", Name: "two frets per finger", Phrase: "two frets per finger",
			Why: "a finger for each scale step, on necks about as short as a violin's"},
		Stances: []Stance{
			{Index, -1, Home}, {Index, 0, Home}, {Middle, 1, Home}, {Middle, 2, Home}, {Ring, 3, Home}, {Ring, 4, Home},
			{Little, 4, Home}, {Little, 5, Home}, {Little, 6, Forward},
		},
		Frame: layout.Frame{First: -1, FirstHome: -1, LastHome: 5, Last: 6},
		Positions: []layout.Position{{Name: "first position", Low: 1, High: 7, Hand: 2, Little: 8},
			{Name: "half position", Low: 1, High: 6, Hand: 1}, {Name: "second position", Low: 3, High: 9, Hand: 4}},
		Glides: true,
	},
	{
		Row: table.Row{ID: "one-two-four", Name: "one, two and four", Phrase: "one, two and four",
			Why: "index, middle and little finger on three neighbouring frets, for long necks; the ring finger supports the little finger, and anything wider is a shift"},
		Stances: []Stance{{Index, 0, Home}, {Middle, 1, Home}, {Little, 2, Home}},
		Frame:   layout.Frame{First: -1, FirstHome: 0, LastHome: 2, Last: 3, Stiff: true},
		Positions: []layout.Position{{Name: "first position", Low: 1, High: 4, Hand: 2}, {Name: "half position",
			Low: 1, High: 3, Hand: 1}, {Name: "second position", Low: 3, High: 5, Hand: 3}},
		AtEase: true,
	},
}

// Wide is a way to finger a span of two whole steps.
type Wide string

// Open is a way with open strings.
type Open string

// Prefer is a way to weigh a reach against a shift.
type Prefer string

// Four is a way to finger four notes on a string.
type Four string

// The ways of a hand.
const (
	OneTwoFour   Wide = "1-2-4"
	OneThreeFour Wide = "1-3-4"

	OpenBothWays  Open = "both-ways"
	OpenAscending Open = "ascending" // the fourth finger coming down
	OpenClosed    Open = "closed"    // no open strings

	PreferEither Prefer = "either"
	PreferReach  Prefer = "reach"
	PreferShift  Prefer = "shift"

	ThreeAndShift Four = "1-2-3-shift"
	FourFingers   Four = "1-2-3-4"
	LittleShift   Four = "little-shift"
)

// Wides are the ways to finger a span of two whole steps, in picker order.
var Wides = []table.Row{
	{ID: string(OneTwoFour), Name: "wide spans with 1-2-4", Why: "the index and middle fingers open most easily"},
	{ID: string(OneThreeFour), Name: "wide spans with 1-3-4", Phrase: "wide spans with 1-3-4",
		Why: "uses the ring finger; asks more of the little finger"},
}

// Opens are the ways with open strings, in picker order.
var Opens = []table.Row{
	{ID: string(OpenBothWays), Name: "open strings up and down", Why: "they ring, and give the hand time to move"},
	{ID: string(OpenAscending), Name: "open strings going up, fourth finger coming down",
		Phrase: "open strings going up and the fourth finger coming down",
		Why:    "trains the fourth finger and keeps the tone even coming down"},
	{ID: string(OpenClosed), Name: "without open strings", Phrase: "without open strings",
		Why: "moves to any key unchanged"},
}

// Prefers are the ways to weigh a reach against a shift, in picker order.
var Prefers = []table.Row{
	{ID: string(PreferEither), Name: "reach or shift, whichever is less", Why: "by distance"},
	{ID: string(PreferReach), Name: "reach rather than shift", Phrase: "reaching rather than shifting",
		Why: "keeps the hand still, for a large or flexible hand"},
	{ID: string(PreferShift), Name: "shift rather than reach", Phrase: "shifting rather than reaching",
		Why: "keeps the fingers close, for a small or tired hand"},
}

// Fours are the ways to finger four notes on a string, in picker order.
var Fours = []table.Row{
	{ID: string(ThreeAndShift), Name: "four on a string as 1-2-3 and a shift",
		Why: "three notes in one position, then the hand moves up: two overlapping groups of three"},
	{
		ID: string(LittleShift), Name: "four on a string with a shift on the little finger",
		Phrase: "the little finger shifting to the fourth note",
		Why:    "the little finger slides to the fourth note of each string and the hand follows",
	},
	{ID: string(FourFingers), Name: "four on a string with a finger each",
		Phrase: "a finger for each of the four notes",
		Why:    "the hand stays open over each string; for short necks or high positions"},
}
