// Package tab writes a score as tablature in plain text: a line for each
// string, string 1 on top, with the count above and fingers and strokes below.
package tab

import (
	"fmt"
	"io"
	"strconv"
	"strings"

	"evenladder/core/piece"
	"evenladder/core/pitch"
	"evenladder/core/run"
	"evenladder/core/score"
)

// lineWidth is the most columns of a line, so that it prints on any page.
const lineWidth = 76

// column is the width of one note: two digits and a dash.
const column = 3

var strokeMarks = map[run.Stroke]string{run.DownStroke: "d", run.UpStroke: "u", run.Thumb: "p", run.IndexPluck: "i", run.Middle: "m", run.RingPluck: "a"}

// Write writes the headings and the run.
func Write(w io.Writer, s score.Score) error {
	var b strings.Builder
	fmt.Fprintf(&b, "%s\n\n%s\n", s.Subtitle, strings.Join(s.About, "\n"))
	for _, system := range systems(s) {
		b.WriteString("\n")
		if system.heading != "" {
			fmt.Fprintf(&b, "%s\n", system.heading)
		}
		writeSystem(&b, s.Strings, system.events)
	}
	_, err := io.WriteString(w, b.String())
	return err
}

// system is what stands on one line of tab.
type system struct {
	heading string
	events  []piece.Event
}

// systems cuts the run at bar lines so that each piece fits a line, and before
// the bars that have a heading. A bar that is too long for one stands alone.
func systems(s score.Score) []system {
	var out []system
	room := lineWidth - 4
	for _, bar := range s.Bars {
		events := struck(bar)
		if len(events) == 0 && bar.Heading == "" {
			continue
		}
		if n := len(out) - 1; n < 0 || bar.Heading != "" || (len(out[n].events)+len(events))*column > room {
			out = append(out, system{heading: bar.Heading})
		}
		line := &out[len(out)-1]
		line.events = append(line.events, events...)
	}
	return out
}

// struck are the notes of a bar, without rests and ties.
func struck(bar score.Bar) (out []piece.Event) {
	for _, item := range bar.Items {
		if item.Event != nil && !item.TieFrom {
			out = append(out, *item.Event)
		}
	}
	return out
}

func writeSystem(b *strings.Builder, strs []piece.OpenString, events []piece.Event) {
	textLine(b, events, func(e piece.Event) string { return e.Count })
	open := make(map[int]string, len(strs))
	for _, s := range strs {
		open[s.String] = pitch.MustParse(s.Open).Name.String()
	}
	for str := 1; str <= len(strs); str++ {
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
	textLine(b, events, func(e piece.Event) string { return strconv.Itoa(e.Finger) })
	textLine(b, events, func(e piece.Event) string { return strokeMarks[e.Stroke] })
}

func textLine(b *strings.Builder, events []piece.Event, text func(piece.Event) string) {
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
