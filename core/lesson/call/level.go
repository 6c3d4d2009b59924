package call

import (
	"cmp"
	"fmt"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Level is how much of a kind is asked, the easier levels first.
type Level struct {
	Every int    // beats from call to call; 0 waits
	words string // what is asked, without where and how fast
	paced bool   // how fast belongs to it
	has   func(*setting, string) bool
	// strings is how many of the lowest strings are asked about, 0 for all; high the last fret, 0 where no neck is asked about.
	strings, high int
}

// Words say what a request asks on this level: what, where on the neck, and how fast. What the request says goes before
// what the level has.
func (l Level) Words(r Request) string {
	words := l.words
	if l.high > 0 {
		words += " on " + l.stringWords(r) + ", " + l.fretWords(r)
	}
	every := cmp.Or(r.Every, l.Every)
	switch {
	case every == 1:
		words += ", every beat"
	case every > 0:
		words += fmt.Sprintf(", every %d beats", every)
	case l.paced:
		words += ", no time limit"
	}
	return words
}

func (l Level) stringWords(r Request) string {
	switch named := r.Brief.Layout.Strings; {
	case len(named) == 1:
		return fmt.Sprintf("string %d", named[0])
	case len(named) > 0:
		return "strings " + english.Numbers(named)
	case l.strings > 0:
		return "the " + english.Number(l.strings) + " lowest strings"
	}
	return "all strings"
}

func (l Level) fretWords(r Request) string {
	high := l.high
	if f := r.Brief.Layout.HighFret; f != nil {
		high = *f
	}
	if f := r.Brief.Layout.LowFret; f != nil && *f > 0 {
		return english.Range("fret", "frets", *f, high)
	}
	return fmt.Sprintf("up to fret %d", high)
}

var numberLevels = []Level{
	{words: "1, 4 and 5", paced: true, has: amongDegrees("1", "4", "5")},
	{words: "degrees of the scale", paced: true, has: inScale},
	{words: "degrees of the scale", paced: true, Every: 8, has: inScale},
	{words: "degrees of the scale", paced: true, Every: 4, has: inScale},
	{words: "sharps and flats too", paced: true, Every: 4, has: anything},
	{words: "sharps and flats too", paced: true, Every: 2, has: anything},
	{words: "sharps and flats too", paced: true, Every: 1, has: anything},
}

var neckLevels = []Level{
	neckLevel("notes of the key", 2, 5, false),
	neckLevel("notes of the key", 0, 5, false),
	neckLevel("notes of the key", 0, highestAsked, false),
	neckLevel("every note", 0, highestAsked, true),
}

var keyLevels = []Level{
	{words: "up to two sharps or flats", has: signedUpTo(2)},
	{words: "up to four sharps or flats", has: signedUpTo(4)},
	{words: "all keys", has: signedUpTo(7)},
}

var (
	boxLevels = []Level{
		{words: "the lower half of the box", has: func(m *setting, ask string) bool {
			all := boxPlacesOf(m)
			return slices.Index(all, ask) < (len(all)+1)/2
		}},
		{words: "the whole box", has: anything},
	}
	fromLevels = []Level{
		{words: "one octave from 1, 4 and 5", has: func(m *setting, ask string) bool {
			d, octaves := start(ask)
			return octaves == 1 && slices.Contains([]int{1, 4, 5}, d.Number())
		}},
		{words: "one octave from every degree", has: func(_ *setting, ask string) bool {
			_,
				octaves := start(ask)
			return octaves == 1
		}},
		{words: "up to two octaves from every degree", has: anything},
	}
	chordLevels = []Level{
		{words: "triads on 1, 4 and 5", has: func(m *setting, ask string) bool {
			d, size := m.chordAsked(ask)
			return size == 3 && slices.Contains([]int{1, 4, 5}, d.Number())
		}},
		{words: "triads on every degree", has: func(m *setting, ask string) bool {
			_,
				size := m.chordAsked(ask)
			return size == 3
		}},
		{words: "triads and seventh chords", has: anything},
	}
	orderLevels = []Level{
		{words: "the first four", has: func(_ *setting, ask string) bool { n, _ := signCount(ask); return n*n <= 16 }},
		{words: "all seven", has: anything},
	}
	nextLevels = []Level{
		{words: "a fourth up or down", has: func(m *setting, ask string) bool {
			up := (pitch.MustParseName(ask).Class() - m.Scale.Tonic.Class() + octave) % octave
			return up == fourth || up == octave-fourth
		}},
		{words: "every key", has: anything},
	}
)

// fourth is how many semitones a fourth has.
const fourth = 5

func anything(*setting, string) bool { return true }

func inScale(m *setting, ask string) bool { return slices.Contains(m.scaleDegrees(), ask) }

// amongDegrees has degrees by their number, as the scale has them.
func amongDegrees(numbers ...string) func(*setting, string) bool {
	return func(m *setting, ask string) bool {
		return inScale(m, ask) && slices.Contains(numbers, ask[len(ask)-1:])
	}
}

// neckLevel has places and notes of so many of the lowest strings, up to a fret.
func neckLevel(words string, strs, high int, outside bool) Level {
	has := func(m *setting, ask string) bool {
		if p, ok := parsePlace(ask); ok {
			return m.inLevel(p) && (outside || m.Scale.Index(m.Neck.MIDI(p)) >= 0)
		}
		name := pitch.MustParseName(ask)
		if !outside && !slices.Contains(m.Scale.Notes, name) {
			return false
		}
		return slices.ContainsFunc(m.places(name.Class()), m.inLevel)
	}
	return Level{words: words, has: has, strings: strs, high: high}
}

// inLevel reports whether a place lies on the strings and frets of the level. A last fret of
// the brief's own goes before that of the level.
func (m *setting) inLevel(p neck.Place) bool {
	return (p.Fret <= m.level.high || m.asked.Brief.Layout.HighFret != nil) && m.isLow(p, m.level.strings)
}

// isLow reports whether a place lies on one of so many of the lowest strings.
func (m *setting) isLow(p neck.Place, strs int) bool {
	low := m.byPitch()
	return strs == 0 || slices.Contains(low[:min(strs, len(low))], p.String)
}

// signedUpTo has keys whose signature has no more signs; where a scale has no signature its
// own signs count.
func signedUpTo(most int) func(*setting, string) bool {
	return func(m *setting, ask string) bool {
		if n, ok := signCount(ask); ok {
			return max(n, -n) <= most
		}
		s := m.inKey(ask)
		return signsIn(s) <= most || len(s.KeySignature().Accidentals) > 0 && len(s.KeySignature().Accidentals) <= most
	}
}

func signsIn(s scale.Scale) (n int) {
	for _, name := range s.Notes {
		n += max(name.Accidental(), -name.Accidental())
	}
	return n
}

// How a level is left: so many answers in a row are looked at, and with so many of them
// right the next level is asked; with fewer than half of them the one before. The share is
// the nine in ten that spacing wants to be known as well.
const (
	levelAnswers = 12
	levelRight   = 11
)

// Standing is the level after a player's own answers to a kind, the earliest first, beginning
// with the first level: each says on which level it was asked, and whether it was right.
func (k Kind) Standing(answers []LevelAnswer) int {
	level := 1
	var window []bool
	for _, a := range answers {
		if a.Level != level { // asked by hand on another level: the player goes on from there
			level, window = min(max(a.Level, 1), len(k.Levels)), nil
		}
		window = append(window, a.Right)
		if len(window) > levelAnswers {
			window = window[1:]
		}
		right := 0
		for _, r := range window {
			if r {
				right++
			}
		}
		switch {
		case right >= levelRight && level < len(k.Levels):
			level, window = level+1, nil
		case len(window) == levelAnswers && right*2 < levelAnswers && level > 1:
			level, window = level-1, nil
		}
	}
	return level
}

// LevelAnswer is one answer as a level is reckoned from it.
type LevelAnswer struct {
	Level int
	Right bool
}
