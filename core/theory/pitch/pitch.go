package pitch

import (
	"fmt"
	"math"
	"strconv"
)

// ConcertAHz is the frequency of A4 (ISO 16).
const ConcertAHz = 440.0

// Pitch is a spelled name in an octave of scientific pitch notation: middle C
// is C4. Cb4 is the note below C4, as the letter decides the octave.
type Pitch struct {
	Name
	Octave int
}

// MinOctave and MaxOctave bound what Parse accepts.
const (
	MinOctave = 0
	MaxOctave = 8
)

// MaxMIDI is the highest note that MIDI 1.0 can name, G9.
const MaxMIDI = 127

// Parse reads a name followed by an octave from 0 to 8, such as "E2" or "Bb3".
func Parse(s string) (Pitch, error) {
	n, rest, err := scanName(s)
	if err != nil || len(rest) != 1 || rest[0] < '0'+MinOctave || rest[0] > '0'+MaxOctave {
		return Pitch{}, fmt.Errorf("%q is not a pitch: give a note name with an octave from %d to %d, such as E2 or Bb3", clip(s), MinOctave, MaxOctave)
	}
	return Pitch{n, int(rest[0] - '0')}, nil
}

// MustParse is Parse for constants; it panics on bad input.
func MustParse(s string) Pitch {
	p, err := Parse(s)
	if err != nil {
		panic(err)
	}
	return p
}

// FromMIDI is the pitch with the given MIDI number, spelled with name n, which
// must be of that number's pitch class.
func FromMIDI(midi int, n Name) Pitch {
	natural := midi - int(n.acc)
	return Pitch{n, floorDiv(natural, 12) - 1}
}

// MIDI is the MIDI note number: C4 is 60.
func (p Pitch) MIDI() int {
	return 12*(p.Octave+1) + letterClass[p.letter-'A'] + int(p.acc)
}

// FrequencyHz is the equal-tempered frequency against A4 = 440 Hz.
func (p Pitch) FrequencyHz() float64 {
	return ConcertAHz * math.Pow(2, float64(p.MIDI()-69)/12)
}

// String writes the pitch as data: "Bb3".
func (p Pitch) String() string {
	if !p.IsValid() {
		return "?"
	}
	return p.Name.String() + strconv.Itoa(p.Octave)
}

// Pretty writes the pitch for readers: "B♭3".
func (p Pitch) Pretty() string { return Pretty(p.String()) }

// MarshalText writes the data spelling.
func (p Pitch) MarshalText() ([]byte, error) { return []byte(p.String()), nil }

// UnmarshalText reads the data spelling.
func (p *Pitch) UnmarshalText(b []byte) (err error) {
	*p, err = Parse(string(b))
	return err
}
