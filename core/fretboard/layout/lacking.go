package layout

// Lack is why a box does not have a pitch of its scale.
type Lack struct {
	Why    Why
	String int // that it is about, 0 for none
}

// Why is a reason why a pitch is missing.
type Why uint8

const (
	NoFret      Why = iota // the string that the layout has for it ends before
	BelowNut               // it would lie behind the nut of that string
	TooHigh                // it is above the last fret of every string
	TooLow                 // it is below every open string
	FretsAsked             // it lies on frets that the request leaves out
	OtherString            // it lies on strings that the request leaves out
	NoString               // the hand would need another string beyond the last
	NotUnder               // the hand does not come to it from where it stands
)

// Lacking says why a box does not have a pitch that it lacks.
func (r *Request) Lacking(b Box, m Missing) Lack {
	on := m.At.String
	switch {
	case on > 0 && m.At.Fret > r.Neck.Frets:
		return Lack{NoFret, on}
	case on > 0 && m.At.Fret < 0:
		return Lack{BelowNut, on}
	case on > 0:
		return Lack{FretsAsked, 0}
	}
	midi := m.MIDI()
	switch asked, anywhere := r.lies(midi); {
	case asked && r.endsOnLast(b, midi):
		return Lack{NoString, 0}
	case asked:
		return Lack{NotUnder, 0}
	case anywhere:
		return r.leftOut(midi)
	case midi < r.Neck.Open(r.Strings[0]).MIDI():
		return Lack{TooLow, 0}
	}
	return Lack{TooHigh, 0}
}

// lies reports whether a pitch is on the strings and frets that are asked for, and
// whether the neck has it at all.
func (r *Request) lies(midi int) (asked, anywhere bool) {
	for str := 1; str <= r.Neck.Strings(); str++ {
		fret := midi - r.Neck.Open(str).MIDI()
		anywhere = anywhere || fret >= 0 && fret <= r.Neck.Frets
	}
	for _, str := range r.Strings {
		fret := midi - r.Neck.Open(str).MIDI()
		asked = asked || fret >= r.LowFret && fret <= r.HighFret
	}
	return asked, anywhere
}

// leftOut tells strings that are left out from frets that are.
func (r *Request) leftOut(midi int) Lack {
	for _, str := range r.Strings {
		if fret := midi - r.Neck.Open(str).MIDI(); fret >= 0 && fret <= r.Neck.Frets {
			return Lack{FretsAsked, 0}
		}
	}
	return Lack{OtherString, 0}
}

// endsOnLast reports whether a pitch lies above a box that ends on the last string.
func (r *Request) endsOnLast(b Box, midi int) bool {
	top := b.Notes[len(b.Notes)-1]
	return midi > top.MIDI && top.String == r.Strings[len(r.Strings)-1]
}
