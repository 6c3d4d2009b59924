package scale

import (
	"slices"

	"evenladder/core/theory/pitch"
)

// cores are the two pentatonics that a mode can be built over.
var cores = []Formula{
	MustParseFormula("1 2 3 5 6"),
	MustParseFormula("1 b3 4 5 b7"),
}

// CoreOf is the pentatonic core of a formula: 1 2 3 5 6 if it has that, or
// else 1 ♭3 4 5 ♭7; ok is false when it has neither.
func CoreOf(f Formula) (core Formula, ok bool) {
	for _, c := range cores {
		if f.HasAll(c) {
			return c, true
		}
	}
	return nil, false
}

// Altered is a degree of a scale in the place of one of a pentatonic core.
type Altered struct{ Has, For pitch.Degree }

// NearestCore is the core of a formula that holds neither pentatonic whole: the
// five of its degrees that lie nearest to those of one of them, and where they
// differ. Of equally near cores the one with the formula's third is taken; ok is
// false for fewer than five degrees.
func NearestCore(f Formula) (core, pentatonic Formula, altered []Altered, ok bool) {
	least := -1
	for _, c := range cores {
		for _, five := range fives(f) {
			if cost := alteration(five, c); least < 0 || cost < least || cost == least && five.Has(c[thirdOf(c)]) &&
				!core.Has(pentatonic[thirdOf(pentatonic)]) {
				least, core, pentatonic = cost, five, c
			}
		}
	}
	for i := range core {
		if core[i] != pentatonic[i] {
			altered = append(altered, Altered{core[i], pentatonic[i]})
		}
	}
	return core, pentatonic, altered, core != nil
}

// thirdOf is the index of the third in a core.
func thirdOf(core Formula) int {
	return slices.IndexFunc(core, func(d pitch.Degree) bool { return d.Number() == 3 })
}

// fives are the choices of five degrees of a formula, the root among them.
func fives(f Formula) (out []Formula) {
	var choose func(so Formula, from int)
	choose = func(so Formula, from int) {
		if len(so) == 5 {
			out = append(out, slices.Clone(so))
			return
		}
		for i := from; i < len(f); i++ {
			choose(append(so, f[i]), i+1)
		}
	}
	if len(f) >= 5 {
		choose(Formula{f[0]}, 1)
	}
	return out
}

// alteration weighs how far five degrees are from those of a core, in semitones
// first, then by their numbers.
func alteration(five, core Formula) (cost int) {
	const semitone = 10
	for i, d := range five {
		way := d.Semitones() - core[i].Semitones()
		cost += semitone * max(way, -way)
		if d.Number() != core[i].Number() {
			cost++
		}
	}
	return cost
}

// Beyond lists the degrees of a formula that are not in its core.
func Beyond(f, core Formula) []pitch.Degree {
	var out []pitch.Degree
	for _, d := range f {
		if !core.Has(d) {
			out = append(out, d)
		}
	}
	return out
}

// Sibling is a catalogue scale over the same pentatonic core.
type Sibling struct {
	Entry  Entry
	Added  []pitch.Degree
	Also   string // its other name, where the catalogue has one
	Common bool   // one of the three that are learnt first
}

// commonest are the scales over a core that are learnt first. Common practice.
var commonest = []string{"major", "mixolydian", "lydian", "natural-minor", "dorian", "phrygian"}

// Siblings are the seven-note scales of the catalogue over the core, each
// formula once, the common ones first.
func Siblings(core Formula) []Sibling {
	var out []Sibling
	for _, e := range catalogue {
		c, ok := CoreOf(e.Formula)
		first, _ := Named(e.Formula)
		if ok && c.Equal(core) && len(e.Formula) == 7 && first.ID == e.ID {
			out = append(out, Sibling{e, Beyond(e.Formula, core), otherName(e), slices.Contains(commonest, e.ID)})
		}
	}
	rank := func(s Sibling) int {
		if i := slices.Index(commonest, s.Entry.ID); i >= 0 {
			return i
		}
		return len(commonest)
	}
	slices.SortStableFunc(out, func(a, b Sibling) int { return rank(a) - rank(b) })
	return out
}

// otherName is the name of another row of the catalogue with the same formula; empty where there is none.
func otherName(of Entry) string {
	i := slices.IndexFunc(catalogue, func(e Entry) bool { return e.ID != of.ID && e.Formula.Equal(of.Formula) })
	if i < 0 {
		return ""
	}
	return catalogue[i].Name
}

// Likeness is a catalogue scale that a formula is, or is a mode of.
type Likeness struct {
	Entry  Entry
	Degree pitch.Degree // of that scale, on which the mode begins; 1 where they are one scale
}

// Recognise tells which catalogue scales a formula sounds like: the same scale
// first, then those that it is a mode of. Spelling does not matter.
func Recognise(f Formula) []Likeness {
	var same, modes []Likeness
	want := soundOf(f, 0)
	for _, e := range catalogue {
		for i, d := range e.Formula {
			if len(e.Formula) != len(f) || soundOf(e.Formula, i) != want {
				continue
			}
			if i == 0 {
				same = append(same, Likeness{e, d})
			} else {
				modes = append(modes, Likeness{e, d})
			}
		}
	}
	return append(same, modes...)
}

// Sound is the set of semitones above the root, a bit each: two spellings of one
// scale have the same.
func (f Formula) Sound() uint16 { return soundOf(f, 0) }

// soundOf is the set of semitones above degree i, a bit each.
func soundOf(f Formula, i int) (bits uint16) {
	for _, d := range f {
		bits |= 1 << ((d.Semitones() - f[i].Semitones() + 12) % 12)
	}
	return bits
}
