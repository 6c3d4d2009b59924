package score_test

import (
	"fmt"

	"evenladder/core/music/score"
	"evenladder/internal/plantest"
)

type discard struct{}

func (discard) Errorf(string, ...any) {}
func (discard) FailNow()              { panic("the brief cannot be met") }

func Example() {
	p := plantest.Build(discard{}, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "E", "name": "harmonic-minor"}, "layout": {"system": "one-octave"}, "rhythm": {"perBeat": 1}, "run": {"direction": "up"}}`)
	s := score.Of(p.Piece())
	fmt.Printf("%s, %d/%d, %d signs in the signature\n", s.Title, s.Beats, s.Unit, s.Bars[0].Fifths)
	for _, bar := range s.Bars {
		fmt.Print("|")
		for _, item := range bar.Items {
			fmt.Printf(" %s%s%d", item.Letter, item.Sign, item.Octave)
		}
		fmt.Print(" ")
	}
	// Output:
	// E harmonic minor, 4/4, 1 signs in the signature
	// | E4 F4 G4 A4 | B4 C5 D#5 E5
}
