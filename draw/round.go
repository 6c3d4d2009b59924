package draw

import (
	"fmt"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

// Layouts of a round on paper.
const (
	FourToAPage = "pages"   // each key with its neck and its run
	WithStaff   = "staff"   // the same, with notation over the tab
	OnePage     = "summary" // a line for each key
)

// roundLayouts draw a round, each in its layout.
var roundLayouts = map[string]func(round.Round, Form) (drawn, error){
	FourToAPage: func(r round.Round, form Form) (drawn, error) { return roundPages(r, form, false) },
	WithStaff:   func(r round.Round, form Form) (drawn, error) { return roundPages(r, form, true) },
	OnePage:     roundSummary,
}

// FindRoundLayout checks the name of a layout.
func FindRoundLayout(id string) error {
	if roundLayouts[id] == nil {
		return fmt.Errorf("%.32q was given: give %s, %s or %s", id, FourToAPage, WithStaff, OnePage)
	}
	return nil
}

// RoundSheet is a round on paper, in one of its layouts.
func RoundSheet(r round.Round, layout string) Sheet {
	return Sheet{r.Title, r.Sentence, func(form Form) (drawn, error) { return roundLayouts[layout](r, form) }}
}

const keysOnAPage = 4

// Measures of a key on a page, in millimetres.
const (
	keyHead   = 4.5  // its heading
	keyRuler  = 11.5 // about the neck: its ruler, and air
	keyFoot   = 1.5
	leastGap  = 2.9 // between the strings of its neck
	widestGap = 4.5
)

// roundPages puts up to four keys on a page, fewer where their runs are long.
func roundPages(r round.Round, form Form, staffed bool) (drawn, error) {
	g := paging{Form: form, title: r.Title}
	if err := g.next(); err != nil {
		return drawn{}, err
	}
	g.y = g.pen().roundHead(r)
	width := form.Paper.Width - 2*margin
	s := score.Of(r.Piece())
	// Necks as large as leaves room for four keys whose runs take a line each.
	strs := len(s.Strings)
	small := smallLines.saying(r.Run.SaysChords)
	room := (g.bottom()-g.y)/keysOnAPage - keyHead - keyRuler - keyFoot - small.height(strs)
	gap := min(max(room/float64(strs-1), leastGap), widestGap)
	onPage := 0
	for _, stop := range r.Stops {
		run := keyRun{small, s, staffed, nil, 0}
		run.set(cellsOf(s.Bars, stop.First, stop.First+stop.Notes), width)
		tall := keyHead + keyRuler + gap*float64(strs-1) + run.height() + keyFoot
		height := tall
		before := len(g.pens)
		if onPage == keysOnAPage {
			height = form.Paper.Height // to the next page
		}
		if onPage > 0 {
			if err := g.room(height); err != nil {
				return drawn{}, err
			}
		}
		if len(g.pens) > before {
			onPage = 0
		}
		g.marks = append(g.marks, mark{stop.Title, len(g.pens) - 1})
		g.pen().key(stop, run, gap, g.y)
		g.y += tall
		onPage++
	}
	return g.drawn, g.feet()
}

// meterWide is the room of a meter before the first column, in millimetres.
const meterWide = 5.5

// keyRun is the run of one key: lines of tab, each with a staff over it where that is wanted.
type keyRun struct {
	measures
	score.Score
	staffed bool
	lines   []line
	names   float64 // width before the first column: a clef and a signature
}

// set puts notes on lines of a width.
func (r *keyRun) set(cells []cell, width float64) {
	r.lines = r.measures.lines(cells, r.Bars, width)
	if r.staffed {
		lowerBars(cells, r.Clef)
		r.names = clefWide + signatureWidth(r.lines) + meterWide
		r.lines = r.measures.lines(cells, r.Bars, width-r.names)
	}
}

func (r keyRun) height() (h float64) {
	for _, l := range r.lines {
		h += r.measures.height(len(r.Strings))
		if r.staffed {
			h += staffOf(r.Score, l).height()
		}
	}
	return h
}

// keyLines draws the lines of a key's run with its top at y.
func (p *pen) keyLines(r keyRun, y, width float64) {
	columns := max(int((width-r.names)/7), longest(r.lines)) // short runs are not spread out
	column := (width - r.names) / float64(columns)
	x := margin + r.names
	for _, l := range r.lines {
		if r.staffed {
			y = p.staff(staffOf(r.Score, l), [2]int{r.Beats, r.Unit}, margin, x, y, column, l)
		}
		p.tab(r.measures, x, y, column, r.Strings, l)
		y += r.measures.height(len(r.Strings))
	}
}

// roundHead writes the sentence, and returns the y below it.
func (p *pen) roundHead(r round.Round) float64 {
	title := letter{heading, 10, ink}
	y := margin + 2.0
	for _, line := range p.wrap(title, r.Sentence, p.width-2*margin) {
		p.write(margin, y, title, left, line)
		y += 4.4
	}
	p.line(margin, y-1.5, p.width-margin, y-1.5, rule, 0.3)
	return y + 2
}

// key draws one key with its top at y: its heading, its neck with what changes
// beside it, and the lines of its run.
func (p *pen) key(s round.Stop, r keyRun, gap, y float64) {
	width := p.width - 2*margin
	box := s.Plan.Boxes[s.Plan.Box]
	p.write(margin, y+keyHead-1.5, letter{bold, 10, ink}, left, s.Title)
	p.write(p.width-margin, y+keyHead-1.5, letter{text, 8, faint}, right,
		fmt.Sprintf("%s · root on string %d, fret %d · %.0f mm", signatureWords(s.Plan), s.Root.String, s.Root.Fret,
			box.SpanMM))
	y += keyHead
	const share = 0.52
	strs := len(s.Plan.Neck.Strings)
	p.keyNeck(s.Plan, margin, y+2, width*share, gap)
	p.keyWords(s, margin+width*share+6, y+3, width*(1-share)-6)
	p.keyLines(r, y+keyRuler+gap*float64(strs-1), width)
}

// keyNeck draws the frets of a key's box with fingers on the marks.
func (p *pen) keyNeck(pl plan.Plan, x, y, width, gap float64) {
	box := pl.Boxes[pl.Box]
	v := neckView{
		x: x + gutter + 4, y: y, width: width - gutter - 4, gap: gap, strings: len(pl.Neck.Strings),
		leftHanded: pl.Brief.Instrument.LeftHanded,
		lowFret:    max(1, box.LowFret), high: min(len(pl.Neck.Frets)-1, max(box.HighFret, box.LowFret+4)),
	}
	if v.leftHanded {
		v.x = x
	}
	v.mark = gap * 0.95
	p.grid(v, pl.Neck)
	for _, n := range box.Notes {
		p.markOf(v, n, fingerNames[n.Finger])
	}
}

// keyWords writes what becomes of the key before, as far as there is room.
func (p *pen) keyWords(s round.Stop, x, y, width float64) {
	small := letter{text, 7.5, ink}
	room := 6
	for _, words := range append([]string{s.Why, s.Move.Words, s.Join}, s.Move.Changes...) {
		if words == "" {
			continue
		}
		for _, line := range p.wrap(small, words, width) {
			if room--; room < 0 {
				return
			}
			p.write(x, y, small, left, line)
			y += 3.3
		}
	}
}

// roundSummary is one page with a line for each key.
func roundSummary(r round.Round, form Form) (drawn, error) {
	g := paging{Form: form, title: r.Title}
	if err := g.next(); err != nil {
		return drawn{}, err
	}
	p := g.pen()
	y := p.roundHead(r)
	height := (g.bottom() - y) / float64(len(r.Stops))
	for _, s := range r.Stops {
		p.summaryLine(s, y, min(height, tallestKey))
		y += min(height, tallestKey)
	}
	return g.drawn, g.feet()
}

// tallestKey is how tall a line of a page of keys gets, in millimetres.
const tallestKey = 23

func (p *pen) summaryLine(s round.Stop, y, height float64) {
	box := s.Plan.Boxes[s.Plan.Box]
	width := p.width - 2*margin
	base := y + height*0.42
	p.rect(margin, base-2.6, 3, 3, 0, sheet, ink, 0.25) // to tick
	p.write(margin+6, base, letter{bold, 10, ink}, left, s.Name)
	p.write(margin+16, base, letter{text, 8, ink}, left, fmt.Sprintf("string %d, fret %d", s.Root.String, s.Root.Fret))
	p.write(margin+16, base+3.6, letter{text, 7, faint}, left, fmt.Sprintf("%.0f mm · %s", box.SpanMM,
		signatureShort(s.Plan)))
	p.summaryNeck(s.Plan, margin+48, y+1.2, width*0.32, height-2.4)
	words := strings.TrimSpace(s.Why + " " + s.Move.Words)
	x := margin + 48 + width*0.32 + 5
	for i, line := range p.wrap(letter{text, 7.5, ink}, words, p.width-margin-x) {
		if float64(i)*3.3 < height-3 {
			p.write(x, y+4+float64(i)*3.3, letter{text, 7.5, ink}, left, line)
		}
	}
	p.line(margin, y+height-0.4, p.width-margin, y+height-0.4, rule, 0.2)
}

func signatureShort(pl plan.Plan) string {
	switch n := pl.Scale.KeySignature.Fifths; {
	case n > 0:
		return english.Count(n, "sharp", "sharps")
	case n < 0:
		return english.Count(-n, "flat", "flats")
	}
	return "no sharps or flats"
}

// summaryNeck draws the box with its fingers, and beside it the fret it begins at, where no foot of a root can stand.
func (p *pen) summaryNeck(pl plan.Plan, x, y, width, height float64) {
	box := pl.Boxes[pl.Box]
	strs := len(pl.Neck.Strings)
	v := neckView{
		x: x + gutter/2, y: y + 1, width: width - gutter/2, gap: min(widestGap, (height-2.8)/float64(strs-1)),
		leftHanded: pl.Brief.Instrument.LeftHanded, strings: strs,
		lowFret: max(1, box.LowFret), high: min(len(pl.Neck.Frets)-1, max(box.HighFret, box.LowFret+4)),
	}
	v.mark = v.gap * 0.92
	for str := 1; str <= strs; str++ {
		p.line(v.fretX(float64(v.lowFret-1)), v.stringY(str), v.fretX(float64(v.high)), v.stringY(str), rule, 0.2)
	}
	for f := v.lowFret - 1; f <= v.high; f++ {
		weight := 0.2
		if f == 0 {
			weight = 0.7
		}
		p.line(v.fretX(float64(f)), v.y, v.fretX(float64(f)), v.bottom(), rule, weight)
	}
	for _, n := range box.Notes {
		p.markOf(v, n, fingerNames[n.Finger])
	}
	if v.lowFret == 1 {
		return // the nut says where it is
	}
	edge, a := v.fretX(float64(v.lowFret-1))-1.2, right
	if v.leftHanded {
		edge, a = edge+2.4, left
	}
	p.write(edge, (v.y+v.bottom())/2+1, letter{text, 8, faint}, a, fmt.Sprint(v.lowFret))
}
