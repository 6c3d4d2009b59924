package layout

import (
	"slices"

	"evenladder/core/fretboard/neck"
)

// Ranks of a place under the hand: the lower is taken where a pitch lies on
// two strings.
const (
	atHome = iota + 1
	openString
	reachBack
	reachForward
	reachLast
	outOfHand

	openAtOnce = 0 // an open string where open strings come first
)

// hold says how a hand at a position takes what is not at home under it.
type hold struct {
	openFirst    bool // open strings come first
	underAlone   bool // open strings sound where the hand has them under it, not beside it
	forwardFirst bool // the little finger reaches rather than the index
}

// rank says what a fret asks of a hand at a position.
func (r *Request) rank(fret, position int, h hold) int {
	offset := fret - position
	switch {
	case fret < r.LowFret || fret > r.HighFret:
		return outOfHand
	case fret == 0 && h.openFirst:
		return openAtOnce
	case offset >= r.Frame.FirstHome && offset <= r.Frame.LastHome:
		return atHome
	case fret == 0 && (position <= 1 || !h.underAlone && position+r.Frame.First <= 1):
		return openString
	case offset < r.Frame.FirstHome && offset >= r.Frame.First && h.forwardFirst:
		return reachLast
	case offset < r.Frame.FirstHome && offset >= r.Frame.First:
		return reachBack
	case offset > r.Frame.LastHome && offset <= r.Frame.Last:
		return reachForward
	}
	return outOfHand
}

// under lists the scale notes that lie under a hand at a position, lowest
// first, each pitch once at the place that asks least of the hand; of equal
// places the one on the lower string. Open strings sound with the first
// positions.
func (r *Request) under(position int, h hold) []Note {
	var places [maxMIDI + 1]struct{ str, rank int8 }
	found, low, high := 0, maxMIDI, 0
	first, last := position+r.Frame.First, min(position+r.Frame.Last, r.Neck.Frets)
	for _, str := range r.Strings {
		open := r.Neck.Open(str).MIDI()
		from := max(first, 0)
		if first == 1 {
			from = 0 // the open strings beside the second position
		}
		for fret := from; fret <= last; fret++ {
			midi := open + fret
			if r.Scale.Index(midi) < 0 {
				continue
			}
			rank := int8(r.rank(fret, position, h))
			p := &places[midi]
			if rank == outOfHand || p.str != 0 && p.rank <= rank {
				continue
			}
			if p.str == 0 {
				found++
			}
			p.str, p.rank = int8(str), rank
			low, high = min(low, midi), max(high, midi)
		}
	}
	notes := make([]Note, 0, found)
	for midi := low; midi <= high; midi++ {
		if str := int(places[midi].str); str != 0 {
			notes = append(notes, Note{neck.Place{String: str, Fret: midi - r.Neck.Open(str).MIDI()}, midi,
				r.Scale.Index(midi), Core})
		}
	}
	return notes
}

// knownHands are the notes under the hand at each position, found once: with open
// strings first, or not.
type knownHands [2][neck.MaxFrets + 1][]Note

// underKnown is under, where it is asked for again and again.
func (r *Request) underKnown(position int, openFirst bool) []Note {
	known := &r.known[count(openFirst)][position]
	if *known == nil {
		*known = r.under(position, hold{openFirst: openFirst})
	}
	return *known
}

// maxMIDI is past the highest pitch on any neck: B8 and 36 frets.
const maxMIDI = 160

// gaps are the scale pitches between two notes of a rising row that the row
// passes over.
func (r *Request) gaps(notes []Note) []int {
	var out []int
	for i := 1; i < len(notes); i++ {
		for m := r.Scale.Next(notes[i-1].MIDI); m < notes[i].MIDI; m = r.Scale.Next(m) {
			out = append(out, m)
		}
	}
	return out
}

// alike completes the highest string as the lowest one where both have the
// same letter, so that the two E strings of a guitar carry the same frets. Where
// that would open a gap the notes stay as they are.
func (r *Request) alike(notes []Note) []Note {
	low, high := r.Strings[0], r.Strings[len(r.Strings)-1]
	apart := r.Neck.Open(high).MIDI() - r.Neck.Open(low).MIDI()
	if low == high || apart == 0 || apart%12 != 0 {
		return notes
	}
	var frets uint64 // of the low string, a bit each
	for _, n := range notes {
		if n.String == low {
			frets |= 1 << n.Fret
		}
	}
	if frets == 0 {
		return notes
	}
	out := make([]Note, 0, len(notes)+4)
	open := r.Neck.Open(high).MIDI()
	for _, n := range notes {
		fret := n.MIDI - open
		same := fret >= 0 && frets>>fret&1 == 1
		if n.String != high && !same {
			out = append(out, n)
		}
	}
	for _, n := range notes {
		if n.String == low {
			out = append(out, Note{neck.Place{String: high, Fret: n.Fret}, n.MIDI + apart, n.Degree, n.Layer})
		}
	}
	slices.SortStableFunc(out, func(a, b Note) int { return a.MIDI - b.MIDI })
	if len(r.gaps(out)) > len(r.gaps(notes)) {
		return notes
	}
	return out
}

// placed makes a box of notes in rising order, naming what lies between them
// and is not there.
func (r *Request) placed(name string, notes []Note, missing ...int) Box {
	b := Box{Name: name, Degree: notes[0].Degree, Notes: notes}
	missing = append(r.gaps(notes), missing...)
	slices.Sort(missing)
	for _, m := range slices.Compact(missing) {
		b.Missing = append(b.Missing, Missing{Pitch: r.Scale.Pitch(m)})
	}
	b.Corrections = r.corrections(notes)
	return b
}

// corrections are those of the crossings between the strings that notes lie on.
func (r *Request) corrections(notes []Note) []Correction {
	var used [neck.MaxStrings + 1]bool
	for _, n := range notes {
		used[n.String] = true
	}
	var strs [neck.MaxStrings]int
	count := 0
	for _, str := range r.Strings {
		if used[str] {
			strs[count] = str
			count++
		}
	}
	return Corrections(r.Neck, strs[:count])
}
