package call

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/theory/pitch"
)

// topOctave is the 1 an octave up, as a pattern is read and written.
const topOctave = "8"

// Bounds of a pattern that is played back, in notes.
const (
	leastPattern = 2
	mostPattern  = 8
)

// patternShape is what patterns of one level are: so many notes, each so many steps of the scale at most from the one before.
type patternShape struct{ notes, leap int }

var patternShapes = []patternShape{{3, 1}, {3, 2}, {4, 2}, {4, 4}, {5, 4}}

// patternLevels are those of patternShapes, in their order.
var patternLevels = []Level{
	patternLevel(0, "three notes, step by step"),
	patternLevel(1, "three notes with small leaps"),
	patternLevel(2, "four notes with small leaps"),
	patternLevel(3, "four notes with leaps"),
	patternLevel(4, "five notes with leaps"),
}

func patternLevel(shape int, words string) Level {
	of := patternShapes[shape]
	return Level{words: words, has: func(m *setting, ask string) bool {
		words := strings.Fields(ask)
		steps := m.patternSteps()
		at := func(i int) int { return slices.Index(steps, words[i]) }
		for i := 1; i < len(words); i++ {
			if distance(at(i), at(i-1)) > of.leap {
				return false
			}
		}
		return len(words) == of.notes
	}}
}

// patternSteps are the degrees of the scale over one octave, with the 1 on top, as far as the neck has them.
func (m *setting) patternSteps() []string {
	out := make([]string, 0, m.Scale.Len()+1)
	for _, d := range m.Scale.Formula {
		if len(m.placesAt(m.pitchOf(d, 1))) > 0 {
			out = append(out, d.String())
		}
	}
	if len(m.placesAt(m.lowTonic()+octave)) > 0 {
		out = append(out, topOctave)
	}
	return out
}

// patternsOf are all patterns of the shape of the level that begin on the 1, the 5 or the 8, in order. No note comes twice in a row.
func patternsOf(m *setting) (out []string) {
	shape := patternShapes[m.asked.Level-1]
	steps := m.patternSteps()
	var grow func(pattern []string, at int)
	grow = func(pattern []string, at int) {
		pattern = append(pattern, steps[at])
		if len(pattern) == shape.notes {
			out = append(out, strings.Join(pattern, " "))
			return
		}
		for next := max(at-shape.leap, 0); next <= min(at+shape.leap, len(steps)-1); next++ {
			if next != at {
				grow(slices.Clone(pattern), next)
			}
		}
	}
	for at, d := range steps {
		if d == "1" || d == "5" || d == topOctave {
			grow(nil, at)
		}
	}
	return out
}

func readPattern(m *setting, s string) (string, error) {
	words := strings.Fields(s)
	steps := m.patternSteps()
	stray := slices.ContainsFunc(words, func(w string) bool { return !slices.Contains(steps, w) })
	if stray || len(words) < leastPattern || len(words) > mostPattern {
		return "", fmt.Errorf("%q was given: give %d to %d of %s", fault.Clip(s), leastPattern, mostPattern,
			strings.Join(steps, " "))
	}
	return strings.Join(words, " "), nil
}

// patternNotes are the notes of a pattern from the lowest 1, each near the hand.
func (m *setting) patternNotes(ask string) []piece.Note {
	words := strings.Fields(ask)
	out := make([]piece.Note, len(words))
	for i, w := range words {
		d, oct := pitch.MustParseDegree("1"), 2
		if w != topOctave {
			d, oct = pitch.MustParseDegree(w), 1
		}
		out[i] = m.as(m.placeNear(m.pitchOf(d, oct)), d)
	}
	return out
}

func midisOf(notes []piece.Note) []int {
	out := make([]int, len(notes))
	for i, n := range notes {
		out[i] = n.MIDI
	}
	return out
}

// answerPattern is the notes of what sounds, in their order.
func answerPattern(m *setting, ask string) (Call, error) {
	notes := m.patternNotes(ask)
	return Call{
		Show: english.Count(len(notes), "note", "notes"), Say: "listen",
		Sound:  m.sounding(m.asked.Over, patternTone, midisOf(notes)...),
		Answer: Answer{Notes: notes, Words: strings.Fields(ask)},
		Why:    fmt.Sprintf("%s of %s.", pitch.Pretty(ask), m.Say(m.Scale.Tonic)),
	}, nil
}

// factsOfPattern are its degrees, each known by ear.
func factsOfPattern(_ *setting, ask string) (out []string) {
	for _, w := range strings.Fields(ask) {
		if w == topOctave {
			w = "1"
		}
		if f := earFact(w); !slices.Contains(out, f) {
			out = append(out, f)
		}
	}
	return out
}

// gradePattern judges what was played back, pressed, played or typed as degrees. All of it an octave away is right, too.
func gradePattern(g *grading) {
	want := midisOf(g.Call.Answer.Notes)
	given, ok := g.playedBack()
	if !ok {
		return
	}
	if len(given) < len(want) {
		g.say(Again, fmt.Sprintf("It has %s. Play all of them.", english.Count(len(want), "note", "notes")))
		return
	}
	shift := 0
	if (given[0]-want[0])%octave == 0 {
		shift = given[0] - want[0]
	}
	wrong := -1
	for i, n := range g.Call.Answer.Notes {
		hit := given[i]-shift == n.MIDI
		if !hit && wrong < 0 {
			wrong = i
		}
		f := earFact(n.Degree)
		if before, judged := g.Facts[f]; !judged || before {
			g.Facts[f] = hit
		}
	}
	switch {
	case wrong < 0 && len(given) > len(want):
		g.say(Partly, fmt.Sprintf("The first %d are right: it has no more. %s", len(want), g.Call.Why))
	case wrong < 0:
		g.right()
	default:
		verdict := Partly
		if wrong == 0 {
			verdict = Wrong
		}
		g.say(
			verdict,
			fmt.Sprintf(
				"Note %d is %s. You played %s. %s",
				wrong+1,
				g.Say(pitch.MustParseName(g.Call.Answer.Notes[wrong].Name)),
				g.Say(g.nameOf(given[wrong])),
				g.Call.Why,
			),
		)
	}
}

// playedBack are the pitches of an answer; ok is false where it can't be read, which is said.
func (g *grading) playedBack() (midis []int, ok bool) {
	switch {
	case g.Played != nil:
		return g.Played, true
	case g.MIDI != nil:
		return []int{*g.MIDI}, true
	case g.Place != nil || g.Places != nil:
		places := g.Places
		if g.Place != nil {
			places = []neck.Place{*g.Place}
		}
		for _, p := range places {
			if !g.onNeck(p) {
				g.offNeck()
				return nil, false
			}
			midis = append(midis, g.Neck.MIDI(p))
		}
		return midis, len(midis) > 0
	}
	ask, err := readPattern(g.setting, g.Text)
	if err != nil {
		g.say(Again, fmt.Sprintf("Play it back, or type its degrees, such as %s.", strings.Join(g.patternSteps()[:3], " ")))
		return nil, false
	}
	return midisOf(g.patternNotes(ask)), true
}
