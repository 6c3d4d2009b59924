package line_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/internal/plantest"
)

func inScale(t require.TestingT, tonic, id string) scale.Scale {
	s, err := scale.FromCatalogue(pitch.MustParseName(tonic), id)
	require.NoError(t, err)
	return s
}

// midis are the pitches of notes.
func midis(notes []line.Note) (out []int) {
	for _, n := range notes {
		out = append(out, n.MIDI)
	}
	return out
}

func TestTyped(t *testing.T) {
	l := plantest.Line(t, "E5 r C#4/2 | 5*2 b3, fis\n3:1.5", "A")
	var got []string
	for _, n := range l.Notes {
		got = append(got, fmt.Sprintf("%d@%g+%g", n.MIDI, n.At, n.Beats))
	}
	assert.Equal(t, "76@0+1 61@2+0.5 64@2.5+2 60@4.5+1 66@5.5+1 61@6.5+1.5", strings.Join(got, " "))
	for text, want := range map[string]string{
		"E5 C4\n G4 q5": "line 2, column 5", "": "line 1, column 1", "E5/0": "length", "E5/x": "length",
		"r r": "no note was given", "E99": "isn't a note",
	} {
		_, err := line.Typed(text, pitch.MustParseName("A"), plantest.English, neck.Neck{})
		assert.ErrorContains(t, err, want, text)
	}
}

// How a note follows on the one before stands at its end; written down and read again it is the same, and backwards each join
// stays between its two notes.
func TestTypedStrokes(t *testing.T) {
	l := plantest.Line(t, "1 b3/2~h 1*3/2~p 5@2.4~s", "A")
	strokes := func(notes []line.Note) (out []run.Stroke) {
		for _, n := range notes {
			out = append(out, n.Stroke)
		}
		return out
	}
	assert.Equal(t, []run.Stroke{"", run.Hammer, run.Pull, run.Slide}, strokes(l.Notes))
	s, err := scale.FromCatalogue(pitch.MustParseName("A"), "minor-pentatonic")
	require.NoError(t, err)
	assert.Equal(t, "1 b3/2~h 1*3/2~p 5@2.4~s", line.Text(l.Notes, s, true))
	assert.Equal(t, []run.Stroke{"", run.Slide, run.Hammer, run.Pull}, strokes(line.Backwards(l.Notes)))
	_, err = line.Typed("1~x", pitch.MustParseName("A"), plantest.English, neck.Neck{})
	assert.ErrorContains(t, err, "give ~h, ~p or ~s")
}

// An octave mark goes on from the nearest, places and fingers stand after @, lengths are fractions.
func TestTypedMarks(t *testing.T) {
	l := plantest.Line(t, "1 ^1*3/2 _5 __5/2 b3@2.4 3@2.5.3/4", "A")
	assert.Equal(t, []int{69, 81, 64, 40, 36, 37}, midis(l.Notes)) // A4 A5 E4 E2 C2 C#2
	assert.Equal(t, []float64{1, 1.5, 1, 0.5, 1, 0.25}, []float64{l.Notes[0].Beats, l.Notes[1].Beats, l.Notes[2].Beats,
		l.Notes[3].Beats, l.Notes[4].Beats, l.Notes[5].Beats})
	assert.Equal(t, neck.Place{String: 2, Fret: 4}, *l.Notes[4].Place)
	assert.Equal(t, 3, l.Notes[5].Finger)
	guitar, _ := neck.FindInstrument("guitar")
	on, err := neck.New(guitar.Tuning, guitar.Frets, guitar.ScaleLengthMM)
	require.NoError(t, err)
	pressed, err := line.Typed("@6.3 @1.0/2 3", pitch.MustParseName("G"), plantest.English, on)
	require.NoError(t, err)
	assert.Equal(t, []int{43, 64, 59}, midis(pressed.Notes), "a place alone is the note that sounds there")
	_, err = line.Typed("@7.3", pitch.MustParseName("G"), plantest.English, on)
	assert.ErrorContains(t, err, "a note")
	for _, text := range []string{"@6.3", "1@2", "1@x.2", "1@2.3.4.5", "1@99.1", "1@1.-1", "1*2/0", "1@", "^E5"} {
		_, err := line.Typed(text, pitch.MustParseName("A"), plantest.English, neck.Neck{})
		assert.Error(t, err, text)
	}
}

// any draws a line that could be typed.
func anyLine(t *rapid.T, withPlaces bool) line.Line {
	var l line.Line
	at := 0.0
	for range rapid.IntRange(1, 24).Draw(t, "notes") {
		n := line.Note{MIDI: rapid.IntRange(30, 96).Draw(t, "midi"), At: at, Beats: rapid.SampledFrom([]float64{0.25,
			0.5, 0.75, 1, 1.5, 2, 3, 1.0 / 3, 2.0 / 3}).Draw(t, "beats")}
		if withPlaces && rapid.Bool().Draw(t, "placed") {
			n.Place, n.Finger = &neck.Place{String: rapid.IntRange(1, 12).Draw(t, "string"), Fret: rapid.IntRange(0,
				36).Draw(t, "fret")}, rapid.IntRange(0, 4).Draw(t, "finger")
		}
		l.Notes = append(l.Notes, n)
		at += n.Beats + rapid.SampledFrom([]float64{0, 0, 0, 0.5, 1}).Draw(t, "rest")
	}
	return l
}

func anyScale(t *rapid.T) scale.Scale {
	s, err := scale.FromCatalogue(scale.UsualTonic(rapid.IntRange(0, 11).Draw(t, "tonic")),
		rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale").ID)
	require.NoError(t, err)
	return s
}

// What is written down in degrees reads back: pitch, time, length, place and finger, in every scale.
func TestTextReadsBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, s := anyLine(t, true), anyScale(t)
		back, err := line.Typed(line.Text(l.Notes, s, true), s.Tonic, plantest.English, neck.Neck{})
		require.NoError(t, err)
		require.Len(t, back.Notes, len(l.Notes))
		for i, n := range l.Notes {
			b := back.Notes[i]
			assert.Equal(t, n.MIDI, b.MIDI)
			assert.InDelta(t, n.At, b.At, 1e-6)
			assert.InDelta(t, n.Beats, b.Beats, 1e-6)
			assert.Equal(t, n.Place, b.Place)
			assert.Equal(t, n.Finger, b.Finger)
		}
	})
}

// The same words in another key are the same phrase there: every step is as wide, and it begins
// within half an octave of where it did.
func TestTextIsTheSameInEveryKey(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, s := anyLine(t, false), anyScale(t)
		text := line.Text(l.Notes, s, false)
		for class := range 12 {
			other, err := line.Typed(text, scale.UsualTonic(class), plantest.English, neck.Neck{})
			require.NoError(t, err)
			apart := other.Notes[0].MIDI - l.Notes[0].MIDI
			assert.LessOrEqual(t, max(apart, -apart), 12)
			for i := range l.Notes {
				assert.Equal(t, apart, other.Notes[i].MIDI-l.Notes[i].MIDI)
			}
		}
	})
}

// Times go to subdivisions, each note to the nearest of its beat; what is even stays as it is.
func TestEven(t *testing.T) {
	l := line.Line{Notes: []line.Note{{MIDI: 60, At: 0.01, Beats: 0.48}, {MIDI: 62, At: 0.52, Beats: 0.47},
		{MIDI: 64, At: 1, Beats: 0.34}, {MIDI: 65, At: 1.335, Beats: 0.3}, {MIDI: 67, At: 1.66, Beats: 0.5},
		{MIDI: 69, At: 1.665, Beats: 1}}}
	e := line.Even(l)
	var got []string
	for _, n := range e.Notes {
		got = append(got, fmt.Sprintf("%d@%.3f+%.3f", n.MIDI, n.At, n.Beats))
	}
	assert.Equal(t, "60@0.000+0.500 62@0.500+0.500 64@1.000+0.333 65@1.333+0.333 67@1.667+0.500",
		strings.Join(got, " "))
	assert.Len(t, e.Left, 1, "one begins as another does")
	rapid.Check(t, func(t *rapid.T) {
		l := anyLine(t, false)
		for i := range l.Notes { // as it was played
			l.Notes[i].At += rapid.Float64Range(0, 0.2).Draw(t, "late")
		}
		e := line.Even(l)
		require.NotEmpty(t, e.Notes)
		for i, n := range e.Notes {
			assert.InDelta(t, float64(line.Ticks(n.At)), n.At*120, 1e-6, "on a tick")
			assert.Positive(t, line.Ticks(n.Beats))
			if i > 0 {
				before := e.Notes[i-1]
				assert.LessOrEqual(t, before.At+before.Beats, n.At+1e-9, "one note at a time")
			}
		}
	})
}

// A phrase into the parallel minor and back, by hand. Common practice.
func TestInScale(t *testing.T) {
	major, minor := inScale(t, "E", "major"), inScale(t, "E", "natural-minor")
	l := plantest.Line(t, "1 3 5 6 7 ^1", "E")
	there := line.InScale(l.Notes, major, minor)
	assert.Equal(t, "1 b3 5 b6 b7 ^1", strings.ReplaceAll(line.Text(there, minor, false), "b7 1", "b7 ^1"))
	assert.Equal(t, midis(l.Notes), midis(line.InScale(there, minor, major)))
	up := line.InScale(l.Notes, major, inScale(t, "G", "dorian"))
	assert.Equal(t, []int{3, 2, 3, 3, 2, 3}, differences(up, l.Notes), "up to G, the 3 and the 7 lowered")
	down := line.InScale(l.Notes, major, inScale(t, "C", "major"))
	assert.Equal(t, []int{-4, -4, -4, -4, -4, -4}, differences(down, l.Notes), "the nearest C lies below")
}

// A neighbour stays a neighbour, whatever is done with the note that it leans on; and between two scales of five notes each
// note changes its place for the one that stands there.
func TestNothingCollapses(t *testing.T) {
	major := inScale(t, "C", "major")
	turn := plantest.Line(t, "5 #4 5", "C").Notes
	for by := -8; by <= 8; by++ {
		out := line.Stepped(turn, major, func(_ int, at line.Step) line.Step { return line.Step{Of: at.Of + by} })
		assert.Equal(t, []int{1, -1}, []int{out[0].MIDI - out[1].MIDI, out[1].MIDI - out[2].MIDI}, "by %d", by)
	}
	assert.Equal(t, []int{0, 1, 0}, differences(line.UpsideDown(turn, major), []line.Note{turn[0], turn[0], turn[0]}))
	for k, n := range line.Through(turn, major, 8) {
		if k%3 == 1 {
			assert.Equal(t, line.Through(turn, major, 8)[k+1].MIDI-1, n.MIDI)
		}
	}
	lick := plantest.Line(t, "1 b3 4 5 b7 ^1", "A").Notes
	from, to := inScale(t, "A", "minor-pentatonic"), inScale(t, "A", "hirajoshi")
	there := line.InScale(lick, from, to)
	for i, n := range there {
		assert.GreaterOrEqual(t, to.Index(n.MIDI), 0, "note %d is of the new scale", i+1)
	}
	assert.NotEqual(t, midis(lick), midis(there), "its notes change")
	assert.Equal(t, midis(lick), midis(line.InScale(there, to, from)), "and come back")
}

func differences(a, b []line.Note) (out []int) {
	for i := range a {
		out = append(out, a[i].MIDI-b[i].MIDI)
	}
	return out
}

func TestThereAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		l, s := anyLine(t, false), anyScale(t)
		back := line.Backwards(line.Backwards(l.Notes))
		for i, n := range l.Notes {
			assert.Equal(t, n.MIDI, back[i].MIDI)
			assert.InDelta(t, n.At-l.Notes[0].At, back[i].At, 1e-9)
			assert.Equal(t, n.MIDI, line.PitchOf(line.StepOf(n.MIDI, s), s))
		}
		var inside []line.Note
		for _, n := range l.Notes {
			if s.Index(n.MIDI) >= 0 {
				inside = append(inside, n)
			}
		}
		if len(inside) == 0 {
			return
		}
		turned := line.UpsideDown(inside, s)
		assert.Equal(t, midis(inside), midis(line.UpsideDown(turned, s)))
		for i := 1; i < len(inside); i++ {
			up := line.StepOf(inside[i].MIDI, s).Of - line.StepOf(inside[i-1].MIDI, s).Of
			down := line.StepOf(turned[i].MIDI, s).Of - line.StepOf(turned[i-1].MIDI, s).Of
			assert.Equal(t, up, -down)
		}
	})
}

// A cell through the scale: each time a step higher, the last an octave above the first, each on a
// beat.
func TestThrough(t *testing.T) {
	s := inScale(t, "Ab", "major-pentatonic")
	cell := plantest.Line(t, "1/2 2/2 3/2", "Ab").Notes
	out := line.Through(cell, s, s.Len()+1)
	require.Len(t, out, 18)
	assert.Equal(t, []int{68, 70, 72, 70, 72, 75, 72, 75, 77}, midis(out)[:9])
	assert.Equal(t, []int{12, 12, 12}, differences(out[15:], cell))
	assert.True(t, slices.IsSortedFunc(out, func(a, b line.Note) int { return int(math.Copysign(1, a.At-b.At)) }))
	assert.InDelta(t, 10.0, out[15].At, 1e-9)
}

func FuzzTyped(f *testing.F) {
	for _, s := range []string{"E5 r C#4/2", "1 b3 3 5", "fis*2 | as:1.5", "𝄫/2\n\n*"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, s string) {
		l, err := line.Typed(s, pitch.MustParseName("Eb"), plantest.English, neck.Neck{})
		if err == nil && len(l.Notes) == 0 {
			t.Error("no note and no error")
		}
	})
}
