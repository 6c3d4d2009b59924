package scale

import "evenladder/core/theory/pitch"

// Chord is a chord built in thirds on one degree of a seven-note scale.
type Chord struct {
	Degree  pitch.Degree
	Notes   []pitch.Name
	Quality string // "m7" after the root; empty for a major triad and where there is no usual name
}

// qualities names chords by the semitones of their notes above the root, one
// letter for each semitone count from 0 ('a').
var qualities = map[string]string{
	"aeh": "", "adh": "m", "adg": "°", "aei": "+", "aeg": "♭5",
	"aehl": "maj7", "adhk": "m7", "aehk": "7", "adgk": "m7♭5", "adgj": "°7",
	"adhl": "m(maj7)", "aeil": "maj7♯5", "aeik": "7♯5", "aegk": "7♭5", "adgl": "°(maj7)",
}

// Chords are the chords of size notes (3 or 4) on each degree, every other
// note of the scale. Scales that do not have seven notes have none.
func (s Scale) Chords(size int) []Chord {
	if s.Len() != 7 {
		return nil
	}
	out := make([]Chord, 7)
	for i := range out {
		c := Chord{Degree: s.Formula[i], Notes: make([]pitch.Name, size)}
		key := make([]byte, size)
		for k := range size {
			n := s.Notes[(i+2*k)%7]
			c.Notes[k] = n
			key[k] = byte('a' + (n.Class()-s.Notes[i].Class()+12)%12)
		}
		c.Quality = qualities[string(key)]
		out[i] = c
	}
	return out
}
