package layout

import (
	"math"
	"strconv"

	"evenladder/core/neck"
)

// oneOctave has one box for each root on each string: one octave, three notes a
// string, or two where the scale has five notes or fewer. Where strings or
// frets run out it is cut short. Each leads on to the box that begins on
// the root it ends with.
func oneOctave(r Request) ([]Box, error) {
	each := 3
	if r.Scale.Len() < 6 {
		each = 2
	}
	var out []Box
	for at, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		for fret := r.LowFret; fret <= r.HighFret; fret++ {
			if r.Scale.Index(open+fret) == 0 {
				out = append(out, r.octaveFrom(at, open+fret, each))
			}
		}
	}
	link(out, r.Scale.Len()+1)
	return out, nil
}

func (r *Request) octaveFrom(at, root, each int) Box {
	b := builder{Request: r, notes: make([]Note, 0, r.Scale.Len()+1)}
	midi := root
	for i := range r.Scale.Len() + 1 {
		if s := at + i/each; s < len(r.Strings) {
			b.add(r.Strings[s], midi, Core)
		} else {
			b.missing = append(b.missing, midi)
		}
		midi = r.Scale.Next(midi)
	}
	box := b.box(0, placeName(r.Strings[at], root-r.Neck.Open(r.Strings[at]).MIDI()))
	box.Corrections = r.corrections(box.Notes)
	return box
}

func placeName(str, fret int) string {
	return "string " + strconv.Itoa(str) + ", fret " + strconv.Itoa(fret)
}

// link leads each whole box on to one that begins with the root it ends with:
// at the same place if there is one, or else where the hand has least to go.
func link(boxes []Box, whole int) {
	for i := range boxes {
		notes := boxes[i].Notes
		if len(notes) < whole {
			continue
		}
		end := notes[len(notes)-1]
		best := Link{Box: -1}
		for k, next := range boxes {
			if k == i || len(next.Notes) == 0 || next.Notes[0].MIDI != end.MIDI {
				continue
			}
			if l := (Link{k, end.Place, next.Notes[0].Place}); best.Box < 0 || l.frets() < best.frets() {
				best = l
			}
		}
		if best.Box >= 0 {
			boxes[i].Links = []Link{best}
		}
	}
}

func (l Link) frets() int { return max(l.From.Fret-l.To.Fret, l.To.Fret-l.From.Fret) }

// Nearest chooses one box of each list, so that the hand travels least from
// each to the next, whole boxes before all; of equal ways the one that moves
// the hand latest. It returns the choice and the travel before each in mm.
func Nearest(n neck.Neck, lists [][]Box) (choice []int, travelMM []float64) {
	type way struct {
		cost float64
		from int
	}
	ways := make([][]way, len(lists))
	for i, boxes := range lists {
		ways[i] = make([]way, len(boxes))
		for k, b := range boxes {
			w := way{}
			if i > 0 {
				w.cost = math.Inf(1)
				for j, before := range lists[i-1] {
					early := 1 + float64(len(lists)-i)*1e-6
					if c := ways[i-1][j].cost + early*n.SpanMM(HandFret(before), HandFret(b)); c < w.cost {
						w = way{c, j}
					}
				}
			}
			w.cost += shortfallMM * float64(len(b.Missing))
			ways[i][k] = w
		}
	}
	choice, travelMM = make([]int, len(lists)), make([]float64, len(lists))
	for i := len(lists) - 1; i >= 0; i-- {
		if i == len(lists)-1 {
			for k, w := range ways[i] {
				if w.cost < ways[i][choice[i]].cost {
					choice[i] = k
				}
			}
		}
		if i > 0 {
			choice[i-1] = ways[i][choice[i]].from
			travelMM[i] = n.SpanMM(HandFret(lists[i-1][choice[i-1]]), HandFret(lists[i][choice[i]]))
		}
	}
	return choice, travelMM
}

// Closest is the box with the least way of the hand from a fret, whole boxes
// before all; of equal ways the first. The way is in mm, with what is missing
// weighed in.
func Closest(n neck.Neck, fret int, boxes []Box) (box int, mm float64) {
	mm = math.Inf(1)
	for i, b := range boxes {
		if d := n.SpanMM(fret, HandFret(b)) + shortfallMM*float64(len(b.Missing)); d < mm-1e-9 {
			box, mm = i, d
		}
	}
	return box, mm
}

// shortfallMM is what a missing note weighs against travel.
const shortfallMM = 1000

// HandFret is where the hand stands for a box: its lowest stopped fret.
func HandFret(b Box) int {
	low := 0
	for _, n := range b.Notes {
		if n.Fret > 0 && (low == 0 || n.Fret < low) {
			low = n.Fret
		}
	}
	return max(low, 1)
}
