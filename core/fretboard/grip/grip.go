// Package grip finds how a hand holds a chord: one note a string, every note of the chord, no string silent between two
// that sound, and no finger further than the hand opens.
//
// It tries every way to stop the strings within a few frets and takes the one that asks least (cost.go). Fingers go up with
// the frets; the index may lie across several strings.
package grip

import (
	"cmp"
	"slices"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
)

// Stop is a string that sounds.
type Stop struct {
	neck.Place
	MIDI   int    `json:"midi"`
	Name   string `json:"name"`
	Degree string `json:"degree"` // of the chord
	Finger int    `json:"finger"` // 0 for an open string
}

// Barre is the index across strings, from the one with the highest number on.
type Barre struct {
	Fret int `json:"fret"`
	From int `json:"from"` // number of a string
	To   int `json:"to"`   // number of a string, at most From
}

// Grip is a chord in the hand.
type Grip struct {
	Symbol string `json:"symbol"`
	Stops  []Stop `json:"stops"` // from the string of the highest number to string 1
	Barre  *Barre `json:"barre,omitempty"`
	Inside bool   `json:"inside"` // within the frets that it was looked for in
}

// Request says where a grip is looked for.
type Request struct {
	Neck     neck.Neck
	Limits   hand.Limits
	LowFret  int // of the box
	HighFret int
	Bass     bool // on a bass: root, fifth and octave
	Wide     bool // each finger has two frets, as on a mandolin
}

// reach is how many frets a grip spans at most, before the hand's own limits are asked.
const reach = 6

// aside is how far beside the box a grip is looked for, in frets, where none lies within it.
var aside = []int{0, 1, 2, 4, 8, 24}

// Find is the easiest grip of a chord, within the box where there is one, or as near as can be; ok is false where no hand
// holds it on this neck.
func Find(r Request, c chord.Chord) (Grip, bool) {
	s := search{Request: r, chord: c, names: tonesOf(c, r.Bass)}
	for _, more := range aside {
		low, high := max(r.LowFret-more, 0), min(r.HighFret+more, r.Neck.Frets)
		if best, ok := s.within(low, high); ok {
			best.Inside = more == 0
			return best, true
		}
	}
	return Grip{}, false
}

// tonesOf are the notes that a grip has: all of the chord; on a bass the root and the fifth, or what stands for it.
func tonesOf(c chord.Chord, bass bool) []pitch.Name {
	names := c.Notes()
	if !bass || len(names) < 3 {
		return names
	}
	return []pitch.Name{names[0], names[2]}
}

// search looks for a grip.
type search struct {
	Request
	chord chord.Chord
	names []pitch.Name
	best  held
	found bool
}

// silent is the fret of a string that does not sound.
const silent = -1

// held is a way to stop the strings, with its fingers.
type held struct {
	frets   []int // by string from the highest number on
	fingers []int
	barre   bool
	base    int // lowest stopped fret; 0 where all strings are open
	cost    float64
}

func (s *search) within(low, high int) (Grip, bool) {
	s.found = false
	frets := make([]int, s.Neck.Strings())
	for base := max(low, 1); base <= max(high, 1); base++ {
		s.next(frets, 0, base, min(base+reach-1, high), low == 0 || s.LowFret == 0)
	}
	if !s.found {
		return Grip{}, false
	}
	return s.grip(s.best), true
}

// next tries each fret of a string, and then the strings after it.
func (s *search) next(frets []int, i, low, high int, opens bool) {
	if i == len(frets) {
		s.weigh(frets, low)
		return
	}
	frets[i] = silent
	s.next(frets, i+1, low, high, opens)
	begun := i > 0 && frets[i-1] != silent
	if !begun && slices.ContainsFunc(frets[:i], func(f int) bool { return f != silent }) {
		return // a silent string lies between
	}
	open := s.Neck.Open(s.Neck.Strings() - i).MIDI()
	if opens && s.has(open) {
		frets[i] = 0
		s.next(frets, i+1, low, high, opens)
	}
	for f := low; f <= high; f++ {
		if s.has(open + f) {
			frets[i] = f
			s.next(frets, i+1, low, high, opens)
		}
	}
}

func (s *search) has(midi int) bool {
	return slices.ContainsFunc(s.names, func(n pitch.Name) bool { return n.Class() == midi%12 })
}

// weigh keeps the strings as they are stopped where a hand can hold them more easily than the best so far.
func (s *search) weigh(frets []int, base int) {
	lowest, sounds := s.Neck.Frets+1, map[int]bool{}
	for i, f := range frets {
		if f == silent {
			continue
		}
		sounds[(s.Neck.Open(len(frets)-i).MIDI()+f)%12] = true
		if f > 0 {
			lowest = min(lowest, f)
		}
	}
	stopped := lowest <= s.Neck.Frets
	if len(sounds) < len(s.names) || stopped && lowest != base || !stopped && base != 1 {
		return
	}
	h := held{frets: frets, base: lowest}
	if !s.finger(&h) {
		return
	}
	h.cost = s.cost(h)
	if !s.found || h.cost < s.best.cost-1e-9 {
		h.frets = slices.Clone(frets)
		s.best, s.found = h, true
	}
}

// finger puts fingers on the frets: one for each, or the index across the lowest fret where that leaves too few.
func (s *search) finger(h *held) bool {
	var at []int // indexes of stopped strings, lowest fret first, then the lowest string
	for i, f := range h.frets {
		if f > 0 {
			at = append(at, i)
		}
	}
	slices.SortStableFunc(at, func(a, b int) int { return cmp.Compare(h.frets[a], h.frets[b]) })
	h.fingers = make([]int, len(h.frets))
	if len(at) <= hand.Little {
		return s.put(h, at, hand.Index)
	}
	rest := slices.DeleteFunc(slices.Clone(at), func(i int) bool { return h.frets[i] == h.base })
	if len(rest) >= hand.Little || !s.lies(*h) {
		return false
	}
	for _, i := range at {
		if h.frets[i] == h.base {
			h.fingers[i] = hand.Index
		}
	}
	h.barre = true
	return s.put(h, rest, hand.Middle)
}

// lies reports whether the index can lie across the lowest fret: no open string is under it.
func (s *search) lies(h held) bool {
	from := slices.Index(h.frets, h.base)
	return from >= 0 && !slices.Contains(h.frets[from:], 0)
}

// put gives fingers from one on to strings in the order of their frets: those that lie nearest to their own fret, as far as
// the hand opens.
func (s *search) put(h *held, at []int, first int) bool {
	best, chosen := 99, []int(nil)
	var try func(k, from, off int, fingers []int)
	try = func(k, from, off int, fingers []int) {
		if k == len(at) {
			if off <= best && s.opens(*h, at, fingers) {
				best, chosen = off, slices.Clone(fingers)
			}
			return
		}
		for f := from; f <= hand.Little; f++ {
			away := (h.frets[at[k]]-s.stands(*h))/s.fretsEach() - (f - hand.Index)
			try(k+1, f+1, off+max(away, -away), append(fingers, f))
		}
	}
	try(0, first, 0, nil)
	if chosen == nil && len(at) > 0 {
		return false
	}
	for k, i := range at {
		h.fingers[i] = chosen[k]
	}
	return true
}

// stands is the fret of the index at rest: the first beside open strings low on the neck.
func (s *search) stands(h held) int {
	if h.base <= hand.Little && slices.Contains(h.frets, 0) {
		return 1
	}
	return h.base
}

// fretsEach is how many frets are a finger's own.
func (s *search) fretsEach() int {
	if s.Wide {
		return 2
	}
	return 1
}

// opens reports whether the hand opens as far as fingers on some strings ask, and the index with them.
func (s *search) opens(h held, at, fingers []int) bool {
	frets := make([]int, len(at))
	for k, i := range at {
		frets[k] = h.frets[i]
	}
	if h.barre {
		frets, fingers = append([]int{h.base}, frets...), append([]int{hand.Index}, fingers...)
	}
	for a := range frets {
		for b := a + 1; b < len(frets); b++ {
			if s.Neck.SpanMM(frets[a], frets[b]) > s.Limits.Greatest(fingers[a], fingers[b])+1e-9 {
				return false
			}
		}
	}
	return true
}

func (s *search) grip(h held) Grip {
	g := Grip{Symbol: s.chord.Symbol}
	for i, f := range h.frets {
		if f == silent {
			continue
		}
		place := neck.Place{String: len(h.frets) - i, Fret: f}
		midi := s.Neck.MIDI(place)
		name := s.names[slices.IndexFunc(s.names, func(n pitch.Name) bool { return n.Class() == midi%12 })]
		degree, _ := s.chord.Root.DegreeOf(name)
		g.Stops = append(g.Stops, Stop{place, midi, name.String(), degree.String(), h.fingers[i]})
		if h.barre && f == h.base {
			if g.Barre == nil {
				g.Barre = &Barre{Fret: f, From: place.String}
			}
			g.Barre.To = place.String
		}
	}
	return g
}
