package score_test

import (
	"errors"
	"fmt"
	"math"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/music/score"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
	"evenladder/internal/plantest"
)

// Every pattern on every layout: a run of scale notes whose written bars are
// full, or a problem that names its field.
func TestEveryPatternOnEveryLayout(t *testing.T) {
	plans := 0
	for _, in := range []string{"guitar", "ukulele", "mandolin", "bass-5"} {
		for _, name := range []string{"major", "kumoi", "half-whole"} {
			for _, system := range layout.Systems {
				for _, pattern := range run.Patterns {
					p, err := plan.Build(brief.Brief{
						Instrument: brief.Instrument{ID: in}, Scale: brief.Scale{Tonic: "Eb", Name: name},
						Layout: brief.Layout{System: system.ID}, Run: brief.Run{Pattern: pattern.ID, Fit: "long-last"},
					})
					var errs fault.List
					if errors.As(err, &errs) {
						assert.Contains(t, "run.size run.order run.chords run.cell run.pattern layout.system",
							errs[0].Field)
						continue
					}
					require.NoError(t, err)
					plans++
					checkWritten(t, p)
				}
			}
		}
	}
	assert.Greater(t, plans, 800)
}

// checkWritten holds that every bar is full and every note written once.
func checkWritten(t *testing.T, p plan.Plan) {
	w := score.Of(p.Piece())
	notes, number := 0, 1
	if w.Rhythm.PickUp > 0 {
		number = 0
	}
	for i, bar := range w.Bars {
		beats := 0.0
		if i == 0 && number == 0 { // a pick-up is as long as it is
			beats = float64(w.Rhythm.BeatsPerBar) - lengthOf(bar, w.Rhythm)
		}
		assert.Equal(t, number+i, bar.Number, p.Sentence)
		for k, item := range bar.Items {
			assert.Equal(t, int(beats+1e-9), item.Beat, p.Sentence)
			if item.TieFrom {
				assert.NotNil(t, item.Event, "a rest is not tied: %s", p.Sentence)
				assert.True(t, before(w, i, k).TieTo, p.Sentence)
				assert.Empty(t, item.Sign, "the sign of a tied note stands before its first: %s", p.Sentence)
				assert.False(t, item.Accent, p.Sentence)
			}
			long := written(item.Figure, w.Rhythm)
			assert.InDelta(t, long, float64(item.Ticks)/rhythm.TicksPerBeat, 1e-9, "%+v of %s", item.Figure, p.Sentence)
			beats += long
			if item.Event != nil && !item.TieFrom {
				notes++
			}
		}
		assert.InDelta(t, float64(w.Rhythm.BeatsPerBar), beats, 1e-9, p.Sentence)
	}
	assert.Equal(t, len(p.Run.Events), notes, p.Sentence)
}

func lengthOf(bar score.Bar, r rhythm.Rhythm) (beats float64) {
	for _, item := range bar.Items {
		beats += written(item.Figure, r)
	}
	return beats
}

// before is the item before one of a bar.
func before(w score.Score, bar, item int) score.Item {
	if item > 0 {
		return w.Bars[bar].Items[item-1]
	}
	items := w.Bars[bar-1].Items
	return items[len(items)-1]
}

// The pick-up is bar 0, and what is numbered, full and tied is so after it too.
func TestAPickUpIsBarNought(t *testing.T) {
	for _, given := range []string{
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "major"}, "rhythm": {"pickUp": 3}}`,
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "lydian"}, "rhythm": {"pickUp": 1, "meter": "6/8", "perBeat": 3}}`,
		`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "major"}, "rhythm": {"pickUp": 1}, "run": {"pattern": "phrase", "way": "least", "phrase": "5 1*3/2 2/2 b3*4 1*2"}}`,
	} {
		p := plantest.Build(t, given)
		w := score.Of(p.Piece())
		assert.Equal(t, 0, w.Bars[0].Number)
		checkWritten(t, p)
	}
}

// An accent stands before the first of tied notes: a last note that is held to the bar line.
func TestATiedNoteIsAccentedOnce(t *testing.T) {
	tied := 0
	for every := 1; every <= 4; every++ {
		p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "major"}, "run": {"fit": "long-last"}, "rhythm": {"pickUp": 1, "accentEvery": `+strconv.Itoa(every)+`}}`)
		checkWritten(t, p)
		last := score.Of(p.Piece()).Bars
		for _, item := range last[len(last)-1].Items {
			tied += map[bool]int{true: 1}[item.TieTo && item.Accent]
		}
	}
	assert.Greater(t, tied, 0, "one of them is accented and tied")
}

// A sign is written before the first of tied notes alone; a new note of its pitch in the
// bar that the tie leads into has it again.
func TestATiedNoteIsSignedOnce(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "major"}, "run": {"pattern": "phrase", "way": "least", "phrase": "5*3 b7*2 5 b7*2"}}`)
	var got []string
	for _, bar := range score.Of(p.Piece()).Bars {
		for _, item := range bar.Items {
			if item.Event != nil {
				got = append(got, item.Sign+map[bool]string{true: "~"}[item.TieTo])
			}
		}
		got = append(got, "|")
	}
	assert.Equal(t, " b~ |   b |", strings.Join(got, " "))
}

// written is how long a figure is in beats, by the rule of note values and dots.
func written(f rhythm.Figure, r rhythm.Rhythm) float64 {
	quarters := map[string]float64{"whole": 4, "half": 2, "quarter": 1, "eighth": 0.5, "16th": 0.25,
		"32nd": 0.125}[f.Type]
	quarters *= (2 - math.Pow(0.5, float64(f.Dots))) * float64(f.Normal) / float64(f.Actual)
	if r.Compound {
		return quarters / 1.5
	}
	return quarters
}

// A phrase with lengths of its own in simple and compound meters: bars are full, ties join what is
// one note, and the figures are those that a teacher writes.
func TestPhrasesAreWritten(t *testing.T) {
	for text, want := range map[string]string{
		"1*3/2 2/2 3*2":                     "quarter. eighth half",
		"1*3/4 2/4 3/2 4/2 5*2":             "eighth. 16th eighth eighth half",
		"1*2/3 2/3 3/3 4/3 5/3 6*2":         "quarter3 eighth3 eighth3 eighth3 eighth3 half",
		"1/2 2 3/2 4*2":                     "eighth eighth~ eighth eighth half",
		"1*3 2*2":                           "half. quarter~ quarter r.quarter r.quarter r.quarter",
		"1/8 2/8 3/4 4/2 r 5*2":             "32nd 32nd 16th eighth r.quarter half",
		"1*4 2*4":                           "whole whole",
		"1/5 2*2/5 3*2/5 4 r*2":             "16th5 eighth5 eighth5 quarter r.quarter r.quarter",
		"1/6 2/6 3*2/3 4*3/4 5/4 6/4 7*3/4": "16th6 16th6 quarter6 eighth. 16th 16th eighth. r.quarter",
	} {
		p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "major"}, "run": {"pattern": "phrase", "way": "least", "phrase": "`+text+`"}}`)
		checkWritten(t, p)
		var got []string
		for _, bar := range score.Of(p.Piece()).Bars {
			for _, item := range bar.Items {
				word := item.Figure.Type + strings.Repeat(".", item.Figure.Dots)
				if item.Figure.Actual != item.Figure.Normal {
					word += strconv.Itoa(item.Figure.Actual)
				}
				if item.Event == nil {
					word = "r." + word
				}
				if item.TieTo {
					word += "~"
				}
				got = append(got, word)
			}
		}
		assert.Equal(t, want, strings.Join(got, " "), text)
	}
}

// Beams of mixed figures: the second beam goes on where both have it, and is a hook where a note has
// it alone.
func TestBeamsOfMixedFigures(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "F", "name": "dorian"}, "run": {"pattern": "phrase", "phrase": "1/4 2/4 b3/2 4*3/4 5/4 1/2 1/2 4"}}`)
	var got []string
	for _, item := range score.Of(p.Piece()).Bars[0].Items {
		got = append(got, fmt.Sprint(item.Beams))
	}
	assert.Equal(t, []string{"[begin begin]", "[continue end]", "[end]", "[begin]", "[end backward hook]", "[begin]",
		"[end]", "[]"}, got)
}

// The rule of accidentals, as the ABC standard 2.1 (section 4.2) words it: one
// holds for its octave to the bar line, and the key's own signs are not written.
func TestSignsHoldForTheBar(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "Eb", "name": "harmonic-minor"}, "rhythm": {"perBeat": 3}}`) // six flats
	var events []piece.Event
	var want []string
	for i, c := range [][2]string{
		{"Bb4", ""}, {"D5", "n"}, {"D5", ""}, {"D4", "n"}, {"Db5", "b"}, {"Cb5", ""}, {"F4", ""}, {"F#4", "#"},
		{"F##4", "##"}, {"Bbb4", "bb"}, {"C5", "n"}, {"Gb4", ""},
		{"D5", "n"}, // the next bar begins afresh
	} {
		at := pitch.MustParse(c[0])
		events = append(events, piece.Event{Note: piece.Note{MIDI: at.MIDI(), Name: at.Name.String()},
			At: float64(i) / 3})
		want = append(want, c[1])
	}
	played := p.Piece()
	played.Events, played.Keys = events, []piece.Key{{Fifths: -6}}
	s := score.Of(played)
	var got []string
	for _, bar := range s.Bars {
		for _, item := range bar.Items {
			if item.Event != nil {
				got = append(got, item.Sign)
				assert.Equal(t, item.Event.MIDI, item.Pitch.MIDI())
			}
		}
	}
	assert.Equal(t, want, got)
}

// Accents are written where the rhythm asks for them; that of the beat goes
// without saying.
func TestWrittenAccents(t *testing.T) {
	accents := func(rhythm string) (n int) {
		for _, bar := range score.Of(plantest.Build(t,
			`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "dorian"}, "run": {"direction": "up"}, "rhythm": `+rhythm+`}`).Piece()).Bars {
			for _, item := range bar.Items {
				if item.Accent {
					n++
				}
			}
		}
		return n
	}
	assert.Zero(t, accents(`{"perBeat": 4}`))
	assert.Equal(t, 3, accents(`{"perBeat": 4, "accentEvery": 3}`), "of nine notes")
}

// A new key stands at the bar of its first note, or at the next one where that
// comes within a bar; gaps are rests.
func TestSectionsChangeTheKeyAtBarLines(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "dorian"}, "rhythm": {"perBeat": 2, "beatsPerBar": 3}}`)
	var events []piece.Event
	for _, slot := range []int{0, 1, 2, 6, 7, 8, 9, 19} {
		events = append(events, piece.Event{Note: piece.Note{MIDI: 64, Name: "E"}, At: float64(slot) / 2})
	}
	played := p.Piece()
	played.Events = events
	played.Keys = []piece.Key{{Title: "one", First: 0, Fifths: 2}, {Title: "two", First: 3, Fifths: -1},
		{Title: "three", First: 5, Fifths: 9}}
	s := score.Of(played)
	type bar struct {
		fifths  int
		newKey  bool
		heading string
		rests   float64
	}
	var got []bar
	for _, b := range s.Bars {
		rests := 0.0
		for _, item := range b.Items {
			if item.Event == nil {
				rests += float64(item.Ticks) / rhythm.TicksPerBeat
			}
		}
		got = append(got, bar{b.Fifths, b.NewKey, b.Heading, rests})
	}
	assert.Equal(t, []bar{{2, true, "one", 1.5}, {-1, true, "two, three", 1}, {7, true, "", 3}, {7, false, "", 2.5}},
		got)
	assert.Equal(t, score.Clef{Sign: "G", Line: 2, OctaveChange: -1}, s.Clef)
	assert.Equal(t, 5, s.Bars[0].Items[0].Octave, "a guitar is written an octave above its sound")
}
