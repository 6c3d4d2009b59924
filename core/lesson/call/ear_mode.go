package call

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/theory/scale"
)

// scalesHeard are the scales that are told apart by ear, those of each level with those before it.
var scalesHeard = [][]string{
	{"major", "natural-minor"},
	{"dorian", "mixolydian"},
	{"phrygian", "lydian", "locrian"},
	{"harmonic-minor", "melodic-minor", "major-pentatonic", "minor-pentatonic", "minor-blues"},
}

var scaleLevels = []Level{
	scaleLevel(1, "major or natural minor"),
	scaleLevel(2, "with Dorian and Mixolydian"),
	scaleLevel(3, "the seven modes"),
	scaleLevel(4, "with other minors and pentatonics"),
}

func scaleLevel(n int, words string) Level {
	has := slices.Concat(scalesHeard[:n]...)
	return Level{words: words, has: func(_ *setting, ask string) bool { return slices.Contains(has, ask) }}
}

func scalesOf(*setting) []string { return slices.Concat(scalesHeard...) }

// readScale reads the id of a scale, or its name as it is typed.
func readScale(_ *setting, s string) (string, error) {
	if e, ok := typedScale(s); ok {
		return e.ID, nil
	}
	return "", fmt.Errorf("%q was given: give one of %s", fault.Clip(s), strings.Join(scalesOf(nil), ", "))
}

// typedScale is a scale by its id or its name; minor alone is the natural one.
func typedScale(text string) (e scale.Entry, ok bool) {
	text = strings.ToLower(strings.TrimSpace(text))
	if text == "minor" {
		return scale.Find("natural-minor")
	}
	for _, e := range scale.Catalogue() {
		if text == e.ID || text == strings.ToLower(e.Name) {
			f, _ := scale.Named(e.Formula) // Ionian is major, Aeolian natural minor
			return f, slices.Contains(scalesOf(nil), f.ID)
		}
	}
	return e, false
}

// answerScale is the scale that sounds up and down from the tonic over a drone.
func answerScale(m *setting, ask string) (Call, error) {
	e, _ := scale.Find(ask)
	var midis []int
	for _, d := range e.Formula {
		midis = append(midis, m.lowTonic()+d.Semitones())
	}
	midis = append(midis, m.lowTonic()+octave)
	for i := len(midis) - 2; i >= 0; i-- {
		midis = append(midis, midis[i])
	}
	c := Call{
		Show: "which scale?", Say: "listen", Sound: m.sounding(overDrone, scaleTone, midis...),
		Answer: Answer{Words: []string{e.ID}},
		Why:    fmt.Sprintf("%s %s: %s.", m.Say(m.Scale.Tonic), e.Name, prettyFormula(e.Formula)),
	}
	for _, id := range scalesOf(m) {
		if of, _ := scale.Find(id); m.level.has(m, id) {
			c.Choices = append(c.Choices, Choice{ID: id, Name: of.Name})
		}
	}
	return c, nil
}

func prettyFormula(f scale.Formula) string {
	words := make([]string, len(f))
	for i, d := range f {
		words[i] = d.Pretty()
	}
	return strings.Join(words, " ")
}

func gradeScaleHeard(g *grading) {
	e, ok := typedScale(g.Text)
	if !ok {
		g.say(Again, fmt.Sprintf("%q isn't one of these scales. Type a name such as Dorian.", fault.Clip(g.Text)))
		return
	}
	g.isOne(e.ID)
}

// factOfScale is that a scale is known by ear, from whatever tonic.
func factOfScale(_ *setting, ask string) []string { return []string{"ear-scale " + ask} }
