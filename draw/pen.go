package draw

import (
	"image/color"
	"strings"
	"sync"

	"github.com/tdewolff/canvas"

	"evenladder/fonts"
)

// typeface is one of the shipped faces.
type typeface int

const (
	heading typeface = iota
	text
	bold
	music
	headingAccidentals // beside heading, text and bold, in their order
	textAccidentals
	boldAccidentals
)

// shipped are the faces in the order of their typefaces. weight is the one that
// a variable face is drawn at.
var shipped = [7]struct {
	name, kind string
	weight     int
	data       []byte
}{
	{"Bricolage Grotesque", "woff2", 800, fonts.Heading}, {"Atkinson Hyperlegible", "woff2", 400, fonts.Text},
	{"Atkinson Hyperlegible Bold", "woff2", 400, fonts.Bold}, {"Even Ladder Signs", "otf", 400, fonts.Music},
	{"Even Ladder Accidentals Heading", "otf", 400, fonts.HeadingAccidentals},
	{"Even Ladder Accidentals Text", "otf", 400, fonts.TextAccidentals},
	{"Even Ladder Accidentals Bold", "otf", 400, fonts.BoldAccidentals},
}

// faces are the shipped faces, loaded. Their shaping is not safe for use from
// several goroutines: each drawing takes a set of its own.
type faces struct {
	families [len(shipped)]*canvas.FontFamily
	// widths remembers how wide words are at a size of one point: shaping them is
	// most of the work of a page.
	widths map[measured]float64
}

// measured is a word in a face.
type measured struct {
	face typeface
	word string
}

// mostMeasured bounds what is remembered.
const mostMeasured = 4096

// width is how wide a word is in mm.
func (f *faces) width(l letter, word string) float64 {
	key := measured{f.typeface(l, word), word}
	at, known := f.widths[key]
	if !known {
		const size = 100.0 // points: fine enough
		at = f.families[key.face].Face(size, l.color, canvas.FontRegular, canvas.FontNormal).TextWidth(word) / size
		if len(f.widths) >= mostMeasured {
			clear(f.widths)
		}
		f.widths[key] = at
	}
	return at * l.size
}

// typeface is the face of a piece of text: its accidentals have one of their own.
func (f *faces) typeface(l letter, piece string) typeface {
	if l.face < music && strings.ContainsAny(piece, accidentals) {
		return headingAccidentals + l.face
	}
	return l.face
}

// spare are sets of faces that no drawing has.
var spare sync.Pool

// takeFaces is a set of faces, to be given back.
func takeFaces() (*faces, error) {
	if f, ok := spare.Get().(*faces); ok {
		return f, nil
	}
	out := faces{widths: map[measured]float64{}}
	for i, f := range shipped {
		out.families[i] = canvas.NewFontFamily(f.name)
		if err := out.families[i].LoadFont(f.data, 0, canvas.FontRegular); err != nil {
			return nil, err
		}
	}
	return &out, nil
}

func giveBack(f *faces) {
	if f != nil {
		spare.Put(f)
	}
}

// align places text against its x.
type align float64

const (
	left   align = 0
	center align = 0.5
	right  align = 1
)

// pen draws on one page in millimetres from the top left corner.
type pen struct {
	ctx    *canvas.Context
	fonts  *faces
	width  float64
	height float64
}

func newPen(f *faces, width, height float64) (*pen, *canvas.Canvas) {
	c := canvas.New(width, height)
	p := &pen{canvas.NewContext(c), f, width, height}
	p.rect(0, 0, width, height, 0, sheet, none, 0)
	return p, c
}

func (p *pen) style(fill, stroke color.RGBA, width float64) {
	p.ctx.SetFillColor(fill)
	p.ctx.SetStrokeColor(stroke)
	p.ctx.SetStrokeWidth(width)
}

// rect draws a rectangle with its top left corner at x, y.
func (p *pen) rect(x, y, w, h, radius float64, fill, stroke color.RGBA, width float64) {
	p.style(fill, stroke, width)
	p.ctx.DrawPath(x, p.height-y-h, canvas.RoundedRectangle(w, h, radius))
}

func (p *pen) line(x1, y1, x2, y2 float64, stroke color.RGBA, width float64) {
	p.style(none, stroke, width)
	path := &canvas.Path{}
	path.MoveTo(x1, p.height-y1)
	path.LineTo(x2, p.height-y2)
	p.ctx.DrawPath(0, 0, path)
}

func (p *pen) triangle(x1, y1, x2, y2, x3, y3 float64, fill color.RGBA) {
	p.style(fill, none, 0)
	path := &canvas.Path{}
	path.MoveTo(x1, p.height-y1)
	path.LineTo(x2, p.height-y2)
	path.LineTo(x3, p.height-y3)
	path.Close()
	p.ctx.DrawPath(0, 0, path)
}

// letter is how text looks; size in points.
type letter struct {
	face  typeface
	size  float64
	color color.RGBA
}

const accidentals = "♭♯♮𝄪𝄫"

// pieces cuts text where it changes between letters and accidentals.
func pieces(s string) []string {
	var out []string
	start, inSigns := 0, false
	for i, r := range s {
		if m := strings.ContainsRune(accidentals, r); m != inSigns {
			if i > start {
				out = append(out, s[start:i])
			}
			start, inSigns = i, m
		}
	}
	return append(out, s[start:])
}

func (p *pen) face(l letter, piece string) *canvas.FontFace {
	return p.fonts.families[p.fonts.typeface(l, piece)].Face(l.size, l.color, canvas.FontRegular, canvas.FontNormal)
}

func (p *pen) textWidth(l letter, s string) float64 {
	w := 0.0
	for _, piece := range pieces(s) {
		w += p.fonts.width(l, piece)
	}
	return w
}

// write puts text with its baseline at y.
func (p *pen) write(x, y float64, l letter, a align, s string) {
	if a != left {
		x -= float64(a) * p.textWidth(l, s)
	}
	for _, piece := range pieces(s) {
		// Viewers of SVG drop a space that begins a text.
		word := strings.TrimLeft(piece, " ")
		x += p.fonts.width(l, piece) - p.fonts.width(l, word)
		p.ctx.DrawText(x, p.height-y, canvas.NewTextLine(p.face(l, piece), word, canvas.Left))
		x += p.fonts.width(l, word)
	}
}

// clipped is a text no wider than width, with dots where it goes on.
func (p *pen) clipped(l letter, s string, width float64) string {
	if p.textWidth(l, s) <= width {
		return s
	}
	runes := []rune(s)
	low, high := 0, len(runes)
	for low < high {
		if mid := (low + high + 1) / 2; p.textWidth(l, string(runes[:mid])+"…") <= width {
			low = mid
		} else {
			high = mid - 1
		}
	}
	return string(runes[:low]) + "…"
}

// wrap cuts text into lines no wider than width.
func (p *pen) wrap(l letter, s string, width float64) []string {
	var lines []string
	line := ""
	for _, word := range strings.Fields(s) {
		longer := strings.TrimSpace(line + " " + word)
		if line != "" && p.textWidth(l, longer) > width {
			lines, line = append(lines, line), word
			continue
		}
		line = longer
	}
	return append(lines, line)
}
