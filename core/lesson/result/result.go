// Package result is how a try went: three words that the ladder goes by, a take
// proposes and a player presses.
package result

import (
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
)

// Result is how a try went.
type Result string

// The results.
const (
	Clean  Result = "clean"
	Nearly Result = "nearly"
	NotYet Result = "not-yet"
)

// All are all results, in the order of their keys.
var All = []table.Row{
	{ID: string(Clean), Name: "clean", Why: "every note, in time, no strain"},
	{ID: string(Nearly), Name: "nearly", Why: "a mistake or two"},
	{ID: string(NotYet), Name: "not yet", Why: "it broke down, or it hurt"},
}

// Check says what is wrong with a result.
func (r Result) Check() error {
	for i := range All { // of a long log every try is asked
		if All[i].ID == string(r) {
			return nil
		}
	}
	return fault.Word(string(r), table.IDs(All))
}
