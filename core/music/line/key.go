package line

import (
	"fmt"
	"math"
	"strconv"

	"evenladder/core/base/table"
	"evenladder/core/music/rhythm"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Key is the key that a source says a line is in.
type Key struct {
	Tonic  pitch.Name // not valid where no more than the signature is said
	Mode   string     // of the tonic, an id of the catalogue
	Fifths int        // sharps of the signature, flats below 0
}

// Signed is the key of a signature and a mode, an id of the catalogue; without a mode it has no tonic.
func Signed(fifths int, mode string) Key {
	for n := -15; n <= 15; n++ { // every tonic that a signature may have
		tonic := pitch.FromFifths(n)
		if id, ok := scale.ModeOf(tonic, fifths); ok && id == mode {
			return Key{tonic, mode, fifths}
		}
	}
	return Key{Fifths: fifths}
}

// countedAs are meters in halves, with those that they are written in.
var countedAs = map[string]string{"2/2": "4/4", "3/2": "6/4"}

// In is a line whose times, in quarter notes, are in the beats of a meter: in 6/8 a beat is three eighths. A meter that
// is not among those that are written is written in another, or left out; that is said.
func (l Line) In(over, under int) Line {
	name := strconv.Itoa(over) + "/" + strconv.Itoa(under)
	if other, ok := countedAs[name]; ok {
		l.Left = append(l.Left, "the meter "+name+" (written as "+other+")")
		name = other
	}
	m, ok := table.Find(rhythm.Meters, name)
	if !ok {
		l.Left = append(l.Left, "the meter "+name+" (counted in quarter notes)")
		return l
	}
	l.Meter = m.ID
	if m.Compound {
		l = l.dotted()
	}
	return l.pickedUp()
}

// WithPickUp has its pick-up found: what is left of the first bar from the first note on, where that is less than a whole bar
// and the line goes on after it. The first bar line and the first note are in quarter notes from the start of the source.
func (l Line) WithPickUp(barLine, bar, first float64) Line {
	if left := barLine - first; left > 0 && left < bar-1e-6 && l.Notes[len(l.Notes)-1].At > left-1e-6 {
		l.PickUp = left
	}
	return l
}

// pickedUp keeps a pick-up of whole beats. Another one begins on the beat, which is said.
func (l Line) pickedUp() Line {
	whole := math.Round(l.PickUp)
	if math.Abs(l.PickUp-whole) > near {
		l.Left = append(l.Left, fmt.Sprintf("a pick-up of %.3g beats (it begins on the beat)", l.PickUp))
		whole = 0
	}
	l.PickUp = whole
	return l
}

// dotted has its times in dotted quarters.
func (l Line) dotted() Line {
	l.PickUp /= quartersOfDotted
	notes := make([]Note, len(l.Notes))
	for i, n := range l.Notes {
		n.At, n.Beats = n.At/quartersOfDotted, n.Beats/quartersOfDotted
		notes[i] = n
	}
	l.Notes = notes
	return l
}

// quartersOfDotted is how long a dotted quarter is, in quarter notes.
const quartersOfDotted = 1.5
