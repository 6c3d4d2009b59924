package layout_test

import (
	"fmt"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
)

// perFret is the frame of one finger per fret.
var perFret = layout.Frame{First: -1, FirstHome: 0, LastHome: 3, Last: 4}

func underHand(r layout.Request) layout.Request {
	r.Frame, r.Octaves, r.Ring = perFret, 1, firstPlaces
	r.Positions = []layout.Position{{Name: "first position", Low: 1, High: 4}, {Name: "second position", Low: 2,
		High: 5}}
	return r
}

// firstPlaces stands for a hand that stops each note at its first place.
func firstPlaces(row [][]neck.Place) (out []neck.Place) {
	for _, places := range row {
		out = append(out, places[0])
	}
	return out
}

// Octaves chained root to root go on from where the one before ends, and the
// octaves of a key cover every note of it up to the last octave of the neck.
func TestOneOctaveBoxesChainOverTheNeck(t *testing.T) {
	for _, key := range []string{"F#", "Bb", "D"} {
		r := underHand(request(t, standard, 22, key, "dorian"))
		made := boxes(t, "one-octave", r)
		covered := map[neck.Place]bool{}
		for _, b := range made {
			for _, n := range b.Notes {
				covered[n.Place] = true
			}
			for _, l := range b.Links {
				assert.Equal(t, b.Notes[len(b.Notes)-1].Place, l.From)
				assert.Equal(t, made[l.Box].Notes[0].Place, l.To)
				assert.Equal(t, r.Neck.MIDI(l.From), r.Neck.MIDI(l.To), "one root in both")
			}
		}
		chain := 0
		for at := 0; len(made[at].Links) > 0; at = made[at].Links[0].Box {
			chain++
		}
		assert.Positive(t, chain, "the lowest octave leads on")
		roots := 0
		for _, str := range r.Strings {
			for fret := 0; fret <= 22; fret++ {
				if r.Scale.Index(r.Neck.Open(str).MIDI()+fret) == 0 {
					roots++
				}
			}
		}
		assert.Len(t, made, roots, "one from every root on every string")
	}
}

// A string's link goes to the string where the root an octave up is lowest.
func TestSingleStringsLinkAnOctaveUp(t *testing.T) {
	r := underHand(request(t, standard, 22, "Ab", "mixolydian"))
	made := boxes(t, "single-string", r)
	require.Len(t, made[0].Links, 1)
	l := made[0].Links[0]
	assert.Equal(t, neck.Place{String: 6, Fret: 16}, l.From, "string 6: the root an octave above fret 4")
	assert.Equal(t, neck.Place{String: 5, Fret: 11}, l.To, "its lowest root on the next string")
	assert.Equal(t, "string 5", made[l.Box].Name)
}

// From any degree, one to three octaves: every start is whole, begins on the
// degree, and lies in order of strings.
func TestFromDegreeStarts(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := underHand(request(t, standard, 24, rapid.SampledFrom([]string{"C", "Eb", "F#", "B"}).Draw(t, "tonic"),
			rapid.SampledFrom([]string{"major", "harmonic-minor", "kumoi", "half-whole"}).Draw(t, "scale")))
		r.FromDegree = rapid.IntRange(0, r.Scale.Len()-1).Draw(t, "degree")
		r.Octaves = rapid.IntRange(1, 3).Draw(t, "octaves")
		made := boxes(t, "from-degree", r)
		require.NotEmpty(t, made)
		for i, b := range made {
			assert.Equal(t, r.FromDegree, b.Degree)
			if !b.Complete() {
				assert.Len(t, made, 1, "cut short only where nothing is whole")
				continue
			}
			require.Len(t, b.Notes, r.Octaves*r.Scale.Len()+1)
			assert.Equal(t, 12*r.Octaves, b.Notes[len(b.Notes)-1].MIDI-b.Notes[0].MIDI)
			if i > 0 {
				assert.LessOrEqual(t, b.Notes[0].String, made[i-1].Notes[0].String, "lowest string first")
			}
		}
	})
}

// Everything in a position lies within the frame of the hand that it is named
// after, and the box starts from its degree under that hand.
func TestSevenPositions(t *testing.T) {
	for _, key := range []string{"C", "F#", "Ab"} {
		r := underHand(request(t, standard, 24, key, "melodic-minor"))
		made := boxes(t, "seven-position", r)
		assert.Len(t, made, 7, "one for each degree")
		for i, b := range made {
			for _, other := range made[:i] {
				assert.NotEqual(t, other.Notes, b.Notes, "no two equal boxes")
				assert.NotEqual(t, other.Name, b.Name, "no two names alike")
			}
			start := lowestOf(r, b)
			named := 0
			if _, err := fmt.Sscanf(b.Name, "position %d", &named); err != nil {
				assert.Equal(t, "open position", b.Name)
				named = 1
			}
			assert.Equal(t, named, b.Hand)
			assert.GreaterOrEqual(t, start, named-1, "it starts under the hand")
			assert.LessOrEqual(t, start, named+perFret.LastHome)
			for _, n := range b.Notes {
				if n.Fret > 0 {
					assert.GreaterOrEqual(t, n.Fret, named-1)
					assert.LessOrEqual(t, n.Fret, named+4)
				}
			}
		}
	}
}

// Common practice: in C major the hand that starts from G on the lowest string
// stands in second position, with the middle finger on it.
func TestAPositionIsNamedAfterTheHand(t *testing.T) {
	r := underHand(request(t, standard, 22, "C", "major"))
	names := map[int]string{} // by the fret that a box starts from
	for _, b := range boxes(t, "seven-position", r) {
		names[lowestOf(r, b)] = b.Name
	}
	assert.Equal(t, "position 2", names[3])
	assert.Equal(t, "position 5", names[5])
	assert.Equal(t, "position 7", names[7])
}

func lowestOf(r layout.Request, b layout.Box) int {
	for _, n := range b.Notes {
		if n.String == r.Strings[0] && n.Degree == b.Degree {
			return n.Fret
		}
	}
	return math.MaxInt
}

// In a dropped or open tuning every crossing that differs is said.
func TestCorrectionsOfEachCrossing(t *testing.T) {
	r := underHand(request(t, "D2 A2 D3 G3 B3 E4", 22, "D", "major"))
	assert.Equal(t, []layout.Correction{{FromString: 6, ToString: 5, Frets: -2}, {FromString: 3, ToString: 2,
		Frets: 1}}, boxes(t, "three-per-string", r)[0].Corrections)
	open := underHand(request(t, "D2 A2 D3 F#3 A3 D4", 22, "D", "major"))
	assert.Len(t, boxes(t, "seven-position", open)[0].Corrections, 3, "5 is the usual step, twice")
}

func TestFirstPositionNeedsOpenStringsOrOffersOthers(t *testing.T) {
	names := func(tonic string, low int) (out []string) {
		r := underHand(request(t, "G3 D4 A4 E5", 20, tonic, "major"))
		r.LowFret = low
		r.Frame = layout.Frame{First: -1, FirstHome: -1, LastHome: 5, Last: 6}
		r.Positions = []layout.Position{{Name: "first position", Low: 1, High: 7}, {Name: "half position", Low: 1,
			High: 6}, {Name: "second position", Low: 3, High: 9}}
		for _, b := range boxes(t, "first-position", r) {
			out = append(out, b.Name)
		}
		return out
	}
	assert.Equal(t, []string{"first position"}, names("A", 0))
	assert.Equal(t, []string{"first position", "half position", "second position"}, names("A", 1),
		"without open strings")
	assert.Equal(t, []string{"first position", "second position"}, names("Db", 0),
		"first and half position have the same notes")
}
