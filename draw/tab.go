package draw

import (
	"strconv"

	"evenladder/core/piece"
	"evenladder/core/run"
)

// lanes are the measures of a line of tab, in millimetres.
type lanes struct {
	gap     float64 // between strings
	head    float64 // count
	foot    float64 // fingers, strokes and room below
	column  float64 // least width of a note
	letters float64 // size of the frets in points
	strokes bool
}

// The run of a plan stands in pageLanes, the keys of a round in smallLanes.
var (
	pageLanes  = lanes{3.7, 6.5, 11, 7, 9, true}
	smallLanes = lanes{2.4, 4.6, 5.9, 3.6, 6.5, false}
)

func (l lanes) height(strs int) float64 { return l.head + float64(strs-1)*l.gap + l.foot }

// systems cuts the run into lines of whole bars that fit the width; a bar
// longer than a line is cut.
func (l lanes) systems(events []piece.Event, width float64) [][]piece.Event {
	fit := int(width / l.column)
	var out [][]piece.Event
	for start := 0; start < len(events); {
		end := min(start+fit, len(events))
		if end < len(events) {
			for cut := end; cut > start; cut-- {
				if events[cut].Bar != events[cut-1].Bar {
					end = cut
					break
				}
			}
		}
		out = append(out, events[start:end])
		start = end
	}
	return out
}

// tab draws one line of tab with its top at y. A line that is not full keeps the
// width of its notes.
func (p *pen) tab(l lanes, x, y, width float64, strs int, events []piece.Event, longest int) {
	column := width / float64(longest)
	top := y + l.head
	bottom := top + float64(strs-1)*l.gap
	small := l.letters * 5 / 6
	right := x + column*float64(len(events))
	for s := range strs {
		sy := top + float64(s)*l.gap
		p.line(x, sy, right, sy, rule, 0.2)
	}
	bar := func(bx float64) { p.line(bx, top, bx, bottom, ink, 0.3) }
	bar(x)
	for i, e := range events {
		if i > 0 && e.Bar != events[i-1].Bar {
			bar(x + column*float64(i))
		}
		cx := x + column*(float64(i)+0.5)
		sy := top + float64(e.String-1)*l.gap
		fret := strconv.Itoa(e.Fret)
		half := l.letters * 0.155 // of its height
		w := l.letters * 0.29
		if len(fret) > 1 {
			w *= 1.45
		}
		p.rect(cx-w/2, sy-half, w, 2*half, 0, sheet, none, 0)
		colour := ink
		if e.Degree == "1" {
			p.line(cx-w*0.35, sy+half*1.25, cx+w*0.35, sy+half*1.25, marigold, 0.6)
		}
		p.write(cx, sy+l.letters*0.128, letter{bold, l.letters, colour}, center, fret)
		if e.Lean {
			p.rect(cx-w/2-0.5, sy-half*1.2, w+1, half*2.4, 0.8, none, verdigris, 0.35)
		}
		count := letter{text, small, faint}
		if e.Accent {
			count = letter{bold, small, ink}
		}
		p.write(cx, top-l.head/2, count, center, e.Count)
		p.write(cx, bottom+small*0.66, letter{text, small, ink}, center, fingerNames[e.Finger])
		if l.strokes {
			p.stroke(cx, bottom+5.6, e.Stroke)
		}
		if l.strokes && e.Sweep && i > 0 {
			p.line(cx-column+1.4, bottom+6.7, cx-1.4, bottom+6.7, ink, 0.25)
		}
		if e.Shift != 0 {
			p.triangle(cx-column/2-0.9, bottom+1.2, cx-column/2+0.9, bottom+1.2, cx-column/2, bottom+2.8, brick)
		}
	}
	bar(right)
}

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
		p.write(x, y+h, letter{text, 7.5, ink}, center, string(stroke)) // a plucking finger
	}
}
