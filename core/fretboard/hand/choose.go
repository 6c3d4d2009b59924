package hand

import "evenladder/core/fretboard/neck"

// Wish is what a player would rather have than the least cost for the hand, in the units of its
// costs: what each fret up the neck counts, an open string, and each crossing to another string.
// What is to be sought counts less than nothing.
type Wish struct{ Fret, Open, Crossing float64 }

// at is what a wish adds to a place.
func (w Wish) at(p neck.Place) price {
	if p.Fret == 0 {
		return costing(thousandths(w.Open))
	}
	return costing(thousandths(w.Fret * float64(p.Fret)))
}

// chosen is a place with a grip, and the cheapest way to it.
type chosen struct {
	place neck.Place
	grip  grip
	cost  price
	from  int // of the note before
}

// Choose takes for each note one of the places where it lies, so that places and fingers together
// ask least of the hand and of a wish. Of places as cheap it takes those that come first. The
// result is the same for the same input; it is nil where a note has no place. It says the cost too,
// in the units of the costs.
func (h *Hand) Choose(rows [][]neck.Place, w Wish) (places []neck.Place, cost float64) {
	layers := make([][]chosen, len(rows))
	for i, row := range rows {
		after := price(len(rows) - i - 1)
		for _, p := range row {
			switch {
			case i == 0:
				layers[i] = h.chooseFirst(layers[i], p, w)
			case p.Fret == 0:
				layers[i] = chooseOpen(layers[i], layers[i-1], p, w)
			default:
				layers[i] = h.chooseStopped(layers[i], layers[i-1], p, w, after)
			}
		}
		if len(layers[i]) == 0 {
			return nil, 0
		}
	}
	if len(rows) == 0 {
		return nil, 0
	}
	at := cheapestOf(layers[len(layers)-1])
	cost = float64(layers[len(layers)-1][at].cost.cost()) / 1000
	places = make([]neck.Place, len(rows))
	for i := len(rows) - 1; i >= 0; i-- {
		places[i] = layers[i][at].place
		at = layers[i][at].from
	}
	return places, cost
}

func cheapestOf(l []chosen) (at int) {
	for k := range l {
		if l[k].cost < l[at].cost {
			at = k
		}
	}
	return at
}

func (h *Hand) chooseFirst(out []chosen, p neck.Place, w Wish) []chosen {
	if p.Fret == 0 {
		return append(out, chosen{place: p, grip: grip{stance: noStance}, cost: w.at(p)})
	}
	for s := range h.stances {
		if g, ok := h.gripOf(s, p.Fret); ok {
			out = append(out, chosen{place: p, grip: g, cost: h.reaching[s*h.frets+p.Fret] + w.at(p)})
		}
	}
	return out
}

// crossing is what a wish adds to going from one place to another.
func (w Wish) crossing(a, b neck.Place) price {
	if a.String == b.String {
		return 0
	}
	return costing(thousandths(w.Crossing))
}

// chooseOpen adds the ways to an open string: the hand stays where it was, so that of those at one
// position the cheapest is enough.
func chooseOpen(out, before []chosen, p neck.Place, w Wish) []chosen {
	start := len(out)
	for k, b := range before {
		made := chosen{place: p, grip: grip{b.grip.position, noStance}, cost: b.cost + w.at(p) + w.crossing(b.place,
			p), from: k}
		same := -1
		for i := start; i < len(out); i++ {
			if out[i].grip.position == made.grip.position {
				same = i
			}
		}
		switch {
		case same < 0:
			out = append(out, made)
		case made.cost < out[same].cost:
			out[same] = made
		}
	}
	return out
}

func (h *Hand) chooseStopped(out, before []chosen, p neck.Place, w Wish, after price) []chosen {
	for s := range h.stances {
		g, ok := h.gripOf(s, p.Fret)
		if !ok {
			continue
		}
		best := chosen{place: p, grip: g, cost: outOfReach}
		for k := range before {
			b := &before[k]
			var t toll
			if b.grip.stance == noStance {
				t = h.step(b.grip, b.place, g, p, false)
			} else {
				t = h.row(b.place, p, false)[s][b.grip.stance]
			}
			if c := b.cost + t.before(after) + w.crossing(b.place, p); c < best.cost {
				best.cost, best.from = c, k
			}
		}
		best.cost += h.reaching[s*h.frets+p.Fret] + w.at(p)
		out = append(out, best)
	}
	return out
}
