package call

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// tonicsOf are the tonics on which the scale of the brief is in use.
func tonicsOf(m *setting) (out []string) {
	for _, n := range scale.Tonics() {
		if s := scale.New(n, m.Scale.Formula); plain(s) {
			out = append(out, n.String())
		}
	}
	return out
}

// signed is ready where the scale has a key signature: of others it can't be asked.
func (m *setting) signed() error {
	if !m.Scale.Signed() {
		return fault.At("brief.scale.name", "%s has no key signature of its own: give a scale such as "+
			"major, dorian or minor-pentatonic", m.Scale.Title())
	}
	return nil
}

// plain reports whether a scale needs no double accidentals.
func plain(s scale.Scale) bool {
	return !slices.ContainsFunc(s.Notes, func(n pitch.Name) bool { return n.Accidental() < -1 || n.Accidental() > 1 })
}

func readTonic(m *setting, s string) (string, error) { return readName(m, s) }

func (m *setting) keyTitle(tonic string) string {
	return m.Say(pitch.MustParseName(tonic)) + " " + m.Scale.Name
}

// answerSpell is the notes of the scale in their order, the tonic again at the end.
func answerSpell(m *setting, ask string) (Call, error) {
	s := m.inKey(ask)
	why := fmt.Sprintf("%s. The last note repeats the first, so don't count it.", english.Capital(english.CountInWords(signsIn(s),
		"accidental", "accidentals")))
	return Call{Show: m.keyTitle(ask), Say: english.Spoken("spell " + m.keyTitle(ask)),
		Answer: Answer{Words: Spelled(s)}, Why: why}, nil
}

// Spelled is a scale written out: its notes in their order, and the tonic again.
func Spelled(s scale.Scale) []string {
	words := make([]string, 0, len(s.Notes)+1)
	for _, n := range s.Notes {
		words = append(words, n.String())
	}
	return append(words, s.Notes[0].String())
}

// signed is so many sharps or flats in words.
func signed(fifths int) string {
	switch {
	case fifths > 0:
		return english.CountInWords(fifths, "sharp", "sharps")
	case fifths < 0:
		return english.CountInWords(-fifths, "flat", "flats")
	}
	return "neither sharps nor flats"
}

// answerSignature is the signs of the key's signature in their order.
func answerSignature(m *setting, ask string) (Call, error) {
	signature := m.inKey(ask).KeySignature()
	why := english.Capital(signed(signature.Fifths)) + "."
	if signature.Fifths != 0 {
		why = english.Capital(signed(signature.Fifths)) + ": " + pitch.Pretty(strings.Join(signature.Accidentals,
			" ")) + "."
	}
	return Call{Show: m.keyTitle(ask), Say: english.Spoken("the key signature of " + m.keyTitle(ask)),
		Answer: Answer{Words: append([]string{}, signature.Accidentals...)}, Why: why}, nil
}

// signText is so many signs as an ask: "3#", "2b", "0".
func signText(fifths int) string {
	switch {
	case fifths > 0:
		return strconv.Itoa(fifths) + "#"
	case fifths < 0:
		return strconv.Itoa(-fifths) + "b"
	}
	return "0"
}

// signCount reads what signText writes; flats are below zero. ok is false for what is none.
func signCount(s string) (n int, ok bool) {
	if s == "0" {
		return 0, true
	}
	if len(s) != 2 || s[0] < '1' || s[0] > '7' || s[1] != '#' && s[1] != 'b' {
		return 0, false
	}
	n = int(s[0] - '0')
	if s[1] == 'b' {
		n = -n
	}
	return n, true
}

// signaturesOf are the signatures that a key of this scale has.
func signaturesOf(m *setting) (out []string) {
	for fifths := -7; fifths <= 7; fifths++ {
		if _, ok := m.keyWith(fifths); ok {
			out = append(out, signText(fifths))
		}
	}
	return out
}

// keyWith is the tonic whose key has such a signature; ok is false where the scale has none
// of its own.
func (m *setting) keyWith(fifths int) (pitch.Name, bool) {
	own := m.Scale.KeySignature().Fifths - m.Scale.Tonic.Fifths()
	tonic := pitch.FromFifths(fifths - own)
	if tonic.Accidental() < -1 || tonic.Accidental() > 1 || m.inKey(tonic.String()).KeySignature().Fifths != fifths {
		return pitch.Name{}, false
	}
	return tonic, true
}

func readSignature(_ *setting, s string) (string, error) {
	n, ok := signCount(s)
	if !ok {
		return "", fmt.Errorf("%q was given: give a number of sharps or flats, such as 3#, 2b or 0", fault.Clip(s))
	}
	return signText(n), nil
}

// answerKey is the key of the brief's scale that has so many signs.
func answerKey(m *setting, ask string) (Call, error) {
	fifths, _ := signCount(ask)
	tonic, ok := m.keyWith(fifths)
	if !ok {
		return Call{}, fmt.Errorf("no key of this scale has %s", signed(fifths))
	}
	show := fmt.Sprintf("%s, %s", english.Capital(signed(fifths)), m.Scale.Name)
	why := fmt.Sprintf("%s has %s.", m.keyTitle(tonic.String()),
		pitch.Pretty(strings.Join(m.inKey(tonic.String()).KeySignature().Accidentals, " ")))
	if fifths == 0 {
		why = fmt.Sprintf("%s has neither sharps nor flats.", m.keyTitle(tonic.String()))
	}
	return Call{Show: show, Say: english.Spoken(show + ": which key"), Answer: Answer{Words: []string{tonic.String()}},
		Why: why}, nil
}

// ordersOf are how many signs of a signature are asked for in their order.
func ordersOf(*setting) (out []string) {
	for _, sign := range []string{"#", "b"} {
		for n := 1; n <= 7; n++ {
			out = append(out, strconv.Itoa(n)+sign)
		}
	}
	return out
}

func readOrder(m *setting, s string) (string, error) {
	if s == "0" {
		return "", fmt.Errorf("%q was given: give 1 to 7 with # or b, such as 4#", s)
	}
	return readSignature(m, s)
}

// answerOrder is the first signs of a signature.
func answerOrder(m *setting, ask string) (Call, error) {
	n, _ := signCount(ask)
	s, _ := scale.FromCatalogue(pitch.FromFifths(n), "major")
	words := s.KeySignature().Accidentals
	kind, step := "sharp", "fifth"
	if n < 0 {
		kind, step, n = "flat", "fourth", -n
	}
	show := fmt.Sprintf("the first %s %ss", english.Number(n), kind)
	if n == 1 {
		show = "the first " + kind
	}
	return Call{Show: show, Say: show + ", in their order", Answer: Answer{Words: append([]string{}, words...)},
		Why: fmt.Sprintf("Each %s is a %s above the one before.", kind, step)}, nil
}

// relativesOf are the keys whose relative is in use too.
func relativesOf(m *setting) (out []string) {
	for _, t := range tonicsOf(m) {
		if _, ok := m.relative(t); ok {
			out = append(out, t)
		}
	}
	return out
}

func (m *setting) relative(tonic string) (scale.Related, bool) {
	s, err := scale.FromCatalogue(pitch.MustParseName(tonic), m.Scale.ID)
	if err != nil {
		return scale.Related{}, false
	}
	list := s.Related()
	i := slices.IndexFunc(list, func(r scale.Related) bool { return r.Relation == scale.Relative })
	if i < 0 || !plain(scale.New(list[i].Tonic, list[i].Entry.Formula)) {
		return scale.Related{}, false
	}
	return list[i], true
}

// answerRelative is the tonic of the relative key.
func answerRelative(m *setting, ask string) (Call, error) {
	r, ok := m.relative(ask)
	if !ok {
		return Call{}, fmt.Errorf("%s has no relative key in use", m.keyTitle(ask))
	}
	other, from := "major", "the third degree of the minor"
	if scale.New(r.Tonic, r.Entry.Formula).MinorType() {
		other, from = "minor", "the sixth degree of the major"
	}
	show := fmt.Sprintf("the relative %s of %s", other, m.keyTitle(ask))
	return Call{Show: show, Say: english.Spoken(show), Answer: Answer{Words: []string{r.Tonic.String()}},
		Why: fmt.Sprintf("%s is %s. They share a key signature.", m.Say(r.Tonic), from)}, nil
}
