package worksheet

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/lesson/call"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// title is a key as an item asks about it, as data: "F major", "B Dorian".
func title(s scale.Scale) string { return s.Tonic.String() + " " + s.Name }

func (w *writer) show(s scale.Scale) string { return w.Naming.Absolute(s.Tonic) + " " + s.Name }

// signs are how many signs the notes of a scale have.
func signs(s scale.Scale) *int {
	n := 0
	for _, name := range s.Notes {
		n += max(name.Accidental(), -name.Accidental())
	}
	return &n
}

// steps are the semitones from each note of a scale to the next, up to the octave.
func steps(s scale.Scale) []int {
	out := make([]int, s.Len())
	for i, d := range s.Formula {
		next := 12
		if i+1 < s.Len() {
			next = s.Formula[i+1].Semitones()
		}
		out[i] = next - d.Semitones()
	}
	return out
}

// spell is a scale to be written out: numbers over the blanks, and where its half steps lie.
func spell(w *writer, s scale.Scale) (Item, error) {
	labels := make([]string, s.Len()+1)
	for i := range labels {
		labels[i] = fmt.Sprint(i + 1)
	}
	if s.Len() != 7 { // the numbers of the notes are their degrees
		for i, d := range s.Formula {
			labels[i] = d.Pretty()
		}
		labels[s.Len()] = "1"
	}
	return Item{Ask: title(s), Show: w.show(s), Blanks: s.Len() + 1, Answer: call.Spelled(s), Count: signs(s),
		Labels: labels, Steps: steps(s)}, nil
}

const mostSigns = 7

func hasSignature(s scale.Scale) bool {
	f := s.Fifths()
	return f >= -mostSigns && f <= mostSigns && (f != 0 || slices.Contains(naturals, s.Tonic.String()) &&
		*signs(s) == 0)
}

var naturals = strings.Fields("C D E F G A B")

// signature is the signs of a key.
func signature(w *writer, s scale.Scale) (Item, error) {
	k := s.KeySignature()
	n := len(k.Accidentals)
	return Item{Ask: title(s), Show: w.show(s), Blanks: mostSigns, Answer: k.Accidentals, Count: &n}, nil
}

// degrees is the formula of a scale over blanks for its notes.
func degrees(w *writer, s scale.Scale) (Item, error) {
	labels, answer := make([]string, s.Len()), make([]string, s.Len())
	formula := make([]string, s.Len())
	for i, d := range s.Formula {
		labels[i], answer[i], formula[i] = d.Pretty(), s.Notes[i].String(), d.String()
	}
	return Item{Ask: s.Tonic.String() + ": " + strings.Join(formula, " "), Show: w.Naming.Absolute(s.Tonic),
		Blanks: s.Len(), Answer: answer, Labels: labels}, nil
}

func relativeOf(s scale.Scale) (scale.Scale, bool) {
	for _, r := range s.Related() {
		if r.Relation == scale.Relative {
			other := scale.New(r.Tonic, r.Entry.Formula)
			return other, plain(other)
		}
	}
	return scale.Scale{}, false
}

func hasRelative(s scale.Scale) bool { _, ok := relativeOf(s); return ok }

// mode is the word for which of two relatives a scale is.
func mode(s scale.Scale) string {
	if s.MinorType() {
		return "minor"
	}
	return "major"
}

// relative is the tonic of the key with the same signs.
func relative(w *writer, s scale.Scale) (Item, error) {
	r, ok := relativeOf(s)
	if !ok {
		return Item{}, fmt.Errorf("it has no relative key in use")
	}
	return Item{Ask: title(s), Show: fmt.Sprintf("%s: its relative %s", w.show(s), mode(r)), Blanks: 1,
		Answer: []string{r.Tonic.String()}}, nil
}

// calledNumbers is how many numbers an item calls.
const calledNumbers = 8

// numbers are degrees as they are called, by the seed of the sheet.
func numbers(w *writer, s scale.Scale) (Item, error) {
	b := w.inKey(s, "")
	made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Count: calledNumbers,
		Seed: w.random.IntN(brief.MaxSeed)})
	if err != nil {
		return Item{}, err
	}
	it := Item{Ask: title(s), Show: w.show(s), Blanks: calledNumbers}
	for _, c := range made.Calls {
		it.Ask += " " + c.Ask
		it.Labels = append(it.Labels, c.Show)
		it.Answer = append(it.Answer, fmt.Sprintf("%d/%d", c.Answer.String, c.Answer.Fret))
		it.Facts = append(it.Facts, c.Facts...)
	}
	return it, nil
}

// wallKey is a key as it hangs on the wall: its signs, its relative, what is left of the open
// strings, and the key that sounds the same.
func wallKey(w *writer, s scale.Scale) (Item, error) {
	answer := s.KeySignature().Accidentals
	words := []string{signWords(s.Fifths())}
	for _, a := range answer {
		words = append(words, w.Naming.Absolute(pitch.MustParseName(a)))
	}
	n := len(answer)
	labels := []string{"", w.openLeft(s), ""}
	if r, ok := relativeOf(s); ok {
		labels[0] = w.Naming.Absolute(r.Tonic) + " " + mode(r)
	}
	if other, ok := sameSound(s); ok {
		labels[2] = w.Naming.Absolute(other.Tonic)
	}
	return Item{Ask: title(s), Show: w.Naming.Absolute(s.Tonic), Answer: answer, Words: words, Count: &n,
		Labels: labels, Figure: "key", Piece: piece.Piece{Keys: []piece.Key{{Fifths: s.Fifths()}}}}, nil
}

func signWords(fifths int) string {
	switch {
	case fifths > 0:
		return english.CountInWords(fifths, "sharp", "sharps")
	case fifths < 0:
		return english.CountInWords(-fifths, "flat", "flats")
	}
	return "no sharps or flats"
}

// sameSound is the key of the same sound with at most seven signs the other way.
func sameSound(s scale.Scale) (scale.Scale, bool) {
	turn := 12
	if s.Fifths() > 0 {
		turn = -12
	}
	if f := s.Fifths() + turn; f < -mostSigns || f > mostSigns || s.Fifths() == 0 {
		return scale.Scale{}, false
	}
	return scale.New(pitch.FromFifths(s.Tonic.Fifths()+turn), s.Formula), true
}

// openLeft are the open strings that a key has, the lowest first.
func (w *writer) openLeft(s scale.Scale) string {
	var left []string
	for _, o := range openStrings(w.Reading) {
		if s.Index(o.MIDI) >= 0 {
			left = append(left, o.Label)
		}
	}
	if len(left) == 0 {
		return "none"
	}
	return strings.Join(left, " ")
}
