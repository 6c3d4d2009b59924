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

// maxStances bounds the stances of a school, so that a path needs one slice.
const maxStances = 16

type cell struct {
	grip grip
	best price
	from int8 // cell of the note before
}

// layer holds the ways to play one note.
type layer struct {
	cells [maxStances]cell
	n     int
}

// Path fingers the places in the order played, at the least cost. The 1-3-4
// way of wide spans is chosen by wide. The result is the same for the same
// input.
func Path(n neck.Neck, school School, wide string, places []neck.Place) []Touch {
	if len(places) == 0 {
		return nil
	}
	m := newModel(n, school, wide)
	layers := make([]layer, len(places))
	for i, p := range places {
		l := &layers[i]
		if i == 0 {
			l.start(school, p)
			for c := range l.n {
				l.cells[c].best = m.grip(l.cells[c].grip, p.Fret)
			}
			continue
		}
		l.follow(m, &layers[i-1], places[i-1], p, len(places)-i)
	}
	return trace(layers)
}

func newModel(n neck.Neck, school School, wide string) model {
	c := costs
	if wide == "1-3-4" {
		c = c.exchanged()
	}
	return model{n, school, c}
}

// grips lists the ways to stop a fret; an open string leaves the hand where
// it was.
func (s School) grips(fret int, yield func(grip)) {
	for _, st := range s.Stances {
		if p := fret - st.Offset; p >= 1 {
			yield(grip{st, p})
		}
	}
}

func (l *layer) start(s School, p neck.Place) {
	if p.Fret == 0 {
		l.put(cell{})
		return
	}
	s.grips(p.Fret, func(g grip) { l.put(cell{grip: g}) })
}

func (l *layer) put(c cell) {
	l.cells[l.n] = c
	l.n++
}

func (l *layer) follow(m model, before *layer, a, b neck.Place, remaining int) {
	if b.Fret == 0 {
		for k := range before.n {
			c := before.cells[k]
			l.put(cell{grip{Stance{}, c.grip.position}, c.best, int8(k)})
		}
		return
	}
	m.school.grips(b.Fret, func(g grip) {
		own := m.grip(g, b.Fret)
		best := cell{grip: g, best: price{math.MaxInt64, 0}}
		for k := range before.n {
			c := &before.cells[k]
			if p := c.best.plus(own).plus(m.step(c.grip, a, g, b, remaining)); p.less(best.best) {
				best.best, best.from = p, int8(k)
			}
		}
		l.put(best)
	})
}

// trace walks back from the cheapest last grip.
func trace(layers []layer) []Touch {
	last := &layers[len(layers)-1]
	at := 0
	for k := range last.n {
		if last.cells[k].best.less(last.cells[at].best) {
			at = k
		}
	}
	out := make([]Touch, len(layers))
	for i := len(layers) - 1; i >= 0; i-- {
		c := layers[i].cells[at]
		out[i] = Touch{Finger: c.grip.stance.Finger, Position: c.grip.position, Reach: c.grip.stance.Reach}
		at = int(c.from)
	}
	for i := 1; i < len(out); i++ {
		if before := out[i-1].Position; before > 0 {
			out[i].Shift = out[i].Position - before
		}
	}
	return out
}
