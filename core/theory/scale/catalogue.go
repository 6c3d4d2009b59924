package scale

import "evenladder/core/base/table"

// Entry is one row of the catalogue: a named scale without a tonic.
type Entry struct {
	table.Row         // its name is said after the tonic
	Formula   Formula // degrees against the major scale
	// Counterpart is the major scale of a minor one and the reverse: on the
	// same tonic it is the parallel scale, a minor third away the relative.
	Counterpart string
}

// catalogue is every named scale, in the order a picker shows them. Where two
// rows have one formula the first names it.
var catalogue = parseRows([][4]string{
	{"major", "major", "1 2 3 4 5 6 7", "natural-minor"},
	{"natural-minor", "natural minor", "1 2 b3 4 5 b6 b7", "major"},
	{"harmonic-minor", "harmonic minor", "1 2 b3 4 5 b6 7", "major"},
	{"melodic-minor", "melodic minor", "1 2 b3 4 5 6 7", "major"},
	{"ionian", "Ionian", "1 2 3 4 5 6 7", ""},
	{"dorian", "Dorian", "1 2 b3 4 5 6 b7", ""},
	{"phrygian", "Phrygian", "1 b2 b3 4 5 b6 b7", ""},
	{"lydian", "Lydian", "1 2 3 #4 5 6 7", ""},
	{"mixolydian", "Mixolydian", "1 2 3 4 5 6 b7", ""},
	{"aeolian", "Aeolian", "1 2 b3 4 5 b6 b7", ""},
	{"locrian", "Locrian", "1 b2 b3 4 b5 b6 b7", ""},
	{"major-pentatonic", "major pentatonic", "1 2 3 5 6", "minor-pentatonic"},
	{"minor-pentatonic", "minor pentatonic", "1 b3 4 5 b7", "major-pentatonic"},
	{"minor-blues", "minor blues", "1 b3 4 b5 5 b7", "major-blues"},
	{"major-blues", "major blues", "1 2 b3 3 5 6", "minor-blues"},
	{"in", "miyako-bushi", "1 b2 4 5 b6", ""},
	{"hirajoshi", "hirajoshi", "1 2 b3 5 b6", ""},
	{"kumoi", "kumoi", "1 2 b3 5 6", ""},
	{"in-sen", "in-sen", "1 b2 4 5 b7", ""},
	{"iwato", "iwato", "1 b2 4 b5 b7", ""},
	{"whole-tone", "whole-tone", "1 2 3 #4 #5 #6", ""},
	{"half-whole", "half-whole diminished", "1 b2 b3 3 #4 5 6 b7", ""},
	{"whole-half", "whole-half diminished", "1 2 b3 4 b5 b6 6 7", ""},
	{"phrygian-dominant", "Phrygian dominant", "1 b2 3 4 5 b6 b7", ""},
	{"dorian-b2", "Dorian ♭2", "1 b2 b3 4 5 6 b7", ""},
	{"lydian-augmented", "Lydian augmented", "1 2 3 #4 #5 6 7", ""},
	{"lydian-dominant", "Lydian dominant", "1 2 3 #4 5 6 b7", ""},
	{"mixolydian-b6", "Mixolydian ♭6", "1 2 3 4 5 b6 b7", ""},
	{"locrian-2", "Locrian ♮2", "1 2 b3 4 b5 b6 b7", ""},
	{"altered", "altered", "1 b2 b3 b4 b5 b6 b7", ""},
	{"harmonic-major", "harmonic major", "1 2 3 4 5 b6 7", ""},
})

func parseRows(rows [][4]string) []Entry {
	out := make([]Entry, len(rows))
	for i, r := range rows {
		out[i] = Entry{Row: table.Row{ID: r[0], Name: r[1]}, Formula: MustParseFormula(r[2]), Counterpart: r[3]}
	}
	return out
}

// Catalogue returns the named scales in picker order. The slice is the
// caller's own.
func Catalogue() []Entry { return append([]Entry(nil), catalogue...) }

// Find returns the catalogue's row with this id.
func Find(id string) (Entry, bool) { return table.Find(catalogue, id) }

// Named returns the first row with this formula.
func Named(f Formula) (Entry, bool) {
	for _, e := range catalogue {
		if e.Formula.Equal(f) {
			return e, true
		}
	}
	return Entry{}, false
}

// IDs lists the ids in catalogue order, for messages.
func IDs() string { return table.IDs(catalogue) }
