package piece_test

import (
	"fmt"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
)

// Two notes on the bass, written without any plan.
func Example() {
	bass, _ := neck.FindInstrument("bass")
	time := rhythm.Rhythm{PerBeat: 2, TempoBPM: 60, BeatsPerBar: 4}
	p := piece.Piece{Instrument: bass, Rhythm: time, Keys: []piece.Key{{Title: "B♭ minor"}}}
	for i, n := range []piece.Note{
		{Place: neck.Place{String: 3, Fret: 1}, MIDI: 34, Name: "Bb", Degree: "1"},
		{Place: neck.Place{String: 3, Fret: 4}, MIDI: 37, Name: "Db", Degree: "b3"},
	} {
		slot := time.Slot(i)
		p.Events = append(p.Events, piece.Event{N: i + 1, Note: n, Bar: slot.Bar, Beat: slot.Beat, Count: slot.Count})
	}
	for _, e := range p.Events {
		fmt.Printf("%s on string %d, fret %d, counted %q\n", e.Name, e.String, e.Fret, e.Count)
	}
	// Output:
	// Bb on string 3, fret 1, counted "1"
	// Db on string 3, fret 4, counted "&"
}
