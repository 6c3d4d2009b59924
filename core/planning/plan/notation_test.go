package plan_test

import (
	"fmt"
	"strings"

	"evenladder/core/planning/plan"
)

// notation writes a box as "6: 3(2) 5(4) | 5: 2(1)", an open string as plain 0.
func notation(notes []plan.BoxNote) string {
	var b strings.Builder
	for i, n := range notes {
		switch {
		case i == 0:
			fmt.Fprintf(&b, "%d:", n.String)
		case n.String != notes[i-1].String:
			fmt.Fprintf(&b, " | %d:", n.String)
		}
		fmt.Fprintf(&b, " %d", n.Fret)
		if n.Fret > 0 {
			fmt.Fprintf(&b, "(%d)", n.Finger)
		}
	}
	return b.String()
}

// frets writes a box without fingers: "6: 3 5 | 5: 2".
func frets(notes []plan.BoxNote) string {
	s := notation(notes)
	for f := 1; f <= 4; f++ {
		s = strings.ReplaceAll(s, fmt.Sprintf("(%d)", f), "")
	}
	return s
}
