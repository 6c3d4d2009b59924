package scale

import "evenladder/core/theory/pitch"

// Bounds of the circle of fifths: the tonics that are in use, and of those the
// twelve that stand for their sound where nothing else is asked for, D♭ and F♯
// among them.
const (
	flattestTonic, sharpestTonic = -7, 10 // C♭ to A♯
	flattestUsual, sharpestUsual = -5, 6  // D♭ to F♯
)

// Tonics are the tonics in use, round the circle of fifths from the flat side.
func Tonics() []pitch.Name {
	out := make([]pitch.Name, 0, sharpestTonic-flattestTonic+1)
	for fifths := flattestTonic; fifths <= sharpestTonic; fifths++ {
		out = append(out, pitch.FromFifths(fifths))
	}
	return out
}

// UsualTonic is the usual spelling of a pitch class, given as any number of
// semitones above C: the one with the fewest signs, D♭ and F♯ of those that
// have as many.
func UsualTonic(semitones int) pitch.Name {
	class := ((semitones % 12) + 12) % 12
	for fifths := flattestUsual; fifths < sharpestUsual; fifths++ {
		if n := pitch.FromFifths(fifths); n.Class() == class {
			return n
		}
	}
	return pitch.FromFifths(sharpestUsual)
}

// IsUsualTonic reports whether a tonic is the usual spelling of its sound.
func IsUsualTonic(n pitch.Name) bool { return UsualTonic(n.Class()) == n }

// Semitones of the steps that keys are carried by.
const (
	Fourth = 5
	Fifth  = 7
)

// Keys is how many keys there are by fourths.
const Keys = 12

// ByFourths is the tonic so many fourths on, back where negative.
func ByFourths(from pitch.Name, steps int) pitch.Name { return UsualTonic(from.Class() + Fourth*steps) }
