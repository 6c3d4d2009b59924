package draw

import (
	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/together"
)

// GroupSheet is the music of a group on paper: each member's name and part, the neck with the fingers, and the line.
func GroupSheet(t together.Together) Sheet {
	return Sheet{t.Title, "For a group", func(form Form) (drawn, error) { return groupPages(t, form) }}
}

func groupPages(t together.Together, form Form) (drawn, error) {
	g := paging{Form: form, title: t.Title}
	if err := g.next(); err != nil {
		return drawn{}, err
	}
	g.y += 6
	g.pen().write(margin, g.y, letter{heading, 14.5, ink}, left, t.Title)
	g.y += 5
	for _, words := range t.Remarks {
		g.pen().write(margin, g.y, letter{text, 8, faint}, left, words)
		g.y += 4
	}
	for _, part := range t.Parts {
		if err := g.part(part, t.Bars); err != nil {
			return drawn{}, err
		}
	}
	return g.drawn, g.feet()
}

// partGap is between the parts of a page, in millimetres.
const partGap = 5

// part draws one member's line; a part that cannot be played says so.
func (g *paging) part(of together.Part, bars int) error {
	words := append([]string{}, of.Remarks...)
	if of.Cannot != "" {
		words = append(words, of.Cannot)
	}
	tall := keyHead + 3.6*float64(len(words))
	var s score.Score
	var lines []line
	var neck, gap float64
	width := g.Paper.Width - 2*margin
	small := smallLines
	if of.Plan != nil {
		small = small.saying(of.Plan.Run.SaysChords)
		s = score.OfBars(of.Plan.Piece(), bars)
		lines = small.lines(cellsOf(s.Bars, 0, len(s.Events)), s.Bars, width)
		gap = widestGap
		neck = keyRuler + gap*float64(len(s.Strings)-1)
	}
	// The name, the neck and the first line stay together.
	first := 0.0
	if len(lines) > 0 {
		first = small.height(len(s.Strings))
	}
	if err := g.room(tall + neck + first); err != nil {
		return err
	}
	g.marks = append(g.marks, mark{of.Title, len(g.pens) - 1})
	p := g.pen()
	p.write(margin, g.y+keyHead-1.5, letter{bold, 10, ink}, left, p.clipped(letter{bold, 10, ink}, of.Title, width))
	g.y += keyHead
	for _, w := range words {
		p.write(margin, g.y+2, letter{text, 8, faint}, left, p.clipped(letter{text, 8, faint}, w, width))
		g.y += 3.6
	}
	if of.Plan == nil {
		g.y += partGap
		return nil
	}
	pl := *of.Plan
	pl.Boxes, pl.Box = []plan.Box{*of.Box}, 0
	p.keyNeck(pl, margin, g.y+2, width*0.6, gap)
	g.y += neck
	columns := max(int(width/7), longest(lines)) // short runs are not spread out
	for _, l := range lines {
		if err := g.room(small.height(len(s.Strings))); err != nil {
			return err
		}
		g.pen().tab(small, margin, g.y, width/float64(columns), s.Strings, l)
		g.y += small.height(len(s.Strings))
	}
	g.y += partGap
	return nil
}
