package brief

import (
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
)

// Field is one row of the table: all that is to be known of one field of a
// brief.
type Field struct {
	Path  string // in the wire contract, such as "layout.system"
	Title string // over its picker
	About string // what it says, with its unit, for the wire contract
	Point string // the heading that it stands under among the fine points; empty where it is always in the sentence
	Hint  string // what may be typed in its picker
	Part  bool   // a fine point that belongs to the layout or the pattern and is said with it
	With  string // the fine point that it is set together with

	Between *[2]int // the least and the most that a whole number may be, where the rest of the brief does not say it

	// Options are the few words that it may be; Usual is the one meant where the
	// brief is silent.
	Options []table.Row
	Usual   func(*Reading) string

	at      func(*Brief) any                               // where a brief has it
	fill    func(*Reading)                                 // its default, where it is not one of few words
	check   func(*Reading, *fault.List)                    // what is accepted
	matters func(*Reading) bool                            // whether it changes anything here; always where nil
	say     func(*Reading) (lead, words string)            // its words and what stands before them; no words where it goes unsaid
	choices func(*Reading) []Choice                        // what a picker offers, where that is not its options
	typed   func(r *Reading, f Field, text string) Changes // what a text typed by hand means, nil if nothing; not set where only a choice is taken
	meant   []string                                       // what a text that names nothing may be short for, such as "groups %s"
	within  level                                          // what its value is about
	makes   level                                          // what is another once its value is
	clears  []string                                       // fields besides those within that, which mean nothing any more
	fits    func(r *Reading, id string) bool               // whether one of its options can be taken here; all where nil
	picked  func(r *Reading, id string, changes Changes)   // what goes with one of its options
}

// Group is the fields that are about one thing.
type Group struct {
	Head   string // field at which the sentence shows what is wrong with those that go unsaid
	Fields []Field
	// make turns the words of the group into values.
	make func(*Reading, *fault.List)
	// first says that it is read though others before it were at fault.
	first bool
	// carried says that it belongs to a round alone.
	carried bool
}

// Table is every field of a brief, in the order in which the sentence says them.
type Table []Group

// Fields is the table of briefs.
var Fields = Table{instrumentGroup, keyGroup, layoutGroup, handGroup, runGroup, rhythmGroup, endGroup, backingGroup,
	namesGroup,
	roundGroup}

// All are the rows one after the other.
func (t Table) All() []Field {
	var out []Field
	for _, g := range t {
		out = append(out, g.Fields...)
	}
	return out
}

// Find returns the row of a path.
func (t Table) Find(path string) (Field, bool) {
	for _, g := range t {
		for _, f := range g.Fields {
			if f.Path == path {
				return f, true
			}
		}
	}
	return Field{}, false
}

// Head is the field of the sentence at which a problem is shown where its own
// field goes unsaid: that of its group, or of the object that its path is in.
func (t Table) Head(path string) string {
	object, _, _ := strings.Cut(path, ".")
	nearest := t[0].Head
	for _, g := range t {
		for _, f := range g.Fields {
			if f.Path == path {
				return g.Head
			}
			if of, _, _ := strings.Cut(f.Path, "."); of == object && nearest == t[0].Head {
				nearest = g.Head
			}
		}
	}
	return nearest
}

// Extra reports whether the sentence says the field only where it is set, and about
// what is to be played: not the measures of the instrument, nor names of notes.
func (f Field) Extra(t Table) bool {
	if with, ok := t.Find(f.With); ok {
		return with.Extra(t)
	}
	return f.Point != "" && f.Point != pointReader && !f.Part
}

// Kind is the kind of a field's value.
type Kind string

// The kinds of values.
const (
	Text    Kind = "text"
	Whole   Kind = "whole"
	Number  Kind = "number"
	Flag    Kind = "flag"
	Texts   Kind = "texts"
	Wholes  Kind = "wholes"
	Mixed   Kind = "mixed" // whole numbers and texts
	Numbers Kind = "numbers"
	AtPlace Kind = "place" // a string and a fret
)

// Kind is the kind of the field's value.
func (f Field) Kind() Kind {
	switch f.at(&Brief{}).(type) {
	case **int, *int:
		return Whole
	case **float64:
		return Number
	case *bool, **bool:
		return Flag
	case *[]string:
		return Texts
	case *[]int:
		return Wholes
	case *[]ChordWord:
		return Mixed
	case *[]float64:
		return Numbers
	case **neck.Place:
		return AtPlace
	}
	return Text
}

// Value is what a brief has in the field, nil where it is silent.
func (f Field) Value(b *Brief) any {
	switch v := f.at(b).(type) {
	case *string:
		return given(*v, *v != "")
	case *int:
		return given(*v, *v != 0)
	case *bool:
		return given(*v, *v)
	case **int:
		return pointed(*v)
	case **bool:
		return pointed(*v)
	case **float64:
		return pointed(*v)
	case **neck.Place:
		return pointed(*v)
	case *[]string:
		return given(*v, len(*v) > 0)
	case *[]int:
		return given(*v, len(*v) > 0)
	case *[]ChordWord:
		return given(*v, len(*v) > 0)
	case *[]float64:
		return given(*v, len(*v) > 0)
	}
	return nil
}

func given[T any](v T, there bool) any {
	if !there {
		return nil
	}
	return v
}

func pointed[T any](v *T) any {
	if v == nil {
		return nil
	}
	return *v
}

// clear takes the field out of a brief.
func (f Field) clear(b *Brief) {
	switch v := f.at(b).(type) {
	case *string:
		*v = ""
	case *int:
		*v = 0
	case *bool:
		*v = false
	case **int:
		*v = nil
	case **bool:
		*v = nil
	case **float64:
		*v = nil
	case **neck.Place:
		*v = nil
	case *[]string:
		*v = nil
	case *[]int:
		*v = nil
	case *[]ChordWord:
		*v = nil
	case *[]float64:
		*v = nil
	}
}

// fill gives a field its default where the brief is silent. The pointer is
// always fresh, so that a reading never shares memory with the caller's brief.
func fill[T any](field **T, usual T) {
	if *field != nil {
		usual = **field
	}
	*field = &usual
}

// own gives a list memory of its own.
func own[T any](list *[]T) { *list = slices.Clone(*list) }

// between are the bounds of a whole number.
func between(least, most int) *[2]int { return &[2]int{least, most} }

func always(word string) func(*Reading) string { return func(*Reading) string { return word } }
