package brief

import (
	"fmt"
	"strings"
	"unicode"
	"unicode/utf8"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// maxForLen bounds the name of whom it is for, in characters.
const maxForLen = 40

var namesGroup = Group{Head: "scale.tonic", first: true, Fields: []Field{{
	Path: "names", Title: "Note names", About: "How notes are said to readers; data stays English.", Point: pointReader,
	at: func(b *Brief) any { return &b.Names }, Options: rowsOf(pitch.Namings), Usual: always(pitch.English),
	say: func(r *Reading) (lead, words string) {
		if r.Naming.ID != pitch.English {
			return ", with notes said as ", r.Naming.Name
		}
		return
	},
}, {
	Path: "for", Title: "For whom", About: "Name or initials of whom it is for, as the sentence says it; changes no note.", Point: pointReader, Hint: "type a name or initials",
	at: func(b *Brief) any { return &b.For }, typed: asText,
	choices: func(*Reading) []Choice { return []Choice{choice("no one in particular", "", "for", nil)} },
	check:   func(r *Reading, f *fault.List) { f.Add("for", CheckFor(r.Brief.For)) },
	say:     func(r *Reading) (lead, words string) { return ", for ", r.Brief.For },
}}, make: func(r *Reading, _ *fault.List) {
	r.Naming, _ = table.Find(pitch.Namings, r.Brief.Names)
}}

// CheckFor says what is wrong with the name of whom it is for.
func CheckFor(name string) error {
	if strings.ContainsFunc(name, unicode.IsControl) {
		return fmt.Errorf("%q was given: give a name in one line, without control characters", fault.Clip(name))
	}
	if n := utf8.RuneCountInString(name); n > maxForLen {
		return fmt.Errorf("%d characters were given: give %d at most", n, maxForLen)
	}
	return nil
}
