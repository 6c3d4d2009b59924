package chord

import (
	"cmp"
	"slices"
	"strings"

	"evenladder/core/theory/pitch"
)

// tone is a degree of a chord: its number from 1 to 13, and semitones against the major scale.
type tone struct{ number, alter int }

// stack is a chord as it is built.
type stack struct {
	tones []tone
	major bool // a seventh that follows is a major one
	dim   bool // a seventh that follows is diminished
}

// set puts a degree in the place of all others of its number.
func (s *stack) set(number, alter int) {
	s.drop(number)
	s.tones = append(s.tones, tone{number, alter})
}

func (s *stack) drop(number int) {
	s.tones = slices.DeleteFunc(s.tones, func(t tone) bool { return t.number == number })
}

// alter puts an altered degree in, beside another altered one of its number, in the place of a natural one.
func (s *stack) alter(number, by int) {
	s.tones = slices.DeleteFunc(s.tones, func(t tone) bool { return t.number == number && t.alter == 0 })
	s.tones = append(s.tones, tone{number, by})
}

func (s *stack) seventh() {
	switch {
	case s.dim:
		s.set(7, -2)
	case s.major:
		s.set(7, 0)
	default:
		s.set(7, -1)
	}
}

// part is a piece of a quality, and what it does to the chord.
type part struct {
	words string // as it may be written, apart by spaces
	does  func(*stack)
}

func minor(s *stack) { s.set(3, -1) }
func half(s *stack)  { s.set(3, -1); s.set(5, -1); s.set(7, -1) }

// first are the parts that a quality may begin with.
var first = []part{
	{
		"m(maj mmaj mMaj m(Maj m(M mM m(Δ mΔ -maj -M -Δ minmaj minM mimaj",
		func(s *stack) { minor(s); s.major = true; s.set(7, 0) },
	},
	{"maj Maj MAJ M", func(s *stack) { s.major = true }},
	{"min Min MIN mi m -", minor},
	{"Δ", func(s *stack) { s.major = true; s.set(7, 0) }},
	{"dim Dim ° o", func(s *stack) { s.set(3, -1); s.set(5, -1); s.dim = true }},
	{"ø7 ø Ø7 Ø halfdim7 halfdim half-diminished7", half},
	{"aug Aug +", func(s *stack) { s.set(5, 1) }},
	{"dom", func(*stack) {}},
}

// sizes are the numbers that may follow: up to where thirds are stacked, or what is added.
var sizes = []part{
	{"6/9 69", func(s *stack) { s.set(6, 0); s.set(9, 0) }},
	{"13", func(s *stack) { s.seventh(); s.set(9, 0); s.set(13, 0) }},
	{"11", func(s *stack) {
		s.seventh()
		s.set(9, 0)
		s.set(11, 0)
		if slices.Contains(s.tones, tone{3, 0}) {
			s.drop(3) // a half step under the 11
		}
	}},
	{"9", func(s *stack) { s.seventh(); s.set(9, 0) }},
	{"7", (*stack).seventh},
	{"6", func(s *stack) { s.set(6, 0) }},
	{"5", func(s *stack) { s.drop(3) }},
	{"4", func(s *stack) { s.drop(3); s.set(4, 0) }},
	{"2", func(s *stack) { s.set(9, 0) }},
}

// more are the parts that may follow in any order and number.
var more = []part{
	{"sus24 sus2sus4 sus42", func(s *stack) { s.drop(3); s.set(2, 0); s.set(4, 0) }},
	{"sus2", func(s *stack) { s.drop(3); s.set(2, 0) }},
	{"susb9 susb2", func(s *stack) { s.drop(3); s.set(4, 0); s.set(9, -1) }},
	{"sus4 sus", func(s *stack) { s.drop(3); s.set(4, 0) }},
	{"alt", func(s *stack) {
		s.seventh()
		s.drop(5)
		s.set(9, -1)
		s.alter(9, 1)
		s.set(13, -1)
	}},
	{"addb9", func(s *stack) { s.alter(9, -1) }},
	{"add#9", func(s *stack) { s.alter(9, 1) }},
	{"add#11", func(s *stack) { s.alter(11, 1) }},
	{"add9 add2", func(s *stack) { s.set(9, 0) }},
	{"add11 add4", func(s *stack) { s.set(11, 0) }},
	{"add13", func(s *stack) { s.set(13, 0) }},
	{"add6", func(s *stack) { s.set(6, 0) }},
	{"omit3 no3", func(s *stack) { s.drop(3) }},
	{"omit5 no5", func(s *stack) { s.drop(5) }},
	{"maj7 M7 Δ7 Δ", func(s *stack) { s.set(7, 0) }},
	{"maj9 M9", func(s *stack) { s.set(7, 0); s.set(9, 0) }},
	{"b13", func(s *stack) { s.alter(13, -1) }},
	{"#13", func(s *stack) { s.alter(13, 1) }},
	{"#11 +11", func(s *stack) { s.alter(11, 1) }},
	{"b11", func(s *stack) { s.alter(11, -1) }},
	{"b9 -9", func(s *stack) { s.alter(9, -1) }},
	{"#9 +9", func(s *stack) { s.alter(9, 1) }},
	{"b5 -5", func(s *stack) { s.alter(5, -1) }},
	{"#5 +5 +", func(s *stack) { s.alter(5, 1) }},
	{"b6", func(s *stack) { s.set(6, -1) }},
	{"#4", func(s *stack) { s.alter(11, 1) }},
	{
		"13",
		func(s *stack) { s.set(13, 0) },
	},
	{"11", func(s *stack) { s.set(11, 0) }},
	{"9", func(s *stack) { s.set(9, 0) }},
	{"7", (*stack).seventh},
	{"6", func(s *stack) { s.set(6, 0) }},
}

// bare takes out what only parts the parts.
var bare = strings.NewReplacer("(", "", ")", "", ",", "", " ", "")

// degreesOf reads a quality.
func degreesOf(quality string) (out []pitch.Degree, ok bool) {
	s := &stack{tones: []tone{{1, 0}, {3, 0}, {5, 0}}}
	rest := bare.Replace(quality)
	if len(rest) > 2 && (rest[:2] == "ma" || rest[:2] == "Ma") && isDigit(rest[2]) {
		rest = "maj" + rest[2:]
	}
	if strings.Count(quality, "(") != strings.Count(quality, ")") {
		return nil, false
	}
	rest = take(first, rest, s)
	rest = take(sizes, rest, s)
	for rest != "" {
		left := take(more, rest, s)
		if left == rest {
			return nil, false
		}
		rest = left
	}
	slices.SortStableFunc(
		s.tones,
		func(a, b tone) int { return cmp.Or(cmp.Compare(a.number, b.number), cmp.Compare(a.alter, b.alter)) },
	)
	for _, t := range s.tones {
		d, err := pitch.ParseDegree(strings.Repeat("b", max(-t.alter, 0)) + strings.Repeat("#", max(t.alter, 0)) +
			string(rune('0'+(t.number-1)%7+1)))
		if err != nil || slices.Contains(out, d) {
			return nil, false
		}
		out = append(out, d)
	}
	return out, true
}

// take does the part that a text begins with, the longest of its words that fits; the text is
// left as it is where none does.
func take(parts []part, text string, s *stack) (rest string) {
	long, does := 0, func(*stack) {}
	for _, p := range parts {
		for word := range strings.FieldsSeq(p.words) {
			word = bare.Replace(word)
			if len(word) > long && strings.HasPrefix(text, word) {
				long, does = len(word), p.does
			}
		}
	}
	does(s)
	return text[long:]
}

// shown are ways to write the beginning of a quality, and the one in which it is shown.
var shown = []struct{ from, to string }{
	{"min", "m"}, {"Min", "m"}, {"mi", "m"}, {"-", "m"}, {"Maj", "maj"}, {"MAJ", "maj"}, {"M", "maj"}, {"Δ7", "maj7"},
	{"Δ", "maj7"}, {"dim", "°"}, {"o", "°"}, {"ø7", "m7b5"}, {"ø", "m7b5"}, {"aug", "+"},
}

// written is a quality as it is shown: minor as m, a major seventh as maj7.
func written(quality string) string {
	for _, c := range shown {
		if rest, ok := strings.CutPrefix(quality, c.from); ok {
			if c.from == "maj" || c.to == "maj" && strings.HasPrefix(rest, "aj") {
				return quality
			}
			if rest == "" && c.to == "maj" {
				return ""
			}
			return c.to + rest
		}
	}
	return quality
}
