package phrase

import (
	"fmt"
	"math"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
)

// easyFret is the highest fret that a phrase without octaves is laid under where it can be.
const easyFret = 9

// placed is a line in the octave in which the instrument plays it. One that names no octave lies where the hand is at
// home, between the nut and fret 9. What stands on a staff sounds an octave lower on a guitar or a bass, as their music is
// written. Any other stays as it sounds. What the neck does not have there is moved as a whole to the nearest octave that it
// has. Moves from a named octave are said.
func placed(l line.Line, on neck.Neck, family neck.Family) line.Line {
	if slices.ContainsFunc(l.Notes, func(n line.Note) bool { return n.Place != nil }) {
		return l // it says where it lies
	}
	if l.Loose {
		if up, ok := AtHome(l.Notes, on, true); ok {
			return raised(l, up)
		}
	}
	low, high := rangeOf(l.Notes)
	bottom, top := openOn(on)
	usual, why := 0, "so that it fits on the neck"
	if l.Staff && family.OctaveLower() {
		usual = -octave
	}
	up, ok := moveInto(low, high, bottom, top+on.Frets, 2*usual)
	if !ok || up == 0 {
		return l
	}
	if up == usual {
		why = "as music for this instrument sounds"
	}
	way := "higher"
	if up < 0 {
		way = "lower"
	}
	l = raised(l, up)
	if !l.Loose {
		l.Left = append(slices.Clone(l.Left), fmt.Sprintf("%s %s than written, %s",
			english.CountInWords(max(up, -up)/octave, "octave", "octaves"), way, why))
	}
	return l
}

// AtHome is by how many semitones, whole octaves, notes are moved to lie where the hand is at home on a neck, between the nut
// and fret 9: as near to their own pitch as that is, or in the middle of it where they are loose; or else anywhere on the neck.
// ok is false where it does not have them.
func AtHome(notes []line.Note, on neck.Neck, loose bool) (up int, ok bool) {
	low, high := rangeOf(notes)
	bottom, top := openOn(on)
	home, wished := top+min(easyFret, on.Frets), 0
	if loose {
		wished = bottom + home - low - high
	}
	if up, ok = moveInto(low, high, bottom, home, wished); ok {
		return up, ok
	}
	return moveInto(low, high, bottom, top+on.Frets, 0)
}

func rangeOf(notes []line.Note) (low, high int) {
	low = math.MaxInt
	for _, n := range notes {
		low, high = min(low, n.MIDI), max(high, n.MIDI)
	}
	return low, high
}

// openOn are the lowest and the highest open string of a neck.
func openOn(on neck.Neck) (bottom, top int) {
	bottom = math.MaxInt
	for str := 1; str <= on.Strings(); str++ {
		open := on.Open(str).MIDI()
		bottom, top = min(bottom, open), max(top, open)
	}
	return bottom, top
}

// moveInto is by how many semitones, whole octaves, notes from low to high are moved to lie between two pitches: of the moves
// that do, that whose double is nearest to what is wished. ok is false where none does.
func moveInto(low, high, bottom, top, wished int) (up int, ok bool) {
	least := math.MaxInt
	for by := -10 * octave; by <= 10*octave; by += octave {
		if low+by < bottom || high+by > top {
			continue
		}
		if off := 2*by - wished; max(off, -off) < least {
			up, ok, least = by, true, max(off, -off)
		}
	}
	return up, ok
}

func raised(l line.Line, by int) line.Line {
	notes := slices.Clone(l.Notes)
	for i := range notes {
		notes[i].MIDI += by
	}
	l.Notes = notes
	return l
}
