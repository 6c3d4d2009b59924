package call

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/explore"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// sizes of chords that are asked about, in notes.
var sizes = []int{3, 4}

// chordsOf are the chords of the key by their root and size, such as "b3:4".
func chordsOf(m *setting) (out []string) {
	for _, size := range sizes {
		for _, c := range m.Scale.Chords(size) {
			if m.named(c) {
				out = append(out, fmt.Sprintf("%s:%d", c.Degree, size))
			}
		}
	}
	return out
}

// named reports whether a chord has a usual name.
func (m *setting) named(c scale.Chord) bool {
	return c.Quality != "" || c.Notes[0].Degree(pitch.MustParseDegree("3")) == c.Notes[1] &&
		c.Notes[0].Degree(pitch.MustParseDegree("5")) == c.Notes[2] && len(c.Notes) == 3
}

// chordAsked is the root and the size of the chord of an ask, which may have a note before it.
func (m *setting) chordAsked(ask string) (d pitch.Degree, size int) {
	_, chord, over := strings.Cut(ask, "/")
	if !over {
		chord = ask
	}
	root, notes, _ := strings.Cut(chord, ":")
	d, _ = pitch.ParseDegree(root)
	size, _ = strconv.Atoi(notes)
	return d, size
}

// chord is the chord of the key that is asked for.
func (m *setting) chord(ask string) (scale.Chord, bool) {
	d, size := m.chordAsked(ask)
	if !slices.Contains(sizes, size) {
		return scale.Chord{}, false
	}
	list := m.Scale.Chords(size)
	i := slices.IndexFunc(list, func(c scale.Chord) bool { return c.Degree == d && m.named(c) })
	if i < 0 {
		return scale.Chord{}, false
	}
	return list[i], true
}

func (m *setting) chordTitle(c scale.Chord) string { return m.Say(c.Notes[0]) + c.Quality }

func readChord(m *setting, s string) (string, error) {
	if _, ok := m.chord(s); !ok {
		return "", fmt.Errorf("%q was given: give one of %s", fault.Clip(s), strings.Join(chordsOf(m), " "))
	}
	return s, nil
}

// answerChord is the notes of a chord from its root.
func answerChord(m *setting, ask string) (Call, error) {
	c, ok := m.chord(ask)
	if !ok {
		return Call{}, fmt.Errorf("%s isn't a chord of this key", ask)
	}
	words := make([]string, len(c.Notes))
	for i, n := range c.Notes {
		words[i] = n.String()
	}
	return Call{Show: m.chordTitle(c), Say: "spell the chord " + english.Spoken(m.chordSpoken(c)),
		Answer: Answer{Words: words}, Why: fmt.Sprintf("The chord on the %s of %s: every other note of the scale.",
			c.Degree.Pretty(), m.keyTitle(m.Scale.Tonic.String()))}, nil
}

var spokenQualities = strings.NewReplacer("maj7", " major seven", "m7♭5", " half diminished", "m(", " minor (", "m7",
	" minor seven", "°7", " diminished seven", "°", " diminished", "+", " augmented", "7", " seven", "m", " minor")

func (m *setting) chordSpoken(c scale.Chord) string {
	return m.Say(c.Notes[0]) + spokenQualities.Replace(c.Quality)
}

// landingsOf are the notes of the key over its chords, such as "4/b3:4".
func landingsOf(m *setting) (out []string) {
	for _, c := range chordsOf(m) {
		for _, d := range m.Scale.Formula {
			out = append(out, d.String()+"/"+c)
		}
	}
	return out
}

func readLanding(m *setting, s string) (string, error) {
	note, chord, ok := strings.Cut(s, "/")
	d, err := pitch.ParseDegree(note)
	_, known := m.chord(chord)
	if !ok || err != nil || !known || !slices.Contains(m.Scale.Formula, d) {
		return "", fmt.Errorf("%q was given: give a degree of the scale over a chord of the key, such as 1/1:3",
			fault.Clip(s))
	}
	return s, nil
}

// answerLanding is yes where the note belongs to the chord.
func answerLanding(m *setting, ask string) (Call, error) {
	note, _, _ := strings.Cut(ask, "/")
	c, ok := m.chord(ask)
	if !ok {
		return Call{}, fmt.Errorf("%s isn't a chord of this key", ask)
	}
	name := m.Scale.Tonic.Degree(pitch.MustParseDegree(note))
	answer, why := "no", fmt.Sprintf("%s has %s. %s moves on to one of them.", m.chordTitle(c), m.list(c.Notes),
		m.Say(name))
	if i := slices.Index(c.Notes, name); i >= 0 {
		answer, why = "yes", fmt.Sprintf("%s is the %d of %s.", m.Say(name), 2*i+1, m.chordTitle(c))
	}
	show := fmt.Sprintf("end on %s over %s?", m.Say(name), m.chordTitle(c))
	return Call{Show: english.Capital(show), Say: "can the run end on " +
		english.Spoken(m.Say(name)+" over "+m.chordSpoken(c)), Answer: Answer{Words: []string{answer}}, Why: why}, nil
}

func (m *setting) list(names []pitch.Name) string {
	words := make([]string, len(names))
	for i, n := range names {
		words[i] = m.Say(n)
	}
	return english.And(words)
}

// nextKeysOf are the other keys in use, each sound once.
func nextKeysOf(m *setting) (out []string) {
	for semitones := range octave {
		if n := scale.UsualTonic(semitones); n.Class() != m.Scale.Tonic.Class() {
			out = append(out, n.String())
		}
	}
	return out
}

// answerNextKey is the octave of the new key that lies nearest to the one that the hand is on.
func answerNextKey(m *setting, ask string) (Call, error) {
	change := m.asked.Brief.Scale
	change.Tonic = ask
	stops, err := explore.Nearest(m.asked.Brief, []brief.Scale{change})
	if err != nil {
		return Call{}, err
	}
	from, to := stops[0], stops[1]
	s := m.inKey(ask)
	notes := make([]piece.Note, len(to.Notes))
	for i, p := range to.Notes {
		midi := m.Neck.MIDI(p)
		notes[i] = piece.Note{Place: p, MIDI: midi, Name: s.Pitch(midi).Name.String(),
			Degree: s.Formula[s.Index(midi)].String()}
	}
	why := fmt.Sprintf("From %s the hand moves %g mm.", placeWords(from.Notes[0]), to.TravelMM)
	show := fmt.Sprintf("%s, from %s at %s", m.keyTitle(ask), m.keyTitle(m.Scale.Tonic.String()),
		placeWords(from.Notes[0]))
	return Call{Show: show, Say: english.Spoken("next key: " + m.keyTitle(ask)), Place: m.pointed(from.Notes[0]),
		Answer: Answer{Note: &notes[0], Notes: notes}, Also: m.others(notes[0]), Why: why}, nil
}

// others are the other places of a note, too high or far.
func (m *setting) others(n piece.Note) (out []Other) {
	for _, p := range m.everyPlace(n.MIDI % octave) {
		if p == n.Place {
			continue
		}
		other, how := n, Far
		other.Place, other.MIDI = p, m.Neck.MIDI(p)
		if other.MIDI > n.MIDI {
			how = TooHigh
		}
		out = append(out, Other{other, how})
	}
	return out
}

// mostOctaves is how far a scale from one of its degrees is asked to go.
const mostOctaves = 2

// startsOf are the degrees to begin on with how many octaves, such as "4:2".
func startsOf(m *setting) (out []string) {
	for octaves := 1; octaves <= mostOctaves; octaves++ {
		for _, d := range m.Scale.Formula {
			if m.reaches(d, octaves) {
				out = append(out, fmt.Sprintf("%s:%d", d, octaves))
			}
		}
	}
	return out
}

// start is the degree and the octaves of an ask.
func start(ask string) (d pitch.Degree, octaves int) {
	degree, often, _ := strings.Cut(ask, ":")
	d, _ = pitch.ParseDegree(degree)
	octaves, _ = strconv.Atoi(often)
	return d, octaves
}

// reaches reports whether the neck has so many whole octaves from a degree.
func (m *setting) reaches(d pitch.Degree, octaves int) bool {
	return slices.ContainsFunc(m.starts(slices.Index(m.Scale.Formula, d), octaves), layout.Box.Complete)
}

// starts are the boxes from a degree that go so many octaves, those that go the whole way
// where there are any.
func (m *setting) starts(index, octaves int) []layout.Box {
	system, _ := table.Find(layout.Systems, "from-degree")
	request := m.Request
	request.FromDegree, request.Octaves = index, octaves
	boxes, err := system.Boxes(request)
	if err != nil {
		return nil
	}
	if slices.ContainsFunc(boxes, layout.Box.Complete) {
		return slices.DeleteFunc(boxes, func(x layout.Box) bool { return !x.Complete() })
	}
	return boxes
}

func readStart(m *setting, s string) (string, error) {
	if !strings.Contains(s, ":") {
		s += ":1"
	}
	d, octaves := start(s)
	if !slices.Contains(m.Scale.Formula, d) || octaves < 1 || octaves > mostOctaves {
		return "", fmt.Errorf("%q was given: give a degree of the scale and 1 or %d octaves, such as 4:2",
			fault.Clip(s), mostOctaves)
	}
	return fmt.Sprintf("%s:%d", d, octaves), nil
}

// answerStart is the lowest place from which a scale begins on one of its degrees.
func answerStart(m *setting, ask string) (Call, error) {
	d, octaves := start(ask)
	boxes := m.starts(slices.Index(m.Scale.Formula, d), octaves)
	if len(boxes) == 0 {
		return Call{}, fmt.Errorf("%s has no place for %s from its %s", m.keyTitle(m.Scale.Tonic.String()),
			english.CountInWords(octaves, "octave", "octaves"), d.Pretty())
	}
	best := slices.MinFunc(boxes, func(a, b layout.Box) int {
		if by := a.Notes[0].MIDI - b.Notes[0].MIDI; by != 0 {
			return by
		}
		return a.Notes[0].Fret - b.Notes[0].Fret
	})
	notes := make([]piece.Note, len(best.Notes))
	for i, n := range best.Notes {
		notes[i] = m.note(n.Place)
	}
	why := fmt.Sprintf("%s, its lowest place: %s.", m.Say(m.Scale.Tonic.Degree(d)), placeWords(notes[0].Place))
	if best.Form != "" {
		why = fmt.Sprintf("%s It grows out of the %s form.", why, best.Form)
	}
	if !best.Complete() {
		why += " This neck ends before the last of it."
	}
	show := fmt.Sprintf("%s from its %s, %s", m.keyTitle(m.Scale.Tonic.String()), nth(d), english.CountInWords(octaves,
		"octave", "octaves"))
	return Call{Show: show, Say: english.Spoken(show), Answer: Answer{Note: &notes[0], Notes: notes},
		Also: m.others(notes[0]), Why: why}, nil
}

// nth is a degree as a scale is begun on it.
func nth(d pitch.Degree) string {
	if d.String() == "1" {
		return "first"
	}
	return d.Words()
}
