package layout_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/internal/coretest"
)

func request(t require.TestingT, tuning string, frets int, tonic, id string) layout.Request {
	strs, err := neck.ParseTuning(tuning)
	require.NoError(t, err)
	n, err := neck.New(strs, frets, 640)
	require.NoError(t, err)
	s, err := scale.FromCatalogue(pitch.MustParseName(tonic), id)
	require.NoError(t, err)
	return layout.Request{Neck: n, Scale: s, Strings: n.Rising(), HighFret: frets}
}

func boxes(t require.TestingT, system string, r layout.Request) []layout.Box {
	s, ok := table.Find(layout.Systems, system)
	require.True(t, ok, system)
	b, err := s.Boxes(r)
	require.NoError(t, err)
	return b
}

const standard = "E2 A2 D3 G3 B3 E4"

// Any tuning, any scale, any key, any system: a box holds scale notes only,
// rising, each on its own place, with no gap that it does not name.
func TestEveryBoxIsWholeOrSaysWhatIsMissing(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, s := coretest.Neck(t), coretest.Scale(t)
		system := rapid.SampledFrom(layout.Systems).Draw(t, "system")
		low := rapid.IntRange(0, n.Frets-1).Draw(t, "low")
		r := layout.Request{Neck: n, Scale: s, Strings: n.Rising(), LowFret: low, HighFret: rapid.IntRange(low+1,
			n.Frets).Draw(t, "high"), Octaves: 1, Ring: firstPlaces}
		if rapid.Bool().Draw(t, "every string") {
			all := make([]int, n.Strings())
			for i := range all {
				all[i] = i + 1
			}
			r.Strings = n.ByPitch(all)
		}
		made, err := system.Boxes(r)
		if err != nil {
			assert.Equal(t, "five-form", system.ID)
			assert.Less(t, s.Len(), 5)
			return
		}
		for _, b := range made {
			checkBox(t, r, b)
		}
	})
}

func checkBox(t *rapid.T, r layout.Request, b layout.Box) {
	missing := map[int]bool{}
	for _, p := range b.Missing {
		assert.GreaterOrEqual(t, r.Scale.Index(p.MIDI()), 0, "a missing pitch is the scale's")
		missing[p.MIDI()] = true
	}
	assert.Equal(t, len(b.Missing) == 0, b.Complete())
	for i, n := range b.Notes {
		assert.Equal(t, r.Neck.MIDI(n.Place), n.MIDI)
		assert.Equal(t, r.Scale.Index(n.MIDI), n.Degree)
		assert.GreaterOrEqual(t, n.Degree, 0, "no note outside the scale")
		assert.GreaterOrEqual(t, n.Fret, r.LowFret)
		assert.LessOrEqual(t, n.Fret, r.HighFret)
		if i == 0 {
			continue
		}
		before := b.Notes[i-1].MIDI
		assert.Greater(t, n.MIDI, before, "rising, each pitch once")
		for m := r.Scale.Next(before); m < n.MIDI; m = r.Scale.Next(m) {
			assert.True(t, missing[m], "a gap at %d that is not named", m)
		}
	}
}

// Transposing by n frets moves a closed box by n; twelve frets repeat it.
func TestShapesMove(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		system := rapid.SampledFrom([]string{"three-per-string", "two-per-string", "five-form"}).Draw(t, "system")
		id := rapid.SampledFrom([]string{"major", "dorian", "mixolydian", "natural-minor", "minor-pentatonic"}).Draw(t,
			"scale")
		up := rapid.IntRange(1, 12).Draw(t, "up")
		names := strings.Fields("C Db D Eb E F F# G Ab A Bb B")
		from := rapid.IntRange(0, 11).Draw(t, "from")
		a := request(t, standard, 36, names[from], id)
		b := request(t, standard, 36, names[(from+up)%12], id)
		a.LowFret, b.LowFret = 1, 1+up
		one, other := boxes(t, system, a), boxes(t, system, b)
		require.Len(t, other, len(one))
		for i := range one {
			if !one[i].Complete() || !other[i].Complete() {
				continue
			}
			d := other[i].Notes[0].Fret - one[i].Notes[0].Fret
			assert.Zero(t, (d-up)%12, "moved by %d", d)
			for k, n := range one[i].Notes {
				assert.Equal(t, n.String, other[i].Notes[k].String)
				assert.Equal(t, n.Fret+d, other[i].Notes[k].Fret)
			}
		}
	})
}

func TestPerStringCounts(t *testing.T) {
	for system, n := range map[string]int{"two-per-string": 2, "three-per-string": 3, "four-per-string": 4} {
		r := request(t, standard, 30, "Bb", "lydian")
		made := boxes(t, system, r)
		assert.Len(t, made, 7, "one from each degree")
		for i, b := range made {
			count := map[int]int{}
			for _, note := range b.Notes {
				count[note.String]++
			}
			for _, str := range r.Strings {
				assert.Equal(t, n, count[str], "%s box %d string %d", system, i, str)
			}
			assert.Equal(t, i, b.Degree)
		}
	}
}

// A mode is a pentatonic plus two notes (common practice): the degrees added
// to the core.
func TestAddedNotes(t *testing.T) {
	for id, want := range map[string]string{
		"dorian": "2 6", "phrygian": "b2 b6", "aeolian": "2 b6", "mixolydian": "4 b7", "ionian": "4 7",
		"lydian": "#4 7", "minor-blues": "b5", "minor-pentatonic": "",
	} {
		r := request(t, standard, 24, "F#", id)
		for _, b := range boxes(t, "five-form", r) {
			added := map[string]bool{}
			beside := map[[2]int]int{}
			for _, n := range b.Notes {
				if n.Layer == layout.Core {
					beside[[2]int{n.String, n.Fret}] = n.MIDI
				}
			}
			for _, n := range b.Notes {
				if n.Layer != layout.Added {
					continue
				}
				added[r.Scale.Formula[n.Degree].String()] = true
				_, below := beside[[2]int{n.String, n.Fret - 1}]
				_, above := beside[[2]int{n.String, n.Fret + 1}]
				assert.True(t, below || above, "%s: added note beside a core note of its string", id)
			}
			for d := range added {
				assert.Contains(t, strings.Fields(want), d, id)
			}
			assert.Len(t, added, len(strings.Fields(want)), id)
		}
	}
}

// On a guitar in standard tuning the five are the movable chord forms (common
// practice): the root lies where the open chord has it.
func TestChordForms(t *testing.T) {
	forms := func(tuning, tonic, id string) string {
		var out []string
		for _, b := range boxes(t, "five-form", request(t, tuning, 24, tonic, id)) {
			out = append(out, b.Form)
		}
		return strings.Join(out, "")
	}
	assert.Equal(t, "EDCAG", forms(standard, "F#", "major"))
	assert.Equal(t, "EDCAG", forms("Eb2 Ab2 Db3 Gb3 Bb3 Eb4", "B", "mixolydian"),
		"the steps between strings count, not their pitch")
	assert.Equal(t, "EDCAG", forms(standard, "G", "dorian"),
		"common practice: minor pentatonic under the index finger on the lowest string is the E form")
	assert.Empty(t, forms("D2 A2 D3 G3 B3 E4", "F#", "major"), "no such names in another tuning")
}

func TestFiveFormNeedsACore(t *testing.T) {
	s, _ := table.Find(layout.Systems, "five-form")
	r := request(t, standard, 22, "E", "major")
	r.Scale = scale.New(r.Scale.Tonic, scale.MustParseFormula("1 2 4 5"))
	_, err := s.Boxes(r)
	assert.ErrorContains(t, err, "Try two-per-string, single-string or seven-position instead")
}

func TestCorrections(t *testing.T) {
	for tuning, want := range map[string]string{
		standard: "[{3 2 1}]", "D2 A2 D3 G3 B3 E4": "[{6 5 -2} {3 2 1}]", "E2 A2 D3 G3 C4 F4": "[]",
		"G3 D4 A4 E5": "[]", "D2 G2 D3 G3 B3 D4": "[{5 4 -2} {3 2 1} {2 1 2}]",
	} {
		r := request(t, tuning, 20, "F", "major")
		assert.Equal(t, want, fmt.Sprint(layout.Corrections(r.Neck, r.Strings)), tuning)
	}
}

func TestWhereTheNeckEnds(t *testing.T) {
	r := request(t, "C4 E4 A4", 7, "B", "major")
	for _, b := range boxes(t, "three-per-string", r) {
		assert.NotEmpty(t, b.Notes)
		if !b.Complete() {
			assert.Greater(t, b.Missing[len(b.Missing)-1].MIDI(), r.Neck.Open(1).MIDI()+7)
		}
	}
	single := boxes(t, "single-string", r)
	require.Len(t, single, 3)
	assert.Equal(t, "string 3", single[0].Name)
}

func Example() {
	tuning, _ := neck.ParseTuning("C4 E4 A4")
	n, _ := neck.New(tuning, 15, 380)
	s := scale.New(pitch.MustParseName("G"), scale.MustParseFormula("1 2 3 5 6"))
	system, _ := table.Find(layout.Systems, "two-per-string")
	all, _ := system.Boxes(layout.Request{Neck: n, Scale: s, Strings: n.Rising(), HighFret: n.Frets})
	for _, note := range all[0].Notes {
		fmt.Printf("string %d fret %d: %s\n", note.String, note.Fret, s.Notes[note.Degree])
	}
	// Output:
	// string 3 fret 7: G
	// string 3 fret 9: A
	// string 2 fret 7: B
	// string 2 fret 10: D
	// string 1 fret 7: E
	// string 1 fret 10: G
}
