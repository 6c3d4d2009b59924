package layout

import (
	"fmt"
	"strconv"
	"strings"
)

// detail is a trait of a box that tells it from others of its name.
type detail func(Box) string

// tellApart adds to the name that several boxes have what tells them apart, one detail after the other until each has a
// name of its own.
func tellApart(boxes []Box, details ...detail) {
	for _, d := range details {
		alike := map[string][]int{}
		for i, b := range boxes {
			alike[b.Name] = append(alike[b.Name], i)
		}
		for _, group := range alike {
			says := map[string]bool{}
			for _, i := range group {
				says[d(boxes[i])] = true
			}
			for _, i := range group {
				if len(says) > 1 {
					boxes[i].Name += ", " + d(boxes[i])
				}
			}
		}
	}
}

// fromDegreeOf is the degree that a box starts from.
func (r *Request) fromDegreeOf() detail {
	names := r.fromNames()
	return func(b Box) string { return names[b.Degree] }
}

// startFret is where a box starts.
func startFret(b Box) string { return fmt.Sprintf("fret %d", b.Notes[0].Fret) }

// betweenFrets are the frets between which a box lies.
func betweenFrets(b Box) string {
	low, high := fretRange(b.Notes)
	return fmt.Sprintf("frets %d to %d", low, high)
}

// notesAString are how many notes each string of a box has, in the order of its notes.
func notesAString(b Box) string {
	var counts []string
	for first, next := 0, 0; first < len(b.Notes); first = next {
		for next < len(b.Notes) && b.Notes[next].String == b.Notes[first].String {
			next++
		}
		counts = append(counts, strconv.Itoa(next-first))
	}
	return strings.Join(counts, "-") + " notes a string"
}
