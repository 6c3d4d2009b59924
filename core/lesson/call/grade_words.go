package call

import (
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
)

// typed grades what was typed. A note of the neck in its place is judged where the call has one; nonsense is asked again.
func typed(grade func(*grading)) func(*grading) {
	return func(g *grading) {
		switch {
		case g.MIDI != nil && g.Call.Answer.Note != nil:
			g.heard(*g.MIDI)
		case g.MIDI != nil:
			g.say(Again, "You can't answer this by playing. Type it, or say it aloud.")
		case g.Place != nil:
			g.byPlace(*g.Place)
		case g.Text == "":
			g.say(Again, "Type the answer, or say it aloud.")
		default:
			grade(g)
		}
	}
}

// byPlace judges a note that is asked for by name and was pressed on the neck.
func (g *grading) byPlace(p neck.Place) {
	a := g.Call.Answer.Note
	switch {
	case a == nil || !g.onNeck(p):
		g.say(Again, "You can't answer this on the neck. Type it, or say it aloud.")
	case g.Neck.MIDI(p)%octave == a.MIDI%octave && p != a.Place:
		g.right()
	default:
		g.say(Again, "Name the marked place, or press the same note somewhere else.")
	}
}

// isOne is right where the answer is this word.
func (g *grading) isOne(word string) {
	if word == g.Call.Answer.Words[0] {
		g.right()
	} else {
		g.wrong()
	}
}

func gradeYes(g *grading) {
	word, ok := yesWords[strings.ToLower(strings.TrimSpace(g.Text))]
	if !ok {
		g.say(Again, "Answer yes or no.")
		return
	}
	g.isOne(word)
}

func gradeFinger(g *grading) {
	finger, ok := TypedFinger(g.Text)
	if !ok {
		g.say(Again, fmt.Sprintf("%q isn't a finger. Type 1 to 4, or index, middle, ring or little.", fault.Clip(g.Text)))
		return
	}
	g.isOne(finger)
}

// nameTyped reads the name of a note; ok is false where it is none, which is said.
func (g *grading) nameTyped(text string) (name pitch.Name, ok bool) {
	name, ok = g.Naming.Typed(text, g.Scale.Tonic)
	if !ok {
		g.say(Again, fmt.Sprintf("%q isn't a note. Type a name such as F♯, f sharp or fis.", fault.Clip(g.Text)))
	}
	return name, ok
}

// gradeName judges the note of a place, or its degree or interval where that is asked. What sounds the same counts.
func gradeName(g *grading) {
	if g.saying() != sayNote {
		gradeDegree(g)
		return
	}
	name, ok := g.nameTyped(g.Text)
	if !ok {
		return
	}
	switch want := pitch.MustParseName(g.Call.Answer.Words[0]); {
	case name == want:
		g.right()
	case name.Class() == want.Class():
		g.say(Right, fmt.Sprintf("%s sounds the same, but this key uses %s.", g.Say(name), g.Say(want)))
	default:
		g.say(Wrong, fmt.Sprintf("It is %s. %s", g.Say(want), g.Call.Why))
	}
}

// gradeDegree judges a number or an interval; what sounds the same is the same here.
func gradeDegree(g *grading) {
	d, ok := pitch.TypedDegree(g.Text)
	want, _ := g.Scale.Tonic.DegreeOf(pitch.MustParseName(g.Call.Answer.Name))
	switch {
	case !ok:
		g.say(Again, fmt.Sprintf("%q isn't a degree. Type 5, b3, flat three or minor third.", fault.Clip(g.Text)))
	case d == want:
		g.right()
	case (d.Semitones()-want.Semitones())%octave == 0:
		g.say(Right, fmt.Sprintf("%s sounds the same, but this key uses %s.", d.Pretty(), want.Pretty()))
	default:
		g.say(Wrong, fmt.Sprintf("It is the %s: %s", want.Pretty(), g.Call.Why))
	}
}

// gradeKey judges the tonic of a key of the scale's own mode, gradeRelative that of the other one. Who says a mode has to
// say the right one.
func gradeKey(g *grading)      { g.key(g.Scale.MinorType()) }
func gradeRelative(g *grading) { g.key(!g.Scale.MinorType()) }

func (g *grading) key(minor bool) {
	text, mode := withoutMode(g.Text)
	name, ok := g.nameTyped(text)
	if !ok {
		return
	}
	want := pitch.MustParseName(g.Call.Answer.Words[0])
	if name == want && (mode == "" || (mode == "minor") == minor) {
		g.right()
		return
	}
	g.say(Wrong, fmt.Sprintf("It is %s. %s", g.Say(want), g.Call.Why))
}

// noneWords are the ways to say that there is none.
var noneWords = []string{"none", "no", "nothing", "0", "-"}

// gradeSigns judges a signature: its notes in their order, or how many it has.
func gradeSigns(g *grading) {
	if fifths, ok := typedSigns(g.Text); ok {
		if fifths == g.inKey(g.Call.Ask).KeySignature().Fifths {
			g.right()
		} else {
			g.wrong()
		}
		return
	}
	gradeNames(g)
}

// gradeNames judges what was spelled.
func gradeNames(g *grading) { g.spelled(false) }

// gradeScale judges a scale: the tonic at its end may go unsaid.
func gradeScale(g *grading) { g.spelled(true) }

func (g *grading) spelled(maySpareLast bool) {
	want := g.Call.Answer.Words
	if len(want) == 0 && slices.Contains(noneWords, strings.ToLower(strings.TrimSpace(g.Text))) {
		g.right()
		return
	}
	names, wrong, ok := g.Naming.TypedList(g.Text, g.Scale.Tonic)
	if !ok {
		g.say(Again, fmt.Sprintf("%q isn't a note. Type the names in order, such as F♯, f sharp or fis, or type none.", wrong))
		return
	}
	given := make([]string, len(names))
	for i, n := range names {
		given[i] = n.String()
	}
	if maySpareLast && len(given) == len(want)-1 {
		want = want[:len(want)-1]
	}
	g.Slips = Slips(want, given, BothSteps, g.Say)
	if len(g.Slips) == 0 {
		g.right()
		return
	}
	words := []string{g.Slips[0].Words}
	for i, w := range want {
		said := g.Say(pitch.MustParseName(w))
		if i == len(want)-1 {
			said += "."
		}
		words = append(words, said)
	}
	g.say(Wrong, strings.Join(words, " "))
}
