package call

import (
	"fmt"
	"strings"

	"evenladder/core/english"
	"evenladder/core/pitch"
	"evenladder/core/scale"
)

// tonicsOf are the tonics on which the scale of the brief is in use.
func tonicsOf(m *room) (out []string) {
	for _, n := range scale.Tonics() {
		if s := scale.New(n, m.Scale.Formula); plain(s) {
			out = append(out, n.String())
		}
	}
	return out
}

// plain reports whether a scale needs no double accidentals.
func plain(s scale.Scale) bool {
	for _, n := range s.Notes {
		if n.Accidental() < -1 || n.Accidental() > 1 {
			return false
		}
	}
	return true
}

func readTonic(_ *room, s string) (string, error) {
	n, err := pitch.ParseName(s)
	return n.String(), err
}

// inKey is the scale of the brief on another tonic.
func (m *room) inKey(tonic string) scale.Scale {
	return scale.New(pitch.MustParseName(tonic), m.Scale.Formula)
}

func (m *room) keyTitle(tonic string) string {
	return m.Say(pitch.MustParseName(tonic)) + " " + m.Scale.Name
}

// answerSpell is the notes of the scale in their order, the tonic again at the end.
func answerSpell(m *room, ask string) (Call, error) {
	s := m.inKey(ask)
	words := make([]string, 0, len(s.Notes)+1)
	signs := 0
	for _, n := range s.Notes {
		words = append(words, n.String())
		signs += max(n.Accidental(), -n.Accidental())
	}
	words = append(words, s.Notes[0].String())
	why := fmt.Sprintf("%s, not counting the last note again.", english.Capital(english.CountInWords(signs, "sign", "signs")))
	return Call{Say: english.Spoken("spell " + m.keyTitle(ask)), Answer: Answer{Words: words}, Why: why}, nil
}

// answerSignature is the signs of the key's signature in their order.
func answerSignature(m *room, ask string) (Call, error) {
	signature := m.inKey(ask).KeySignature()
	n := signature.Fifths
	why := "Neither sharps nor flats."
	switch {
	case n > 0:
		why = english.Capital(english.CountInWords(n, "sharp", "sharps")) + ": " + pitch.Pretty(strings.Join(signature.Accidentals, " ")) + "."
	case n < 0:
		why = english.Capital(english.CountInWords(-n, "flat", "flats")) + ": " + pitch.Pretty(strings.Join(signature.Accidentals, " ")) + "."
	}
	return Call{Say: english.Spoken("the signature of " + m.keyTitle(ask)), Answer: Answer{Words: append([]string{}, signature.Accidentals...)}, Why: why}, nil
}
