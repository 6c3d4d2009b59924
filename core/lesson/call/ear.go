package call

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
)

// Calls by ear: something sounds over the key, and is found on the neck, named or played back. Common practice.

// Sound is what sounds in place of words, with its times in ms from its beginning.
type Sound struct {
	Under []int  `json:"under"` // MIDI notes that are held all the while: a chord or a drone
	Notes []Tone `json:"notes"` // over them, in their order
	MS    int    `json:"ms"`    // how long all of it is
}

// Tone is one note that sounds.
type Tone struct {
	MIDI int `json:"midi"`
	AtMS int `json:"atMs"`
	MS   int `json:"ms"`
}

// Overs are what a note is heard over.
var Overs = []table.Row{
	{ID: overChord, Name: "the chord of the key"},
	{ID: overDrone, Name: "a drone", Why: "the root, held: nothing else tells major from minor"},
}

const (
	overChord = "chord"
	overDrone = "drone"
)

// Times of what sounds, in ms: the key is heard alone for a while, then notes one after the other.
const (
	keyAlone    = 1200
	longTone    = 1600
	patternTone = 650
	scaleTone   = 320
)

// sounding plays pitches one after the other over the key, the last one longer.
func (m *setting) sounding(over string, each int, midis ...int) *Sound {
	s := &Sound{Under: m.under(over), MS: keyAlone}
	for i, midi := range midis {
		ms := each
		if i == len(midis)-1 {
			ms = max(each, longTone)
		}
		s.Notes = append(s.Notes, Tone{MIDI: midi, AtMS: s.MS, MS: ms})
		s.MS += ms
	}
	return s
}

// Where the key sounds, in octaves that small loudspeakers have: the drone from low C♯, the chord above it.
const lowestDrone, lowestChord = 37, 49

// under is the drone, with the 3 and the 5 of the scale over it where the chord is wanted and the scale has them.
func (m *setting) under(over string) []int {
	class := m.Scale.Tonic.Class()
	out := []int{lowestDrone + (class-lowestDrone%octave+octave)%octave}
	if over == overDrone {
		return out
	}
	root := lowestChord + (class-lowestChord%octave+octave)%octave
	for _, d := range m.Scale.Formula {
		if n := d.Number(); n == 1 || n == 3 || n == 5 {
			out = append(out, root+d.Semitones())
		}
	}
	return out
}

// hears checks that the neck has a 1, from which all that is heard is counted.
func (m *setting) hears() error {
	if len(m.everyPlace(m.Scale.Tonic.Class())) == 0 {
		return fault.At("brief.instrument", "this neck has no %s: give more frets, another tuning or key", m.Scale.Tonic.Pretty())
	}
	return nil
}

// lowTonic is the lowest 1 of the neck, as a MIDI note.
func (m *setting) lowTonic() int { return m.Neck.MIDI(m.everyPlace(m.Scale.Tonic.Class())[0]) }

// placesAt are the places that sound a pitch; a short neck may have none between two strings.
func (m *setting) placesAt(midi int) []neck.Place {
	return slices.DeleteFunc(m.everyPlace(midi%octave), func(p neck.Place) bool { return m.Neck.MIDI(p) != midi })
}

// mostHeard is how many octaves from the lowest 1 notes are heard in.
const mostHeard = 2

// heardOf are all notes of these octaves, as a degree with its octave: "b3:2" is the ♭3 of the second.
func heardOf(m *setting) (out []string) {
	for oct := 1; oct <= mostHeard; oct++ {
		for semitones := range octave {
			d := m.degreeAt(semitones)
			if len(m.placesAt(m.pitchOf(d, oct))) > 0 {
				out = append(out, fmt.Sprintf("%s:%d", d, oct))
			}
		}
	}
	return out
}

// heardDegrees are the degrees by their semitones as players say them, where the scale has no own.
var heardDegrees = strings.Fields("1 b2 2 b3 3 4 #4 5 b6 6 b7 7")

// degreeAt is the degree so many semitones above the tonic, as the scale spells it.
func (m *setting) degreeAt(semitones int) pitch.Degree {
	if i := m.Scale.Index(m.Scale.Tonic.Class() + semitones); i >= 0 {
		return m.Scale.Formula[i]
	}
	return pitch.MustParseDegree(heardDegrees[semitones])
}

// readHeard reads a degree, with its octave where one is given.
func readHeard(m *setting, s string) (string, error) {
	text, _, cut := strings.Cut(s, ":")
	if !cut {
		s += ":1"
	}
	d, ok := pitch.TypedDegree(text)
	_, oct := start(s)
	if !ok || oct < 1 || oct > mostHeard {
		return "", fmt.Errorf("%q was given: give a degree and its octave, 1 or %d, such as 5 or b3:2", fault.Clip(s), mostHeard)
	}
	if len(m.placesAt(m.pitchOf(d, oct))) == 0 {
		return "", fmt.Errorf("%q was given: this neck has no place for it, so give another degree or octave", fault.Clip(s))
	}
	return fmt.Sprintf("%s:%d", d, oct), nil
}

// pitchOf is the pitch of a degree in an octave from the lowest 1.
func (m *setting) pitchOf(d pitch.Degree, oct int) int {
	return m.lowTonic() + (oct-1)*octave + (d.Semitones()+octave)%octave
}

// placeNear is where a pitch is played with the hand near the lowest 1.
func (m *setting) placeNear(midi int) neck.Place {
	byFret := func(a, b neck.Place) int { return a.Fret - b.Fret }
	hand := max(slices.MinFunc(m.placesAt(m.lowTonic()), byFret).Fret-1, 0)
	return slices.MinFunc(m.placesAt(midi), func(a, b neck.Place) int {
		return cmp.Or(distance(moved(hand, a.Fret), hand)-distance(moved(hand, b.Fret), hand), byFret(a, b))
	})
}

// answerHeard is the note that sounds. The same pitch is right wherever it lies.
func answerHeard(m *setting, ask string) (Call, error) {
	d, oct := start(ask)
	n := m.as(m.placeNear(m.pitchOf(d, oct)), d)
	also := m.others(n)
	for i := range also {
		if also[i].MIDI == n.MIDI {
			also[i].How = Right
		}
	}
	return Call{
		Show: "which note?", Say: "listen", Sound: m.sounding(m.asked.Over, longTone, n.MIDI), Answer: Answer{Note: &n},
		Also: also, Why: fmt.Sprintf("The %s of %s.", d.Pretty(), m.Say(m.Scale.Tonic)),
	}, nil
}

// gradeHeard judges the place of what sounded: in another octave it is the right note, and not yet the right one.
func gradeHeard(g *grading) {
	gradePlace(g)
	if g.Verdict == Far {
		g.say(Partly, "The right note, but too low. "+g.rightAnswer())
	}
}

// answerDegreeHeard is the degree of the note that sounds, one of those that the level asks about.
func answerDegreeHeard(m *setting, ask string) (Call, error) {
	c, err := answerHeard(m, ask)
	d, _ := start(ask)
	c.Show, c.Also, c.Answer.Words = "which degree?", nil, []string{d.String()}
	c.Why = fmt.Sprintf("%s is the %s of %s.", m.Say(pitch.MustParseName(c.Answer.Name)), d.Pretty(), m.Say(m.Scale.Tonic))
	for semitones := range octave {
		d := m.degreeAt(semitones)
		if m.level.has(m, d.String()+":1") {
			c.Choices = append(c.Choices, Choice{ID: d.String(), Name: d.Pretty()})
		}
	}
	return c, err
}

// factOfHeard is that a degree is known by ear, in every key and octave.
func factOfHeard(_ *setting, ask string) []string {
	d, _ := start(ask)
	return []string{earFact(d.String())}
}

func earFact(degree string) string { return "ear " + degree }

// heardLevel has degrees by their number in so many octaves.
func heardLevel(words string, octaves int, has func(*setting, string) bool) Level {
	return Level{words: words, has: func(m *setting, ask string) bool {
		d, oct := start(ask)
		return oct <= octaves && has(m, d.String())
	}}
}

var heardLevels = []Level{
	heardLevel("1, 3 and 5", 1, amongDegrees("1", "3", "5")),
	heardLevel("degrees of the scale", 1, inScale),
	heardLevel("degrees of the scale, two octaves", mostHeard, inScale),
	heardLevel("every note, two octaves", mostHeard, anything),
}
