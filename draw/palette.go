package draw

import (
	"image/color"

	"github.com/tdewolff/canvas"

	"evenladder/look"
)

// The colours of the printed page.
var (
	sheet     = canvas.White // paper is what it is printed on
	ink       = canvas.Hex(look.OnPaper("ink"))
	faint     = canvas.Hex(look.OnPaper("faint"))
	rule      = canvas.Hex(look.OnPaper("rule"))
	marigold  = canvas.Hex(look.OnPaper("marigold"))
	verdigris = canvas.Hex(look.OnPaper("verdigris"))
	plum      = canvas.Hex(look.OnPaper("plum"))
	brick     = canvas.Hex(look.OnPaper("brick"))
	none      = color.RGBA{}
)
