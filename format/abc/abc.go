// Package abc writes a run in ABC notation 2.1 (abcnotation.com, 2011): one
// voice with fingers and strokes as annotations.
package abc

import (
	"fmt"
	"io"
	"strings"

	"evenladder/core/piece"
	"evenladder/core/pitch"
	"evenladder/core/rhythm"
	"evenladder/core/run"
	"evenladder/core/score"
)

// unit is the note length of a figure: L: and the multiple of it.
type unit struct {
	denominator int
	length      int
}

var units = map[string]int{"quarter": 4, "eighth": 8, "16th": 16}

// unitOf writes dotted figures as three of half their value.
func unitOf(f rhythm.Figure) unit {
	if f.Dots > 0 {
		return unit{units[f.Type] * 2, 3}
	}
	return unit{units[f.Type], 1}
}

// Write writes a score. Chord symbols are left out, as readers would play them.
func Write(w io.Writer, s score.Score) error {
	u := unitOf(s.Rhythm.Figure())
	tempo := "1/4"
	if s.Rhythm.Compound {
		tempo = "3/8"
	}
	clef := "treble"
	if s.Clef.Sign == "F" {
		clef = "bass"
	}
	var b strings.Builder
	fmt.Fprintf(&b, "%%abc-2.1\nX:1\nT:%s\nT:%s\nM:%d/%d\nL:1/%d\nQ:%s=%d\nK:%s clef=%s\n",
		s.Title, s.Subtitle, s.Beats, s.Unit, u.denominator, tempo, s.Rhythm.TempoBPM, keyOf(s.Bars[0]), clef)
	for i, bar := range s.Bars {
		if i > 0 && bar.NewKey {
			fmt.Fprintf(&b, "[K:%s] ", keyOf(bar))
		}
		if bar.Heading != "" {
			fmt.Fprintf(&b, `"^%s"`, bar.Heading)
		}
		writeBar(&b, s.Rhythm, bar, u)
		switch {
		case i == len(s.Bars)-1:
			b.WriteString("|]\n")
		case i%4 == 3:
			b.WriteString("|\n")
		default:
			b.WriteString("| ")
		}
	}
	_, err := io.WriteString(w, b.String())
	return err
}

// keyOf names the major key with a bar's signature.
func keyOf(bar score.Bar) string { return pitch.FromFifths(bar.Fifths).String() }

var signs = map[string]string{"bb": "__", "b": "_", "n": "=", "#": "^", "##": "^^"}

// letter writes letter and octave: C is middle C, c the octave above.
func letter(p pitch.Pitch) string {
	l := string(p.Letter())
	if p.Octave >= 5 {
		return strings.ToLower(l) + strings.Repeat("'", p.Octave-5)
	}
	return l + strings.Repeat(",", 4-p.Octave)
}

func writeBar(b *strings.Builder, r rhythm.Rhythm, bar score.Bar, u unit) {
	for k, item := range bar.Items {
		if f := item.Figure; f.Actual != f.Normal && item.OfBeat == 0 {
			fmt.Fprintf(b, "(%d:%d:%d", f.Actual, f.Normal, min(f.Actual, itemsOfBeat(bar.Items[k:])))
		}
		length := u.length
		if item.WholeBeat() {
			length = beatLength(r, u)
		}
		if item.Event == nil {
			b.WriteString("z")
		} else {
			if !item.TieFrom {
				b.WriteString(decorations(*item.Event))
			}
			b.WriteString(signs[item.Sign] + letter(item.Pitch))
		}
		if length > 1 {
			fmt.Fprint(b, length)
		}
		if item.TieTo {
			b.WriteString("-")
		}
		if item.WholeBeat() || item.OfBeat == r.PerBeat-1 {
			b.WriteString(" ")
		}
	}
}

// itemsOfBeat counts the items from the first to the end of its beat.
func itemsOfBeat(items []score.Item) int {
	for n, item := range items {
		if n > 0 && item.OfBeat <= 0 {
			return n
		}
	}
	return len(items)
}

// beatLength is a whole beat in units.
func beatLength(r rhythm.Rhythm, u unit) int {
	quarter := u.denominator / 4
	if r.Compound {
		return quarter * 3 / 2
	}
	return quarter
}

var strokeMarks = map[run.Stroke]string{
	run.DownStroke: "d", run.UpStroke: "u", run.Hammer: "h", run.Pull: "p", run.Slide: "s",
	run.Thumb: "p", run.IndexPluck: "i", run.Middle: "m", run.RingPluck: "a",
}

// decorations are the finger above the note and the stroke below, as
// annotations: every reader shows them and none has to know what they mean.
func decorations(e piece.Event) string {
	return fmt.Sprintf(`"^%d""_%s"`, e.Finger, strokeMarks[e.Stroke])
}
