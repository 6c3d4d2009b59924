package call

import (
	"fmt"

	"evenladder/core/english"
	"evenladder/core/fault"
	"evenladder/core/neck"
	"evenladder/core/piece"
	"evenladder/core/pitch"
)

// namesOf are the notes of the scale.
func namesOf(m *room) (out []string) {
	for _, n := range m.Scale.Notes {
		out = append(out, n.String())
	}
	return out
}

func readName(_ *room, s string) (string, error) {
	n, err := pitch.ParseName(s)
	return n.String(), err
}

// answerFind is every place of a note up to the octave.
func answerFind(m *room, ask string) (Call, error) {
	name := pitch.MustParseName(ask)
	var notes []piece.Note
	for _, p := range m.places(name.Class(), highestAsked) {
		n := m.note(p)
		n.Name = name.String()
		notes = append(notes, n)
	}
	if len(notes) == 0 {
		return Call{}, fmt.Errorf("%s has no place up to fret %d of this neck", name.Pretty(), highestAsked)
	}
	why := fmt.Sprintf("%s up to fret %d, the lowest on string %d, fret %d.", english.Capital(english.CountInWords(len(notes), "place", "places")), min(highestAsked, m.Neck.Frets), notes[0].String, notes[0].Fret)
	return Call{Say: english.Spoken("find " + m.Say(name)), Answer: Answer{Notes: notes}, Why: why}, nil
}

// placesOf are the places of the scale up to the octave.
func placesOf(m *room) (out []string) {
	for str := m.Neck.Strings(); str > 0; str-- {
		for fret := 0; fret <= min(highestAsked, m.Neck.Frets); fret++ {
			if p := (neck.Place{String: str, Fret: fret}); m.Scale.Index(m.Neck.MIDI(p)) >= 0 {
				out = append(out, placeText(p))
			}
		}
	}
	return out
}

func readPlace(m *room, s string) (string, error) {
	p, ok := parsePlace(s)
	if !ok || p.String < 1 || p.String > m.Neck.Strings() || p.Fret < 0 || p.Fret > m.Neck.Frets {
		return "", fmt.Errorf("%q was given: give a string 1 to %d and a fret 0 to %d, such as 3/5", fault.Clip(s), m.Neck.Strings(), m.Neck.Frets)
	}
	return placeText(p), nil
}

// answerName is the note of a place, with its degree where the key has it.
func answerName(m *room, ask string) (Call, error) {
	p, _ := parsePlace(ask)
	n := m.note(p)
	why := fmt.Sprintf("Fret %d of string %d, whose open note is %s.", p.Fret, p.String, m.Say(m.Neck.Open(p.String).Name))
	if n.Degree == "" {
		why += " The key does not have it."
	}
	pointed := n
	pointed.Name, pointed.Degree = "", ""
	return Call{Say: fmt.Sprintf("string %d, fret %d", p.String, p.Fret), Place: &pointed, Answer: Answer{Note: &n}, Why: why}, nil
}
