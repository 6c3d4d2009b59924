package layout

import (
	"slices"
	"strconv"

	"evenladder/core/fretboard/neck"
)

// firstPosition has everything that lies under the hand in first position,
// with the open strings where the scale and the request have them. Keys and
// schools without open strings have the other named positions too.
func firstPosition(r Request) ([]Box, error) {
	var out []Box
	for i, p := range r.Positions {
		if i > 0 && r.anyOpen() {
			break
		}
		notes := r.inPosition(p)
		known := slices.ContainsFunc(out, func(b Box) bool { return slices.Equal(b.Notes, notes) })
		if len(notes) > 0 && !known {
			box := r.placed(p.Name, notes)
			box.Hand = p.Hand
			out = append(out, box)
		}
	}
	if movable, ok := r.fromRoot(); ok {
		out = append([]Box{movable}, out...)
	}
	return out, nil
}

// fewStrings is how many strings hold little more than an octave.
const fewStrings = 3

// fromRoot is one octave from the root on the lowest string, on necks that hold
// little more: where a key leaves that open string, the shape of the open one moves up
// with its root. ok is false where the root is open or past the first frets.
func (r *Request) fromRoot() (Box, bool) {
	low := r.Strings[0]
	fret := (r.Scale.Tonic.Class() - r.Neck.Open(low).MIDI()%12 + 12) % 12
	if len(r.Strings) > fewStrings || fret == 0 || fret > r.Frame.Last || fret < r.LowFret {
		return Box{}, false
	}
	one := *r
	one.Octaves, one.OctaveShape, one.LowFret, one.known = 1, cutShort, max(r.LowFret, 1), &knownHands{}
	box := one.octaveFrom(neck.Place{String: low, Fret: fret})
	box.Name = "from the root, fret " + strconv.Itoa(fret)
	return box, box.Complete()
}

// anyOpen reports whether an open string may sound.
func (r *Request) anyOpen() bool {
	for _, str := range r.Strings {
		if r.LowFret == 0 && r.Scale.Index(r.Neck.Open(str).MIDI()) >= 0 {
			return true
		}
	}
	return false
}

// inPosition takes each string from its lowest note up to the lowest of the
// next string, the last one to the end of the position.
func (r *Request) inPosition(p Position) []Note {
	var notes []Note
	for i, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		end := open + r.endOf(p, open)
		if i+1 < len(r.Strings) {
			next := r.Strings[i+1]
			if fret, ok := r.lowestIn(p, next); ok {
				end = r.Neck.Open(next).MIDI() + fret - 1
			}
		}
		first, ok := r.lowestIn(p, str)
		for fret := first; ok && fret <= min(end-open, r.HighFret); fret++ {
			inside := fret == first || fret >= p.Low
			if degree := r.Scale.Index(open + fret); degree >= 0 && inside {
				notes = append(notes, Note{neck.Place{String: str, Fret: fret}, open + fret, degree, Core})
			}
		}
	}
	return notes
}

// endOf is the last fret of a position on a string. It ends where the little
// finger ends: with the index on its last fret and a finger for each scale note
// from there, that may be past the usual end.
func (r *Request) endOf(p Position, open int) int {
	const between = 2 // middle and ring finger
	at := func(fret int) bool { return r.Scale.Index(open+fret) >= 0 }
	if p.Little == 0 || !at(p.Hand) || !at(p.Little) {
		return p.High
	}
	notes := 0
	for fret := p.Hand + 1; fret < p.Little; fret++ {
		notes += count(at(fret))
	}
	if notes != between {
		return p.High
	}
	return p.Little
}

// lowestIn is the lowest fret of a scale note on a string in a position.
func (r *Request) lowestIn(p Position, str int) (fret int, ok bool) {
	open := r.Neck.Open(str).MIDI()
	if r.LowFret == 0 && r.Scale.Index(open) >= 0 {
		return 0, true
	}
	for fret := max(p.Low, r.LowFret); fret <= min(p.High, r.HighFret); fret++ {
		if r.Scale.Index(open+fret) >= 0 {
			return fret, true
		}
	}
	return 0, false
}

// FourthFinger finds where an open note of a box lies for the school that
// takes the fourth finger coming down: on the next lower string, under the
// same hand. ok is false where the hand does not reach it.
func (r *Request) FourthFinger(b Box, n Note) (at neck.Place, ok bool) {
	if n.Fret != 0 {
		return neck.Place{}, false
	}
	limit := max(1+r.Frame.LastHome, r.position0())
	for i, str := range r.Strings {
		if str != n.String || i == 0 {
			continue
		}
		lower := r.Strings[i-1]
		fret := n.MIDI - r.Neck.Open(lower).MIDI()
		for _, m := range b.Notes {
			limit = max(limit, m.Fret)
		}
		return neck.Place{String: lower, Fret: fret}, fret > 0 && fret <= min(limit, r.HighFret)
	}
	return neck.Place{}, false
}

// position0 is the last fret of the usual low position, 0 where none is named.
func (r *Request) position0() int {
	if len(r.Positions) == 0 {
		return 0
	}
	return r.Positions[0].High
}
