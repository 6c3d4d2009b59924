package chord_test

import (
	"encoding/json"
	"os/exec"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// qualities as lead sheets write them, each tried on five roots.
var qualities = strings.Fields(
	`maj m dim aug 5 6 m6 69 m69 7 maj7 m7 m7b5 dim7 mMaj7 maj9 9 m9 13 m13 m11 maj13 sus4 sus2
7sus4 9sus4 13sus4 madd9 7b9 7#9 7b5 7#5 7b13 9#11 13#11 maj7#11 maj9#11 7#5#9 7b9b13 13b9 maj7#5 11 add9 M7 min7 -7 o °7 + ø`,
)

func names(c chord.Chord) (out []string) {
	for _, n := range c.Notes() {
		out = append(out, n.String())
	}
	slices.Sort(out)
	return out
}

// Reference: the npm library tonal, run live.
func TestAgainstTonal(t *testing.T) {
	var symbols []string
	for _, q := range qualities {
		for _, root := range []string{"D", "Bb", "F#", "Eb", "G"} {
			symbols = append(symbols, root+q)
		}
	}
	cmd := exec.Command("node", append([]string{"reference/chords.mjs"}, symbols...)...)
	cmd.Dir = "../../../ui"
	data, err := cmd.Output()
	require.NoError(t, err, "the reference needs Node and make's front-end packages")
	var known map[string][]string
	require.NoError(t, json.Unmarshal(data, &known))
	compared := 0
	for _, s := range symbols {
		c, err := chord.Parse(s)
		if !assert.NoError(t, err, s) || len(known[s]) == 0 ||
			strings.HasSuffix(s, "7b13") { // that one keeps its fifth
			continue
		}
		compared++
		slices.Sort(known[s])
		assert.Equal(t, known[s], names(c), s)
	}
	assert.Greater(t, compared, 200)
}

// What it spells otherwise, by hand. Common practice.
func TestSpelling(t *testing.T) {
	for symbol, want := range map[string]string{
		"Dm7": "D F A C", "F#m7b5": "F# A C E", "Bb13(#11)": "Bb D F Ab C E G", "G/B": "G B D", "C7alt": "C E Bb Db D# Ab", "Ab7sus4": "Ab Db Eb Gb",
		"E♭Δ7": "Eb G Bb D", "A-7": "A C E G", "B°7": "B D F Ab", "Gø": "G Bb Db F", "Cadd9": "C E G D", "C6/9": "C E G A D", "Em(maj7)": "E G B D#",
		"F5": "F C", "D7(b9,#11)": "D F# A C Eb G#", "am7": "A C E G", "bbmaj7": "Bb D F A", "Cm(add9)": "C Eb G D", "Dma7": "D F# A C#",
		"G7no5": "G B F",
	} {
		c, err := chord.Parse(symbol)
		require.NoError(t, err, symbol)
		var got []string
		for _, n := range c.Notes() {
			got = append(got, n.String())
		}
		assert.Equal(t, want, strings.Join(got, " "), symbol)
	}
	c, err := chord.Parse("G/B")
	require.NoError(t, err)
	assert.Equal(t, []string{"B", "G/B", ""}, []string{c.Bass.String(), c.Symbol, c.Quality()})
	c, err = chord.Parse("Bbmin7")
	require.NoError(t, err)
	assert.Equal(t, []string{"B♭m7", "m7"}, []string{c.Symbol, c.Quality()})
}

func TestWhatIsNoChord(t *testing.T) {
	for _, text := range []string{"", "H7", "Dx", "C7(b9", "Cm7b", "7", "C/H", "Cmaj7maj7x", "C#####", strings.Repeat("C", 40), "C\x00", "Cm3"} {
		_, err := chord.Parse(text)
		assert.Error(t, err, "%q", text)
	}
	_, err := chord.Parse("Dm7x")
	assert.ErrorContains(t, err, `"Dm7x" is not a chord`)
}

func key(t *testing.T, tonic, name string) scale.Scale {
	t.Helper()
	e, ok := scale.Find(name)
	require.True(t, ok)
	return scale.New(pitch.MustParseName(tonic), e.Formula)
}

func symbols(b chord.Bars) string {
	var bars []string
	for _, bar := range b {
		var words []string
		for _, c := range bar {
			words = append(words, c.Symbol)
		}
		bars = append(bars, strings.Join(words, " "))
	}
	return strings.Join(bars, " | ")
}

func TestProgressions(t *testing.T) {
	for _, c := range []struct{ tonic, scale, text, want string }{
		{"C", "major", "Dm7 G7 | Cmaj7 | %", "Dm7 G7 | Cmaj7 | Cmaj7"},
		{"C", "major", "Dm7 G7 | Cmaj7 %", "Dm7 G7 | Cmaj7 Cmaj7"},
		{"C", "major", "Dm7 G7 Cmaj7 A7", "Dm7 | G7 | Cmaj7 | A7"},
		{"Eb", "major", "ii7 | V7 | Imaj7", "Fm7 | B♭7 | E♭maj7"},
		{"Eb", "major", "2 5 1", "Fm | B♭ | E♭"},
		{"A", "natural-minor", "i VI VII", "Am | F | G"},
		{"D", "dorian", "i | IV7", "Dm | G7"},
		{"G", "major", "I bVII IV", "G | F | C"},
		{"B", "major", "vii° iii", "A♯° | D♯m"},
	} {
		got, err := chord.Progression(c.text, key(t, c.tonic, c.scale))
		require.NoError(t, err, c.text)
		assert.Equal(t, c.want, symbols(got), c.text)
	}
	for _, text := range []string{"", "|", "% %", "Dm7 | x", "IV", strings.Repeat("C |", 80), strings.Repeat("C ", 9) + "|C"} {
		_, err := chord.Progression(text, key(t, "C", "minor-pentatonic"))
		assert.Error(t, err, text)
	}
}

func TestMoved(t *testing.T) {
	for _, c := range []struct{ from, to, text, want string }{
		{"C", "Eb", "Dm7 G7 | Cmaj7 %", "Fm7 Bb7 | Ebmaj7 %"},
		{"C", "A", "C/E F#m7b5 | bVII ii", "A/C# D#m7b5 | bVII ii"},
		{"G", "G", "Am7", "Am7"},
		{"E", "Ab", "B7(#9)|G#m", "Eb7(#9)|Cm"},
	} {
		assert.Equal(t, c.want, chord.Moved(c.text, pitch.MustParseName(c.from), pitch.MustParseName(c.to)))
	}
}

// Whatever is read is a chord of which every note has a name.
func FuzzParse(f *testing.F) {
	for _, s := range []string{"Dm7", "Bb13(#11)", "G/B", "C7alt", "F#ø", "N.C.", "Csus2sus4"} {
		f.Add(s)
	}
	major := scale.New(pitch.MustParseName("C"), scale.MustParseFormula("1 2 3 4 5 6 7"))
	f.Fuzz(func(t *testing.T, s string) {
		if c, err := chord.Parse(s); err == nil {
			assert.NotEmpty(t, c.Degrees)
			for _, n := range c.Notes() {
				assert.True(t, n.IsValid())
			}
		}
		_, _ = chord.Progression(s, major)
	})
}
