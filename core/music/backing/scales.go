package backing

import (
	"strings"

	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Colour is what a scale is played over, and why.
type Colour struct {
	Chords chord.Bars
	Why    string
}

// ofScales are the chords that show the colour of a scale: that of the root, and the one that holds
// the note by which the scale is told from its neighbours. Numerals count from the major scale of the
// root. Common practice.
var ofScales = map[string]struct{ numerals, why string }{
	"major":             {"I IV", "the two major chords that lie nearest"},
	"ionian":            {"I IV", "the two major chords that lie nearest"},
	"dorian":            {"i IV", "the major IV holds the 6"},
	"phrygian":          {"i bII", "♭II holds the ♭2"},
	"lydian":            {"I II", "the major II holds the ♯4"},
	"mixolydian":        {"I bVII", "♭VII is the ♭7"},
	"aeolian":           {"i bVI", "♭VI is the ♭6"},
	"natural-minor":     {"i bVI", "♭VI is the ♭6"},
	"locrian":           {"i° bII", "the ♭5 is in the first chord, the ♭2 in the second"},
	"harmonic-minor":    {"i V7", "V7 holds the 7, which leads home"},
	"melodic-minor":     {"i IV7", "IV7 holds the 6, and the 3 of the minor as its ♭7"},
	"phrygian-dominant": {"I bII", "♭II holds the ♭2 against a major I"},
	"dorian-b2":         {"i bII+", "♭II+ holds the ♭2 and the 6"},
	"lydian-augmented":  {"I+ II", "♯5 in the first chord, ♯4 in the second"},
	"lydian-dominant":   {"I7 II", "♭7 in the first chord, ♯4 in the second"},
	"mixolydian-b6":     {"I iv", "the minor iv holds the ♭6"},
	"locrian-2":         {"i° bVII", "♭VII holds the 2 that Locrian lowers"},
	"altered":           {"I7alt", "the chord that the scale is named after"},
	"harmonic-major":    {"I iv", "the minor iv holds the ♭6"},
	"whole-tone":        {"I+ II+", "every chord of it is augmented"},
	"half-whole":        {"I7b9", "a seventh chord with a ♭9"},
	"whole-half":        {"i°7", "every second note of it is this chord"},
	"major-pentatonic":  {"I IV", "without a 4 and a 7 it clashes with neither"},
	"minor-pentatonic":  {"i7", "its notes are this chord and the 4"},
	"minor-blues":       {"I7 IV7", "the minor notes rub against the major chords: that is the blues"},
	"major-blues":       {"I7 IV7", "the ♭3 leads to the 3 of the first chord"},
	"kumoi":             {"i i6", "the minor chord, and with its 6"},
	"hirajoshi":         {"i", "it has the minor chord of the root, and no other"},
	"in":                {"I5 bIImaj7", "no 3: over a power chord, and the ♭2 as a chord of its own"},
	"in-sen":            {"I7susb9", "no 3: over a suspended chord that holds the ♭2"},
	"iwato":             {"bIImaj7b5", "no 3 and no 5: the root sounds as the 7 of ♭II"},
}

// onC are the chords of the table on C, read once.
var onC = func() map[string]chord.Bars {
	out := map[string]chord.Bars{}
	for id, of := range ofScales {
		out[id] = inKey(scale.New(pitch.MustParseName("C"), majorFormula), strings.Fields(of.numerals))
	}
	return out
}()

// Own is what a scale is played over.
func Own(key scale.Scale) Colour {
	if e, ok := scale.Named(key.Formula); ok {
		if of, ok := ofScales[e.ID]; ok {
			return Colour{moved(onC[e.ID], key.Tonic), of.why}
		}
	}
	has := func(degree string) bool {
		for _, d := range key.Formula {
			if d == pitch.MustParseDegree(degree) {
				return true
			}
		}
		return false
	}
	fifth, major, minor := has("5"), has("3"), has("b3")
	switch {
	case major && fifth:
		return Colour{inKey(key, []string{"I"}), "the major chord of its root"}
	case minor && fifth:
		return Colour{inKey(key, []string{"i"}), "the minor chord of its root"}
	case minor && has("b5"):
		return Colour{inKey(key, []string{"i°"}), "the diminished chord of its root"}
	case fifth:
		return Colour{inKey(key, []string{"I5"}), "no 3: over a power chord, neither major nor minor"}
	case major && has("#5"):
		return Colour{inKey(key, []string{"I+"}), "the augmented chord of its root"}
	}
	return Colour{Why: "no 3 and no 5: over a drone on its root"}
}

// moved are chords on C in another key.
func moved(bars chord.Bars, tonic pitch.Name) chord.Bars {
	c := pitch.MustParseName("C")
	chords := make([]chord.Chord, len(bars)) // a bar each
	out := make(chord.Bars, len(bars))
	for i, bar := range bars {
		d, _ := c.DegreeOf(bar[0].Root)
		chords[i] = bar[0].On(tonic.Degree(d))
		out[i] = chords[i : i+1 : i+1]
	}
	return out
}
