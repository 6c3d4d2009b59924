package take

import (
	"evenladder/core/music/piece"
	"evenladder/core/theory/pitch"
)

// pretty is the name of a note of a piece with its signs.
func pretty(e piece.Event) string { return pitch.Pretty(e.Name) }

// nameOf names a pitch that was heard for a note that was planned: as the piece names it, else
// a half step off as that note with a sign, else with the signs of the key.
func nameOf(p piece.Piece, planned piece.Event, midi int) string {
	class := midi % octave
	for _, e := range p.Events {
		if e.MIDI%octave == class {
			return pretty(e)
		}
	}
	n, err := pitch.ParseName(planned.Name)
	if by := midi - planned.MIDI; err == nil && (by == 1 || by == -1) && !plain(class) {
		if acc := n.Accidental() + by; acc >= -1 && acc <= 1 {
			return pitch.Pretty(string(n.Letter()) + map[int]string{-1: "b", 0: "", 1: "#"}[acc])
		}
	}
	low := -1 // fifths from F on
	if len(p.Keys) > 0 && p.Keys[0].Fifths < 0 {
		low = -6 // from G flat on
	}
	for fifths := low; fifths < low+octave; fifths++ {
		if name := pitch.FromFifths(fifths); name.Class() == class {
			return name.Pretty()
		}
	}
	return ""
}

// plain reports whether a pitch class has a name without a sign.
func plain(class int) bool {
	for fifths := -1; fifths <= 5; fifths++ {
		if pitch.FromFifths(fifths).Class() == class {
			return true
		}
	}
	return false
}
