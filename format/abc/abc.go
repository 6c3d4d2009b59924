// Package abc writes a run in ABC notation 2.1 (abcnotation.com, 2011): one
// voice with fingers and strokes as annotations.
package abc

import (
	"fmt"
	"io"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/music/score"
	"evenladder/core/theory/pitch"
)

// values are the written values of figures, as parts of a whole note.
var values = map[string]int{"whole": 1, "half": 2, "quarter": 4, "eighth": 8, "16th": 16, "32nd": 32}

// unitOf is the note length that a score counts in, L: as part of a whole note.
func unitOf(r rhythm.Rhythm) int {
	if r.Free {
		return values["eighth"]
	}
	f := r.Figure()
	return values[f.Type] << f.Dots // a dotted figure is three of half its value
}

// length is a figure in units, as it stands after a note.
func length(f rhythm.Figure, unit int) string {
	n, of := unit, values[f.Type]
	for range f.Dots {
		n, of = 3*n, 2*of
	}
	for n%2 == 0 && of%2 == 0 {
		n, of = n/2, of/2
	}
	switch {
	case of == 1 && n == 1:
		return ""
	case of == 1:
		return strconv.Itoa(n)
	case n == 1:
		return "/" + strconv.Itoa(of)
	}
	return fmt.Sprintf("%d/%d", n, of)
}

// Write writes a score. Chord symbols are left out, as readers would play them.
func Write(w io.Writer, s score.Score) error {
	u := unitOf(s.Rhythm)
	tempo := "1/4"
	if s.Rhythm.Compound {
		tempo = "3/8"
	}
	var b strings.Builder
	fmt.Fprintf(&b, "%%abc-2.1\nX:1\nT:%s\n", s.Title)
	for _, line := range english.Lines(s.Subtitle, charactersToALine) {
		fmt.Fprintf(&b, "N:%s\n", line)
	}
	fmt.Fprintf(&b, "M:%d/%d\nL:1/%d\nQ:%s%s=%d\n", s.Beats, s.Unit, u, swing(s.Rhythm), tempo, s.Rhythm.TempoBPM)
	if s.Capo > 0 {
		fmt.Fprintf(&b, "N:capo on fret %d\n", s.Capo)
	}
	fmt.Fprintf(&b, "K:%s clef=%s\n%%%%MIDI program %d\n", keyOf(s.Bars[0]), clefOf(s.Clef), s.Instrument.Program()-1) // counted from 0 there
	for i, bar := range s.Bars {
		if i > 0 && bar.NewKey {
			fmt.Fprintf(&b, "[K:%s] ", keyOf(bar))
		}
		writeBar(&b, s, bar, u)
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

// keyOf names the key of a bar; where its tonic has no mode under its signature, the major key that has.
func keyOf(bar score.Bar) string {
	if mode, ok := bar.Mode(); ok {
		return bar.Tonic.String() + modeNames[mode]
	}
	return pitch.FromFifths(bar.Fifths).String()
}

// modeNames are written behind the tonic.
var modeNames = map[string]string{"natural-minor": "m", "dorian": "dor", "phrygian": "phr", "lydian": "lyd", "mixolydian": "mix",
	"locrian": "loc"}

// charactersToALine is as long as a line of the heading gets.
const charactersToALine = 78

// swing says how swung eighths are played, before the tempo.
func swing(r rhythm.Rhythm) string {
	if r.Swing {
		return `"swung eighths, long and short" `
	}
	return ""
}

// clefOf names a clef; those that sound an octave lower say so.
func clefOf(c score.Clef) string {
	name := "treble"
	if c.Sign == "F" {
		name = "bass"
	}
	if c.OctaveChange < 0 {
		name += "-8"
	}
	return name
}

var signs = map[int]string{-2: "__", -1: "_", 0: "=", 1: "^", 2: "^^"}

// signer writes the accidentals of a bar. Readers carry one through the bar
// either in its octave or, as the standard has it where a file is silent, in
// every octave: a sign is written wherever one of the two would read another
// note.
type signer struct {
	fifths   int
	inOctave map[staffLine]int
	inBar    map[byte]int // by letter
}

// staffLine is a line or space of the staff.
type staffLine struct {
	letter byte
	octave int
}

func newSigner(bar score.Bar) signer {
	return signer{bar.Fifths, map[staffLine]int{}, map[byte]int{}}
}

// sign is what stands before a pitch.
func (s signer) sign(p pitch.Pitch) string {
	letter, accidental := p.Letter(), p.Accidental()
	at := staffLine{letter, p.Octave}
	key := score.KeyAccidental(s.fifths, letter)
	inOctave, inBar := key, key
	if a, ok := s.inOctave[at]; ok {
		inOctave = a
	}
	if a, ok := s.inBar[letter]; ok {
		inBar = a
	}
	if inOctave == accidental && inBar == accidental {
		return ""
	}
	s.inOctave[at], s.inBar[letter] = accidental, accidental
	return signs[accidental]
}

// letter writes letter and octave: C is middle C, c the octave above.
func letter(letter byte, octave int) string {
	l := string(letter)
	if octave >= 5 {
		return strings.ToLower(l) + strings.Repeat("'", octave-5)
	}
	return l + strings.Repeat(",", 4-octave)
}

func writeBar(b *strings.Builder, s score.Score, bar score.Bar, u int) {
	signer := newSigner(bar)
	for k, item := range bar.Items {
		if item.Heading != "" {
			fmt.Fprintf(b, `"^%s"`, item.Heading)
		}
		if f := item.Figure; f.Actual != f.Normal && item.First && !item.WholeBeat() {
			fmt.Fprintf(b, "(%d:%d:%d", f.Actual, f.Normal, itemsOfBeat(bar.Items[k:]))
		}
		if startsSlur(s, item) {
			b.WriteString("(")
		}
		if item.Event == nil {
			b.WriteString("z")
		} else {
			if !item.TieFrom {
				b.WriteString(decorations(item))
				b.WriteString(signer.sign(item.Pitch))
			}
			b.WriteString(letter(item.Pitch.Letter(), item.Octave))
		}
		b.WriteString(length(item.Figure, u))
		if item.TieTo {
			b.WriteString("-")
		}
		if endsSlur(s, item) {
			b.WriteString(")")
		}
		if item.WholeBeat() || item.Last {
			b.WriteString(" ")
		}
	}
}

// startsSlur reports whether a bow of several notes begins with an item.
func startsSlur(s score.Score, item score.Item) bool {
	return item.Event != nil && !item.TieFrom && !item.Event.Slur && slurred(s, item.Index+1)
}

// endsSlur reports whether a bow of several notes ends with an item.
func endsSlur(s score.Score, item score.Item) bool {
	return item.Event != nil && !item.TieFrom && item.Event.Slur && !slurred(s, item.Index+1)
}

func slurred(s score.Score, event int) bool { return event < len(s.Events) && s.Events[event].Slur }

// itemsOfBeat counts the items from the first to the last of its beat.
func itemsOfBeat(items []score.Item) int {
	for n, item := range items {
		if item.Last {
			return n + 1
		}
	}
	return len(items)
}

// strokeMarks by stroke.
var strokeMarks = map[run.Stroke]string{
	run.DownStroke: "d", run.UpStroke: "u", run.Hammer: "h", run.Pull: "po", run.Slide: "sl",
	run.Thumb: "p", run.IndexPluck: "i", run.Middle: "m", run.RingPluck: "a",
}

// decorations are the finger above a note, its string in a circle and its stroke
// below, as annotations: every reader shows them and none has to know what they
// mean.
func decorations(item score.Item) string {
	e := *item.Event
	stroke := " " + strokeMarks[e.Stroke]
	if e.Slur {
		stroke = ""
	}
	marks := fmt.Sprintf(`"^%d""_%s%s"`, e.Finger, circled(e.String), stroke)
	if item.Accent {
		marks += "!accent!"
	}
	return marks
}

// circled is the number of a string as guitarists write it.
func circled(str int) string { return string(rune('①' + str - 1)) }
