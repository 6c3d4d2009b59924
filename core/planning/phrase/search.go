package phrase

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

// Index is what a phrase that a brief plays is found by: its degrees in a row, its steps in half
// steps, and the titles of the scales that hold all of it.
func Index(b brief.Brief) ([]string, error) {
	r, err := brief.Read(b)
	if err != nil {
		return nil, err
	}
	notes := r.Phrase.Notes
	if len(notes) == 0 {
		return nil, nil
	}
	var degrees, steps strings.Builder
	for i, d := range line.Degrees(notes, r.Scale) {
		degrees.WriteString(" " + d.String())
		if i > 0 {
			fmt.Fprintf(&steps, " %+d", notes[i].MIDI-notes[i-1].MIDI)
		}
	}
	out := []string{degrees.String() + " ", steps.String() + " "}
	for _, h := range homesOf(r.Phrase) {
		if h.Holds == h.Of {
			out = append(out, plain.Replace(h.Title), h.Tonic+" "+h.Name)
		}
	}
	return out, nil
}

// Terms are what a search for a phrase looks for: degrees that stand together are looked for in a
// row (b3 3 1), and so are steps (+1 -4), and the name of a note with the word behind it (G
// dorian); any other word alone.
func Terms(words string) (out []string) {
	kind := otherWord
	for _, w := range strings.Fields(plain.Replace(words)) {
		now := kindOf(w)
		if now != otherWord && now == kind && now != tonicWord {
			out[len(out)-1] += w + " "
			continue
		}
		if kind == tonicWord {
			out[len(out)-1] += " " + w
			kind = otherWord
			continue
		}
		kind = now
		if now == degreeWord || now == stepWord {
			w = " " + w + " "
		}
		out = append(out, w)
	}
	return out
}

var plain = strings.NewReplacer("♯", "#", "♭", "b", "−", "-")

// Kinds of words in a search.
const (
	otherWord = iota
	degreeWord
	stepWord
	tonicWord
)

func kindOf(word string) int {
	if _, err := pitch.ParseDegree(word); err == nil {
		return degreeWord
	}
	if word[0] == '+' || word[0] == '-' {
		if _, err := strconv.Atoi(word); err == nil {
			return stepWord
		}
	}
	if _, err := pitch.ParseName(strings.ToUpper(word[:1]) + word[1:]); err == nil {
		return tonicWord
	}
	return otherWord
}
