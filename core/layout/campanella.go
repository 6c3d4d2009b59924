package layout

import (
	"math"
	"slices"

	"evenladder/core/neck"
)

// Prices of a campanella: what cuts a ring short, against what the hand has to
// do. Our own; only their proportions matter.
const (
	sameString   = 1e6  // two neighbours on one string: never
	cutRing      = 10.0 // a note cut after ringing through one more
	liftHand     = 30.0 // a stopped note given up because the hand has to move on
	stopped      = 4.0  // a note that keeps a finger busy, against an open string
	movePerMM    = 0.2  // of the way between the two
	lowHandPerMM = 0.12 // keeps the hand low on the neck
)

// campanella plays the octaves from the chosen degree with no two neighbours
// on one string, each note ringing as long as it can within the hand's span.
// It has one box for each octave of the neck that the start lies in.
func campanella(r Request) ([]Box, error) {
	low, high := r.compass()
	var whole []Box
	for _, row := range r.rows(low, high-12*r.Octaves) {
		if notes := r.ring(row); len(notes) == len(row) {
			whole = append(whole, r.ringBox(notes, row))
		}
	}
	if len(whole) > 0 {
		return whole, nil
	}
	var notes []Note
	var missing []int
	for _, row := range r.rows(low, high) {
		if longer := r.ring(row); len(longer) > len(notes) {
			notes, missing = longer, row[len(longer):]
		}
	}
	if len(notes) == 0 {
		return nil, nil
	}
	return []Box{r.ringBox(notes, missing)}, nil
}

func (r *Request) ringBox(notes []Note, row []int) Box {
	missing := slices.DeleteFunc(slices.Clone(row), func(midi int) bool { return midi <= notes[len(notes)-1].MIDI })
	box := r.placed("from "+r.Scale.Pitch(notes[0].MIDI).Pretty(), notes, missing...)
	box.Corrections = nil // the order of the strings is not that of a shape
	return box
}

// compass is the lowest and the highest pitch within the frets.
func (r *Request) compass() (low, high int) {
	low = math.MaxInt
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		low, high = min(low, open+r.LowFret), max(high, open+r.HighFret)
	}
	return low, high
}

// rows are the pitches to play, once for each start between two pitches.
func (r *Request) rows(low, high int) [][]int {
	var out [][]int
	for m := low; m <= high; m++ {
		if r.Scale.Index(m) != r.FromDegree {
			continue
		}
		row := []int{m}
		for next := r.Scale.Next(m); next <= m+12*r.Octaves; next = r.Scale.Next(next) {
			row = append(row, next)
		}
		out = append(out, row)
	}
	return out
}

// ringWay is the best way to reach a pair of places: the note before and the
// last one.
type ringWay struct {
	cost float64
	from int // place of the note two before
}

// ring places a row of pitches by dynamic programming over the last two
// places, up to the first pitch that lies nowhere or only on the string of its
// neighbour.
func (r *Request) ring(row []int) []Note {
	places := make([][]neck.Place, 0, len(row))
	all := make([]neck.Place, 0, len(row)*len(r.Strings))
	for _, midi := range row {
		before := len(all)
		all = r.appendPlaces(all, midi)
		if len(all) == before {
			break
		}
		places = append(places, all[before:])
	}
	if len(places) < 2 {
		return nil
	}
	ways := make([]pairWays, len(places))
	for i := 1; i < len(places); i++ {
		ways[i] = newPairWays(len(places[i-1]), len(places[i]))
		rings := r.ringPrices(places, i)
		for b, before := range places[i-1] {
			for c, last := range places[i] {
				*ways[i].at(b, c) = r.ringStep(ways, rings, i, b, c, before, last)
			}
		}
		if ways[i].least().cost >= sameString {
			places = places[:i]
			break
		}
	}
	if len(places) < 2 {
		return nil
	}
	return r.ringTrace(row, places, ways)
}

// pairWays are the ways to each pair of places of two neighbours.
type pairWays struct {
	ways  []ringWay
	width int
}

func newPairWays(before, last int) pairWays { return pairWays{make([]ringWay, before*last), last} }

func (p pairWays) at(before, last int) *ringWay { return &p.ways[before*p.width+last] }

// least is the first of the cheapest ways.
func (p pairWays) least() (least ringWay) {
	return p.ways[p.leastAt()]
}

func (p pairWays) leastAt() int {
	at := 0
	for i, w := range p.ways {
		if w.cost < p.ways[at].cost {
			at = i
		}
	}
	return at
}

// ringStep finds the best way to the pair of places b and c of note i.
func (r *Request) ringStep(ways []pairWays, rings []float64, i, b, c int, before, last neck.Place) ringWay {
	price := r.touchPrice(last) + r.besidePrice(before, last)
	if i == 1 {
		return ringWay{price + r.touchPrice(before), -1}
	}
	best := ringWay{math.Inf(1), -1}
	width := ways[i].width
	for a := range len(ways[i-1].ways) / ways[i-1].width {
		if cost := ways[i-1].at(a, b).cost + rings[a*width+c]; cost < best.cost {
			best = ringWay{cost, a}
		}
	}
	best.cost += price
	return best
}

// ringPrices are the prices between the places of note i-2 and those of note i.
func (r *Request) ringPrices(places [][]neck.Place, i int) []float64 {
	if i < 2 {
		return nil
	}
	out := make([]float64, 0, len(places[i-2])*len(places[i]))
	for _, first := range places[i-2] {
		for _, last := range places[i] {
			out = append(out, r.ringPrice(first, last))
		}
	}
	return out
}

func (r *Request) ringTrace(row []int, places [][]neck.Place, ways []pairWays) []Note {
	n := len(places)
	least := ways[n-1].leastAt()
	b, c := least/ways[n-1].width, least%ways[n-1].width
	notes := make([]Note, n)
	for i := n - 1; i >= 0; i-- {
		notes[i] = Note{places[i][c], row[i], r.Scale.Index(row[i]), Core}
		if i > 0 {
			b, c = ways[i].at(b, c).from, b
		}
	}
	return notes
}

// appendPlaces adds where a pitch lies, lowest string first.
func (r *Request) appendPlaces(out []neck.Place, midi int) []neck.Place {
	for _, str := range r.Strings {
		if fret := midi - r.Neck.Open(str).MIDI(); fret >= r.LowFret && fret <= r.HighFret {
			out = append(out, neck.Place{String: str, Fret: fret})
		}
	}
	return out
}

func (r *Request) touchPrice(p neck.Place) float64 {
	if p.Fret == 0 {
		return 0
	}
	return stopped + lowHandPerMM*r.Neck.FretMM(p.Fret)
}

// besidePrice is the price of two neighbours.
func (r *Request) besidePrice(a, b neck.Place) float64 {
	if a.String == b.String {
		return sameString
	}
	return r.apart(a, b)
}

// ringPrice is the price of a note and the next but one.
func (r *Request) ringPrice(a, c neck.Place) float64 {
	if a.String == c.String {
		return cutRing
	}
	return r.apart(a, c)
}

// apart prices two stopped notes that one hand cannot hold.
func (r *Request) apart(a, b neck.Place) float64 {
	if r.holdsBoth(a, b) {
		return 0
	}
	return liftHand + movePerMM*r.Neck.SpanMM(a.Fret, b.Fret)
}

// holdsBoth reports whether one hand holds two places: an open string needs
// none, two stopped ones have to lie within the home frets and one reach, and
// within the hand's span.
func (r *Request) holdsBoth(a, b neck.Place) bool {
	if a.Fret == 0 || b.Fret == 0 {
		return true
	}
	return max(a.Fret-b.Fret, b.Fret-a.Fret) <= r.Frame.LastHome-r.Frame.FirstHome+1 && r.Neck.SpanMM(a.Fret, b.Fret) <= r.SpanMM
}

// RingNotes counts, for each note of a box, the notes that sound until its
// string is struck again or the hand has to give it up; the note itself is the
// first.
func (r *Request) RingNotes(b Box) []int {
	out := make([]int, len(b.Notes))
	for i, n := range b.Notes {
		end := slices.IndexFunc(b.Notes[i+1:], func(m Note) bool {
			return m.String == n.String || !r.holdsBoth(n.Place, m.Place)
		})
		if end < 0 {
			end = len(b.Notes) - i - 1
		}
		out[i] = end + 1
	}
	return out
}
