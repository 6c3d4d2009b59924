package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/run"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

func leg(t *testing.T, fields string) plan.Laid {
	t.Helper()
	l, err := plan.Lay(plantest.Parse(t, `{"instrument": {"id": "bass"}, "layout": {"system": "from-degree", "octaves": 1}, "picking": "alternate", `+fields+`}`))
	require.NoError(t, err)
	return l
}

// Legs that are joined are one path: the strokes go on, the last root of each
// but the last is left out where it is asked for, and the hand moves into the
// next key as in any run.
func TestJoinedLegsAreOnePath(t *testing.T) {
	legs := []plan.Leg{
		{Laid: leg(t, `"scale": {"tonic": "Ab", "name": "major"}`), DropRoot: true},
		{Laid: leg(t, `"scale": {"tonic": "Db", "name": "major"}`), DropRoot: true},
		{Laid: leg(t, `"scale": {"tonic": "Gb", "name": "major"}`)},
	}
	p, err := plan.Through(legs)
	require.NoError(t, err)
	assert.Equal(t, []int{0, 14, 28}, firsts(p), "fifteen notes up and down, without the root at the end")
	require.Len(t, p.Run.Events, 43)
	for k, e := range p.Run.Events {
		assert.Equal(t, []run.Stroke{run.DownStroke, run.UpStroke}[k%2], e.Stroke, "note %d", e.N)
		assert.InDelta(t, float64(k)/2, e.At, 1e-9)
		if k > 0 && p.Run.Events[k-1].Finger > 0 && e.Finger > 0 && e.Shift == 0 &&
			e.String == p.Run.Events[k-1].String && e.Fret > p.Run.Events[k-1].Fret {
			assert.Greater(t, e.Finger, p.Run.Events[k-1].Finger, "fingers keep their order across the step")
		}
	}
	assert.Equal(t, []string{"Bb", "Db", "Eb", "Gb", "Gb"}, []string{
		p.Run.Events[13].Name, p.Run.Events[14].Name, p.Run.Events[27].Name, p.Run.Events[28].Name,
		p.Run.Events[42].Name,
	})
	assert.Equal(t, plan.EndsOn{Label: "G♭", Name: "Gb", Degree: "1", InChord: true}, p.Run.EndsOn)
	assert.Equal(t, []any{6, 43}, []any{p.Run.Bars, p.Run.Notes})
	for i, chord := range map[int]string{0: "A♭", 14: "D♭", 28: "G♭"} {
		require.NotNil(t, p.Run.Events[i].Chord)
		assert.Equal(t, chord, p.Run.Events[i].Chord.Symbol, "each key on its own tonic's chord")
	}
	// The whole is what its parts are: places as in the plans.
	for _, s := range p.Stages {
		first := s.First
		for k, e := range s.Plan.Run.Events[:14] {
			assert.Equal(t, []int{e.String, e.Fret}, []int{p.Run.Events[first+k].String, p.Run.Events[first+k].Fret})
		}
	}
}

// A box that is past the hand is taken by another school than its neighbours.
// The strokes go on all the same, and the hand moves from where it was.
func TestLegsOfTwoSchoolsAreStruckInARow(t *testing.T) {
	var legs []plan.Leg
	for _, tonic := range []string{"F#", "C", "F#"} {
		l, err := plan.Lay(plantest.Parse(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "`+tonic+`", "name": "major"}, "hand": {"school": "two-fret"}, "layout": {"system": "three-per-string"}, "picking": "alternate"}`))
		require.NoError(t, err)
		legs = append(legs, plan.Leg{Laid: l, DropRoot: true})
	}
	p, err := plan.Through(legs)
	require.NoError(t, err)
	schools := map[string]bool{}
	for _, s := range p.Stages {
		schools[s.Plan.Boxes[s.Plan.Box].School] = true
	}
	require.Greater(t, len(schools), 1, "else there is nothing to see")
	for k, e := range p.Run.Events {
		assert.Equal(t, []run.Stroke{run.DownStroke, run.UpStroke}[k%2], e.Stroke, "note %d", e.N)
	}
	for _, first := range firsts(p)[1:] {
		last, next := p.Run.Events[first-1], p.Run.Events[first]
		if last.String == next.String && last.Finger == next.Finger {
			assert.Equal(t, next.Fret-last.Fret, next.Shift, "one finger on two frets: the hand has moved")
		}
	}
}

// A leg alone begins with a bar, after a bar of rest, on a downstroke; its
// fingers are those of its plan.
func TestLegsAloneBeginWithABar(t *testing.T) {
	for _, meter := range []string{`{"meter": "3/4", "perBeat": 2}`, `{"meter": "6/8", "perBeat": 3}`,
		`{"perBeat": 2, "pickUp": 3}`, `{"perBeat": 5}`} {
		legs := []plan.Leg{
			{Laid: leg(t, `"scale": {"tonic": "E", "name": "dorian"}, "rhythm": `+meter), Alone: true},
			{Laid: leg(t, `"scale": {"tonic": "C#", "name": "dorian"}, "rhythm": `+meter), Alone: true},
		}
		p, err := plan.Through(legs)
		require.NoError(t, err)
		last, next := p.Run.Events[p.Stages[1].First-1], p.Run.Events[p.Stages[1].First]
		assert.Equal(t, last.Bar+2, next.Bar, meter)
		assert.Equal(t, []any{1.0, "1", run.DownStroke}, []any{next.Beat, next.Count, next.Stroke}, meter)
		for k, e := range p.Stages[1].Plan.Run.Events {
			assert.Equal(t, e.Finger, p.Run.Events[p.Stages[1].First+k].Finger, meter)
		}
	}
}

func firsts(p plan.Passage) (out []int) {
	for _, s := range p.Stages {
		out = append(out, s.First)
	}
	return out
}

// A leg whose figure does not fit its box says so; nothing comes of the others.
func TestALegThatCannotBePlayedSaysWhy(t *testing.T) {
	_, err := plan.Through([]plan.Leg{
		{Laid: leg(t, `"scale": {"tonic": "E", "name": "dorian"}`)},
		{Laid: leg(t, `"scale": {"tonic": "E", "name": "dorian"}, "run": {"pattern": "groups", "size": 12}`)},
	})
	assert.ErrorContains(t, err, "run.size: this pattern doesn't fit")
}
