// Package pitch holds the smallest things of music theory as plain values:
// note names, pitches and degrees.
//
// A Name is a letter with its accidental ("Bb"), a Pitch is a Name in an
// octave ("Bb2"), a Degree says where a note stands against the major scale
// of a tonic ("b3"). All three are small and comparable; the zero value of
// each is invalid and prints as "?". Parse reads what String writes.
//
// Data is spelled with # and b; Pretty gives the signs that people read
// (♯ ♭), Spoken the words that a screen reader should say.
package pitch

import (
	"fmt"
	"strings"
)

// MaxAccidental is the largest number of sharps or flats that Parse accepts.
const MaxAccidental = 2

// Name is a spelled note name without an octave.
type Name struct {
	letter byte // 'A' to 'G'; 0 in the invalid zero value
	acc    int8 // semitones: sharps positive, flats negative
}

// letterClass gives the pitch class of the plain letters A to G.
var letterClass = [7]int{9, 11, 0, 2, 4, 5, 7}

// ParseName reads a letter A to G (either case) and up to two # or b.
func ParseName(s string) (Name, error) {
	n, rest, err := scanName(s)
	if err == nil && rest != "" {
		err = nameError(s)
	}
	if err != nil {
		return Name{}, err
	}
	return n, nil
}

// MustParseName is ParseName for constants; it panics on bad input.
func MustParseName(s string) Name {
	n, err := ParseName(s)
	if err != nil {
		panic(err)
	}
	return n
}

func nameError(s string) error {
	return fmt.Errorf("%q is not a note name: give a letter A to G with up to two # or b, such as F# or Bb", clip(s))
}

func scanName(s string) (n Name, rest string, err error) {
	if s == "" {
		return Name{}, "", nameError(s)
	}
	letter := s[0]
	if letter >= 'a' && letter <= 'g' {
		letter -= 'a' - 'A'
	}
	if letter < 'A' || letter > 'G' {
		return Name{}, "", nameError(s)
	}
	acc, rest := scanAccidental(s[1:])
	if acc < -MaxAccidental || acc > MaxAccidental {
		return Name{}, "", nameError(s)
	}
	return Name{letter, int8(acc)}, rest, nil
}

// scanAccidental reads a run of one sign, # or b; mixed signs end the run.
func scanAccidental(s string) (acc int, rest string) {
	for i := 0; i < len(s); i++ {
		switch {
		case s[i] == '#' && acc >= 0:
			acc++
		case s[i] == 'b' && acc <= 0:
			acc--
		default:
			return acc, s[i:]
		}
	}
	return acc, ""
}

// IsValid reports whether n is a note name and not the zero value.
func (n Name) IsValid() bool { return n.letter != 0 }

// Letter is the letter, 'A' to 'G'.
func (n Name) Letter() byte { return n.letter }

// Accidental counts semitones away from the plain letter, flats negative.
func (n Name) Accidental() int { return int(n.acc) }

// Class is the pitch class, 0 (C) to 11 (B).
func (n Name) Class() int { return mod12(letterClass[n.letter-'A'] + int(n.acc)) }

// String writes the name as data: "F#", "Bbb".
func (n Name) String() string {
	if !n.IsValid() {
		return "?"
	}
	return string(n.letter) + accidental(n.acc, "#", "b")
}

// Pretty writes the name for readers: "F♯", "B𝄫".
func (n Name) Pretty() string { return Pretty(n.String()) }

// Spoken writes the name in words: "F sharp", "B double flat".
func (n Name) Spoken() string { return Spoken(n.String()) }

// Degree is the note that stands on degree d of the major scale on n, spelled
// with the letter that the degree's number asks for.
func (n Name) Degree(d Degree) Name {
	letter := (int(n.letter-'A') + int(d.number) - 1) % 7
	natural := letterClass[letter]
	want := n.Class() + d.Semitones()
	acc := mod12(want-natural+6) - 6
	return Name{byte('A' + letter), int8(acc)}
}

// Fifths places the major key on n in the circle of fifths: C is 0, sharps
// are positive, flats negative.
func (n Name) Fifths() int {
	byLetter := [7]int{3, 5, 0, 2, 4, -1, 1}
	return byLetter[n.letter-'A'] + 7*int(n.acc)
}

// FromFifths is the inverse of Fifths.
func FromFifths(fifths int) Name {
	const order = "FCGDAEB"
	i := fifths + 1
	acc := floorDiv(i, 7)
	return Name{order[i-7*acc], int8(acc)}
}

func floorDiv(a, b int) int {
	q := a / b
	if a%b < 0 {
		q--
	}
	return q
}

func mod12(i int) int { return ((i % 12) + 12) % 12 }

func accidental(acc int8, sharp, flat string) string {
	if acc < 0 {
		return strings.Repeat(flat, -int(acc))
	}
	return strings.Repeat(sharp, int(acc))
}

// clip keeps an error message readable whatever was given.
func clip(s string) string {
	if r := []rune(s); len(r) > 24 {
		return string(r[:24]) + "…"
	}
	return s
}
