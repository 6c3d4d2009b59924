package grip_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/grip"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

func requestOn(t testing.TB, instrument string, low, high int) grip.Request {
	in, ok := neck.FindInstrument(instrument)
	require.True(t, ok)
	n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
	require.NoError(t, err)
	return grip.Request{Neck: n, Limits: hand.DefaultLimits(in.Family), LowFret: low, HighFret: high,
		Bass: in.Family == neck.Basses, Wide: in.Family == neck.Mandolins}
}

// Frets and fingers of a grip, from the lowest string on: "x-3.3-2.2-0-1.1-0".
func written(g grip.Grip, strings int) string {
	out := ""
	for str := strings; str >= 1; str-- {
		word := "x"
		for _, s := range g.Stops {
			if s.String == str {
				if word = fmt.Sprint(s.Fret); s.Finger > 0 {
					word += fmt.Sprintf(".%d", s.Finger)
				}
			}
		}
		out += word
		if str > 1 {
			out += "-"
		}
	}
	return out
}

// Grips that every player knows, at the nut and as barres. Common practice.
func TestKnownGrips(t *testing.T) {
	for _, c := range []struct {
		instrument, symbol string
		low, high          int
		want               string
	}{
		{"guitar", "C", 0, 3, "x-3.3-2.2-0-1.1-0"}, {"guitar", "Em", 0, 3, "0-2.2-2.3-0-0-0"},
		{"guitar", "D", 0, 3, "x-x-0-2.1-3.3-2.2"}, {"guitar", "F", 1, 4, "1.1-3.3-3.4-2.2-1.1-1.1"},
		{"guitar", "Bm", 2, 5, "x-2.1-4.3-4.4-3.2-2.1"}, {"ukulele", "C", 0, 3, "0-0-0-3.3"},
		{"ukulele", "F", 0, 3, "2.2-0-1.1-0"}, {"mandolin", "G", 0, 4, "0-0-2.1-3.2"},
	} {
		chord, err := chord.Parse(c.symbol)
		require.NoError(t, err)
		r := requestOn(t, c.instrument, c.low, c.high)
		g, ok := grip.Find(r, chord)
		require.True(t, ok, c.symbol)
		assert.Equal(t, c.want, written(g, r.Neck.Strings()), "%s on a %s", c.symbol, c.instrument)
		assert.True(t, g.Inside)
	}
}

// Every triad and seventh chord of every key has a grip in every five frets of four instruments, or near by: complete, one
// note a string, no string silent between two that sound, fingers within the hand, none behind another, and no more than
// four.
func TestEveryChordOfEveryKey(t *testing.T) {
	inside, all := 0, 0
	for _, instrument := range []string{"guitar", "ukulele", "mandolin", "bass"} {
		for _, tonic := range scale.Tonics() {
			entry, _ := scale.Find("major")
			major := scale.New(tonic, entry.Formula)
			for degree := 1; degree <= 7; degree++ {
				for _, numeral := range []string{"", "7"} {
					c, err := chord.InKey(romans[degree-1]+numeral, major)
					require.NoError(t, err)
					low := (degree * 2) % 9
					r := requestOn(t, instrument, low, low+4)
					g, ok := grip.Find(r, c)
					name := fmt.Sprintf("%s on a %s from fret %d", c.Symbol, instrument, low)
					require.True(t, ok, name)
					holds(t, r, c, g, name)
					all++
					if g.Inside {
						inside++
					}
				}
			}
		}
	}
	t.Logf("%d of %d within the frets that were asked for", inside, all)
	assert.Greater(t, inside*10, all*6)
}

var romans = [7]string{"I", "ii", "iii", "IV", "V", "vi", "vii"}

func holds(t *testing.T, r grip.Request, c chord.Chord, g grip.Grip, name string) {
	t.Helper()
	sounds, fingers := map[int]bool{}, map[int]int{}
	for i, s := range g.Stops {
		if i > 0 {
			assert.Equal(t, g.Stops[i-1].String-1, s.String, "%s: no silent string between", name)
		}
		assert.Equal(t, r.Neck.MIDI(s.Place), s.MIDI, name)
		assert.Equal(t, pitch.MustParseName(s.Name).Class(), s.MIDI%12, name)
		sounds[s.MIDI%12] = true
		assert.Equal(t, s.Fret == 0, s.Finger == 0, name)
		if s.Finger == 0 {
			continue
		}
		fret, used := fingers[s.Finger]
		assert.True(t, !used || g.Barre != nil && s.Finger == hand.Index && fret == s.Fret, "%s: a finger has one place", name)
		fingers[s.Finger] = s.Fret
	}
	for _, n := range c.Notes() {
		if !r.Bass || n == c.Root {
			assert.True(t, sounds[n.Class()], "%s: %s is missing", name, n)
		}
	}
	for a, fa := range fingers {
		for b, fb := range fingers {
			if a < b {
				assert.LessOrEqual(t, fa, fb, "%s: finger %d behind %d", name, b, a)
				assert.LessOrEqual(t, r.Neck.SpanMM(fa, fb), r.Limits.Greatest(a, b)+1e-9, name)
			}
		}
	}
}

func BenchmarkGrip(b *testing.B) {
	c, _ := chord.Parse("Ebmaj7")
	r := requestOn(b, "guitar", 5, 9)
	for b.Loop() {
		grip.Find(r, c)
	}
}
