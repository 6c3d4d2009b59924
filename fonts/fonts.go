// Package fonts holds the type that ships with the application, for drawings
// here and for the screen. All are under the SIL Open Font License (OFL.txt).
package fonts

import _ "embed"

// Heading is Bricolage Grotesque; Text and Bold are Atkinson Hyperlegible;
// Music has the ♭ ♯ ♮ 𝄪 𝄫 that the others lack, cut from Noto Music by
// ui/tools/signs.mjs.
var (
	//go:embed bricolage-grotesque.woff2
	Heading []byte
	//go:embed atkinson-regular.woff2
	Text []byte
	//go:embed atkinson-bold.woff2
	Bold []byte
	//go:embed signs.otf
	Music []byte
)
