// Package rhythm puts a row of notes into time: how many notes to the beat,
// where bars begin, how the count is spoken, how many notes a minute that is.
//
// A tempo alone says little: 120 in eighths and 60 in sixteenths are the same
// 240 notes a minute. NotesPerMinute is the measure that compares them.
package rhythm

import "fmt"

// Bounds of a rhythm.
const (
	MinPerBeat, MaxPerBeat         = 1, 6
	MinTempoBPM, MaxTempoBPM       = 20, 320
	MinBeatsPerBar, MaxBeatsPerBar = 2, 12
)

// Rhythm is an even row of notes: so many to the beat at a tempo, in bars.
type Rhythm struct {
	PerBeat     int
	TempoBPM    int
	BeatsPerBar int
}

// Subdivision names a number of notes to the beat.
type Subdivision struct {
	PerBeat   int
	Name      string   // as in "triplets at 66"
	Syllables []string // after the number of the beat
}

// Subdivisions are the usual ones, by notes to the beat.
var Subdivisions = []Subdivision{
	{1, "quarter notes", nil},
	{2, "eighths", []string{"&"}},
	{3, "triplets", []string{"&", "a"}},
	{4, "sixteenths", []string{"e", "&", "a"}},
	{5, "quintuplets", []string{"·", "·", "·", "·"}},
	{6, "sextuplets", []string{"·", "·", "&", "·", "·"}},
}

// Slot is the place of one note in time. Beat counts from 1 within the bar.
type Slot struct {
	Bar   int
	Beat  float64
	Beats float64 // length
	Count string  // as spoken
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
	} {
		if c.value < c.low || c.value > c.above {
			return c.field, fmt.Errorf("%d was given: give %d to %d", c.value, c.low, c.above)
		}
	}
	return "", nil
}

// Slot is the place of the i-th note, counted from 0.
func (r Rhythm) Slot(i int) Slot {
	perBar := r.PerBeat * r.BeatsPerBar
	inBar := i % perBar
	beat, part := inBar/r.PerBeat, inBar%r.PerBeat
	s := Slot{
		Bar:   i/perBar + 1,
		Beat:  1 + float64(inBar)/float64(r.PerBeat),
		Beats: 1 / float64(r.PerBeat),
		Count: beatNumbers[beat],
	}
	if part > 0 {
		s.Count = Subdivisions[r.PerBeat-1].Syllables[part-1]
	}
	return s
}

var beatNumbers = [MaxBeatsPerBar]string{"1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12"}

// Bars is the number of bars that n notes reach into.
func (r Rhythm) Bars(n int) int {
	perBar := r.PerBeat * r.BeatsPerBar
	return (n + perBar - 1) / perBar
}

// NotesPerMinute is the measure by which tempos in different subdivisions
// compare.
func (r Rhythm) NotesPerMinute() int { return r.PerBeat * r.TempoBPM }
