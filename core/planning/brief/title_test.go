package brief_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/planning/brief"
)

func TestTitles(t *testing.T) {
	on := func(tonic, name, system string) brief.Brief {
		return brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: tonic, Name: name},
			Layout: brief.Layout{System: system}}
	}
	two := 2
	for want, b := range map[string]brief.Brief{
		"F♯ Dorian, five forms":                    on("F#", "dorian", "five-form"),
		"B minor pentatonic, two notes per string": on("B", "minor-pentatonic", ""),
		"E♭ major, three notes per string, box 3": {Instrument: brief.Instrument{ID: "guitar"},
			Scale: brief.Scale{Tonic: "Eb", Name: "major"}, Layout: brief.Layout{Box: &two}},
		"A♭ major, three notes per string, by half steps": {Instrument: brief.Instrument{ID: "bass"},
			Scale: brief.Scale{Tonic: "Ab", Name: "major"}, Round: brief.Round{Order: "semitones"}},
	} {
		assert.Equal(t, want, b.Title())
	}
}
