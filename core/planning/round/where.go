package round

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// rule is a way to find where each key is played; brief.Wheres says in words what
// they are.
type rule struct {
	// settle is what becomes of the brief, in every key.
	settle func(*brief.Reading)
	find   func(*spec) ([]found, error)
	// dropped says why a root lies lower than a step up from the one before.
	dropped func(before, now played) string
}

// rules by the id of the round's place.
var rules = map[string]rule{
	brief.Lowest:        {startingOnRoots, lowest, runsOut},
	brief.SameShape:     {asItIs, sameShape, fretsEnd},
	brief.Nearest:       {asItIs, nearest, liesHere},
	brief.OnePosition:   {asItIs, onePosition, liesHere},
	brief.FirstPosition: {inFirstPosition, firstPosition, liesHere},
}

func asItIs(*brief.Reading) {}

// found is a key with the box that it is played in.
type found struct {
	plan.Laid
	box layout.Box
}

// withFingers is a key with the fingers that are set by hand in the first one,
// where its box is the first one's shape moved.
func (f found) withFingers(s *spec) found {
	held := s.Brief.Hand.Fingers
	own, box := s.first.Chosen().Notes, f.box.Notes
	if len(held) == 0 || len(own) != len(box) {
		return f
	}
	moved := make([]string, 0, len(held))
	for i, n := range own {
		if n.String-own[0].String != box[i].String-box[0].String || n.Fret-own[0].Fret != box[i].Fret-box[0].Fret {
			return f
		}
		if finger := s.first.Fingers[n.Place]; finger > 0 && f.Style.School.Takes(finger, box[i].Fret) {
			moved = append(moved, brief.Held(box[i].Place, finger))
		}
	}
	f.Laid.Reading = f.WithFingers(moved)
	return f
}

// asAsked is a key with the box and the fingers that are chosen for it in the round,
// and what of them cannot be had.
func (f found) asAsked(s *spec) (_ found, remarks []string) {
	tonic := f.Scale.Tonic
	if box, ok := s.Keys.Boxes[tonic]; ok {
		if box > len(f.Boxes) {
			remarks = append(remarks, fmt.Sprintf("Box %d of %s isn't used: there are only %s there.", box, s.Say(tonic),
				english.Count(len(f.Boxes), "box", "boxes")))
		} else {
			f = at(f.Laid, box-1)
		}
	}
	held := f.Brief.Hand.Fingers
	for _, text := range s.Keys.Fingers[tonic] {
		p, finger, _ := brief.ReadHeld(text)
		here := slices.ContainsFunc(f.box.Notes, func(n layout.Note) bool { return n.Place == p })
		if !here || !f.Style.School.Takes(finger, p.Fret) {
			remarks = append(remarks, fmt.Sprintf("The %s on string %d, fret %d of %s isn't used: it's not in the box that is played.", hand.FingerWords[finger], p.String, p.Fret, s.Say(tonic)))
			continue
		}
		held = brief.Hold(held, p, finger)
	}
	f.Laid.Reading = f.WithFingers(held)
	return f, remarks
}

// at takes a box of what is laid.
func at(l plan.Laid, box int) found {
	l = l.At(box)
	return found{l, l.Boxes[box]}
}

// each lays every key out by the rule and takes a box of it. The first is laid
// already.
func (s *spec) each(choose func(plan.Laid) (int, error)) ([]found, error) {
	out := make([]found, 0, len(s.Keys.All))
	for i, key := range s.Keys.All {
		l := s.first
		if i > 0 {
			var err error
			if l, err = s.lay(key, unchanged); err != nil {
				return nil, err
			}
		}
		box, err := choose(l)
		if err != nil {
			return nil, err
		}
		out = append(out, at(l, box))
	}
	return out, nil
}

func unchanged(*brief.Brief) {}

func noBox(b *brief.Brief) { *b = brief.Fields.Bare(*b, "scale.tonic") }

// lowest takes each key from its lowest root from which the scale is whole; of
// places that sound alike, the one nearest to the nut, with the fewest reaches.
// Layouts that do not begin on any string give way to all starts from the root.
func lowest(s *spec) ([]found, error) {
	return s.each(func(l plan.Laid) (int, error) {
		best := -1
		for i, b := range l.Boxes {
			if rootOf(b) >= 0 && (best < 0 || lower(b, l.Boxes[best])) {
				best = i
			}
		}
		if best < 0 {
			return 0, misplaced("no box of %s has its root: give another layout, a wider stretch of the neck, or another place", l.Scale.Title())
		}
		return best, nil
	})
}

// startingOnRoots lays out all starts from the root where the layout does not
// begin on any string.
func startingOnRoots(r *brief.Reading) {
	noBox(&r.Brief)
	if !r.NamesLayout() && !r.System.Uses.AnyString {
		one, root := 1, 1
		l := &r.Brief.Layout
		l.System, l.Octaves, l.FromDegree = "from-degree", &one, &root
	}
}

// rootOf is the index of the lowest root of a box, -1 where it has none.
func rootOf(b layout.Box) int {
	return slices.IndexFunc(b.Notes, func(n layout.Note) bool { return n.Degree == 0 })
}

// lower reports whether a box with a root is to be taken before another: it
// begins on its root, it lacks less, its root is lower, or the same root is
// nearer to the nut.
func lower(a, b layout.Box) bool {
	root, second := rootOf(a), rootOf(b)
	first, other := a.Notes[root], b.Notes[second]
	switch {
	case (root == 0) != (second == 0):
		return root == 0
	case a.Shortfall() != b.Shortfall():
		return a.Shortfall() < b.Shortfall()
	case first.MIDI != other.MIDI:
		return first.MIDI < other.MIDI
	}
	return first.Fret < other.Fret
}

// nearest takes the boxes with the least travel of the hand over the whole
// round, beginning with the chosen one.
func nearest(s *spec) ([]found, error) {
	laid := make([]plan.Laid, len(s.Keys.All))
	lists := make([][]layout.Box, len(s.Keys.All))
	own := s.first.Box()
	laid[0], lists[0] = s.first, s.first.Boxes[own:own+1]
	for i, key := range s.Keys.All[1:] {
		l, err := s.lay(key, noBox)
		if err != nil {
			return nil, err
		}
		laid[i+1], lists[i+1] = l, l.Boxes
	}
	choice, _ := layout.Nearest(s.first.Neck, lists)
	choice[0] = own
	out := make([]found, len(laid))
	for i, l := range laid {
		out[i] = at(l, choice[i])
	}
	return out, nil
}

// firstPosition has all that lies in first position.
func firstPosition(s *spec) ([]found, error) {
	return s.each(func(l plan.Laid) (int, error) {
		return max(slices.IndexFunc(l.Boxes, func(b layout.Box) bool { return b.Hand > 0 }), 0), nil
	})
}

// inFirstPosition plays over the full range where the brief asks for the
// straight scale.
func inFirstPosition(r *brief.Reading) {
	noBox(&r.Brief)
	r.Brief.Layout.System = r.Keys.Where.Layout
	if !r.NamesPattern() {
		r.Brief.Run.Pattern = run.FullRange
	}
}

// onePosition takes of each key the box that lies nearest to the hand of the
// chosen one; a whole box before a cut one, and the nearer to the nut of two.
func onePosition(s *spec) ([]found, error) {
	here := layout.HandFret(s.first.Chosen())
	out := []found{at(s.first, s.first.Box())}
	for _, key := range s.Keys.All[1:] {
		best, distance := found{}, math.Inf(1)
		// The layout puts each box as low as it is whole: behind the hand, its
		// repeat twelve frets on may lie nearer.
		for _, low := range []int{0, max(here-1, 0)} {
			l, err := s.lay(key, func(b *brief.Brief) {
				noBox(b)
				if low > *b.Layout.LowFret {
					b.Layout.LowFret = &low
				}
			})
			if err != nil {
				continue // nothing lies past this fret
			}
			if box, mm := layout.Closest(s.first.Neck, here, l.Boxes); mm < distance {
				best, distance = at(l, box), mm
			}
		}
		if best.Boxes == nil {
			return nil, misplaced("%s has no box near this hand: give a wider stretch of the neck", s.Say(key.Tonic))
		}
		out = append(out, best)
	}
	return out, nil
}

// sameShape moves the chosen box along the neck, a step of the round up at each
// key, and folds an octave where the frets end.
func sameShape(s *spec) ([]found, error) {
	shape := s.first.Chosen().Notes
	moves, misfits := s.moves(shape)
	if len(misfits) > 0 {
		return nil, misplaced("the shape does not fit between frets %d and %d in %s: give a box of fewer frets, an order of your own without these keys, or another place",
			*s.first.Brief.Layout.LowFret, *s.first.Brief.Layout.HighFret, strings.Join(misfits, " "))
	}
	out := make([]found, 0, len(s.Keys.All))
	for i, key := range s.Keys.All {
		f, ok := s.shapeAt(key, shape, moves[i])
		if !ok {
			return nil, misplaced("the layout has no such shape %d frets higher, in %s: give a layout whose boxes can be moved, or another place", moves[i], s.Say(key.Tonic))
		}
		out = append(out, f)
	}
	return out, nil
}

// moves are the frets that a shape moves to each key, towards the bridge
// positive, and the keys in which it lies outside the frets.
func (s *spec) moves(shape []layout.Note) (moves []int, misfits []string) {
	low, high := shape[0].Fret, shape[0].Fret
	for _, n := range shape {
		low, high = min(low, n.Fret), max(high, n.Fret)
	}
	from, to := *s.first.Brief.Layout.LowFret, *s.first.Brief.Layout.HighFret
	moved := 0
	for i, key := range s.Keys.All {
		if i > 0 {
			moved += up(s.Keys.All[i-1].Tonic, key.Tonic)
		}
		for moved+high > to {
			moved -= 12
		}
		if moved+low < lowestAfter(moved, from) && moved+12+high <= to {
			moved += 12 // stopped frets before open strings
		}
		if moved+low < from {
			misfits = append(misfits, s.Say(key.Tonic))
		}
		moves = append(moves, moved)
	}
	return moves, misfits
}

// shapeAt finds a shape in another key. Where the layout has it further down
// the neck, it is laid out from the shape's lowest fret.
func (s *spec) shapeAt(key brief.Key, shape []layout.Note, moved int) (found, bool) {
	low, high := 1<<8, 0
	for _, n := range shape {
		low, high = min(low, n.Fret+moved), max(high, n.Fret+moved)
	}
	for _, change := range []func(*brief.Brief){
		noBox,
		func(b *brief.Brief) { noBox(b); b.Layout.LowFret = &low },
		func(b *brief.Brief) { noBox(b); b.Layout.LowFret, b.Layout.HighFret = &low, &high },
		func(b *brief.Brief) { noBox(b); b.Layout.LowFret, b.Hand.Open = &low, string(hand.OpenClosed) },
	} {
		l, err := s.lay(key, change)
		if err != nil {
			continue
		}
		for i, box := range l.Boxes {
			if slices.EqualFunc(box.Notes, shape, func(a, b layout.Note) bool {
				return a.Place == neck.Place{String: b.String, Fret: b.Fret + moved}
			}) {
				return at(l, i), true
			}
		}
	}
	return found{}, false
}

// up is the distance from a tonic up to the next, in semitones below an octave.
func up(from, to pitch.Name) int { return (to.Class() - from.Class() + 12) % 12 }

// lowestAfter is the lowest fret that a moved shape may have: what was an open
// string is stopped now.
func lowestAfter(moved, from int) int {
	if moved == 0 {
		return from
	}
	return max(from, 1)
}
