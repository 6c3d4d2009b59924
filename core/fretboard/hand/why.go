package hand

import (
	"math"
	"slices"

	"evenladder/core/fretboard/neck"
)

// Kind is what a fingering asks of the hand at one note.
type Kind int

// Kinds of demand.
const (
	ReachBack Kind = iota
	ReachForward
	Shift    // the hand moves before the note
	Widens   // the hand opens by a fret before the note, or closes again
	Hops     // one finger goes to another string
	Slide    // one finger goes to another fret of its string under one hand
	Stretch  // two fingers open past what is easy
	Cut      // a note stops that could ring on
	Leave    // the hand is away from its home position
	Pressing // nothing but the finger on its home fret
)

// Demand is one thing a fingering asks for.
type Demand struct {
	Kind  Kind
	Note  int     // index in the path
	MM    float64 // how far
	Frets int     // for a shift, towards the bridge positive

	cost int64 // in thousandths
}

// Instead lists what a path would ask for beyond its fingering if one finger took
// all notes of the place of one note; the dearest first, none where that finger
// cannot come there.
func (h *Hand) Instead(places []neck.Place, touches []Touch, note, finger int, a Ask) []Demand {
	other, _ := h.anew(places, a.allowAt(places, places[note], Only(finger)))
	if other == nil {
		return nil
	}
	more, _ := h.Differ(places, touches, other, a.Home)
	return more
}

// Differ lists what a second fingering of a path asks for beyond a first, and what
// it does not ask for any more; the dearest first.
func (h *Hand) Differ(places []neck.Place, first, second []Touch, home int) (more, less []Demand) {
	a, b := h.demands(places, first, home), h.demands(places, second, home)
	return without(b, a), without(a, b)
}

// anew fingers a path at the least cost, and says how much that is.
func (h *Hand) anew(places []neck.Place, a Ask) ([]Touch, int64) {
	if h.rings {
		return h.ringing(places, a)
	}
	return h.least(places, a)
}

// demands lists what a fingered path asks for, beyond fingers on their homes.
func (h *Hand) demands(places []neck.Place, touches []Touch, home int) []Demand {
	var out []Demand
	for i, t := range touches {
		fret := places[i].Fret
		if fret == 0 {
			continue
		}
		g := t.grip
		if away := h.leaving(g, home).cost(); away > 0 {
			out = append(out, Demand{Kind: Leave, Note: i, cost: away})
		}
		switch h.stances[g.stance].Reach {
		case Back:
			out = append(out, Demand{ReachBack, i, h.mm[g.position] - h.mm[fret], 0, h.grip(g, fret).cost()})
		case Forward:
			out = append(out, Demand{ReachForward, i, h.mm[fret] - h.mm[int(g.position)+h.littleHome], 0,
				h.grip(g, fret).cost()})
		}
		if i == 0 || touches[i-1].grip.position == 0 {
			continue
		}
		before := touches[i-1].grip
		cost := price(h.step(before, places[i-1], g, places[i], false)).cost()
		switch {
		case g.position != before.position:
			way := int(g.position - before.position)
			kind := Shift
			if t.Shift == 0 {
				kind = Widens
			}
			out = append(out, Demand{kind, i, math.Abs(h.mm[g.position] - h.mm[before.position]), way, cost})
		case cost > 0 && touches[i-1].Finger == t.Finger && places[i-1].String != places[i].String:
			out = append(out, Demand{Hops, i, 0, 0, cost})
		case cost > 0 && touches[i-1].Finger == t.Finger:
			out = append(out, Demand{Slide, i, math.Abs(h.mm[fret] - h.mm[places[i-1].Fret]), 0, cost})
		case cost > 0:
			out = append(out, Demand{Stretch, i, math.Abs(h.mm[fret] - h.mm[places[i-1].Fret]), 0, cost})
		}
	}
	if h.rings {
		out = append(out, h.cutsSoon(places, touches)...)
	}
	return out
}

// without leaves the demands that are not in the other list, the dearest first.
func without(list, other []Demand) []Demand {
	var out []Demand
	for _, d := range list {
		if !slices.Contains(other, d) {
			out = append(out, d)
		}
	}
	slices.SortStableFunc(out, func(a, b Demand) int { return int(min(max(b.cost-a.cost, -1), 1)) })
	return out
}
