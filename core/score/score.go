// Package score writes a piece down: bars of notes and rests with figures, ties,
// beams and signs, under a clef, a key and a meter. Every notation file and the
// staff on screen is made from it, so that none of them has to know how music
// is written.
package score

import (
	"math"

	"evenladder/core/neck"
	"evenladder/core/piece"
	"evenladder/core/pitch"
	"evenladder/core/rhythm"
)

// Score is a piece as it is written down.
type Score struct {
	Title      string             `json:"title"`
	Subtitle   string             `json:"subtitle"`
	About      []string           `json:"-"` // further lines of a heading
	Instrument neck.Instrument    `json:"-"`
	Strings    []piece.OpenString `json:"-"`
	Capo       int                `json:"-"`
	Clef       Clef               `json:"clef"`
	Beats      int                `json:"beats"` // of the time signature
	Unit       int                `json:"unit"`
	Rhythm     rhythm.Rhythm      `json:"-"`
	Bars       []Bar              `json:"bars"`
	Events     []piece.Event      `json:"-"`
	Keys       []piece.Key        `json:"-"`
}

// Bar is one bar. A pick-up is bar 0 and holds its notes alone.
type Bar struct {
	Number  int    `json:"number"`
	Fifths  int    `json:"fifths"`  // -7 to 7
	NewKey  bool   `json:"newKey"`  // the signature is written again
	Heading string `json:"heading"` // of a key that begins here
	Items   []Item `json:"items"`
}

// Item is a note or a rest, as long as one note of the rhythm or a whole beat.
type Item struct {
	Event   *piece.Event  `json:"-"`     // nil for a rest
	Index   int           `json:"event"` // of the event; -1 for a rest
	Pitch   pitch.Pitch   `json:"-"`     // as it is spelled and sounds
	Letter  string        `json:"letter"`
	Octave  int           `json:"octave"` // as written under the clef
	Sign    string        `json:"sign"`   // accidental that is written before it: # b n ## bb
	Figure  rhythm.Figure `json:"figure"`
	OfBeat  int           `json:"ofBeat"` // among the notes of its beat, from 0; -1 where a whole beat
	Beat    int           `json:"beat"`   // of the bar, from 0: notes of one beat share a beam
	TieFrom bool          `json:"tieFrom"`
	TieTo   bool          `json:"tieTo"`
	Accent  bool          `json:"accent"`          // other than that of the beats, which goes without saying
	Chord   *piece.Chord  `json:"chord,omitempty"` // that begins here
	Heading string        `json:"-"`               // of a key that begins here
	First   bool          `json:"-"`               // of the notes and rests that its beat is divided into
	Last    bool          `json:"-"`               // of these
	Beam    string        `json:"-"`               // "begin", "continue" or "end" of the beam of its beat, or empty
}

// WholeBeat reports whether an item is as long as a beat of several notes.
func (i Item) WholeBeat() bool { return i.OfBeat < 0 }

// Clef is how an instrument is written: a G or an F clef, an octave lower for
// the instruments that sound so.
type Clef struct {
	Sign         string `json:"sign"` // "G" or "F"
	Line         int    `json:"line"`
	OctaveChange int    `json:"octaveChange"`
}

// Of is the score of a piece.
func Of(p piece.Piece) Score {
	s := Score{
		Title: p.Title, Subtitle: p.Subtitle, About: p.About, Instrument: p.Instrument, Strings: p.Strings, Capo: p.Capo,
		Clef: clefOf(p.Instrument.Family, p.Strings), Rhythm: p.Rhythm, Events: p.Events, Keys: p.Keys,
	}
	s.Beats, s.Unit = s.Rhythm.Signature()
	w := writer{Score: &s}
	for i := range s.Events {
		w.rests(w.slotOf(i))
		w.note(i)
	}
	w.fill(p.LongLast)
	s.headings()
	s.signs()
	s.beats()
	return s
}

// beats groups what a beat is divided into, and beams its notes where there are
// several without a rest between.
func (s *Score) beats() {
	for b := range s.Bars {
		items := s.Bars[b].Items
		same := func(i, k int) bool {
			return i >= 0 && k < len(items) && !items[i].WholeBeat() && !items[k].WholeBeat() && items[i].Beat == items[k].Beat
		}
		beamed := func(i, k int) bool { return same(i, k) && items[i].Event != nil && items[k].Event != nil }
		for i := range items {
			item := &items[i]
			item.First, item.Last = !same(i-1, i), !same(i, i+1)
			switch before, after := beamed(i-1, i), beamed(i, i+1); {
			case !item.Figure.Beamed():
			case before && after:
				item.Beam = "continue"
			case before:
				item.Beam = "end"
			case after:
				item.Beam = "begin"
			}
		}
	}
}

// writer puts items at slots: notes of the rhythm, counted from the start of
// the first bar.
type writer struct {
	*Score
	next int // slot to be filled
}

func (w *writer) perBar() int { return w.Rhythm.PerBeat * w.Rhythm.BeatsPerBar }

// slotOf is the slot of an event by its onset: swung notes sound late within
// theirs.
func (w *writer) slotOf(i int) int {
	return int(math.Floor(w.Events[i].At*float64(w.Rhythm.PerBeat) + 1e-6))
}

// bar is the bar that the next slot stands in.
func (w *writer) bar() *Bar {
	number := w.next / w.perBar()
	if w.Rhythm.PickUp == 0 {
		number++
	}
	if len(w.Bars) == 0 || w.Bars[len(w.Bars)-1].Number != number {
		w.Bars = append(w.Bars, Bar{Number: number})
	}
	return &w.Bars[len(w.Bars)-1]
}

func (w *writer) add(item Item, slots int) {
	item.Beat = w.next % w.perBar() / w.Rhythm.PerBeat
	item.OfBeat = w.next % w.Rhythm.PerBeat
	item.Figure = w.Rhythm.Figure()
	if slots == w.Rhythm.PerBeat && w.Rhythm.PerBeat > 1 {
		item.OfBeat, item.Figure = -1, w.Rhythm.BeatFigure()
	}
	bar := w.bar()
	bar.Items = append(bar.Items, item)
	w.next += slots
}

func (w *writer) note(i int) {
	e := &w.Events[i]
	w.add(Item{Event: e, Index: i, Accent: e.Accent && w.Rhythm.AccentEvery > 0, Chord: e.Chord}, 1)
}

// rests fills up to a slot: to the next beat by short rests, then by beats. A
// pick-up is not filled before its first note.
func (w *writer) rests(to int) {
	if len(w.Bars) == 0 {
		w.next = to
	}
	w.stretch(to, Item{Index: -1})
}

// stretch adds one item again and again up to a slot.
func (w *writer) stretch(to int, item Item) {
	for w.next < to {
		slots := 1
		if w.next%w.Rhythm.PerBeat == 0 && to-w.next >= w.Rhythm.PerBeat {
			slots = w.Rhythm.PerBeat
		}
		w.add(item, slots)
	}
}

// fill completes the last bar with rests, or with its last note. A pick-up that
// is the whole run ends with its bar.
func (w *writer) fill(long bool) {
	if len(w.Bars) == 0 {
		return
	}
	bar := &w.Bars[len(w.Bars)-1]
	full := (w.next + w.perBar() - 1) / w.perBar() * w.perBar()
	if !long {
		w.stretch(full, Item{Index: -1})
		return
	}
	from := len(bar.Items) - 1
	held := bar.Items[from]
	held.TieFrom, held.Accent, held.Chord = true, false, nil
	w.stretch(full, held)
	for k := from; k < len(bar.Items)-1; k++ {
		bar.Items[k].TieTo = true
	}
}

// headings gives each bar the key of its first note, and the bars in which
// keys begin their titles, where there are several.
func (s *Score) headings() {
	keys := s.Keys
	next, fifths := 0, 0
	for b := range s.Bars {
		bar := &s.Bars[b]
		for k, item := range bar.Items {
			for next < len(keys) && item.Event != nil && item.Index >= keys[next].First {
				if len(keys) > 1 {
					bar.head(keys[next].Title)
					bar.Items[k].Heading = keys[next].Title
				}
				if k == 0 {
					fifths = clampFifths(keys[next].Fifths)
				}
				next++
			}
		}
		bar.Fifths = fifths
		if next > 0 {
			// What began within the bar is signed at the next.
			fifths = clampFifths(keys[next-1].Fifths)
		}
		bar.NewKey = b == 0 || bar.Fifths != s.Bars[b-1].Fifths
	}
}

// head adds to the heading of a bar.
func (b *Bar) head(title string) {
	if b.Heading != "" {
		b.Heading += ", "
	}
	b.Heading += title
}

// clampFifths keeps to the signatures that are written: up to seven signs.
func clampFifths(fifths int) int { return min(max(fifths, -7), 7) }

var signNames = map[int]string{-2: "bb", -1: "b", 0: "n", 1: "#", 2: "##"}

// signs spells each note under the clef, with the accidental that it needs: one
// other than the key's, or than the one last written on its line in the bar.
func (s *Score) signs() {
	for b := range s.Bars {
		bar := &s.Bars[b]
		inForce := map[int]int{} // accidental by letter and octave
		for k := range bar.Items {
			item := &bar.Items[k]
			if item.Event == nil {
				continue
			}
			item.Pitch = pitch.FromMIDI(item.Event.MIDI, pitch.MustParseName(item.Event.Name))
			item.Letter, item.Octave = string(item.Pitch.Letter()), item.Pitch.Octave-s.Clef.OctaveChange
			line := item.Pitch.Octave*8 + int(item.Pitch.Letter()-'A')
			now, written := inForce[line]
			if !written {
				now = KeyAccidental(bar.Fifths, item.Pitch.Letter())
			}
			if now != item.Pitch.Accidental() && !item.TieFrom {
				item.Sign = signNames[item.Pitch.Accidental()]
				inForce[line] = item.Pitch.Accidental()
			}
		}
	}
}

// KeyAccidental is what a signature does to a letter.
func KeyAccidental(fifths int, letter byte) int {
	for k := range max(fifths, -fifths) {
		switch {
		case fifths > 0 && "FCGDAEB"[k] == letter:
			return 1
		case fifths < 0 && "BEADGCF"[k] == letter:
			return -1
		}
	}
	return 0
}

// clefOf is the clef usual for an instrument: guitars and basses sound an
// octave below the clef, the others where their lowest string lies best.
func clefOf(family neck.Family, strings []piece.OpenString) Clef {
	low := 127
	for _, s := range strings {
		low = min(low, s.MIDI)
	}
	switch {
	case family == neck.Basses || family == neck.Uprights:
		return Clef{"F", 4, -1}
	case family == neck.Guitars:
		return Clef{"G", 2, -1}
	case low < 40:
		return Clef{"F", 4, 0}
	case low < 48:
		return Clef{"G", 2, -1}
	}
	return Clef{"G", 2, 0}
}
