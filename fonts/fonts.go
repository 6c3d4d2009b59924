// Package fonts holds the type that ships with the application, for drawings
// here and for the screen. All are under the SIL Open Font License (OFL.txt).
package fonts

import _ "embed"

// Heading is Bricolage Grotesque; Text and Bold are Atkinson Hyperlegible;
// Music has the clefs, rests and accidentals of a staff, cut from Noto Music. The
// accidentals among text, which the text faces lack, are drawn for each of them.
// ui/tools/signs.mjs makes them.
var (
	//go:embed bricolage-grotesque.woff2
	Heading []byte
	//go:embed atkinson-regular.woff2
	Text []byte
	//go:embed atkinson-bold.woff2
	Bold []byte
	//go:embed signs.otf
	Music []byte
	//go:embed accidentals-heading.otf
	HeadingAccidentals []byte
	//go:embed accidentals-text.otf
	TextAccidentals []byte
	//go:embed accidentals-bold.otf
	BoldAccidentals []byte
)
