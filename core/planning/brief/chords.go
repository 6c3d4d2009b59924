package brief

import (
	"encoding/json"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/music/run"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// ChordWord is a chord to run through: a degree of the scale in digits, which JSON has as a number, or a
// chord symbol.
type ChordWord string

// Read reads a degree, or a symbol where there is a text.
func (w *ChordWord) Read(degree int, text string) {
	if *w = ChordWord(text); text == "" {
		*w = ChordWord(strconv.Itoa(degree))
	}
}

// MarshalJSON writes a degree as a number, a symbol as a text.
func (w ChordWord) MarshalJSON() ([]byte, error) {
	if n, ok := w.degree(); ok {
		return json.Marshal(n)
	}
	return json.Marshal(string(w))
}

// UnmarshalJSON is Read from JSON.
func (w *ChordWord) UnmarshalJSON(data []byte) error {
	var n int
	if json.Unmarshal(data, &n) == nil {
		w.Read(n, "")
		return nil
	}
	return json.Unmarshal(data, (*string)(w))
}

func (w ChordWord) degree() (n int, ok bool) {
	n, err := strconv.Atoi(string(w))
	return n, err == nil
}

// degreesOf are words that are all degrees; nil where one is a symbol.
func degreesOf(words []ChordWord) []int {
	out := make([]int, len(words))
	for i, w := range words {
		n, ok := w.degree()
		if !ok {
			return nil
		}
		out[i] = n
	}
	return out
}

// wordsOf are degrees as words.
func wordsOf(degrees ...int) []ChordWord {
	out := make([]ChordWord, len(degrees))
	for i, d := range degrees {
		out[i] = ChordWord(strconv.Itoa(d))
	}
	return out
}

// checkChords says which of the words is no chord here.
func checkChords(r *Reading, f *fault.List) {
	words := r.Brief.Run.Chords
	if len(words) > maxOrderLen {
		f.Addf("run.chords", "%d chords were given: give up to %d", len(words), maxOrderLen)
		return
	}
	f.Each("run.chords", len(words), func(i int) error {
		if n, ok := words[i].degree(); ok {
			return fault.Outside(n, 1, r.Scale.Len())
		}
		_, err := chord.InKey(string(words[i]), r.Scale)
		return err
	})
}

// symbolsIn are the chords of words of which one is a symbol; nil where all are degrees, unless those are wanted as chords,
// too.
func symbolsIn(words []ChordWord, key scale.Scale, degreesToo bool) (out []chord.Chord) {
	if degreesOf(words) != nil && !degreesToo {
		return nil
	}
	for _, w := range words {
		if c, err := chord.InKey(string(w), key); err == nil {
			out = append(out, c)
		}
	}
	return out
}

// sayChords are words as a sentence has them.
func sayChords(words []ChordWord) string {
	out := make([]string, len(words))
	for i, w := range words {
		out[i] = pitch.Pretty(string(w))
	}
	return strings.Join(out, " ")
}

// asChords reads chords as a tune has them, "Dm7 G7 | Cmaj7 %", or degrees.
func asChords(r *Reading, f Field, text string) Changes {
	if !strings.ContainsAny(text, "ABCDEFGabcdefgIVivmM") {
		numbers := numbersIn(text)
		if len(numbers) == 0 {
			return nil
		}
		return Changes{f.Path: wordsOf(numbers...)}
	}
	var words []ChordWord
	for part := range strings.SplitSeq(text, "|") {
		bar := []ChordWord{}
		for word := range strings.FieldsSeq(part) {
			if before := append(slices.Clip(words), bar...); word == "%" && len(before) > 0 {
				bar = append(bar, before[len(before)-1])
				continue
			}
			if _, err := chord.InKey(word, r.Scale); err != nil {
				return nil
			}
			bar = append(bar, ChordWord(word))
		}
		words = append(words, bar...)
	}
	if len(words) == 0 {
		return nil
	}
	return Changes{f.Path: words}
}

// InKeyOf is the brief with the chords that are written as symbols moved from one tonic to another.
func (b Brief) InKeyOf(from, to pitch.Name) Brief {
	b.Backing.Chords = chord.Moved(b.Backing.Chords, from, to)
	b.Run.Chords = slices.Clone(b.Run.Chords)
	for i, w := range b.Run.Chords {
		b.Run.Chords[i] = ChordWord(chord.Moved(string(w), from, to))
	}
	return b
}

// sevenths are words for the chords of the key with four notes.
var sevenths = []string{
	"seventh chords",
	"seventh chord",
	"sevenths chords",
	"seventh arpeggios",
	"seventh arpeggio",
	"four note chords",
}

// asFigure reads the notes of a chord in an order, "1 3 5 7", chords by their name, or chords that are to be run through.
func asFigure(r *Reading, _ Field, text string) Changes {
	broken := func(order ...int) Changes { return Changes{"run.pattern": run.Broken, "run.order": order} }
	numbers := numbersIn(text)
	odd := func(n int) bool { return n%2 == 1 && n <= maxChordDegree }
	switch {
	case slices.Contains(sevenths, plainly(text)):
		return broken(1, 3, 5, 7)
	case len(numbers) > 2 && strings.Trim(text, " -,0123456789") == "" && !slices.ContainsFunc(numbers,
		func(n int) bool { return !odd(n) }):
		return broken(numbers...)
	case len(numbers) == 0 || !strings.ContainsAny(text, "ABCDEFG"):
		return nil
	}
	if _, err := chord.Progression(text, r.Scale); err != nil {
		return nil
	}
	through := asChords(r, Field{Path: "run.chords"}, text)
	if through != nil {
		through["run.pattern"] = run.Arpeggios
	}
	return through
}
