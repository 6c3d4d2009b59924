package explore

import (
	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Slid is what a box becomes when every stopped note moves by some frets and
// the open strings stay as they are.
type Slid struct {
	Frets   int            `json:"frets"`
	Notes   []SlidNote     `json:"notes"`   // of the chosen box, lowest first
	Degrees []string       `json:"degrees"` // that sound, against the tonic, each once and rising
	Scales  []FormulaMatch `json:"scales"`  // of the catalogue, that hold them all; the smallest first
	Nearest string         `json:"nearest"` // the scale that comes nearest: "all but ♭2: A minor blues"; empty for none
}

// SlidNote is a note of the box where it sounds now.
type SlidNote struct {
	neck.Place
	MIDI   int    `json:"midi"`
	Degree string `json:"degree"`
	Was    string `json:"was"` // its degree before
}

// MaxSlide bounds the frets of a slide.
const MaxSlide = 12

// Slide moves every stopped note of a brief's chosen box by some frets while
// its open strings stay.
func Slide(b brief.Brief, frets int) (Slid, error) {
	if frets < -MaxSlide || frets > MaxSlide {
		return Slid{}, fault.At("frets", "%d was given: give %d to %d", frets, -MaxSlide, MaxSlide)
	}
	l, err := plan.Lay(b)
	if err != nil {
		return Slid{}, err
	}
	box := l.Chosen()
	s := Slid{Frets: frets, Notes: []SlidNote{}, Degrees: []string{}, Scales: []FormulaMatch{}}
	var sounds uint16
	for _, n := range box.Notes {
		at := n.Place
		if at.Fret > 0 {
			at.Fret += frets
		}
		if at.Fret < 0 || n.Fret > 0 && at.Fret == 0 || at.Fret > l.Neck.Frets {
			return Slid{}, fault.At("frets", "%d was given: string %d, fret %d would leave the neck", frets, n.String,
				n.Fret)
		}
		above := (l.Neck.MIDI(at) - l.Scale.Tonic.Class() + 120) % 12
		sounds |= 1 << above
		s.Notes = append(s.Notes, SlidNote{at, l.Neck.MIDI(at), scale.SoundingDegree(above).String(),
			l.Scale.Formula[n.Degree].String()})
	}
	for above := range 12 {
		if sounds&(1<<above) != 0 {
			s.Degrees = append(s.Degrees, scale.SoundingDegree(above).String())
		}
	}
	s.Scales = holding(sounds)
	s.Nearest = scale.Nearest(l.Scale.Tonic, sounds)
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
