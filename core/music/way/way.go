// Package way is the ways to lay a line of notes on a neck.
//
// A way is a rule for which places a note may have: those of a box, those under one hand, those of
// one string, any. Which of them each note takes, and with which fingers, the hand chooses, so that
// all of it together asks least. Ways is the table of the rules.
package way

import (
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/theory/scale"
)

// Ids of the ways.
const (
	Box         = "box"
	Position    = "position"
	Least       = "least"
	Low         = "low"
	OpenStrings = "open-strings"
	Legato      = "legato"
	OneString   = "one-string"
	AsGiven     = "as-given"
)

// Way is a rule for the places of a line.
type Way struct {
	table.Row      // its phrase stands after "played"
	Number    bool // it goes by a number: the fret of a position, a string
	Wish      hand.Wish
	numbers   func(f *Field) []int                          // that it may go by, where it does
	may       func(f *Field, note, number int) []neck.Place // where a note may lie
}

// Ways are all ways in picker order.
var Ways = []Way{
	{Row: table.Row{ID: Box, Name: "in the box", Phrase: "in the box",
		Why: "the places of the box, with notes outside the scale beside them"}, may: inBox},
	{Row: table.Row{ID: Position, Name: "under one hand", Phrase: "under one hand", Why: "the hand stays in one position"},
		Number: true, numbers: positions, may: underHand},
	{Row: table.Row{ID: Least, Name: "wherever it's easiest", Phrase: "wherever it's easiest",
		Why: "the places that are easiest for the hand, the lower ones if equal"},
		Wish: hand.Wish{Fret: 0.3}, may: anywhere},
	{Row: table.Row{ID: Low, Name: "low", Phrase: "low on the neck", Why: "the lowest frets that fit"},
		Wish: hand.Wish{Fret: 6}, may: anywhere},
	{Row: table.Row{ID: OpenStrings, Name: "with open strings", Phrase: "with open strings",
		Why: "uses an open string wherever possible"}, Wish: hand.Wish{Open: -60, Fret: 1}, may: anywhere},
	{Row: table.Row{ID: Legato, Name: "on few strings", Phrase: "on few strings",
		Why: "for hammer-ons, pull-offs and slides"}, Wish: hand.Wish{Crossing: 40},
		may: anywhere},
	{Row: table.Row{ID: OneString, Name: "on one string", Phrase: "on one string",
		Why: "for slides and one tone colour"}, Number: true, numbers: stringsOf, may: onString},
	{Row: table.Row{ID: AsGiven, Name: "as the tab has it", Phrase: "as the tab has it",
		Why: "the places and fingers it was written with"}, may: given},
}

// Field is a line on a neck: what is to be laid, and where.
type Field struct {
	Request layout.Request // of the neck, the scale and the hand
	Notes   []line.Note
	Scale   scale.Scale
	Box     layout.Box // that Box lies in
	Apart   int        // frets that places which were given lie higher here
}

// Laid is a line on the neck.
type Laid struct {
	Places []neck.Place
	Number int // that the way goes by, 0 for none
}

// Lay lays the notes in a way: by its number, or where none is given by that which asks least of
// the hand. ok is false where the notes do not lie so.
func (w Way) Lay(h *hand.Hand, f Field, number int) (best Laid, ok bool) {
	numbers := []int{number}
	if w.Number && number == 0 {
		numbers = w.numbers(&f)
	}
	least := 0.0
	for _, n := range numbers {
		rows := make([][]neck.Place, len(f.Notes))
		lies := true
		for i := range f.Notes {
			rows[i] = w.may(&f, i, n)
			if lies = len(rows[i]) > 0; !lies {
				break
			}
		}
		if !lies {
			continue
		}
		if places, cost := h.Choose(rows, w.Wish); places != nil && (!ok || cost < least) {
			best, least, ok = Laid{places, n}, cost, true
		}
	}
	return best, ok
}

// May reports whether a note, counted from 0, has a place in a way that goes by no number.
func (w Way) May(f Field, note int) bool { return len(w.may(&f, note, 0)) > 0 }

// Numbers are those that a way may go by, lowest first; none where it goes by none.
func (w Way) Numbers(f Field) []int {
	if !w.Number {
		return nil
	}
	return w.numbers(&f)
}

// everywhere are the places of a pitch on the strings and frets that are asked for, the lowest
// string first.
func (f *Field) everywhere(midi int, may func(neck.Place) bool) (out []neck.Place) {
	n := f.Request.Neck
	for _, str := range f.Request.Strings {
		p := neck.Place{String: str, Fret: midi - n.Open(str).MIDI()}
		if p.Fret >= 0 && p.Fret <= n.Frets && may(p) {
			out = append(out, p)
		}
	}
	return out
}

func anywhere(f *Field, note, _ int) []neck.Place {
	return f.everywhere(f.Notes[note].MIDI, func(p neck.Place) bool {
		return p.Fret >= f.Request.LowFret && p.Fret <= f.Request.HighFret
	})
}

// inBox are the places of the box that sound a note of the scale; for any other note, those within
// the frets of the box.
func inBox(f *Field, note, _ int) (out []neck.Place) {
	midi := f.Notes[note].MIDI
	low, high := f.Box.Notes[0].Fret, 0
	for _, n := range f.Box.Notes {
		if n.MIDI == midi {
			out = append(out, n.Place)
		}
		low, high = min(low, n.Fret), max(high, n.Fret)
	}
	if len(out) > 0 || f.Scale.Index(midi) >= 0 {
		return out
	}
	return f.everywhere(midi, func(p neck.Place) bool { return p.Fret >= low && p.Fret <= high })
}

func positions(f *Field) (out []int) {
	for at := max(f.Request.LowFret, 1); at+f.Request.Frame.LastHome <= f.Request.HighFret; at++ {
		out = append(out, at)
	}
	return out
}

// underHand are the places under a hand at a fret, without a reach where there is one.
func underHand(f *Field, note, at int) []neck.Place {
	frame := f.Request.Frame
	within := func(first, last int) []neck.Place {
		return f.everywhere(f.Notes[note].MIDI, func(p neck.Place) bool {
			return p.Fret >= max(at+first, 1) && p.Fret <= at+last || p.Fret == 0 && at+first <= 0
		})
	}
	if home := within(frame.FirstHome, frame.LastHome); len(home) > 0 {
		return home
	}
	return within(frame.First, frame.Last)
}

func stringsOf(f *Field) []int { return slices.Clone(f.Request.Strings) }

func onString(f *Field, note, str int) []neck.Place {
	return f.everywhere(f.Notes[note].MIDI, func(p neck.Place) bool { return p.String == str })
}

// given is the place that a note was written with, moved with the key.
func given(f *Field, note, _ int) []neck.Place {
	n := f.Notes[note]
	if n.Place == nil {
		return nil
	}
	p := neck.Place{String: n.Place.String, Fret: n.Place.Fret + f.Apart}
	if !slices.Contains(f.Request.Strings, p.String) {
		return nil
	}
	return f.everywhere(n.MIDI, func(at neck.Place) bool { return at == p })
}
