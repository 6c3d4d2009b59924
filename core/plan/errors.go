package plan

import (
	"errors"
	"fmt"
	"strings"
)

// FieldError says what is wrong with one field of a brief: what was given and
// what would be accepted. Field is a path such as "scale.tonic".
type FieldError struct {
	Field   string `json:"field"`
	Message string `json:"message"`
}

// Errors is every problem of a brief, in the order of its fields.
type Errors []FieldError

// Error writes one line a problem.
func (e Errors) Error() string {
	lines := make([]string, len(e))
	for i, f := range e {
		lines[i] = f.Field + ": " + f.Message
	}
	return strings.Join(lines, "\n")
}

func (e *Errors) add(field string, err error) {
	if err != nil {
		*e = append(*e, FieldError{field, err.Error()})
	}
}

func (e *Errors) addf(field, format string, args ...any) {
	e.add(field, fmt.Errorf(format, args...))
}

// under adds the errors of a brief that stands under a field of its own.
func (e *Errors) under(prefix string, err error) {
	var inner Errors
	if errors.As(err, &inner) {
		for _, f := range inner {
			*e = append(*e, FieldError{prefix + f.Field, f.Message})
		}
	}
}
