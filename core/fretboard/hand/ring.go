package hand

import (
	"cmp"
	"math"
	"slices"

	"evenladder/core/fretboard/neck"
)

// Prices of notes that ring into each other, in thousandths beside those of the
// hand. Our own; only their proportions matter. A note that has rung through
// two more is free to stop.
const (
	sharedString = 100_000_000 // a note is cut by its neighbour, on one string: only where there is no other way
	cutAtOnce    = 57_000      // it is cut by its neighbour, whose finger it has or for which the hand moves on
	cutSoon      = 19_000      // it is cut by the next but one
	stoppedNote  = 8_000       // it keeps a finger busy, against an open string
	ringUnlike   = 4           // times the price of another finger than its own, as rings cost more than hands
	movingPerMM  = 250         // what rings under the hand stops as it moves, beside the price of a shift
	highUp       = 160_000     // times the square of its share of the string: keeps the hand low on the neck
)

// shortNeckMM is the scale length up to which a hand spans six frets.
const shortNeckMM = 450

// ringing is the school where notes ring on: a finger may also stand a fret
// back, beside its neighbour, as it does in a chord. On a short neck the little
// finger reaches as far as six frets from the index.
func (s School) ringing(scaleLengthMM float64) School {
	stances := slices.Clip(s.Stances)
	if scaleLengthMM <= shortNeckMM {
		for offset := s.furthest() + 1; offset <= mostOffset; offset++ {
			stances = append(stances, Stance{Little, offset, Forward})
		}
	}
	for finger := Middle; finger <= Little; finger++ {
		first := slices.IndexFunc(s.Stances, func(st Stance) bool { return st.Finger == finger })
		if first >= 0 && len(stances) < maxStances {
			stances = append(stances, Stance{finger, s.Stances[first].Offset - 1, Home})
		}
	}
	s.Stances = stances
	return s
}

// mostOffset is how many frets from the index the little finger reaches on a short
// neck.
const mostOffset = 6

// furthest is the last fret that a finger of the school comes to from its position.
func (s School) furthest() int {
	last := 0
	for _, st := range s.Stances {
		last = max(last, st.Offset)
	}
	return last
}

// hold is a way to stop a note, or to leave its string open while the hand
// stands where it did.
type hold struct {
	neck.Place
	grip
}

// ringWay is the cheapest way to two neighbours: its cost, and the note before
// them.
type ringWay struct {
	cost int64
	from int
}

// ringStep is one note of a row: the ways to hold it, and the ways to each pair
// of one of them and one of the note before.
type ringStep struct {
	holds []hold
	ways  []ringWay // by the note before, then by this one
}

// Place chooses for each note of a row one of the places where it lies and the
// finger for it, so that each rings on as long as it can. Every note needs a
// place.
func (h *Hand) Place(row [][]neck.Place) []neck.Place {
	places, _, _ := h.place(row, Ask{})
	return places
}

// place is Place with the fingers, and what they cost; no fingers where the one
// that is asked for does not exist.
func (h *Hand) place(row [][]neck.Place, a Ask) ([]neck.Place, []Touch, int64) {
	steps := make([]ringStep, len(row))
	var before []hold
	for i, places := range row {
		steps[i].holds = h.holds(places, before, a.on(i))
		before = steps[i].holds
		switch i {
		case 0:
		case 1:
			steps[i].ways = h.firstPairs(steps[0].holds, before, a)
		default:
			steps[i].ways = h.pairs(steps[i-2].holds, steps[i-1], before, a.own(i))
		}
	}
	chosen, cost := h.ringTrace(steps)
	if chosen == nil {
		return nil, nil, 0
	}
	places, touches := make([]neck.Place, len(row)), make([]Touch, len(row))
	for i, c := range chosen {
		places[i], touches[i] = c.Place, h.touch(c.grip)
	}
	h.settle(places, touches, a)
	return places, touches, cost
}

// ringing fingers a path whose places are chosen.
func (h *Hand) ringing(places []neck.Place, a Ask) ([]Touch, int64) {
	row := make([][]neck.Place, len(places))
	for i := range places {
		row[i] = places[i : i+1]
	}
	_, touches, cost := h.place(row, a)
	return touches, cost
}

// holds are the ways to hold a note in one of its places. An open string has one
// for each position of the hand before it.
func (h *Hand) holds(places []neck.Place, before []hold, allowed Fingers) (out []hold) {
	for _, p := range places {
		if p.Fret > 0 {
			for s := range h.stances {
				if g, ok := h.gripOf(s, p.Fret); ok && allowed.has(h.fingers[s]) {
					out = append(out, hold{p, g})
				}
			}
			continue
		}
		open := hold{p, grip{0, noStance}}
		known := len(out)
		for _, b := range before {
			open.position = b.position
			if !slices.Contains(out[known:], open) {
				out = append(out, open)
			}
		}
		if len(before) == 0 {
			out = append(out, open)
		}
	}
	return out
}

// firstPairs are the ways to each pair of the first two notes.
func (h *Hand) firstPairs(first, second []hold, ask Ask) []ringWay {
	ways := make([]ringWay, 0, len(first)*len(second))
	for _, a := range first {
		for _, b := range second {
			ways = append(ways, ringWay{h.holding(a, ask.own(0)) + h.holding(b, ask.own(1)) + h.beside(a, b), -1})
		}
	}
	return ways
}

// pairs are the ways to each pair of a note and the one before it, by the note
// before both.
func (h *Hand) pairs(first []hold, before ringStep, last []hold, own int8) []ringWay {
	ways := make([]ringWay, len(before.holds)*len(last))
	cheapest := h.cheapestFirst(first, before)
	soon := make([]int64, len(first)) // price of what the last note cuts, by the first
	for k, c := range last {
		for i, a := range first {
			soon[i] = 0
			if h.cuts(a, c) {
				soon[i] = cutSoon
			}
		}
		holding := h.holding(c, own)
		for j, b := range before.holds {
			best := ringWay{impossible, -1}
			for _, way := range cheapest[j*len(first) : (j+1)*len(first)] {
				if way.cost >= best.cost {
					break
				}
				cost := way.cost
				if !way.cut {
					cost += soon[way.from]
				}
				if cost < best.cost {
					best = ringWay{cost, way.from}
				}
			}
			best.cost = min(best.cost+holding+h.beside(b, c), impossible)
			ways[j*len(last)+k] = best
		}
	}
	return ways
}

// wayFrom is a way to a pair of notes from the first of them; cut says that the
// second cuts it.
type wayFrom struct {
	ringWay
	cut bool
}

// cheapestFirst are the ways to each hold of a note, the cheapest first.
func (h *Hand) cheapestFirst(first []hold, before ringStep) []wayFrom {
	out := make([]wayFrom, 0, len(before.ways))
	for j, b := range before.holds {
		for i, a := range first {
			out = append(out, wayFrom{ringWay{before.ways[i*len(before.holds)+j].cost, i}, h.cuts(a, b)})
		}
		slices.SortFunc(out[j*len(first):], func(x, y wayFrom) int {
			return cmp.Or(cmp.Compare(x.cost, y.cost),
				x.from-y.from)
		})
	}
	return out
}

// impossible is dearer than any row.
const impossible = 1 << 60

// holding prices a note itself, which may have a finger of its own.
func (h *Hand) holding(a hold, own int8) int64 {
	if a.Fret == 0 {
		return 0
	}
	share := h.mm[a.Fret] / h.neck.ScaleLengthMM
	itself := h.reaching[int(a.stance)*h.frets+a.Fret].cost() + ringUnlike*h.notOwn(int(a.stance), own).cost()
	return stoppedNote + int64(highUp*share*share) + itself
}

// beside prices two neighbours: the way of the hand, and what the second cuts.
func (h *Hand) beside(a, b hold) int64 {
	if b.Fret == 0 && b.position != a.position {
		return impossible
	}
	cost := price(h.step(a.grip, a.Place, b.grip, b.Place, true)).cost()
	if a.position > 0 {
		cost += int64(movingPerMM * math.Abs(h.mm[b.position]-h.mm[a.position]))
	}
	switch {
	case a.String == b.String:
		return cost + sharedString
	case h.cuts(a, b):
		return cost + cutAtOnce
	}
	return cost
}

// cuts reports whether a note stops another: it takes its string or its
// finger, or the hand leaves it.
func (h *Hand) cuts(a, b hold) bool {
	if a.String == b.String {
		return true
	}
	if a.Fret == 0 || b.Fret == 0 {
		return false
	}
	return !h.together(a.Place, h.fingers[a.stance], b)
}

// together reports whether a finger stays on its place while the hand holds
// another note: from where the hand is then, in the order of the fingers, and
// within what it opens in comfort. On one fret the lower finger has the lower
// string.
func (h *Hand) together(stays neck.Place, finger int8, b hold) bool {
	other := h.fingers[b.stance]
	if finger == other || !h.takes(finger, stays.Fret-int(b.position)) {
		return false
	}
	low, high := stays, b.Place
	if other < finger {
		low, high = high, low
	}
	if low.Fret > high.Fret || low.Fret == high.Fret && low.String < high.String {
		return false
	}
	return h.mm[high.Fret]-h.mm[low.Fret] <= between(h.limits.ComfortableMM, int(finger), int(other))
}

// ringTrace walks back from the cheapest last pair.
func (h *Hand) ringTrace(steps []ringStep) ([]hold, int64) {
	n := len(steps)
	chosen := make([]hold, n)
	last := steps[n-1].holds
	if n == 1 && len(last) > 0 {
		chosen[0] = slices.MinFunc(last, func(a, b hold) int { return int(h.holding(a, 0) - h.holding(b, 0)) })
		return chosen, h.holding(chosen[0], 0)
	}
	ways, at := steps[n-1].ways, 0
	for i := range ways {
		if ways[i].cost < ways[at].cost {
			at = i
		}
	}
	if len(ways) == 0 || ways[at].cost >= impossible {
		return nil, 0
	}
	cost := ways[at].cost
	b, c := at/len(last), at%len(last)
	for i := n - 1; i >= 0; i-- {
		chosen[i] = steps[i].holds[c]
		if i > 0 {
			b, c = steps[i].ways[b*len(steps[i].holds)+c].from, b
		}
	}
	return chosen, cost
}

// Rings counts, for each note of a fingered path, the notes that sound until
// it stops: until its string is struck again, its finger is needed or the hand
// leaves it. The note itself is the first.
func (h *Hand) Rings(places []neck.Place, touches []Touch) []int {
	out := make([]int, len(places))
	for i := range places {
		a := h.held(places[i], touches[i])
		end := i + 1
		for end < len(places) && !h.cuts(a, h.held(places[end], touches[end])) {
			end++
		}
		out[i] = end - i
	}
	return out
}

func (h *Hand) held(p neck.Place, t Touch) hold {
	return hold{p, t.grip}
}

// cutsSoon lists what the notes of a fingered path cut before it has rung through
// two more.
func (h *Hand) cutsSoon(places []neck.Place, touches []Touch) (out []Demand) {
	for i := range places {
		for back := 1; back <= 2 && back <= i; back++ {
			if !h.cuts(h.held(places[i-back], touches[i-back]), h.held(places[i], touches[i])) {
				continue
			}
			cost := int64(cutSoon)
			if back == 1 {
				cost = cutAtOnce
			}
			out = append(out, Demand{Kind: Cut, Note: i - back, cost: cost})
		}
	}
	return out
}

// Shared lists the notes whose string is struck again by the very next note.
func Shared(places []neck.Place) (out []int) {
	for i := 1; i < len(places); i++ {
		if places[i].String == places[i-1].String {
			out = append(out, i-1)
		}
	}
	return out
}
