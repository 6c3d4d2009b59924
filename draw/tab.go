package draw

import (
	"strconv"

	"evenladder/core/music/piece"
	"evenladder/core/music/run"
)

// tab draws one line of tab with its top at y; its columns begin at x and are so
// wide. Rests have a dash at the count.
func (p *pen) tab(m measures, x, y, column float64, strs []piece.OpenString, l line) {
	top := y + m.chords + m.head
	bottom := top + float64(len(strs)-1)*m.gap
	end := x + column*float64(len(l.cells))
	for i, s := range strs {
		sy := top + float64(len(strs)-1-i)*m.gap
		p.line(x, sy, end, sy, rule, 0.2)
		if m.names > 0 {
			p.write(x-1, sy+0.9, letter{bold, 6.5, ink}, right, s.Label)
		}
	}
	bar := func(bx float64) { p.line(bx, top, bx, bottom, ink, 0.3) }
	if l.opens || l.cells[0].barLine {
		bar(x)
	}
	var before *piece.Event
	for i, c := range l.cells {
		if c.barLine && i > 0 {
			bar(x + column*float64(i))
		}
		cx := x + column*(float64(i)+0.5)
		e := c.event()
		switch {
		case e != nil:
			if m.chords > 0 && e.Chord != nil {
				p.write(cx-column*0.35, top-m.head+0.4, letter{bold, 8, ink}, left, e.Chord.Symbol)
			}
			p.fret(m, cx, top, bottom, column, *e, before)
			before = e
		case c.Event == nil && m.strokes:
			p.line(cx-1, top-m.head/2-0.8, cx+1, top-m.head/2-0.8, faint, 0.3)
		}
	}
	if !l.goesOn {
		bar(end)
	}
}

// fret draws a note: its fret on its string, the count above, the finger and the
// stroke below.
func (p *pen) fret(m measures, cx, top, bottom, column float64, e piece.Event, before *piece.Event) {
	sy := top + float64(e.String-1)*m.gap
	small := max(m.letters*5/6, leastSize)
	fret := strconv.Itoa(e.Fret)
	half := m.letters * 0.155 // of its height
	w := m.letters * 0.29
	if len(fret) > 1 {
		w *= 1.45
	}
	p.rect(cx-w/2, sy-half, w, 2*half, 0, sheet, none, 0)
	if e.Degree == "1" {
		p.line(cx-w*0.35, sy+half*1.25, cx+w*0.35, sy+half*1.25, marigold, 0.6)
	}
	p.write(cx, sy+m.letters*0.128, letter{bold, m.letters, ink}, center, fret)
	if e.Lean {
		p.rect(cx-w/2-0.5, sy-half*1.2, w+1, half*2.4, 0.8, none, verdigris, 0.35)
	}
	count := letter{text, small, faint}
	if e.Accent {
		count = letter{bold, small, ink}
	}
	p.write(cx, top-m.head/2, count, center, e.Count)
	finger := letter{text, small, ink}
	if e.Differs != "" {
		finger = letter{bold, small, verdigris}
		p.line(cx-1, bottom+small*0.66+0.7, cx+1, bottom+small*0.66+0.7, verdigris, 0.3)
	}
	p.write(cx, bottom+small*0.66, finger, center, fingerNames[e.Finger])
	if m.strokes && !e.Slur {
		p.stroke(cx, bottom+5.6, e.Stroke)
	}
	if m.strokes && before != nil && (e.Sweep || e.Slur) {
		p.line(cx-column+1.4, bottom+6.7, cx-1.2, bottom+6.7, ink, 0.25)
	}
	if e.Shift != 0 {
		p.triangle(cx-column/2-0.9, bottom+1.2, cx-column/2+0.9, bottom+1.2, cx-column/2, bottom+2.8, brick)
	}
}

// leastSize is that of the smallest letters of a page, in points.
const leastSize = 6.5

// strokeWords are the signs of strokes that are not arrows, short enough for a
// column.
var strokeWords = map[run.Stroke]string{run.Hammer: "h", run.Pull: "po", run.Slide: "sl"}

// stroke draws the pick's way: an arrow towards the floor for a downstroke.
func (p *pen) stroke(x, y float64, stroke run.Stroke) {
	const h = 2.2
	switch stroke {
	case run.DownStroke:
		p.line(x, y, x, y+h*0.6, ink, 0.3)
		p.triangle(x-0.8, y+h*0.5, x+0.8, y+h*0.5, x, y+h, ink)
	case run.UpStroke:
		p.line(x, y+h, x, y+h*0.4, ink, 0.3)
		p.triangle(x-0.8, y+h*0.5, x+0.8, y+h*0.5, x, y, ink)
	default:
		words, ok := strokeWords[stroke]
		if !ok {
			words = string(stroke) // a plucking finger
		}
		p.write(x, y+h, letter{text, 7, ink}, center, words)
	}
}
