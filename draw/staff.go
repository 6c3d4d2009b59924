package draw

import (
	"math"
	"strconv"

	"github.com/tdewolff/canvas"

	"evenladder/core/music/score"
)

// pointsPerMM is the size of letters that are a millimetre tall.
const pointsPerMM = 72 / 25.4

// staff draws one line of notation with its top at y; columns begin at x and are so
// wide. It returns the y below.
func (p *pen) staff(s staff, meter [2]int, left, x, y, column float64, l line) float64 {
	top := y + s.above
	bottom := top + staffTall
	right := x + column*float64(len(l.cells))
	for i := range 5 {
		p.line(left, top+float64(i)*staffGap, right, top+float64(i)*staffGap, faint, 0.15)
	}
	p.clef(s, left+0.5, bottom)
	p.signature(s, left+clefWide, bottom, l.fifths)
	if l.opens {
		for i, n := range meter {
			p.write(x-2.4, top+staffTall*(0.44+0.5*float64(i)), letter{bold, 2.1 * staffGap * pointsPerMM, ink},
				center, strconv.Itoa(n))
		}
	}
	for i, c := range l.cells {
		if c.barLine {
			p.line(x+column*float64(i), top, x+column*float64(i), bottom, ink, 0.25)
		}
	}
	if !l.goesOn {
		p.line(right, top, right, bottom, ink, 0.25)
	}
	p.ottavas(l.cells, x, y, column)
	for i := 0; i < len(l.cells); {
		end := i + 1
		if l.cells[i].Beamed() == score.BeginBeam {
			for end < len(l.cells) && l.cells[end].Beamed() != "" && l.cells[end].Beamed() != score.BeginBeam {
				end++
			}
		}
		p.group(s, l.cells[i:end], x+column*float64(i), bottom, column)
		i = end
	}
	return bottom + s.below
}

// ottavas marks the bars that are written lower than they are.
func (p *pen) ottavas(cells []cell, x, y, column float64) {
	for start := 0; start < len(cells); {
		end := start
		for end < len(cells) && cells[end].lower == cells[start].lower {
			end++
		}
		if mark := ottavas[cells[start].lower]; mark != "" {
			from, to := x+column*float64(start), x+column*float64(end)
			p.write(from+0.5, y+2.5, letter{text, 7.5, ink}, left, mark)
			p.line(from+6.5, y+1.6, to-0.5, y+1.6, faint, 0.15)
			p.line(to-0.5, y+1.6, to-0.5, y+2.6, faint, 0.15)
		}
		start = end
	}
}

func (p *pen) clef(s staff, x, bottom float64) {
	sign := "𝄞"
	if s.clef.Sign == "F" {
		sign = "𝄢"
	}
	p.glyph(x, bottom, staffTall, left, sign)
	if s.clef.OctaveChange < 0 {
		y := bottom + 4.6
		if s.clef.Sign == "F" {
			y = bottom + 2.2
		}
		p.write(x+2.2, y, letter{bold, 6.5, ink}, center, "8")
	}
}

// Lines and spaces of the signs of a signature, in steps from the bottom line of a
// G clef; an F clef has them two lower.
var (
	sharpSteps = [7]int{8, 5, 9, 6, 3, 7, 4}
	flatSteps  = [7]int{4, 7, 3, 6, 2, 5, 1}
)

func (p *pen) signature(s staff, x, bottom float64, fifths int) {
	steps, sign := sharpSteps, "♯"
	if fifths < 0 {
		steps, sign = flatSteps, "♭"
	}
	for k := range min(max(fifths, -fifths), 7) {
		step := steps[k]
		if s.clef.Sign == "F" {
			step -= 2
		}
		p.sign(x+float64(k)*signWide, bottom-float64(step)*staffGap/2, sign)
	}
}

// sign puts an accidental so that it means the line or space at y.
func (p *pen) sign(x, y float64, sign string) {
	p.glyph(x, y+staffGap*0.85, staffTall*0.95, left, sign)
}

// glyph draws a sign of notation, so tall, as a shape: viewers without the face of
// the signs have it too.
func (p *pen) glyph(x, y, tall float64, a align, sign string) {
	l := letter{music, tall * pointsPerMM, ink}
	face := p.face(l, sign)
	if a != left {
		x -= float64(a) * p.fonts.width(l, sign)
	}
	path, _, err := face.ToPath(sign)
	if err != nil {
		return // the face has every sign: a test holds that
	}
	p.style(ink, none, 0)
	p.ctx.DrawPath(x, p.height-y, path)
}

// written are the accidentals of a score as they are drawn.
var written = map[string]string{"b": "♭", "n": "♮", "#": "♯", "bb": "𝄫", "##": "𝄪"}

// rests by the figure that they are as long as.
var rests = map[string]string{"quarter": "𝄽", "eighth": "𝄾", "16th": "𝄿", "32nd": "𝅀"}

// group draws the notes under one beam, or one note or rest.
func (p *pen) group(s staff, cells []cell, x, bottom, column float64) {
	head := func(i int) (hx, hy float64) {
		return x + column*(float64(i)+0.5), bottom - float64(s.degree(cells[i]))*staffGap/2
	}
	if cells[0].Event == nil {
		p.rest(cells[0].Item, x+column/2, bottom)
		return
	}
	furthest, up := 0.0, false // from the middle line
	for i := range cells {
		if off := float64(s.degree(cells[i])) - 4; math.Abs(off) > math.Abs(furthest) || i == 0 {
			furthest, up = off, off < 0
		}
	}
	end := math.Inf(1) // y of the beam
	if !up {
		end = math.Inf(-1)
	}
	for i, c := range cells {
		hx, hy := head(i)
		p.noteHead(c, hx, hy, bottom)
		if up {
			end = min(end, hy-stemTall)
		} else {
			end = max(end, hy+stemTall)
		}
	}
	const half = 0.62 * staffGap // of a head
	stemX := func(hx float64) float64 {
		if up {
			return hx + half
		}
		return hx - half
	}
	first, _ := head(0)
	last, _ := head(len(cells) - 1)
	for i, c := range cells {
		hx, hy := head(i)
		if c.Figure.Type != "whole" {
			p.line(stemX(hx), hy, stemX(hx), end, ink, 0.2)
		}
		for n := range c.Figure.Beams() {
			y, x := end+float64(n)*0.9*sideOf(up), stemX(hx)
			switch {
			case len(cells) == 1:
				p.flag(x, y, sideOf(up))
			case i == len(cells)-1 && c.Beams[n] == score.BeginBeam: // the other end belongs to the next key
				p.beam(x-hookWide, x, y, sideOf(up))
			case i < len(cells)-1 && (c.Beams[n] == score.BeginBeam || c.Beams[n] == score.ContinueBeam):
				next, _ := head(i + 1)
				p.beam(x, stemX(next), y, sideOf(up))
			case c.Beams[n] == score.HookForward:
				p.beam(x, x+hookWide, y, sideOf(up))
			case c.Beams[n] == score.HookBack:
				p.beam(x-hookWide, x, y, sideOf(up))
			}
		}
	}
	p.tuplet(cells, stemX(first), stemX(last), end, up)
}

// hookWide is how far the beam of one note alone goes, in mm.
const hookWide = 1.2

// sideOf is downwards from a stem that goes up, upwards from one that goes down.
func sideOf(up bool) float64 {
	if up {
		return 1
	}
	return -1
}

// noteHead draws the head of a note with its dots, its accidental, its ledger lines and
// the tie to the next.
func (p *pen) noteHead(c cell, x, y, bottom float64) {
	if values := c.Figure.Type; values == "half" || values == "whole" {
		p.style(none, ink, 0.3)
	} else {
		p.style(ink, none, 0)
	}
	oval := canvas.Ellipse(0.64*staffGap, 0.46*staffGap)
	p.ctx.DrawPath(0, 0, oval.Transform(canvas.Identity.Translate(x, p.height-y).Rotate(22)))
	for at := bottom + staffGap; at <= y+0.01; at += staffGap {
		p.line(x-1.7, at, x+1.7, at, faint, 0.15)
	}
	for at := bottom - staffTall - staffGap; at >= y-0.01; at -= staffGap {
		p.line(x-1.7, at, x+1.7, at, faint, 0.15)
	}
	if c.Sign != "" {
		sign := written[c.Sign]
		size := letter{music, staffTall * 0.95 * pointsPerMM, ink}
		p.sign(x-1.2-p.textWidth(size, sign), y, sign)
	}
	for range c.Figure.Dots {
		p.write(x+1.5, y+0.3, letter{bold, 9, ink}, left, ".")
	}
	if c.TieTo {
		p.line(x+1.3, y+1.3, x+4.5, y+1.3, ink, 0.25)
	}
}

func (p *pen) rest(i score.Item, x, bottom float64) {
	p.glyph(x, bottom, staffTall, center, rests[i.Figure.Type])
	for range i.Figure.Dots {
		p.write(x+1.5, bottom-staffTall/2, letter{bold, 9, ink}, left, ".")
	}
}

func (p *pen) beam(x1, x2, y, side float64) {
	const thick = 0.6
	p.rect(x1-0.1, min(y, y+side*thick), x2-x1+0.2, thick, 0, ink, none, 0)
}

func (p *pen) flag(x, y, side float64) {
	p.triangle(x, y, x+1.6, y+side*2.2, x, y+side*0.9, ink)
}

// tuplet writes the number of a group that is not divided by twos.
func (p *pen) tuplet(cells []cell, x1, x2, end float64, up bool) {
	figure := cells[0].Figure
	if figure.Actual == figure.Normal || !cells[0].First || cells[0].WholeBeat() {
		return
	}
	y := end - 0.7
	if !up {
		y = end + 2.6
	}
	p.write((x1+x2)/2, y, letter{text, 6.5, ink}, center, strconv.Itoa(figure.Actual))
}
