package call

import (
	"fmt"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// Sayings are what a place may be named as.
var Sayings = []table.Row{
	{ID: sayNote, Name: "note", Why: "the name of the note"},
	{ID: "degree", Name: "degree", Why: "the number of the note in the key"},
	{ID: "interval", Name: "interval", Why: "the interval above the root"},
}

const sayNote = "note"

// namesOf are the notes of the scale, and those between them as the key spells them.
func namesOf(m *setting) (out []string) {
	for _, n := range m.Scale.Notes {
		out = append(out, n.String())
	}
	for class := range octave {
		if m.Scale.Index(class) < 0 {
			out = append(out, m.nameOf(class+5*octave).String())
		}
	}
	return out
}

// readName reads data, and what people type where that is none.
func readName(m *setting, s string) (string, error) {
	n, err := pitch.ParseName(s)
	if err == nil {
		return n.String(), nil
	}
	if n, ok := m.Naming.Typed(s, m.Scale.Tonic); ok {
		return n.String(), nil
	}
	return "", err
}

// answerFind is every place of a note among the strings and frets that are asked about.
func answerFind(m *setting, ask string) (Call, error) {
	name := pitch.MustParseName(ask)
	places := m.levelPlaces(name)
	low, high := m.frets()
	if m.asked.Brief.Layout.HighFret == nil {
		high = min(high, m.level.high)
	}
	if len(places) == 0 {
		return Call{}, fmt.Errorf("%s has no place on %s of these strings", name.Pretty(), english.Range("fret",
			"frets", low, high))
	}
	notes := make([]piece.Note, len(places))
	for i, p := range places {
		notes[i] = m.note(p)
		notes[i].Name = name.String()
	}
	where := ""
	if n := m.level.strings; n > 0 && n < m.Neck.Strings() && len(m.asked.Brief.Layout.Strings) == 0 {
		where = fmt.Sprintf(" on the %s lowest strings", english.Number(n))
	}
	why := fmt.Sprintf("%s%s on %s, the lowest on string %d, fret %d.",
		english.Capital(english.CountInWords(len(notes), "place", "places")), where, english.Range("fret", "frets",
			low, high), notes[0].String, notes[0].Fret)
	show := m.Say(name)
	return Call{Show: show, Say: english.Spoken("find " + show), Answer: Answer{Notes: notes}, Why: why}, nil
}

// levelPlaces are the places of a note that the level asks about.
func (m *setting) levelPlaces(name pitch.Name) []neck.Place {
	return slices.DeleteFunc(m.places(name.Class()), func(p neck.Place) bool { return !m.inLevel(p) })
}

func factsToFind(m *setting, ask string) (out []string) {
	for _, p := range m.levelPlaces(pitch.MustParseName(ask)) {
		out = append(out, m.placeFact(p))
	}
	return out
}

// placesOf are the places that are asked about.
func placesOf(m *setting) (out []string) {
	low, high := m.frets()
	for _, str := range m.strings() {
		for fret := low; fret <= high; fret++ {
			p := neck.Place{String: str, Fret: fret}
			if m.saying() == "note" || m.Scale.Index(m.Neck.MIDI(p)) >= 0 {
				out = append(out, placeText(p))
			}
		}
	}
	return out
}

func (m *setting) saying() string {
	if m.asked.As == "" {
		return sayNote
	}
	return m.asked.As
}

func readPlace(m *setting, s string) (string, error) {
	p, ok := parsePlace(s)
	if !ok || p.String < 1 || p.String > m.Neck.Strings() || p.Fret < 0 || p.Fret > m.Neck.Frets {
		return "", fmt.Errorf("%q was given: give a string 1 to %d and a fret 0 to %d, such as 3/5", fault.Clip(s),
			m.Neck.Strings(), m.Neck.Frets)
	}
	return placeText(p), nil
}

// pointed is a place without its name: the question does not give the answer away.
func (m *setting) pointed(p neck.Place) *piece.Note {
	return &piece.Note{Place: p, MIDI: m.Neck.MIDI(p)}
}

func placeWords(p neck.Place) string {
	if p.Fret == 0 {
		return fmt.Sprintf("string %d, open", p.String)
	}
	return fmt.Sprintf("string %d, fret %d", p.String, p.Fret)
}

// answerName is the note of a place, its degree, or its interval above the root.
func answerName(m *setting, ask string) (Call, error) {
	p, _ := parsePlace(ask)
	n := m.note(p)
	name := pitch.MustParseName(n.Name)
	why := fmt.Sprintf("Fret %d of string %d, whose open note is %s.", p.Fret, p.String,
		m.Say(m.Neck.Open(p.String).Name))
	if n.Degree == "" {
		why += " It isn't in this key."
	}
	answer := Answer{Note: &n}
	d, ok := m.Scale.Tonic.DegreeOf(name)
	switch m.saying() {
	case "degree":
		answer.Words = []string{d.String()}
		why = fmt.Sprintf("%s is the %s of %s.", m.Say(name), d.Pretty(), m.Say(m.Scale.Tonic))
	case "interval":
		answer.Words = []string{d.Interval()}
		why = fmt.Sprintf("From %s up to %s.", m.Say(m.Scale.Tonic), m.Say(name))
	default:
		ok, answer.Words = true, []string{n.Name}
	}
	if !ok {
		return Call{}, fmt.Errorf("%s isn't a degree of %s", name.Pretty(), m.Scale.Tonic.Pretty())
	}
	return Call{Show: "which " + m.saying() + "?", Say: placeWords(p), Place: m.pointed(p), Answer: answer, Why: why},
		nil
}

// factOfPlace is the name of a place, or what it is in this key.
func factOfPlace(m *setting, ask string) []string {
	p, _ := parsePlace(ask)
	if m.saying() == "note" {
		return []string{m.placeFact(p)}
	}
	return []string{m.saying() + " " + m.note(p).Degree + " over " + m.Scale.Tonic.String()}
}

// plan finds the box that fingers are asked of.
func (m *setting) plan() error {
	p, err := plan.Build(m.asked.Brief)
	if err != nil {
		return err
	}
	if len(p.Boxes) == 0 {
		return fault.At("brief", "this layout has no box here: give another layout or key")
	}
	m.box = p.Boxes[p.Box]
	return nil
}

// boxPlacesOf are the places of the box that a finger takes.
func boxPlacesOf(m *setting) (out []string) {
	for _, n := range m.box.Notes {
		if n.Finger > 0 {
			out = append(out, placeText(n.Place))
		}
	}
	return out
}

var fingerWords = [...]string{"no finger", "the index finger", "the middle finger", "the ring finger",
	"the little finger"}

// answerFinger is the finger that takes a place of the box.
func answerFinger(m *setting, ask string) (Call, error) {
	p, _ := parsePlace(ask)
	i := slices.IndexFunc(m.box.Notes, func(n plan.BoxNote) bool { return n.Place == p })
	if i < 0 {
		return Call{}, fmt.Errorf("%s isn't in box %s", ask, m.box.Name)
	}
	n := m.box.Notes[i]
	why := english.Capital(fingerWords[n.Finger]) + ": the hand is at fret " + fmt.Sprint(m.handAt(i)) + "."
	if n.Reach != "" {
		why = english.Capital(fingerWords[n.Finger]) + ", reaching " + n.Reach + "."
	}
	pointed := n.Note
	return Call{Show: "which finger?", Say: placeWords(p), Place: &pointed, Answer: Answer{Note: &n.Note,
		Words: []string{fmt.Sprint(n.Finger)}}, Why: why}, nil
}

// handAt is the fret of the index finger at a note of the box, by the finger that takes it.
func (m *setting) handAt(i int) int { return max(m.box.Notes[i].Fret-m.box.Notes[i].Finger+1, 1) }

func factOfFinger(m *setting, ask string) []string {
	return []string{fmt.Sprintf("fingers %s of %s %s", ask, m.Scale.Title(), m.box.Name)}
}
