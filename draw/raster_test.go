package draw

import (
	"image/color"
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/tdewolff/canvas"
	"pgregory.net/rapid"
)

// A path may lie on the page, over its edges or beside it: what is on the page is painted as a page that is large enough
// has it, and nothing else.
func TestPathsOverTheEdge(t *testing.T) {
	const size, edge = 12.0, 20.0
	black := color.RGBA{A: 255}
	rapid.Check(t, func(t *rapid.T) {
		at := func(name string) float64 { return math.Round(rapid.Float64Range(-edge, size+edge).Draw(t, name)) }
		x, y, w, h := at("x"), at("y"), math.Abs(at("w")), math.Abs(at("h"))
		path := canvas.Rectangle(w, h).Translate(x, y)
		picture := newRaster(size, size, canvas.DPMM(1))
		picture.fill(path, black)
		for px := range int(size) {
			for py := range int(size) {
				cx, cy := float64(px)+0.5, size-float64(py)-0.5
				inside := cx > x && cx < x+w && cy > y && cy < y+h
				assert.Equal(t, inside, picture.image.RGBAAt(px, py) == black, "pixel %d, %d of a box at %g, %g, %g by %g",
					px, py, x, y, w, h)
			}
		}
	})
}
