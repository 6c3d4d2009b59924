package round

import (
	"math/rand/v2"
	"slices"
	"strings"

	"evenladder/core/pitch"
	"evenladder/core/run"
	"evenladder/core/scale"
)

// Order is an order of keys.
type Order struct {
	run.Option
	Name string
	Why  string
	step int // semitones up from each key to the next; 0 where it has no step
}

// Orders are all orders in picker order.
var Orders = []Order{
	{run.Option{ID: "fourths", Phrase: "by fourths"}, "by fourths", "one sharp less or one flat more at each step; the way chords move", 5},
	{run.Option{ID: "fifths", Phrase: "by fifths"}, "by fifths", "one sharp more or one flat less at each step", 7},
	{run.Option{ID: "semitones", Phrase: "by half steps"}, "by half steps", "the shape moves a fret at a time", 1},
	{run.Option{ID: "whole-steps", Phrase: "by whole steps"}, "by whole steps", "six keys, then the six between them", 2},
	{run.Option{ID: "minor-thirds", Phrase: "by minor thirds"}, "by minor thirds", "four keys, three times, each time a half step higher", 3},
	{run.Option{ID: "shuffled", Phrase: "shuffled"}, "shuffled", "no key can be guessed from the one before; the number brings the same order back", 0},
	{run.Option{ID: "own", Phrase: "in an order of one's own"}, "an order of one's own", "type the keys", 0},
}

// classes are the twelve pitch classes in this order, the start first. Where a
// circle closes before it has all of them, it goes on a half step higher.
func (o Order) classes(start, seed int) []int {
	out := make([]int, 0, 12)
	step := max(o.step, 1)
	for at := start; len(out) < 12; at = (at + step) % 12 {
		for slices.Contains(out, at) {
			at = (at + 1) % 12
		}
		out = append(out, at)
	}
	if o.step == 0 {
		rest := out[1:]
		rand.New(rand.NewPCG(uint64(seed), 0)).Shuffle(len(rest), func(i, k int) { rest[i], rest[k] = rest[k], rest[i] })
	}
	return out
}

// keys are the tonics in this order, each class in its spellings. The round
// begins with the start as it is spelled.
func (o Order) keys(start pitch.Name, spellings [12][]pitch.Name, seed int) (out []pitch.Name) {
	for _, class := range o.classes(start.Class(), seed) {
		names := slices.Clone(spellings[class])
		if i := slices.Index(names, start); i > 0 {
			names[0], names[i] = names[i], names[0]
		}
		out = append(out, names...)
	}
	return out
}

// usual are the spellings that break a tie: D♭ before C♯, F♯ before G♭.
const usual = "C Db D Eb E F F# G Ab A Bb B"

// spellings are the tonics of each pitch class: the one with the fewest signs
// in its signature, or all with a signature of up to seven. The start and what
// is asked for come before both.
func (s *spec) spellings(start pitch.Name, asked []pitch.Name) (out [12][]pitch.Name) {
	for fifths := -15; fifths <= 15; fifths++ {
		name := pitch.FromFifths(fifths)
		if name.Accidental() < -1 || name.Accidental() > 1 || abs(s.signs(name)) > 7 {
			continue
		}
		out[name.Class()] = append(out[name.Class()], name)
	}
	for class := range out {
		slices.SortStableFunc(out[class], func(a, b pitch.Name) int { return s.rank(a) - s.rank(b) })
		if s.brief.Round.Through == "twelve-keys" {
			out[class] = out[class][:1]
		}
	}
	if s.brief.Round.Through == "twelve-keys" {
		for _, name := range append([]pitch.Name{start}, asked...) {
			out[name.Class()] = []pitch.Name{name}
		}
	}
	return out
}

// rank orders spellings: few signs first, the usual name first among equals.
func (s *spec) rank(name pitch.Name) int {
	rank := 2 * abs(s.signs(name))
	if !slices.Contains(strings.Fields(usual), name.String()) {
		rank++
	}
	return rank
}

// signs is the signature's count in a key.
func (s *spec) signs(tonic pitch.Name) int {
	return scale.New(tonic, s.first.Scale.Formula).Fifths()
}

// other is the other spelling of a tonic that has a signature of up to seven.
func (s *spec) other(tonic pitch.Name) string {
	for _, turn := range []int{-12, 12} {
		name := pitch.FromFifths(tonic.Fifths() + turn)
		if abs(name.Accidental()) < 2 && abs(s.signs(name)) <= 7 {
			return name.String()
		}
	}
	return ""
}
