package call

import (
	"evenladder/core/lesson/take"
	"evenladder/core/planning/brief"
)

// Heard is the pitch that a note which was heard is taken for, as an answer to a call: that of
// the right answer where the sound allows it, for the ear that hears an octave cannot tell it
// from its neighbour; else the likeliest.
func Heard(a Answered, note take.Heard) (midi int, err error) {
	_, _, c, err := a.open()
	if err != nil {
		return 0, err
	}
	if c.Answer.Note != nil && note.Is(c.Answer.MIDI) {
		return c.Answer.MIDI, nil
	}
	if c.Answer.Note == nil {
		for _, n := range c.Answer.Notes {
			if note.Is(n.MIDI) {
				return n.MIDI, nil
			}
		}
	}
	return note.MIDI, nil
}

// Range are the lowest and the highest pitch that an instrument can answer with.
func Range(b brief.Brief) (low, high int, err error) {
	r, err := brief.Read(b)
	if err != nil {
		return 0, 0, err
	}
	low, high = 127, 0
	for str := 1; str <= r.Neck.Strings(); str++ {
		open := r.Neck.Open(str).MIDI()
		low, high = min(low, open), max(high, open+r.Neck.Frets)
	}
	return low, high, nil
}
