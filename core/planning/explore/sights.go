package explore

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// SightKind is what a sight is about.
type SightKind string

// The kinds of sights.
const (
	FingerPatterns SightKind = "fingers"     // the ways the fingers fall on the strings
	AlikeStrings   SightKind = "strings"     // strings with the same frets
	OctaveHigher   SightKind = "octave"      // the box twelve frets away
	RelativeKey    SightKind = "relative"    // another key with the same notes
	Tetrachords    SightKind = "tetrachords" // the scale as two halves
)

// Sight is one thing that there is to see in a box: what it is, in a sentence, and
// the places where it is seen.
type Sight struct {
	Kind   SightKind    `json:"kind"`
	Words  string       `json:"words"`
	Places []neck.Place `json:"places"`
}

// Sights are what there is to see in the chosen box of a plan, the most useful
// first.
func Sights(p plan.Plan) []Sight {
	box := p.Boxes[p.Box]
	strs := stringsOf(box)
	out := []Sight{fingerPatterns(box, strs)}
	if s, ok := alikeStrings(strs); ok {
		out = append(out, s)
	}
	for _, see := range []func(plan.Plan, plan.Box) (Sight, bool){twelveFretsAway, relativeKey, twoTetrachords} {
		if s, ok := see(p, box); ok {
			out = append(out, s)
		}
	}
	return out
}

// stringNotes are the notes of a box on one string, from the nut on.
type stringNotes struct {
	string int
	notes  []plan.BoxNote
}

// stringsOf divides a box by its strings, the lowest string number last.
func stringsOf(box plan.Box) (out []stringNotes) {
	for _, n := range box.Notes {
		i := slices.IndexFunc(out, func(s stringNotes) bool { return s.string == n.String })
		if i < 0 {
			i, out = len(out), append(out, stringNotes{string: n.String})
		}
		out[i].notes = append(out[i].notes, n)
	}
	for _, s := range out {
		slices.SortStableFunc(s.notes, func(a, b plan.BoxNote) int { return a.Fret - b.Fret })
	}
	slices.SortStableFunc(out, func(a, b stringNotes) int { return b.string - a.string })
	return out
}

func (s stringNotes) joined(of func(plan.BoxNote) int, between string) string {
	words := make([]string, len(s.notes))
	for i, n := range s.notes {
		words[i] = strconv.Itoa(of(n))
	}
	return strings.Join(words, between)
}

func (s stringNotes) fingers() string {
	return s.joined(func(n plan.BoxNote) int { return n.Finger }, "-")
}

func (s stringNotes) frets() string {
	return s.joined(func(n plan.BoxNote) int { return n.Fret }, ", ")
}

// group is a set of strings that have something in common.
type group struct {
	common  string
	strings []stringNotes
}

// grouped are strings by what they have in common, the largest set first.
func grouped(strs []stringNotes, common func(stringNotes) string) (out []group) {
	for _, s := range strs {
		key := common(s)
		i := slices.IndexFunc(out, func(g group) bool { return g.common == key })
		if i < 0 {
			i, out = len(out), append(out, group{common: key})
		}
		out[i].strings = append(out[i].strings, s)
	}
	slices.SortStableFunc(out, func(a, b group) int { return len(b.strings) - len(a.strings) })
	return out
}

func (g group) numbers() []string {
	out := make([]string, len(g.strings))
	for i, s := range g.strings {
		out[i] = strconv.Itoa(s.string)
	}
	return out
}

func (g group) places() (out []neck.Place) {
	for _, s := range g.strings {
		for _, n := range s.notes {
			out = append(out, n.Place)
		}
	}
	return out
}

// fingerPatterns says how the fingers fall on the strings, like with like.
func fingerPatterns(box plan.Box, strs []stringNotes) Sight {
	groups := grouped(strs, stringNotes.fingers)
	words := make([]string, len(groups))
	for i, g := range groups {
		on := " on "
		if i == 0 && len(g.strings) > 1 {
			on = " on strings "
		} else if len(g.strings) == 1 {
			on = " on string "
		}
		words[i] = g.common + on + english.And(g.numbers())
	}
	patterns := counted(len(groups), "pattern", "patterns") + " to learn"
	asks := []string{}
	if box.Reaches > 0 {
		asks = append(asks, counted(box.Reaches, "reach", "reaches"))
	}
	if box.Shifts > 0 {
		asks = append(asks, counted(box.Shifts, "shift", "shifts"))
	}
	if len(asks) > 0 {
		patterns += ", " + english.And(asks) + " between them"
	}
	return Sight{FingerPatterns, strings.Join(words, "; ") + ": " + patterns + ".", groups[0].places()}
}

// alikeStrings says which strings have the same frets.
func alikeStrings(strs []stringNotes) (Sight, bool) {
	var words []string
	s := Sight{Kind: AlikeStrings}
	for _, g := range grouped(strs, stringNotes.frets) {
		if len(g.strings) < 2 {
			continue
		}
		words = append(words, fmt.Sprintf("%s (%s)", english.And(g.numbers()),
			fretWord(len(g.strings[0].notes))+" "+g.common))
		s.Places = append(s.Places, g.places()...)
	}
	if len(words) == 0 {
		return s, false
	}
	s.Words = "These strings are alike: " + strings.Join(words, "; and ") + "."
	return s, true
}

// counted is a count in words: "two patterns".
func counted(n int, one, many string) string {
	if n == 1 {
		many = one
	}
	return english.Number(n) + " " + many
}

func fretWord(count int) string {
	if count == 1 {
		return "fret"
	}
	return "frets"
}

// twelveFretsAway says where the box lies once more.
func twelveFretsAway(_ plan.Plan, box plan.Box) (Sight, bool) {
	var ways []string
	for _, w := range []struct {
		there bool
		by    int
		words string
	}{{box.Lower, -12, "lower"}, {box.Higher, 12, "higher"}} {
		if w.there {
			ways = append(ways, fmt.Sprintf("12 frets %s, %s", w.words, english.Range("fret", "frets",
				box.LowFret+w.by, box.HighFret+w.by)))
		}
	}
	if len(ways) == 0 {
		return Sight{}, false
	}
	s := Sight{Kind: OctaveHigher, Words: "The same box is " + english.And(ways) + "."}
	for _, n := range box.Notes {
		if box.Higher {
			s.Places = append(s.Places, neck.Place{String: n.String, Fret: n.Fret + 12})
		} else {
			s.Places = append(s.Places, neck.Place{String: n.String, Fret: n.Fret - 12})
		}
	}
	return s, true
}

// relativeKey says what the key with the same notes shares, and where its roots
// are.
func relativeKey(p plan.Plan, box plan.Box) (Sight, bool) {
	i := slices.IndexFunc(p.Scale.Related, func(r plan.Related) bool { return r.Relation == scale.Relative })
	if i < 0 {
		return Sight{}, false
	}
	r := p.Scale.Related[i]
	tonic := pitch.MustParseName(r.Tonic)
	away := (tonic.Class() - pitch.MustParseName(p.Scale.Notes[0]).Class() + 12) % 12
	way := "towards the bridge"
	if away > 6 {
		away, way = 12-away, "towards the nut"
	}
	has := "has all these notes"
	if lacks := notIn(p, r); len(lacks) > 0 {
		has = "has all these notes but " + english.And(lacks)
	}
	s := Sight{Kind: RelativeKey, Words: fmt.Sprintf("%s %s. Its roots are %s %s.", r.Title, has, counted(away, "fret",
		"frets"), way)}
	for _, n := range box.Notes {
		if n.MIDI%12 == tonic.Class() {
			s.Places = append(s.Places, n.Place)
		}
	}
	return s, true
}

// notIn are the notes of a plan's scale that a related one does not have.
func notIn(p plan.Plan, r plan.Related) (out []string) {
	entry, ok := scale.Find(r.Name)
	if !ok {
		return nil
	}
	other := scale.New(pitch.MustParseName(r.Tonic), entry.Formula)
	for i, class := range classes(p) {
		if other.Index(class) < 0 {
			out = append(out, p.Scale.Labels[i])
		}
	}
	return out
}

// tetrachordNames by the semitones of three steps.
var tetrachordNames = map[[3]int]string{
	{2, 2, 1}: "major", {2, 1, 2}: "minor", {1, 2, 2}: "Phrygian", {1, 3, 1}: "harmonic", {2, 2, 2}: "Lydian",
	{1, 2, 1}: "diminished",
}

var stepWords = map[int]string{1: "half", 2: "whole", 3: "whole and a half", 4: "two whole"}

// twoTetrachords says a scale of seven notes as two halves of four notes each.
func twoTetrachords(p plan.Plan, box plan.Box) (Sight, bool) {
	steps := p.Scale.Steps
	if len(steps) != 7 {
		return Sight{}, false
	}
	low, high := [3]int(steps[:3]), [3]int(steps[4:])
	apart := stepWords[steps[3]] + " step apart"
	words := fmt.Sprintf("Two tetrachords, a %s: %s and %s.", apart, tetrachordWords(low), tetrachordWords(high))
	if low == high {
		words = fmt.Sprintf("Two like tetrachords, %s, a %s.", tetrachordWords(low), apart)
	}
	s := Sight{Kind: Tetrachords, Words: words}
	for _, n := range box.Notes {
		if slices.Index(p.Scale.Degrees, n.Degree) < 4 {
			s.Places = append(s.Places, n.Place)
		}
	}
	return s, true
}

func tetrachordWords(steps [3]int) string {
	words := fmt.Sprintf("%s–%s–%s", stepWords[steps[0]], stepWords[steps[1]], stepWords[steps[2]])
	if name := tetrachordNames[steps]; name != "" {
		return name + " (" + words + ")"
	}
	return words
}
