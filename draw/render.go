package draw

import (
	"bytes"
	"encoding/base64"
	"encoding/binary"
	"encoding/xml"
	"fmt"
	"hash/crc32"
	"image/png"
	"io"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"github.com/tdewolff/canvas"
	"github.com/tdewolff/canvas/renderers/pdf"
	"github.com/tdewolff/canvas/renderers/svg"

	"evenladder/core/planning/plan"
)

// Sheet is something to put on paper.
type Sheet struct {
	Title   string
	Subject string
	pages   func(Form) (drawn, error)
}

// drawn are the pages of a sheet, and where its parts begin.
type drawn struct {
	pages []*canvas.Canvas
	marks []mark
}

// PlanSheet is a plan on paper.
func PlanSheet(p plan.Plan) Sheet {
	return Sheet{p.Scale.Title, p.Sentence, func(form Form) (drawn, error) { return pages(p, form) }}
}

// drawn makes the pages with a set of faces, which form then has until it is given
// back.
func (s Sheet) drawn(form *Form) (drawn, error) {
	f, err := takeFaces()
	if err != nil {
		return drawn{}, err
	}
	form.faces = f
	return s.pages(*form)
}

// pngPerMM is the resolution of pictures, about 200 dots an inch.
const pngPerMM = 8.0

// PDF writes the pages of a sheet. The same sheet gives the same bytes.
func PDF(w io.Writer, s Sheet, form Form) error {
	data, err := pdfOf(s, form)
	if err != nil {
		return err
	}
	_, err = w.Write(data)
	return err
}

func pdfOf(s Sheet, form Form) ([]byte, error) {
	all, err := s.drawn(&form)
	defer giveBack(form.faces)
	if err != nil {
		return nil, err
	}
	var b bytes.Buffer
	out := pdf.New(&b, form.Paper.Width, form.Paper.Height, nil)
	out.SetInfo(s.Title, s.Subject, "", "", "Even Ladder")
	for i, c := range all.pages {
		if err := form.stopped(); err != nil {
			return nil, err
		}
		if i > 0 {
			out.NewPage(form.Paper.Width, form.Paper.Height)
		}
		c.RenderTo(out)
	}
	if err := out.Close(); err != nil {
		return nil, err
	}
	return finished(b.Bytes(), all.marks)
}

// pictures are the pages of a sheet, each written by write.
func pictures(s Sheet, form Form, write func(io.Writer, *canvas.Canvas, Sheet) error) ([][]byte, error) {
	all, err := s.drawn(&form)
	defer giveBack(form.faces)
	if err != nil {
		return nil, err
	}
	out := make([][]byte, len(all.pages))
	for i, c := range all.pages {
		if form.Page > 0 && i != form.Page-1 {
			continue
		}
		if err := form.stopped(); err != nil {
			return nil, err
		}
		var b bytes.Buffer
		if err := write(&b, c, s); err != nil {
			return nil, err
		}
		out[i] = b.Bytes()
	}
	return out, nil
}

// SVGPages are the pages as drawings, PNGPages as pictures of 200 dots an inch. Of
// a form that asks for one page the others are empty.
func SVGPages(s Sheet, form Form) ([][]byte, error) { return pictures(s, form, svgOf) }
func PNGPages(s Sheet, form Form) ([][]byte, error) { return pictures(s, form, pngOf) }

func svgOf(w io.Writer, c *canvas.Canvas, s Sheet) error {
	var b bytes.Buffer
	out := svg.New(&b, c.W, c.H, &svg.Options{SizeUnits: "mm"})
	out.SetCustomStyle(fontStyle())
	c.RenderTo(out)
	if err := out.Close(); err != nil {
		return err
	}
	_, err := w.Write(described(b.Bytes(), s))
	return err
}

var svgRoot = regexp.MustCompile(`<svg[^>]*>`)

// described gives a drawing its title and description, and its letters faces to fall
// back on where a viewer does not take the shipped ones.
func described(data []byte, s Sheet) []byte {
	for _, f := range shipped {
		data = bytes.ReplaceAll(data, []byte("px "+f.name+";"), []byte("px '"+f.name+"',sans-serif;"))
	}
	at := svgRoot.FindIndex(data)[1]
	var head bytes.Buffer
	head.WriteString("<title>")
	_ = xml.EscapeText(&head, []byte(s.Title)) // to memory: cannot fail
	head.WriteString("</title><desc>")
	_ = xml.EscapeText(&head, []byte(s.Subject))
	head.WriteString("</desc>")
	return slices.Concat(data[:at], head.Bytes(), data[at:])
}

// fontStyle embeds the shipped fonts in the order of the table, as the
// renderer's own embedding has no order.
func fontStyle() string {
	var b strings.Builder
	for _, f := range shipped {
		fmt.Fprintf(&b, "@font-face{font-family:%s;font-weight:%d;src:url(data:font/%s;base64,%s)}",
			strconv.Quote(f.name), f.weight, f.kind, base64.StdEncoding.EncodeToString(f.data))
	}
	return b.String()
}

func pngOf(w io.Writer, c *canvas.Canvas, _ Sheet) error {
	picture := newRaster(c.W, c.H, canvas.DPMM(pngPerMM))
	c.RenderTo(picture)
	var b bytes.Buffer
	if err := png.Encode(&b, picture.image); err != nil {
		return err
	}
	_, err := w.Write(withResolution(b.Bytes(), pngPerMM*1000))
	return err
}

// withResolution adds how many dots a metre a PNG picture has (chunk pHYs), after
// its first chunk.
func withResolution(data []byte, perMetre uint32) []byte {
	const firstChunks = 8 + 25 // signature and IHDR
	chunk := binary.BigEndian.AppendUint32(nil, 9)
	body := binary.BigEndian.AppendUint32([]byte("pHYs"), perMetre)
	body = append(binary.BigEndian.AppendUint32(body, perMetre), 1) // 1: metres
	chunk = binary.BigEndian.AppendUint32(append(chunk, body...), crc32.ChecksumIEEE(body))
	return slices.Concat(data[:firstChunks], chunk, data[firstChunks:])
}
