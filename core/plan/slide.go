package plan

import (
	"fmt"

	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/scale"
)

// Slide is what a run becomes when every stopped note moves by some frets and
// the open strings stay as they are.
type Slide struct {
	Frets   int            `json:"frets"`
	Notes   []SlidNote     `json:"notes"`   // of the chosen box, lowest first
	Degrees []string       `json:"degrees"` // that sound, against the tonic, each once and rising
	Scales  []FormulaMatch `json:"scales"`  // of the catalogue, that hold them all; the smallest first
}

// SlidNote is a note of the box where it sounds now.
type SlidNote struct {
	Place
	MIDI   int    `json:"midi"`
	Degree string `json:"degree"`
	Was    string `json:"was"` // its degree before
}

// MaxSlide bounds the frets of a slide.
const MaxSlide = 12

// soundingDegrees say semitones above a tonic where no scale does.
var soundingDegrees = [12]string{"1", "b2", "2", "b3", "3", "4", "b5", "5", "b6", "6", "b7", "7"}

// SlideRun moves every stopped note of a brief's chosen box by some frets while
// its open strings stay.
func SlideRun(b Brief, frets int) (Slide, error) {
	if frets < -MaxSlide || frets > MaxSlide {
		return Slide{}, Errors{{"frets", fmt.Sprintf("%d was given: give %d to %d", frets, -MaxSlide, MaxSlide)}}
	}
	j, boxes, err := lay(b)
	if err != nil {
		return Slide{}, err
	}
	box := boxes[*j.brief.Layout.Box]
	s := Slide{Frets: frets, Notes: []SlidNote{}, Degrees: []string{}, Scales: []FormulaMatch{}}
	var sounds uint16
	for _, n := range box.Notes {
		at := n.Place
		if at.Fret > 0 {
			at.Fret += frets
		}
		if at.Fret < 0 || n.Fret > 0 && at.Fret == 0 || at.Fret > j.neck.Frets {
			return Slide{}, Errors{{"frets", fmt.Sprintf("%d was given: string %d, fret %d would leave the neck", frets, n.String, n.Fret)}}
		}
		above := (j.neck.MIDI(neck.Place(at)) - j.scale.Tonic.Class() + 120) % 12
		sounds |= 1 << above
		s.Notes = append(s.Notes, SlidNote{Place(at), j.neck.MIDI(at), soundingDegrees[above], j.scale.Formula[n.Degree].String()})
	}
	for above, d := range soundingDegrees {
		if sounds&(1<<above) != 0 {
			s.Degrees = append(s.Degrees, d)
		}
	}
	s.Scales = holding(sounds)
	return s, nil
}

// holding are the catalogue scales on the same tonic that have all the given
// semitones, a bit each, those with the fewest other notes first.
func holding(sounds uint16) []FormulaMatch {
	out := []FormulaMatch{}
	for size := scale.MinDegrees; size <= scale.MaxDegrees; size++ {
		for _, e := range scale.Catalogue() {
			first, _ := scale.Named(e.Formula)
			if len(e.Formula) == size && first.ID == e.ID && e.Formula.Sound()&sounds == sounds {
				out = append(out, FormulaMatch{e.ID, e.Name, pitch.MustParseDegree("1").String()})
			}
		}
	}
	return out
}
