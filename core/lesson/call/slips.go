package call

import (
	"cmp"
	"fmt"

	"evenladder/core/base/english"
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
	{ID: "distance", Name: "a distance with a wrong name"},
	{ID: "other", Name: "wrong answer"},
}

// Steps are the two steps in which a scale is written out: first the letters, then the signs.
type Steps string

// The steps that an answer may be at.
const (
	LettersStep Steps = "letters" // signs are not looked at yet
	BothSteps   Steps = "signs"
)

// Slips compares what was written with what is right, both as names of data; say names a note to whoever wrote it. In the
// step of the letters signs do not count. An empty name is a blank: it is no slip, and not right.
func Slips(want, given []string, step Steps, say func(pitch.Name) string) []Slip {
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
			add(i, "wrong-way", "Note %d has a %s. %s", i+1, signNames[g.Accidental() > 0], oneSign(want, w))
		case number.Abs(g.Accidental()) > number.Abs(w.Accidental()):
			add(i, "sign-too-many", "%s", cmp.Or(stepWords(want, given, i, say),
				fmt.Sprintf("Note %d doesn't need its sharp or flat.", i+1)))
		default:
			add(i, "sign-missing", "%s", cmp.Or(stepWords(want, given, i, say),
				fmt.Sprintf("Note %d needs a sharp or flat.", i+1)))
		}
	}
	for i := len(want); i < len(given); i++ {
		add(i, "too-many", "Note %d is extra.", i+1)
	}
	return out
}

var signNames = map[bool]string{true: "sharp", false: "flat"}

// oneSign says which signs a key has, where it has one kind alone, else which this note has.
func oneSign(want []string, w pitch.Name) string {
	sharps, flats := false, false
	for _, name := range want {
		acc := pitch.MustParseName(name).Accidental()
		sharps, flats = sharps || acc > 0, flats || acc < 0
	}
	if sharps && flats {
		return "It has a " + signNames[w.Accidental() > 0] + " here."
	}
	return "This key uses " + signNames[sharps] + "s only."
}

// stepNames name the distances between neighbours of a scale, by semitones.
var stepNames = map[int]string{0: "the same note", 1: "a half step", 2: "a whole step", 3: "a step and a half",
	4: "two whole steps"}

// DistanceWords name a distance, in semitones: "a step and a half".
func DistanceWords(semitones int) string {
	if words := stepNames[semitones]; words != "" {
		return words
	}
	return english.Count(semitones, "half step", "half steps")
}

// stepWords say how far a note lies from the one before, and how far it should: "A♭ to B is a step and a half. A whole step
// is wanted." Empty where the one before is not right, or the two are no step of a scale.
func stepWords(want, given []string, i int, say func(pitch.Name) string) string {
	if i == 0 || given[i-1] != want[i-1] {
		return ""
	}
	from, right, is := pitch.MustParseName(want[i-1]), pitch.MustParseName(want[i]), pitch.MustParseName(given[i])
	apart := func(n pitch.Name) int { return (n.Class() - from.Class() + octave) % octave }
	wanted, made := stepNames[apart(right)], stepNames[apart(is)]
	if next := (int(right.Letter()) - int(from.Letter()) + 7) % 7; next != 1 || wanted == "" || made == "" {
		return ""
	}
	return fmt.Sprintf("%s to %s is %s. %s is wanted.", say(from), say(is), made, english.Capital(wanted))
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
