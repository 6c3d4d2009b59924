package hand

import "evenladder/core/neck"

// Touch is how one note of a path is stopped.
type Touch struct {
	Finger   int
	Position int // fret of the index finger at rest; 0 before any finger is down
	Reach    Reach
	Shift    int // frets the hand moves before the note, towards the bridge positive
}

// Style is one player's way: the school, the ways that teachers differ in, and
// the limits of the hand.
type Style struct {
	School School
	Wide   string // id of Wides
	Prefer string // id of Prefers
	Limits Limits
}

// Hand fingers paths in one style on one neck. It remembers prices from path
// to path and is not for use by several goroutines at once.
type Hand struct {
	*model
	frets int
	// rows remembers the prices from each stance to each stance between two
	// frets, by the frets, by whether the string is the same, and by strictness.
	rows []row
	// reaching holds the price of each stance on each fret.
	reaching []price

	cells  []cell // memory for the layers of a path
	layers []layer
}

// row holds the price from stance i to stance j at i*len(stances)+j; the
// lowest bit says that the hand moves.
type row []price

const moves = 1

// New makes a hand for a neck.
func New(n neck.Neck, style Style) *Hand {
	h := &Hand{model: newModel(n, style), frets: n.Frets + 1, rows: make([]row, 4*(n.Frets+1)*(n.Frets+1))}
	h.reaching = make([]price, len(h.stances)*h.frets)
	for s := range h.stances {
		for fret := 1; fret < h.frets; fret++ {
			if g, ok := h.gripOf(s, fret); ok {
				h.reaching[s*h.frets+fret] = h.grip(g, fret)
			}
		}
	}
	return h
}

type cell struct {
	best price
	grip
	from int8 // cell of the note before
}

// layer holds the ways to play one note, at most one a stance.
type layer []cell

// Ask is what is wanted of a path beyond the least cost.
type Ask struct {
	// Strict lets no two fingers open past the hand's greatest limits; where
	// nothing else is left the hand moves.
	Strict bool
	// Hold names the notes that have to follow the one before under one hand
	// and with another finger; nil for none. Where that cannot be, it is given up.
	Hold []bool

	at     int // from 1: note that must not take the banned finger; 0 for none
	banned int
}

// Path fingers the places in the order played, at the least cost. The result
// is the same for the same input.
func (h *Hand) Path(places []neck.Place, a Ask) []Touch {
	if len(places) == 0 {
		return nil
	}
	layers := h.newLayers(len(places))
	h.start(&layers[0], places[0], a.on(0))
	for i := 1; i < len(places); i++ {
		l := link{places[i-1], places[i], len(places) - i, a.Strict, a.Hold != nil && a.Hold[i], a.on(i)}
		h.follow(&layers[i], layers[i-1], l)
	}
	return h.trace(layers)
}

// link is two neighbours of a path and what is asked of them.
type link struct {
	a, b         neck.Place
	remaining    int // notes from b to the end
	strict, hold bool
	banned       int // finger that b must not take, -1 for none
}

// on is the finger that is banned on note i, -1 for none.
func (a Ask) on(i int) int {
	if i+1 == a.at {
		return a.banned
	}
	return -1
}

// newLayers makes empty layers over the memory of the path before.
func (h *Hand) newLayers(n int) []layer {
	width := max(len(h.stances), 1)
	if n > len(h.layers) {
		h.cells, h.layers = make([]cell, n*width), make([]layer, n)
	}
	for i := range n {
		h.layers[i] = h.cells[i*width : i*width : (i+1)*width]
	}
	return h.layers[:n]
}

func (h *Hand) start(l *layer, p neck.Place, banned int) {
	if p.Fret == 0 {
		*l = append(*l, cell{grip: grip{stance: noStance}})
		return
	}
	for s := range h.stances {
		if g, ok := h.gripOf(s, p.Fret); ok && int(h.fingers[s]) != banned {
			*l = append(*l, cell{grip: g, best: h.grip(g, p.Fret)})
		}
	}
}

// follow finds the cheapest way to each grip of note b; an open string leaves
// the hand where it was.
func (h *Hand) follow(l *layer, before layer, k link) {
	if k.b.Fret == 0 {
		for i := range before {
			c := &before[i]
			*l = append(*l, cell{c.best, grip{c.position, noStance}, int8(i)})
		}
		return
	}
	var prices row
	if k.a.Fret > 0 {
		prices = h.row(k.a, k.b, k.strict)
	}
	for s := range h.stances {
		g, ok := h.gripOf(s, k.b.Fret)
		if !ok || int(h.fingers[s]) == k.banned {
			continue
		}
		best := cell{grip: g, best: 1 << 62}
		if prices == nil {
			h.cheapestOpen(&best, before, k)
		} else {
			h.cheapest(&best, before, prices, k)
		}
		best.best += h.reaching[s*h.frets+k.b.Fret]
		*l = append(*l, best)
	}
}

// cheapest finds the cheapest way to a grip from a stopped note.
func (h *Hand) cheapest(best *cell, before layer, prices row, k link) {
	width, early := len(h.stances), price(k.remaining-moves)
	for i := range before {
		c := &before[i]
		p := prices[int(c.stance)*width+int(best.stance)]
		p += (p&moves)*early + c.best
		if k.hold && (c.position != best.position || h.fingers[c.stance] == h.fingers[best.stance]) {
			p += givenUp
		}
		if p < best.best {
			best.best, best.from = p, int8(i)
		}
	}
}

// cheapestOpen finds the cheapest way to a grip from an open string.
func (h *Hand) cheapestOpen(best *cell, before layer, k link) {
	for i := range before {
		c := &before[i]
		if p := c.best + h.step(c.grip, k.a, best.grip, k.b, k.remaining, k.strict); p < best.best {
			best.best, best.from = p, int8(i)
		}
	}
}

// row gives the prices between two stopped frets.
func (h *Hand) row(a, b neck.Place, strict bool) row {
	key := (a.Fret*h.frets+b.Fret)*4 + bit(a.String == b.String)*2 + bit(strict)
	if r := h.rows[key]; r != nil {
		return r
	}
	width := len(h.stances)
	r := make(row, width*width)
	for i := range h.stances {
		from, ok := h.gripOf(i, a.Fret)
		if !ok {
			continue
		}
		for j := range h.stances {
			if to, ok := h.gripOf(j, b.Fret); ok {
				r[i*width+j] = h.step(from, a, to, b, moves, strict)
			}
		}
	}
	h.rows[key] = r
	return r
}

func bit(b bool) int {
	if b {
		return 1
	}
	return 0
}

// trace walks back from the cheapest last grip.
func (h *Hand) trace(layers []layer) []Touch {
	last := layers[len(layers)-1]
	if len(last) == 0 {
		return nil
	}
	at := 0
	for k := range last {
		if last[k].best < last[at].best {
			at = k
		}
	}
	out := make([]Touch, len(layers))
	for i := len(layers) - 1; i >= 0; i-- {
		c := layers[i][at]
		out[i] = h.touch(c.grip)
		at = int(c.from)
	}
	for i := 1; i < len(out); i++ {
		if before := out[i-1].Position; before > 0 {
			out[i].Shift = out[i].Position - before
		}
	}
	return out
}
