// Package draw puts a plan on paper. The page is drawn once, in millimetres,
// and written as PDF, SVG or PNG with the shipped fonts.
package draw

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/run"
	"evenladder/core/music/score"
	"evenladder/core/planning/explore"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// Paper is a size of page in millimetres.
type Paper struct {
	table.Row
	Width, Height float64
}

// The papers there are.
var (
	A4     = Paper{table.Row{ID: "a4", Name: "A4"}, 210, 297}
	Letter = Paper{table.Row{ID: "letter", Name: "Letter"}, 215.9, 279.4}
	Papers = []Paper{A4, Letter}
)

// FindPaper returns the paper with this id.
func FindPaper(id string) (Paper, error) {
	p, ok := table.Find(Papers, id)
	if !ok {
		return p, fault.Word(id, table.IDs(Papers))
	}
	return p, nil
}

const margin = 15.0

// Form is what a sheet is put on, and what is said of the sheet itself.
type Form struct {
	Paper   Paper
	Address string // of the brief, so that paper leads back to it; empty for none
	Scan    bool   // other devices reach the address: it stands as a code too
	NoStaff bool   // tab alone
	Page    int    // the one page that is wanted, from 1; 0 for all
	// Stop says that nobody waits for the sheet any more; nil for a sheet that is
	// always finished.
	Stop func() error

	faces *faces
}

// stopped is why drawing is to stop.
func (f Form) stopped() error {
	if f.Stop == nil {
		return nil
	}
	return f.Stop()
}

// maxPages bounds a sheet.
const maxPages = 40

// ErrTooLong says that a sheet has too many pages.
var ErrTooLong = fmt.Errorf(
	"the sheet would have more than %d pages: give a shorter run, fewer keys, or one page for all of them",
	maxPages,
)

// paging makes the pages of a sheet one after the other.
type paging struct {
	Form
	title string
	drawn
	pens []*pen
	y    float64
	most int // pages; maxPages where it is 0
}

// footTall is kept free at the foot of each page, in millimetres.
const footTall = 13.0

func (g *paging) next() error {
	if err := g.blank(); err != nil {
		return err
	}
	if p := g.pen(); len(g.pens) > 1 {
		p.write(margin, margin+3, letter{bold, 9, ink}, left, p.clipped(letter{bold, 9, ink}, g.title+", continued",
			p.width-2*margin))
		g.y = margin + 7
	}
	return nil
}

// blank begins a page with nothing on it.
func (g *paging) blank() error {
	if err := g.stopped(); err != nil {
		return err
	}
	if len(g.pens) == max(g.most, maxPages) {
		return ErrTooLong
	}
	p, c := newPen(g.faces, g.Paper.Width, g.Paper.Height)
	g.pages, g.pens = append(g.pages, c), append(g.pens, p)
	g.y = margin
	return nil
}

// pen draws on the last page.
func (g *paging) pen() *pen { return g.pens[len(g.pens)-1] }

// bottom is where the foot begins.
func (g *paging) bottom() float64 { return g.Paper.Height - margin - footTall }

// room goes on to another page where the last has no such height left.
func (g *paging) room(height float64) error {
	if g.y+height <= g.bottom()+0.1 {
		return nil
	}
	return g.next()
}

// feet write the foot of every page.
func (g *paging) feet() error {
	for i, p := range g.pens {
		if err := p.foot(g.Form, i == 0, pageOf(i+1, len(g.pens))); err != nil {
			return err
		}
	}
	return nil
}

func pageOf(page, of int) string { return fmt.Sprintf("Even Ladder · page %d of %d", page, of) }

// pages lays the plan out; a long run goes on over further pages.
func pages(pl plan.Plan, form Form) (drawn, error) {
	g := paging{Form: form, title: pl.Scale.Title}
	if err := g.next(); err != nil {
		return drawn{}, err
	}
	p := g.pen()
	g.y = p.head(pl)
	chain := chainOf(pl)
	g.y = p.wholeNeck(pl, chain, g.y)
	for _, box := range chain {
		if err := g.room(boxHeight(pl)); err != nil {
			return drawn{}, err
		}
		g.y = g.pen().chosenBox(pl, box, g.y)
	}
	if err := g.run(pl); err != nil {
		return drawn{}, err
	}
	if err := g.notes(pl); err != nil {
		return drawn{}, err
	}
	return g.drawn, g.feet()
}

// chainOf are the boxes that the run goes through, the chosen one first.
func chainOf(pl plan.Plan) []plan.Box {
	out := []plan.Box{pl.Boxes[pl.Box]}
	seen := map[int]bool{pl.Box: true}
	for at := out[0]; pl.Brief.Run.Chain && len(at.Links) > 0 && !seen[at.Links[0].Box]; {
		next := at.Links[0].Box
		seen[next] = true
		at = pl.Boxes[next]
		out = append(out, at)
	}
	return out
}

// maxStaffPages is how long a sheet may get for a staff over its tab.
const maxStaffPages = 4

// run draws the run, with a staff over the tab where the pages allow.
func (g *paging) run(pl plan.Plan) error {
	s := score.Of(pl.Piece())
	cells := cellsOf(s.Bars, 0, len(s.Events))
	lowerBars(cells, s.Clef)
	width := g.Paper.Width - 2*margin
	m := pageLines.saying(pl.Run.SaysChords)
	tall := m.height(len(s.Strings))
	lines := m.lines(cells, s.Bars, width-m.names)
	withStaff := m.lines(cells, s.Bars, width-m.names-clefWide-signatureWidth(lines))
	height := 0.0
	for _, l := range withStaff {
		height += tall + staffOf(s, l).height()
	}
	staffed := !g.NoStaff && height <= maxStaffPages*(g.bottom()-margin)
	x := margin + m.names
	if staffed {
		lines = withStaff
		x += clefWide + signatureWidth(lines)
	}
	column := (g.Paper.Width - margin - x) / float64(longest(lines))
	for i, l := range lines {
		st := staffOf(s, l)
		need := tall
		if staffed {
			need += st.height()
		}
		title := 0.0
		if i == 0 {
			title = 3
		}
		if err := g.room(need + title); err != nil {
			return err
		}
		p := g.pen()
		if i == 0 {
			p.write(margin, g.y, letter{bold, 9, ink}, left, runTitle(pl))
			p.write(g.Paper.Width-margin, g.y, letter{text, 9, faint}, right, fmt.Sprintf("%d/%d", s.Beats, s.Unit))
		}
		y := g.y + title
		if staffed {
			y = p.staff(st, [2]int{s.Beats, s.Unit}, margin, x, y, column, l)
		}
		p.tab(m, x, y, column, s.Strings, l)
		g.y += need + title
	}
	return nil
}

// notes writes what the signs mean and what to mind.
func (g *paging) notes(pl plan.Plan) error {
	small := letter{text, 7.5, faint}
	lines := g.pen().wrap(letter{text, 7.5, faint}, "Patterns: "+explore.Sights(pl)[0].Words,
		g.Paper.Width-2*margin)
	lines = append(lines, g.pen().wrap(small, legend(pl), g.Paper.Width-2*margin)...)
	if words := otherFingers(pl); words != "" {
		lines = append(lines, g.pen().wrap(small, words, g.Paper.Width-2*margin)...)
	}
	var cautions []string
	for _, c := range pl.Cautions {
		if c.Code == plan.CautionByHand || c.Code == plan.CautionSpan || c.Code == plan.CautionJump ||
			c.Code == plan.CautionShared {
			cautions = append(cautions, g.pen().wrap(letter{text, 8, brick}, c.Message, g.Paper.Width-2*margin)...)
		}
	}
	if err := g.room(3.6*float64(len(lines)+len(cautions)) + 2); err != nil {
		return err
	}
	g.y += 2
	for _, line := range lines {
		g.pen().write(margin, g.y, small, left, line)
		g.y += 3.4
	}
	for _, line := range cautions {
		g.pen().write(margin, g.y, letter{text, 8, brick}, left, line)
		g.y += 3.6
	}
	return nil
}

// mostOthers bounds the places whose other fingers are written out.
const mostOthers = 4

// otherFingers says where the run takes a place of the box with another finger than
// the neck shows; empty where it does not.
func otherFingers(pl plan.Plan) string {
	var words []string
	for _, n := range pl.Boxes[pl.Box].Notes {
		for _, p := range n.Played {
			words = append(words, fmt.Sprintf("string %d, fret %d, %s", n.String, n.Fret, lower(p.Words)))
		}
	}
	if len(words) == 0 {
		return ""
	}
	if len(words) > mostOthers {
		words = append(words[:mostOthers], "and more, underlined in the run.")
	}
	return "Underlined fingers differ from the neck: " + strings.Join(words, " ")
}

func lower(s string) string { return strings.ToLower(s[:1]) + s[1:] }

// strokeMeanings are the words of the legend for strokes.
var strokeMeanings = map[run.Stroke]string{
	run.DownStroke: "arrow down a downstroke", run.UpStroke: "arrow up an upstroke", run.Hammer: "h hammer",
	run.Pull: "po pull-off", run.Slide: "sl slide",
	run.Thumb: "p thumb", run.IndexPluck: "i index", run.Middle: "m middle", run.RingPluck: "a ring finger",
}

// bowMeanings are those of strokes with a bow.
var bowMeanings = map[run.Stroke]string{run.DownStroke: "arrow down a down-bow", run.UpStroke: "arrow up an up-bow"}

// legend says what the signs of a sheet mean, those that are used alone.
func legend(pl plan.Plan) string {
	words := []string{"On the marks and below the tab: fingers (1 index to 4 little, 0 open)",
		"two feet and a line under a fret: the root"}
	meanings, stroke := strokeMeanings, "stroke"
	if picking, _ := table.Find(run.Pickings, pl.Brief.Picking); picking.Bow {
		meanings, stroke = bowMeanings, "bow"
	}
	seen := map[string]bool{}
	add := func(used bool, word string) {
		if used && !seen[word] {
			seen[word] = true
			words = append(words, word)
		}
	}
	if capo := pl.Brief.Instrument.Capo; capo > 0 {
		add(true, fmt.Sprintf("frets count from the capo at fret %d", capo))
	}
	for _, n := range pl.Boxes[pl.Box].Notes {
		add(n.Layer == "added", "hollow marks: added to the pentatonic core")
		add(n.Reach != "", "wedge at a mark: a reach")
	}
	for _, e := range pl.Run.Events {
		add(e.Shift != 0, "wedge before a finger: the hand shifts")
		add(!e.Slur, meanings[e.Stroke])
		add(e.Sweep || e.Slur, "line under two notes: one "+stroke)
		add(e.Lean, "framed fret: a note of the chord")
	}
	return strings.Join(words, " · ") + "."
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
	name, signature := letter{bold, 10, ink}, letter{text, 9, faint}
	p.write(p.width-margin, y, signature, right, signatureWords(pl))
	p.write(margin, y, name, left, p.clipped(name, pl.Scale.Title, p.width-2*margin-p.textWidth(signature,
		signatureWords(pl))-4))
	x, room := margin+50.0, 70.0
	if p.textWidth(name, pl.Scale.Title) > 46 { // the notes stand below it
		x, room = margin+4, p.width-2*margin-8
		y += 5.4
	}
	for i := range pl.Scale.Notes {
		at := x + float64(i)*min(12, room/float64(len(pl.Scale.Notes)))
		p.write(at, y, letter{bold, 10, ink}, center, pl.Scale.Labels[i])
		p.write(at, y+4.6, letter{text, 9, faint}, center, pitch.Pretty(pl.Scale.Degrees[i]))
	}
	y += 4.6
	y += 3
	p.line(margin, y, p.width-margin, y, rule, 0.3)
	return y + 6
}

func signatureWords(pl plan.Plan) string {
	k := pl.Scale.KeySignature
	if k.Fifths == 0 {
		return "no sharps or flats"
	}
	return "signature " + strings.Join(pl.Scale.Signature, " ")
}

func (p *pen) wholeNeck(pl plan.Plan, chain []plan.Box, y float64) float64 {
	strs := len(pl.Neck.Strings)
	v := neckView{
		x: margin + gutter + 5, y: y + 3, gap: max(3.4, min(4.6, 26/float64(strs))), lowFret: 1,
		high:       len(pl.Neck.Frets) - 1,
		leftHanded: pl.Brief.Instrument.LeftHanded, strings: strs,
	}
	v.width = p.width - margin - v.x
	if v.leftHanded {
		v.x = margin
	}
	v.mark = v.gap * 0.92
	p.grid(v, pl.Neck)
	chain = append(slices.Clip(chain), beyond(pl))
	p.ticks(v, pl.Neck, chain...)
	for _, box := range chain {
		for _, n := range box.Notes {
			p.markOf(v, n, "")
		}
	}
	return v.bottom() + 13
}

// beyond are the notes of the run that lie in none of the layout's boxes, as a box
// without fingers.
func beyond(pl plan.Plan) (out plan.Box) {
	for _, e := range pl.Run.Events {
		if e.InBox < 0 {
			out.Notes = append(out.Notes, plan.BoxNote{Note: e.Note, Root: e.Degree == "1"})
		}
	}
	return out
}

// chosenBox draws the frets of the box large, with fingers on the marks.
func (p *pen) chosenBox(pl plan.Plan, box plan.Box, y float64) float64 {
	hand := letter{text, 8.5, faint}
	p.write(p.width-margin, y, hand, right, handWords(box))
	p.write(margin, y, letter{bold, 9, ink}, left, p.clipped(letter{bold, 9, ink}, boxTitle(box),
		p.width-2*margin-p.textWidth(hand, handWords(box))-4))
	strs := len(pl.Neck.Strings)
	last := len(pl.Neck.Frets) - 1
	v := neckView{
		x: margin + gutter + 5, y: y + 7, gap: boxGap(strs),
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

// boxGap is between the strings of a box drawn large.
func boxGap(strs int) float64 { return max(5.2, min(8.4, 48/float64(strs))) }

// boxHeight is what a box drawn large takes of a page.
func boxHeight(pl plan.Plan) float64 {
	strs := len(pl.Neck.Strings)
	return 7 + boxGap(strs)*float64(strs-1) + 14
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
	s := fmt.Sprintf("going up: widest span %.0f mm · %s · %s", b.SpanMM, english.Count(b.Reaches, "reach",
		"reaches"), english.Count(b.Shifts, "shift", "shifts"))
	if b.Refit != "" {
		s += " · fitted to the hand"
	}
	return s
}

func runTitle(pl plan.Plan) string {
	return fmt.Sprintf("The run: %s in %s, %d notes a minute, ends on %s (%s)", english.Count(pl.Run.Notes, "note",
		"notes"), english.Count(pl.Run.Bars, "bar", "bars"),
		pl.Run.NotesPerMinute, pl.Run.EndsOn.Label, pitch.Pretty(pl.Run.EndsOn.Degree))
}

// foot leaves room to write the date and the tempo reached, and says where the
// brief is found.
func (p *pen) foot(form Form, first bool, page string) error {
	p.dateAndTempo(page)
	if form.Address == "" {
		return nil
	}
	small, width := letter{text, leastSize, faint}, p.width-2*margin
	if form.Scan && first {
		const side = 14.0
		if err := p.code(form.Address, p.width-margin-side, p.height-margin-side-4, side); err != nil {
			return err
		}
		width -= side + 2
	}
	p.write(margin, p.height-margin-5, small, left, p.clipped(small, form.Address, width))
	return nil
}

// dateAndTempo leaves room to write both, and numbers the page.
func (p *pen) dateAndTempo(page string) {
	y, small := p.height-margin, letter{text, 8.5, faint}
	p.write(margin, y, small, left, "Date")
	p.line(margin+9, y+0.6, margin+52, y+0.6, ink, 0.25)
	p.write(margin+58, y, small, left, "Tempo reached")
	p.line(margin+81, y+0.6, margin+118, y+0.6, ink, 0.25)
	p.write(p.width-margin, y, small, right, page)
}
