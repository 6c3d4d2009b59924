package tab_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/theory/pitch"
	"evenladder/format/tab"
)

func guitar(t *testing.T) []pitch.Pitch {
	t.Helper()
	in, ok := neck.FindInstrument("guitar")
	require.True(t, ok)
	return in.Tuning
}

func read(t *testing.T, text string) line.Line {
	t.Helper()
	l, err := tab.Read(text, guitar(t))
	require.NoError(t, err)
	return l
}

func said(l line.Line) string {
	var out []string
	for _, n := range l.Notes {
		out = append(out, fmt.Sprintf("%d/%d=%d+%g", n.Place.String, n.Place.Fret, n.MIDI, n.Beats))
	}
	return strings.Join(out, " ")
}

func TestReadTab(t *testing.T) {
	l := read(t, `
A lick, slowly

e|-----------------|-------------|
B|---------5--8----|--5----------|
G|---5--7-------7--|-----7--5----|
D|-----------------|-----------7-|
A|-----------------|-------------|
E|-----------------|-------------|
`)
	assert.Equal(t, "3/5=60+0.5 3/7=62+0.5 2/5=64+0.5 2/8=67+0.5 3/7=62+1 2/5=64+0.5 3/7=62+0.5 3/5=60+0.5 4/7=57+0.5",
		said(l))
	assert.Equal(t, []string{"timing is read from the spacing of the notes"}, l.Left)
}

// Names of other tunings, spaces in place of dashes, four lines, several systems, frets of two
// digits, the usual signs, a chord.
func TestTabOfEveryKind(t *testing.T) {
	for text, want := range map[string]string{
		"e|--12h15p12--|\nB|------------|\nG|------------|\nD|------------|\nA|------------|\nE|------------|":                        "1/12=76+0.5 1/15=79+0.5 1/12=76+0.5",
		"D|---\nA|-0-\nF#|2--\nD|---\nA|---\nD|---":                                                                                   "3/2=56+0.5 2/0=57+0.5",
		"G|   5   7|\nD|        |\nA| 3      |\nE|        |":                                                                          "3/3=36+0.5 1/5=48+1 1/7=50+0.5",
		"---5---\n-------\n-------\n-----7-\n-------\n-------\n\nsecond line\n\n-------\n-3-----\n-------\n-------\n-------\n-------": "1/5=69+0.5 4/7=57+1 2/3=62+0.5",
		"e|--3--|\nB|--3--|\nG|-----|\nD|-----|\nA|-----|\nE|--3--|":                                                                  "1/3=67+0.5",
		"e|--7b9--5~--|\nB|-----------|\nG|-x---------|\nD|-----------|\nA|-----------|\nE|-----------|":                              "1/7=71+0.5 1/5=69+0.5",
		"Eb|-0-\nBb|---\nGb|-- \nDb|---\nAb|---\nEb|0--":                                                                              "6/0=39+0.5 1/0=63+0.5",
	} {
		assert.Equal(t, want, said(read(t, text)), text)
	}
	l := read(t, "e|--7b9--3--|\nB|-------3--|\nG|-x--------|\nD|----------|\nA|----------|\nE|----------|")
	assert.Equal(t, []string{"1 × bends (first note only)", "1 × lower notes of chords",
		"1 × muted notes", "timing is read from the spacing of the notes"}, l.Left)
}

func TestBadTab(t *testing.T) {
	for text, want := range map[string]string{
		"no tab here":                "line 1, column 1: it has no tab",
		"--5--\n-----\n-----\n-----": "4 lines without names",
		"e|--99--|\nB|------|\nG|------|\nD|------|\nA|------|\nE|------|":                 "line 1, column 5: fret 99",
		"e|------|\nB|------|\nG|------|\nD|------|\nA|------|\nE|------|":                 "its lines have no frets",
		"e|-5-|\nB|---|\nG|---|\nD|---|\nA|---|\nE|---|\n\ne|-5-|\nB|---|\nG|---|\nD|---|": "line 8, column 1: this system has 4 lines",
		strings.Repeat("x", 300<<10): "bytes were given",
	} {
		_, err := tab.Read(text, guitar(t))
		require.Error(t, err, text[:min(len(text), 60)])
		assert.ErrorContains(t, err, want)
		var at line.At
		assert.ErrorAs(t, err, &at)
	}
}

func FuzzRead(f *testing.F) {
	f.Add("e|--12h15p12--|\nB|------------|\nG|------------|\nD|------------|\nA|------------|\nE|------------|")
	f.Add("---5---\n-------\n---")
	f.Add("H|-5-\nB#9|-99-\n|--|")
	f.Fuzz(func(t *testing.T, text string) {
		l, err := tab.Read(text, nil)
		if err != nil {
			return
		}
		last := -1.0
		for _, n := range l.Notes {
			if n.At <= last || n.Beats <= 0 || n.MIDI < 0 || n.MIDI > 127 {
				t.Fatalf("a note at %g of %g beats, pitch %d", n.At, n.Beats, n.MIDI)
			}
			last = n.At
		}
	})
}
