// Package fault is the one way to say what is wrong with what was given.
//
// A Fault stands at a field, a path such as "scale.tonic", and says what was
// given and what would be accepted. A List holds every fault of one thing, in
// the order of its fields, so that all of them can be mended at once. Many
// faults of one kind are said once, with their count.
//
// Decode reads JSON into a Go value and reports in the same way what is not
// there to be read: a wrong type or an unknown field, in words that do not
// speak of Go.
package fault

import (
	"errors"
	"fmt"
	"slices"
	"strings"
)

// Fault says what is wrong at one field.
type Fault struct {
	Field   string `json:"field"`
	Message string `json:"message"` // what was given and what would be accepted
}

// List is every fault of one thing, in the order of its fields.
type List []Fault

// At is one fault as an error.
func At(field, format string, args ...any) error {
	return List{{field, fmt.Sprintf(format, args...)}}
}

// Error writes one line a fault.
func (l List) Error() string {
	lines := make([]string, len(l))
	for i, f := range l {
		lines[i] = f.Field + ": " + f.Message
	}
	return strings.Join(lines, "\n")
}

// Or is the list as an error, nil where it is empty.
func (l List) Or() error {
	if len(l) == 0 {
		return nil
	}
	return l
}

// Add adds an error at a field; nil adds nothing.
func (l *List) Add(field string, err error) {
	if err != nil {
		*l = append(*l, Fault{field, err.Error()})
	}
}

// Addf adds a fault in the words of a format.
func (l *List) Addf(field, format string, args ...any) {
	*l = append(*l, Fault{field, fmt.Sprintf(format, args...)})
}

// Under adds the faults of something that stands under a field of its own, such
// as "first."; other errors are not taken.
func (l *List) Under(prefix string, err error) {
	var inner List
	if errors.As(err, &inner) {
		for _, f := range inner {
			*l = append(*l, Fault{prefix + f.Field, f.Message})
		}
	}
}

// Under puts the faults of an error under a prefix such as "brief."; any other error
// stays as it is.
func Under(prefix string, err error) error {
	var faults List
	if faults.Under(prefix, err); len(faults) > 0 {
		return faults
	}
	return err
}

// Each checks the n entries of a list and says the first fault among them, with
// the number of the others.
func (l *List) Each(field string, n int, check func(i int) error) {
	var first error
	more := 0
	for i := range n {
		switch err := check(i); {
		case err != nil && first == nil:
			first = err
		case err != nil:
			more++
		}
	}
	switch {
	case more > 0:
		l.Addf(field, "%v (and %d more like it)", first, more)
	case first != nil:
		l.Add(field, first)
	}
}

// Between checks a whole number against its bounds.
func (l *List) Between(field string, v, low, high int) {
	l.Add(field, Outside(v, low, high))
}

// Has reports whether something is wrong at a field.
func (l List) Has(field string) bool {
	return slices.ContainsFunc(l, func(f Fault) bool { return f.Field == field })
}

// Outside says that a whole number is not within its bounds; nil where it is.
func Outside(v, low, high int) error {
	if v >= low && v <= high {
		return nil
	}
	if low == high {
		return fmt.Errorf("%d was given: give %d", v, low)
	}
	return fmt.Errorf("%d was given: give %d to %d", v, low, high)
}

// clipped is how many characters of what was given a message repeats.
const clipped = 32

// Clip keeps a message readable whatever was given.
func Clip(s string) string {
	if r := []rune(s); len(r) > clipped {
		return string(r[:clipped]) + "…"
	}
	return s
}

// Word says that a word is not one of those accepted.
func Word(given, accepted string) error {
	return fmt.Errorf("%q was given: give one of %s", Clip(given), accepted)
}
