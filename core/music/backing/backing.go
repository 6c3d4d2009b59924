// Package backing is what sounds under a run: a drone, a groove on one note, a held chord, the two
// chords of a scale, a progression, a blues.
//
// Cycle gives the chords that go round, voiced, with their lengths; what the band makes of them is
// the business of who plays it. The chords of each scale stand in one table (scales.go).
package backing

import (
	"slices"

	"evenladder/core/base/table"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Kind is what sounds under a run.
type Kind string

// The kinds.
const (
	None        Kind = "none"
	Drone       Kind = "drone"
	Groove      Kind = "groove"
	Held        Kind = "chord"
	Vamp        Kind = "vamp"
	Progression Kind = "progression"
	Blues       Kind = "blues"
)

// Kinds are all kinds in picker order.
var Kinds = []table.Row{
	{ID: string(None), Name: "no backing", Phrase: "without a backing", Why: "the click and the run alone"},
	{ID: string(Drone), Name: "a drone", Phrase: "over a drone", Why: "the root, held low: each note against it"},
	{
		ID:     string(Groove),
		Name:   "a groove on one note",
		Phrase: "over a groove on one note",
		Why:    "the root on every beat, with a lead-in",
	},
	{
		ID:     string(Held),
		Name:   "one held chord",
		Phrase: "over one chord",
		Why:    "the chord of the root, or one that you type",
	},
	{
		ID:     string(Vamp),
		Name:   "two chords in turn",
		Phrase: "over two chords",
		Why:    "the two chords that show the colour of the scale",
	},
	{
		ID:     string(Progression),
		Name:   "a progression",
		Phrase: "over a progression",
		Why:    "the chords of a tune, bar by bar",
	},
	{
		ID:     string(Blues),
		Name:   "a 12-bar blues",
		Phrase: "over a 12-bar blues",
		Why:    "three seventh chords in twelve bars",
	},
}

// MaxBars is how many bars a chord may last.
const MaxBars = 8

// Spec is a backing as it is asked for.
type Spec struct {
	Kind   Kind
	Chords chord.Bars // typed ones; nil for those of the kind
	Bars   int        // that each bar of the progression lasts
}

// Chord is a chord that sounds.
type Chord struct {
	Symbol string   `json:"symbol"`
	Names  []string `json:"names"` // of its notes, from the root up
	Bass   int      `json:"bass"`  // MIDI number
	Notes  []int    `json:"notes"` // MIDI numbers of the voices over the bass
	Beats  float64  `json:"beats"`
}

// HasChords reports whether chords sound.
func (k Kind) HasChords() bool { return k == Held || k == Vamp || k == Progression || k == Blues }

var blues = [12]string{"I7", "I7", "I7", "I7", "IV7", "IV7", "I7", "I7", "V7", "IV7", "I7", "V7"}

// plainProgression is what a progression is until one is typed.
var plainProgression = []string{"I", "IV", "V", "I"}

// BarsOf are the chords of a backing, bar by bar: typed ones, or those of its kind in the key. A kind without
// chords has those of the scale's own vamp, for who switches them on.
func (s Spec) BarsOf(key scale.Scale) chord.Bars {
	own := Own(key)
	switch {
	case s.Chords != nil && s.Kind == Held:
		return s.Chords[:1]
	case s.Chords != nil:
		return s.Chords
	case s.Kind == Held:
		return own.Chords[:min(len(own.Chords), 1)]
	case s.Kind == Blues:
		return inKey(key, blues[:])
	case s.Kind == Progression && key.Len() == 7:
		if bars, err := chord.Progression("1 4 5 1", key); err == nil {
			return bars
		}
	case s.Kind == Progression:
		return inKey(key, plainProgression)
	}
	return own.Chords
}

// Cycle are the chords that go round, voiced, at so many beats to the bar.
func (s Spec) Cycle(key scale.Scale, beatsPerBar int) []Chord {
	out := []Chord{}
	var before []int
	for _, bar := range s.BarsOf(key) {
		beats := float64(beatsPerBar*max(s.Bars, 1)) / float64(len(bar))
		for _, c := range bar {
			before = Voice(c, before)
			sounds := Chord{Symbol: c.Symbol, Bass: atOrAbove(c.Bass, lowestBass), Notes: before, Beats: beats}
			for _, n := range c.Notes() {
				sounds.Names = append(sounds.Names, n.String())
			}
			out = append(out, sounds)
		}
	}
	return out
}

// Registers as MIDI numbers: the lowest bass, and where the voices of a chord lie.
const lowestBass, lowestVoice, octave = 36, 52, 12

// middleVoices are where the first chord lies about: G3, B3, D4.
var middleVoices = []int{55, 59, 62}

// mostVoices is how many notes sound over the bass.
const mostVoices = 4

// Voice is a chord in close position from E3 on: each as near as can be to that before, the first to the middle.
// Of more than four notes the fifth, then the root, is left to the bass.
func Voice(c chord.Chord, before []int) []int {
	names := c.Notes()
	for _, number := range []int{5, 1} {
		for i := 0; len(names) > mostVoices && i < len(names); i++ {
			if d, ok := c.Root.DegreeOf(names[i]); ok && d.Number() == number && d.Alter() == 0 {
				names = append(names[:i:i], names[i+1:]...)
			}
		}
	}
	names = names[:min(len(names), mostVoices)]
	above := func(n pitch.Name) int { return (n.Class() - c.Root.Class() + octave) % octave }
	slices.SortStableFunc(names, func(a, b pitch.Name) int { return above(a) - above(b) })
	if before == nil {
		before = middleVoices
	}
	var best []int
	for turn := range names {
		voices, low := make([]int, 0, len(names)), lowestVoice
		for k := range names {
			v := atOrAbove(names[(turn+k)%len(names)], low)
			voices, low = append(voices, v), v+1
		}
		if best == nil || distance(voices, before) < distance(best, before) {
			best = voices
		}
	}
	return best
}

// distance is how far voices move.
func distance(to, from []int) (sum int) {
	for _, t := range to {
		least := 2 * octave
		for _, f := range from {
			least = min(least, max(t-f, f-t))
		}
		sum += least
	}
	return sum
}

// atOrAbove is the lowest MIDI number of a name at or above one.
func atOrAbove(n pitch.Name, low int) int { return low + ((n.Class()-low)%octave+octave)%octave }

func inKey(key scale.Scale, numerals []string) (out chord.Bars) {
	for _, n := range numerals {
		if c, err := chord.InKey(n, major(key.Tonic)); err == nil {
			out = append(out, []chord.Chord{c})
		}
	}
	return out
}

var majorFormula = scale.MustParseFormula("1 2 3 4 5 6 7")

// major is the major scale on a tonic, against which numerals are counted.
func major(tonic pitch.Name) scale.Scale { return scale.New(tonic, majorFormula) }
