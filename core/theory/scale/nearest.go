package scale

import (
	"math/bits"

	"evenladder/core/base/english"
	"evenladder/core/theory/pitch"
)

// soundingDegrees say semitones above a tonic where no scale does.
var soundingDegrees = MustParseFormula("1 b2 2 b3 3 4 b5 5 b6 6 b7 7")

// SoundingDegree is the degree so many semitones above a tonic where no scale says it.
func SoundingDegree(semitones int) pitch.Degree { return soundingDegrees[(semitones%12+12)%12] }

// mostBut is how many notes may lie outside a scale that is still named, and leastNamed how many have to sound.
const mostBut, leastNamed = 2, 3

// Nearest names what sounds above a tonic, semitones a bit each, by the scale that comes nearest: the fewest notes outside
// it, then the fewest that it has beside them. "A minor blues", or "all but ♭2: A minor blues"; empty where nothing is near.
func Nearest(tonic pitch.Name, sounds uint16) string {
	var best Entry
	least := 1 << 16
	if bits.OnesCount16(sounds) < leastNamed {
		return ""
	}
	for _, e := range catalogue {
		but, beside := bits.OnesCount16(sounds&^e.Formula.Sound()), bits.OnesCount16(e.Formula.Sound()&^sounds)
		if cost := 2*but + beside; but <= mostBut && but*2 < bits.OnesCount16(sounds) && cost < least {
			best, least = e, cost
		}
	}
	if best.ID == "" {
		return ""
	}
	title := tonic.Pretty() + " " + best.Name
	var but []string
	for i, d := range soundingDegrees {
		if sounds&^best.Formula.Sound()&(1<<i) != 0 {
			but = append(but, d.Pretty())
		}
	}
	if len(but) == 0 {
		return title
	}
	return "all but " + english.And(but) + ": " + title
}
