package explore_test

import (
	"fmt"

	"evenladder/core/planning/brief"
	"evenladder/core/planning/explore"
)

// Which octave of the next keys lies nearest to a hand that wants to stay.
func Example() {
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "mixolydian"}}
	stops, _ := explore.Nearest(b, brief.ReadKeys("Ab dorian, Db mixolydian", b.Scale))
	for _, s := range stops {
		fmt.Printf("%s: frets %d to %d, %.0f mm\n", s.Title, s.LowFret, s.HighFret, s.TravelMM)
	}
	formula, _ := explore.ReadFormula("1 b2 3 4 5 b6 b7")
	fmt.Println("1 ♭2 3 4 5 ♭6 ♭7 is", formula.Same[0].Name)
	// Output:
	// E♭ Mixolydian: frets 10 to 13, 0 mm
	// A♭ Dorian: frets 11 to 15, 27 mm
	// D♭ Mixolydian: frets 8 to 11, 87 mm
	// 1 ♭2 3 4 5 ♭6 ♭7 is Phrygian dominant
}
