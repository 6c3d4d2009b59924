package round_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

const carried = "1 2/2 b3/2 5*3/2 #4/2 5/3 6/3 b7/3 1*2"

// A phrase by every order of keys, by every rule for the place: in each key its degrees are the
// same, its steps are as wide, it begins with a bar, and its notes are as long.
func TestAPhraseThroughEveryKey(t *testing.T) {
	for _, instrument := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		for _, order := range brief.Orders {
			for _, where := range brief.Wheres {
				b := brief.Brief{
					Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"},
					Run: brief.Run{Pattern: "phrase", Phrase: carried}, Round: brief.Round{Order: order.ID,
						Where: where.ID},
				}
				if order.ID == brief.OwnOrder {
					b.Round.Keys = []string{"Eb", "Bb", "F#"}
				}
				r, err := round.Build(b)
				if where.ID == brief.SameShape && err != nil {
					assert.ErrorContains(t, err, "round.place", "a short neck has no room for it")
					continue
				}
				require.NoError(t, err, "%s %s %s", instrument, order.ID, where.ID)
				first := r.Run.Events[:r.Stops[0].Notes]
				for _, s := range r.Stops {
					events := r.Run.Events[s.First : s.First+s.Notes]
					require.Len(t, events, 9)
					assert.Equal(t, 1.0, events[0].Beat)
					for i, e := range events {
						assert.Equal(t, first[i].Degree, e.Degree, "%s in %s", order.ID, s.Title)
						assert.Equal(t, first[i].MIDI-first[0].MIDI, e.MIDI-events[0].MIDI, s.Title)
						assert.InDelta(t, first[i].Beats, e.Beats, 1e-9)
						assert.InDelta(t, first[i].At-first[0].At, e.At-events[0].At, 1e-9)
					}
				}
			}
		}
	}
}

// Keys with scales of their own carry the phrase by degree: the ♭3 of a minor is the 3 of a major.
func TestAPhraseThroughModes(t *testing.T) {
	r, err := round.Build(brief.Brief{
		Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F", Name: "natural-minor"},
		Run: brief.Run{Pattern: "phrase", Phrase: "1 b3 5 b7 1"}, Round: brief.Round{Order: brief.OwnOrder,
			Keys: []string{"F natural-minor", "Ab major", "Eb mixolydian"}},
	})
	require.NoError(t, err)
	var got []string
	for _, s := range r.Stops {
		var degrees []string
		for _, e := range r.Run.Events[s.First : s.First+s.Notes] {
			degrees = append(degrees, e.Degree)
		}
		got = append(got, strings.Join(degrees, " "))
	}
	assert.Equal(t, []string{"1 b3 5 b7 1", "1 3 5 7 1", "1 3 5 b7 1"}, got)
}

// Reference for where a phrase lies: every note sounds its pitch there, whatever the way, the
// instrument and the octave that it takes.
func TestAPhraseSoundsAsItIsWritten(t *testing.T) {
	for _, instrument := range []string{"guitar", "bass", "ukulele", "mandolin", "guitar-7"} {
		for _, w := range strings.Fields("box position least low open-strings legato one-string as-given") {
			p, err := plan.Build(brief.Brief{
				Instrument: brief.Instrument{ID: instrument}, Scale: brief.Scale{Tonic: "Bb", Name: "mixolydian"},
				Run: brief.Run{Pattern: "phrase", Phrase: carried, Way: w},
			})
			require.NoError(t, err, "%s %s", instrument, w)
			wide := []int{}
			for i, e := range p.Run.Events {
				open := p.Neck.Strings[len(p.Neck.Strings)-e.String].MIDI
				assert.Equal(t, open+e.Fret, e.MIDI, "%s %s: note %d", instrument, w, i+1)
				assert.Equal(t, e.Fret == 0, e.Finger == 0)
				wide = append(wide, e.MIDI-p.Run.Events[0].MIDI)
			}
			assert.Equal(t, []int{0, 2, 3, 7, 6, 7, 9, 10, 12}, wide, "%s %s", instrument, w)
			assert.Equal(t, 7*120, line.Ticks(p.Run.Events[8].At+p.Run.Events[8].Beats))
		}
	}
}
