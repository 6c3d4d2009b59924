package pitch

import "strings"

// Pretty turns the data spelling of a name, pitch or degree into the signs
// that people read: "Bb" to "B♭", "F##" to "F𝄪", "b3" to "♭3".
func Pretty(s string) string { return pretty.Replace(guard(s)) }

// Spoken turns the data spelling into words: "Bb" to "B flat", "#4" to
// "sharp 4".
func Spoken(s string) string {
	return strings.Join(strings.Fields(spoken.Replace(guard(s))), " ")
}

// guard marks flats so that the letter b of a lower-case name is left alone:
// a flat stands after a letter, another flat, or before a number.
func guard(s string) string {
	var b strings.Builder
	for i := 0; i < len(s); i++ {
		if s[i] == 'b' {
			b.WriteByte(0)
			continue
		}
		b.WriteByte(s[i])
	}
	return b.String()
}

var pretty = strings.NewReplacer("##", "𝄪", "#", "♯", "\x00\x00", "𝄫", "\x00", "♭")

var spoken = strings.NewReplacer(
	"##", " double sharp ", "#", " sharp ",
	"\x00\x00", " double flat ", "\x00", " flat ")
