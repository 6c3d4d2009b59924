package layout

import "strings"

// System is one way to divide the neck.
type System struct {
	ID     string
	Name   string // for a picker
	Phrase string // in a sentence, after "lay … out"
	Why    string // when a teacher would choose it
	Boxes  func(Request) ([]Box, error)
	Uses   Uses
}

// Uses says which settings of a request a system reads, so that a screen shows
// a setting only where it matters.
type Uses struct {
	Span       bool // FromDegree and Octaves
	AllStrings bool // uses re-entrant strings too, unless told otherwise
	Links      bool // its boxes lead on to one another
	AnyString  bool // its boxes begin on any string
}

// Systems are all layout systems in picker order.
var Systems = []System{
	{"three-per-string", "three notes per string", "as three notes per string", "even on every string: rhythm and picking stay regular", perString(3), Uses{}},
	{"two-per-string", "two notes per string", "as two notes per string", "the narrow boxes of five-note scales", perString(2), Uses{}},
	{"four-per-string", "four notes per string", "as four notes per string", "covers most neck; moves the hand on every string", perString(4), Uses{}},
	{"five-form", "five forms", "in the five forms", "a pentatonic core with the other notes laid over it, tied to chord forms", fiveForm, Uses{}},
	{"seven-position", "seven positions", "in seven positions", "all that lies under a hand that stays, from each degree", sevenPosition, Uses{}},
	{"one-octave", "one octave from every root", "as one octave from every root", "three notes a string from any root; chained root to root they cover the neck", oneOctave, Uses{Links: true, AnyString: true}},
	{"from-degree", "from one degree, all starts", "from one degree, all starts", "finds every place to begin, each with the form it grows out of", fromDegree, Uses{Span: true, AnyString: true}},
	{"first-position", "first position", "in first position", "open strings and the first frets, lowest note to highest", firstPosition, Uses{}},
	{"single-string", "one string at a time", "one string at a time", "shows steps and half steps as distances; joins the boxes", singleString, Uses{Links: true}},
	{"campanella", "campanella", "as campanella", "no two neighbours on one string: the notes ring into each other", campanella, Uses{Span: true, AllStrings: true, AnyString: true}},
}

// Find returns the system with this id.
func Find(id string) (System, bool) {
	for _, s := range Systems {
		if s.ID == id {
			return s, true
		}
	}
	return System{}, false
}

// Fewer is the system with one note less on each string; ok is false where
// there is none.
func Fewer(s System) (fewer System, ok bool) {
	for id, less := range map[string]string{"four-per-string": "three-per-string", "three-per-string": "two-per-string"} {
		if s.ID == id {
			return Find(less)
		}
	}
	return System{}, false
}

// IDs lists the ids in table order, for messages.
func IDs() string {
	ids := make([]string, len(Systems))
	for i, s := range Systems {
		ids[i] = s.ID
	}
	return strings.Join(ids, " ")
}
