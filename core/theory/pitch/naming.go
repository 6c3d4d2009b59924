package pitch

import (
	"strings"

	"evenladder/core/base/table"
)

// Naming is a way to say notes. Data stays spelled in English; a naming makes
// the words that people read.
type Naming struct {
	table.Row
	// ByKey says that a word depends on the degree and not on the pitch.
	ByKey bool
	label func(Name, Degree) string
}

// English is the id of the naming that data is spelled in.
const English = "english"

// Namings are all ways, in picker order.
var Namings = []Naming{
	{table.Row{ID: English, Name: "A B C", Why: "letters, as data has them"}, false,
		func(n Name, _ Degree) string { return n.Pretty() }},
	{table.Row{ID: "german", Name: "A H C (German)", Why: "H is the note below C, B the one below H"}, false,
		func(n Name, _ Degree) string { return n.german() }},
	{table.Row{ID: "fixed-do", Name: "la si do (fixed do)", Why: "do is always C"}, false,
		func(n Name, _ Degree) string { return n.fixedDo() }},
	{table.Row{ID: "movable-do", Name: "movable do", Why: "do is the tonic of the key"}, true,
		func(_ Name, d Degree) string { return d.movableDo() }},
	{table.Row{ID: "numbers", Name: "numbers", Why: "1 is the tonic of the key"}, true,
		func(_ Name, d Degree) string { return d.Pretty() }},
}

// Label says a note of a scale.
func (n Naming) Label(name Name, d Degree) string { return n.label(name, d) }

// Absolute says a note without a key: the tonic itself, an open string. Where
// words depend on the key it is the English letter.
func (n Naming) Absolute(name Name) string {
	if n.ByKey {
		return name.Pretty()
	}
	return n.label(name, Degree{})
}

// german writes H for B and B for B flat, with -is and -es for the signs.
func (n Name) german() string {
	letter := string(n.letter)
	switch {
	case n.letter == 'B' && n.acc == -1:
		return "B"
	case n.letter == 'B':
		letter = "H"
	}
	if n.acc >= 0 {
		return letter + strings.Repeat("is", int(n.acc))
	}
	flats := strings.Repeat("es", -int(n.acc))
	if n.letter == 'A' || n.letter == 'E' {
		return letter + flats[1:] // As, Es, Ases, Eses
	}
	return letter + flats
}

var fixedSyllables = [7]string{"la", "si", "do", "re", "mi", "fa", "sol"}

func (n Name) fixedDo() string {
	return fixedSyllables[n.letter-'A'] + Pretty(accidental(n.acc, "#", "b"))
}

// movableSyllables by degree and alteration: lowered, natural, raised.
var movableSyllables = [8][3]string{
	{}, {"de", "do", "di"}, {"ra", "re", "ri"}, {"me", "mi", "mai"}, {"fe", "fa", "fi"}, {"se", "sol", "si"},
	{"le", "la", "li"}, {"te", "ti", "tai"},
}

func (d Degree) movableDo() string {
	if d.alter < -1 || d.alter > 1 {
		return movableSyllables[d.number][1] + Pretty(accidental(d.alter, "#", "b"))
	}
	return movableSyllables[d.number][d.alter+1]
}
