package call_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

func on(instrument, tonic, name string) brief.Brief {
	return brief.Brief{Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: tonic, Name: name}}
}

func marked(t require.TestingT, b brief.Brief, kind, ask string, given call.Given) call.Marked {
	out, err := call.Mark(call.Answered{Request: call.Request{Brief: b, Kind: kind}, Answers: ask, Given: given})
	require.NoError(t, err)
	return out
}

func pressed(str, fret int) call.Given {
	return call.Given{Place: &neck.Place{String: str, Fret: fret}}
}
func played(midi int) call.Given   { return call.Given{MIDI: &midi} }
func typed(text string) call.Given { return call.Given{Text: text} }

// Keys and signatures in the words that teachers and pupils use.
func TestUsualWordsForKeys(t *testing.T) {
	major := on("guitar", "C", "major")
	for _, c := range []struct {
		kind, ask, text, verdict string
	}{
		{"relative", "Eb", "Cm", call.Right}, {"relative", "Eb", "C minor", call.Right}, {"relative", "Eb", "c", call.Right},
		{"relative", "Eb", "Cmin", call.Right}, {"relative", "Eb", "C major", call.Wrong}, {"relative", "A", "F#m", call.Right},
		{"relative", "A", "F sharp minor", call.Right}, {"relative", "A", "fis moll", call.Right}, {"relative", "A", "Am", call.Wrong},
		{"key", "3b", "Eb", call.Right}, {"key", "3b", "Eb major", call.Right}, {"key", "3b", "Ebmaj", call.Right},
		{"key", "3b", "Cm", call.Wrong}, {"key", "3b", "Ebm", call.Wrong},
		{"signature", "B", "5 sharps", call.Right}, {"signature", "B", "5#", call.Right}, {"signature", "B", "five sharps", call.Right},
		{"signature", "B", "5♯", call.Right}, {"signature", "B", "4 sharps", call.Wrong}, {"signature", "B", "5 flats", call.Wrong},
		{"signature", "Ab", "4b", call.Right}, {"signature", "Ab", "one flat", call.Wrong}, {"signature", "F", "1 flat", call.Right},
		{"signature", "F", "Bb", call.Right}, {"signature", "F", "B flat", call.Right}, {"signature", "C", "none", call.Right},
	} {
		assert.Equal(t, c.verdict, marked(t, major, c.kind, c.ask, typed(c.text)).Verdict, "%s of %s: %s", c.kind, c.ask, c.text)
	}
}

// A scale without a signature of its own is never asked for one.
func TestNoSignatureWhereThereIsNone(t *testing.T) {
	for _, name := range []string{"altered", "whole-tone", "half-whole"} {
		for _, kind := range []string{"signature", "key", "relative"} {
			_, err := call.Build(call.Request{Brief: on("guitar", "C", name), Kind: kind, Count: 1})
			assert.ErrorContains(t, err, "brief.scale.name: C", "%s: %s", kind, name)
			assert.ErrorContains(t, err, "no key signature of its own")
		}
	}
	_, err := call.Build(call.Request{Brief: on("guitar", "C", "altered"), Kind: "spell", Count: 1})
	assert.NoError(t, err)
}

// A six called in D lies at string 4, fret 7; the other B's are right notes in a wrong place.
func TestVerdictsOnANumber(t *testing.T) {
	for _, c := range []struct {
		given   call.Given
		verdict string
		words   string
	}{
		{pressed(4, 7), call.Right, "2 frets above the low 5."},
		{pressed(3, 2), call.Far, "String 4, fret 7, B: 2 frets above the low 5."},
		{pressed(2, 9), call.TooHigh, "String 4, fret 7, B: 2 frets above the low 5."},
		{pressed(1, 4), call.TooHigh, "String 4, fret 7, B: 2 frets above the low 5."},
		{pressed(4, 5), call.Wrong, "That is A. String 4, fret 7, B: 2 frets above the low 5."},
		{pressed(4, 6), call.Wrong, "That is B♭. String 4, fret 7, B: 2 frets above the low 5."},
		{pressed(9, 7), call.Again, "This neck has strings 1 to 4 and frets up to 20."},
		{typed("string 4, fret 7"), call.Right, ""},
		{typed("4/7"), call.Right, ""},
		{typed("banana"), call.Again, ""},
		{typed("b"), call.Right, "String 4, fret 7, B: 2 frets above the low 5."},
		{typed("ces"), call.Right, ""},
		{typed("bes"), call.Wrong, "Not B♭. String 4, fret 7, B: 2 frets above the low 5."},
		{played(35), call.Right, ""},
		{played(47), call.TooHigh, ""},
		{played(23), call.Far, ""},
		{played(36), call.Wrong, "You played C. String 4, fret 7, B: 2 frets above the low 5."},
	} {
		out := marked(t, bass("D", "major"), "numbers", "6", c.given)
		assert.Equal(t, c.verdict, out.Verdict, "%+v", c.given)
		if c.words != "" {
			assert.Equal(t, c.words, out.Words)
		}
		if c.verdict == call.Again {
			assert.Empty(t, out.Facts, "nonsense counts for nothing")
		} else {
			assert.Equal(t, map[string]bool{"numbers 6": c.verdict == call.Right}, out.Facts)
		}
	}
}

// The hand goes on from where the calls before have left it.
func TestTheHandGoesOn(t *testing.T) {
	b := bass("E", "major")
	made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Ask: strings.Fields("1 b7 6 5 4 3 2 1")})
	require.NoError(t, err)
	for i, c := range made.Calls {
		said := []string{}
		for _, before := range made.Calls[:i] {
			said = append(said, before.Ask)
		}
		out, err := call.Mark(call.Answered{Request: call.Request{Brief: b, Kind: "numbers", Said: said},
			Answers: c.Ask, Given: call.Given{Place: &c.Answer.Place}})
		require.NoError(t, err)
		assert.Equal(t, call.Right, out.Verdict)
		assert.Equal(t, c.N, out.Call.N)
	}
}

// Common practice: a minor key is counted from its own 1, or from the 6 of its relative major.
func TestTwoSchoolsOfMinor(t *testing.T) {
	b := bass("B", "natural-minor")
	answer := func(school, ask string) string {
		made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Minor: school, Ask: []string{ask}})
		require.NoError(t, err)
		a := made.Calls[0].Answer
		return fmt.Sprintf("%s %s", a.Degree, a.Name)
	}
	assert.Equal(t, "1 B", answer("own", "1"))
	assert.Equal(t, "b3 D", answer("own", "b3"))
	assert.Equal(t, "6 B", answer("relative", "6"))
	assert.Equal(t, "1 D", answer("relative", "1"))
	made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Minor: "relative", Count: 100})
	require.NoError(t, err)
	for _, c := range made.Calls {
		assert.Len(t, c.Ask, 1, "the degrees of the major alone")
	}
	_, err = call.Build(call.Request{Brief: bass("B", "major"), Kind: "numbers", Minor: "relative"})
	assert.ErrorContains(t, err, "isn't a minor key")
}

func TestProgressions(t *testing.T) {
	for _, p := range call.Progressions {
		made, err := call.Build(call.Request{Brief: bass("Ab", "major"), Kind: "numbers", Progression: p.ID,
			Count: 2 * len(p.Degrees), Every: 2})
		require.NoError(t, err)
		for i, c := range made.Calls {
			assert.Equal(t, p.Degrees[i%len(p.Degrees)], c.Ask, p.ID)
			assert.Equal(t, 2*i, *c.At)
		}
	}
	made, err := call.Build(call.Request{Brief: bass("Ab", "natural-minor"), Kind: "numbers", Progression: "6-4-1-5",
		Count: 4})
	require.NoError(t, err)
	assert.Equal(t, "b6", made.Calls[0].Ask, "the six of a minor key is its own")
}

func TestTimeOfAnAnswer(t *testing.T) {
	for off, want := range map[int]string{-260: "early", -240: "on", 0: "on", 240: "on", 260: "late"} {
		b := bass("D", "major")
		tempo := 60
		b.Rhythm.TempoBPM = &tempo
		g := pressed(4, 7)
		g.OffMS = &off
		assert.Equal(t, want, marked(t, b, "numbers", "6", g).Time, off)
	}
}

func TestTypedAnswers(t *testing.T) {
	guitar := on("guitar", "Eb", "major")
	name := func(b brief.Brief, as, ask, text string) string {
		out, err := call.Mark(call.Answered{Request: call.Request{Brief: b, Kind: "name", As: as}, Answers: ask,
			Given: typed(text)})
		require.NoError(t, err)
		return out.Verdict
	}
	for _, same := range []string{"Ab", "a flat", "as", "A♭", "la♭", "G#"} {
		assert.Equal(t, call.Right, name(guitar, "note", "6/4", same), same)
	}
	assert.Equal(t, call.Wrong, name(guitar, "note", "6/4", "A"))
	assert.Equal(t, call.Again, name(guitar, "note", "6/4", "hm?"))
	for _, same := range []string{"4", "four", "perfect fourth"} {
		assert.Equal(t, call.Right, name(guitar, "degree", "6/4", same), same)
		assert.Equal(t, call.Right, name(guitar, "interval", "6/4", same), same)
	}
	assert.Equal(t, call.Wrong, name(guitar, "interval", "6/4", "minor third"))

	for _, c := range []struct{ kind, ask, text, verdict string }{
		{"spell", "Eb", "es f g as bes c d es", call.Right},
		{"spell", "Eb", "Eb F G Ab Bb C D", call.Right},
		{"spell", "Eb", "Eb F G A Bb C D Eb", call.Wrong},
		{"spell", "Eb", "Eb F G what", call.Again},
		{"signature", "Eb", "Bb Eb Ab", call.Right},
		{"signature", "Eb", "Bb Ab Eb", call.Wrong},
		{"signature", "C", "none", call.Right},
		{"key", "3b", "E flat major", call.Right},
		{"key", "3b", "C", call.Wrong},
		{"relative", "Eb", "c minor", call.Right},
		{"order", "4#", "fis cis gis dis", call.Right},
		{"chord", "2:4", "F Ab C Eb", call.Right},
		{"landing", "1/1:3", "yes", call.Right},
		{"landing", "4/1:3", "yes", call.Wrong},
		{"landing", "4/1:3", "perhaps", call.Again},
		{"from-degree", "4:2", "6/4", call.Right},
	} {
		out := marked(t, guitar, c.kind, c.ask, typed(c.text))
		assert.Equal(t, c.verdict, out.Verdict, "%s %s: %q: %s", c.kind, c.ask, c.text, out.Words)
	}
	german := guitar
	german.Names = "german"
	assert.Equal(t, call.Right, marked(t, german, "name", "5/1", typed("B")).Verdict, "B is the note under H")
	assert.Equal(t, call.Wrong, marked(t, german, "name", "5/1", typed("H")).Verdict)
}

func TestFindingPlaces(t *testing.T) {
	b := on("ukulele", "Bb", "major")
	all := marked(t, b, "find", "Bb", typed("2/6 1/1 4/3 3/10"))
	assert.Equal(t, call.Right, all.Verdict, all.Words)
	some := marked(t, b, "find", "Bb", call.Given{Places: []neck.Place{{String: 1, Fret: 1}, {String: 1, Fret: 2}}})
	assert.Equal(t, call.Partly, some.Verdict)
	assert.Equal(t, "1 of 4 places found, and one place that is another note.", some.Words)
	assert.Len(t, some.Missed, 3)
	assert.Equal(t, []neck.Place{{String: 1, Fret: 2}}, some.Extra)
	assert.Equal(t, map[string]bool{"neck A4/1": true, "neck A4/2": false, "neck G4/3": false, "neck C4/10": false,
		"neck E4/6": false}, some.Facts)

	b.Layout.Strings = []int{2, 3}
	low, high := 5, 11
	b.Layout.LowFret, b.Layout.HighFret = &low, &high
	made, err := call.Build(call.Request{Brief: b, Kind: "find", Ask: []string{"Bb"}})
	require.NoError(t, err)
	assert.Len(t, made.Calls[0].Answer.Notes, 2, "on these strings, in this stretch")
}

func TestFingersOfABox(t *testing.T) {
	b := on("guitar", "Bb", "major")
	b.Layout.System = "seven-position"
	made, err := call.Build(call.Request{Brief: b, Kind: "fingers", Count: 30})
	require.NoError(t, err)
	for _, c := range made.Calls {
		assert.Equal(t, call.Right, marked(t, b, "fingers", c.Ask, typed(c.Answer.Words[0])).Verdict)
		wrong := map[string]string{"1": "little", "2": "1", "3": "index", "4": "ring"}[c.Answer.Words[0]]
		assert.Equal(t, call.Wrong, marked(t, b, "fingers", c.Ask, typed(wrong)).Verdict)
	}
}

func TestSlipsOfSpelling(t *testing.T) {
	want := strings.Fields("F G A Bb C D E F")
	for written, slip := range map[string]string{
		"F G A Bb C D E F":   "",
		"F G A B C D E F":    "4 sign-missing",
		"F G A A# C D E F":   "4 doubled-letter",
		"F G A# B C D E F":   "3 moved-right",
		"F G A B# C D E F":   "4 wrong-way",
		"F G A Bb C D Eb F":  "7 sign-too-many",
		"F G A Bbb C D E F":  "4 sign-too-many",
		"F G A C C D E F":    "4 letter",
		"F G A Bb C D E":     "8 missing",
		"F G A Bb C D E F G": "9 too-many",
	} {
		slips := call.Slips(want, strings.Fields(written), call.BothSteps, pitch.Name.Pretty)
		if slip == "" {
			assert.Empty(t, slips)
			continue
		}
		require.NotEmpty(t, slips, written)
		assert.Equal(t, slip, fmt.Sprintf("%d %s", slips[0].At+1, slips[0].Kind), written)
		_, known := table.Find(call.SlipKinds, slips[0].Kind)
		assert.True(t, known)
	}
	assert.Empty(t, call.Slips(want, strings.Fields("F G A B C D E F"), call.LettersStep, pitch.Name.Pretty), "signs come second")
	assert.Len(t, call.Slips(want, strings.Fields("F G A A# C D E F"), call.LettersStep, pitch.Name.Pretty), 1)
}

// A slip says the distance that was written and the one that is wanted, and which signs the key has.
func TestSlipsSayTheDistance(t *testing.T) {
	for _, c := range []struct{ want, written, says string }{
		{"F G A Bb C D E F", "F G A B C D E F", "A to B is a whole step. A half step is wanted."},
		{"F G A Bb C D E F", "F G A Bb C D Eb F", "D to E♭ is a half step. A whole step is wanted."},
		{"F G A Bb C D E F", "F G A B# C D E F", "Note 4 has a sharp. This key uses flats only."},
		{"E F# G# A B C# D# E", "E F# G# A B C# D E", "C♯ to D is a half step. A whole step is wanted."},
		{"E F# G# A B C# D# E", "E Fb G# A B C# D# E", "Note 2 has a flat. This key uses sharps only."},
		{"F G Ab Bb C Db E F", "F G Ab B C Db E F", "A♭ to B is a step and a half. A whole step is wanted."},
		{"F G Ab Bb C Db E F", "F G Ab Bb C Db Eb F", "D♭ to E♭ is a whole step. A step and a half is wanted."},
		{"Bb D F", "Bb D Fb", "Note 3 doesn't need its sharp or flat."},
	} {
		slips := call.Slips(strings.Fields(c.want), strings.Fields(c.written), call.BothSteps, pitch.Name.Pretty)
		require.Len(t, slips, 1, c.written)
		assert.Equal(t, c.says, slips[0].Words)
	}
	german, _ := table.Find(pitch.Namings, "german")
	slips := call.Slips(strings.Fields("F G A Bb"), strings.Fields("F G A B"), call.BothSteps, german.Absolute)
	assert.Equal(t, "A to H is a whole step. A half step is wanted.", slips[0].Words)
}

// Whatever is asked, the answer that is given out is right, on every instrument and in every key.
func TestEveryAnswerIsRight(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		k := rapid.SampledFrom(call.Kinds).Draw(t, "kind")
		instrument := rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument")
		b := on(instrument.ID, rapid.SampledFrom(strings.Fields("C Db D Eb E F F# G Ab A Bb B")).Draw(t, "tonic"),
			rapid.SampledFrom([]string{"major", "natural-minor", "dorian", "harmonic-minor",
				"minor-pentatonic"}).Draw(t, "scale"))
		b.Names = rapid.SampledFrom([]string{"", "german", "fixed-do"}).Draw(t, "naming")
		if rapid.Bool().Draw(t, "left-handed") {
			left := true
			b.Instrument.LeftHanded = left
		}
		r := call.Request{Brief: b, Kind: k.ID, Level: rapid.IntRange(0, len(k.Levels)).Draw(t, "level"),
			Seed: rapid.IntRange(0, 99).Draw(t, "seed"), Count: 3}
		made, err := call.Build(r)
		if err != nil {
			t.Skip(err.Error())
		}
		for i, c := range made.Calls {
			given := call.Given{}
			switch k.By {
			case call.ByPlace:
				given.Place = &c.Answer.Place
			case call.ByPlaces:
				for _, n := range c.Answer.Notes {
					given.Places = append(given.Places, n.Place)
				}
			default:
				given.Text = strings.Join(c.Answer.Words, " ")
				if given.Text == "" {
					given.Text = "none"
				}
				if b.Names == "german" { // what is data there is said otherwise
					given.Text = strings.NewReplacer("Bb", "B", "B", "H").Replace(given.Text)
				}
			}
			answered := call.Answered{Request: r, Answers: c.Ask, Given: given}
			for _, before := range made.Calls[:i] {
				answered.Said = append(answered.Said, before.Ask)
			}
			out, err := call.Mark(answered)
			require.NoError(t, err)
			assert.Equal(t, call.Right, out.Verdict, "%s %s %q: %s", k.ID, c.Ask, given.Text, out.Words)
			require.NotEmpty(t, c.Facts)
			for _, f := range c.Facts {
				assert.True(t, out.Facts[f], f)
			}
			no := false
			answered.Given = call.Given{Right: &no}
			out, err = call.Mark(answered)
			require.NoError(t, err)
			assert.Equal(t, call.Wrong, out.Verdict)
		}
	})
}

// What was missed comes before what is new, and that before what is known.
func TestWhatWasMissedComesSooner(t *testing.T) {
	r := call.Request{Brief: on("guitar", "D", "major"), Kind: "numbers", Level: 2, Count: 200,
		Known: map[string]float64{"numbers 1": 1, "numbers 2": 1, "numbers 3": 0.95, "numbers 4": 0}}
	made, err := call.Build(r)
	require.NoError(t, err)
	often := map[string]int{}
	for i, c := range made.Calls {
		often[c.Ask]++
		assert.False(t, i > 0 && made.Calls[i-1].Ask == c.Ask, "not twice running")
	}
	assert.Greater(t, often["4"], often["5"])
	assert.Greater(t, often["5"], often["1"])
	assert.Positive(t, often["1"], "what is known still comes")
}

func TestLevelsRiseByAnswers(t *testing.T) {
	k, _ := call.Find("numbers")
	answers := func(rights string) (out []call.LevelAnswer) {
		level := 1
		for _, r := range rights {
			if r == '|' {
				level++
				continue
			}
			out = append(out, call.LevelAnswer{Level: level, Right: r == '+'})
		}
		return out
	}
	for rights, want := range map[string]int{
		"": 1, "++++++++++": 1, "+++++++++++": 2, "+++++-++++++": 2, "+-+-+-+-+-+-+-+-+-": 1,
		"+++++++++++|+++++++++++": 3, "+++++++++++|-----------": 2, "+++++++++++|------------": 1,
	} {
		assert.Equal(t, want, k.Standing(answers(rights)), rights)
	}
	made, err := call.Build(call.Request{Brief: bass("D", "major"), Kind: "numbers", Level: 1, Count: 50})
	require.NoError(t, err)
	for _, c := range made.Calls {
		assert.Contains(t, []string{"1", "4", "5"}, c.Ask)
	}
}

// The first level of the next key has the two neighbours by fourths, however they are spelled.
func TestNeighbouringKeys(t *testing.T) {
	for tonic, want := range map[string][]string{"Gb": {"B", "Db"}, "C": {"F", "G"}, "B": {"E", "F#"}} {
		made, err := call.Build(call.Request{Brief: on("guitar", tonic, "major"), Kind: "next-key", Level: 1,
			Count: 12})
		require.NoError(t, err)
		for _, c := range made.Calls {
			assert.Contains(t, want, c.Ask, tonic)
		}
	}
}

func TestBadAnswers(t *testing.T) {
	at := func(given call.Given) error {
		_, err := call.Mark(call.Answered{Request: call.Request{Brief: bass("D", "major"), Kind: "numbers"},
			Answers: "6", Given: given})
		return err
	}
	assert.ErrorContains(t, at(call.Given{}), "0 ways were given")
	two := pressed(1, 1)
	two.Text = "x"
	assert.ErrorContains(t, at(two), "2 ways were given")
	assert.ErrorContains(t, at(typed(strings.Repeat("x", 300))), "given.text")
	assert.ErrorContains(t, at(played(200)), "given.midi")
}

// Whatever is typed to whatever call: no panic, and what is not understood counts for nothing.
func FuzzMark(f *testing.F) {
	for i, text := range []string{"3/5", "f sharp", "es f g as bes", "yes", "little finger", "flat three", "𝄫 b",
		"none"} {
		f.Add(i, text)
	}
	f.Fuzz(func(t *testing.T, kind int, text string) {
		if kind < 0 || text == "" {
			return
		}
		r := call.Request{Brief: on("guitar", "Eb", "major"), Kind: call.Kinds[kind%len(call.Kinds)].ID, Count: 1,
			Seed: kind % 100}
		made, err := call.Build(r)
		if err != nil {
			t.Fatal(err)
		}
		out, err := call.Mark(call.Answered{Request: r, Answers: made.Calls[0].Ask, Given: typed(text)})
		if err == nil && (out.Verdict == call.Again) != (len(out.Facts) == 0) {
			t.Errorf("%q: %s with %v", text, out.Verdict, out.Facts)
		}
	})
}
