package layout

import "evenladder/core/base/table"

// System is one way to divide the neck.
type System struct {
	table.Row // its phrase stands after "lay … out"
	Boxes     func(Request) ([]Box, error)
	Uses      Uses
}

// Uses says which settings of a request a system reads, so that a screen shows
// a setting only where it matters.
type Uses struct {
	Span       bool // FromDegree and Octaves
	AllStrings bool // uses re-entrant strings too, unless told otherwise
	Links      bool // its boxes lead on to one another
	AnyString  bool // its boxes begin on any string
	Rings      bool // its notes ring into each other
	Shape      bool // OctaveShape
	Core       bool // its boxes are laid over those of a core
}

// NameOf is the name of a system, empty where there is none with this id.
func NameOf(id string) string {
	s, _ := table.Find(Systems, id)
	return s.Name
}

// Systems are all layout systems in picker order.
var Systems = []System{
	{table.Row{ID: "three-per-string", Name: "three notes per string", Phrase: "as three notes per string",
		Why: "the same on every string, so rhythm and picking stay regular"}, perString(3), Uses{}},
	{table.Row{ID: "two-per-string", Name: "two notes per string", Phrase: "as two notes per string",
		Why: "the narrow boxes of five-note scales"}, perString(2), Uses{}},
	{table.Row{ID: "four-per-string", Name: "four notes per string", Phrase: "as four notes per string",
		Why: "covers the most neck; the hand moves on every string"}, perString(4), Uses{}},
	{table.Row{ID: "five-form", Name: "five forms", Phrase: "in the five forms",
		Why: "a pentatonic core with the other notes added, tied to chord shapes"}, fiveForm, Uses{Core: true}},
	{table.Row{ID: "seven-position", Name: "seven positions", Phrase: "in seven positions",
		Why: "everything within reach of one position, from each degree"}, sevenPosition, Uses{}},
	{table.Row{ID: "one-octave", Name: "one octave from every root", Phrase: "as one octave from every root",
		Why: "one octave from any root; joined root to root they cover the neck"}, oneOctave,
		Uses{Links: true, AnyString: true, Shape: true}},
	{table.Row{ID: "from-degree", Name: "from one degree, all starts", Phrase: "from one degree, all starts",
		Why: "finds every place to start, and the form each belongs to"}, fromDegree,
		Uses{Span: true, AnyString: true}},
	{table.Row{ID: "first-position", Name: "first position", Phrase: "in first position",
		Why: "open strings and the first frets, from the lowest note to the highest"}, firstPosition, Uses{}},
	{table.Row{ID: "single-string", Name: "one string at a time", Phrase: "one string at a time",
		Why: "shows whole and half steps as distances; joins the boxes"}, singleString, Uses{Links: true}},
	{table.Row{ID: "campanella", Name: "campanella", Phrase: "as a campanella",
		Why: "neighbouring notes are on different strings, so they ring into each other"}, campanella,
		Uses{Span: true, AllStrings: true, AnyString: true, Rings: true}},
}

// Fewer is the system with one note less on each string; ok is false where
// there is none.
func Fewer(s System) (fewer System, ok bool) {
	for id, less := range map[string]string{"four-per-string": "three-per-string",
		"three-per-string": "two-per-string"} {
		if s.ID == id {
			return table.Find(Systems, less)
		}
	}
	return System{}, false
}
