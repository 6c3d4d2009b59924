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

// gradePlace judges one place that was pressed, typed or played.
func gradePlace(g *grading) {
	if g.MIDI != nil {
		g.heard(*g.MIDI)
		return
	}
	p := g.Place
	if p == nil {
		typed, ok := TypedPlace(g.Text)
		if !ok {
			g.placeByName()
			return
		}
		p = &typed
	}
	if !g.onNeck(*p) {
		g.offNeck()
		return
	}
	if *p == g.Call.Answer.Place || g.alsoCounts(func(o Other) bool { return o.Place == *p }) {
		g.right()
		return
	}
	g.pitch(g.Neck.MIDI(*p), "That is ")
}

// heard judges a note that was played: its pitch tells the octave and not the string.
func (g *grading) heard(midi int) {
	if midi == g.Call.Answer.MIDI || g.alsoCounts(func(o Other) bool { return o.MIDI == midi }) {
		g.right()
		return
	}
	g.pitch(midi, "You played ")
}

// pitch judges a pitch that was not the right one: another note, or the note somewhere else.
func (g *grading) pitch(midi int, isA string) {
	right := g.Call.Answer.MIDI
	switch {
	case (midi-right)%octave != 0:
		g.say(Wrong, isA+g.Say(g.nameOf(midi))+". "+g.rightAnswer())
	case midi > right:
		g.say(TooHigh, g.rightAnswer())
	default:
		g.say(Far, g.rightAnswer())
	}
}

// alsoCounts reports whether one of the other places that are right, too, is meant.
func (g *grading) alsoCounts(meant func(Other) bool) bool {
	return slices.ContainsFunc(g.Call.Also, func(o Other) bool { return o.How == Right && meant(o) })
}

// placeByName judges the name of the note in place of its place.
func (g *grading) placeByName() {
	name, ok := g.Naming.Typed(g.Text, g.Scale.Tonic)
	switch {
	case !ok:
		g.say(Again, "Press the place on the neck, or type string and fret, such as 3/5, or the name of the note.")
	case name.Class() == g.Call.Answer.MIDI%octave:
		g.say(Right, g.rightAnswer())
	default:
		g.say(Wrong, "Not "+g.Say(name)+". "+g.rightAnswer())
	}
}

func (m *setting) onNeck(p neck.Place) bool {
	return p.String >= 1 && p.String <= m.Neck.Strings() && p.Fret >= 0 && p.Fret <= m.Neck.Frets
}

func (g *grading) offNeck() {
	g.say(Again, fmt.Sprintf("This neck has strings 1 to %d and frets up to %d.", g.Neck.Strings(), g.Neck.Frets))
}

// rightAnswer shows where the answer lies, and why.
func (g *grading) rightAnswer() string {
	a := g.Call.Answer
	return english.Capital(placeWords(a.Place)) + ", " + g.Say(pitch.MustParseName(a.Name)) + ": " + lowered(g.Call.Why)
}

// lowered begins a sentence after a colon, where its first word is no name.
func lowered(s string) string {
	if len(s) > 1 && s[1] >= 'a' && s[1] <= 'z' {
		return strings.ToLower(s[:1]) + s[1:]
	}
	return s
}

// gradePlaces judges the places that were found, each for itself.
func gradePlaces(g *grading) {
	wanted := g.Call.Answer.Notes
	if g.MIDI != nil {
		if slices.ContainsFunc(wanted, func(n piece.Note) bool { return n.MIDI == *g.MIDI }) {
			g.right()
		} else {
			g.say(Wrong, "You played "+g.Say(g.nameOf(*g.MIDI))+". "+g.Call.Why)
		}
		return
	}
	given, ok := g.placesGiven()
	if !ok {
		return
	}
	if len(given) == 0 {
		g.say(Again, "Press every place on the neck, then Check.")
		return
	}
	found := 0
	for _, n := range wanted {
		hit := slices.Contains(given, n.Place)
		g.Facts[g.placeFact(n.Place)] = hit
		if hit {
			found++
		} else {
			g.Missed = append(g.Missed, n.Place)
		}
	}
	class := wanted[0].MIDI % octave
	for _, p := range given {
		if g.onNeck(p) && g.Neck.MIDI(p)%octave != class && !slices.Contains(g.Extra, p) {
			g.Extra = append(g.Extra, p)
			g.Facts[g.placeFact(p)] = false
		}
	}
	switch {
	case found == len(wanted) && len(g.Extra) == 0:
		g.right()
	case found == 0:
		g.wrong()
	default:
		g.say(Partly, foundWords(found, len(wanted), len(g.Extra)))
	}
}

// placesGiven are the places of an answer, pressed or typed; ok is false where one is no place, which is said.
func (g *grading) placesGiven() (given []neck.Place, ok bool) {
	given = g.Places
	if g.Place != nil {
		given = []neck.Place{*g.Place}
	}
	parted := func(r rune) bool { return r == ',' || r == ';' || r == ' ' && strings.Contains(g.Text, "/") }
	for part := range strings.FieldsFuncSeq(g.Text, parted) {
		p, ok := TypedPlace(part)
		if !ok || !g.onNeck(p) {
			g.say(Again, fmt.Sprintf("%q isn't a place. Type string and fret, such as 3/5.", fault.Clip(part)))
			return nil, false
		}
		given = append(given, p)
	}
	return given, true
}

func foundWords(found, of, extra int) string {
	words := fmt.Sprintf("%d of %s found", found, english.Count(of, "place", "places"))
	if extra > 0 {
		isAre := "are"
		if extra == 1 {
			isAre = "is"
		}
		words += fmt.Sprintf(", and %s that %s another note", english.CountInWords(extra, "place", "places"), isAre)
	}
	return words + "."
}
