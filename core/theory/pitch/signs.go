package pitch

import "strings"

// Pretty turns the data spelling of a name, pitch or degree into the signs
// that people read: "Bb" to "B♭", "F##" to "F𝄪", "b3" to "♭3". It reads any
// row of such words; a b is always a flat in them.
func Pretty(s string) string { return resign(s, "♯", "𝄪", "♭", "𝄫") }

// Spoken turns the data spelling into words: "Bb" to "B flat", "#4" to
// "sharp 4".
func Spoken(s string) string {
	return strings.Join(strings.Fields(resign(s, " sharp ", " double sharp ", " flat ", " double flat ")), " ")
}

func resign(s, sharp, doubleSharp, flat, doubleFlat string) string {
	if !strings.ContainsAny(s, "#b") {
		return s
	}
	var b strings.Builder
	b.Grow(len(s) + 8)
	for i := 0; i < len(s); i++ {
		single, double := sharp, doubleSharp
		switch s[i] {
		case 'b':
			single, double = flat, doubleFlat
		case '#':
		default:
			b.WriteByte(s[i])
			continue
		}
		if i+1 < len(s) && s[i+1] == s[i] {
			b.WriteString(double)
			i++
		} else {
			b.WriteString(single)
		}
	}
	return b.String()
}
