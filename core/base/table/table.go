// Package table is the shape of every list of choices in the core: layouts,
// schools, patterns, endings, ways to pick, orders of keys.
//
// A choice is a Row with an id for data, a name for a picker, a phrase for the
// sentence and a reason for choosing it. A package that has more to say of its
// choices embeds the Row in a type of its own; Find and IDs read both.
package table

import "strings"

// Row is one choice.
type Row struct {
	ID     string
	Name   string // for a picker
	Phrase string // in a sentence; empty where the choice is usual and goes unsaid
	Why    string // when a teacher would choose it
}

// Said is the name of a row, or its phrase where it has no other name.
func (r Row) Said() string {
	if r.Name == "" {
		return r.Phrase
	}
	return r.Name
}

// AsRow is the row itself; a type that embeds a Row is thereby a Choice.
func (r Row) AsRow() Row { return r }

// Choice is a row of some table.
type Choice interface{ AsRow() Row }

// Find returns the choice with this id.
func Find[C Choice](choices []C, id string) (found C, ok bool) {
	for _, c := range choices {
		if c.AsRow().ID == id {
			return c, true
		}
	}
	return found, false
}

// IDs lists the ids in table order, for messages.
func IDs[C Choice](choices []C) string {
	ids := make([]string, len(choices))
	for i, c := range choices {
		ids[i] = c.AsRow().ID
	}
	return strings.Join(ids, " ")
}

// Rows are the plain rows of a table.
func Rows[C Choice](choices []C) []Row {
	out := make([]Row, len(choices))
	for i, c := range choices {
		out[i] = c.AsRow()
	}
	return out
}
