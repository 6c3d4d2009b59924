package scale

import (
	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// KeySignature is the signed count of sharps (positive) or flats (negative)
// of the scale's parent key, with the altered notes in signature order.
type KeySignature struct {
	Fifths      int      `json:"fifths"`
	Accidentals []string `json:"accidentals"`
}

// parents are the scales whose modes carry the parent's own signature. A minor
// parent is signed as its natural minor: three fifths below the major on its
// tonic.
var parents = []keyedFormula{
	{MustParseFormula("1 2 3 4 5 6 7"), 0},
	{MustParseFormula("1 2 b3 4 5 b6 7"), -3},
	{MustParseFormula("1 2 b3 4 5 6 7"), -3},
	{MustParseFormula("1 2 3 4 5 b6 7"), 0},
}

// parentModes are all modes of the parents, with the fifths from the major key
// on the mode's tonic.
var parentModes = func() (out []keyedFormula) {
	for _, p := range parents {
		for i, d := range p.formula {
			out = append(out, keyedFormula{p.formula.Rotate(i), p.fifths - fifthsOf(d)})
		}
	}
	return out
}()

type keyedFormula struct {
	formula Formula
	fifths  int
}

// diatonic are the modes a shorter scale may be drawn from, the likeliest
// parent first, with the fifths from the major key on the same tonic.
var diatonic = []keyedFormula{
	{MustParseFormula("1 2 3 4 5 6 7"), 0},
	{MustParseFormula("1 2 b3 4 5 b6 b7"), -3},
	{MustParseFormula("1 2 b3 4 5 6 b7"), -2},
	{MustParseFormula("1 2 3 4 5 6 b7"), -1},
	{MustParseFormula("1 b2 b3 4 5 b6 b7"), -4},
	{MustParseFormula("1 2 3 #4 5 6 7"), 1},
	{MustParseFormula("1 b2 b3 4 b5 b6 b7"), -5},
}

// ModeOf is the diatonic mode, by its id in the catalogue, of a tonic under a signature of so many sharps, flats below 0;
// ok is false where none has that signature.
func ModeOf(tonic pitch.Name, fifths int) (id string, ok bool) {
	for _, m := range diatonic {
		if m.fifths == fifths-tonic.Fifths() {
			e, _ := Named(m.formula)
			return e.ID, true
		}
	}
	return "", false
}

// Fifths is the signature's count; 0 where the scale has no signature of its
// own. It goes past seven in theoretical keys, where the signature has double
// accidentals.
func (s Scale) Fifths() int {
	fifths, _ := s.signature()
	return fifths
}

// Signed reports whether the scale has a signature of its own: altered and whole-tone scales have none.
func (s Scale) Signed() bool {
	_, own := s.signature()
	return own
}

// signature is the signature's count. A scale has one of its own where it is
// drawn from a key that has its tonic: a mode of a parent whose signature leaves
// the tonic as it is, or a part of a diatonic mode.
func (s Scale) signature() (fifths int, own bool) {
	tonic := s.Tonic.Fifths()
	for _, m := range parentModes {
		if m.formula.Equal(s.Formula) {
			if !m.hasTonic() {
				return 0, false
			}
			return tonic + m.fifths, true
		}
	}
	for _, m := range diatonic {
		if m.formula.HasAll(s.Formula) {
			return tonic + m.fifths, true
		}
	}
	for _, core := range cores { // a pentatonic with its blues note
		if len(s.Formula) == len(core)+1 && s.Formula.HasAll(core) {
			if s.MinorType() {
				return tonic - 3, true
			}
			return tonic, true
		}
	}
	return 0, false
}

// hasTonic reports whether the signature leaves the tonic as it is. On the tonic
// C the first flat that alters it is the sixth, the first sharp the second.
func (m keyedFormula) hasTonic() bool { return m.fifths > -6 && m.fifths < 2 }

// fifthsOf counts the fifths from a tonic to its degree.
func fifthsOf(d pitch.Degree) int {
	return pitch.MustParseName("C").Degree(d).Fifths()
}

// KeySignature spells the signature. Past seven the order begins again with
// double sharps or flats.
func (s Scale) KeySignature() KeySignature {
	const sharps, flats = "FCGDAEB", "BEADGCF"
	k := KeySignature{Fifths: s.Fifths(), Accidentals: []string{}}
	count, order, sign := k.Fifths, sharps, "#"
	if count < 0 {
		count, order, sign = -count, flats, "b"
	}
	for i := 0; i < min(count, 7); i++ {
		acc := sign
		if i+7 < count {
			acc += sign
		}
		k.Accidentals = append(k.Accidentals, order[i:i+1]+acc)
	}
	return k
}

// Simpler is the same scale on the other spelling of its tonic, when this one
// needs a signature of more than seven; ok is false when it does not.
func (s Scale) Simpler() (t Scale, ok bool) {
	f, own := s.signature()
	if !own {
		f = s.Tonic.Fifths()
	}
	if f >= -7 && f <= 7 {
		return Scale{}, false
	}
	turn := 12
	if f > 0 {
		turn = -12
	}
	t = s
	return build(pitch.FromFifths(s.Tonic.Fifths()+turn), t.Formula, Entry{Row: table.Row{ID: t.ID, Name: t.Name}}),
		true
}
