package pitch_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

func TestNamesTypedInAnyWay(t *testing.T) {
	english, _ := table.Find(pitch.Namings, "english")
	german, _ := table.Find(pitch.Namings, "german")
	for want, typed := range map[string]string{
		"F#":  "F# f# F♯ fis Fis FIS fsharp fa# fa♯",
		"Bb":  "Bb b♭ bflat B-flat sib sib ti♭ hes bes",
		"Eb":  "Eb es Es ees E♭ mib",
		"Ab":  "as As aes ab la♭ a-flat",
		"Abb": "abb ases A𝄫 adoubleflat",
		"B":   "b B h H si ti",
		"G":   "g sol so",
		"A#":  "ais a# lasharp",
		"C##": "cx cisis c## C𝄪",
	} {
		for _, word := range strings.Fields(typed) {
			name, ok := english.Typed(word, pitch.Name{})
			assert.Equal(t, want, name.String(), word)
			assert.True(t, ok, word)
		}
	}
	for _, spaced := range []string{"f sharp", " F  Sharp ", "f #"} {
		name, ok := english.Typed(spaced, pitch.Name{})
		assert.True(t, ok)
		assert.Equal(t, "F#", name.String())
	}
	for word, want := range map[string]string{"B": "Bb", "b": "Bb", "H": "B", "bes": "Bbb", "fis": "F#"} {
		name, ok := german.Typed(word, pitch.Name{})
		assert.True(t, ok, word)
		assert.Equal(t, want, name.String(), word)
	}
	for _, nonsense := range []string{"", "q", "fo", "f#b", "###", "fisisis", "sharp", "12", "b minor", "ä"} {
		_, ok := english.Typed(nonsense, pitch.Name{})
		assert.False(t, ok, nonsense)
	}
}

func TestListsOfNamesTyped(t *testing.T) {
	english, _ := table.Find(pitch.Namings, "english")
	for _, typed := range []string{"F G A B♭ C", "f, g, a, b flat, c", "f g a bes c", "fa sol la sib do",
		"F-G-A-Bb-C"} {
		names, wrong, ok := english.TypedList(typed, pitch.Name{})
		require.True(t, ok, typed+" "+wrong)
		var out []string
		for _, n := range names {
			out = append(out, n.String())
		}
		assert.Equal(t, "F G A Bb C", strings.Join(out, " "), typed)
	}
	_, wrong, ok := english.TypedList("f g xyz", pitch.Name{})
	assert.False(t, ok)
	assert.Equal(t, "xyz", wrong)
}

// What any naming says of a note is read again as that note.
func TestWhatIsSaidIsReadAgain(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		naming := rapid.SampledFrom(pitch.Namings).Draw(t, "naming")
		tonic := pitch.MustParseName(rapid.SampledFrom(strings.Fields("C D Eb F# Ab B")).Draw(t, "tonic"))
		d := pitch.MustParseDegree(rapid.SampledFrom(strings.Fields("1 b2 2 b3 3 4 #4 b5 5 b6 6 b7 7")).Draw(t,
			"degree"))
		want := tonic.Degree(d)
		if acc := want.Accidental(); acc < -1 || acc > 1 {
			t.Skip("a double sign")
		}
		said := naming.Label(want, d)
		got, ok := naming.Typed(said, tonic)
		assert.True(t, ok, said)
		assert.Equal(t, want, got, "%s in %s", said, naming.ID)
	})
}

func TestDegreesTyped(t *testing.T) {
	for want, typed := range map[string][]string{
		"b3": {"b3", "♭3", "flat three", "flat 3", "minor third", "Flat Third"}, "5": {"5", "five", "fifth",
			"perfect fifth"}, "#4": {"#4", "sharp four", "augmented fourth"}, "1": {"1", "one", "root", "unison"},
		"7": {"major seventh", "7"},
	} {
		for _, word := range typed {
			d, ok := pitch.TypedDegree(word)
			assert.True(t, ok, word)
			assert.Equal(t, want, d.String(), word)
		}
	}
	for word, want := range map[string]string{"tritone": "b5", "d5": "b5", "dim 5": "b5", "aug 4": "#4", "A4": "#4",
		"augmented 4th": "#4", "m3": "b3", "M3": "3", "min 3rd": "b3", "maj7": "7", "P5": "5",
		"perfect 4": "4", "5th": "5", "dim7": "bb7", "octave": "1",
		"b 3": "b3"} {
		d, ok := pitch.TypedDegree(word)
		assert.True(t, ok, word)
		assert.Equal(t, want, d.String(), word)
	}
	_, ok := pitch.TypedDegree("eight")
	assert.False(t, ok)
}

// Intervals in words. From memory: the usual names.
func TestIntervals(t *testing.T) {
	for degree, want := range map[string]string{"1": "unison", "b2": "minor second", "2": "major second",
		"b3": "minor third", "3": "major third", "4": "perfect fourth", "#4": "augmented fourth",
		"b5": "diminished fifth", "5": "perfect fifth", "#5": "augmented fifth", "b6": "minor sixth",
		"6": "major sixth", "bb7": "diminished seventh", "b7": "minor seventh", "7": "major seventh"} {
		assert.Equal(t, want, pitch.MustParseDegree(degree).Interval())
	}
	d, ok := pitch.MustParseName("Eb").DegreeOf(pitch.MustParseName("A"))
	assert.True(t, ok)
	assert.Equal(t, "#4", d.String())
}

func FuzzTyped(f *testing.F) {
	for _, s := range []string{"fis", "f sharp", "𝄫", "b b b", "es as", "do# re"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		for _, n := range pitch.Namings {
			if name, ok := n.Typed(s, pitch.MustParseName("D")); ok && !name.IsValid() {
				t.Errorf("%q was read as no name", s)
			}
			n.TypedList(s, pitch.MustParseName("Eb"))
		}
		pitch.TypedDegree(s)
	})
}
