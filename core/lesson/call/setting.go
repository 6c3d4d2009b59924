package call

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// setting is where calls are answered: a neck, a key, and where the hand stands.
type setting struct {
	brief.Reading
	asked *Request
	level Level
	from  pitch.Name  // what degrees are counted from
	hand  int         // fret of the index finger
	low   []int       // the two strings on which bass notes belong, the lower first
	roots [2]anchored // on the second string from the bottom, and on the bottom one: the 1 and its 5
	box   plan.Box    // that fingers are asked of
	run   []piece.Event
}

const octave = 12

// highestAsked is up to which fret notes are asked for: what lies higher repeats it.
const highestAsked = 12

// byPitch are all strings, the lowest first.
func (m *setting) byPitch() []int {
	strs := make([]int, m.Neck.Strings())
	for i := range strs {
		strs[i] = i + 1
	}
	return m.Neck.ByPitch(strs)
}

// note is a place with its note as the key spells it.
func (m *setting) note(p neck.Place) piece.Note {
	midi := m.Neck.MIDI(p)
	n := piece.Note{Place: p, MIDI: midi, Name: m.nameOf(midi).String()}
	if i := m.Scale.Index(midi); i >= 0 {
		n.Degree = m.Scale.Formula[i].String()
	}
	return n
}

// between are the notes that a key does not have, as its band names them.
var between = [octave]pitch.Degree{
	1: pitch.MustParseDegree("b2"), 3: flatThree, 6: pitch.MustParseDegree("#4"), 8: pitch.MustParseDegree("b6"),
	10: pitch.MustParseDegree("b7"),
}

// nameOf is the name of a pitch as the key spells it. What the key does not have is named by
// its degree, or plainly where it needs no sign, or a double one.
func (m *setting) nameOf(midi int) pitch.Name {
	if m.Scale.Index(midi) >= 0 {
		return m.Scale.Pitch(midi).Name
	}
	plain := neck.PlainPitch(midi).Name
	if d := between[(midi-m.Scale.Tonic.Class()+octave)%octave]; d.IsValid() && plain.Accidental() != 0 {
		if n := m.Scale.Tonic.Degree(d); n.Accidental() >= -1 && n.Accidental() <= 1 {
			return n
		}
	}
	return plain
}

// strings are those that the brief restricts its layout to, or all.
func (m *setting) strings() []int {
	if named := m.asked.Brief.Layout.Strings; len(named) > 0 {
		return named
	}
	return m.byPitch()
}

// frets are those that are asked about: the stretch that the brief names, up to the octave
// where it names none.
func (m *setting) frets() (low, high int) {
	high = min(highestAsked, m.Neck.Frets)
	if f := m.asked.Brief.Layout.HighFret; f != nil {
		high = min(*f, m.Neck.Frets)
	}
	if f := m.asked.Brief.Layout.LowFret; f != nil {
		low = min(*f, high)
	}
	return low, high
}

// places are all places of a pitch class among the strings and frets that are asked about,
// the lowest sounding first.
func (m *setting) places(class int) (out []neck.Place) {
	low, high := m.frets()
	for _, str := range m.strings() {
		for fret := low; fret <= high; fret++ {
			if p := (neck.Place{String: str, Fret: fret}); m.Neck.MIDI(p)%octave == class {
				out = append(out, p)
			}
		}
	}
	m.sortByPitch(out)
	return out
}

func (m *setting) sortByPitch(places []neck.Place) {
	slices.SortStableFunc(places, func(a, b neck.Place) int {
		if by := m.Neck.MIDI(a) - m.Neck.MIDI(b); by != 0 {
			return by
		}
		return b.String - a.String
	})
}

// placeFact is that the name of a place is known, on whatever instrument has such a string.
func (m *setting) placeFact(p neck.Place) string { return PlaceFact(m.Neck, p) }

// PlaceFact is the fact that the name of a place is known: the open string and the fret, so
// that it holds on every neck with such a string.
func PlaceFact(n neck.Neck, p neck.Place) string {
	return fmt.Sprintf("neck %s/%d", n.Open(p.String), p.Fret)
}

func parsePlace(s string) (p neck.Place, ok bool) {
	str, fret, cut := strings.Cut(s, "/")
	var err1, err2 error
	p.String, err1 = strconv.Atoi(str)
	p.Fret, err2 = strconv.Atoi(fret)
	return p, cut && err1 == nil && err2 == nil
}

func placeText(p neck.Place) string { return fmt.Sprintf("%d/%d", p.String, p.Fret) }

func distance(a, b int) int { return max(a-b, b-a) }
