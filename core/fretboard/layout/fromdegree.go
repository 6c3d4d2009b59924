package layout

import (
	"slices"
	"strconv"

	"evenladder/core/fretboard/neck"
)

// fromDegree has one box for each sensible start on the chosen degree: every
// place of it on the neck, under each finger at rest, from which the octaves
// asked for can be climbed. An octave lies under one hand; more of them go on
// stepwise, string by string, where one hand does not hold them. Lowest string
// first, then lowest fret, then what asks least of the hand; on a long neck the easiest
// first.
func fromDegree(r Request) ([]Box, error) {
	low, high := r.compass()
	r.known = &knownHands{}
	c := climber{Request: r, low: low}
	for open := range c.stood {
		c.stood[open] = make([][]stand, high-low+1)
	}
	whole, longest := []Box{}, []Note(nil)
	for _, at := range r.placesOfDegree(low, high) {
		for _, notes := range c.from(at) {
			if len(notes) > len(longest) {
				longest = notes
			}
			known := func(b Box) bool { return slices.Equal(b.Notes, notes) }
			if len(notes) > r.Octaves*r.Scale.Len() && !slices.ContainsFunc(whole, known) {
				whole = append(whole, r.startBox(notes))
			}
		}
	}
	if len(whole) == 0 && len(longest) > 0 {
		return []Box{r.startBox(longest)}, nil
	}
	r.easiestFirst(whole)
	tellApart(whole, startFret, betweenFrets, notesAString)
	return whole, nil
}

// placesOfDegree are the places of the degree to start from between two
// pitches.
func (r *Request) placesOfDegree(low, high int) (out []neck.Place) {
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		for fret := max(r.LowFret, low-open); fret <= min(r.HighFret, high-open); fret++ {
			if r.Scale.Index(open+fret) == r.FromDegree {
				out = append(out, neck.Place{String: str, Fret: fret})
			}
		}
	}
	return out
}

// climber is a request that remembers the ways to stop each pitch.
type climber struct {
	Request
	low   int          // the lowest pitch within the frets
	stood [2][][]stand // by whether open strings come first and by pitch from the lowest
	steps [][]stand    // memory of one ascent after the other
	all   []stand
}

// from are the ways to climb from a place: with stopped notes alone, and low on the
// neck with open strings too.
func (c *climber) from(at neck.Place) [][]Note {
	if c.Octaves == 1 {
		return c.underOneHand(at)
	}
	var out [][]Note
	for _, open := range c.openOrNot(at) {
		out = append(out, c.ascend(c.octavesFrom(c.Neck.MIDI(at)), open, slices.Index(c.Strings,
			at.String)).from(at)...)
	}
	return out
}

// openOrNot are the ways with open strings that a place is begun in: an open string
// goes on with open strings, and a low fret in both ways.
func (r *Request) openOrNot(at neck.Place) []bool {
	switch {
	case at.Fret == 0:
		return []bool{true}
	case at.Fret <= r.Frame.LastHome+1 && r.anyOpen():
		return []bool{false, true}
	}
	return []bool{false}
}

// octavesFrom are the pitches of the octaves asked for.
func (r *Request) octavesFrom(first int) []int {
	row := []int{first}
	for m := r.Scale.Next(first); m <= first+12*r.Octaves; m = r.Scale.Next(m) {
		row = append(row, m)
	}
	return row
}

// underOneHand are the ways to play an octave from a place without moving the
// hand, one for each finger at rest: the longest first, then those with the
// fewest reaches. One with more than a reach is left out where there is a
// better one, but for one with two that grows out of another chord form.
func (r *Request) underOneHand(at neck.Place) (out [][]Note) {
	low, high := r.positionsOn(at)
	ways := make([]handful, 0, high-low+1)
	for position := high; position >= low; position-- {
		for _, open := range r.openOrNot(at) {
			if !open || position <= 1-r.Frame.First {
				ways = append(ways, r.octaveAt(at, position, open))
			}
		}
	}
	slices.SortStableFunc(ways, handful.compare)
	for i, w := range ways {
		if i > 0 && len(w.notes) < len(ways[0].notes) {
			break
		}
		if i == 0 || w.reaches < 2 || w.reaches == 2 && r.anotherForm(w.notes, out) {
			out = append(out, w.notes)
		}
	}
	return out
}

// anotherForm reports whether notes grow out of a chord form that none of some ways
// grows out of.
func (r *Request) anotherForm(notes []Note, ways [][]Note) bool {
	form, ok := r.growsOutOf(notes)
	return ok && !slices.ContainsFunc(ways, func(way []Note) bool {
		known, _ := r.growsOutOf(way)
		return known == form
	})
}

// handful is what one hand plays without moving.
type handful struct {
	notes   []Note
	reaches int
}

// compare puts the longer before the shorter, then the fewer reaches first.
func (h handful) compare(other handful) int {
	if d := len(other.notes) - len(h.notes); d != 0 {
		return d
	}
	return h.reaches - other.reaches
}

// positionsOn are the first and the last position of the hand that have a place
// under a finger at rest.
func (r *Request) positionsOn(at neck.Place) (low, high int) {
	if at.Fret == 0 {
		return 1, 1
	}
	return max(at.Fret-r.Frame.LastHome, 1), at.Fret - r.Frame.FirstHome
}

// octaveAt plays an octave from a place with the hand at a position, as far as
// it goes; open strings may come first.
func (r *Request) octaveAt(at neck.Place, position int, openFirst bool) handful {
	midi := r.Neck.MIDI(at)
	under := r.underKnown(position, openFirst)
	first := slices.IndexFunc(under, func(n Note) bool { return n.MIDI >= midi })
	if first < 0 || under[first].Place != at { // that pitch lies better elsewhere under this hand
		own := []Note{{at, midi, r.Scale.Index(midi), Core}}
		for _, n := range under {
			if n.MIDI > midi && n.MIDI <= midi+12 {
				own = append(own, n)
			}
		}
		under, first = own, 0
	}
	h := handful{}
	end := first + 1
	for ; end < len(under) && under[end].MIDI <= midi+12 && under[end].MIDI == r.Scale.Next(under[end-1].MIDI); end++ {
		h.reaches += count(r.rank(under[end].Fret, position, hold{}) >= reachBack)
	}
	h.notes = under[first:end:end]
	return h
}

func (r *Request) startBox(notes []Note) Box {
	first := notes[0]
	var missing []int
	for m := r.Scale.Next(notes[len(notes)-1].MIDI); m <= first.MIDI+12*r.Octaves; m = r.Scale.Next(m) {
		missing = append(missing, m)
	}
	box := r.placed(placeName(first.String, first.Fret), notes, missing...)
	if form, ok := r.growsOutOf(notes); ok {
		box.Form = form
		box.Name = form + " form, string " + strconv.Itoa(first.String)
	}
	return box
}
