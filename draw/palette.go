package draw

import (
	"image/color"

	"github.com/tdewolff/canvas"
)

// The colours of the printed page.
var (
	sheet     = canvas.White // paper is what it is printed on
	ink       = canvas.Hex("#1f2a37")
	faint     = canvas.Hex("#5d6570")
	rule      = canvas.Hex("#cfc8b8")
	marigold  = canvas.Hex("#d9902f")
	verdigris = canvas.Hex("#1f6f66")
	plum      = canvas.Hex("#7a3e65")
	brick     = canvas.Hex("#b5462f")
	none      = color.RGBA{}
)
