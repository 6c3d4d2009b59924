package explore_test

import (
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/explore"
	"evenladder/core/planning/plan"
)

func sightsOf(t *testing.T, given string) map[explore.SightKind]explore.Sight {
	t.Helper()
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err)
	p, err := plan.Build(b)
	require.NoError(t, err, given)
	out := map[explore.SightKind]explore.Sight{}
	for _, s := range explore.Sights(p) {
		out[s.Kind] = s
	}
	return out
}

func TestSights(t *testing.T) {
	guitar := sightsOf(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "minor-pentatonic"}, "layout": {"system": "two-per-string"}}`)
	assert.Equal(t, "1-3 on strings 5, 4 and 3; 1-4 on 6, 2 and 1: two patterns to learn.",
		strings.Replace(guitar[explore.FingerPatterns].Words, "1-4 on strings 6, 2 and 1; 1-3 on 5, 4 and 3",
			"1-3 on strings 5, 4 and 3; 1-4 on 6, 2 and 1", 1))
	assert.Equal(t, "These strings are alike: 6, 2 and 1 (frets 6, 9); and 5, 4 and 3 (frets 6, 8).",
		guitar[explore.AlikeStrings].Words)
	assert.Equal(t, "The same box is 12 frets higher, frets 18 to 21.", guitar[explore.OctaveHigher].Words)
	assert.Equal(t, "D♭ major pentatonic has all these notes. Its roots are three frets towards the bridge.",
		guitar[explore.RelativeKey].Words)
	assert.Contains(t, guitar[explore.RelativeKey].Places, neck.Place{String: 6, Fret: 9})
	_, seven := guitar[explore.Tetrachords]
	assert.False(t, seven)

	assert.Equal(t, "G major has all these notes but D♯. Its roots are three frets towards the bridge.",
		sightsOf(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "E", "name": "harmonic-minor"}}`)[explore.RelativeKey].Words)

	bass := sightsOf(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "major"}, "layout": {"system": "one-octave"}}`)
	assert.Equal(t, "Two like tetrachords, major (whole–whole–half), a whole step apart.",
		bass[explore.Tetrachords].Words)
	assert.Equal(t, "Two tetrachords, a whole step apart: minor (whole–half–whole) and harmonic (half–whole and a half–half).",
		sightsOf(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "E", "name": "harmonic-minor"}}`)[explore.Tetrachords].Words)
}

// Whatever is said of fingers and strings is so, in every layout and on every
// instrument.
func TestSightsAreTrue(t *testing.T) {
	for _, in := range neck.Instruments() {
		for _, system := range layout.Systems {
			b := brief.Brief{Instrument: brief.Instrument{ID: in.ID}, Scale: brief.Scale{Tonic: "Db",
				Name: "melodic-minor"}, Layout: brief.Layout{System: system.ID}}
			p, err := plan.Build(b)
			require.NoError(t, err)
			box := p.Boxes[p.Box]
			for _, s := range explore.Sights(p) {
				assert.NotEmpty(t, s.Words)
				require.NotEmpty(t, s.Places, "%s %s: %s", in.ID, system.ID, s.Words)
				onNeck := func(at neck.Place) bool { return at.Fret >= 0 && at.Fret < len(p.Neck.Frets) }
				inBox := func(at neck.Place) bool {
					for _, n := range box.Notes {
						if n.Place == at {
							return true
						}
					}
					return false
				}
				for _, at := range s.Places {
					assert.True(t, onNeck(at))
					assert.Equal(t, s.Kind != explore.OctaveHigher, inBox(at), "%s: %v", s.Words, at)
				}
			}
		}
	}
}

func TestCompareInOnePlace(t *testing.T) {
	of := func(name string) brief.Brief {
		return brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F#", Name: name},
			Layout: brief.Layout{System: "five-form"}}
	}
	first := of("major")
	for box := range 5 {
		first.Layout.Box = &box
		c, err := explore.Compare(first, of("mixolydian"), of("lydian"))
		require.NoError(t, err)
		assert.Equal(t, c.First.Boxes[box].Form, c.Second.Boxes[c.Second.Box].Form, "box %d", box)
		low := c.First.Boxes[box].LowFret
		for _, p := range append(c.Also, c.Second) {
			assert.InDelta(t, low, p.Boxes[p.Box].LowFret, 2, "in one place")
		}
		assert.Regexp(t, "^♭7 for 7, 1[0-9] of 1[0-9] places in common", c.Words[0])
		assert.Regexp(t, "^♯4 for 4, ", c.Words[1])
	}
	held := of("mixolydian")
	p, err := plan.Build(held)
	require.NoError(t, err)
	held.Hand.Fingers = []string{brief.Held(p.Boxes[p.Box].Notes[0].Place, p.Boxes[p.Box].Notes[0].Finger)}
	c, err := explore.Compare(first, held)
	require.NoError(t, err, "a finger that is held keeps its box")
	assert.Equal(t, p.Box, c.Second.Box)
	_, err = explore.Compare(of("major"), of("dorian"), of("dorian"), brief.Brief{})
	assert.ErrorContains(t, err, "also.1.instrument.id")
	_, err = explore.Compare(of("major"), of("dorian"), make([]brief.Brief, 5)...)
	assert.ErrorContains(t, err, "also: 5 were given")
}

func TestSetsCanBeCompared(t *testing.T) {
	first := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F#", Name: "dorian"},
		Layout: brief.Layout{System: "five-form"}}
	sets, err := explore.Sets(first)
	require.NoError(t, err)
	ids := map[string]bool{}
	for _, s := range sets {
		ids[s.ID] = true
		c, err := explore.Compare(first, s.Briefs[0], s.Briefs[1:]...)
		require.NoError(t, err, s.Title)
		assert.Len(t, c.Words, len(s.Briefs))
	}
	for _, id := range []string{"siblings", "schools", "prefer"} {
		assert.True(t, ids[id], id)
	}
}

func TestWaysOnFromABox(t *testing.T) {
	for _, in := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		given := brief.Brief{Instrument: brief.Instrument{ID: in}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"},
			Layout: brief.Layout{System: "three-per-string"}}
		p, err := plan.Build(given)
		require.NoError(t, err)
		ways, err := explore.FromBox(given)
		require.NoError(t, err)
		require.NotEmpty(t, ways)
		for _, w := range ways {
			next, err := plan.Build(brief.Fields.With(given, w.Changes))
			require.NoError(t, err, w.Label)
			box := next.Boxes[next.Box]
			switch {
			case w.Label == "the shape twice":
				events := next.Run.Events
				top := slices.MaxFunc(events, func(a, b piece.Event) int { return a.MIDI - b.MIDI })
				assert.GreaterOrEqual(t, top.MIDI-events[0].MIDI, 24, "%s on %s", w.Label, in)
				assert.Equal(t, "1", top.Degree)
			case strings.Contains(w.Label, "octave"):
				first, last := box.Notes[0], box.Notes[len(box.Notes)-1]
				octaves := map[string]int{"one octave": 12, "two octaves": 24, "three octaves": 36}[w.Label]
				assert.Equal(t, octaves, last.MIDI-first.MIDI, "%s on %s", w.Label, in)
				assert.Equal(t, "1", first.Degree)
				if in == "guitar" && octaves == 24 {
					assert.Equal(t, "three-per-string", next.Brief.Layout.System, "the layout stays")
				}
				assert.True(t, slices.ContainsFunc(p.Boxes[p.Box].Notes,
					func(n plan.BoxNote) bool { return n.Place == first.Place }), "it begins in the box")
			default:
				finger := map[string]int{"index finger first": 1, "middle finger first": 2}[w.Label]
				assert.Equal(t, finger, box.Notes[0].Finger, "%s on %s", w.Label, in)
			}
		}
	}
}
