package call_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// What is heard, worked out from the sound alone: its pitch over the drone is the degree that is asked for, and every place
// that is called right sounds it.
func TestWhatSoundsIsWhatIsAsked(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := call.Request{
			Brief: on(rapid.SampledFrom([]string{"guitar", "bass-5", "ukulele", "mandolin"}).Draw(t, "instrument"),
				rapid.SampledFrom([]string{"Db", "F#", "Ab", "B"}).Draw(t, "tonic"),
				rapid.SampledFrom([]string{"major", "dorian", "minor-pentatonic", "harmonic-minor"}).Draw(t, "scale")),
			Kind:  "ear-note",
			Count: 6,
			Seed:  rapid.IntRange(0, 999).Draw(t, "seed"),
			Level: rapid.IntRange(1, 4).Draw(t, "level"),
		}
		made, err := call.Build(r)
		require.NoError(t, err)
		for _, c := range made.Calls {
			sounds := c.Sound.Notes[0].MIDI
			degree, _, _ := strings.Cut(c.Ask, ":")
			assert.Equal(t, (pitch.MustParseDegree(degree).Semitones()+12)%12, (sounds-c.Sound.Under[0]+120)%12, c.Ask)
			assert.Equal(t, sounds, c.Answer.MIDI)
			assert.Equal(t, c.Sound.Notes[0].AtMS+c.Sound.Notes[0].MS, c.Sound.MS)
			for _, o := range c.Also {
				assert.Equal(t, o.MIDI == sounds, o.How == call.Right, "%v", o)
			}
			low, high, err := call.Range(r.Brief)
			require.NoError(t, err)
			assert.True(t, low <= sounds && sounds <= high)
		}
	})
}

func TestAnswersByEar(t *testing.T) {
	b := on("guitar", "Bb", "natural-minor")
	for _, c := range []struct {
		kind, ask     string
		given         call.Given
		verdict, says string
	}{
		{"ear-note", "b3:1", call.Given{Place: &neck.Place{String: 5, Fret: 4}}, call.Right, "The ♭3 of B♭."},
		{"ear-note", "b3:1", call.Given{Place: &neck.Place{String: 6, Fret: 9}}, call.Right, "The ♭3 of B♭."},
		{"ear-note", "b3:1", call.Given{Place: &neck.Place{String: 3, Fret: 6}}, call.TooHigh, "D♭"},
		{"ear-note", "b3:2", call.Given{Place: &neck.Place{String: 5, Fret: 4}}, call.Partly, "too low"},
		{"ear-note", "b3:1", call.Given{Place: &neck.Place{String: 5, Fret: 5}}, call.Wrong, "That is D."},
		{"ear-note", "5:1", call.Given{MIDI: ptr(53)}, call.Right, "The 5 of B♭."},
		{"ear-degree", "b6:1", call.Given{Text: "flat six"}, call.Right, "G♭ is the ♭6 of B♭."},
		{"ear-degree", "b6:1", call.Given{Text: "6"}, call.Wrong, "It is the ♭6"},
		{"ear-degree", "b6:1", call.Given{Text: "xx"}, call.Again, "isn't a degree"},
		{"ear-pattern", "1 2 b3", call.Given{Played: []int{46, 48, 49}}, call.Right, "1 2 ♭3 of B♭."},
		{"ear-pattern", "1 2 b3", call.Given{Played: []int{58, 60, 61}}, call.Right, ""},
		{"ear-pattern", "1 2 b3", call.Given{Played: []int{46, 48, 50}}, call.Partly, "Note 3 is D♭. You played D. 1 2 ♭3 of B♭."},
		{"ear-pattern", "1 2 b3", call.Given{Played: []int{47, 48, 49}}, call.Wrong, "Note 1 is B♭."},
		{"ear-pattern", "1 2 b3", call.Given{Played: []int{46, 48}}, call.Again, "It has 3 notes."},
		{"ear-pattern", "1 2 b3", call.Given{Played: []int{46, 48, 49, 51}}, call.Partly, "it has no more"},
		{"ear-pattern", "5 8 b7", call.Given{Text: "5 8 b7"}, call.Right, ""},
		{"ear-pattern", "5 8 b7", call.Given{Text: "5 1 b7"}, call.Partly, "Note 2"},
		{"ear-pattern", "1 2 b3", call.Given{Places: []neck.Place{{String: 6, Fret: 6}, {String: 6, Fret: 8}, {String: 5, Fret: 4}}}, call.Right, ""},
		{"ear-scale", "dorian", call.Given{Text: "Dorian"}, call.Right, "1 2 ♭3 4 5 6 ♭7."},
		{"ear-scale", "major", call.Given{Text: "ionian"}, call.Right, ""},
		{"ear-scale", "natural-minor", call.Given{Text: "minor"}, call.Right, ""},
		{"ear-scale", "lydian", call.Given{Text: "major"}, call.Wrong, "♯4"},
		{"ear-scale", "lydian", call.Given{Text: "loud"}, call.Again, "Dorian"},
	} {
		made, err := call.Mark(call.Answered{Request: call.Request{Brief: b, Kind: c.kind}, Answers: c.ask, Given: c.given})
		require.NoError(t, err, c.ask)
		assert.Equal(t, c.verdict, made.Verdict, "%+v: %s", c, made.Words)
		assert.Contains(t, made.Words, c.says)
	}
}

func ptr[T any](v T) *T { return &v }

// One wrong note says nothing against the others.
func TestWhatAPatternShows(t *testing.T) {
	made, err := call.Mark(call.Answered{Request: call.Request{Brief: on("bass", "Db", "major"), Kind: "ear-pattern"},
		Answers: "3 2 1", Given: call.Given{Played: []int{41, 40, 37}}})
	require.NoError(t, err)
	assert.Equal(t, map[string]bool{"ear 3": true, "ear 2": false, "ear 1": true}, made.Facts)
	assert.Equal(t, "♭3 by ear", call.FactWords("ear b3"))
	assert.Equal(t, "Lydian by ear", call.FactWords("ear-scale lydian"))
}

// Patterns keep to the leaps and the length of their level, and lie under a hand of six frets.
func TestPatternsOfALevel(t *testing.T) {
	for level, of := range []struct{ notes, leap int }{{3, 1}, {3, 2}, {4, 2}, {4, 4}, {5, 4}} {
		made, err := call.Build(
			call.Request{Brief: on("mandolin", "Eb", "mixolydian"), Kind: "ear-pattern", Count: 40, Level: level + 1},
		)
		require.NoError(t, err)
		steps := strings.Fields("1 2 3 4 5 6 b7 8")
		for _, c := range made.Calls {
			words := strings.Fields(c.Ask)
			require.Len(t, words, of.notes)
			for i := 1; i < len(words); i++ {
				leap := slices.Index(steps, words[i]) - slices.Index(steps, words[i-1])
				assert.True(t, leap != 0 && max(leap, -leap) <= of.leap, c.Ask)
			}
			for i, n := range c.Answer.Notes {
				assert.Equal(t, c.Sound.Notes[i].MIDI, n.MIDI)
				assert.LessOrEqual(t, n.Fret, 7, "near the lowest 1 of %s", c.Ask)
			}
		}
	}
}

// The scale that sounds has the steps of the one that is the answer, up and down, over its tonic alone.
func TestScalesByEar(t *testing.T) {
	made, err := call.Build(call.Request{Brief: on("ukulele", "Ab", "major"), Kind: "ear-scale", Count: 60, Level: 4})
	require.NoError(t, err)
	for _, c := range made.Calls {
		e, ok := scale.Find(c.Ask)
		require.True(t, ok)
		notes := c.Sound.Notes
		for i, steps := range e.Formula.Steps() {
			assert.Equal(t, steps, notes[i+1].MIDI-notes[i].MIDI, c.Ask)
		}
		assert.Equal(t, 12, notes[len(notes)/2].MIDI-notes[0].MIDI)
		assert.Equal(t, notes[0].MIDI, notes[len(notes)-1].MIDI)
		assert.Len(t, c.Sound.Under, 1)
		assert.True(t, slices.ContainsFunc(c.Choices, func(o call.Choice) bool { return o.ID == c.Ask }))
		assert.NotContains(t, c.Show+c.Say, e.Name)
	}
}

// Whatever is asked by ear on whatever neck is answered right by its own answer.
func TestOwnAnswersByEarAreRight(t *testing.T) {
	for _, k := range call.Kinds {
		if k.Group != "ear" {
			continue
		}
		for level := range k.Levels {
			r := call.Request{Brief: on("bass", "F#", "harmonic-minor"), Kind: k.ID, Level: level + 1, Count: 30}
			made, err := call.Build(r)
			require.NoError(t, err)
			for _, c := range made.Calls {
				given := call.Given{Text: strings.Join(c.Answer.Words, " ")}
				if k.By == call.ByPlace {
					given = call.Given{Place: &c.Answer.Place}
				}
				marked, err := call.Mark(call.Answered{Request: r, Answers: c.Ask, Given: given})
				require.NoError(t, err)
				assert.Equal(t, call.Right, marked.Verdict, "%s %s: %s", k.ID, c.Ask, marked.Words)
			}
		}
	}
	assert.NotEmpty(t, table.IDs(call.Overs))
}

// A short neck has gaps between its strings: what it doesn't have is not asked, and asked by hand it is a fault.
func TestShortNecksByEar(t *testing.T) {
	for frets := 4; frets <= 7; frets++ {
		for _, instrument := range []string{"mandolin", "guitar", "bass"} {
			for _, tonic := range []string{"C", "F#", "Ab", "B"} {
				b := on(instrument, tonic, "harmonic-minor")
				b.Instrument.Frets = ptr(frets)
				for _, k := range call.Kinds {
					if k.Group != "ear" {
						continue
					}
					made, err := call.Build(call.Request{Brief: b, Kind: k.ID, Level: len(k.Levels), Count: 20})
					if err != nil {
						assert.Regexp(t, "frets|no calls here|has no", err.Error())
						continue
					}
					for _, c := range made.Calls {
						for _, n := range c.Answer.Notes {
							assert.LessOrEqual(t, n.Fret, frets)
						}
					}
				}
				for _, ask := range []string{"b2:2", "7:1", "#4:2"} {
					_, _ = call.Build(call.Request{Brief: b, Kind: "ear-note", Ask: []string{ask}})
				}
			}
		}
	}
}
