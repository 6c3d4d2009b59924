package scale_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

func on(t require.TestingT, tonic, id string) scale.Scale {
	s, err := scale.FromCatalogue(pitch.MustParseName(tonic), id)
	require.NoError(t, err)
	return s
}

func spelled(s scale.Scale) string {
	words := make([]string, len(s.Notes))
	for i, n := range s.Notes {
		words[i] = n.String()
	}
	return strings.Join(words, " ")
}

// The order of sharps and flats and the fifteen signatures are standard theory.
var signatures = []struct {
	fifths       int
	major, minor string
}{
	{-7, "Cb", "Ab"}, {-6, "Gb", "Eb"}, {-5, "Db", "Bb"}, {-4, "Ab", "F"}, {-3, "Eb", "C"}, {-2, "Bb", "G"},
	{-1, "F", "D"}, {0, "C", "A"},
	{1, "G", "E"}, {2, "D", "B"}, {3, "A", "F#"}, {4, "E", "C#"}, {5, "B", "G#"}, {6, "F#", "D#"}, {7, "C#", "A#"},
}

func TestKeySignatures(t *testing.T) {
	sharps := strings.Fields("F# C# G# D# A# E# B#")
	flats := strings.Fields("Bb Eb Ab Db Gb Cb Fb")
	for _, c := range signatures {
		want := sharps[:max(c.fifths, 0)]
		if c.fifths < 0 {
			want = flats[:-c.fifths]
		}
		for _, s := range []scale.Scale{on(t, c.major, "major"), on(t, c.minor, "natural-minor"),
			on(t, c.minor, "harmonic-minor"), on(t, c.minor, "melodic-minor"), on(t, c.major, "major-pentatonic"),
			on(t, c.minor, "minor-pentatonic"), on(t, c.minor, "minor-blues")} {
			k := s.KeySignature()
			assert.Equal(t, c.fifths, k.Fifths, s.Title())
			assert.Equal(t, append([]string{}, want...), k.Accidentals, s.Title())
		}
	}
}

// A mode carries the signature of its parent (common practice).
func TestModesShareTheParentsSignature(t *testing.T) {
	for _, c := range []struct{ tonic, id, parent string }{
		{"D", "dorian", "C"}, {"E", "phrygian", "C"}, {"Bb", "dorian", "Ab"}, {"F", "lydian", "C"}, {"A", "mixolydian",
			"D"}, {"C#", "locrian", "D"},
		{"G", "phrygian-dominant", "Eb"}, {"F", "lydian-dominant", "Eb"}, {"A", "in-sen", "F"}, {"A", "in", "F"},
		{"B", "iwato", "C"}, {"D", "kumoi", "C"},
	} {
		assert.Equal(t, on(t, c.parent, "major").Fifths(), on(t, c.tonic, c.id).Fifths(), c.tonic+" "+c.id)
	}
}

// What has no signature of its own shows none and needs no other tonic.
func TestScalesWithoutASignature(t *testing.T) {
	for _, id := range []string{"altered", "locrian-2", "whole-tone", "half-whole", "whole-half"} {
		for _, tonic := range strings.Fields("C Db D Eb E F F# G Ab A Bb B") {
			s := on(t, tonic, id)
			assert.Equal(t, scale.KeySignature{Accidentals: []string{}}, s.KeySignature(), s.Title())
			_, simpler := s.Simpler()
			assert.False(t, simpler, s.Title())
		}
	}
	s, ok := on(t, "Fb", "altered").Simpler()
	assert.True(t, ok)
	assert.Equal(t, "E", s.Tonic.String(), "a tonic past seven flats has an easier name all the same")
}

func TestPastSevenTheSignatureDoubles(t *testing.T) {
	s := on(t, "Db", "phrygian")
	assert.Equal(t, "Db Ebb Fb Gb Ab Bbb Cb", spelled(s))
	assert.Equal(t, []string{"Bbb", "Ebb", "Ab", "Db", "Gb", "Cb", "Fb"}, s.KeySignature().Accidentals)
	easier, ok := s.Simpler()
	require.True(t, ok)
	assert.Equal(t, "C♯ Phrygian", easier.Title())
	_, ok = on(t, "C#", "major").Simpler()
	assert.False(t, ok)
}

// common practice
func TestFormulasAndSteps(t *testing.T) {
	for id, want := range map[string][2]string{
		"major": {"1 2 3 4 5 6 7", "[2 2 1 2 2 2 1]"}, "natural-minor": {"1 2 b3 4 5 b6 b7", "[2 1 2 2 1 2 2]"},
		"major-pentatonic": {"1 2 3 5 6", "[2 2 3 2 3]"}, "minor-pentatonic": {"1 b3 4 5 b7", "[3 2 2 3 2]"},
		"minor-blues": {"1 b3 4 b5 5 b7", "[3 2 1 1 3 2]"},
		"in":          {"1 b2 4 5 b6", "[1 4 2 1 4]"}, "hirajoshi": {"1 2 b3 5 b6", "[2 1 4 1 4]"}, "kumoi": {"1 2 b3 5 6",
			"[2 1 4 2 3]"},
		"in-sen": {"1 b2 4 5 b7", "[1 4 2 3 2]"}, "iwato": {"1 b2 4 b5 b7", "[1 4 1 4 2]"},
	} {
		e, ok := scale.Find(id)
		require.True(t, ok, id)
		assert.Equal(t, want[0], e.Formula.String(), id)
		assert.Equal(t, want[1], fmt.Sprint(e.Formula.Steps()), id)
	}
}

func TestEveryCatalogueScaleInEveryTonic(t *testing.T) {
	seen := map[string]bool{}
	for _, e := range scale.Catalogue() {
		assert.False(t, seen[e.ID], e.ID)
		seen[e.ID] = true
		for _, sig := range signatures {
			for _, tonic := range []string{sig.major, sig.minor} {
				s := on(t, tonic, e.ID)
				letters, sum := map[byte]bool{}, 0
				for i, n := range s.Notes {
					letters[n.Letter()] = true
					assert.LessOrEqual(t, max(n.Accidental(), -n.Accidental()), 3, s.Title())
					assert.Equal(t, i, s.Index(n.Class()+24), s.Title())
				}
				for _, step := range e.Formula.Steps() {
					sum += step
				}
				assert.Equal(t, 12, sum, s.Title())
				if s.Len() == 7 {
					assert.Len(t, letters, 7, "%s uses each letter once: %s", s.Title(), spelled(s))
				}
				for _, c := range s.Chords(4) {
					assert.Len(t, c.Notes, 4)
					assert.Contains(t, c.Notes[0].Pretty()+c.Quality, c.Notes[0].Pretty())
				}
			}
		}
	}
}

func titles(s scale.Scale) string {
	var out []string
	for _, r := range s.Related() {
		out = append(out, string(r.Relation)+" "+r.Title())
	}
	return strings.Join(out, ", ")
}

func TestRelated(t *testing.T) {
	assert.Equal(t, "relative D♭ major, parallel B♭ major, mode C Locrian, mode E♭ Dorian, mode F Phrygian, mode G♭ Lydian, mode A♭ Mixolydian", titles(on(t, "Bb", "natural-minor")))
	assert.Equal(t, "relative G♯ minor pentatonic, parallel B minor pentatonic", titles(on(t, "B", "major-pentatonic")))
	assert.Contains(t, titles(on(t, "D", "harmonic-minor")), "relative F major, parallel D major")
	assert.Contains(t, titles(on(t, "Db", "phrygian")), "enharmonic C♯ Phrygian")
	for _, r := range on(t, "E", "harmonic-minor").Related() {
		if r.Relation == scale.Mode {
			assert.ElementsMatch(t, on(t, "E", "harmonic-minor").Notes, scale.New(r.Tonic, r.Entry.Formula).Notes,
				"a mode has the same notes")
		}
	}
}

// The chords of a key are standard theory.
func TestChordsOfTheKey(t *testing.T) {
	symbols := func(s scale.Scale, size int) string {
		var out []string
		for _, c := range s.Chords(size) {
			out = append(out, c.Notes[0].Pretty()+c.Quality)
		}
		return strings.Join(out, " ")
	}
	assert.Equal(t, "E♭ Fm Gm A♭ B♭ Cm D°", symbols(on(t, "Eb", "major"), 3))
	assert.Equal(t, "E♭maj7 Fm7 Gm7 A♭maj7 B♭7 Cm7 Dm7♭5", symbols(on(t, "Eb", "major"), 4))
	assert.Equal(t, "F♯m(maj7) G♯m7♭5 Amaj7♯5 Bm7 C♯7 Dmaj7 E♯°7", symbols(on(t, "F#", "harmonic-minor"), 4))
	assert.Empty(t, on(t, "C", "major-pentatonic").Chords(3))
}

func TestFormulaErrors(t *testing.T) {
	for given, want := range map[string]string{
		"": "0 degrees", "1 2": "2 degrees", "1 2 3 4 5 6 7 1 2 3 4 5 6": "13 degrees", "2 3 4": "start with the root",
		"1 3 2": "2 after 3",
		"1 x 3": `"x" is not a degree`, "1 3 b4": "doesn't rise", "1 3 #7": "doesn't rise",
	} {
		_, err := scale.ParseFormula(given)
		assert.ErrorContains(t, err, want, given)
	}
	_, err := scale.FromCatalogue(pitch.MustParseName("C"), "majr")
	assert.ErrorContains(t, err, `"majr": give one of major natural-minor`)
}

func TestOwnFormulaIsNamed(t *testing.T) {
	assert.Equal(t, "G in-sen", scale.New(pitch.MustParseName("G"), scale.MustParseFormula("1 b2 4 5 b7")).Title())
	assert.Equal(t, "G 1 2 4 5 ♭7", scale.New(pitch.MustParseName("G"), scale.MustParseFormula("1 2 4 5 b7")).Title())
}

func TestRotationProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		f := rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale").Formula
		i := rapid.IntRange(0, len(f)-1).Draw(t, "i")
		r := f.Rotate(i)
		assert.Equal(t, "1", r[0].String())
		steps := f.Steps()
		assert.Equal(t, append(append([]int{}, steps[i:]...), steps[:i]...), r.Steps(),
			"a rotation has the steps rotated")
		if len(f) == 7 {
			assert.True(t, r.Rotate((7-i)%7).Equal(f), "rotating on comes back")
		}
	})
}

func FuzzParseFormula(f *testing.F) {
	for _, e := range scale.Catalogue() {
		f.Add(e.Formula.String())
	}
	f.Add("1 b2 ♭3")
	f.Fuzz(func(t *testing.T, s string) {
		formula, err := scale.ParseFormula(s)
		if err != nil {
			return
		}
		again, err := scale.ParseFormula(formula.String())
		require.NoError(t, err)
		require.True(t, formula.Equal(again))
		made := scale.New(pitch.MustParseName("E"), formula)
		require.Len(t, made.Notes, len(formula))
		made.Related()
		made.KeySignature()
	})
}

func ExampleNew() {
	s := scale.New(pitch.MustParseName("Ab"), scale.MustParseFormula("1 2 b3 4 5 b6 b7"))
	fmt.Println(s.Title(), s.Notes, s.KeySignature().Fifths)
	// Output: A♭ natural minor [Ab Bb Cb Db Eb Fb Gb] -7
}

// Past double accidentals a note has the usual name of its sound, and says so.
func TestPastDoubleAccidentals(t *testing.T) {
	for given, want := range map[string]string{
		"A# whole-tone": "A# B# C## D## E## Ab", "Fb altered": "Fb Gbb Abb Ab Cbb Dbb Ebb",
		"E major": "E F# G# A B C# D#",
	} {
		tonic, id, _ := strings.Cut(given, " ")
		s := on(t, tonic, id)
		assert.Equal(t, want, spelled(s), given)
		assert.Equal(t, id == "major", len(s.Respelled) == 0, given)
	}
}
