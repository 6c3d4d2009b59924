package draw

import "math"

// Report is words and tables to put on paper.
type Report struct {
	Title    string
	Sentence string
	Sections []Section
}

// Section is one part of a report: lines of words, or rows of cells under headings.
type Section struct {
	Heading string
	Words   []string
	Columns []Column
	Rows    [][]string // a cell for each column; a row with fewer cells has the rest empty
}

// Column is a column of a table.
type Column struct {
	Heading string
	Share   float64 // of the width
	Tick    bool    // a square to tick in place of words
}

// ReportSheet is a report on paper.
func ReportSheet(r Report) Sheet {
	return Sheet{r.Title, r.Sentence, func(form Form) (drawn, error) { return reportPages(r, form) }}
}

// Measures of a report in mm and points.
const (
	reportType, reportLine = 8.5, 3.9
	rowPad                 = 1.6
	tickSide               = 3.2
)

var (
	reportText = letter{text, reportType, ink}
	reportHead = letter{bold, 10.5, ink}
	columnHead = letter{text, leastSize, faint}
)

func reportPages(r Report, form Form) (drawn, error) {
	g := paging{Form: form, title: r.Title}
	if err := g.next(); err != nil {
		return drawn{}, err
	}
	p := g.pen()
	p.write(margin, g.y+5, letter{heading, 16, ink}, left, p.clipped(letter{heading, 16, ink}, r.Title,
		p.width-2*margin))
	g.y += 10
	for _, line := range p.wrap(reportText, r.Sentence, p.width-2*margin) {
		p.write(margin, g.y+2, reportText, left, line)
		g.y += reportLine + 0.4
	}
	for _, s := range r.Sections {
		if err := g.section(s); err != nil {
			return drawn{}, err
		}
	}
	for i, p := range g.pens {
		p.write(p.width-margin, p.height-margin, letter{text, leastSize, faint}, right, pageOf(i+1, len(g.pens)))
	}
	return g.drawn, nil
}

func (g *paging) section(s Section) error {
	if err := g.room(reportLine * 5); err != nil { // no heading stands alone at the foot
		return err
	}
	g.y += 4
	p := g.pen()
	p.write(margin, g.y+3, reportHead, left, p.clipped(reportHead, s.Heading, p.width-2*margin))
	p.line(margin, g.y+4.6, p.width-margin, g.y+4.6, rule, 0.3)
	g.y += 7
	for _, words := range s.Words {
		for _, line := range p.wrap(reportText, words, p.width-2*margin) {
			if err := g.room(reportLine); err != nil {
				return err
			}
			g.pen().write(margin, g.y+2.6, reportText, left, line)
			g.y += reportLine
		}
		g.y++
	}
	if len(s.Rows) == 0 {
		return nil
	}
	g.columnHeads(s.Columns)
	for _, row := range s.Rows {
		if err := g.row(s.Columns, row); err != nil {
			return err
		}
	}
	return nil
}

func (g *paging) columnHeads(columns []Column) {
	p, x := g.pen(), margin
	for _, c := range columns {
		width := c.Share * (p.width - 2*margin)
		p.write(x, g.y+2.2, columnHead, left, p.clipped(columnHead, c.Heading, width-2))
		x += width
	}
	g.y += 4
}

// row draws the cells of a row, as tall as the tallest of them.
func (g *paging) row(columns []Column, cells []string) error {
	p := g.pen()
	whole := p.width - 2*margin
	lines := make([][]string, len(columns))
	most := 1
	for i, c := range columns {
		if i < len(cells) && !c.Tick {
			lines[i] = p.wrap(reportText, cells[i], c.Share*whole-2)
			most = max(most, len(lines[i]))
		}
	}
	height := math.Max(float64(most)*reportLine, tickSide) + rowPad
	pages := len(g.pens)
	if err := g.room(height); err != nil {
		return err
	}
	if len(g.pens) > pages {
		g.columnHeads(columns)
	}
	p = g.pen()
	x := margin
	for i, c := range columns {
		if c.Tick {
			p.rect(x, g.y, tickSide, tickSide, 0, sheet, ink, 0.25)
		}
		for k, line := range lines[i] {
			p.write(x, g.y+2.6+float64(k)*reportLine, reportText, left, p.clipped(reportText, line, c.Share*whole-2))
		}
		x += c.Share * whole
	}
	g.y += height
	p.line(margin, g.y-rowPad/2, p.width-margin, g.y-rowPad/2, rule, 0.15)
	return nil
}
