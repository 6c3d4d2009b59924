package plan_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/music/run"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// played makes the run of a guitar brief with the fields of run and rhythm.
func played(t require.TestingT, fields string) plan.Plan {
	return plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "major"}, `+fields+`}`)
}

func degrees(r plan.Run) string {
	var out []string
	for _, e := range r.Events {
		out = append(out, e.Degree)
	}
	return strings.Join(out, " ")
}

func TestSequencesByDegree(t *testing.T) {
	for fields, want := range map[string]string{
		`"run": {"pattern": "intervals", "direction": "up"}, "layout": {"strings": [6, 5]}`:                                    "1 3 2 4 3 5 4 6",
		`"run": {"pattern": "chords", "order": [5, 3, 1], "direction": "up"}, "layout": {"strings": [6, 5]}`:                   "5 3 1 6 4 2",
		`"run": {"pattern": "stacks", "size": 5, "direction": "up"}, "layout": {"strings": [6, 5, 4]}`:                         "1 5 2",
		`"run": {"pattern": "cell", "cell": "0 2 1", "direction": "up"}, "layout": {"strings": [6, 5]}`:                        "1 3 2 2 4 3 3 5 4 4 6 5",
		`"run": {"pattern": "full-range"}, "layout": {"strings": [6, 5], "box": 6}`:                                            "1 2 3 4 5 4 3 2 1 7 1",
		`"run": {"pattern": "straight", "direction": "up", "finish": "chord-tone"}, "layout": {"strings": [6, 5]}`:             "1 2 3 4 5 6 5",
		`"run": {"pattern": "straight", "direction": "up", "finish": "chord-tone", "chord": 4}, "layout": {"strings": [6, 5]}`: "1 2 3 4 5 6",
		`"run": {"direction": "up", "landOn": {"string": 6, "fret": 6}}, "layout": {"strings": [6, 5]}`:                        "1 2 3 4 5 6 5 4 3 2",
		`"run": {"pattern": "arpeggios", "chords": [2, 5]}, "layout": {"strings": [6, 5, 4]}`:                                  "2 4 6 2 2 7 5 2",
	} {
		assert.Equal(t, want, degrees(played(t, fields).Run), fields)
	}
	five := plantest.Build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "kumoi"}, "run": {"pattern": "chords", "direction": "up"}}`)
	assert.Equal(t, "1 b3 6 2 5 1 b3 6 2 5 1 b3 6 2 5 1 b3 6 2 5 1 b3 6 2", degrees(five.Run),
		"every other note, in any scale")
	_, err := plan.Build(plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "layout": {"strings": [6]}, "run": {"pattern": "intervals", "size": 9}}`))
	assert.ErrorContains(t, err, "run.size: this pattern doesn't fit into the 3 notes")
	_, err = plan.Build(plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "kumoi"}, "run": {"pattern": "drop-2"}}`))
	assert.ErrorContains(t, err, "run.pattern: drop-2 chords need a scale of seven notes, this one has 5")
	_, err = plan.Build(plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "run": {"pattern": "cell", "cell": "0 x"}}`))
	assert.ErrorContains(t, err, `run.cell: "x" was given: give scale steps`)
	_, err = plan.Build(plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "run": {"landOn": {"string": 6, "fret": 1}}}`))
	assert.ErrorContains(t, err, "run.landOn: string 6, fret 1 isn't in this box")
}

// Common practice: octaves chained root to root cover the neck. A run through
// the chain rises by scale steps from the lowest root to the end of the last
// whole octave, each note where its own box has it.
func TestRunThroughAChain(t *testing.T) {
	p := played(t, `"layout": {"system": "one-octave"}, "run": {"chain": true, "direction": "up"}`)
	assert.Contains(t, p.Sentence, "through the chain of boxes")
	var last plan.Box
	for at := 0; ; at = p.Boxes[at].Links[0].Box {
		last = p.Boxes[at]
		for _, n := range last.Notes {
			assert.Contains(t, eventPlaces(p.Run), neck.Place{String: n.String, Fret: n.Fret})
		}
		if len(last.Links) == 0 || !p.Boxes[last.Links[0].Box].Complete {
			break
		}
	}
	events := p.Run.Events
	assert.Equal(t, last.Notes[len(last.Notes)-1].MIDI, events[len(events)-1].MIDI)
	for i, e := range events {
		if i > 0 {
			assert.LessOrEqual(t, e.MIDI-events[i-1].MIDI, 2, "by scale steps")
			assert.Greater(t, e.MIDI, events[i-1].MIDI)
		}
		assert.Equal(t, i < len(p.Boxes[0].Notes), e.InBox >= 0, "only notes of the chosen box have its index")
	}
	long := played(t, `"layout": {"system": "single-string"}, "run": {"chain": true, "direction": "up"}`)
	for i := 1; i < len(long.Run.Events); i++ {
		assert.Greater(t, long.Run.Events[i].MIDI, long.Run.Events[i-1].MIDI)
	}
	_, err := plan.Build(plantest.Parse(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "run": {"chain": true}}`))
	assert.ErrorContains(t, err, "run.chain: the boxes of three notes per string don't join")
}

func eventPlaces(r plan.Run) (out []neck.Place) {
	for _, e := range r.Events {
		out = append(out, neck.Place{String: e.String, Fret: e.Fret})
	}
	return out
}

// Common practice: the gate drill strikes each root twice as it is passed.
func TestGatesByDegree(t *testing.T) {
	p := plantest.Build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "D", "name": "major"}, "layout": {"system": "first-position"}, "run": {"pattern": "gates"}}`)
	events := p.Run.Events
	assert.Equal(t, "1", events[0].Degree)
	assert.Equal(t, "1", events[len(events)-1].Degree)
	for i := 1; i+1 < len(events); i++ {
		if events[i].Degree == "1" {
			assert.True(t, events[i-1].MIDI == events[i].MIDI || events[i+1].MIDI == events[i].MIDI,
				"root %d is struck twice", i)
		}
	}
}

func TestLeaningMarksTheSeventhChord(t *testing.T) {
	for _, e := range played(t, `"run": {"lean": 2}`).Run.Events {
		assert.Equal(t, strings.Contains("2 4 6 1", e.Degree), e.Lean, e.Degree)
	}
}

// Whatever is asked for, the run is never cut: notes and rest fill whole bars, or
// it is said that they do not.
func TestFitsFillWholeBars(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		fit := rapid.SampledFrom(run.Fits).Draw(t, "fit").ID
		meter := rapid.SampledFrom([]string{"4/4", "3/4", "6/8", "12/8"}).Draw(t, "meter")
		pattern := rapid.SampledFrom(run.Patterns).Draw(t, "pattern").ID
		p := played(t, `"layout": {"system": "four-per-string"}, "run": {"pattern": "`+pattern+`", "fit": "`+fit+`"}, "rhythm": {"meter": "`+meter+`"}`)
		beats := p.Run.RestBeats
		for i, e := range p.Run.Events {
			assert.Equal(t, e.Note, p.Boxes[p.Box].Notes[e.InBox].Note, "every event is a note of its box")
			assert.InDelta(t, beats-p.Run.RestBeats, e.At, 1e-6, "event %d", i)
			beats += e.Beats
		}
		bars := beats / float64(*p.Brief.Rhythm.BeatsPerBar)
		uneven := slices.ContainsFunc(p.Cautions, func(c plan.Caution) bool { return c.Code == plan.CautionUneven })
		if fit != "as-is" && !uneven {
			assert.InDelta(t, float64(int(bars+0.5)), bars, 1e-6)
		}
	})
}

// Transposing the brief transposes the run.
func TestTransposingTheBriefTransposesTheRun(t *testing.T) {
	for _, pattern := range run.Patterns {
		a := plantest.Build(t, `{"instrument": {"id": "guitar", "frets": 24}, "scale": {"tonic": "F#", "name": "dorian"}, "run": {"pattern": "`+pattern.ID+`"}, "layout": {"system": "four-per-string"}}`)
		b := plantest.Build(t, `{"instrument": {"id": "guitar", "frets": 24}, "scale": {"tonic": "G", "name": "dorian"}, "run": {"pattern": "`+pattern.ID+`"}, "layout": {"system": "four-per-string"}}`)
		require.Len(t, b.Run.Events, len(a.Run.Events), pattern.ID)
		for i, e := range a.Run.Events {
			assert.Equal(t, e.MIDI+1, b.Run.Events[i].MIDI, pattern.ID)
			assert.Equal(t, e.Fret+1, b.Run.Events[i].Fret, pattern.ID)
			assert.Equal(t, e.Stroke, b.Run.Events[i].Stroke, pattern.ID)
		}
	}
}

func TestRunReport(t *testing.T) {
	p := played(t, `"rhythm": {"perBeat": 2, "tempoBpm": 120}`)
	assert.Contains(t, p.Run.EqualTempos, plan.EqualTempo{PerBeat: 4, Name: "sixteenths", TempoBPM: 60})
	assert.Equal(t, "same", p.Run.TurnStrokes, "three on a string turn even")
	assert.Equal(t, 5, p.Run.LongestOnString, "three up, the top once, two down")
	assert.Len(t, p.Run.OnStrings, 6)
	const two = `"layout": {"system": "two-per-string"}, "run": {"repeatTop": `
	assert.Equal(t, "opposite", played(t, two+"false}").Run.TurnStrokes,
		"common practice: two on a string meet the other stroke")
	assert.Equal(t, "same", played(t, two+"true}").Run.TurnStrokes,
		"common practice: the top note twice, the same stroke")
	swung := played(t, `"rhythm": {"swing": true}`).Run.Events
	assert.InDelta(t, 2.0/3, swung[1].At, 1e-9)
	assert.Equal(t, 1.5, swung[1].Beat, "written even")
	assert.Contains(t, played(t, `"run": {"pattern": "intervals", "size": 6}, "rhythm": {"meter": "6/8", "pickUp": 1, "swing": true}`).Sentence,
		"Play it in broken sixths, up and down, in eighths at 72 dotted quarters a minute, in 6/8, with a pick-up of 1 note.")
}

// The chord of the moment: each that a run goes through where its notes begin,
// else the seventh chord that it leans on, else the triad on the tonic; again
// and again where the run is repeated.
func TestTheChordOfTheMoment(t *testing.T) {
	chordsOf := func(fields string) (out []string, p plan.Plan) {
		p = played(t, fields)
		for _, e := range p.Run.Events {
			if e.Chord != nil {
				out = append(out, e.Chord.Symbol)
				assert.Contains(t, e.Chord.Notes, e.Name, "the first note of a chord is one of its own")
			}
		}
		return out, p
	}
	got, p := chordsOf(`"run": {"pattern": "arpeggios", "chords": [2, 5, 1]}`)
	assert.Equal(t, []string{"B♭m", "E♭", "A♭"}, got)
	now := p.Run.Events[0].Chord
	for _, e := range p.Run.Events {
		if e.Chord != nil {
			now = e.Chord
		}
		assert.Contains(t, now.Notes, e.Name)
	}
	got, p = chordsOf(`"run": {"pattern": "arpeggios", "chords": [4], "fit": "repeat"}, "rhythm": {"perBeat": 3, "beatsPerBar": 5}`)
	assert.Equal(t, strings.Repeat("D♭ ", len(got)), strings.Join(got, " ")+" ")
	assert.Greater(t, len(got), 1)
	assert.Zero(t, p.Run.Notes%15)
	// Broken chords: each on its own degree, whichever way it is turned.
	got, p = chordsOf(`"layout": {"system": "seven-position"}, "run": {"pattern": "chords", "order": [5, 1, 3, 7], "direction": "alternate"}`)
	assert.Len(t, got, p.Run.Notes/4)
	for k := range got {
		figure := map[string]bool{}
		for _, e := range p.Run.Events[4*k : 4*k+4] {
			figure[e.Name] = true
		}
		for _, n := range p.Run.Events[4*k].Chord.Notes {
			assert.True(t, figure[n], "%s has %s", got[k], n)
		}
	}
	got, _ = chordsOf(`"layout": {"system": "four-per-string"}, "run": {"pattern": "drop-2", "direction": "down"}`)
	assert.Contains(t, got, "A♭maj7")
	got, _ = chordsOf(`"layout": {"strings": [6, 5]}, "run": {"pattern": "chords", "direction": "up"}`)
	assert.Equal(t, []string{"A♭", "B♭m"}, got)
	got, _ = chordsOf(`"run": {"lean": 1}`)
	assert.Equal(t, []string{"A♭maj7"}, got)
	got, _ = chordsOf(`"run": {}`)
	assert.Equal(t, []string{"A♭"}, got)
}

// Economy: three notes a string go down-up-down and on to the next string in
// the same stroke, so that every crossing on the way up is swept.
func TestEconomySweeps(t *testing.T) {
	p := played(t, `"layout": {"system": "three-per-string"}, "run": {"direction": "up"}, "picking": "economy"`)
	assert.Equal(t, []int{5, 5}, []int{p.Run.Crossings, p.Run.Sweeps})
	for k, e := range p.Run.Events {
		assert.Equal(t, k > 0 && k%3 == 0, e.Sweep, "note %d", e.N)
	}
	assert.Zero(t, played(t, `"run": {"direction": "up"}, "picking": "alternate"`).Run.Sweeps)
}

// The usual way to sound a run is a pick only where one is usual; the beat is a
// down stroke, whatever the pick-up.
func TestSoundingByInstrument(t *testing.T) {
	for in, want := range map[string]string{
		"guitar": "alternate", "mandolin": "alternate", "guitar-12": "alternate", "bass": "index-middle",
		"bass-5":       "index-middle",
		"upright-bass": "index-middle", "guitar-nylon": "free-stroke", "ukulele": "free-stroke",
	} {
		assert.Equal(t, want, plantest.Build(t, short(in+" | Bb dorian")).Brief.Picking, in)
	}
	for pickUp := range 4 {
		p := plantest.Build(t, fmt.Sprintf(`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "dorian"}, "rhythm": {"pickUp": %d}}`, pickUp))
		for _, e := range p.Run.Events {
			want := run.UpStroke
			if e.Beat == math.Trunc(e.Beat) {
				want = run.DownStroke
			}
			assert.Equal(t, want, e.Stroke, "note %d after a pick-up of %d", e.N, pickUp)
		}
	}
	p := plantest.Build(t, `{"instrument": {"id": "upright-bass"}, "scale": {"tonic": "Bb", "name": "dorian"}, "picking": "bowed-2"}`)
	assert.Equal(t, []bool{false, true, false, true}, []bool{p.Run.Events[0].Slur, p.Run.Events[1].Slur,
		p.Run.Events[2].Slur, p.Run.Events[3].Slur})
	for _, brief := range []string{"guitar | Bb dorian", "bass | F# major", "guitar | C half-whole"} {
		p := plantest.Build(t, strings.Replace(short(brief), "{", `{"picking": "legato", `, 1))
		for _, e := range p.Run.Events {
			assert.False(t, e.Shift != 0 && (e.Stroke == run.Hammer || e.Stroke == run.Pull),
				"note %d: the hand cannot move for a slur", e.N)
		}
	}
}

// A run that is repeated to fill whole bars comes to it within 300 notes or
// says that it does not.
func TestRepeatingEnds(t *testing.T) {
	uneven := 0
	for perBeat := 1; perBeat <= 6; perBeat++ {
		for beats := 2; beats <= 12; beats++ {
			p := plantest.Build(t, fmt.Sprintf(`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "dorian"}, "run": {"fit": "repeat"}, "rhythm": {"perBeat": %d, "beatsPerBar": %d, "pickUp": 1}}`, perBeat, beats))
			assert.LessOrEqual(t, p.Run.Notes, 300)
			said := slices.ContainsFunc(p.Cautions, func(c plan.Caution) bool { return c.Code == "uneven" })
			assert.Equal(t, p.Run.RestBeats > 0 || restOf(p) > 1e-9, said, "%d to the beat, %d to the bar", perBeat,
				beats)
			if said {
				uneven++
			}
		}
	}
	assert.Positive(t, uneven)
}

// restOf is how far the last note of a run ends before the bar line.
func restOf(p plan.Plan) float64 {
	last := p.Run.Events[len(p.Run.Events)-1]
	return float64(*p.Brief.Rhythm.BeatsPerBar) + 1 - last.Beat - last.Beats
}
