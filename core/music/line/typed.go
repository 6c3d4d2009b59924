package line

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
)

// Bounds of what is typed.
const (
	maxTyped   = 20_000 // characters
	usualMIDI  = 64     // that the first note lies near, where it names no octave
	mostBeats  = 32.0
	leastBeats = 1.0 / 64
)

// At says where in a text something is wrong.
type At struct {
	Line, Column int // from 1
	Message      string
}

func (a At) Error() string {
	return fmt.Sprintf("line %d, column %d: %s", a.Line, a.Column, a.Message)
}

// Typed reads a line as it is typed: names of notes, with an octave (E5) or without, degrees of a
// key (b3), r for a rest; each lasts a beat, half of it with /2, so many with *2, *3/2 or *1.5.
// Where no octave is named a note lies nearest to the one before, an octave higher for each ^
// before it and an octave lower for each _. A place may follow: @3.5 is string 3, fret 5, and
// @3.5.1 says its finger too, and ~h, ~p or ~s at the end that it is hammered on, pulled off or slid to; on a neck that is given it may stand alone, for the note that sounds
// there. A small b before a number is a flat, a capital B a note: b3 is a
// degree, B3 a pitch. Bars (|) are passed over. Errors are At.
func Typed(text string, key pitch.Name, naming pitch.Naming, on neck.Neck) (Line, error) {
	if len(text) > maxTyped {
		return Line{}, At{1, 1, fmt.Sprintf("%d characters were given: give %d at most", len(text), maxTyped)}
	}
	out := Line{Loose: true}
	at, last := 0.0, usualMIDI
	for l, row := range strings.Split(text, "\n") {
		for start := 0; start < len(row); {
			if strings.IndexByte(spaces, row[start]) >= 0 {
				start++
				continue
			}
			end := start
			for end < len(row) && strings.IndexByte(spaces, row[end]) < 0 {
				end++
			}
			wrong := func(message string) error { return At{l + 1, start + 1, message} }
			w, err := readWord(row[start:end])
			if err != nil {
				return Line{}, wrong(err.Error())
			}
			if w.note == "r" || w.note == "R" {
				at += w.beats
				start = end
				continue
			}
			midi, means, ok := typedPitch(w, key, naming, on, last)
			if !ok || midi < 0 || midi > pitch.MaxMIDI {
				return Line{}, wrong(
					fmt.Sprintf(
						"%q isn't a note: give a name such as E5 or C#, a degree such as b3, a place such as @3.5, or r for a rest",
						clip(row[start:end]),
					),
				)
			}
			if len(out.Notes) == MaxNotes {
				return Line{}, wrong(fmt.Sprintf("more than %d notes were given: give fewer", MaxNotes))
			}
			out.Notes = append(out.Notes, Note{MIDI: midi, At: at, Beats: w.beats, Place: w.place, Finger: w.finger,
				Name: means.name, Stroke: w.stroke})
			out.InKey, out.Loose = out.InKey || means.degree, out.Loose && !means.fixed
			at, last = at+w.beats, midi
			start = end
		}
	}
	if len(out.Notes) == 0 {
		return Line{}, At{1, 1, "no note was given: give names such as E5 or C#, or degrees such as b3"}
	}
	return out, nil
}

// spaces stand between words.
const spaces = " \t\r|,"

// word is a note or a rest as it is typed.
type word struct {
	octaves int // higher than the nearest
	note    string
	place   *neck.Place
	finger  int
	beats   float64
	stroke  run.Stroke
}

// strokeSigns are how a note that is not struck is written, at the end of its word.
var strokeSigns = map[string]run.Stroke{"h": run.Hammer, "p": run.Pull, "s": run.Slide}

func readWord(text string) (w word, err error) {
	text, sign, joined := strings.Cut(text, "~")
	if w.stroke = strokeSigns[sign]; joined && w.stroke == "" {
		return w, fmt.Errorf("%q says no stroke: give ~h, ~p or ~s after the note", clip(text+"~"+sign))
	}
	rest, beats, ok := cutBeats(text)
	if !ok {
		return w, fmt.Errorf("%q has no length: give a note with /2, *2, *3/2 or nothing after it", clip(text))
	}
	w.beats = beats
	rest, placed, there := strings.Cut(rest, "@")
	if there {
		parts := strings.Split(placed, ".")
		var n [3]int
		for i, p := range parts {
			if i == len(n) {
				err = strconv.ErrSyntax
				break
			}
			if n[i], err = strconv.Atoi(p); err != nil {
				break
			}
		}
		if err != nil || len(parts) < 2 || n[0] < 1 || n[0] > neck.MaxStrings || n[1] < 0 || n[1] > neck.MaxFrets ||
			n[2] < 0 || n[2] > 4 {
			return w, fmt.Errorf("%q has no place: give a string and a fret after @, such as @3.5", clip(text))
		}
		w.place, w.finger = &neck.Place{String: n[0], Fret: n[1]}, n[2]
	}
	w.note = strings.TrimLeft(rest, "^_")
	marks := rest[:len(rest)-len(w.note)]
	w.octaves = strings.Count(marks, "^") - strings.Count(marks, "_")
	return w, nil
}

// cutBeats takes the length off a word.
func cutBeats(word string) (note string, beats float64, ok bool) {
	i := strings.IndexAny(word, "/*:")
	if i < 0 {
		return word, 1, true
	}
	of, by, divided := strings.Cut(word[i+1:], "/")
	n, err := strconv.ParseFloat(of, 64)
	if err != nil || n <= 0 {
		return "", 0, false
	}
	if word[i] == '/' {
		n = 1 / n
	}
	if divided {
		d, err := strconv.ParseFloat(by, 64)
		if err != nil || d <= 0 {
			return "", 0, false
		}
		n /= d
	}
	return word[:i], n, n >= leastBeats && n <= mostBeats
}

// meant is what a word says besides its pitch.
type meant struct {
	name   pitch.Name // not valid where a place alone was given
	degree bool       // of the key
	fixed  bool       // its octave is named, or its place
}

// typedPitch reads a note: with its octave, or the nearest to the one before.
func typedPitch(w word, key pitch.Name, naming pitch.Naming, on neck.Neck, last int) (midi int, m meant, ok bool) {
	m.fixed = w.place != nil
	if w.note == "" && w.place != nil {
		if w.place.String > on.Strings() || w.place.Fret > on.Frets {
			return 0, m, false
		}
		return on.MIDI(*w.place), m, true
	}
	text := plainSigns.Replace(w.note)
	if d, err := pitch.ParseDegree(text); err == nil {
		m.name, m.degree = key.Degree(d), true
	} else if p, err := pitch.Parse(text); err == nil {
		m.name, m.fixed = p.Name, true
		return p.MIDI(), m, w.octaves == 0
	} else if m.name, ok = naming.Typed(text, key); !ok {
		return 0, m, false
	}
	return nearest(m.name.Class(), last) + octave*w.octaves, m, true
}

var plainSigns = strings.NewReplacer("♯", "#", "♭", "b")

// nearest is the pitch of a class that lies nearest to another, of two as near the higher.
func nearest(class, last int) int {
	up := (class - last%octave + octave) % octave
	if up > octave/2 {
		return last + up - octave
	}
	return last + up
}

func clip(s string) string {
	if r := []rune(s); len(r) > 24 {
		return string(r[:24]) + "…"
	}
	return s
}
