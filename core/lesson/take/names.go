package take

import (
	"evenladder/core/music/piece"
	"evenladder/core/theory/pitch"
)

// pretty is the name of a note of a piece with its signs.
func pretty(e piece.Event) string { return pitch.Pretty(e.Name) }

// nameOf names a pitch that was heard for a note that was planned: a half step off as that
// note with a sign, else as the piece names it, else with the signs of its key.
func nameOf(p piece.Piece, planned piece.Event, midi int) string {
	class := midi % octave
	n, err := pitch.ParseName(planned.Name)
	if by := midi - planned.MIDI; err == nil && (by == 1 || by == -1) {
		if acc := n.Accidental() + by; acc >= -1 && acc <= 1 {
			return pitch.Pretty(string(n.Letter()) + map[int]string{-1: "b", 0: "", 1: "#"}[acc])
		}
	}
	for _, e := range p.Events {
		if e.MIDI%octave == class {
			return pretty(e)
		}
	}
	flats := len(p.Keys) > 0 && p.Keys[0].Fifths < 0
	low, high := -1, 10 // fifths from F to A sharp
	if flats {
		low, high = -6, 5 // from G flat to B
	}
	for fifths := low; fifths <= high; fifths++ {
		if name := pitch.FromFifths(fifths); name.Class() == class {
			return name.Pretty()
		}
	}
	return ""
}
