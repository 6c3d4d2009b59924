package rhythm_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"evenladder/core/rhythm"
)

// Common practice: 120 in eighths is as many notes a minute as 60 in sixteenths.
func TestEqualTempos(t *testing.T) {
	assert.Equal(t, 240, rhythm.Rhythm{PerBeat: 2, TempoBPM: 120, BeatsPerBar: 4}.NotesPerMinute())
	assert.Equal(t, 240, rhythm.Rhythm{PerBeat: 4, TempoBPM: 60, BeatsPerBar: 4}.NotesPerMinute())
}

func TestCounts(t *testing.T) {
	for perBeat, want := range map[int]string{1: "1 2 3 1", 2: "1 & 2 & 3 & 1", 3: "1 & a 2 & a 3 & a 1", 4: "1 e & a 2 e & a 3 e & a 1"} {
		r := rhythm.Rhythm{PerBeat: perBeat, TempoBPM: 60, BeatsPerBar: 3}
		var words []string
		for i := range perBeat*3 + 1 {
			words = append(words, r.Slot(i).Count)
		}
		assert.Equal(t, want, strings.Join(words, " "))
	}
}

// Notes fill bars without a gap, and every bar begins on beat 1.
func TestSlotsFillBars(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rhythm.Rhythm{
			PerBeat:     rapid.IntRange(rhythm.MinPerBeat, rhythm.MaxPerBeat).Draw(t, "per beat"),
			TempoBPM:    60,
			BeatsPerBar: rapid.IntRange(rhythm.MinBeatsPerBar, rhythm.MaxBeatsPerBar).Draw(t, "beats"),
		}
		field, err := r.Validate()
		assert.NoError(t, err, field)
		n := rapid.IntRange(1, 120).Draw(t, "notes")
		at := 0.0
		for i := range n {
			s := r.Slot(i)
			assert.InDelta(t, at, float64((s.Bar-1)*r.BeatsPerBar)+s.Beat-1, 1e-9)
			assert.NotEmpty(t, s.Count)
			at += s.Beats
		}
		assert.Equal(t, r.Slot(n-1).Bar, r.Bars(n))
	})
}

func TestValidate(t *testing.T) {
	for field, r := range map[string]rhythm.Rhythm{"perBeat": {7, 60, 4}, "tempoBpm": {2, 0, 4}, "beatsPerBar": {2, 60, 13}} {
		got, err := r.Validate()
		assert.Equal(t, field, got)
		assert.ErrorContains(t, err, "give")
	}
}

func ExampleRhythm_Slot() {
	r := rhythm.Rhythm{PerBeat: 2, TempoBPM: 92, BeatsPerBar: 3}
	s := r.Slot(9)
	fmt.Printf("bar %d, beat %g, said %q\n", s.Bar, s.Beat, s.Count)
	// Output: bar 2, beat 2.5, said "&"
}
