package draw

import (
	"bytes"
	"fmt"
	"image/color"
	"image/png"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/score"
	"evenladder/internal/plantest"
)

// Lines keep every note, and whole bars where a bar fits; a bar that goes on over
// the next line is not closed.
func TestLinesKeepEveryNoteAndWholeBars(t *testing.T) {
	for _, rhythm := range []string{`{"perBeat": 2}`, `{"perBeat": 3, "beatsPerBar": 3}`,
		`{"perBeat": 6, "beatsPerBar": 12}`, `{"perBeat": 1, "beatsPerBar": 2}`, `{"perBeat": 4, "pickUp": 3}`} {
		p := plantest.Build(t, `{"instrument": {"id": "guitar-7"}, "scale": {"tonic": "Db", "name": "lydian"}, "layout": {"system": "four-per-string"}, "rhythm": `+rhythm+`}`)
		s := score.Of(p.Piece())
		n := 0
		lines := pageLines.lines(cellsOf(s.Bars, 0, len(s.Events)), s.Bars, 180)
		for i, l := range lines {
			assert.LessOrEqual(t, float64(len(l.cells))*pageLines.column, 180.0)
			for _, c := range l.cells {
				if e := c.event(); e != nil {
					n++
					assert.Equal(t, n, e.N, "in order, none left out")
				}
			}
			cut := i+1 < len(lines) && lines[i+1].cells[0].bar == l.cells[len(l.cells)-1].bar
			assert.Equal(t, cut, l.goesOn, "a bar is closed where it ends")
			if cut {
				perBar := *p.Brief.Rhythm.PerBeat * *p.Brief.Rhythm.BeatsPerBar
				assert.Greater(t, float64(perBar)*pageLines.column, 180.0, "only a bar longer than a line is cut")
				assert.True(t, lines[i+1].cells[0].First, "at a beat")
			}
		}
		assert.Equal(t, p.Run.Notes, n)
	}
}

func testPen(t *testing.T) *pen {
	f, err := takeFaces()
	require.NoError(t, err)
	p, _ := newPen(f, 100, 100)
	return p
}

func TestPiecesCutAtTheSigns(t *testing.T) {
	for text, want := range map[string][]string{
		"B♭ Dorian": {"B", "♭", " Dorian"}, "♯4": {"♯", "4"}, "plain": {"plain"}, "F𝄪♮": {"F", "𝄪♮"}, "": {""},
	} {
		assert.Equal(t, want, pieces(text))
	}
}

// Every sign that the text faces lack is in the face of the signs, and every
// character of a page is in some face.
func TestTheFacesHaveEveryCharacter(t *testing.T) {
	p := testPen(t)
	for _, r := range accidentals {
		assert.NotZero(t, p.face(letter{text, 10, ink}, string(r)).Font.GlyphIndex(r), "%c", r)
	}
	for _, name := range []string{"half-whole", "in", "locrian-2"} {
		pl := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "F#", "name": "`+name+`"}, "layout": {"highFret": 7}}`)
		for _, s := range []string{pl.Sentence, boxTitle(pl.Boxes[0]), handWords(pl.Boxes[0]), runTitle(pl),
			signatureWords(pl)} {
			for _, face := range []typeface{heading, text, bold} {
				for _, piece := range pieces(s) {
					for _, r := range piece {
						assert.NotZero(t, p.face(letter{face, 10, ink}, piece).Font.GlyphIndex(r),
							"%q in face %d of %q", r, face, s)
					}
				}
			}
		}
	}
}

func TestWrapLosesNoWord(t *testing.T) {
	p := testPen(t)
	l := letter{heading, 14, ink}
	text := "On a guitar tuned E A D G B E, lay F♯ Dorian out as three notes per string"
	lines := p.wrap(l, text, 60)
	assert.Greater(t, len(lines), 2)
	assert.Equal(t, text, strings.Join(lines, " "))
	for _, line := range lines {
		assert.LessOrEqual(t, p.textWidth(l, line), 60.0)
	}
}

func TestLeftHandedMirrorsTheNeck(t *testing.T) {
	right := neckView{x: 20, y: 10, width: 150, gap: 5, lowFret: 1, high: 22, strings: 6, mark: 4}
	left := right
	left.leftHanded = true
	for fret := range 23 {
		assert.InDelta(t, 2*20+150-right.markX(fret), left.markX(fret), 1e-9, "fret %d", fret)
		if fret > 0 {
			assert.Less(t, right.markX(fret), right.fretX(float64(fret)), "behind the fret")
			assert.Greater(t, right.markX(fret), right.fretX(float64(fret-1)))
		}
	}
	assert.Less(t, right.markX(0), right.x, "an open string stands left of the nut")
}

// The picture has the colours that the marks have: roots marigold, added notes
// plum, reaches brick.
func TestMarksHaveTheirColours(t *testing.T) {
	has := func(brief string, colour color.RGBA) bool {
		pages, err := PNGPages(PlanSheet(plantest.Build(t, brief)), Form{Paper: A4})
		require.NoError(t, err)
		img, err := png.Decode(bytes.NewReader(pages[0]))
		require.NoError(t, err)
		for y := range img.Bounds().Dy() {
			for x := range img.Bounds().Dx() {
				if r, g, bl, _ := img.At(x, y).RGBA(); uint8(r>>8) == colour.R && uint8(g>>8) == colour.G &&
					uint8(bl>>8) == colour.B {
					return true
				}
			}
		}
		return false
	}
	brief := func(layout string) string {
		return fmt.Sprintf(`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Eb", "name": "mixolydian"}, "layout": {"system": %q}}`, layout)
	}
	assert.True(t, has(brief("five-form"), plum))
	assert.False(t, has(brief("two-per-string"), plum))
	assert.True(t, has(brief("two-per-string"), marigold))
	assert.True(t, has(brief("three-per-string"), brick))
}

func TestTheLegendSaysWhatIsUsed(t *testing.T) {
	for brief, want := range map[string][]string{
		`{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "Bb", "name": "dorian"}, "picking": "bowed-2"}`: {"arrow down a down-bow", "line under two notes: one bow"},
		`{"instrument": {"id": "guitar", "capo": 3}, "scale": {"tonic": "Bb", "name": "dorian"}}`:                  {"arrow down a downstroke", "frets count from the capo at fret 3"},
	} {
		for _, words := range want {
			assert.Contains(t, legend(plantest.Build(t, brief)), words)
		}
	}
	assert.NotContains(t, legend(plantest.Build(t,
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "B", "name": "dorian"}}`)), "arrow",
		"fingers have no arrows")
}

// A report goes on over further pages, its headings again on each; a row is never cut.
func TestReportGoesOn(t *testing.T) {
	r := Report{Title: "Weeks", Sentence: strings.Repeat("a long sentence ", 30),
		Sections: []Section{{Heading: "Nothing", Words: []string{"Nothing this week."}}, {
			Heading: "Rows", Columns: []Column{{Heading: "what", Share: 0.7}, {Share: 0.05, Tick: true},
				{Heading: "Tempo", Share: 0.25}},
		}}}
	for i := range 120 {
		r.Sections[1].Rows = append(r.Sections[1].Rows, []string{fmt.Sprintf("row %d ", i) + strings.Repeat("word ",
			i%40)})
	}
	for _, paper := range []Paper{A4, Letter} {
		pages, err := PNGPages(ReportSheet(r), Form{Paper: paper, Page: 1})
		require.NoError(t, err)
		assert.GreaterOrEqual(t, len(pages), 4)
		assert.LessOrEqual(t, len(pages), 7)
		first, err := png.Decode(bytes.NewReader(pages[0]))
		require.NoError(t, err)
		assert.Equal(t, color.RGBAModel.Convert(sheet), color.RGBAModel.Convert(first.At(3, 3)),
			"the margin stays white")
	}
	for range 3000 {
		r.Sections[1].Rows = append(r.Sections[1].Rows, []string{"one more"})
	}
	_, err := PNGPages(ReportSheet(r), Form{Paper: A4, Page: 1})
	assert.ErrorIs(t, err, ErrTooLong)
}
