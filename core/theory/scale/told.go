package scale

import (
	"slices"

	"evenladder/core/theory/pitch"
)

// Told is what a teacher says of a scale in a line. Common practice.
type Told struct {
	Sounds string // what it sounds like
	First  string // what to learn first
}

// told is by the id of the scale in the catalogue.
var told = map[string]Told{
	"major":             {"bright, at rest", "the half steps, 3 to 4 and 7 to 8"},
	"natural-minor":     {"dark, calm", "the ♭3, then the ♭6"},
	"harmonic-minor":    {"dark, with a pull home", "the step from ♭6 to 7, three half steps wide"},
	"melodic-minor":     {"minor below, major above", "the 6 and 7 over the ♭3"},
	"ionian":            {"bright, at rest", "the half steps, 3 to 4 and 7 to 8"},
	"dorian":            {"minor, but warm", "the 6 over a minor chord"},
	"phrygian":          {"dark, tense", "the ♭2, falling to 1"},
	"lydian":            {"bright, floating", "the ♯4 over a major chord"},
	"mixolydian":        {"bright, a little rough", "the ♭7 over a major chord"},
	"aeolian":           {"dark, calm", "the ♭6, falling to 5"},
	"locrian":           {"unsettled, even at home", "the ♭5, which leaves the root without rest"},
	"major-pentatonic":  {"open, friendly", "the 3 and the 6"},
	"minor-pentatonic":  {"plain, strong", "the ♭3 and the ♭7 around the root"},
	"minor-blues":       {"rough, sad", "the ♭5, passing between 4 and 5"},
	"major-blues":       {"cheerful, a little rough", "the ♭3, rising to 3"},
	"in":                {"sparse, dark", "the half steps above 1 and 5"},
	"hirajoshi":         {"sparse, sad", "the half steps, 2 to ♭3 and 5 to ♭6"},
	"kumoi":             {"sparse, gentle", "the ♭3 together with the 6"},
	"in-sen":            {"sparse, open", "the ♭2, without any 3rd"},
	"iwato":             {"sparse, unsettled", "the ♭5 instead of a 5"},
	"whole-tone":        {"floating, without a home", "one hand shape: each note can be the root"},
	"half-whole":        {"tense, turning", "half and whole steps in turn, over a dominant seventh"},
	"whole-half":        {"tense, turning", "whole and half steps in turn, over a diminished chord"},
	"phrygian-dominant": {"dark, fiery", "the step from ♭2 to 3, three half steps wide"},
	"dorian-b2":         {"minor, tense at the bottom", "the ♭2 together with the 6"},
	"lydian-augmented":  {"bright, stretched", "the ♯4 and the ♯5"},
	"lydian-dominant":   {"bright, not quite at rest", "the ♯4 together with the ♭7"},
	"mixolydian-b6":     {"major below, minor above", "the ♭6 over a major chord"},
	"locrian-2":         {"unsettled, but softer", "the 2 over a half-diminished chord"},
	"altered":           {"as tense as can be, wanting home", "the ♭2 and ♭3 around a dominant's root"},
	"harmonic-major":    {"bright, with one dark note", "the ♭6 over a major chord"},
}

// Told is what is said of a scale; ok is false for one of one's own that has no name.
func (s Scale) Told() (t Told, ok bool) {
	t, ok = told[s.ID]
	if e, named := Named(s.Formula); !ok && named {
		t, ok = told[e.ID]
	}
	return t, ok
}

// Neighbour is a scale of the catalogue that is one note away, on the same tonic.
type Neighbour struct {
	Entry Entry
	Has   *pitch.Degree // that this scale lacks; nil where it only leaves one out
	Lacks *pitch.Degree // of this scale; nil where it only has one more
}

// Neighbours are the scales that have one note instead of another, one more, or one less, those with as many notes first.
// Of scales with the same notes the first of the catalogue is named.
func (s Scale) Neighbours() []Neighbour {
	if known, ok := neighboursOf[s.ID]; ok {
		return slices.Clone(known)
	}
	return s.Formula.neighbours()
}

// neighboursOf are the neighbours of the scales of the catalogue.
var neighboursOf = func() map[string][]Neighbour {
	out := map[string][]Neighbour{}
	for _, e := range catalogue {
		out[e.ID] = e.Formula.neighbours()
	}
	return out
}()

func (f Formula) neighbours() []Neighbour {
	var out []Neighbour
	for _, e := range catalogue {
		if first, _ := Named(e.Formula); first.ID != e.ID {
			continue
		}
		has, lacks := without(e.Formula, f), without(f, e.Formula)
		if len(has) > 1 || len(lacks) > 1 || len(has)+len(lacks) == 0 {
			continue
		}
		n := Neighbour{Entry: e}
		if len(has) == 1 {
			n.Has = &has[0]
		}
		if len(lacks) == 1 {
			n.Lacks = &lacks[0]
		}
		out = append(out, n)
	}
	slices.SortStableFunc(out, func(a, b Neighbour) int { return a.kind() - b.kind() })
	return out
}

// Words say what is different: "6 instead of ♭6", "with the ♭5", "without the 4".
func (n Neighbour) Words() string {
	switch {
	case n.Lacks == nil:
		return "with the " + n.Has.Pretty()
	case n.Has == nil:
		return "without the " + n.Lacks.Pretty()
	}
	return n.Has.Pretty() + " instead of " + n.Lacks.Pretty()
}

// kind is 0 with one note instead of another.
func (n Neighbour) kind() int {
	if n.Has != nil && n.Lacks != nil {
		return 0
	}
	return 1
}

// without are the degrees of a formula that sound in none of another.
func without(f, other Formula) (out []pitch.Degree) {
	for _, d := range f {
		if !slices.ContainsFunc(other, func(o pitch.Degree) bool { return o.Semitones() == d.Semitones() }) {
			out = append(out, d)
		}
	}
	return out
}
