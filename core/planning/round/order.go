package round

import (
	"math/rand/v2"
	"slices"

	"evenladder/core/base/number"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// classes are the twelve pitch classes in an order, the start first. Where a
// circle closes before it has all of them, it goes on a half step higher.
func classes(o brief.Order, start, seed int) []int {
	out := make([]int, 0, 12)
	step := max(o.Step, 1)
	for at := start; len(out) < 12; at = (at + step) % 12 {
		for slices.Contains(out, at) {
			at = (at + 1) % 12
		}
		out = append(out, at)
	}
	if o.Step == 0 {
		rest := out[1:]
		rand.New(rand.NewPCG(uint64(seed), 0)).Shuffle(len(rest), func(i, k int) {
			rest[i], rest[k] = rest[k],
				rest[i]
		})
	}
	return out
}

// inOrder are the tonics in an order, each class in its spellings. The round
// begins with the start as it is spelled.
func inOrder(o brief.Order, start pitch.Name, spellings [12][]pitch.Name, seed int) (out []pitch.Name) {
	for _, class := range classes(o, start.Class(), seed) {
		names := slices.Clone(spellings[class])
		if i := slices.Index(names, start); i > 0 {
			names[0], names[i] = names[i], names[0]
		}
		out = append(out, names...)
	}
	return out
}

// spellings are the tonics of each pitch class: the one with the fewest signs
// in its signature, or all with a signature of up to seven. The start and what
// is asked for come before both.
func (s *spec) spellings() (out [12][]pitch.Name) {
	twelve := s.Brief.Round.Through == brief.TwelveKeys
	for fifths := -15; fifths <= 15; fifths++ {
		name := pitch.FromFifths(fifths)
		if name.Accidental() < -1 || name.Accidental() > 1 || number.Abs(s.signs(name)) > 7 {
			continue
		}
		out[name.Class()] = append(out[name.Class()], name)
	}
	for class := range out {
		slices.SortStableFunc(out[class], func(a, b pitch.Name) int { return s.rank(a) - s.rank(b) })
		if twelve {
			out[class] = out[class][:1]
		}
	}
	if twelve {
		for _, name := range append([]pitch.Name{s.Keys.Start}, s.Keys.Spelling...) {
			out[name.Class()] = []pitch.Name{name}
		}
	}
	return out
}

// rank orders spellings: few signs first, the usual name first among equals.
func (s *spec) rank(name pitch.Name) int {
	rank := 2 * number.Abs(s.signs(name))
	if !scale.IsUsualTonic(name) {
		rank++
	}
	return rank
}

// signs is the signature's count in a key.
func (s *spec) signs(tonic pitch.Name) int {
	return scale.New(tonic, s.Scale.Formula).Fifths()
}

// other is the other spelling of a tonic that has a signature of up to seven.
func (s *spec) other(tonic pitch.Name) string {
	for _, turn := range []int{-12, 12} {
		name := pitch.FromFifths(tonic.Fifths() + turn)
		if number.Abs(name.Accidental()) < 2 && number.Abs(s.signs(name)) <= 7 {
			return name.String()
		}
	}
	return ""
}
