// Package tab writes a score as tablature in plain text: a line for each
// string, string 1 on top, with the count above and fingers and strokes below.
package tab

import (
	"fmt"
	"io"
	"strconv"
	"strings"
	"unicode/utf8"

	"evenladder/core/base/english"
	"evenladder/core/music/piece"
	"evenladder/core/music/run"
	"evenladder/core/music/score"
)

// lineWidth is the most columns of a line.
const lineWidth = 80

// column is the width of one note: two digits and a dash.
const column = 3

// marks of strokes, and what they mean in the legend.
var marks = map[run.Stroke][2]string{
	run.DownStroke: {"d", "d down"}, run.UpStroke: {"u", "u up"}, run.Hammer: {"H", "H hammer"},
	run.Pull: {"P", "P pull"}, run.Slide: {"S", "S slide"},
	run.Thumb: {"p", "p thumb"}, run.IndexPluck: {"i", "i index"}, run.Middle: {"m", "m middle"}, run.RingPluck: {"a",
		"a ring finger"},
}

// Write writes the headings, the run, and what its signs mean.
func Write(w io.Writer, s score.Score) error {
	t := writer{score: s, names: 3}
	for _, o := range s.Strings {
		t.names = max(t.names, utf8.RuneCountInString(o.Label))
	}
	t.paragraph(s.Subtitle)
	t.b.WriteString("\n")
	for _, line := range s.About {
		t.paragraph(line)
	}
	t.paragraph(meter(s))
	for _, system := range t.systems() {
		t.b.WriteString("\n")
		if system.heading != "" {
			t.paragraph(system.heading)
		}
		t.system(system)
	}
	t.b.WriteString("\n")
	t.paragraph(legend(s.Events))
	_, err := io.WriteString(w, t.b.String())
	return err
}

func meter(s score.Score) string {
	return fmt.Sprintf("%d/%d, %s at %d", s.Beats, s.Unit, s.Rhythm.SubdivisionName(s.Rhythm.PerBeat),
		s.Rhythm.TempoBPM)
}

// legend says what stands on the lines, and the strokes that are used.
func legend(events []piece.Event) string {
	out := []string{"Above: the count. Below: fingers (1 index to 4 little, 0 open)"}
	seen := map[run.Stroke]bool{}
	for _, e := range events {
		if !seen[e.Stroke] {
			seen[e.Stroke] = true
			out = append(out, marks[e.Stroke][1])
		}
		if e.Slur && !seen["-"] {
			seen["-"] = true
			out = append(out, "- in one bow")
		}
	}
	return strings.Join(out, "; ") + "."
}

type writer struct {
	score score.Score
	names int // width of the names of the strings
	b     strings.Builder
}

// paragraph writes a text in lines that fit.
func (t *writer) paragraph(text string) {
	for _, line := range english.Lines(text, lineWidth) {
		t.b.WriteString(line + "\n")
	}
}

// system is what stands on one line of tab.
type system struct {
	heading string
	events  []piece.Event
	goesOn  bool // its last bar goes on over the next line
}

// systems cuts the run at bar lines so that each piece fits a line, and before
// the bars that have a heading. A bar that is too long for one goes on over the
// next, from a beat on.
func (t *writer) systems() (out []system) {
	room := lineWidth - t.names - 2
	for _, bar := range t.score.Bars {
		events := struck(bar)
		if len(events) == 0 && bar.Heading == "" {
			continue
		}
		width := len(events)*column + 1
		if n := len(out) - 1; n < 0 || bar.Heading != "" || t.width(out[n].events)+width > room {
			out = append(out, system{heading: bar.Heading})
		}
		for width > room {
			last, fit := &out[len(out)-1], t.fitting(room)
			last.events, last.goesOn = events[:fit], true
			events = events[fit:]
			width = len(events)*column + 1
			out = append(out, system{})
		}
		line := &out[len(out)-1]
		line.events = append(line.events, events...)
	}
	return out
}

// fitting is how many notes of whole beats fit a line.
func (t *writer) fitting(room int) int {
	fit := (room - 1) / column
	return fit - fit%t.score.Rhythm.PerBeat
}

// width is that of events with their bar lines.
func (t *writer) width(events []piece.Event) int {
	bars := 0
	for i, e := range events {
		if i == 0 || e.Bar != events[i-1].Bar {
			bars++
		}
	}
	return len(events)*column + bars
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

func (t *writer) system(s system) {
	t.line(s.events, func(e piece.Event) string { return e.Count })
	names := make(map[int]string, len(t.score.Strings))
	for _, o := range t.score.Strings {
		names[o.String] = o.Label + strings.Repeat(" ", t.names-utf8.RuneCountInString(o.Label))
	}
	for str := 1; str <= len(t.score.Strings); str++ {
		t.b.WriteString(names[str] + "|")
		for i, e := range s.events {
			if i > 0 && e.Bar != s.events[i-1].Bar {
				t.b.WriteString("|")
			}
			fret := ""
			if e.String == str {
				fret = strconv.Itoa(e.Fret)
			}
			t.b.WriteString(fret + strings.Repeat("-", column-len(fret)))
		}
		if !s.goesOn {
			t.b.WriteString("|")
		}
		t.b.WriteString("\n")
	}
	t.line(s.events, func(e piece.Event) string { return strconv.Itoa(e.Finger) })
	t.line(s.events, func(e piece.Event) string {
		if e.Slur {
			return "-"
		}
		return marks[e.Stroke][0]
	})
}

// line writes a text for each note under or over the strings.
func (t *writer) line(events []piece.Event, text func(piece.Event) string) {
	line := strings.Repeat(" ", t.names+1)
	for i, e := range events {
		if i > 0 && e.Bar != events[i-1].Bar {
			line += " "
		}
		word := text(e)
		line += word + strings.Repeat(" ", max(column-utf8.RuneCountInString(word), 0))
	}
	t.b.WriteString(strings.TrimRight(line, " ") + "\n")
}
