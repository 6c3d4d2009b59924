// Package chord reads chords as lead sheets write them: a root, a quality, extensions up to
// the 13th, alterations, a bass after a slash; roman numerals and degrees of a key; and
// progressions of them in bars.
//
// A symbol is read by parts, each of which changes the degrees that the chord has
// (parts.go). What is left over is an error that names the symbol: nothing is left out in
// silence.
package chord

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/theory/pitch"
)

// Chord is a root with the degrees above it.
type Chord struct {
	Symbol  string // as it was written, with its signs drawn
	Root    pitch.Name
	Bass    pitch.Name     // the root where none is given
	Degrees []pitch.Degree // counted from the root, in thirds: 1 3 5 7, then the 2, 4 and 6 above
}

// Notes are the notes of the chord from the root up.
func (c Chord) Notes() []pitch.Name {
	out := make([]pitch.Name, len(c.Degrees))
	for i, d := range c.Degrees {
		out[i] = c.Root.Degree(d)
	}
	return out
}

// Quality is the symbol after the root and before a bass.
func (c Chord) Quality() string {
	return strings.TrimSuffix(strings.TrimPrefix(c.Symbol, c.Root.Pretty()), "/"+c.Bass.Pretty())
}

// On is the same chord on another root, without a bass of its own.
func (c Chord) On(root pitch.Name) Chord {
	return Chord{Symbol: root.Pretty() + c.Quality(), Root: root, Bass: root, Degrees: c.Degrees}
}

// Has reports whether the chord has a degree.
func (c Chord) Has(degree string) bool {
	return slices.Contains(c.Degrees, pitch.MustParseDegree(degree))
}

// maxSymbol is how long a symbol may be, in bytes.
const maxSymbol = 24

// Parse reads a chord symbol such as "Dm7", "F#m7b5", "Bb13(#11)", "G/B".
func Parse(text string) (Chord, error) {
	plain := signs.Replace(strings.TrimSpace(text))
	if plain == "" || len(plain) > maxSymbol {
		return Chord{}, unread(text)
	}
	head, rest := strings.ToUpper(plain[:1]), plain[1:]
	for len(rest) > 0 && (rest[0] == '#' || rest[0] == 'b') && len(head) <= pitch.MaxAccidental {
		head, rest = head+rest[:1], rest[1:]
	}
	if head[0] < 'A' || head[0] > 'G' {
		return Chord{}, unread(text)
	}
	root, err := pitch.ParseName(head)
	if err != nil {
		return Chord{}, unread(text)
	}
	return on(root, rest, text)
}

// on is the chord of a quality on a root, with the bass after its slash.
func on(root pitch.Name, rest, text string) (Chord, error) {
	c := Chord{Root: root, Bass: root}
	quality, bass, slashed := cutBass(rest)
	if slashed {
		n, err := pitch.ParseName(bass)
		if err != nil {
			return Chord{}, unread(text)
		}
		c.Bass = n
	}
	degrees, ok := degreesOf(quality)
	if !ok {
		return Chord{}, unread(text)
	}
	c.Degrees, c.Symbol = degrees, root.Pretty()+pitch.Pretty(written(quality))
	if slashed {
		c.Symbol += "/" + c.Bass.Pretty()
	}
	return c, nil
}

// cutBass parts a bass off: a letter after a slash. The slash of 6/9 is none.
func cutBass(text string) (quality, bass string, ok bool) {
	at := strings.LastIndexByte(text, '/')
	if at < 0 || at+1 >= len(text) || text[at+1] < 'A' || text[at+1] > 'G' {
		return text, "", false
	}
	return text[:at], text[at+1:], true
}

func unread(text string) error {
	return fmt.Errorf(
		"%q is not a chord: give a root and what is built on it, such as Dm7, F#m7b5, G7/B or Csus4",
		fault.Clip(text),
	)
}

// signs are the ways in which signs are typed.
var signs = strings.NewReplacer(
	"♯",
	"#",
	"♭",
	"b",
	"𝄪",
	"##",
	"𝄫",
	"bb",
	"−",
	"-",
	"–",
	"-",
	"△",
	"Δ",
	"º",
	"°",
	"⁷",
	"7",
	"⁹",
	"9",
)
