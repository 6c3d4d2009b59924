package chord

import (
	"fmt"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Bars is a progression: the chords of each bar, which share its beats.
type Bars [][]Chord

// Limits of a progression.
const (
	MaxBars   = 64
	MaxPerBar = 8
	maxText   = 1000 // bytes
)

// Progression reads chords in bars, "Dm7 G7 | Cmaj7 | %": bars are apart by strokes, % is the bar
// before again. Without a stroke each chord has a bar. Chords may be symbols, roman numerals or
// degrees of the key.
func Progression(text string, key scale.Scale) (Bars, error) {
	if len(text) > maxText {
		return nil, fmt.Errorf("%d characters were given: give up to %d", len(text), maxText)
	}
	parts := strings.Split(strings.Trim(strings.TrimSpace(strings.ReplaceAll(text, "||", "|")), "|"), "|")
	if len(parts) == 1 {
		parts = strings.Fields(parts[0])
	}
	var out Bars
	for _, part := range parts {
		words := strings.Fields(part)
		if len(words) == 0 || len(words) > MaxPerBar || len(out) == MaxBars {
			return nil, fmt.Errorf(
				"%q was given: give up to %d bars apart by |, each with up to %d chords",
				fault.Clip(text),
				MaxBars,
				MaxPerBar,
			)
		}
		if len(words) == 1 && words[0] == "%" && len(out) > 0 {
			out = append(out, out[len(out)-1])
			continue
		}
		var bar []Chord
		for _, word := range words {
			if word == "%" && len(bar) > 0 {
				bar = append(bar, bar[len(bar)-1])
				continue
			}
			c, err := InKey(word, key)
			if err != nil {
				return nil, err
			}
			bar = append(bar, c)
		}
		out = append(out, bar)
	}
	if len(out) == 0 {
		return nil, fmt.Errorf("no chord was given: give chords such as Dm7 G7 | Cmaj7")
	}
	return out, nil
}

var numerals = []string{"I", "II", "III", "IV", "V", "VI", "VII"}

// InKey reads a chord symbol, or a roman numeral or degree of a key: "ii7", "bVII", "V7", "4". A
// numeral without a sign stands on that degree of the scale, one with a sign is counted from the
// major scale. A degree alone is the triad that the scale has there.
func InKey(text string, key scale.Scale) (Chord, error) {
	plain := signs.Replace(strings.TrimSpace(text))
	sign := plain[:len(plain)-len(strings.TrimLeft(plain, "b#"))]
	rest := plain[len(sign):]
	number, upper, after := numeral(rest)
	switch {
	case number == 0:
		return Parse(text)
	case sign == "" && key.Len() != 7 || len(sign) > 1:
		return Chord{}, unread(text)
	}
	root := key.Tonic.Degree(pitch.MustParseDegree(sign + string(rune('0'+number))))
	if sign == "" {
		root = key.Notes[number-1]
	}
	if isDigit(rest[0]) {
		if after == "" && sign == "" {
			after = plainQuality(key.Chords(3)[number-1].Quality)
		}
	} else if !upper {
		if d := after; !strings.HasPrefix(d, "dim") && !strings.HasPrefix(d, "°") && !strings.HasPrefix(d, "o") &&
			!strings.HasPrefix(d, "ø") {
			after = "m" + after
		}
	}
	c, err := on(root, after, text)
	if err != nil {
		return Chord{}, unread(text)
	}
	return c, nil
}

// numeral reads the number at the beginning of a text: a roman one in capitals or small letters, or a digit.
func numeral(text string) (number int, upper bool, rest string) {
	if text != "" && isDigit(text[0]) && text[0] >= '1' && text[0] <= '7' {
		return int(text[0] - '0'), true, text[1:]
	}
	long := 0
	for i, n := range numerals {
		for _, as := range []string{n, strings.ToLower(n)} {
			if len(as) > long && strings.HasPrefix(text, as) {
				long, number, upper = len(as), i+1, as == n
			}
		}
	}
	rest = text[long:]
	return number, upper, rest
}

func isDigit(b byte) bool { return b >= '0' && b <= '9' }

// plainQuality is a quality of a scale's chords as it is typed.
func plainQuality(q string) string {
	return strings.NewReplacer("♭", "b", "♯", "#").Replace(q)
}
