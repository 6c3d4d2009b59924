// Package explore answers questions about plans: what two of them share, which
// shape is nearest as the key changes, what a box becomes when it slides against
// its open strings, which known scale a formula is.
//
// Each question is a function from a brief or two to a plain answer.
package explore

import (
	"slices"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/neck"
	"evenladder/core/pitch"
	"evenladder/core/plan"
)

// Comparison lays two plans side by side.
type Comparison struct {
	First        plan.Plan    `json:"first"`
	Second       plan.Plan    `json:"second"`
	SharedPlaces []neck.Place `json:"sharedPlaces"` // in both chosen boxes, lowest string first
	SharedNotes  []string     `json:"sharedNotes"`  // of the first scale, that sound in the second too
	OnlyFirst    []string     `json:"onlyFirst"`
	OnlySecond   []string     `json:"onlySecond"`
}

// Compare makes the plans of two briefs and finds what they share. Errors name
// the fields of the first as "first.scale.tonic".
func Compare(first, second brief.Brief) (Comparison, error) {
	a, errA := plan.Build(first)
	b, errB := plan.Build(second)
	var faults fault.List
	faults.Under("first.", errA)
	faults.Under("second.", errB)
	if len(faults) > 0 {
		return Comparison{}, faults
	}
	c := Comparison{First: a, Second: b, SharedPlaces: []neck.Place{}, SharedNotes: []string{}, OnlyFirst: []string{}, OnlySecond: []string{}}
	inSecond := map[neck.Place]bool{}
	for _, n := range b.Boxes[b.Box].Notes {
		inSecond[n.Place] = true
	}
	for _, n := range a.Boxes[a.Box].Notes {
		if inSecond[n.Place] {
			c.SharedPlaces = append(c.SharedPlaces, n.Place)
		}
	}
	inA, inB := classes(a), classes(b)
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
func classes(p plan.Plan) []int {
	out := make([]int, len(p.Scale.Notes))
	for i, n := range p.Scale.Notes {
		out[i] = pitch.MustParseName(n).Class()
	}
	return out
}
