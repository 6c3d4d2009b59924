package layout

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/neck"
)

// fromDegree has one box for each sensible start on the chosen degree: every
// place of it on the neck, under each finger at rest, that has the octaves
// asked for. Where one hand does not hold them the next octave goes on from
// the note an octave up with the least travel. Lowest string first, then
// lowest fret, then the fewest reaches.
func fromDegree(request Request) ([]Box, error) {
	r := climber{Request: request, seen: make([][]Note, 2*(request.Neck.Frets+2-request.Frame.FirstHome))}
	var whole []Box
	var partial Box
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		for fret := r.LowFret; fret <= r.HighFret; fret++ {
			if r.Scale.Index(open+fret) != r.FromDegree {
				continue
			}
			for _, s := range r.starts(neck.Place{String: str, Fret: fret}) {
				if s.octaves < r.Octaves {
					if len(s.notes) > len(partial.Notes) {
						partial = r.startBox(s)
					}
					continue
				}
				if !slices.ContainsFunc(whole, func(b Box) bool { return slices.Equal(b.Notes, s.notes) }) {
					whole = append(whole, r.startBox(s))
				}
			}
		}
	}
	if len(whole) == 0 && len(partial.Notes) > 0 {
		whole = append(whole, partial)
	}
	return whole, nil
}

// climber is a request that remembers what lies under the hand.
type climber struct {
	Request
	seen [][]Note // by position and whether open strings come first
}

func (r *climber) under(position int, openFirst bool) []Note {
	at := 2*position + count(openFirst)
	if r.seen[at] == nil {
		r.seen[at] = r.Request.under(position, openFirst)
	}
	return r.seen[at]
}

// start is a way to play octaves from one place.
type start struct {
	notes    []Note
	octaves  int // whole ones
	position int
	reaches  int
	travelMM float64
}

// starts are the ways to begin at a place, one for each finger at rest, the
// fewest reaches first. A way with more than a reach an octave is left out
// where there is a better one.
func (r *climber) starts(at neck.Place) []start {
	var out []start
	for _, position := range r.positionsOn(at) {
		out = append(out, r.climb(at, position, r.Octaves))
	}
	slices.SortStableFunc(out, func(a, b start) int {
		if a.octaves != b.octaves {
			return b.octaves - a.octaves
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

// positionsOn are the positions of the hand that have a place under a finger
// at rest.
func (r *climber) positionsOn(at neck.Place) []int {
	if at.Fret == 0 {
		return []int{1}
	}
	var out []int
	for offset := r.Frame.FirstHome; offset <= r.Frame.LastHome; offset++ {
		if p := at.Fret - offset; p >= 1 {
			out = append(out, p)
		}
	}
	return out
}

// climb plays as many of the octaves as it can from a place with the hand at a
// position, and goes on from there where the hand has least to travel.
func (r *climber) climb(at neck.Place, position, octaves int) start {
	first := Note{at, r.Neck.MIDI(at), r.Scale.Index(r.Neck.MIDI(at)), Core}
	under := r.under(position, at.Fret == 0)
	s := start{notes: make([]Note, 1, r.Scale.Len()*octaves+1), position: position}
	s.notes[0] = first
	for want := r.Scale.Next(first.MIDI); want <= first.MIDI+12*octaves; want = r.Scale.Next(want) {
		i, ok := slices.BinarySearchFunc(under, want, func(n Note, midi int) int { return n.MIDI - midi })
		if !ok {
			break
		}
		if rank := r.rank(under[i].Fret, position, false); rank >= reachBack {
			s.reaches++
		}
		s.notes = append(s.notes, under[i])
	}
	s.octaves = (len(s.notes) - 1) / r.Scale.Len()
	if s.octaves == 0 || s.octaves >= octaves {
		return s
	}
	return r.goOn(s, octaves)
}

// goOn continues a climb from its last whole octave.
func (r *climber) goOn(s start, octaves int) start {
	turn := s.octaves * r.Scale.Len()
	root := s.notes[turn]
	best, found := start{}, false
	for _, str := range r.Strings {
		at := neck.Place{String: str, Fret: root.MIDI - r.Neck.Open(str).MIDI()}
		if at.Fret < max(r.LowFret, 1) || at.Fret > r.HighFret {
			continue
		}
		for _, position := range r.positionsOn(at) {
			next := r.climb(at, position, octaves-s.octaves)
			next.travelMM += math.Abs(r.Neck.FretMM(position) - r.Neck.FretMM(s.position))
			if !found || next.octaves > best.octaves || next.octaves == best.octaves && next.travelMM < best.travelMM {
				best, found = next, true
			}
		}
	}
	if !found || best.octaves == 0 {
		return s
	}
	notes := append(slices.Clone(s.notes[:turn]), best.notes...)
	return start{notes, s.octaves + best.octaves, s.position, s.reaches + best.reaches, s.travelMM + best.travelMM}
}

func (r *climber) startBox(s start) Box {
	first := s.notes[0]
	var missing []int
	for m := r.Scale.Next(s.notes[len(s.notes)-1].MIDI); m <= first.MIDI+12*r.Octaves; m = r.Scale.Next(m) {
		missing = append(missing, m)
	}
	box := r.placed(fmt.Sprintf("string %d, fret %d", first.String, first.Fret), s.notes, missing...)
	if form, ok := r.growsOutOf(s.notes); ok {
		box.Form = form
		box.Name = fmt.Sprintf("%s form, string %d", form, first.String)
	}
	return box
}
