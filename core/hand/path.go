package hand

import (
	"math"

	"evenladder/core/neck"
)

// Touch is how one note of a path is stopped.
type Touch struct {
	Finger   int
	Position int // fret of the index finger at rest; 0 before any finger is down
	Reach    Reach
	Shift    int // frets the hand moves before the note, towards the bridge positive
}

type cell struct {
	best price
	grip
	from int8 // cell of the note before
}

// layer holds the ways to play one note, at most one a stance.
type layer []cell

// Path fingers the places in the order played, at the least cost. The 1-3-4
// way of wide spans is chosen by wide. The result is the same for the same
// input.
func Path(n neck.Neck, school School, wide string, places []neck.Place) []Touch {
	if len(places) == 0 {
		return nil
	}
	m := newModel(n, school, wide)
	layers := newLayers(len(places), max(len(school.Stances), 1))
	layers[0].start(m, places[0])
	for i := 1; i < len(places); i++ {
		layers[i].follow(m, layers[i-1], places[i-1], places[i], len(places)-i)
	}
	return trace(m, layers)
}

// newLayers makes empty layers over one stretch of memory.
func newLayers(n, width int) []layer {
	cells := make([]cell, n*width)
	layers := make([]layer, n)
	for i := range layers {
		layers[i] = cells[i*width : i*width : (i+1)*width]
	}
	return layers
}

func (l *layer) put(c cell) { *l = append(*l, c) }

func (l *layer) start(m *model, p neck.Place) {
	if p.Fret == 0 {
		l.put(cell{grip: grip{stance: noStance}})
		return
	}
	m.grips(p.Fret, func(g grip) { l.put(cell{grip: g, best: m.grip(g, p.Fret)}) })
}

// follow finds the cheapest way to each grip of note b; an open string leaves
// the hand where it was.
func (l *layer) follow(m *model, before layer, a, b neck.Place, remaining int) {
	if b.Fret == 0 {
		for k := range before {
			c := &before[k]
			l.put(cell{c.best, grip{c.position, noStance}, int8(k)})
		}
		return
	}
	m.grips(b.Fret, func(g grip) {
		best := cell{grip: g, best: math.MaxInt64}
		for k := range before {
			c := &before[k]
			if c.best >= best.best { // no step has a price below zero
				continue
			}
			if p := c.best + m.step(c.grip, a, g, b, remaining); p < best.best {
				best.best, best.from = p, int8(k)
			}
		}
		best.best += m.grip(g, b.Fret)
		l.put(best)
	})
}

// trace walks back from the cheapest last grip.
func trace(m *model, layers []layer) []Touch {
	last := layers[len(layers)-1]
	at := 0
	for k := range last {
		if last[k].best < last[at].best {
			at = k
		}
	}
	out := make([]Touch, len(layers))
	for i := len(layers) - 1; i >= 0; i-- {
		c := layers[i][at]
		out[i] = m.touch(c.grip)
		at = int(c.from)
	}
	for i := 1; i < len(out); i++ {
		if before := out[i-1].Position; before > 0 {
			out[i].Shift = out[i].Position - before
		}
	}
	return out
}
