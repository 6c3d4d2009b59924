package draw

import (
	"math"
	"slices"

	"evenladder/core/music/piece"
	"evenladder/core/music/score"
)

// cell is one note or rest of a line.
type cell struct {
	score.Item
	bar     int  // index of its bar
	barLine bool // stands before it
	lower   int  // octaves that its bar is written lower on a staff
}

// event is the note of a cell that is struck in it, nil for a rest or a note that
// is held on.
func (c cell) event() *piece.Event {
	if c.TieFrom {
		return nil
	}
	return c.Event
}

// line is what stands on one line of the page.
type line struct {
	cells  []cell
	fifths int
	opens  bool // it begins the run: the meter is written
	goesOn bool // its last bar goes on over the next line
}

// cellsOf are the notes and rests of bars, from one event of the piece up to
// another. Rests before the first note are left out, and bars after the last.
func cellsOf(bars []score.Bar, from, to int) (out []cell) {
	inside, last := false, 0 // bar of the last note
	for b, bar := range bars {
		for k, item := range bar.Items {
			if item.Event != nil {
				inside = item.Index >= from && item.Index < to
				if inside {
					last = b
				}
			}
			if inside {
				out = append(out, cell{Item: item, bar: b, barLine: k == 0 && len(out) > 0})
			}
		}
	}
	return slices.DeleteFunc(out, func(c cell) bool { return c.bar > last })
}

// measures are those of a line of tab, in millimetres.
type measures struct {
	gap     float64 // between strings
	head    float64 // count
	foot    float64 // fingers, strokes and room below
	column  float64 // least width of a note
	letters float64 // size of the frets in points
	names   float64 // for the names of the strings and the meter
	strokes bool
	chords  float64 // for the names of chords over the count
}

// saying has room for the names of chords, where they are meant to be read.
func (m measures) saying(chords bool) measures {
	if chords {
		m.chords = 3.8
	}
	return m
}

// The run of a plan stands in pageLines, the keys of a round in smallLines.
var (
	pageLines  = measures{3.7, 6.5, 11, 6.4, 9, 8, true, 0}
	smallLines = measures{2.4, 4.6, 5.9, 3.6, 6.5, 0, false, 0}
)

func (m measures) height(strs int) float64 { return m.chords + m.head + float64(strs-1)*m.gap + m.foot }

// lines cuts cells into lines of whole bars that fit the width; a bar longer than
// a line goes on over the next from a beat on.
func (m measures) lines(cells []cell, bars []score.Bar, width float64) (out []line) {
	fit := max(int(width/m.column), 1)
	for start := 0; start < len(cells); {
		end := min(start+fit, len(cells))
		l := line{fifths: bars[cells[start].bar].Fifths, opens: start == 0}
		if end < len(cells) {
			end, l.goesOn = cutAt(cells, start, end)
		}
		l.cells = cells[start:end]
		out = append(out, l)
		start = end
	}
	return out
}

// cutAt is where a line from start ends that has room up to end: at a bar line, or
// else in the middle of a bar, at a beat where there is one.
func cutAt(cells []cell, start, end int) (cut int, inBar bool) {
	for cut := end; cut > start; cut-- {
		if cells[cut].barLine {
			return cut, false
		}
	}
	for cut := end; cut > start; cut-- {
		if cells[cut].First {
			return cut, true
		}
	}
	return end, true
}

// longest is the most cells of a line: the others have columns as wide.
func longest(lines []line) (most int) {
	for _, l := range lines {
		most = max(most, len(l.cells))
	}
	return most
}

// staff is the room of a staff on one line, in millimetres.
type staff struct {
	clef  score.Clef
	above float64 // from its top to its highest note or stem
	below float64
}

// Measures of a staff.
const (
	staffGap   = 1.6 // between its lines
	staffTall  = 4 * staffGap
	stemTall   = 3.2 * staffGap
	signWide   = 1.5
	clefWide   = 5.5
	leastAbove = 3.0
)

// degreeOf counts the steps of a written note from the bottom line of its staff.
func degreeOf(i score.Item, c score.Clef) int {
	const bottomOfG, bottomOfF = 4*7 + 2, 2*7 + 4 // E4 and G2
	letter := (int(i.Letter[0]-'A') + 5) % 7      // from C
	bottom := bottomOfG
	if c.Sign == "F" {
		bottom = bottomOfF
	}
	return i.Octave*7 + letter - bottom
}

// mostLedgers is how many steps above the staff a bar goes before it is written an
// octave lower.
const mostLedgers = 8

// ottavas are the marks of bars written lower than they are, by octaves.
var ottavas = []string{"", "8va", "15ma"}

// lowerBars writes the bars that go far above the staff an octave or two lower.
func lowerBars(cells []cell, c score.Clef) {
	for start := 0; start < len(cells); {
		end, highest := start, 0
		for ; end < len(cells) && cells[end].bar == cells[start].bar; end++ {
			if cells[end].Event != nil {
				highest = max(highest, degreeOf(cells[end].Item, c)-8)
			}
		}
		lower := 0
		for ; highest > mostLedgers && lower < len(ottavas)-1; lower++ {
			highest -= 7
		}
		for i := start; i < end; i++ {
			cells[i].lower = lower
		}
		start = end
	}
}

// degree is where a note is written: steps from the bottom line.
func (s staff) degree(c cell) int { return degreeOf(c.Item, s.clef) - 7*c.lower }

// staffOf measures the staff of one line.
func staffOf(s score.Score, l line) staff {
	out := staff{clef: s.Clef, above: leastAbove, below: leastAbove}
	marked := false
	for _, c := range l.cells {
		marked = marked || c.lower > 0
		if c.Event == nil {
			continue
		}
		at := float64(out.degree(c)) * staffGap / 2
		top, bottom := at+staffGap, at-staffGap
		if out.degree(c) < 4 {
			top = at + stemTall + 2
		} else {
			bottom = at - stemTall - 2
		}
		out.above = max(out.above, top-staffTall)
		out.below = max(out.below, -bottom)
	}
	if marked {
		out.above += 3
	}
	return out
}

// signatureWidth is that of the widest signature of lines.
func signatureWidth(lines []line) (mm float64) {
	for _, l := range lines {
		mm = max(mm, math.Abs(float64(l.fifths))*signWide)
	}
	return mm
}

func (s staff) height() float64 { return s.above + staffTall + s.below }
