package abc

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Modes as tunes write them, and how many fifths the signature of each lies below that of the major on its tonic. From
// memory: the table of the ABC standard 2.1, section 3.1.14, and of any book of theory.
var modesWritten = []struct {
	words []string
	below int
}{
	{[]string{"", "maj", " major", "ion", "Ionian"}, 0}, {[]string{"m", "min", " minor", "aeo", "Aeolian"}, 3},
	{[]string{"mix", " Mixolydian"}, 1}, {[]string{"dor", " Dorian"}, 2}, {[]string{"phr", " Phrygian"}, 4},
	{[]string{"lyd", " Lydian"}, -1}, {[]string{"loc", " Locrian"}, 5},
}

// Every key in every mode and meter is believed: its signature, the names of its notes, and its meter.
func TestEveryKeyAndMeter(t *testing.T) {
	tonics := strings.Fields("Fb Cb Gb Db Ab Eb Bb F C G D A E B F# C# G# D# A# E# B#") // by fifths, from -8
	meters := []string{"4/4", "3/4", "6/8", "12/8", "2/4", "9/8", "5/4", "7/4", "6/4"}
	seen := 0
	for i, tonic := range tonics {
		for _, mode := range modesWritten {
			fifths := i - 8 - mode.below
			if fifths < -7 || fifths > 7 {
				continue
			}
			for _, word := range mode.words {
				meter := meters[seen%len(meters)]
				seen++
				text := "X:1\nM:" + meter + "\nL:1/8\nK:" + tonic + word + "\nCDEFGAB|"
				made, err := Read(text)
				require.NoError(t, err, text)
				require.NotNil(t, made.Key, text)
				assert.Equal(t, fifths, made.Key.Fifths, text)
				assert.Equal(t, tonic, made.Key.Tonic.String(), text)
				assert.Equal(t, meter, made.Meter, text)
				for k, n := range made.Notes {
					assert.Equal(t, signed("CDEFGAB"[k:k+1], fifths), n.Name.String(), "%s, note %d", text, k+1)
				}
			}
		}
	}
	assert.Greater(t, seen, 200)
	odd, err := Read("X:1\nM:7/8\nL:1/8\nK:Bbdor\nCDEFGAB|")
	require.NoError(t, err)
	assert.Equal(t, []string{"the meter 7/8 (counted in quarter notes)"}, odd.Left, "what isn't written is said")
	for _, none := range []string{"none", "HP"} {
		_, err := Read("X:1\nK:" + none + "\nCDE|")
		assert.NoError(t, err, fmt.Sprintf("K:%s", none))
	}
}

// signed is a letter with the sign that a signature gives it.
func signed(letter string, fifths int) string {
	const order = "FCGDAEB"
	at := strings.Index(order, letter)
	switch {
	case at < fifths:
		return letter + "#"
	case 6-at < -fifths:
		return letter + "b"
	}
	return letter
}
