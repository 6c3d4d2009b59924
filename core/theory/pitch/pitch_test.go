package pitch_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/theory/pitch"
)

// Scientific pitch names and MIDI note numbers: C4 is 60, A4 is 69 at 440 Hz
// (ISO 16); the letter decides the octave, so Cb4 is B3.
func TestMIDIAndFrequency(t *testing.T) {
	for name, want := range map[string]struct {
		midi int
		hz   float64
	}{
		"A4": {69, 440}, "C4": {60, 261.626}, "E2": {40, 82.407}, "A0": {21, 27.5}, "C8": {108, 4186.009},
		"Cb4": {59, 246.942}, "B#3": {60, 261.626}, "F##3": {55, 195.998}, "Bbb1": {33, 55},
	} {
		p := pitch.MustParse(name)
		assert.Equal(t, want.midi, p.MIDI(), name)
		assert.InDelta(t, want.hz, p.FrequencyHz(), 0.001, name)
		assert.Equal(t, p, pitch.FromMIDI(want.midi, p.Name), name)
	}
}

func TestParseSaysWhatIsAccepted(t *testing.T) {
	for _, bad := range []string{"", "H2", "E", "E9", "E-1", "E2x", "Ebbb2", "E#b2", "2E", "é2", "E22"} {
		_, err := pitch.Parse(bad)
		if assert.Error(t, err, bad) {
			assert.Contains(t, err.Error(), fmt.Sprintf("%q", bad))
			assert.Contains(t, err.Error(), "such as")
		}
	}
	_, err := pitch.ParseName("H")
	assert.EqualError(t, err, `"H" is not a note name: give a letter A to G with up to two # or b, such as F# or Bb`)
	_, err = pitch.ParseDegree("8")
	assert.ErrorContains(t, err, "1 to 7")
}

func TestDegreesSpellByLetter(t *testing.T) {
	for _, c := range []struct{ tonic, degree, want string }{
		{"Ab", "b3", "Cb"}, {"G#", "7", "F##"}, {"Db", "b6", "Bbb"}, {"F", "4", "Bb"}, {"F", "#4", "B"},
		{"B", "3", "D#"}, {"Cb", "4", "Fb"}, {"A#", "6", "F##"}, {"C", "b7", "Bb"}, {"E#", "7", "D##"},
	} {
		assert.Equal(t, c.want, pitch.MustParseName(c.tonic).Degree(pitch.MustParseDegree(c.degree)).String(),
			c.tonic+" "+c.degree)
	}
}

func TestWordsForReaders(t *testing.T) {
	assert.Equal(t, "B♭", pitch.MustParseName("Bb").Pretty())
	assert.Equal(t, "F𝄪", pitch.MustParseName("F##").Pretty())
	assert.Equal(t, "B𝄫3", pitch.MustParse("Bbb3").Pretty())
	assert.Equal(t, "♭♭", pitch.Pretty("b")+pitch.Pretty("b"))
	assert.Equal(t, "B flat", pitch.MustParseName("Bb").Spoken())
	assert.Equal(t, "F double sharp", pitch.MustParseName("F##").Spoken())
	assert.Equal(t, "sharp 4", pitch.Spoken("#4"))
	assert.Equal(t, "?", pitch.Pitch{}.String()+pitch.Degree{}.String()[1:])
	assert.False(t, pitch.Name{}.IsValid())
}

var names = rapid.Custom(func(t *rapid.T) pitch.Name {
	letter := rapid.SampledFrom([]string{"A", "B", "C", "D", "E", "F", "G"}).Draw(t, "letter")
	return pitch.MustParseName(letter + rapid.SampledFrom([]string{"", "#", "b", "##", "bb"}).Draw(t, "sign"))
})

var degrees = rapid.Custom(func(t *rapid.T) pitch.Degree {
	return pitch.MustParseDegree(rapid.SampledFrom([]string{"", "#", "b"}).Draw(t, "sign") +
		rapid.StringMatching("[1-7]").Draw(t, "number"))
})

func TestProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, d, e := names.Draw(t, "name"), degrees.Draw(t, "d"), degrees.Draw(t, "e")
		assert.Equal(t, n, pitch.MustParseName(n.String()), "Parse reads what String writes")
		assert.Equal(t, d, pitch.MustParseDegree(d.String()))
		assert.Equal(t, (n.Class()+d.Semitones()+24)%12, n.Degree(d).Class(), "a degree is so many semitones above")
		assert.Equal(t, n, pitch.FromFifths(n.Fifths()))
		assert.Equal(t, (n.Fifths()*7%12+12)%12, n.Class(), "a fifth is seven semitones")
		assert.Equal(t, n.Degree(e), n.Degree(d).Degree(e.Above(d)), "counting on from a degree reaches the same note")
	})
}

func FuzzParse(f *testing.F) {
	for _, s := range []string{"E2", "Bb3", "F##4", "H2", "", "b", "#4", "♭3"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		if p, err := pitch.Parse(s); err == nil {
			again, err := pitch.Parse(p.String())
			require.NoError(t, err)
			require.Equal(t, p, again)
		}
		if d, err := pitch.ParseDegree(s); err == nil {
			require.Equal(t, s, d.String())
		}
	})
}

func ExampleName_Degree() {
	tonic := pitch.MustParseName("Ab")
	fmt.Println(tonic.Degree(pitch.MustParseDegree("b3")))
	// Output: Cb
}
