package draw

import (
	"image"
	"image/color"
	"image/draw"
	"math"

	"github.com/tdewolff/canvas"
	"golang.org/x/image/vector"
)

// raster draws on a picture. Each path is scanned within its own bounds, so that
// a page of small marks costs what the marks cost.
type raster struct {
	image      *image.RGBA
	resolution canvas.Resolution
	scan       *vector.Rasterizer
}

// newRaster is a picture of so many mm, white, that the page lies within: paper that is no
// whole number of pixels has a last one in part.
func newRaster(width, height float64, resolution canvas.Resolution) *raster {
	const tiny = 1e-6
	px := func(mm float64) int { return int(math.Ceil(mm*resolution.DPMM() - tiny)) }
	page := image.NewRGBA(image.Rect(0, 0, px(width), px(height)))
	draw.Draw(page, page.Bounds(), image.White, image.Point{}, draw.Src)
	return &raster{page, resolution, vector.NewRasterizer(0, 0)}
}

// Size is that of the page in mm.
func (r *raster) Size() (width, height float64) {
	size := r.image.Bounds().Size()
	return float64(size.X) / r.resolution.DPMM(), float64(size.Y) / r.resolution.DPMM()
}

// RenderPath fills and strokes a path. Pages have plain colours only.
func (r *raster) RenderPath(path *canvas.Path, style canvas.Style, m canvas.Matrix) {
	if style.HasFill() {
		r.fill(path.Copy().Transform(m), style.Fill.Color)
	}
	if style.HasStroke() {
		if len(style.Dashes) > 0 {
			offset, dashes := canvas.ScaleDash(style.StrokeWidth, style.DashOffset, style.Dashes)
			path = path.Dash(offset, dashes...)
		}
		tolerance := canvas.PixelTolerance / r.resolution.DPMM()
		r.fill(path.Stroke(style.StrokeWidth, style.StrokeCapper, style.StrokeJoiner, tolerance).Transform(m),
			style.Stroke.Color)
	}
}

// fill paints the part of a path that is on the page; its y grows upwards from the foot.
func (r *raster) fill(path *canvas.Path, c color.RGBA) {
	dpmm, bounds := r.resolution.DPMM(), path.FastBounds()
	foot := float64(r.image.Bounds().Dy())
	at := image.Rect(
		int(math.Floor(bounds.X0*dpmm)), int(math.Floor(foot-bounds.Y1*dpmm)),
		int(math.Ceil(bounds.X1*dpmm)), int(math.Ceil(foot-bounds.Y0*dpmm)),
	).Intersect(r.image.Bounds())
	if at.Empty() {
		return
	}
	r.scan.Reset(at.Dx(), at.Dy())
	path.Translate(-float64(at.Min.X)/dpmm, -(foot-float64(at.Max.Y))/dpmm).ToVectorRasterizer(r.scan, r.resolution)
	r.scan.Draw(r.image, at, image.NewUniform(c), image.Point{})
}

// RenderText draws letters as paths.
func (r *raster) RenderText(text *canvas.Text, m canvas.Matrix) {
	text.RenderAsPath(r, m, r.resolution)
}

// RenderImage is not needed: no page holds a picture.
func (r *raster) RenderImage(image.Image, canvas.Matrix) {}
