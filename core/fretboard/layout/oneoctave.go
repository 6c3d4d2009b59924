package layout

import (
	"cmp"
	"math"
	"slices"
	"strconv"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
)

// oneOctave has one box for each root on each string: one octave under one hand,
// or evenly over the strings. Where strings run out it goes on along the last one,
// unless it is to be cut short there; where frets run out it is. Each leads on to
// the box that begins on the root it ends with.
func oneOctave(r Request) ([]Box, error) {
	r.Octaves, r.known = 1, &knownHands{}
	var out []Box
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		for fret := r.LowFret; fret <= r.HighFret; fret++ {
			if r.Scale.Index(open+fret) == 0 {
				out = append(out, r.octaveFrom(neck.Place{String: str, Fret: fret}))
			}
		}
	}
	r.easiestFirst(out)
	link(out, r.Scale.Len()+1)
	return out, nil
}

// OctaveShapes are the shapes of one octave, in picker order.
var OctaveShapes = []table.Row{
	{ID: underHand, Name: "an octave under one hand", Why: "the hand stays; each string holds the notes within reach"},
	{ID: "even", Name: "an even octave", Phrase: "the same number of notes on each string",
		Why: "three, three and two: regular for rhythm and picking, the same shape from every root"},
	{ID: cutShort, Name: "an octave as far as the strings allow", Phrase: "stops where the strings run out",
		Why: "the hand stays; the plan names notes that don't fit"},
}

const underHand, evenShape, cutShort = "one-hand", "even", "cut-short"

// octaveFrom is the octave from a root. The even shape is taken under one hand
// too where it asks no more of it.
func (r *Request) octaveFrom(root neck.Place) Box {
	b := r.evenOctave(root)
	if r.OctaveShape != evenShape {
		best := handful{b.notes, r.reachesOf(b.notes)}
		for _, notes := range r.underOneHand(root) {
			if h := (handful{notes, r.reachesOf(notes)}); h.compare(best) < 0 {
				best = h
				b.notes, b.missing = notes, nil
				for _, midi := range r.octavesFrom(r.Neck.MIDI(root))[len(notes):] {
					b.lacks(midi, neck.Place{})
				}
			}
		}
	}
	goesOn := 0
	if r.OctaveShape != cutShort {
		goesOn = b.goOn()
	}
	box := b.box(0, placeName(root.String, root.Fret))
	box.GoesOn = goesOn
	box.Corrections = r.corrections(box.Notes)
	return box
}

// evenOctave has three notes a string, or two where the scale has five notes or
// fewer.
func (r *Request) evenOctave(root neck.Place) builder {
	each := 3
	if r.Scale.Len() < 6 {
		each = 2
	}
	b := builder{Request: r, notes: make([]Note, 0, r.Scale.Len()+1)}
	at := slices.Index(r.Strings, root.String)
	for i, midi := range r.octavesFrom(r.Neck.MIDI(root)) {
		if s := at + i/each; s < len(r.Strings) {
			b.add(r.Strings[s], midi, Core)
		} else {
			b.lacks(midi, neck.Place{})
		}
	}
	return b
}

// goOn takes what an octave lacks along its last string, where that is the last one
// there is, as far as the frets go, and counts that.
func (b *builder) goOn() int {
	last := b.Strings[len(b.Strings)-1]
	if len(b.notes) == 0 || b.notes[len(b.notes)-1].String != last {
		return 0
	}
	lacking := b.missing
	b.missing = nil
	b.notes = slices.Clip(b.notes)
	held := len(b.notes)
	for _, m := range lacking {
		b.add(last, m.MIDI(), Core)
	}
	return len(b.notes) - held
}

// longNeckMM is the scale length from which boxes are offered by how easy they are.
const longNeckMM = 1000

// easiestFirst orders the boxes of a long neck: what lies under the hand before what
// does not, and low on the neck, where the hand is at home, before high.
func (r *Request) easiestFirst(boxes []Box) {
	if r.Neck.ScaleLengthMM < longNeckMM {
		return
	}
	slices.SortStableFunc(boxes, func(a, b Box) int {
		return cmp.Or(cmp.Compare(a.Shortfall(), b.Shortfall()), cmp.Compare(fretsOf(a)*len(b.Notes),
			fretsOf(b)*len(a.Notes)))
	})
}

// fretsOf adds up the frets of a box.
func fretsOf(b Box) (sum int) {
	for _, n := range b.Notes {
		sum += n.Fret
	}
	return sum
}

// reachesOf counts the notes off their home under the hand that needs the
// fewest such.
func (r *Request) reachesOf(notes []Note) int {
	_, high := fretRange(notes)
	least := unheld
	for position := max(high-r.Frame.Last, 1); position <= high-r.Frame.First; position++ {
		least = min(least, r.reachesAt(notes, position))
	}
	return least
}

// reachesAt counts the notes off their home under a hand at a position.
func (r *Request) reachesAt(notes []Note, position int) (reaches int) {
	for _, n := range notes {
		rank := r.rank(n.Fret, position, hold{openFirst: true})
		if rank == outOfHand {
			return unheld
		}
		reaches += count(rank >= reachBack)
	}
	return reaches
}

// unheld is more reaches than any hand has, where it does not hold the notes.
const unheld = 1 << 20

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
// each to the next, whole boxes under the hand before all; of equal ways the one that moves
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
			w.cost += shortfallMM * float64(b.Shortfall())
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
		if d := n.SpanMM(fret, HandFret(b)) + shortfallMM*float64(b.Shortfall()); d < mm-1e-9 {
			box, mm = i, d
		}
	}
	return box, mm
}

// shortfallMM is what a missing note weighs against travel.
const shortfallMM = 1000

// HandFret is where the hand stands for a box: at home, or at its lowest stopped
// fret.
func HandFret(b Box) int {
	if b.Hand > 0 {
		return b.Hand
	}
	low := 0
	for _, n := range b.Notes {
		if n.Fret > 0 && (low == 0 || n.Fret < low) {
			low = n.Fret
		}
	}
	return max(low, 1)
}
