package draw

import (
	"fmt"
	"strings"

	"evenladder/core/lesson/worksheet"
	"evenladder/core/music/score"
)

func (h *handout) tabTall(worksheet.Item) float64 {
	return labelTall*h.size + h.gap()*float64(len(h.Strings)-1) + 4
}

// emptyTab draws the lines of a tab with the names of the notes over them.
func (h *handout) emptyTab(it worksheet.Item, x, y, width float64) {
	const namesWide = 8.0
	wide := min(blankWide*h.size, (width-namesWide)/float64(it.Blanks))
	h.labels(it.Labels, x+namesWide, y, wide)
	top := y + labelTall*h.size + 1.5
	lineOf := func(str int) float64 { return top + float64(str-1)*h.gap() }
	end := x + namesWide + wide*float64(it.Blanks)
	for _, s := range h.Strings {
		h.line(x+namesWide, lineOf(s.String), end, lineOf(s.String), faint, 0.2)
		h.write(x+namesWide-1, lineOf(s.String)+1, letter{bold, 7.5, ink}, right, s.Label)
	}
	for _, at := range []float64{x + namesWide, end} {
		h.line(at, lineOf(1), at, lineOf(len(h.Strings)), ink, 0.3)
	}
	if !h.answers {
		return
	}
	for i, e := range it.Piece.Events {
		at, sy := x+namesWide+(float64(i)+0.5)*wide, lineOf(e.String)
		h.rect(at-2, sy-1.8, 4, 3.6, 0, sheet, none, 0)
		h.write(at, sy+1.4, h.answer(), center, fmt.Sprint(e.Fret))
	}
}

// staffLine is an item's notes as one line of a staff.
func staffLine(it worksheet.Item) (staff, score.Score, line) {
	s := score.Of(it.Piece)
	cells := cellsOf(s.Bars, 0, len(s.Events))
	lowerBars(cells, s.Clef)
	l := line{cells: cells}
	if len(it.Piece.Keys) > 0 {
		l.fifths = it.Piece.Keys[0].Fifths
	}
	return staffOf(s, l), s, l
}

func (h *handout) staffTall(it worksheet.Item) float64 {
	st, _, _ := staffLine(it)
	if h.bare {
		return st.height()
	}
	return st.height() + (labelTall+lineTall)*h.size*0.8
}

// staffToName draws notes on the staff, with a blank under each.
func (h *handout) staffToName(it worksheet.Item, x, y, width float64) {
	st, s, l := staffLine(it)
	left := x + clefWide + signatureWidth([]line{l}) + 1
	wide := min(blankWide*h.size, (x+width-left)/float64(max(len(l.cells), 1)))
	below := h.staff(st, [2]int{s.Beats, s.Unit}, x, left, y, wide, l)
	n := 0
	for i, c := range l.cells {
		if c.event() == nil || h.bare {
			continue
		}
		at, line := left+float64(i)*wide, below+lineTall*h.size*0.85
		h.line(at+0.12*wide, line, at+0.88*wide, line, ink, 0.25)
		if h.answers && n < len(it.Words) {
			h.write(at+wide/2, line-1.2, h.answer(), center, it.Words[n])
		}
		n++
	}
}

// wallTall is the height of a key of the page for the wall.
const wallRowTall = 17.0

func (h *handout) wallTall(worksheet.Item) float64 { return wallRowTall - itemGap }

// wallRow draws a key for the wall: its name, its signature on a staff, its signs in their
// order, its relative, the open strings it leaves, and the key that sounds the same.
func (h *handout) wallRow(it worksheet.Item, x, y, width float64) {
	base := y + 9
	h.write(x, base+2, letter{heading, 19, ink}, left, it.Show)
	if it.Labels[2] != "" {
		h.write(x+15, base+2, letter{text, 9, faint}, left, "= "+it.Labels[2])
	}
	st := staff{clef: score.Clef{Sign: "G", Line: 2}, above: leastAbove, below: leastAbove}
	top, bottom, staffLeft := base-staffTall/2, base+staffTall/2, x+28
	for i := range 5 {
		h.line(staffLeft, top+float64(i)*staffGap, staffLeft+24, top+float64(i)*staffGap, faint, 0.15)
	}
	h.clef(st, staffLeft+0.5, bottom)
	h.pen.signature(st, staffLeft+clefWide+1, bottom, it.Piece.Keys[0].Fifths)
	h.wallCell(x+58, base, width*0.27, it.Words[0], strings.Join(it.Words[1:], " "))
	h.wallCell(x+58+width*0.29, base, width*0.16, "relative", it.Labels[0])
	h.wallCell(x+58+width*0.46, base, width*0.22, "open strings left", it.Labels[1])
	h.line(x, y+wallRowTall-1.5, x+width, y+wallRowTall-1.5, rule, 0.15)
}

func (h *handout) wallCell(x, base, width float64, small, words string) {
	l := letter{bold, 10.5, ink}
	h.write(x, base-2.4, letter{text, 7.5, faint}, left, small)
	h.write(x, base+2.4, l, left, h.clipped(l, words, width))
}
