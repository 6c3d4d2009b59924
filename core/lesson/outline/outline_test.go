package outline_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/outline"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
)

var perBeat, tempo = 2, 64

var ukulele = brief.Brief{
	Instrument: brief.Instrument{ID: "ukulele"}, Scale: brief.Scale{Tonic: "Eb", Name: "major-pentatonic"},
	Rhythm: brief.Rhythm{PerBeat: &perBeat, TempoBPM: &tempo},
}

func TestABoxIsDrawnWithItsRoots(t *testing.T) {
	o := outline.OfBrief(ukulele)
	assert.Equal(t, "E♭ major pentatonic, two notes per string · eighths at 64 · ukulele", o.Line)
	assert.Equal(t, 4, o.Strings)
	require.Len(t, o.Places, 6, "two on each string but the fourth, which is tuned higher than the third")
	for _, p := range o.Places {
		sounds := []int{69, 64, 60, 67}[p.String-1] + p.Fret // A4 E4 C4 G4, strings 1 to 4
		assert.Equal(t, sounds%12 == 3, p.Root, "%v is an E♭ or is not marked as one", p.Place)
	}
}

func TestAPhraseIsALine(t *testing.T) {
	b := ukulele
	b.Run = brief.Run{Pattern: run.Phrase, Phrase: "1 3 5/2 3/2 1*2"}
	o := outline.OfPhrase(b)
	var degrees []string
	for _, n := range o.Notes {
		degrees = append(degrees, n.Degree)
	}
	assert.Equal(t, []string{"1", "3", "5", "3", "1"}, degrees)
	assert.Equal(t, []int{4, 7, 4, 0}, []int{o.Notes[1].MIDI - o.Notes[0].MIDI, o.Notes[2].MIDI - o.Notes[0].MIDI,
		o.Notes[3].MIDI - o.Notes[0].MIDI, o.Notes[4].MIDI - o.Notes[0].MIDI}, "its heights over the root")
}

func TestARoundHasItsKeysInTheirOrder(t *testing.T) {
	b := ukulele
	b.Round = brief.Round{Order: "fourths"}
	assert.Equal(t, []string{"Eb", "Ab", "Db", "F#", "B", "E", "A", "D", "G", "C", "F", "Bb"}, outline.OfRound(b).Keys)
}

func TestALadderHasItsRungs(t *testing.T) {
	rungs := outline.OfLadder(ladder.Request{Brief: ukulele, From: &ladder.Step{PerBeat: 1, TempoBPM: 60},
		Goal: &ladder.Step{PerBeat: 2, TempoBPM: 60}}).Rungs
	require.NotEmpty(t, rungs)
	assert.Equal(t, []int{60, 120}, []int{rungs[0], rungs[len(rungs)-1]})
	assert.IsNonDecreasing(t, rungs)
}

// What can no longer be met keeps its line: its row is still there to be opened or deleted.
func TestWhatCannotBeMetHasNoPicture(t *testing.T) {
	b := ukulele
	b.Layout = brief.Layout{System: "no such layout"}
	o := outline.OfBrief(b)
	assert.Empty(t, o.Places)
	assert.Equal(t, "E♭ major pentatonic", o.Line)
}

func BenchmarkABox(b *testing.B) {
	for b.Loop() {
		outline.OfBrief(ukulele)
	}
}
