// Package scanx stands in for a rasterizer that the drawing library can write
// paths to and that nothing here uses: pictures are made with
// golang.org/x/image/vector.
package scanx

import "golang.org/x/image/math/fixed"

// Scanner takes the points of a path.
type Scanner struct{}

// Start begins a stretch of a path.
func (*Scanner) Start(fixed.Point26_6) {}

// Line goes on to a point.
func (*Scanner) Line(fixed.Point26_6) {}
