// Package draw puts a plan on paper. The page is drawn once, in millimetres,
// and written as PDF, SVG or PNG with the shipped fonts.
package draw

import (
	"fmt"
	"strings"

	"github.com/tdewolff/canvas"

	"evenladder/core/english"
	"evenladder/core/pitch"
	"evenladder/core/plan"
)

// Paper is a size of page in millimetres.
type Paper struct {
	ID            string
	Width, Height float64
}

// The papers there are.
var (
	A4     = Paper{"a4", 210, 297}
	Letter = Paper{"letter", 215.9, 279.4}
)

// FindPaper returns the paper with this id.
func FindPaper(id string) (Paper, error) {
	for _, p := range []Paper{A4, Letter} {
		if p.ID == id {
			return p, nil
		}
	}
	return Paper{}, fmt.Errorf("%.32q was given: give a4 or letter", id)
}

const margin = 15.0

// pages lays the plan out; a long run goes on over further pages.
func pages(pl plan.Plan, paper Paper) ([]*canvas.Canvas, error) {
	p, c, err := newPen(paper.Width, paper.Height)
	if err != nil {
		return nil, err
	}
	out := []*canvas.Canvas{c}
	y := p.head(pl)
	y = p.wholeNeck(pl, y)
	y = p.chosenBox(pl, y)
	p.foot(pl)

	width := paper.Width - 2*margin
	p.write(margin, y, letter{bold, 9, ink}, left, runTitle(pl))
	y += 3
	strs := len(pl.Neck.Strings)
	systems := pageLanes.systems(pl.Run.Events, width)
	longest := 0
	for _, s := range systems {
		longest = max(longest, len(s))
	}
	for _, s := range systems {
		if y+pageLanes.height(strs) > paper.Height-margin-14 {
			if p, c, err = newPen(paper.Width, paper.Height); err != nil {
				return nil, err
			}
			out = append(out, c)
			p.foot(pl)
			y = margin + 4
			p.write(margin, y, letter{bold, 9, ink}, left, runTitle(pl)+", continued")
			y += 3
		}
		p.tab(pageLanes, margin, y, width, strs, s, longest)
		y += pageLanes.height(strs)
	}
	return out, nil
}

// head writes the sentence and the spelling, and returns the y below them.
func (p *pen) head(pl plan.Plan) float64 {
	title := letter{heading, 14.5, ink}
	y := margin + 5
	for _, line := range p.wrap(title, pl.Sentence, p.width-2*margin) {
		p.write(margin, y, title, left, line)
		y += 6.6
	}
	y += 1.5
	p.write(margin, y, letter{bold, 10, ink}, left, pl.Scale.Title)
	p.write(p.width-margin, y, letter{text, 9, faint}, right, signatureWords(pl))
	for i := range pl.Scale.Notes {
		x := margin + 50 + float64(i)*min(9, 70/float64(len(pl.Scale.Notes)))
		p.write(x, y, letter{bold, 10, ink}, center, pl.Scale.Labels[i])
		p.write(x, y+4.6, letter{text, 9, faint}, center, pitch.Pretty(pl.Scale.Degrees[i]))
	}
	y += 4.6
	y += 3
	p.line(margin, y, p.width-margin, y, rule, 0.3)
	return y + 6
}

func signatureWords(pl plan.Plan) string {
	k := pl.Scale.KeySignature
	if k.Fifths == 0 {
		return "no sharps or flats in the signature"
	}
	return "signature " + strings.Join(pl.Scale.Signature, " ")
}

func (p *pen) wholeNeck(pl plan.Plan, y float64) float64 {
	strs := len(pl.Neck.Strings)
	v := neckView{
		x: margin + gutter + 5, y: y + 3, gap: max(3.4, min(4.6, 26/float64(strs))), lowFret: 1, high: len(pl.Neck.Frets) - 1,
		leftHanded: pl.Brief.Instrument.LeftHanded, strings: strs,
	}
	v.width = p.width - margin - v.x
	if v.leftHanded {
		v.x = margin
	}
	v.mark = v.gap * 0.92
	p.grid(v, pl.Neck)
	box := pl.Boxes[pl.Box]
	p.ticks(v, pl.Neck, box)
	for _, n := range box.Notes {
		p.markOf(v, n, "")
	}
	return v.bottom() + 13
}

// chosenBox draws the frets of the box large, with fingers on the marks.
func (p *pen) chosenBox(pl plan.Plan, y float64) float64 {
	box := pl.Boxes[pl.Box]
	p.write(margin, y, letter{bold, 9, ink}, left, boxTitle(box))
	p.write(p.width-margin, y, letter{text, 8.5, faint}, right, handWords(box))
	strs := len(pl.Neck.Strings)
	last := len(pl.Neck.Frets) - 1
	v := neckView{
		x: margin + gutter + 5, y: y + 7, gap: max(5.2, min(8.4, 48/float64(strs))),
		lowFret: max(1, box.LowFret), high: min(last, max(box.HighFret, box.LowFret+4)),
		leftHanded: pl.Brief.Instrument.LeftHanded, strings: strs,
	}
	v.width = min(p.width-margin-v.x, float64(v.high-v.lowFret+1)*24)
	if v.leftHanded {
		v.x = p.width - margin - gutter - 5 - v.width
	}
	v.mark = v.gap * 0.78
	p.grid(v, pl.Neck)
	p.ticks(v, pl.Neck, box)
	for _, n := range box.Notes {
		p.markOf(v, n, fingerNames[n.Finger])
	}
	return v.bottom() + 14
}

func boxTitle(b plan.Box) string {
	s := "Box " + b.ID + ", " + b.Name + ", frets " + fmt.Sprintf("%d to %d", b.LowFret, b.HighFret)
	for _, c := range b.Corrections {
		s += fmt.Sprintf("; %+d at strings %d–%d", c.Frets, c.FromString, c.ToString)
	}
	if !b.Complete {
		s += "; lacks " + strings.Join(b.Lacks, " ")
	}
	return s
}

func handWords(b plan.Box) string {
	s := fmt.Sprintf("widest span %.0f mm · %s · %s", b.SpanMM, english.Count(b.Reaches, "reach", "reaches"), english.Count(b.Shifts, "shift", "shifts"))
	if b.Refit != "" {
		s += " · fitted to the hand"
	}
	return s
}

func runTitle(pl plan.Plan) string {
	return fmt.Sprintf("The run: %s in %s, %d notes a minute, ends on %s (%s)", english.Count(pl.Run.Notes, "note", "notes"), english.Count(pl.Run.Bars, "bar", "bars"),
		pl.Run.NotesPerMinute, pl.Run.EndsOn.Label, pitch.Pretty(pl.Run.EndsOn.Degree))
}

// foot leaves room to write the date and the tempo reached.
func (p *pen) foot(pl plan.Plan) {
	y := p.height - margin
	for _, c := range pl.Cautions {
		if c.Code == "span" {
			lines := p.wrap(letter{text, 8, brick}, c.Message, p.width-2*margin)
			for i, line := range lines {
				p.write(margin, y-8-float64(len(lines)-1-i)*3.4, letter{text, 8, brick}, left, line)
			}
		}
	}
	p.dateAndTempo()
}

// dateAndTempo leaves room to write both.
func (p *pen) dateAndTempo() {
	y, small := p.height-margin, letter{text, 8.5, faint}
	p.write(margin, y, small, left, "Date")
	p.line(margin+9, y+0.6, margin+52, y+0.6, ink, 0.25)
	p.write(margin+58, y, small, left, "Tempo reached")
	p.line(margin+81, y+0.6, margin+118, y+0.6, ink, 0.25)
	p.write(p.width-margin, y, small, right, "Even Ladder")
}
