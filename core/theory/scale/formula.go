package scale

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/theory/pitch"
)

// MinDegrees and MaxDegrees bound the length of a formula.
const (
	MinDegrees = 3
	MaxDegrees = 12
)

// Formula is a scale without a tonic: its degrees against the major scale,
// rising, beginning with the root.
type Formula []pitch.Degree

// ParseFormula reads 3 to 12 degrees apart by spaces, rising within one
// octave and beginning with 1: "1 b2 4 5 b7".
func ParseFormula(s string) (Formula, error) {
	fields := strings.Fields(s)
	if len(fields) < MinDegrees || len(fields) > MaxDegrees {
		return nil, fmt.Errorf("a formula of %s was given: give %d to %d, such as 1 b3 4 5 b7",
			english.Count(len(fields), "degree", "degrees"), MinDegrees, MaxDegrees)
	}
	f := make(Formula, len(fields))
	for i, w := range fields {
		d, err := pitch.ParseDegree(w)
		if err != nil {
			return nil, err
		}
		f[i] = d
	}
	if f[0].String() != "1" {
		return nil, fmt.Errorf("the formula starts with %s: it must start with the root, 1", fields[0])
	}
	for i := 1; i < len(f); i++ {
		if f[i].Semitones() <= f[i-1].Semitones() || f[i].Semitones() > 11 {
			return nil, fmt.Errorf("%s after %s doesn't rise within the octave: give the degrees from low to high, each once", fields[i], fields[i-1])
		}
	}
	return f, nil
}

// MustParseFormula is ParseFormula for constants; it panics on bad input.
func MustParseFormula(s string) Formula {
	f, err := ParseFormula(s)
	if err != nil {
		panic(err)
	}
	return f
}

// String writes the formula as ParseFormula reads it.
func (f Formula) String() string {
	words := make([]string, len(f))
	for i, d := range f {
		words[i] = d.String()
	}
	return strings.Join(words, " ")
}

// Equal reports whether both name the same degrees in the same spelling.
func (f Formula) Equal(g Formula) bool { return slices.Equal(f, g) }

// Has reports whether the degree, in this spelling, is in the formula.
func (f Formula) Has(d pitch.Degree) bool { return slices.Contains(f, d) }

// HasAll reports whether every degree of g is in the formula.
func (f Formula) HasAll(g Formula) bool {
	for _, d := range g {
		if !f.Has(d) {
			return false
		}
	}
	return true
}

// Rotate is the formula of the same notes counted from degree i instead. A
// second note on the new root's own letter is said as its neighbour: ♯1 as ♭2,
// ♭1 as 7.
func (f Formula) Rotate(i int) Formula {
	out := make(Formula, len(f))
	for k := range f {
		d := f[(i+k)%len(f)].Above(f[i])
		if d.Number() == 1 && d.Alter() != 0 {
			d = neighbours[d.Alter() > 0]
		}
		out[k] = d
	}
	return out
}

var neighbours = map[bool]pitch.Degree{true: pitch.MustParseDegree("b2"), false: pitch.MustParseDegree("7")}

// Steps are the semitones from each note to the next, the last one back to
// the octave; they add up to 12.
func (f Formula) Steps() []int {
	steps := make([]int, len(f))
	for i, d := range f {
		next := 12
		if i+1 < len(f) {
			next = f[i+1].Semitones()
		}
		steps[i] = next - d.Semitones()
	}
	return steps
}
