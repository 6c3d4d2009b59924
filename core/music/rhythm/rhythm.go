// Package rhythm puts a row of notes into time: how many notes to the beat,
// where bars begin, how the count is spoken, how many notes a minute that is.
//
// A tempo alone says little: 120 in eighths and 60 in sixteenths are the same
// 240 notes a minute. NotesPerMinute is the measure that compares them.
package rhythm

import (
	"fmt"

	"evenladder/core/base/table"
)

// Bounds of a rhythm.
const (
	MinPerBeat, MaxPerBeat         = 1, 6
	MinTempoBPM, MaxTempoBPM       = 20, 320
	MinBeatsPerBar, MaxBeatsPerBar = 2, 12
)

// Rhythm is an even row of notes: so many to the beat at a tempo, in bars. The
// beat is a quarter note, or a dotted one in compound meters.
type Rhythm struct {
	PerBeat     int
	TempoBPM    int
	BeatsPerBar int
	Compound    bool // 6/8, 9/8, 12/8: three eighths to the beat
	PickUp      int  // notes before the first bar
	Swing       bool // eighths long and short
	AccentEvery int  // notes from accent to accent; 0 for the beats
	Free        bool // notes have lengths of their own, PerBeat is 1: slots are ticks
}

// TicksPerBeat is how many parts of a beat the times of notes with lengths of their own are told
// in: every subdivision comes to whole ones.
const TicksPerBeat = 120

// Slots are the notes to the beat, or the ticks where notes have lengths of their own.
func (r Rhythm) Slots() int {
	if r.Free {
		return TicksPerBeat
	}
	return r.PerBeat
}

// pickUp is the pick-up in slots.
func (r Rhythm) pickUp() int { return r.PickUp * r.Slots() / r.PerBeat }

// Meter is a time signature.
type Meter struct {
	table.Row   // its id is as written: "6/8"
	BeatsPerBar int
	Compound    bool
}

// Meters are the usual ones, in picker order.
var Meters = []Meter{
	{table.Row{ID: "4/4", Name: "4/4"}, 4, false}, {table.Row{ID: "3/4", Name: "3/4"}, 3, false},
	{table.Row{ID: "2/4", Name: "2/4"}, 2, false}, {table.Row{ID: "5/4", Name: "5/4"}, 5, false},
	{table.Row{ID: "6/4", Name: "6/4"}, 6, false}, {table.Row{ID: "7/4", Name: "7/4"}, 7, false},
	{table.Row{ID: "6/8", Name: "6/8"}, 2, true}, {table.Row{ID: "9/8", Name: "9/8"}, 3, true},
	{table.Row{ID: "12/8", Name: "12/8"}, 4, true},
}

// Signature is the meter as written, over which unit.
func (r Rhythm) Signature() (beats, unit int) {
	if r.Compound {
		return 3 * r.BeatsPerBar, 8
	}
	return r.BeatsPerBar, 4
}

// Figure is how one note is written: a note value with dots, Actual of them in
// the time of Normal.
type Figure struct {
	Type   string `json:"type"` // as MusicXML names it
	Dots   int    `json:"dots"`
	Actual int    `json:"actual"`
	Normal int    `json:"normal"`
}

// Beams is how many beams a note of the figure has.
func (f Figure) Beams() int { return map[string]int{"eighth": 1, "16th": 2, "32nd": 3}[f.Type] }

// Beamed reports whether notes of the figure can stand under a beam.
func (f Figure) Beamed() bool { return f.Beams() > 0 }

// parts are the figures of a part of a beat that is divided evenly: by the divisions, and how many
// of them the figure lasts. What has none is written as several.
type parts [MaxDivisions + 1]map[int]Figure

var simpleParts = parts{
	2: {1: {"eighth", 0, 1, 1}},
	3: {1: {"eighth", 0, 3, 2}, 2: {"quarter", 0, 3, 2}},
	4: {1: {"16th", 0, 1, 1}, 2: {"eighth", 0, 1, 1}, 3: {"eighth", 1, 1, 1}},
	5: {1: {"16th", 0, 5, 4}, 2: {"eighth", 0, 5, 4}, 3: {"eighth", 1, 5, 4}, 4: {"quarter", 0, 5, 4}},
	6: {1: {"16th", 0, 6, 4}, 2: {"eighth", 0, 6, 4}, 3: {"eighth", 1, 6, 4}, 4: {"quarter", 0, 6, 4}},
	8: {1: {"32nd", 0, 1, 1}, 2: {"16th", 0, 1, 1}, 3: {"16th", 1, 1, 1}, 4: {"eighth", 0, 1, 1}, 6: {"eighth", 1, 1,
		1}},
}

var compoundParts = parts{
	2: {1: {"eighth", 1, 1, 1}},
	3: {1: {"eighth", 0, 1, 1}, 2: {"quarter", 0, 1, 1}},
	4: {1: {"16th", 1, 1, 1}, 2: {"eighth", 1, 1, 1}},
	5: {1: {"16th", 0, 5, 6}, 2: {"eighth", 0, 5, 6}, 3: {"eighth", 1, 5, 6}, 4: {"quarter", 0, 5, 6}},
	6: {1: {"16th", 0, 1, 1}, 2: {"eighth", 0, 1, 1}, 3: {"eighth", 1, 1, 1}, 4: {"quarter", 0, 1, 1}},
	8: {1: {"32nd", 1, 1, 1}, 2: {"16th", 1, 1, 1}, 4: {"eighth", 1, 1, 1}},
}

// MaxDivisions is the most that a beat is divided into where its notes are written.
const MaxDivisions = 8

// Part is how so many of the divisions of a beat are written; ok is false where that takes several
// figures.
func (r Rhythm) Part(divisions, of int) (f Figure, ok bool) {
	if r.Compound {
		f, ok = compoundParts[divisions][of]
	} else {
		f, ok = simpleParts[divisions][of]
	}
	return f, ok
}

// Beats is how whole beats are written, 1 to 4 of them; ok is false where that takes several
// figures.
func (r Rhythm) Beats(n int) (f Figure, ok bool) {
	dots := 0
	if r.Compound {
		dots = 1
	}
	switch {
	case n == 1:
		return Figure{"quarter", dots, 1, 1}, true
	case n == 2:
		return Figure{"half", dots, 1, 1}, true
	case n == 3 && dots == 0:
		return Figure{"half", 1, 1, 1}, true
	case n == 4:
		return Figure{"whole", dots, 1, 1}, true
	}
	return Figure{}, false
}

// Figure is how each note of the rhythm is written.
func (r Rhythm) Figure() Figure {
	if f, ok := r.Part(r.PerBeat, 1); ok {
		return f
	}
	return r.BeatFigure()
}

// BeatFigure is how a whole beat is written.
func (r Rhythm) BeatFigure() Figure {
	f, _ := r.Beats(1)
	return f
}

// Tempo is a tempo in one subdivision.
type Tempo struct {
	PerBeat  int
	TempoBPM float64
}

// EqualTempos are the tempos in the other subdivisions that play as many notes
// a minute.
func (r Rhythm) EqualTempos() (out []Tempo) {
	if r.Free {
		return nil
	}
	for p := MinPerBeat; p <= MaxPerBeat; p++ {
		if bpm := float64(r.NotesPerMinute()) / float64(p); p != r.PerBeat && bpm >= MinTempoBPM && bpm <= MaxTempoBPM {
			out = append(out, Tempo{p, bpm})
		}
	}
	return out
}

// SwingShare is the part of the beat that the first of two swung eighths has.
const SwingShare = 2.0 / 3

// Onset is when the i-th note sounds, in beats from the start of its first
// bar, and how long. Swung eighths are written even and sound long and short.
func (r Rhythm) Onset(i int) (beat, beats float64) {
	at := i
	if r.PickUp > 0 {
		at += r.perBar() - r.pickUp()
	}
	beat, beats = float64(at)/float64(r.Slots()), 1/float64(r.Slots())
	if r.Swing && r.PerBeat == 2 {
		if at%2 == 0 {
			return beat, SwingShare
		}
		return beat - 0.5 + SwingShare, 1 - SwingShare
	}
	return beat, beats
}

func (r Rhythm) perBar() int { return r.Slots() * r.BeatsPerBar }

// BarAfter is the first note of the bar after n notes, with so many bars of
// rest between.
func (r Rhythm) BarAfter(n, rest int) int {
	lead := 0
	if r.PickUp > 0 {
		lead = r.perBar() - r.pickUp()
	}
	return ((n+lead+r.perBar()-1)/r.perBar()+rest)*r.perBar() - lead
}

// RestBeats is what n notes leave empty in their last bar.
func (r Rhythm) RestBeats(n int) float64 {
	if n == 0 {
		return 0
	}
	over := (n + r.perBar() - r.pickUp()) % r.perBar()
	if r.PickUp == 0 {
		over = n % r.perBar()
	}
	if over == 0 {
		return 0
	}
	return float64(r.perBar()-over) / float64(r.Slots())
}

// Subdivision names a number of notes to the beat.
type Subdivision struct {
	PerBeat   int
	Name      string   // as in "triplets at 66"
	Compound  string   // its name where the beat is a dotted quarter
	Syllables []string // after the number of the beat
}

// SubdivisionName names so many notes to the beat as they are written.
func (r Rhythm) SubdivisionName(perBeat int) string {
	if r.Free {
		return "beats"
	}
	if r.Compound {
		return Subdivisions[perBeat-1].Compound
	}
	return Subdivisions[perBeat-1].Name
}

// Subdivisions are the usual ones, by notes to the beat.
var Subdivisions = []Subdivision{
	{1, "quarter notes", "dotted quarters", nil},
	{2, "eighths", "dotted eighths", []string{"&"}},
	{3, "triplets", "eighths", []string{"&", "a"}},
	{4, "sixteenths", "dotted sixteenths", []string{"e", "&", "a"}},
	{5, "quintuplets", "quintuplets", []string{"2", "3", "4", "5"}},
	{6, "sextuplets", "sixteenths", []string{"·", "·", "&", "·", "·"}},
}

// Slot is the place of one note in time. Beat counts from 1 within the bar.
type Slot struct {
	Bar   int
	Beat  float64
	Beats float64 // length
	Count string  // as spoken
	// Accent says that the note is struck harder: on the beats, or as the
	// rhythm asks.
	Accent bool
}

// Validate reports the first measure out of bounds by its brief field.
func (r Rhythm) Validate() (field string, err error) {
	for _, c := range []struct {
		field             string
		value, low, above int
	}{
		{"perBeat", r.PerBeat, MinPerBeat, MaxPerBeat},
		{"tempoBpm", r.TempoBPM, MinTempoBPM, MaxTempoBPM},
		{"beatsPerBar", r.BeatsPerBar, MinBeatsPerBar, MaxBeatsPerBar},
		{"pickUp", r.PickUp, 0, max(r.PerBeat*r.BeatsPerBar-1, 0)},
		{"accentEvery", r.AccentEvery, 0, MaxBeatsPerBar},
	} {
		if c.value < c.low || c.value > c.above {
			return c.field, fmt.Errorf("%d was given: give %d to %d", c.value, c.low, c.above)
		}
	}
	return "", nil
}

// Slot is the place of the i-th note, counted from 0. Notes of a pick-up stand
// in bar 0.
func (r Rhythm) Slot(i int) Slot {
	perBar := r.perBar()
	at, bar := i, 1
	if r.PickUp > 0 {
		at, bar = i+perBar-r.pickUp(), 0
	}
	inBar, slots := at%perBar, r.Slots()
	s := Slot{
		Bar:    at/perBar + bar,
		Beat:   1 + float64(inBar)/float64(slots),
		Beats:  1 / float64(slots),
		Count:  r.count(inBar/slots, inBar%slots),
		Accent: inBar%slots == 0,
	}
	if r.AccentEvery > 0 && !r.Free {
		s.Accent = i%r.AccentEvery == 0
	}
	return s
}

// count is what is said on a part of a beat. Compound meters count their
// eighths.
func (r Rhythm) count(beat, part int) string {
	if r.Free {
		return r.countTick(beat, part)
	}
	if r.Compound && r.PerBeat%3 == 0 {
		each := r.PerBeat / 3
		if part%each != 0 {
			return "&"
		}
		return beatNumbers[3*beat+part/each]
	}
	if part > 0 {
		return Subdivisions[r.PerBeat-1].Syllables[part-1]
	}
	return beatNumbers[beat]
}

// countTick is what is said on a tick: as the plainest subdivision has it that comes to the tick; in compound meters their
// eighths come first.
func (r Rhythm) countTick(beat, tick int) string {
	plainest := MinPerBeat
	if r.Compound {
		plainest = 3
	}
	for perBeat := plainest; perBeat <= MaxPerBeat; perBeat++ {
		if each := TicksPerBeat / perBeat; tick%each == 0 {
			own := r
			own.Free, own.PerBeat = false, perBeat
			return own.count(beat, tick/each)
		}
	}
	return "·"
}

var beatNumbers = [MaxBeatsPerBar]string{"1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12"}

// Bars is the number of bars that n notes reach into, a pick-up not counted.
func (r Rhythm) Bars(n int) int {
	if n == 0 {
		return 0
	}
	return r.Slot(n - 1).Bar
}

// NotesPerMinute is the measure by which tempos in different subdivisions
// compare.
func (r Rhythm) NotesPerMinute() int { return r.PerBeat * r.TempoBPM }
