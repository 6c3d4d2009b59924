package round_test

import (
	"fmt"
	"strings"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/round"
)

func Example() {
	r, _ := round.Build(brief.Brief{
		Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "E", Name: "minor-pentatonic"},
		Round: brief.Round{Order: "own", Keys: []string{"E", "A", "D"}, Where: brief.Lowest, Link: "alone"},
	})
	for _, s := range r.Stops {
		fmt.Println(strings.TrimSpace(fmt.Sprintf("%s from string %d, fret %d. %s", s.Title, s.Root.String,
			s.Root.Fret, s.Move.Words)))
	}
	// Output:
	// E minor pentatonic from string 4, fret 0.
	// A minor pentatonic from string 3, fret 0. The same fingering, one string towards the floor.
	// D minor pentatonic from string 3, fret 5. The same shape, 5 frets towards the bridge.
}
