package ladder

import (
	"slices"
	"strconv"
	"strings"
	"unicode"

	"evenladder/core/base/fault"
	"evenladder/core/music/rhythm"
)

// Bounds of rungs that a teacher types: rungs, and characters.
const maxOwn, maxOwnText = 60, 2000

// Own is the way of a ladder whose rungs were typed.
const Own = "own"

// ownSteps reads rungs in their order, as a teacher types them: "quarters 66, triplets at 58, sixteenths 50". The names are
// those of the subdivisions of the meter, whole or their beginning; notes to the beat do as well: 3@58.
func ownSteps(text string, own rhythm.Rhythm, faults *fault.List) (out []Step) {
	if len(text) > maxOwnText {
		faults.Addf("rungs", "%d characters were given: give %d at most", len(text), maxOwnText)
		return nil
	}
	for _, typed := range strings.FieldsFunc(text, func(r rune) bool { return r == ',' || r == ';' || r == '\n' }) {
		if strings.TrimSpace(typed) == "" {
			continue
		}
		s, ok := ownStep(typed, own)
		switch {
		case !ok:
			faults.Addf("rungs", "%q isn't a rung: give a subdivision and a tempo, such as %s 66", fault.Clip(strings.TrimSpace(typed)),
				own.SubdivisionName(1))
			return nil
		case slices.Contains(out, s):
			faults.Addf("rungs", "%q was given twice: give each rung once", fault.Clip(strings.TrimSpace(typed)))
			return nil
		case len(out) == maxOwn:
			faults.Addf("rungs", "more than %d were given: give fewer", maxOwn)
			return nil
		}
		check(faults, "rungs", s, own)
		out = append(out, s)
	}
	if len(out) == 0 {
		faults.Addf("rungs", "none was given: give one or more, such as %s 66, %s 58", own.SubdivisionName(1), own.SubdivisionName(2))
	}
	return out
}

func ownStep(typed string, own rhythm.Rhythm) (s Step, ok bool) {
	words := strings.FieldsFunc(strings.ToLower(typed), func(r rune) bool { return unicode.IsSpace(r) || r == '@' || r == '=' })
	words = slices.DeleteFunc(words, func(w string) bool { return w == "at" || w == "notes" })
	if len(words) < 2 {
		return s, false
	}
	bpm, err := strconv.Atoi(words[len(words)-1])
	if err != nil {
		return s, false
	}
	s.TempoBPM = bpm
	name := strings.TrimSuffix(strings.Join(words[:len(words)-1], " "), "s")
	if n, err := strconv.Atoi(name); err == nil {
		s.PerBeat = n
		return s, true
	}
	for perBeat := rhythm.MinPerBeat; perBeat <= rhythm.MaxPerBeat; perBeat++ {
		if whole := own.SubdivisionName(perBeat); len(name) >= shortestName && strings.HasPrefix(whole, name) {
			s.PerBeat = perBeat
			return s, true
		}
	}
	return s, false
}

// shortestName is the shortest beginning that tells a subdivision from the others: quar, quin; six, sex.
const shortestName = 3
