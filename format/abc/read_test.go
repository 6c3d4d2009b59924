package abc

import (
	"bytes"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/music/line"
	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// What the application writes it reads back, note for note, over all instruments and patterns.
func TestWhatIsWrittenIsReadBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		p, err := plan.Build(plantest.Any(t))
		if err != nil || len(p.Run.Events) == 0 || len(p.Run.Events) > line.MaxNotes {
			t.Skip("nothing to write")
		}
		s := score.Of(p.Piece())
		var b bytes.Buffer
		require.NoError(t, Write(&b, s))
		l, err := Read(b.String())
		require.NoError(t, err, b.String())
		plantest.SameLine(t, p, l)
	})
}

// A tie carries an accidental over the bar line, and no further.
func TestATieCarriesItsAccidental(t *testing.T) {
	l, err := Read("X:1\nM:2/4\nL:1/4\nK:C\nD ^c-|c/2 c/2 z|]\n")
	require.NoError(t, err)
	var got []int
	for _, n := range l.Notes {
		got = append(got, n.MIDI)
	}
	assert.Equal(t, []int{62, 73, 72}, got)
}

func said(t *testing.T, text string) string {
	t.Helper()
	l, err := Read(text)
	require.NoError(t, err, text)
	var out []string
	for _, n := range l.Notes {
		out = append(out, fmt.Sprintf("%d@%.3g+%.3g", n.MIDI, n.At, n.Beats))
	}
	return strings.Join(out, " ")
}

func TestReadABC(t *testing.T) {
	for text, want := range map[string]string{
		"X:1\nK:C\nCDEF|G4":                  "60@0+0.5 62@0.5+0.5 64@1+0.5 65@1.5+0.5 67@2+2",
		"X:1\nL:1/4\nK:Eb\nE B,/2 ^F F|F =F": "63@0+1 58@1+0.5 66@1.5+1 66@2.5+1 65@3.5+1 65@4.5+1",
		"X:1\nL:1/4\nK:Ador\nF c' C,":        "66@0+1 84@1+1 48@2+1",
		"X:1\nL:1/8\nK:C\n(3CDE F2":          "60@0+0.333 62@0.333+0.333 64@0.667+0.333 65@1+1",
		"X:1\nL:1/4\nK:C\nC>D E<F":           "60@0+1.5 62@1.5+0.5 64@2+0.5 65@2.5+1.5",
		"X:1\nL:1/4\nK:C\nC-C z D":           "60@0+2 62@3+1",
		"X:1\nL:1/4\nK:C\n[CEG]2 D":          "67@0+2 62@2+1",
		"X:1\nM:2/4\nK:C\nC8":                "60@0+2",
		"%%abc-2.1\nX:1\nT:a\nL:1/4\nK:G % key\n\"G\"F!1!G [K:C] F\n\nX:2\nK:C\nCCC": "66@0+1 67@1+1 65@2+1",
		"X:1\nL:1/4\nV:1\nV:2\nK:C\nV:1\nCD\nV:2\nEF\nV:1\nG":                        "60@0+1 62@1+1 67@2+1",
	} {
		assert.Equal(t, want, said(t, text), text)
	}
	l, err := Read("X:1\nT:Gate\nK:C\n|: {g}C [CE] :|\nw: oh no")
	require.NoError(t, err)
	assert.Equal(t, "Gate", l.Title)
	assert.Equal(t, []string{"1 × grace notes", "1 × lower notes of chords", "1 × lyrics",
		"2 × repeats (played once)"}, l.Left)
}

func TestBadABC(t *testing.T) {
	for text, want := range map[string]string{
		"": "line 1, column 1", "just words": "no note", "X:1\nK:Q\nC": "line 2, column 1", "X:1\nK:Cfoo\nC": "mode",
		"X:1\nL:x\nK:C\nC": "line 2", "X:1\nK:C\nC \"open": "line 3, column 3", "X:1\nK:C\n^": "after an accidental",
		"X:1\nK:C\nc''''''''''":    "out of range",
		strings.Repeat("C", 2<<20): "bytes were given",
	} {
		_, err := Read(text)
		require.Error(t, err, text[:min(len(text), 40)])
		assert.ErrorContains(t, err, want)
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{"X:1\nK:Eb\n(3CDE [CEG]2/ >F{g}z", "X:1\nL:1/8\nM:6/8\nK:none\n^^C__d'",
		"X:1\nK:C\nV:2\n[K:Gm]A-A"} {
		f.Add(s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		l, err := Read(text)
		if err != nil {
			return
		}
		for _, n := range l.Notes {
			if n.MIDI < 0 || n.MIDI > 127 || !(n.Beats >= 0) {
				t.Fatalf("%+v", n)
			}
		}
	})
}

// A first bar that is shorter than its meter is a pick-up, in beats of the meter; one of no whole beats is said.
func TestPickUps(t *testing.T) {
	for _, c := range []struct {
		tune  string
		beats float64
		left  string
	}{
		{"M:4/4\nL:1/4\nK:Eb\nB|E F G A|B4|", 1, ""},
		{"M:3/4\nL:1/8\nK:Ab\nE2F2|A2c2e2|A6|", 2, ""},
		{"M:6/8\nL:1/8\nK:F\nCDE|F3A3|F6|", 1, ""},
		{"M:6/8\nL:1/8\nK:F\nC|F3A3|F6|", 0, "a pick-up of 0.333 beats (it begins on the beat)"},
		{"M:4/4\nL:1/4\nK:Eb\n|:E F G A|B4:|", 0, ""},
		{"M:4/4\nL:1/4\nK:Eb\nzzz B|E4|", 1, ""},
		{"M:4/4\nL:1/4\nK:Eb\nz B|E4|", 1, ""},
		{"M:4/4\nL:1/4\nK:Eb\nE F G|", 0, ""},
	} {
		made, err := Read("X:1\n" + c.tune)
		require.NoError(t, err)
		assert.InDelta(t, c.beats, made.PickUp, 1e-9, c.tune)
		if c.left != "" {
			assert.Contains(t, made.Left, c.left)
		}
	}
}
