package brief

import (
	"fmt"
	"slices"
	"strconv"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
)

// MaxOctaves is how many a layout from one degree may take in.
const MaxOctaves = 3

var octaveWords = [MaxOctaves + 1]string{"", "one octave", "two octaves", "three octaves"}

var layoutGroup = Group{Head: "layout.system", make: makeLayout, Fields: []Field{
	{
		Path: "layout.system", Title: "Layout", About: "Id of the way to divide the neck into boxes.",
		at: func(b *Brief) any { return &b.Layout.System }, Options: rowsOf(layout.Systems), makes: theBoxes,
		clears: []string{"run.chain"},
		Usual:  usualSystem,
		say:    func(r *Reading) (string, string) { return " out ", r.System.Phrase },
	},
	{
		Path: "layout.octaves", Title: "How far", Between: between(1, MaxOctaves),
		About: "Octaves from the degree it starts from.", Point: pointPlace, Part: true,
		at: func(b *Brief) any { return &b.Layout.Octaves }, makes: theBoxes, matters: spans,
		fill: func(r *Reading) { fill(&r.Brief.Layout.Octaves, usualOctaves(r.Neck)) },
		choices: func(*Reading) (out []Choice) {
			for n := 1; n <= MaxOctaves; n++ {
				out = append(out, choice(octaveWords[n], "", "layout.octaves", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.System.Uses.Span {
				return ", ", octaveWords[*r.Brief.Layout.Octaves]
			}
			return
		},
	},
	{
		Path: "layout.fromDegree", Title: "Starting on", About: "Degree to start from, counted from 1.",
		Point: pointPlace, Part: true,
		at: func(b *Brief) any { return &b.Layout.FromDegree }, makes: theBoxes, matters: spans,
		fill: func(r *Reading) { fill(&r.Brief.Layout.FromDegree, 1) },
		check: func(r *Reading, f *fault.List) {
			f.Between("layout.fromDegree", *r.Brief.Layout.FromDegree, 1, r.Scale.Len())
		},
		choices: func(r *Reading) (out []Choice) {
			for i, d := range r.Scale.Formula {
				out = append(out, choice("degree "+d.Pretty(), r.label(i), "layout.fromDegree", i+1))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.System.Uses.Span {
				return " from ", "the " + r.Scale.Formula[*r.Brief.Layout.FromDegree-1].Words()
			}
			return
		},
	},
	{
		Path: "layout.octaveShape", Title: "Shape of the octave",
		About: "How the notes of one octave are laid over the strings.", Point: pointPlace, Part: true,
		at: func(b *Brief) any { return &b.Layout.OctaveShape }, Options: layout.OctaveShapes,
		Usual: always(layout.OctaveShapes[0].ID), makes: theBoxes,
		matters: func(r *Reading) bool { return r.System.Uses.Shape },
		say: func(r *Reading) (lead, words string) {
			if r.System.Uses.Shape {
				return ", ", phrase(layout.OctaveShapes, r.Brief.Layout.OctaveShape)
			}
			return
		},
	},
	{
		Path: "layout.strings", Title: "Strings",
		About: "Numbers of the strings that are used; those that rise in pitch where they are not given.",
		Point: pointPlace,
		Hint:  "or type string numbers: 4 3 2",
		at:    func(b *Brief) any { return &b.Layout.Strings }, within: theNeck, makes: theBoxes, choices: stringSets,
		typed: asNumbers,
		check: func(r *Reading, f *fault.List) {
			strings := r.Brief.Layout.Strings
			f.Each("layout.strings", len(strings), func(i int) error {
				if s := strings[i]; s < 1 || s > r.Neck.Strings() || i > r.Neck.Strings() ||
					slices.Contains(strings[:i], s) {
					return fmt.Errorf("string %d was given: give each string once, from 1 to %d", s, r.Neck.Strings())
				}
				return nil
			})
		},
		say: func(r *Reading) (lead, words string) {
			if !slices.Equal(r.Request.Strings, r.Neck.ByPitch(r.UsualStrings())) {
				return ", on ", stringWords(r.Request.Strings)
			}
			return
		},
	},
	{
		Path: "layout.lowFret", Title: "Stretch of the neck",
		About: "First fret that may be used; 0 allows open strings.", Point: pointPlace,
		Hint: "or type two frets: 5 12",
		at:   func(b *Brief) any { return &b.Layout.LowFret }, within: theNeck, makes: theBoxes, choices: stretches,
		typed: typedStretch,
		fill:  func(r *Reading) { fill(&r.Brief.Layout.LowFret, 0) },
		check: func(r *Reading, f *fault.List) {
			f.Between("layout.lowFret", *r.Brief.Layout.LowFret, 0, r.Neck.Frets)
		},
		say: func(r *Reading) (lead, words string) {
			if low, high := *r.Brief.Layout.LowFret, *r.Brief.Layout.HighFret; low != 0 || high != r.Neck.Frets {
				return fretsBetween(low, high)
			}
			return
		},
	},
	{
		Path: "layout.highFret", Title: "Stretch of the neck", About: "Last fret that may be used.",
		With: "layout.lowFret",
		at:   func(b *Brief) any { return &b.Layout.HighFret }, within: theNeck, makes: theBoxes,
		fill: func(r *Reading) { fill(&r.Brief.Layout.HighFret, r.Neck.Frets) },
		check: func(r *Reading, f *fault.List) {
			l := r.Brief.Layout
			f.Between("layout.highFret", *l.HighFret, 1, r.Neck.Frets)
			if *l.LowFret > *l.HighFret {
				f.Addf("layout.lowFret", "%d is above layout.highFret %d: give a low fret at or below it",
					*l.LowFret, *l.HighFret)
			}
		},
	},
	{
		Path: "layout.box", Title: "Box", About: "Index of the box that the run is made on, from 0.",
		at: func(b *Brief) any { return &b.Layout.Box }, within: theBoxes, makes: theBox,
		fill: func(r *Reading) {
			r.anyBox = r.Brief.Layout.Box == nil
			fill(&r.Brief.Layout.Box, 0)
		},
		check: func(r *Reading, f *fault.List) {
			if r.Box() < 0 {
				f.Addf("layout.box", "%d was given: give 0 for the first box or a number above", r.Box())
			}
		},
	},
	{
		Path: "layout.boxOctave", Title: "The box higher or lower", Between: between(-maxBoxOctaves, maxBoxOctaves),
		About: "Octaves of twelve frets by which that box is moved up the neck, or down where negative.",
		Point: pointPlace,
		at:    func(b *Brief) any { return &b.Layout.BoxOctave }, choices: boxOctaves, within: theBox, makes: thePlaces,
		fill: func(r *Reading) { fill(&r.Brief.Layout.BoxOctave, 0) },
		say: func(r *Reading) (lead, words string) {
			if n := *r.Brief.Layout.BoxOctave; n != 0 {
				return ", ", "the box " + fretsAway(n)
			}
			return
		},
	},
}}

// fretsBetween says a stretch of the neck after its comma.
func fretsBetween(low, high int) (lead, words string) {
	if low == high {
		return ", on ", fmt.Sprintf("fret %d", low)
	}
	return ", between ", fmt.Sprintf("frets %d and %d", low, high)
}

// maxBoxOctaves is as far as a box can move on the longest neck.
const maxBoxOctaves = 2

// fretsAway says octaves in frets: "12 frets higher".
func fretsAway(octaves int) string {
	if octaves < 0 {
		return fmt.Sprintf("%d frets lower", -octaves*layout.Octave)
	}
	return fmt.Sprintf("%d frets higher", octaves*layout.Octave)
}

// boxOctaves are the places where the chosen box lies.
func boxOctaves(r *Reading) []Choice {
	out := []Choice{choice("where the layout has it", "", "layout.boxOctave", nil)}
	if !r.met {
		return out
	}
	boxes, err := r.System.Boxes(r.Request)
	if err != nil || r.Box() >= len(boxes) {
		return out
	}
	for n := -maxBoxOctaves; n <= maxBoxOctaves; n++ {
		if n != 0 && r.Request.Moves(boxes[r.Box()], n) {
			out = append(out, choice(fretsAway(n), "", "layout.boxOctave", n))
		}
	}
	return out
}

// lowFamilies are kept low on the neck by those who teach them.
var lowFamilies = []neck.Family{neck.Mandolins, neck.Uprights, neck.Ukuleles}

// usualSystem keeps to the first position on the instruments that are taught
// there; elsewhere, and for the small scales of a ukulele, it goes by the number
// of notes.
func usualSystem(r *Reading) string {
	small := r.Scale.Len() > 0 && r.Scale.Len() < 7
	switch {
	case slices.Contains(lowFamilies, r.Instrument.Family) && !(small && r.Instrument.Family == neck.Ukuleles):
		return "first-position"
	case small:
		return "two-per-string"
	}
	return "three-per-string"
}

// spans reports whether the layout asks where to start and how far to go.
func spans(r *Reading) bool { return r.System.Uses.Span }

// makeLayout finds the system and its strings; what the hand has to say of the
// request comes with the hand.
func makeLayout(r *Reading, _ *fault.List) {
	l := &r.Brief.Layout
	r.System, _ = table.Find(layout.Systems, l.System)
	if len(l.Strings) == 0 {
		l.Strings = r.UsualStrings()
	} else {
		own(&l.Strings)
	}
	strings := slices.DeleteFunc(
		slices.Clone(l.Strings),
		func(s int) bool { return s < 1 || s > r.Neck.Strings() },
	) // what is at fault has been said
	r.Request = layout.Request{
		Neck: r.Neck, Scale: r.Scale, Strings: r.Neck.ByPitch(strings), LowFret: *l.LowFret, HighFret: *l.HighFret,
		FromDegree: *l.FromDegree - 1, Octaves: *l.Octaves, OctaveShape: l.OctaveShape,
	}
}

// byHand completes the request with what lies under the hand.
func (r *Reading) byHand() {
	if r.Open == hand.OpenClosed {
		r.Request.LowFret = max(r.Request.LowFret, 1)
	}
	r.Request.Frame, r.Request.Positions = r.Style.School.Frame, r.Style.School.Positions
	if r.Style.Rings {
		r.Request.Ring = hand.New(r.Neck, r.Style).Place
	}
}

// UsualStrings are the strings that a system takes when none are named: those
// that rise, or all of them.
func (r *Reading) UsualStrings() []int {
	if !r.System.Uses.AllStrings {
		return r.Neck.Rising()
	}
	return lowToHigh(r.Neck.Strings())
}

func lowToHigh(count int) []int {
	all := make([]int, count)
	for i := range all {
		all[i] = count - i
	}
	return all
}

// usualOctaves is one on short ranges and two on the others.
func usualOctaves(n neck.Neck) int {
	if len(n.Rising()) <= 4 {
		return 1
	}
	return 2
}

// label is a scale note as the brief asks to say it.
func (r *Reading) label(i int) string { return r.Naming.Label(r.Scale.Notes[i], r.Scale.Formula[i]) }

// stringWords says which strings, in playing order: "string 3", "strings 4 to
// 1" or "strings 6, 4 and 2".
func stringWords(strs []int) string {
	if len(strs) == 1 {
		return fmt.Sprintf("string %d", strs[0])
	}
	inRow := true
	words := make([]string, len(strs))
	for i, s := range strs {
		words[i] = strconv.Itoa(s)
		inRow = inRow && (i == 0 || strs[i-1]-s == 1)
	}
	if inRow && len(strs) > 2 {
		return "strings " + words[0] + " to " + words[len(words)-1]
	}
	return "strings " + english.And(words)
}

func stringSets(r *Reading) []Choice {
	const path = "layout.strings"
	count := r.Neck.Strings()
	low := lowToHigh(count)
	out := []Choice{choice("all that rise in pitch", "", path, nil), choice("every string", "", path, low)}
	for s := count - 1; s > 1; s-- {
		out = append(out, choice(fmt.Sprintf("strings %d to 1", s), "", path, low[count-s:]))
	}
	for s := count - 1; s > 1; s-- {
		out = append(out, choice(fmt.Sprintf("strings %d to %d", count, s), "", path, low[:count-s+1]))
	}
	for _, s := range low {
		out = append(out, choice(fmt.Sprintf("string %d", s), "", path, []int{s}))
	}
	return out
}

func stretches(r *Reading) []Choice {
	last := r.Neck.Frets
	out := []Choice{{Label: "the whole neck", Changes: stretch(nil, nil)}}
	for _, s := range [][2]int{{0, 4}, {0, 7}, {0, 12}, {5, 12}, {7, 15}, {12, last}} {
		if s[0] < s[1] && s[1] <= last {
			out = append(out, Choice{Label: fmt.Sprintf("frets %d to %d", s[0], s[1]), Changes: stretch(s[0], s[1])})
		}
	}
	return out
}

func stretch(low, high any) Changes { return Changes{"layout.lowFret": low, "layout.highFret": high} }

func typedStretch(_ *Reading, _ Field, text string) Changes {
	switch frets := numbersIn(text); len(frets) {
	case 0:
		return nil
	case 1:
		return stretch(frets[0], nil)
	default:
		return stretch(frets[0], frets[1])
	}
}
