package draw

import (
	"strconv"

	"evenladder/core/plan"
)

const (
	tabGap    = 3.7  // between strings
	tabHead   = 6.5  // count
	tabFoot   = 11.0 // fingers, strokes and room below
	tabColumn = 7.0  // least width of a note
)

func tabHeight(p plan.Plan) float64 {
	return tabHead + float64(len(p.Neck.Strings)-1)*tabGap + tabFoot
}

// tabSystems cuts the run into lines of whole bars that fit the width; a bar
// longer than a line is cut.
func tabSystems(events []plan.Event, width float64) [][]plan.Event {
	fit := int(width / tabColumn)
	var out [][]plan.Event
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

// tabSystem draws one line of tab with its top at y. A line that is not full
// keeps the width of its notes.
func (p *pen) tabSystem(x, y, width float64, pl plan.Plan, events []plan.Event, longest int) {
	column := width / float64(longest)
	top := y + tabHead
	strs := len(pl.Neck.Strings)
	bottom := top + float64(strs-1)*tabGap
	right := x + column*float64(len(events))
	for s := range strs {
		sy := top + float64(s)*tabGap
		p.line(x, sy, right, sy, rule, 0.2)
	}
	bar := func(bx float64) { p.line(bx, top, bx, bottom, ink, 0.3) }
	bar(x)
	for i, e := range events {
		if i > 0 && e.Bar != events[i-1].Bar {
			bar(x + column*float64(i))
		}
		cx := x + column*(float64(i)+0.5)
		sy := top + float64(e.String-1)*tabGap
		fret := strconv.Itoa(e.Fret)
		w := 2.6
		if len(fret) > 1 {
			w = 3.8
		}
		p.rect(cx-w/2, sy-1.4, w, 2.8, 0, sheet, none, 0)
		colour := ink
		if e.Degree == "1" {
			p.line(cx-w*0.35, sy+1.75, cx+w*0.35, sy+1.75, marigold, 0.6)
		}
		p.write(cx, sy+1.15, letter{bold, 9, colour}, center, fret)
		if e.Lean {
			p.rect(cx-w/2-0.5, sy-1.7, w+1, 3.4, 0.8, none, verdigris, 0.35)
		}
		count := letter{text, 7.5, faint}
		if e.Accent {
			count = letter{bold, 7.5, ink}
		}
		p.write(cx, top-3.2, count, center, e.Count)
		p.write(cx, bottom+4.2, letter{text, 7.5, ink}, center, fingerNames[e.Finger])
		p.stroke(cx, bottom+5.6, e.Stroke)
		if e.Sweep && i > 0 {
			p.line(cx-column+1.4, bottom+6.7, cx-1.4, bottom+6.7, ink, 0.25)
		}
		if e.Shift != 0 {
			p.triangle(cx-column/2-0.9, bottom+1.2, cx-column/2+0.9, bottom+1.2, cx-column/2, bottom+2.8, brick)
		}
	}
	bar(right)
}

// stroke draws the pick's way: an arrow towards the floor for a downstroke.
func (p *pen) stroke(x, y float64, name string) {
	const h = 2.2
	switch name {
	case "down":
		p.line(x, y, x, y+h*0.6, ink, 0.3)
		p.triangle(x-0.8, y+h*0.5, x+0.8, y+h*0.5, x, y+h, ink)
	case "up":
		p.line(x, y+h, x, y+h*0.4, ink, 0.3)
		p.triangle(x-0.8, y+h*0.5, x+0.8, y+h*0.5, x, y, ink)
	default:
		p.write(x, y+h, letter{text, 7.5, ink}, center, name) // a plucking finger
	}
}
