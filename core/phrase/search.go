package phrase

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/brief"
	"evenladder/core/line"
	"evenladder/core/pitch"
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
	for _, h := range homesOf(notes) {
		if h.Holds == h.Of && len(out) < mostHomes {
			out = append(out, pitch.Pretty(h.Title), h.Tonic+" "+h.Name)
		}
	}
	return out, nil
}

// Terms are what a search for a phrase looks for: degrees that stand together are looked for in a
// row (b3 3 1), and so are steps (+1 -4); any other word alone.
func Terms(words string) (out []string) {
	kind := 0
	for _, w := range strings.Fields(plain.Replace(words)) {
		now := kindOf(w)
		if now != 0 && now == kind {
			out[len(out)-1] += w + " "
			continue
		}
		kind = now
		if now != 0 {
			w = " " + w + " "
		}
		out = append(out, w)
	}
	return out
}

var plain = strings.NewReplacer("♯", "#", "♭", "b", "−", "-")

// kindOf is 1 for a degree, 2 for a step and 0 for any other word.
func kindOf(word string) int {
	if _, err := pitch.ParseDegree(word); err == nil {
		return 1
	}
	if word[0] == '+' || word[0] == '-' {
		if _, err := strconv.Atoi(word); err == nil {
			return 2
		}
	}
	return 0
}
