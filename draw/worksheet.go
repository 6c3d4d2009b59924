package draw

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/music/piece"
	"evenladder/core/planning/plan"
)

// WorksheetSheet is worksheets on paper, a page each; with answers each page is followed by
// its key.
func WorksheetSheet(w worksheet.Worksheet, answers bool) Sheet {
	return Sheet{w.Title, w.How, func(form Form) (drawn, error) { return worksheetPages(w, answers, form) }}
}

// ItemSheet is one item of a worksheet as a picture, without its answer.
func ItemSheet(w worksheet.Worksheet, it worksheet.Item) Sheet {
	return Sheet{it.Show, it.Ask, func(form Form) (drawn, error) {
		h := handout{Worksheet: w, size: 1, bare: true}
		form.Paper = Paper{table.Row{ID: "item"}, itemWide, h.tall(it)}
		g := paging{Form: form}
		if err := g.blank(); err != nil {
			return drawn{}, err
		}
		h.pen = g.pen()
		h.item(it, itemAir, 0, itemWide-2*itemAir)
		return g.drawn, nil
	}}
}

// Measures of a picture of one item, in mm.
const itemWide, itemAir = 150.0, 3.0

// mostSheetPages bounds worksheets with their keys.
const mostSheetPages = 120

// Measures of what is handout on, in mm at the usual size.
const (
	largeSize  = 1.4
	itemHead   = 6.0 // its name
	labelTall  = 4.5
	lineTall   = 9.5 // room to write over a line
	arcTall    = 4.0
	itemGap    = 3.0
	figureTall = 26.0 // between the outer strings of a neck
	widestFret = 22.0
	blankWide  = 20.0
	countWide  = 34.0
)

// handout draws the items of a worksheet.
type handout struct {
	worksheet.Worksheet
	*pen
	size    float64 // 1, or largeSize
	answers bool
	bare    bool // the drawing alone: what is written stands beside it
}

func worksheetPages(w worksheet.Worksheet, answers bool, form Form) (drawn, error) {
	g := paging{Form: form, title: w.Title, most: mostSheetPages}
	k, _ := worksheet.Find(w.Kind)
	h := handout{Worksheet: w, size: 1}
	if w.Large {
		h.size = largeSize
	}
	for _, sheet := range w.Sheets {
		for _, key := range []bool{false, true} {
			if key && (!answers || k.Hangs) {
				continue
			}
			if err := g.blank(); err != nil {
				return drawn{}, err
			}
			h.pen, h.answers = g.pen(), key
			g.marks = append(g.marks, mark{h.headline(sheet), len(g.pens) - 1})
			h.sheet(k, sheet)
		}
	}
	for i, p := range g.pens {
		p.write(p.width-margin, p.height-margin, letter{text, leastSize, faint}, right, pageOf(i+1, len(g.pens)))
		if form.Address != "" {
			p.write(margin, p.height-margin, letter{text, leastSize, faint}, left,
				p.clipped(letter{text, leastSize, faint}, form.Address, p.width/2))
		}
	}
	return g.drawn, nil
}

// headline names a sheet among the others.
func (h *handout) headline(s worksheet.Sheet) string {
	words := h.Title
	if len(h.Sheets) > 1 {
		words = fmt.Sprintf("Day %d, sheet %d of %d", s.Day, s.N, len(h.Sheets))
	}
	if h.answers {
		return "Key: " + words
	}
	return words
}

// sheet draws a page: its head with lines for name and date, then its items. It returns the y
// where they end.
func (h *handout) sheet(k worksheet.Kind, s worksheet.Sheet) float64 {
	title := letter{heading, 15, ink}
	h.write(margin, margin+5, title, left, h.clipped(title, h.Title, h.width-2*margin))
	small := letter{text, 8.5, faint}
	y := margin + 11.0
	if len(h.Sheets) > 1 || h.answers {
		h.write(h.width-margin, margin+5, letter{bold, 9, ink}, right, h.headline(s))
	}
	for _, line := range h.wrap(small, k.How, h.width-2*margin) {
		h.write(margin, y, small, left, line)
		y += 3.9
	}
	if !k.Hangs && !h.answers {
		y += 4.5
		h.line(margin+10, y, margin+95, y, ink, 0.2)
		h.write(margin, y, small, left, "name")
		h.line(h.width-margin-45, y, h.width-margin, y, ink, 0.2)
		h.write(h.width-margin-47, y, small, right, "date")
	}
	y += 5
	columns := 1
	if s.Items[0].Figure == "box" {
		columns = 2
	}
	usual := h.size
	for h.size > leastShrunk*usual && y+h.rows(s.Items, columns) > h.height-margin-3 {
		h.size *= 0.97
	}
	wide := (h.width - 2*margin - float64(columns-1)*columnGap) / float64(columns)
	for row := range slices.Chunk(s.Items, columns) {
		for i, it := range row {
			h.item(it, margin+float64(i)*(wide+columnGap), y, wide)
		}
		y += h.rows(row, columns)
	}
	h.size = usual
	return y
}

// leastShrunk is how small items may become so that they fit their page.
const leastShrunk, columnGap = 0.7, 6.0

// rows is how tall items stand in so many columns.
func (h *handout) rows(items []worksheet.Item, columns int) (tall float64) {
	for row := range slices.Chunk(items, columns) {
		highest := 0.0
		for _, it := range row {
			highest = max(highest, h.tall(it))
		}
		tall += highest
	}
	return tall
}

// figure is how an item looks: how tall it is without its name, and how it is drawn below a
// y, in a width.
type figure struct {
	tall func(*handout, worksheet.Item) float64
	draw func(*handout, worksheet.Item, float64, float64, float64)
}

// figures by their names.
func figureOf(name string) figure {
	return map[string]figure{
		"":       {(*handout).rowTall, (*handout).row},
		"neck":   {(*handout).neckTall, (*handout).neck},
		"string": {(*handout).stringTall, (*handout).oneString},
		"tab":    {(*handout).tabTall, (*handout).emptyTab},
		"staff":  {(*handout).staffTall, (*handout).staffToName},
		"key":    {(*handout).wallTall, (*handout).wallRow},
		"box":    {(*handout).neckTall, (*handout).boxToHang},
	}[name]
}

// named reports whether an item has its name over it.
func (h *handout) named(it worksheet.Item) bool { return it.Figure != "key" && !h.bare }

func (h *handout) tall(it worksheet.Item) float64 {
	tall := figureOf(it.Figure).tall(h, it) + itemGap*h.size
	if h.named(it) {
		tall += itemHead * h.size
	}
	return tall
}

func (h *handout) item(it worksheet.Item, x, y, width float64) {
	if h.named(it) {
		l := letter{bold, 10 * h.size, ink}
		h.write(x, y+itemHead*h.size*0.7, l, left, h.clipped(l, it.Show, width))
		y += itemHead * h.size
	}
	figureOf(it.Figure).draw(h, it, x, y, width)
}

// rowTall is the height of a row of blanks, with what stands over and under them.
func (h *handout) rowTall(it worksheet.Item) float64 {
	tall := lineTall
	if len(it.Labels) > 0 {
		tall += labelTall
	}
	if len(it.Steps) > 0 {
		tall += arcTall
	}
	return tall * h.size
}

// row draws blanks: labels over the lines, arcs where half steps lie, and room for the count.
func (h *handout) row(it worksheet.Item, x, y, width float64) {
	blanks := width
	if it.Count != nil {
		blanks -= countWide * h.size
	}
	wide := min(blankWide*h.size, blanks/float64(max(it.Blanks, 1)))
	if len(it.Labels) > 0 {
		h.labels(it.Labels, x, y, wide)
		y += labelTall * h.size
	}
	line := y + lineTall*h.size*0.85
	h.blanks(it, x, line, wide)
	if it.Count != nil {
		end := x + width
		h.line(end-10*h.size, line, end, line, ink, 0.25)
		h.write(end-11*h.size, line, letter{text, 8 * h.size, faint}, right, "accidentals")
		if h.answers {
			h.write(end-5*h.size, line-1.2, h.answer(), center, fmt.Sprint(*it.Count))
		}
	}
	h.arcs(it.Steps, x, line+1, wide)
}

func (h *handout) answer() letter { return letter{bold, 11 * h.size, verdigris} }

func (h *handout) labels(labels []string, x, y, wide float64) {
	for i, l := range labels {
		h.write(x+(float64(i)+0.5)*wide, y+labelTall*h.size*0.7, letter{text, 8 * h.size, faint}, center, l)
	}
}

// blanks draws lines to write on, and what belongs on them in a key.
func (h *handout) blanks(it worksheet.Item, x, y, wide float64) {
	for i := range it.Blanks {
		at := x + float64(i)*wide
		h.line(at+0.12*wide, y, at+0.88*wide, y, ink, 0.25)
		if h.answers && i < len(it.Words) {
			h.write(at+wide/2, y-1.2, h.answer(), center, it.Words[i])
		}
	}
}

// arcs draws an arc from each note to the next where a half step lies, and a figure where it
// is wider than a whole one.
func (h *handout) arcs(steps []int, x, y, wide float64) {
	for i, step := range steps {
		from, to := x+(float64(i)+0.5)*wide, x+(float64(i)+1.5)*wide
		switch {
		case step == 1:
			const parts = 8
			for k := range parts {
				a, b := float64(k)/parts, float64(k+1)/parts
				deep := func(t float64) float64 { return y + arcTall*h.size*0.7*math.Sin(math.Pi*t) }
				h.line(from+(to-from)*a, deep(a), from+(to-from)*b, deep(b), marigold, 0.4)
			}
		case step > 2:
			h.write((from+to)/2, y+arcTall*h.size*0.8, letter{text, 7 * h.size, faint}, center,
				fmt.Sprintf("%d half steps", step))
		}
	}
}

// gap is the distance of the strings of a neck.
func (h *handout) gap() float64 {
	return min(5*h.size, figureTall*h.size/float64(max(len(h.Strings)-1, 1)))
}

func (h *handout) strings() plan.NeckPlan {
	return plan.NeckPlan{Strings: h.Strings, Courses: h.Courses}
}

// inMarks reports whether the answers are handout in the marks themselves.
func (h *handout) inMarks() bool { return h.Kind == "fingers" || h.Kind == "boxes" }

func (h *handout) neckTall(worksheet.Item) float64 {
	tall := h.gap()*float64(len(h.Strings)-1) + 10
	if !h.inMarks() && !h.bare {
		tall += (labelTall + lineTall) * h.size
	}
	return tall
}

func (h *handout) view(it worksheet.Item, x, y, width float64) neckView {
	width = min(width, gutter+6+widestFret*h.size*float64(it.High-it.LowFret+1))
	v := neckView{x: x + gutter + 5, y: y + 2, width: width - gutter - 6, gap: h.gap(), lowFret: it.LowFret,
		high: it.High, leftHanded: h.LeftHanded, strings: len(h.Strings), mark: h.gap() * 0.98}
	if v.leftHanded {
		v.x = x + 1
	}
	return v
}

// neck draws a neck with numbered places, and blanks for what they are.
func (h *handout) neck(it worksheet.Item, x, y, width float64) {
	v := h.view(it, x, y, width)
	h.grid(v, h.strings())
	for _, m := range it.Marks {
		h.numbered(v, m)
	}
	if h.inMarks() || h.bare {
		return
	}
	y = v.bottom() + 8
	wide := width / float64(max(it.Blanks, 1))
	labels := make([]string, it.Blanks)
	for i := range labels {
		labels[i] = fmt.Sprint(i + 1)
	}
	h.labels(labels, x, y, wide)
	h.blanks(it, x, y+(labelTall+lineTall*0.85)*h.size, wide)
}

// numbered draws an empty mark with its number in it, or what belongs in it.
func (h *handout) numbered(v neckView, m worksheet.Mark) {
	x, y, tall := v.markX(m.Fret), v.stringY(m.String), v.mark
	wide := tall * 0.72
	h.rect(x-wide/2, y-tall/2, wide, tall, wide/2, sheet, ink, 0.3)
	if m.Root {
		for _, side := range []float64{-1, 1} {
			h.line(x+side*wide*0.26, y+tall*0.5, x+side*wide*0.26, y+tall*0.68, ink, tall*0.09)
		}
	}
	size := tall * 1.45
	switch {
	case !h.inMarks():
		h.write(x, y+size*0.125, letter{bold, size, ink}, center, fmt.Sprint(m.N))
	case h.answers:
		h.write(x, y+size*0.125, letter{bold, size, verdigris}, center, m.Label())
	default:
		h.write(x-wide/2-0.7, y-0.6, letter{text, leastSize, faint}, right, fmt.Sprint(m.N))
	}
}

// boxToHang draws a box with its fingers; places that were never played are hollow.
func (h *handout) boxToHang(it worksheet.Item, x, y, width float64) {
	v := h.view(it, x, y, width)
	h.grid(v, h.strings())
	for _, m := range it.Marks {
		n := plan.BoxNote{Note: piece.Note{Place: m.Place}, Root: m.Root}
		if m.Hole {
			n.Root, n.Layer = false, "added"
		}
		h.markOf(v, n, m.Label())
	}
}

func (h *handout) stringTall(worksheet.Item) float64 {
	if h.bare {
		return 14
	}
	return 14 + (labelTall+lineTall+arcTall)*h.size
}

// oneString draws one string with its frets and the first note, and blanks for the frets.
func (h *handout) oneString(it worksheet.Item, x, y, width float64) {
	str := it.Marks[0].String
	one := h.strings()
	for _, s := range h.Strings {
		if s.String == str {
			s.String = 1
			one.Strings = []piece.OpenString{s}
		}
	}
	v := h.view(it, x, y+3, width)
	v.strings, v.mark = 1, 4.6*h.size
	h.line(v.fretX(float64(v.lowFret-1)), v.y-2.5, v.fretX(float64(v.lowFret-1)), v.y+2.5, rule, 0.2)
	for f := v.lowFret; f <= v.high; f++ {
		h.line(v.fretX(float64(f)), v.y-2.5, v.fretX(float64(f)), v.y+2.5, rule, 0.2)
	}
	h.grid(v, one)
	for i, m := range it.Marks {
		if i > 0 && !h.answers {
			break
		}
		m.String = 1
		h.markOf(v, plan.BoxNote{Note: piece.Note{Place: m.Place}, Root: m.Root}, "")
	}
	if h.bare {
		return
	}
	y = v.y + 8
	wide := min(blankWide*h.size, width/float64(it.Blanks))
	labels := make([]string, it.Blanks)
	for i := range labels {
		labels[i] = fmt.Sprint(i + 1)
	}
	h.labels(labels, x, y, wide)
	line := y + (labelTall+lineTall*0.85)*h.size
	h.blanks(it, x, line, wide)
	h.arcs(it.Steps, x, line+1, wide)
}
