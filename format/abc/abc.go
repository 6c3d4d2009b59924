// Package abc writes a run in ABC notation 2.1 (abcnotation.com, 2011): one
// voice with fingers and strokes as annotations.
package abc

import (
	"fmt"
	"io"
	"strings"

	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/rhythm"
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

// Write writes the run of a plan.
func Write(w io.Writer, p plan.Plan) error {
	written := plan.Write(p)
	u := unitOf(written.Figure)
	beats, beatType := written.Rhythm.Signature()
	tempo := "1/4"
	if written.Rhythm.Compound {
		tempo = "3/8"
	}
	clef := "treble"
	if plan.ClefOf(p).Sign == "F" {
		clef = "bass"
	}
	var b strings.Builder
	fmt.Fprintf(&b, "%%abc-2.1\nX:1\nT:%s\nT:%s\nM:%d/%d\nL:1/%d\nQ:%s=%d\nK:%s clef=%s\n",
		p.Scale.Title, p.Sentence, beats, beatType, u.denominator, tempo, written.Rhythm.TempoBPM, keyOf(p), clef)
	for i, bar := range written.Bars {
		writeBar(&b, written, bar, u, newBar(p))
		switch {
		case i == len(written.Bars)-1:
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

// keyOf names the major key with the plan's signature.
func keyOf(p plan.Plan) string {
	return pitch.FromFifths(min(max(p.Scale.KeySignature.Fifths, -7), 7)).String()
}

// signs are the accidentals in force in a bar: by the key, then by what was
// written, for each letter and octave.
type signs struct {
	key     map[byte]int
	written map[string]int
}

func newBar(p plan.Plan) signs {
	s := signs{map[byte]int{}, map[string]int{}}
	fifths := min(max(p.Scale.KeySignature.Fifths, -7), 7)
	for k := range max(fifths, -fifths) {
		if fifths > 0 {
			s.key["FCGDAEB"[k]] = 1
		} else {
			s.key["BEADGCF"[k]] = -1
		}
	}
	return s
}

var accidentals = map[int]string{-2: "__", -1: "_", 0: "=", 1: "^", 2: "^^"}

// note writes a pitch with the accidental that it needs in this bar.
func (s signs) note(p pitch.Pitch) string {
	name := letter(p)
	now, ok := s.written[name]
	if !ok {
		now = s.key[p.Letter()]
	}
	if now == p.Accidental() {
		return name
	}
	s.written[name] = p.Accidental()
	return accidentals[p.Accidental()] + name
}

// letter writes letter and octave: C is middle C, c the octave above.
func letter(p pitch.Pitch) string {
	l := string(p.Letter())
	if p.Octave >= 5 {
		return strings.ToLower(l) + strings.Repeat("'", p.Octave-5)
	}
	return l + strings.Repeat(",", 4-p.Octave)
}

func writeBar(b *strings.Builder, w plan.Written, bar plan.WrittenBar, u unit, s signs) {
	f := w.Figure
	for _, item := range bar.Items {
		if f.Actual != f.Normal && item.Place == 0 {
			fmt.Fprintf(b, "(%d:%d:%d", f.Actual, f.Normal, min(f.Actual, itemsOfBeat(bar, item)))
		}
		length := u.length
		if item.WholeBeat {
			length = beatLength(w, u)
		}
		if item.Event == nil {
			b.WriteString("z")
		} else {
			if !item.TieFrom {
				b.WriteString(decorations(*item.Event))
			}
			b.WriteString(s.note(item.Event.Pitch()))
		}
		if length > 1 {
			fmt.Fprint(b, length)
		}
		if item.TieTo {
			b.WriteString("-")
		}
		if item.WholeBeat || item.Place == w.Rhythm.PerBeat-1 {
			b.WriteString(" ")
		}
	}
}

// itemsOfBeat counts the items from one to the end of its beat.
func itemsOfBeat(bar plan.WrittenBar, first plan.WrittenItem) int {
	n, seen := 0, false
	for _, item := range bar.Items {
		if item == first {
			seen = true
		} else if seen && item.Place <= 0 {
			break
		}
		if seen {
			n++
		}
	}
	return n
}

// beatLength is a whole beat in units.
func beatLength(w plan.Written, u unit) int {
	quarter := u.denominator / 4
	if w.Rhythm.Compound {
		return quarter * 3 / 2
	}
	return quarter
}

var strokeMarks = map[string]string{"down": "d", "up": "u", "hammer": "h", "pull": "p", "slide": "s", "p": "p", "i": "i", "m": "m", "a": "a"}

// decorations are the finger above the note and the stroke below, as
// annotations: every reader shows them and none has to know what they mean.
func decorations(e plan.Event) string {
	return fmt.Sprintf(`"^%d""_%s"`, e.Finger, strokeMarks[e.Stroke])
}
