package layout

import (
	"slices"
	"strconv"

	"evenladder/core/neck"
)

// fromDegree has one box for each sensible start on the chosen degree: every
// place of it on the neck, under each finger at rest, that has the octaves
// asked for. Where one hand does not hold them the next octave goes on from
// the note an octave up with the least travel. Lowest string first, then
// lowest fret, then the fewest reaches.
func fromDegree(request Request) ([]Box, error) {
	r := climber{Request: request, climbs: map[climbKey]*start{}, seen: make([][]Note, 2*(request.Neck.Frets+2-request.Frame.FirstHome))}
	_, high := r.compass()
	whole := []Box{}
	for _, at := range r.placesOfDegree(high - 12*r.Octaves) {
		for _, s := range r.starts(at) {
			known := func(b Box) bool { return s.is(b.Notes, r.Scale.Len()) }
			if s.whole() >= r.Octaves && !slices.ContainsFunc(whole, known) {
				whole = append(whole, r.startBox(s.notes(r.Scale.Len())))
			}
		}
	}
	if len(whole) > 0 {
		return whole, nil
	}
	return r.longest(high), nil
}

// longest is the start that goes furthest, where none is whole.
func (r *climber) longest(high int) []Box {
	var best []Note
	for _, at := range r.placesOfDegree(high) {
		for _, s := range r.starts(at) {
			if notes := s.notes(r.Scale.Len()); len(notes) > len(best) {
				best = notes
			}
		}
	}
	if len(best) == 0 {
		return nil
	}
	return []Box{r.startBox(best)}
}

// placesOfDegree are the places of the degree to start from that are no higher
// than a pitch.
func (r *climber) placesOfDegree(highest int) (out []neck.Place) {
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		for fret := r.LowFret; fret <= min(r.HighFret, highest-open); fret++ {
			if r.Scale.Index(open+fret) == r.FromDegree {
				out = append(out, neck.Place{String: str, Fret: fret})
			}
		}
	}
	return out
}

// climber is a request that remembers what lies under the hand.
type climber struct {
	Request
	seen [][]Note // by position and whether open strings come first
	// climbs remembers ways by place, position and octaves.
	climbs map[climbKey]*start
}

type climbKey struct{ str, fret, position, octaves int8 }

func (r *climber) under(position int, openFirst bool) []Note {
	at := 2*position + count(openFirst)
	if r.seen[at] == nil {
		r.seen[at] = r.Request.under(position, openFirst)
	}
	return r.seen[at]
}

// start is a way to play octaves from one place: some under one hand, and
// where that ends the way it goes on.
type start struct {
	first    Note
	rest     []Note // what follows under the hand; shared, not to be changed
	octaves  int    // whole ones under this hand
	position int
	reaches  int
	travelMM float64 // of the hand, to the ways that follow
	next     *start
}

// whole counts the octaves of a way and of those that follow.
func (s *start) whole() int {
	if s.next == nil {
		return s.octaves
	}
	return s.octaves + s.next.whole()
}

// notes writes a way out, on a scale of the given length.
func (s *start) notes(length int) []Note {
	out := make([]Note, 0, len(s.rest)+2*length+1)
	for ; s != nil; s = s.next {
		out = append(out, s.first)
		if s.next == nil {
			return append(out, s.rest...)
		}
		out = append(out, s.rest[:s.octaves*length-1]...) // the root is the next way's first
	}
	return out
}

// is reports whether a way has just these notes.
func (s *start) is(notes []Note, length int) bool {
	for ; s != nil; s = s.next {
		under := s.rest
		if s.next != nil {
			under = s.rest[:s.octaves*length-1]
		}
		if len(notes) < len(under)+1 || notes[0] != s.first || !slices.Equal(notes[1:len(under)+1], under) {
			return false
		}
		notes = notes[len(under)+1:]
	}
	return len(notes) == 0
}

// starts are the ways to begin at a place, one for each finger at rest, the
// fewest reaches first. A way with more than a reach an octave is left out
// where there is a better one.
func (r *climber) starts(at neck.Place) []*start {
	low, high := r.positionsOn(at)
	out := make([]*start, 0, high-low+1)
	for position := high; position >= low; position-- {
		out = append(out, r.climb(at, position, r.Octaves))
	}
	slices.SortStableFunc(out, func(a, b *start) int {
		if d := b.whole() - a.whole(); d != 0 {
			return d
		}
		return a.reaches - b.reaches
	})
	for i, s := range out {
		if i > 0 && s.reaches > r.Octaves {
			return out[:i]
		}
	}
	return out
}

// positionsOn are the first and the last position of the hand that have a place
// under a finger at rest.
func (r *climber) positionsOn(at neck.Place) (low, high int) {
	if at.Fret == 0 {
		return 1, 1
	}
	return max(at.Fret-r.Frame.LastHome, 1), at.Fret - r.Frame.FirstHome
}

// climb plays as many of the octaves as it can from a place with the hand at a
// position, and goes on from there where the hand has least to travel.
func (r *climber) climb(at neck.Place, position, octaves int) *start {
	if r.Octaves == 1 { // no way is asked for twice
		s := r.underOneHand(at, position, octaves)
		return &s
	}
	key := climbKey{int8(at.String), int8(at.Fret), int8(position), int8(octaves)}
	if s, ok := r.climbs[key]; ok {
		return s
	}
	s := r.underOneHand(at, position, octaves)
	if s.octaves > 0 && s.octaves < octaves {
		r.goOn(&s, octaves-s.octaves)
	}
	r.climbs[key] = &s
	return &s
}

// underOneHand is a climb as far as one hand goes.
func (r *climber) underOneHand(at neck.Place, position, octaves int) start {
	midi := r.Neck.MIDI(at)
	s := start{first: Note{at, midi, r.Scale.Index(midi), Core}, position: position}
	under := r.under(position, at.Fret == 0)
	from := 0
	for from < len(under) && under[from].MIDI <= midi {
		from++
	}
	last, end := s.first, from
	for end < len(under) && under[end].MIDI <= midi+12*octaves && r.follows(last, under[end]) {
		last = under[end]
		s.reaches += count(r.rank(last.Fret, position, false) >= reachBack)
		end++
	}
	s.rest = under[from:end]
	s.octaves = len(s.rest) / r.Scale.Len()
	return s
}

// follows reports whether b is the scale note above a.
func (r *climber) follows(a, b Note) bool {
	return b.MIDI-a.MIDI <= 12 && b.Degree == (a.Degree+1)%r.Scale.Len()
}

// goOn continues a climb from its last whole octave.
func (r *climber) goOn(s *start, octaves int) {
	root := s.rest[s.octaves*r.Scale.Len()-1]
	var best *start
	whole, travelMM := 0, 0.0
	for _, str := range r.Strings {
		at := neck.Place{String: str, Fret: root.MIDI - r.Neck.Open(str).MIDI()}
		if at.Fret < max(r.LowFret, 1) || at.Fret > r.HighFret {
			continue
		}
		low, high := r.positionsOn(at)
		for position := high; position >= low; position-- {
			next := r.climb(at, position, octaves)
			more := next.whole() - whole
			if mm := next.travelMM + r.Neck.SpanMM(position, s.position); more > 0 || more == 0 && best != nil && mm < travelMM {
				best, whole, travelMM = next, next.whole(), mm
			}
		}
	}
	if best == nil {
		return
	}
	s.next = best
	s.reaches += best.reaches
	s.travelMM += travelMM
}

func (r *climber) startBox(notes []Note) Box {
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
