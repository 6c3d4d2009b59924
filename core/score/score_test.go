package score_test

import (
	"errors"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/layout"
	"evenladder/core/piece"
	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/run"
	"evenladder/core/score"
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
						assert.Contains(t, "run.size run.order run.chords run.cell run.pattern layout.system", errs[0].Field)
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
	notes := 0
	for _, bar := range w.Bars {
		beats := 0.0
		for _, item := range bar.Items {
			switch {
			case item.WholeBeat():
				beats++
			default:
				beats += 1 / float64(w.Rhythm.PerBeat)
			}
			if item.Event != nil && !item.TieFrom {
				notes++
			}
		}
		assert.InDelta(t, float64(w.Rhythm.BeatsPerBar), beats, 1e-9, p.Sentence)
	}
	assert.Equal(t, len(p.Run.Events), notes, p.Sentence)
}

// The rule of accidentals, as the ABC standard 2.1 (section 4.2) words it: one
// holds for its octave to the bar line, and the key's own signs are not written.
func TestSignsHoldForTheBar(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "Eb", "name": "harmonic-minor"}, "rhythm": {"perBeat": 3}}`) // six flats
	var events []piece.Event
	var want []string
	for i, c := range [][2]string{
		{"Bb4", ""}, {"D5", "n"}, {"D5", ""}, {"D4", "n"}, {"Db5", "b"}, {"Cb5", ""}, {"F4", ""}, {"F#4", "#"}, {"F##4", "##"}, {"Bbb4", "bb"}, {"C5", "n"}, {"Gb4", ""},
		{"D5", "n"}, // the next bar begins afresh
	} {
		at := pitch.MustParse(c[0])
		events = append(events, piece.Event{Note: piece.Note{MIDI: at.MIDI(), Name: at.Name.String()}, At: float64(i) / 3})
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
		for _, bar := range score.Of(plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Ab", "name": "dorian"}, "run": {"direction": "up"}, "rhythm": `+rhythm+`}`).Piece()).Bars {
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
	played.Keys = []piece.Key{{Title: "one", First: 0, Fifths: 2}, {Title: "two", First: 3, Fifths: -1}, {Title: "three", First: 5, Fifths: 9}}
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
			switch {
			case item.Event != nil:
			case item.WholeBeat():
				rests++
			default:
				rests += 0.5
			}
		}
		got = append(got, bar{b.Fifths, b.NewKey, b.Heading, rests})
	}
	assert.Equal(t, []bar{{2, true, "one", 1.5}, {-1, true, "two, three", 1}, {7, true, "", 3}, {7, false, "", 2.5}}, got)
	assert.Equal(t, score.Clef{Sign: "G", Line: 2, OctaveChange: -1}, s.Clef)
	assert.Equal(t, 5, s.Bars[0].Items[0].Octave, "a guitar is written an octave above its sound")
}
