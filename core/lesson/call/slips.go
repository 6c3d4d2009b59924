package call

import (
	"fmt"

	"evenladder/core/base/number"
	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// Slip is one thing that went wrong as notes were written out.
type Slip struct {
	At    int    `json:"at"`   // index of the note, from 0
	Kind  string `json:"kind"` // id of one of SlipKinds
	Words string `json:"words"`
}

// SlipKinds are what goes wrong as notes are written out, as teachers mark it.
var SlipKinds = []table.Row{
	{ID: "doubled-letter", Name: "a letter twice", Why: "each letter comes once before the first returns"},
	{ID: "letter", Name: "wrong letter"},
	{ID: "missing", Name: "a missing note"},
	{ID: "too-many", Name: "an extra note"},
	{ID: "sign-missing", Name: "a missing sharp or flat"},
	{ID: "sign-too-many", Name: "an extra sharp or flat"},
	{ID: "wrong-way", Name: "a sharp for a flat, or the reverse"},
	{ID: "moved-right", Name: "a correct note was changed",
		Why: "change the second note of a pair, never the one you have already checked"},
	{ID: "counted-twice", Name: "the last note counted twice", Why: "the last note repeats the first"},
	{ID: "count", Name: "wrong count"},
	{ID: "other", Name: "wrong answer"},
}

// Steps are the two steps in which a scale is written out: first the letters, then the signs.
type Steps string

// The steps that an answer may be at.
const (
	LettersStep Steps = "letters" // signs are not looked at yet
	BothSteps   Steps = "signs"
)

// Slips compares what was written with what is right, both as names of data. In the step of
// the letters signs do not count. An empty name is a blank: it is no slip, and not right.
func Slips(want, given []string, step Steps) []Slip {
	out := []Slip{}
	add := func(at int, kind, format string, args ...any) {
		out = append(out, Slip{at, kind, fmt.Sprintf(format, args...)})
	}
	for i := range want {
		if i >= len(given) {
			add(i, "missing", "Note %d is missing.", i+1)
			return out
		}
		if given[i] == "" {
			continue
		}
		w, g := pitch.MustParseName(want[i]), pitch.MustParseName(given[i])
		switch {
		case w.Letter() != g.Letter() && i > 0 && given[i-1] != "" &&
			pitch.MustParseName(given[i-1]).Letter() == g.Letter():
			add(i, "doubled-letter", "Note %d uses the letter %c again.", i+1, g.Letter())
		case w.Letter() != g.Letter():
			add(i, "letter", "Note %d has the wrong letter. Letters follow in order.", i+1)
		case step == LettersStep || w == g:
		case w.Accidental() == 0 && movedRight(want, given, i):
			add(i, "moved-right", "Note %d was already right. Change the note after it.", i+1)
		case w.Accidental()*g.Accidental() < 0:
			add(i, "wrong-way", "Note %d has a sharp for a flat, or a flat for a sharp.", i+1)
		case number.Abs(g.Accidental()) > number.Abs(w.Accidental()):
			add(i, "sign-too-many", "Note %d doesn't need its sharp or flat.", i+1)
		default:
			add(i, "sign-missing", "Note %d needs a sharp or flat.", i+1)
		}
	}
	for i := len(want); i < len(given); i++ {
		add(i, "too-many", "Note %d is extra.", i+1)
	}
	return out
}

// movedRight reports whether a plain note was given a sign in place of the note after it, whose
// distance had to be set.
func movedRight(want, given []string, i int) bool {
	if i+1 >= len(want) || i+1 >= len(given) || given[i+1] == "" {
		return false
	}
	next, written := pitch.MustParseName(want[i+1]), pitch.MustParseName(given[i+1])
	return next.Letter() == written.Letter() && number.Abs(written.Accidental()) < number.Abs(next.Accidental())
}
