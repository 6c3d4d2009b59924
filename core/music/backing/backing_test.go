package backing_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/backing"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

func key(t *testing.T, tonic, name string) scale.Scale {
	t.Helper()
	e, ok := scale.Find(name)
	require.True(t, ok, name)
	return scale.New(pitch.MustParseName(tonic), e.Formula)
}

func symbols(cs []backing.Chord) string {
	var out []string
	for _, c := range cs {
		out = append(out, c.Symbol)
	}
	return strings.Join(out, " ")
}

// The vamp of a scale. Common practice.
func TestEachScaleHasItsColour(t *testing.T) {
	for _, c := range []struct{ tonic, scale, want string }{
		{"D", "dorian", "Dm G"}, {"E", "phrygian", "Em F"}, {"F", "lydian", "F G"}, {"G", "mixolydian", "G F"},
		{"A", "aeolian", "Am F"}, {"B", "locrian", "B° C"}, {"C", "major", "C F"}, {"A", "harmonic-minor", "Am E7"},
		{"A", "melodic-minor", "Am D7"}, {"Bb", "minor-pentatonic", "B♭m7"}, {"E", "in", "E5 Fmaj7"}, {"E", "phrygian-dominant", "E F"},
		{"Eb", "minor-blues", "E♭7 A♭7"},
	} {
		got := backing.Spec{Kind: backing.Vamp}.Cycle(key(t, c.tonic, c.scale), 4)
		assert.Equal(t, c.want, symbols(got), c.scale)
	}
}

// Every scale of the catalogue has chords in every key, with a reason; those of scales of seven notes
// are made of its own notes, and hold the note by which it is told from plain major or minor.
func TestChordsAreOfTheScale(t *testing.T) {
	for _, e := range scale.Catalogue() {
		for _, tonic := range []string{"C", "Db", "D", "Eb", "E", "F", "F#", "G", "Ab", "A", "Bb", "B"} {
			k := scale.New(pitch.MustParseName(tonic), e.Formula)
			own := backing.Own(k)
			require.NotEmpty(t, own.Chords, e.ID)
			assert.NotEmpty(t, own.Why)
			classes := map[int]bool{}
			for _, bar := range own.Chords {
				for _, c := range bar {
					for _, n := range c.Notes() {
						classes[n.Class()] = true
						if k.Len() == 7 && e.ID != "altered" {
							assert.GreaterOrEqual(
								t,
								k.Index(60+n.Class()),
								0,
								"%s in %s %s: %s",
								n,
								tonic,
								e.ID,
								c.Symbol,
							)
						}
					}
				}
			}
			if k.Len() != 7 {
				continue
			}
			plain := key(t, tonic, "major")
			if e.Formula[2] == pitch.MustParseDegree("b3") {
				plain = key(t, tonic, "natural-minor")
			}
			differs, shown := false, false
			for _, n := range k.Notes {
				if plain.Index(60+n.Class()) < 0 {
					differs, shown = true, shown || classes[n.Class()]
				}
			}
			assert.True(t, !differs || shown, "%s: no note of its own is in %v", e.ID, own.Chords)
		}
	}
}

// Voices lie together over the bass, and move little.
func TestVoices(t *testing.T) {
	bars, err := chord.Progression("Dm7 | G13 | Cmaj9 | A7alt | F#m7b5/C | E5", key(t, "C", "major"))
	require.NoError(t, err)
	cycle := backing.Spec{Kind: backing.Progression, Chords: bars, Bars: 2}.Cycle(key(t, "C", "major"), 3)
	for i, c := range cycle {
		assert.InDelta(t, 6, c.Beats, 1e-9)
		assert.True(t, c.Bass >= 36 && c.Bass < 48)
		assert.LessOrEqual(t, len(c.Notes), 4)
		for k, n := range c.Notes {
			assert.True(t, n >= 52 && n < 76, "%s: %v", c.Symbol, c.Notes)
			assert.True(t, k == 0 || n > c.Notes[k-1])
			assert.Contains(t, names(c), n%12)
		}
		assert.NotEmpty(t, c.Names, i)
	}
	assert.Equal(t, 0, cycle[4].Bass%12)
}

func names(c backing.Chord) (classes []int) {
	for _, n := range c.Names {
		classes = append(classes, pitch.MustParseName(n).Class())
	}
	return classes
}

func TestTwelveBars(t *testing.T) {
	got := backing.Spec{Kind: backing.Blues}.Cycle(key(t, "Eb", "minor-pentatonic"), 4)
	assert.Equal(t, "E♭7 E♭7 E♭7 E♭7 A♭7 A♭7 E♭7 E♭7 B♭7 A♭7 E♭7 B♭7", symbols(got))
}
