package call_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

// answered is what is asked, and the answer in few words: names, or places.
func answered(t *testing.T, r call.Request) string {
	t.Helper()
	made, err := call.Build(r)
	require.NoError(t, err)
	c := made.Calls[0]
	words := strings.Join(c.Answer.Words, " ")
	if words == "" && c.Answer.Note != nil {
		words = fmt.Sprintf("%d/%d %s", c.Answer.String, c.Answer.Fret, c.Answer.Name)
	}
	return fmt.Sprintf("%s = %s; %s", c.Show, words, c.Why)
}

// From memory: signatures, their order and the relatives, as every theory book has them.
func TestKeysAndTheirSigns(t *testing.T) {
	for _, c := range []struct{ scale, kind, ask, want string }{
		{"major", "signature", "Ab", "A♭ major = Bb Eb Ab Db; 4 flats: B♭ E♭ A♭ D♭."},
		{"major", "signature", "C", "C major = ; Neither sharps nor flats."},
		{"major", "signature", "F#", "F♯ major = F# C# G# D# A# E#; 6 sharps: F♯ C♯ G♯ D♯ A♯ E♯."},
		{"natural-minor", "signature", "F", "F natural minor = Bb Eb Ab Db; 4 flats: B♭ E♭ A♭ D♭."},
		{"dorian", "signature", "Bb", "B♭ Dorian = Bb Eb Ab Db; 4 flats: B♭ E♭ A♭ D♭."},
		{"major", "key", "5b", "5 flats, major = Db; D♭ major has B♭ E♭ A♭ D♭ G♭."},
		{"natural-minor", "key", "5#", "5 sharps, natural minor = G#; G♯ natural minor has F♯ C♯ G♯ D♯ A♯."},
		{"mixolydian", "key", "1b", "One flat, Mixolydian = C; C Mixolydian has B♭."},
		{"major", "key", "0", "Neither sharps nor flats, major = C; C major has neither sharps nor flats."},
		{"major", "order", "3#", "the first three sharps = F# C# G#; Each sharp is a fifth above the one before."},
		{"major", "order", "1b", "the first flat = Bb; Each flat is a fourth above the one before."},
		{"major", "order", "7b", "the first seven flats = Bb Eb Ab Db Gb Cb Fb; Each flat is a fourth above the one before."},
		{"major", "relative", "Ab", "the relative minor of A♭ major = F; F is the sixth degree of the major. They share a key signature."},
		{"natural-minor", "relative", "C#", "the relative major of C♯ natural minor = E; E is the third degree of the minor. They share a key signature."},
		{"major-pentatonic", "relative", "Eb",
			"the relative minor of E♭ major pentatonic = C; C is the sixth degree of the major. They share a key signature."},
		{"harmonic-minor", "spell", "B", "B harmonic minor = B C# D E F# G A# B; 3 accidentals. The last note repeats the first, so don't count it."},
		{"minor-pentatonic", "spell", "Eb", "E♭ minor pentatonic = Eb Gb Ab Bb Db Eb; 5 accidentals. The last note repeats the first, so don't count it."},
	} {
		assert.Equal(t, c.want, answered(t, call.Request{Brief: on("guitar", "C", c.scale), Kind: c.kind,
			Ask: []string{c.ask}}))
	}
}

// From memory: chords of a key and what a run may end on over them.
func TestChordsAndLanding(t *testing.T) {
	for _, c := range []struct{ tonic, scale, kind, ask, want string }{
		{"Ab", "major", "chord", "1:3", "A♭ = Ab C Eb; The chord on the 1 of A♭ major: every other note of the scale."},
		{"Ab", "major", "chord", "5:4", "E♭7 = Eb G Bb Db; The chord on the 5 of A♭ major: every other note of the scale."},
		{"B", "natural-minor", "chord", "2:4",
			"C♯m7♭5 = C# E G B; The chord on the 2 of B natural minor: every other note of the scale."},
		{"Ab", "major", "landing", "3/1:3", "End on C over A♭? = yes; C is the 3 of A♭."},
		{"Ab", "major", "landing", "4/1:3", "End on D♭ over A♭? = no; A♭ has A♭, C and E♭. D♭ moves on to one of them."},
		{"Ab", "major", "landing", "1/2:4", "End on A♭ over B♭m7? = yes; A♭ is the 7 of B♭m7."},
	} {
		assert.Equal(t, c.want, answered(t, call.Request{Brief: on("bass", c.tonic, c.scale), Kind: c.kind,
			Ask: []string{c.ask}}))
	}
	_, err := call.Build(call.Request{Brief: on("bass", "Ab", "minor-pentatonic"), Kind: "chord"})
	assert.ErrorContains(t, err, "this kind has no calls here")
	_, err = call.Build(call.Request{Brief: on("bass", "Ab", "major"), Kind: "chord", Ask: []string{"9:3"}})
	assert.ErrorContains(t, err, "1:3 2:3")
}

func TestStartsFromADegree(t *testing.T) {
	r := call.Request{Brief: on("guitar", "Bb", "major"), Kind: "from-degree"}
	for ask, want := range map[string]string{"4": "4/1 Eb", "1:2": "5/1 Bb", "6:1": "6/3 G", "7": "5/0 A"} {
		r.Ask = []string{ask}
		made, err := call.Build(r)
		require.NoError(t, err)
		c := made.Calls[0]
		assert.Equal(t, want, fmt.Sprintf("%d/%d %s", c.Answer.String, c.Answer.Fret, c.Answer.Name), ask)
		octaves := (c.Answer.Notes[len(c.Answer.Notes)-1].MIDI - c.Answer.Notes[0].MIDI) / 12
		assert.Equal(t, strings.HasSuffix(ask, ":2"), octaves == 2, ask)
		assert.Contains(t, c.Why, "its lowest place")
		for _, o := range c.Also {
			assert.NotEqual(t, c.Answer.Place, o.Place)
			assert.Equal(t, o.MIDI > c.Answer.MIDI, o.How == call.TooHigh)
		}
	}
	r.Ask = []string{"4:9"}
	_, err := call.Build(r)
	assert.ErrorContains(t, err, "give a degree of the scale")
}

func TestTheNearestOctaveOfTheNextKey(t *testing.T) {
	made, err := call.Build(call.Request{Brief: on("guitar", "Bb", "major"), Kind: "next-key", Ask: []string{"Eb", "B",
		"F"}})
	require.NoError(t, err)
	for _, c := range made.Calls {
		want := pitch.MustParseName(c.Ask)
		assert.Equal(t, want.Class(), c.Answer.MIDI%12)
		assert.Len(t, c.Answer.Notes, 8, "an octave of it")
		assert.Contains(t, c.Why, "mm")
		assert.NotNil(t, c.Place, "where the hand comes from")
	}
}

// Places named as a degree and as an interval, outside the key as well.
func TestSayingsOfAPlace(t *testing.T) {
	for _, c := range []struct{ as, ask, want string }{
		{"note", "3/4", "which note? = B; Fret 4 of string 3, whose open note is G. It isn't in this key."},
		{"note", "6/1", "which note? = F; Fret 1 of string 6, whose open note is E."},
		{"degree", "6/1", "which degree? = 5; F is the 5 of B♭."},
		{"interval", "4/5", "which interval? = major sixth; From B♭ up to G."},
	} {
		assert.Equal(t, c.want, answered(t, call.Request{Brief: on("guitar", "Bb", "major"), Kind: "name", As: c.as,
			Ask: []string{c.ask}}))
	}
	_, err := call.Build(call.Request{Brief: on("guitar", "Bb", "major"), Kind: "name", As: "smell"})
	assert.ErrorContains(t, err, "note degree interval")
}

// Every kind says why one would ask it, how it is answered, and has levels that ask less first.
func TestTheTableOfKinds(t *testing.T) {
	b := on("guitar", "Eb", "major")
	for _, k := range call.Kinds {
		assert.NotEmpty(t, k.Why, k.ID)
		assert.Contains(t, []call.By{call.ByPlace, call.ByPlaces, call.ByName, call.ByNames, call.ByYes, call.ByNotes}, k.By)
		require.NotEmpty(t, k.Levels, k.ID)
		before := 0
		for level := range k.Levels {
			asked := map[string]bool{}
			made, err := call.Build(call.Request{Brief: b, Kind: k.ID, Level: level + 1, Count: 200, Seed: 3})
			require.NoError(t, err, k.ID)
			for _, c := range made.Calls {
				asked[c.Ask] = true
			}
			assert.GreaterOrEqual(t, len(asked), before, "%s: level %d asks no less than the one before", k.ID, level+1)
			before = len(asked)
			assert.NotEmpty(t, k.Levels[level].Words(call.Request{}))
		}
		assert.Greater(t, before, 1, k.ID)
		_, err := call.Build(call.Request{Brief: b, Kind: k.ID, Level: len(k.Levels) + 1})
		assert.ErrorContains(t, err, "level")
	}
}

// What may not be asked of a kind is said at its field.
func TestWaysThatDoNotFit(t *testing.T) {
	b := on("guitar", "Eb", "major")
	for want, r := range map[string]call.Request{
		"progression: ": {Brief: b, Kind: "spell", Progression: "2-5-1"},
		"minor: ":       {Brief: b, Kind: "spell", Minor: "own"},
		"every: ":       {Brief: b, Kind: "numbers", Every: 3},
		"said: ":        {Brief: b, Kind: "numbers", Said: []string{"x"}},
	} {
		_, err := call.Build(r)
		require.Error(t, err, want)
		assert.ErrorContains(t, err, want)
	}
	many := map[string]float64{}
	for i := range call.MaxKnown + 1 {
		many[fmt.Sprint(i)] = 1
	}
	_, err := call.Build(call.Request{Brief: b, Kind: "numbers", Known: many})
	assert.ErrorContains(t, err, "known")
}

// The same facts hold behind a capo and on a left-handed neck: strings and frets are those of the
// player.
func TestPlacesOfThePlayer(t *testing.T) {
	plain := on("guitar", "F", "major")
	left := plain
	left.Instrument.LeftHanded = true
	capo := on("guitar", "F", "major")
	capo.Instrument.Capo = 3
	find := func(b brief.Brief, name string) (out []neck.Place) {
		made, err := call.Build(call.Request{Brief: b, Kind: "find", Ask: []string{name}})
		require.NoError(t, err)
		for _, n := range made.Calls[0].Answer.Notes {
			out = append(out, n.Place)
		}
		return out
	}
	assert.Equal(t, find(plain, "A"), find(left, "A"))
	assert.Equal(t, find(on("guitar", "D", "major"), "F#"), find(capo, "A"),
		"a capo at fret 3: an A there is an F♯ of the shape")
}

func TestVerdictsHaveNames(t *testing.T) {
	for _, id := range []string{call.Right, call.TooHigh, call.Far, call.Partly, call.Wrong, call.Again} {
		row, ok := table.Find(call.Verdicts, id)
		assert.True(t, ok, id)
		assert.NotEmpty(t, row.Name)
	}
}

// Whatever a kind may ask of a key it can answer.
func TestWhatIsAskedIsAnswered(t *testing.T) {
	for _, tonic := range []string{"F#", "Gb", "Db", "A"} {
		for _, scaleName := range []string{"major", "natural-minor", "harmonic-minor", "minor-pentatonic", "locrian"} {
			for _, k := range call.Kinds {
				_, err := call.Build(
					call.Request{
						Brief: on("guitar", tonic, scaleName),
						Kind:  k.ID,
						Level: len(k.Levels),
						Count: 100,
						Seed:  7,
					},
				)
				if err != nil {
					assert.Regexp(t, "no calls here|signature", err.Error(), "%s in %s %s", k.ID, tonic, scaleName)
				}
			}
		}
	}
}

// A level says what is asked as it is asked: the pace, the strings and the frets of the request go before its own.
func TestALevelSaysWhatItAsks(t *testing.T) {
	low, high := 3, 9
	narrow := on("bass", "F#", "major")
	narrow.Layout.LowFret, narrow.Layout.HighFret, narrow.Layout.Strings = &low, &high, []int{4, 3}
	for want, r := range map[string]call.Request{
		"degrees of the scale, no time limit":                      {Kind: "numbers", Level: 2},
		"degrees of the scale, every 2 beats":                      {Kind: "numbers", Level: 2, Every: 2},
		"sharps and flats too, every beat":                         {Kind: "numbers", Level: 7},
		"notes of the key on the two lowest strings, up to fret 5": {Kind: "find", Level: 1},
		"notes of the key on strings 4 3, frets 3 to 9":            {Kind: "find", Level: 1, Brief: narrow},
		"every note on all strings, up to fret 12":                 {Kind: "name", Level: 4},
		"triads on every degree":                                   {Kind: "chord", Level: 2},
		"triads on every degree, every 8 beats":                    {Kind: "landing", Level: 2, Every: 8},
	} {
		k, _ := call.Find(r.Kind)
		assert.Equal(t, want, k.Levels[r.Level-1].Words(r))
	}
}

// Octaves that the neck has only a part of are not asked, on whatever neck: what is asked for has its whole length.
func TestOctavesAreWhole(t *testing.T) {
	for _, instrument := range []string{"ukulele", "bass", "mandolin", "guitar"} {
		for _, tonic := range []string{"Eb", "F#", "B"} {
			made, err := call.Build(
				call.Request{Brief: on(instrument, tonic, "major"), Kind: "from-degree", Level: 3, Count: 100},
			)
			require.NoError(t, err)
			for _, c := range made.Calls {
				_, octaves, _ := strings.Cut(c.Ask, ":")
				notes := c.Answer.Notes
				assert.NotContains(t, c.Why, "ends before")
				assert.Equal(
					t,
					octaves,
					fmt.Sprint((notes[len(notes)-1].MIDI-notes[0].MIDI)/12),
					"%s in %s: %s",
					instrument,
					tonic,
					c.Ask,
				)
			}
		}
	}
	made, err := call.Build(call.Request{Brief: on("ukulele", "B", "major"), Kind: "from-degree", Ask: []string{"7:2"}})
	require.NoError(t, err)
	assert.Contains(t, made.Calls[0].Why, "This neck ends before the last of it.")
}
