package phrase

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/pitch"
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

// Typed reads a phrase as it is typed: names of notes, with an octave (E5) or without, degrees of a
// key (b3), r for a rest; each lasts a beat, half of it with /2, so many with *2, or 1.5. Where no
// octave is named a note lies nearest to the one before. A small b before a number is a flat, a
// capital B a note: b3 is a degree, B3 a pitch. Bars (|) are passed over. Errors are At.
func Typed(text string, key pitch.Name, naming pitch.Naming) (Line, error) {
	if len(text) > maxTyped {
		return Line{}, At{1, 1, fmt.Sprintf("%d characters were given: give %d at most", len(text), maxTyped)}
	}
	var out Line
	at, last := 0.0, usualMIDI
	for l, row := range strings.Split(text, "\n") {
		for start := 0; start < len(row); {
			if row[start] == ' ' || row[start] == '\t' || row[start] == '\r' || row[start] == '|' || row[start] == ',' {
				start++
				continue
			}
			end := start
			for end < len(row) && !strings.ContainsRune(" \t\r|,", rune(row[end])) {
				end++
			}
			word := row[start:end]
			column := start + 1
			wrong := func(message string) error { return At{l + 1, column, message} }
			note, beats, ok := cutBeats(word)
			if !ok {
				return Line{}, wrong(fmt.Sprintf("%q has no length: give a note with /2, *2 or nothing after it", clip(word)))
			}
			start = end
			if note == "r" || note == "R" {
				at += beats
				continue
			}
			midi, ok := typedPitch(note, key, naming, last)
			if !ok || midi < 0 || midi > pitch.MaxMIDI {
				return Line{}, wrong(fmt.Sprintf("%q is no note: give a name such as E5 or C#, a degree such as b3, or r for a rest", clip(word)))
			}
			if len(out.Notes) == MaxNotes {
				return Line{}, wrong(fmt.Sprintf("more than %d notes were given: give fewer", MaxNotes))
			}
			out.Notes = append(out.Notes, Note{MIDI: midi, At: at, Beats: beats})
			at, last = at+beats, midi
		}
	}
	if len(out.Notes) == 0 {
		return Line{}, At{1, 1, "no note was given: give names such as E5 or C#, or degrees such as b3"}
	}
	return out, nil
}

// cutBeats takes the length off a word.
func cutBeats(word string) (note string, beats float64, ok bool) {
	i := strings.LastIndexAny(word, "/*:")
	if i < 0 {
		return word, 1, true
	}
	n, err := strconv.ParseFloat(word[i+1:], 64)
	if err != nil || n <= 0 {
		return "", 0, false
	}
	if word[i] == '/' {
		n = 1 / n
	}
	return word[:i], n, n >= leastBeats && n <= mostBeats
}

// typedPitch reads a note: with its octave, or the nearest to the one before.
func typedPitch(word string, key pitch.Name, naming pitch.Naming, last int) (midi int, ok bool) {
	word = plainSigns.Replace(word)
	if d, err := pitch.ParseDegree(word); err == nil {
		return near(key.Degree(d).Class(), last), true
	}
	if p, err := pitch.Parse(word); err == nil {
		return p.MIDI(), true
	}
	name, ok := naming.Typed(word, key)
	if !ok {
		return 0, false
	}
	return near(name.Class(), last), true
}

var plainSigns = strings.NewReplacer("♯", "#", "♭", "b")

// near is the pitch of a class that lies nearest to another, of two as near the higher.
func near(class, last int) int {
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
