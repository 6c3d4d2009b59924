package phrase_test

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/line"
	"evenladder/core/music/way"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
	"evenladder/internal/plantest"
)

func build(t require.TestingT, instrument string, l line.Line) phrase.Phrase {
	p, err := phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: instrument}}, Line: l})
	require.NoError(t, err)
	return p
}

// Each everyday scale, in every key, up and down from its root: it is taken for that scale.
func TestHomesByConstruction(t *testing.T) {
	for _, id := range []string{"major", "natural-minor", "major-pentatonic", "minor-pentatonic", "minor-blues",
		"dorian", "mixolydian", "harmonic-minor", "lydian"} {
		for class := range 12 {
			s, err := scale.FromCatalogue(scale.UsualTonic(class), id)
			require.NoError(t, err)
			if easier, ok := s.Simpler(); ok {
				s = easier
			}
			var l line.Line
			add := func(midi int) {
				l.Notes = append(l.Notes, line.Note{MIDI: midi, At: float64(len(l.Notes)), Beats: 1})
			}
			for _, d := range s.Formula {
				add(48 + class + d.Semitones())
			}
			for i := len(s.Formula) - 1; i >= 0; i-- {
				add(48 + class + s.Formula[i].Semitones())
			}
			p := build(t, "guitar", l)
			assert.Equal(t, s.Title(), p.Homes[0].Title)
			assert.Equal(t, p.Homes[0].Of, p.Homes[0].Holds)
			for _, n := range p.Notes {
				assert.Equal(t, phrase.InScale, n.Place)
			}
		}
	}
}

// A blues phrase mixes the two thirds, and the flat five falls and rises. Common practice.
func TestMinorAndMajorMixed(t *testing.T) {
	p := build(t, "guitar", plantest.Line(t, "A3 C4/2 C#4/2 E4 G4 E4 Eb4/2 D4/2 C4 A3*2", "A"))
	assert.Equal(t, "A", p.Homes[0].Tonic)
	codes := map[string][]int{}
	for _, r := range p.Remarks {
		codes[r.Code] = r.Notes
		assert.NotEmpty(t, r.Message)
	}
	assert.Equal(t, []int{2, 3}, codes["minor-to-major-third"])
	assert.Equal(t, []int{7, 8}, codes["flat-five-falls"])
	assert.Equal(t, []int{10}, codes["landing"])
	assert.Equal(t, []int{1}, codes["starts-on"])
	var degrees, places []string
	for _, n := range p.Notes {
		degrees = append(degrees, n.Degree)
		places = append(places, string(n.Place))
	}
	assert.Equal(t, "1 b3 3 5 b7 5 b5 4 b3 1", strings.Join(degrees, " "))
	assert.Equal(t, "colour", places[2], "the major third is a colour, no wrong note")
	assert.NotContains(t, places, "outside")
	data, err := json.Marshal(p.Notes[1])
	require.NoError(t, err)
	assert.JSONEq(t, `{"n": 2, "midi": 60, "name": "C", "degree": "b3", "at": 1, "beats": 0.5, "place": "in the scale"}`, string(data), "the shape on the wire")
}

func TestNeighboursAndOutside(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "C", Name: "major"}}
	p, err := phrase.Build(phrase.Request{Brief: b, Keep: true, Line: plantest.Line(t,
		"C4 C#4 D4 E4 G4 G#4 A4 C#5 G4 C4", "C")})
	require.NoError(t, err)
	assert.Equal(t, "C major", p.Homes[0].Title, "the teacher's choice stands first")
	got := map[int]string{}
	for _, n := range p.Notes {
		if n.Place != phrase.InScale {
			got[n.N] = n.Degree + " " + string(n.Place)
		}
	}
	assert.Equal(t, map[int]string{2: "#1 neighbour", 6: "#5 colour", 8: "#1 outside"}, got)
}

func TestWhatHappensInAPhrase(t *testing.T) {
	for text, want := range map[string]string{
		"C4 D4 E4 D4 E4 F4 E4 F4 G4 C4":          "sequence 1-9",
		"E4 G4 B4 E5 D5 C5 A4 B4":                "chord 1-4",
		"A3 C4 D4 E4 A4 C5 D5 E5 G4 A4":          "octave-copy 5-8",
		"G3 F3 E3 D3 C3 B2 D3":                   "landing 7-7",
		"C4 E4 G4 E4 F4 A4 C5 A4 G4 B4 D5 B4 C5": "sequence 1-12",
	} {
		p := build(t, "guitar", plantest.Line(t, text, "C"))
		var got []string
		for _, r := range p.Remarks {
			got = append(got, fmt.Sprintf("%s %d-%d", r.Code, r.Notes[0], r.Notes[len(r.Notes)-1]))
		}
		assert.Contains(t, got, want, text)
	}
}

// What a teacher would say of a phrase, and what not: a seventh chord is one chord, a scale is no sequence, a ♯4 that
// leans on the 5 is no blues note.
func TestRemarksAsATeacherSaysThem(t *testing.T) {
	cases := []struct {
		text, key, scale, says, never string
	}{
		{"C4 E4 G4 B4 C5", "C", "major", "Notes 1 to 5 outline Cmaj7.", "outline C."},
		{"G4 E4 C#4 A3 D4", "D", "major", "Notes 1 to 4 outline A7.", "°"},
		{"D4 E4 F#4 G4 A4 B4 C#5 D5", "D", "major", "", "A cell"},
		{"A3 C4 D4 E4 G4 A4", "A", "minor-pentatonic", "", "A cell"},
		{"C4 E4 D4 F4 E4 G4 F4 A4", "C", "major", "A cell of 2 notes comes four times", "A cell of 4"},
		{"G4 F#4 G4 C4", "C", "major", "", "blues"},
		{"F4 G4 A4 B4 C5 F4", "F", "lydian", "", "blues"},
		{"A3 Eb4 E4 A3", "A", "minor-pentatonic", "The ♭5 rises to the 5, as in the blues.", ""},
	}
	for _, c := range cases {
		b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: c.key, Name: c.scale}}
		p, err := phrase.Build(phrase.Request{Brief: b, Keep: true, Line: plantest.Line(t, c.text, c.key)})
		require.NoError(t, err)
		said := ""
		for _, r := range p.Remarks {
			said += r.Message + " "
		}
		assert.Contains(t, said, c.says, c.text)
		if c.never != "" {
			assert.NotContains(t, said, c.never, c.text)
		}
	}
}

// A phrase that mixes the thirds is of the everyday scale with both, not of a rare one that has them all.
func TestEverydayScalesComeFirst(t *testing.T) {
	for text, home := range map[string]string{
		"E4 G4 G#4 B4 D5 E5": "E minor pentatonic",
		"C4 E4 F4 A4 B4 G4":  "C major", // a half close on the 5 keeps its key
	} {
		assert.Equal(t, home, build(t, "guitar", plantest.Line(t, text, "C")).Homes[0].Title, text)
	}
}

// beyond reports whether a line leaves the range of a neck: then it is moved as a whole.
func beyond(l line.Line, n neck.Neck) bool {
	for _, note := range l.Notes {
		on := false
		for str := 1; str <= n.Strings(); str++ {
			fret := note.MIDI - n.Open(str).MIDI()
			on = on || fret >= 0 && fret <= n.Frets
		}
		if !on {
			return true
		}
	}
	return false
}

// Every way sounds the phrase, on every instrument; no two are the same, the easier come first,
// and what a way says of the hand is so.
func TestEveryWaySoundsThePhrase(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		in := rapid.SampledFrom(neck.Instruments()).Draw(t, "instrument")
		n, err := neck.New(in.Tuning, in.Frets, in.ScaleLengthMM)
		require.NoError(t, err)
		low := n.Open(n.ByPitch([]int{1, 2, 3, 4}[:min(4, n.Strings())])[0]).MIDI()
		s, err := scale.FromCatalogue(scale.UsualTonic(rapid.IntRange(0, 11).Draw(t, "tonic")),
			rapid.SampledFrom([]string{"major", "minor-pentatonic", "dorian"}).Draw(t, "scale"))
		require.NoError(t, err)
		var l line.Line
		midi := low + rapid.IntRange(2, 8).Draw(t, "first")
		for i := range rapid.IntRange(2, 20).Draw(t, "notes") {
			midi = max(midi+rapid.IntRange(-4, 4).Draw(t, "step"), low)
			if s.Index(midi) < 0 && i%5 > 0 {
				midi++
			}
			l.Notes = append(l.Notes, line.Note{MIDI: midi, At: float64(i), Beats: 1})
		}
		p, err := phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: in.ID}}, Line: l})
		require.NoError(t, err)
		seen := map[string]bool{}
		for _, w := range p.Ways {
			key := ""
			fretted := 0
			apart := n.MIDI(w.Notes[0].Place) - l.Notes[0].MIDI
			assert.True(t, apart == 0 || beyond(l, n) && apart%12 == 0, "moved by %d", apart)
			for i, note := range w.Notes {
				assert.Equal(t, l.Notes[i].MIDI+apart, n.MIDI(note.Place), "%s: note %d", w.Title, i+1)
				assert.Equal(t, note.Fret == 0, note.Finger == 0)
				if note.Fret > 0 {
					fretted++
					assert.GreaterOrEqual(t, note.Fret, w.Low)
					assert.LessOrEqual(t, note.Fret, w.High)
				}
				key += fmt.Sprint(note.Place)
			}
			assert.False(t, seen[key], "twice: %s", w.Title)
			seen[key] = true
			if w.System == way.OneString {
				assert.Len(t, slices.CompactFunc(slices.Clone(w.Notes),
					func(a, b phrase.WayNote) bool { return a.String == b.String }), 1)
			}
			if fretted == 0 {
				assert.Zero(t, w.Shifts)
			}
		}
	})
}

func TestWaysOfALick(t *testing.T) {
	p := build(t, "guitar", plantest.Line(t, "A3 C4 D4 E4 G4 A4 G4 E4 D4 C4 A3", "A"))
	systems := map[string]bool{}
	for _, w := range p.Ways {
		systems[w.System] = true
	}
	for _, id := range []string{"two-per-string", way.Position, way.Low} {
		assert.True(t, systems[id] || len(p.Ways) > 3, id)
	}
	best := p.Ways[0]
	assert.Zero(t, best.Shifts, best.Title)
	assert.LessOrEqual(t, best.High-best.Low, 4)

	given := plantest.Line(t, "A3 C4 D4", "A")
	for i, place := range []neck.Place{{String: 6, Fret: 17}, {String: 5, Fret: 15}, {String: 5, Fret: 17}} {
		given.Notes[i].Place = &place
	}
	p = build(t, "guitar", given)
	assert.Equal(t, way.AsGiven, p.Ways[0].System, "what the tab has stands first")
	assert.Equal(t, neck.Place{String: 5, Fret: 15}, p.Ways[0].Notes[1].Place)
}

func TestBadPhrases(t *testing.T) {
	_, err := phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"}}})
	assert.ErrorContains(t, err, "notes")
	_, err = phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "kazoo"}},
		Line: plantest.Line(t, "C4", "C")})
	assert.ErrorContains(t, err, "brief.instrument.id")
	_, err = phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"}},
		Line: line.Line{Notes: []line.Note{{MIDI: 300}}}})
	assert.ErrorContains(t, err, "notes.0")
	p := build(t, "ukulele", plantest.Line(t, "C2 E4 G6", "C"))
	assert.Empty(t, p.Ways, "no octave of the neck has it")
}

func BenchmarkPhraseNotes(b *testing.B) {
	var l line.Line
	s, _ := scale.FromCatalogue(pitch.MustParseName("A"), "minor-pentatonic")
	for i := range 64 {
		l.Notes = append(l.Notes, line.Note{MIDI: 57 + s.Formula[i*3%5].Semitones() + 12*(i/5%2), At: float64(i) / 2,
			Beats: 0.5})
	}
	b.ReportAllocs()
	for b.Loop() {
		if _, err := phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"}},
			Line: l}); err != nil {
			b.Fatal(err)
		}
	}
}
