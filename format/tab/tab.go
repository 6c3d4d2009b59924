// Package tab writes a plan's run as tablature in plain text: a line for each
// string, string 1 on top, with the count above and fingers and strokes below.
package tab

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/pitch"
	"evenladder/core/plan"
)

// lineWidth is the most columns of a line, so that it prints on any page.
const lineWidth = 76

// column is the width of one note: two digits and a dash.
const column = 3

var strokeMarks = map[string]string{"down": "d", "up": "u", "p": "p", "i": "i", "m": "m", "a": "a"}

// Write writes the sentence, the spelling and the run.
func Write(p plan.Plan) string {
	var b strings.Builder
	fmt.Fprintf(&b, "%s\n\n%s: %s\nBox %s, frets %d to %d\n", p.Sentence, p.Scale.Title,
		pitch.Pretty(strings.Join(p.Scale.Notes, " ")), p.Boxes[p.Box].ID, p.Boxes[p.Box].LowFret, p.Boxes[p.Box].HighFret)
	for _, system := range systems(p) {
		b.WriteString("\n")
		writeSystem(&b, p, system)
	}
	return b.String()
}

// systems cuts the run at bar lines so that each piece fits a line. A bar that
// is too long for one stands alone.
func systems(p plan.Plan) [][]plan.Event {
	var out [][]plan.Event
	var line []plan.Event
	room := lineWidth - 4
	for _, bar := range bars(p.Run.Events) {
		if len(line) > 0 && (len(line)+len(bar))*column > room {
			out, line = append(out, line), nil
		}
		line = append(line, bar...)
	}
	return append(out, line)
}

func bars(events []plan.Event) [][]plan.Event {
	var out [][]plan.Event
	for i, e := range events {
		if i == 0 || e.Bar != events[i-1].Bar {
			out = append(out, nil)
		}
		out[len(out)-1] = append(out[len(out)-1], e)
	}
	return out
}

func writeSystem(b *strings.Builder, p plan.Plan, events []plan.Event) {
	textLine(b, events, func(e plan.Event) string { return e.Count })
	open := make(map[int]string, len(p.Neck.Strings))
	for _, s := range p.Neck.Strings {
		open[s.String] = pitch.MustParse(s.Open).Name.String()
	}
	for str := 1; str <= len(p.Neck.Strings); str++ {
		fmt.Fprintf(b, "%-3s|", open[str])
		for i, e := range events {
			if i > 0 && e.Bar != events[i-1].Bar {
				b.WriteString("|")
			}
			fret := ""
			if e.String == str {
				fret = strconv.Itoa(e.Fret)
			}
			b.WriteString(fret + strings.Repeat("-", column-len(fret)))
		}
		b.WriteString("|\n")
	}
	textLine(b, events, func(e plan.Event) string { return strconv.Itoa(e.Finger) })
	textLine(b, events, func(e plan.Event) string { return strokeMarks[e.Stroke] })
}

func textLine(b *strings.Builder, events []plan.Event, text func(plan.Event) string) {
	line := strings.Builder{}
	line.WriteString("    ")
	for i, e := range events {
		if i > 0 && e.Bar != events[i-1].Bar {
			line.WriteString(" ")
		}
		fmt.Fprintf(&line, "%-*s", column, text(e))
	}
	b.WriteString(strings.TrimRight(line.String(), " ") + "\n")
}
