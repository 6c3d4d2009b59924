package explore

import (
	"evenladder/core/base/fault"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// FormulaReport tells what a formula is.
type FormulaReport struct {
	Formula string         `json:"formula"`
	Notes   []string       `json:"notes"` // on C
	Steps   []int          `json:"steps"`
	Same    []FormulaMatch `json:"same"` // catalogue scales that sound the same
	Modes   []FormulaMatch `json:"modes"`
}

// FormulaMatch is a catalogue scale that a formula is, or is a mode of.
type FormulaMatch struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Degree string `json:"degree"` // of that scale, on which the formula begins
}

// ReadFormula reads a formula and tells which known scales it equals or is a
// mode of.
func ReadFormula(text string) (FormulaReport, error) {
	f, err := scale.ParseFormula(text)
	if err != nil {
		return FormulaReport{}, fault.At("formula", "%v", err)
	}
	s := scale.New(pitch.MustParseName("C"), f)
	r := FormulaReport{Formula: f.String(), Steps: f.Steps(), Same: []FormulaMatch{}, Modes: []FormulaMatch{}}
	for _, n := range s.Notes {
		r.Notes = append(r.Notes, n.String())
	}
	for _, l := range scale.Recognise(f) {
		m := FormulaMatch{l.Entry.ID, l.Entry.Name, l.Degree.String()}
		if l.Degree.String() == "1" {
			r.Same = append(r.Same, m)
		} else {
			r.Modes = append(r.Modes, m)
		}
	}
	return r, nil
}
