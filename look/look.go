// Package look is the palette of the product, once: the printed page draws with
// it, and the front end's themes are generated from it.
package look

// Colour is what one role of the palette looks like in each theme.
type Colour struct {
	Role  string
	Paper string // by daylight and on paper
	Lamp  string // by lamp-light
}

// Palette has every role. Contrast: text at least 4.5:1 on its ground, marks 3:1.
var Palette = []Colour{
	{"ground", "#f6f3ec", "#211f1b"},
	{"sheet", "#fffdf8", "#2b2823"},
	{"ink", "#1f2a37", "#efe8da"},
	{"faint", "#5d6168", "#b3aa9b"},     // words that step back
	{"rule", "#cfc8b8", "#575146"},      // lines
	{"verdigris", "#1f6f66", "#72c4b7"}, // what can be pressed
	{"onVerdigris", "#fffdf8", "#17201e"},
	{"tonal", "#dfe5de", "#2c3733"},
	{"line", "#8a8577", "#8d8576"},
	{"rootLine", "#96610f", "#e5a54b"},
	{"marigold", "#d9902f", "#e5a54b"}, // roots
	{"onMarigold", "#1f2a37", "#211f1b"},
	{"plum", "#7a3e65", "#d99cc3"},  // added notes
	{"brick", "#b5462f", "#ee8d73"}, // cautions
	{"onBrick", "#fffdf8", "#211f1b"},
}

// OnPaper is the colour of a role by daylight, as "#rrggbb". It panics where
// there is no such role.
func OnPaper(role string) string {
	for _, c := range Palette {
		if c.Role == role {
			return c.Paper
		}
	}
	panic("no colour has the role " + role)
}
