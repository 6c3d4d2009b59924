package abc

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/core/theory/pitch"
	"evenladder/internal/plantest"
)

// ABC 2.1, section 4: C is middle C, c the octave above, commas and apostrophes
// go on from there.
func TestLetters(t *testing.T) {
	for p, want := range map[string]string{"C4": "C", "C5": "c", "B3": "B,", "E2": "E,,", "E6": "e'", "B0": "B,,,,",
		"Cb4": "C"} {
		at := pitch.MustParse(p)
		assert.Equal(t, want, letter(at.Letter(), at.Octave), p)
	}
}

func TestHeaderAndTuplets(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "F#", "name": "dorian"}, "layout": {"strings": [4, 3]}, "run": {"direction": "up", "fit": "rests"}, "rhythm": {"perBeat": 5, "tempoBpm": 66}}`)
	var b strings.Builder
	require.NoError(t, Write(&b, score.Of(p.Piece())))
	for _, line := range []string{"X:1\n", "T:F♯ Dorian\n", "M:4/4\n", "L:1/16\n", "Q:1/4=66\n", "K:F#dor clef=bass-8\n",
		"%%MIDI program 33\n"} {
		assert.Contains(t, b.String(), line)
	}
	assert.Equal(t, 1, strings.Count(b.String(), "(5:4:5"), "six notes: a quintuplet, and one filled with a rest")
	assert.Regexp(t, `\(5:4:2.+D,z4 z4 z4 \|\]\n$`, b.String())
}

func TestLengths(t *testing.T) {
	for want, f := range map[string]rhythm.Figure{
		"": {Type: "eighth"}, "2": {Type: "quarter"}, "3": {Type: "quarter", Dots: 1}, "/2": {Type: "16th"},
		"3/2": {Type: "eighth", Dots: 1}, "8": {Type: "whole"}, "3/4": {Type: "16th", Dots: 1},
	} {
		assert.Equal(t, want, length(f, 8), "%+v", f)
	}
}

// ABC 2.1, section 11.3: an accidental holds for its letter in every octave, and
// in many readers for its own octave alone. What is written is right in both.
func TestSignsReadRightEitherWay(t *testing.T) {
	s := newSigner(score.Bar{Fifths: 1}) // F sharp
	for _, c := range [][2]string{
		{"F#4", ""}, {"F4", "="}, {"F5", "="}, {"F5", ""}, {"F#4", "^"}, {"F#5", "^"}, {"F#5", ""}, {"C4", ""},
		{"C#5", "^"}, {"C4", "="}, {"C#5", "^"}, {"Bbb3", "__"}, {"Bbb4", "__"},
	} {
		assert.Equal(t, c[1], s.sign(pitch.MustParse(c[0])), c[0])
	}
}

// A pick-up in a tuplet, swing, an accent, a bow of two notes and a capo are
// written as readers have them.
func TestWhatIsWritten(t *testing.T) {
	write := func(fields string) string {
		p := plantest.Build(t, `{"instrument": {"id": "upright-bass", "capo": 1}, "scale": {"tonic": "Gb", "name": "dorian"}, "run": {"direction": "up"}, `+fields+`}`)
		var b strings.Builder
		require.NoError(t, Write(&b, score.Of(p.Piece())))
		return b.String()
	}
	assert.Contains(t, write(`"rhythm": {"perBeat": 3, "pickUp": 1}`), "\n(3:2:1\"^")
	assert.Contains(t, write(`"rhythm": {"swing": true}`), `Q:"swung eighths, long and short" 1/4=72`)
	assert.Contains(t, write(`"rhythm": {"accentEvery": 3}`), "!accent!")
	bowed := write(`"picking": "bowed-2"`)
	assert.Equal(t, strings.Count(bowed, "("), strings.Count(bowed, ")"))
	assert.Contains(t, bowed, "N:capo on fret 1\n")
	assert.Contains(t, bowed, `"^1""_④ d"`)
}
