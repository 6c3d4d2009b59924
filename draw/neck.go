package draw

import (
	"strconv"

	"evenladder/core/planning/plan"
)

// neckView is a stretch of neck on the page: even frets, string 1 on top.
type neckView struct {
	x, y, width   float64 // of the frets, without the gutter of open strings
	gap           float64 // between strings
	lowFret, high int     // first and last fret shown
	leftHanded    bool
	strings       int
	mark          float64 // height of a mark
}

const gutter = 9.0

// fretX is the wire of a fret, across in millimetres.
func (v neckView) fretX(fret float64) float64 {
	return v.mirror(v.x + (fret-float64(v.lowFret)+1)*v.width/float64(v.high-v.lowFret+1))
}

func (v neckView) mirror(x float64) float64 {
	if v.leftHanded {
		return 2*v.x + v.width - x
	}
	return x
}

func (v neckView) stringY(str int) float64 { return v.y + float64(str-1)*v.gap }
func (v neckView) bottom() float64         { return v.stringY(v.strings) }

// markX stands just behind the fret; an open string's mark in the gutter.
func (v neckView) markX(fret int) float64 {
	if fret == 0 {
		return v.mirror(v.x - gutter/2)
	}
	return v.fretX(float64(fret) - 0.38)
}

// grid draws strings, frets, the nut, the ruler and the names of the open
// strings.
func (p *pen) grid(v neckView, n plan.NeckPlan) {
	for f := v.lowFret - 1; f <= v.high; f++ {
		width, colour := 0.2, rule
		if f == 0 {
			width, colour = 1.0, ink
		}
		x := v.fretX(float64(f))
		p.line(x, v.y, x, v.bottom(), colour, width)
		if f >= v.lowFret {
			p.line(x, v.bottom()+2.6, x, v.bottom()+4.2, faint, 0.2)
			p.write(v.fretX(float64(f)-0.5), v.bottom()+6.2, letter{text, 7, faint}, center, strconv.Itoa(f))
		}
	}
	p.line(v.fretX(float64(v.lowFret-1)), v.bottom()+2.6, v.fretX(float64(v.high)), v.bottom()+2.6, faint, 0.2)
	for _, s := range n.Strings {
		y := v.stringY(s.String)
		offsets := []float64{0}
		if n.Courses {
			offsets = []float64{-0.45, 0.45}
		}
		for _, o := range offsets {
			p.line(v.mirror(v.x-gutter*0.1), y+o, v.fretX(float64(v.high)), y+o, ink, 0.12+0.05*float64(s.String))
		}
		a := right
		if v.leftHanded {
			a = left
		}
		p.write(v.mirror(v.x-gutter-1), y+1, letter{bold, 7.5, ink}, a, s.Label)
	}
}

// ticks marks the scale notes outside the boxes.
func (p *pen) ticks(v neckView, n plan.NeckPlan, boxes ...plan.Box) {
	inBox := map[[2]int]bool{}
	for _, box := range boxes {
		for _, b := range box.Notes {
			inBox[[2]int{b.String, b.Fret}] = true
		}
	}
	for _, note := range n.Notes {
		if inBox[[2]int{note.String, note.Fret}] || note.Fret != 0 && (note.Fret < v.lowFret || note.Fret > v.high) ||
			note.Fret == 0 && v.lowFret > 1 {
			continue
		}
		x, y := v.markX(note.Fret), v.stringY(note.String)
		colour := faint
		if note.Degree == "1" {
			colour = marigold
		}
		p.line(x, y-v.mark*0.3, x, y+v.mark*0.3, colour, 0.5)
	}
}

// markOf draws one note of a box with its label.
func (p *pen) markOf(v neckView, note plan.BoxNote, label string) {
	x, y, h := v.markX(note.Fret), v.stringY(note.String), v.mark
	w := h * 0.62
	fill, stroke, lettering := ink, ink, sheet
	switch {
	case note.Root:
		fill, stroke, lettering = marigold, marigold, ink
	case note.Layer == "added":
		fill, stroke, lettering = sheet, plum, plum
	}
	p.rect(x-w/2, y-h/2, w, h, w/2, fill, stroke, h*0.07)
	if note.Root {
		for _, side := range []float64{-1, 1} {
			bar := x + side*w*0.26
			p.line(bar, y+h*0.5, bar, y+h*0.68, ink, h*0.09)
		}
	}
	p.reachWedge(v, note, x, y, w, h)
	size := h * 1.45
	if len(label) > 1 && label[0] < 0x80 {
		size = h * 1.2
	}
	p.write(x, y+size*0.125, letter{bold, size, lettering}, center, label)
}

// reachWedge points to the side that the finger reaches to.
func (p *pen) reachWedge(v neckView, note plan.BoxNote, x, y, w, h float64) {
	if note.Reach == "" {
		return
	}
	side := 1.0
	if (note.Reach == "back") != v.leftHanded {
		side = -1
	}
	edge := x + side*(w/2+0.5)
	p.triangle(edge, y-h*0.2, edge, y+h*0.2, edge+side*h*0.26, y, brick)
}

var fingerNames = [5]string{"0", "1", "2", "3", "4"}
