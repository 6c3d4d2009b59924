package chord

import (
	"strings"

	"evenladder/core/theory/pitch"
)

// Moved is a progression as it is written in another key: its symbols are moved from one tonic to
// the other, numerals and degrees stay.
func Moved(text string, from, to pitch.Name) string {
	if from == to {
		return text
	}
	move := func(n pitch.Name) (pitch.Name, bool) {
		d, ok := from.DegreeOf(n)
		if !ok {
			return n, false
		}
		moved := to.Degree(d)
		if a := moved.Accidental(); a < -1 || a > 1 {
			moved = nearest(moved)
		}
		return moved, true
	}
	var out strings.Builder
	for len(text) > 0 {
		if i := strings.IndexAny(text, " |\t\n"); i == 0 {
			out.WriteByte(text[0])
			text = text[1:]
			continue
		}
		word, rest := text, ""
		if i := strings.IndexAny(text, " |\t\n"); i > 0 {
			word, rest = text[:i], text[i:]
		}
		text = rest
		out.WriteString(movedWord(word, move))
	}
	return out.String()
}

func movedWord(word string, move func(pitch.Name) (pitch.Name, bool)) string {
	c, err := Parse(word)
	if err != nil {
		return word
	}
	root, ok := move(c.Root)
	if !ok {
		return word
	}
	moved := root.String() + plainQuality(c.Quality())
	if c.Bass != c.Root {
		low, ok := move(c.Bass)
		if !ok {
			return word
		}
		moved += "/" + low.String()
	}
	return moved
}

// nearest is a name of the same sound with one sign at most, in the direction that it had.
func nearest(n pitch.Name) pitch.Name {
	for fifths := -6; fifths <= 6; fifths++ {
		if name := pitch.FromFifths(fifths); name.Class() == n.Class() {
			return name
		}
	}
	return n
}
