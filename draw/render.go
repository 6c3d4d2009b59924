package draw

import (
	"encoding/base64"
	"fmt"
	"image/png"
	"io"
	"strconv"
	"strings"
	"sync"

	"github.com/tdewolff/canvas"
	"github.com/tdewolff/canvas/renderers/pdf"
	"github.com/tdewolff/canvas/renderers/svg"

	"evenladder/core/plan"
)

// drawing guards the shared font faces.
var drawing sync.Mutex

// Sheet is something to put on paper.
type Sheet struct {
	Title   string
	Subject string
	pages   func(Paper) ([]*canvas.Canvas, error)
}

// PlanSheet is a plan on paper.
func PlanSheet(p plan.Plan) Sheet {
	return Sheet{p.Scale.Title, p.Sentence, func(paper Paper) ([]*canvas.Canvas, error) { return pages(p, paper) }}
}

// pngPerMM is the resolution of pictures, about 200 dots an inch.
const pngPerMM = 8.0

// PDF writes the pages of a sheet.
func PDF(w io.Writer, s Sheet, paper Paper) error {
	drawing.Lock()
	defer drawing.Unlock()
	all, err := s.pages(paper)
	if err != nil {
		return err
	}
	out := pdf.New(w, paper.Width, paper.Height, nil)
	out.SetInfo(s.Title, s.Subject, "", "", "Even Ladder")
	out.SetLang("en")
	for i, c := range all {
		if i > 0 {
			out.NewPage(paper.Width, paper.Height)
		}
		c.RenderTo(out)
	}
	return out.Close()
}

// SVG writes the pages as one drawing, one below the other.
func SVG(w io.Writer, s Sheet, paper Paper) error {
	drawing.Lock()
	defer drawing.Unlock()
	c, err := stacked(s, paper)
	if err != nil {
		return err
	}
	out := svg.New(w, c.W, c.H, &svg.Options{SizeUnits: "mm"})
	out.SetCustomStyle(fontStyle())
	c.RenderTo(out)
	return out.Close()
}

// fontStyle embeds the shipped fonts in the order of the table, as the
// renderer's own embedding has no order.
func fontStyle() string {
	var b strings.Builder
	for _, f := range shipped {
		fmt.Fprintf(&b, "@font-face{font-family:%s;font-weight:%d;src:url(data:font/%s;base64,%s)}", strconv.Quote(f.name), f.weight, f.kind, base64.StdEncoding.EncodeToString(f.data))
	}
	return b.String()
}

// PNG writes the pages as one picture, one below the other.
func PNG(w io.Writer, s Sheet, paper Paper) error {
	drawing.Lock()
	defer drawing.Unlock()
	c, err := stacked(s, paper)
	if err != nil {
		return err
	}
	picture := newRaster(c.W, c.H, canvas.DPMM(pngPerMM))
	c.RenderTo(picture)
	return png.Encode(w, picture.image)
}

func stacked(s Sheet, paper Paper) (*canvas.Canvas, error) {
	all, err := s.pages(paper)
	if err != nil {
		return nil, err
	}
	if len(all) == 1 {
		return all[0], nil
	}
	c := canvas.New(paper.Width, paper.Height*float64(len(all)))
	for i, page := range all {
		page.RenderViewTo(c, canvas.Identity.Translate(0, paper.Height*float64(len(all)-1-i)))
	}
	return c, nil
}
