package rhythm_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"evenladder/core/music/rhythm"
)

// Common practice: 120 in eighths is as many notes a minute as 60 in sixteenths.
func TestEqualTempos(t *testing.T) {
	assert.Equal(t, 240, rhythm.Rhythm{PerBeat: 2, TempoBPM: 120, BeatsPerBar: 4}.NotesPerMinute())
	assert.Equal(t, 240, rhythm.Rhythm{PerBeat: 4, TempoBPM: 60, BeatsPerBar: 4}.NotesPerMinute())
	assert.Contains(t, rhythm.Rhythm{PerBeat: 2, TempoBPM: 120, BeatsPerBar: 4}.EqualTempos(), rhythm.Tempo{PerBeat: 4,
		TempoBPM: 60})
}

func TestCounts(t *testing.T) {
	for perBeat, want := range map[int]string{1: "1 2 3 1", 2: "1 & 2 & 3 & 1", 3: "1 & a 2 & a 3 & a 1",
		4: "1 e & a 2 e & a 3 e & a 1"} {
		r := rhythm.Rhythm{PerBeat: perBeat, TempoBPM: 60, BeatsPerBar: 3}
		var words []string
		for i := range perBeat*3 + 1 {
			words = append(words, r.Slot(i).Count)
		}
		assert.Equal(t, want, strings.Join(words, " "))
	}
}

func TestCompoundMetersCountTheirEighths(t *testing.T) {
	count := func(r rhythm.Rhythm, n int) string {
		var words []string
		for i := range n {
			words = append(words, r.Slot(i).Count)
		}
		return strings.Join(words, " ")
	}
	assert.Equal(t, "1 2 3 4 5 6 1", count(rhythm.Rhythm{PerBeat: 3, BeatsPerBar: 2, Compound: true}, 7))
	assert.Equal(t, "1 & 2 & 3 & 4", count(rhythm.Rhythm{PerBeat: 6, BeatsPerBar: 2, Compound: true}, 7))
	assert.Equal(t, "1 2 3", count(rhythm.Rhythm{PerBeat: 1, BeatsPerBar: 3, Compound: true}, 3))
	beats, unit := rhythm.Rhythm{BeatsPerBar: 4, Compound: true}.Signature()
	assert.Equal(t, [2]int{12, 8}, [2]int{beats, unit})
}

// A pick-up stands at the end of bar 0; threes in sixteenths accent every third.
func TestPickUpAndAccents(t *testing.T) {
	r := rhythm.Rhythm{PerBeat: 4, BeatsPerBar: 2, PickUp: 3, AccentEvery: 3}
	var bars []int
	var accents []bool
	for i := range 12 {
		bars, accents = append(bars, r.Slot(i).Bar), append(accents, r.Slot(i).Accent)
	}
	assert.Equal(t, []int{0, 0, 0, 1, 1, 1, 1, 1, 1, 1, 1, 2}, bars)
	assert.Equal(t, []bool{true, false, false, true, false, false, true, false, false, true, false, false}, accents)
	assert.Equal(t, 2, r.Bars(12))
	assert.Equal(t, "e", r.Slot(0).Count)
	assert.InDelta(t, 7.0/4, r.RestBeats(12), 1e-9)
}

// Notes and the rest after them fill whole bars; swung notes keep the beat.
func TestRestsFillTheLastBar(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := rhythm.Rhythm{PerBeat: rapid.IntRange(1, 6).Draw(t, "per beat"), BeatsPerBar: rapid.IntRange(2, 7).Draw(t,
			"beats"), Swing: rapid.Bool().Draw(t, "swing")}
		r.PickUp = rapid.IntRange(0, r.PerBeat*r.BeatsPerBar-1).Draw(t, "pick-up")
		n := rapid.IntRange(1, 100).Draw(t, "notes")
		all := float64(n-r.PickUp)/float64(r.PerBeat) + r.RestBeats(n)
		bars := all / float64(r.BeatsPerBar)
		assert.InDelta(t, float64(int(bars+0.5)), bars, 1e-9)
		for i := 1; i < n; i++ {
			before, long := r.Onset(i - 1)
			at, _ := r.Onset(i)
			assert.InDelta(t, before+long, at, 1e-9, "no gap in the sound")
		}
	})
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
	for field, r := range map[string]rhythm.Rhythm{
		"perBeat": {PerBeat: 7, TempoBPM: 60, BeatsPerBar: 4}, "tempoBpm": {PerBeat: 2, BeatsPerBar: 4},
		"beatsPerBar": {PerBeat: 2, TempoBPM: 60, BeatsPerBar: 13},
		"pickUp":      {PerBeat: 2, TempoBPM: 60, BeatsPerBar: 4, PickUp: 8}, "accentEvery": {PerBeat: 2, TempoBPM: 60,
			BeatsPerBar: 4, AccentEvery: 13},
	} {
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
