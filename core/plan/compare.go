package plan

import (
	"slices"

	"evenladder/core/pitch"
)

// Comparison lays two plans side by side.
type Comparison struct {
	First        Plan     `json:"first"`
	Second       Plan     `json:"second"`
	SharedPlaces []Place  `json:"sharedPlaces"` // in both chosen boxes, lowest string first
	SharedNotes  []string `json:"sharedNotes"`  // of the first scale, that sound in the second too
	OnlyFirst    []string `json:"onlyFirst"`
	OnlySecond   []string `json:"onlySecond"`
}

// Compare makes the plans of two briefs and finds what they share. Errors name
// the fields of the first as "first.scale.tonic".
func Compare(first, second Brief) (Comparison, error) {
	a, errA := Build(first)
	b, errB := Build(second)
	var errs Errors
	errs.under("first.", errA)
	errs.under("second.", errB)
	if len(errs) > 0 {
		return Comparison{}, errs
	}
	c := Comparison{First: a, Second: b, SharedPlaces: []Place{}, SharedNotes: []string{}, OnlyFirst: []string{}, OnlySecond: []string{}}
	inSecond := map[Place]bool{}
	for _, n := range b.Boxes[b.Box].Notes {
		inSecond[Place{n.String, n.Fret}] = true
	}
	for _, n := range a.Boxes[a.Box].Notes {
		if p := (Place{n.String, n.Fret}); inSecond[p] {
			c.SharedPlaces = append(c.SharedPlaces, p)
		}
	}
	inA, inB := a.classes(), b.classes()
	for i, class := range inA {
		if slices.Contains(inB, class) {
			c.SharedNotes = append(c.SharedNotes, a.Scale.Labels[i])
		} else {
			c.OnlyFirst = append(c.OnlyFirst, a.Scale.Labels[i])
		}
	}
	for i, class := range inB {
		if !slices.Contains(inA, class) {
			c.OnlySecond = append(c.OnlySecond, b.Scale.Labels[i])
		}
	}
	return c, nil
}

// classes are the pitch classes of the scale, from the root.
func (p Plan) classes() []int {
	out := make([]int, len(p.Scale.Notes))
	for i, n := range p.Scale.Notes {
		out[i] = pitch.MustParseName(n).Class()
	}
	return out
}
