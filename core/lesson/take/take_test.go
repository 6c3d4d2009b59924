package take

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/lesson/result"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
)

// row is a piece of so many eighths up and down a scale, on strings of four notes
// with a shift now and then.
func row(notes, tempo int) piece.Piece {
	steps := []int{0, 2, 3, 5, 7, 9, 10, 12}
	p := piece.Piece{Rhythm: rhythm.Rhythm{PerBeat: 2, TempoBPM: tempo, BeatsPerBar: 4}}
	for i := range notes {
		at := i % 14
		if at > 7 {
			at = 14 - at
		}
		e := piece.Event{N: i + 1, At: float64(i) / 2, Sounds: 0.5, Beats: 0.5, Bar: i/8 + 1, Accent: i%2 == 0}
		e.MIDI, e.String, e.Beat = 50+steps[at], 5-at/4, 1+float64(i%8)/2
		e.Name, e.Count = []string{"D", "E", "F", "G", "A", "B", "C", "D"}[at], []string{"1", "&", "2", "&", "3", "&", "4", "&"}[i%8]
		if i%7 == 6 {
			e.Shift = 2
		}
		p.Events = append(p.Events, e)
	}
	return p
}

func judged(t require.TestingT, p piece.Piece, e Errors) Take {
	heard, err := Play(p, e)
	require.NoError(t, err)
	made, err := Judge(p, heard, MIDIFloorMS)
	require.NoError(t, err)
	return made
}

func TestTheRunItselfIsPerfect(t *testing.T) {
	for _, tempo := range []int{40, 90, 180} {
		got := judged(t, row(57, tempo), Errors{})
		assert.Equal(t, []int{57, 57, 0, 0, 0}, []int{got.Planned, got.Right, got.Wrong, got.Missed, got.Extra})
		assert.Equal(t, result.Clean, got.Result, got.Why)
		assert.InDelta(t, tempo, got.TempoBPM, 0.1)
		assert.Zero(t, got.EvennessMS)
		assert.Zero(t, got.DriftPercent)
		for _, e := range got.Events {
			assert.Zero(t, *e.LateMS)
		}
	}
}

// Set-in jitter is read back within 15 %.
func TestJitterIsReadBack(t *testing.T) {
	for _, jitter := range []float64{8, 12, 20, 40} {
		var sum float64
		const seeds = 8
		for seed := range seeds {
			got := judged(t, row(400, 60), Errors{Seed: seed + 1, JitterMS: jitter})
			assert.Zero(t, got.Wrong+got.Missed+got.Extra)
			sum += got.EvennessMS
		}
		assert.InEpsilon(t, jitter, sum/seeds, 0.15, "%g ms", jitter)
	}
}

func TestDriftPausesAndTempo(t *testing.T) {
	p := row(120, 80)
	assert.InDelta(t, 100/0.88-100, judged(t, p, Errors{DriftPercent: 12}).DriftPercent, 0.2)
	assert.InDelta(t, 100/1.12-100, judged(t, p, Errors{DriftPercent: -12}).DriftPercent, 0.2)
	assert.Contains(t, judged(t, p, Errors{DriftPercent: -12}).Facts, "You went from 80 to 71 beats a minute.")
	got := judged(t, p, Errors{PauseMS: 400, JitterMS: 5, Seed: 3})
	assert.Len(t, got.Pauses, 17)
	for _, pause := range got.Pauses {
		assert.Equal(t, "shift", pause.Cause)
		assert.InDelta(t, 400, pause.MS, 40)
	}
	assert.InDelta(t, 80, got.TempoBPM, 1, "pauses are no tempo")
	assert.Equal(t, result.NotYet, got.Result)
	late := judged(t, p, Errors{PauseMS: 60, JitterMS: 4, Seed: 3})
	require.NotEmpty(t, late.ByCause)
	assert.Equal(t, "shift", late.ByCause[0].Cause)
	assert.InDelta(t, 60, late.ByCause[0].LateMS, 15)

	slow := p
	slow.Rhythm.TempoBPM = 60
	heard, err := Play(slow, Errors{})
	require.NoError(t, err)
	got, err = Judge(p, heard, MIDIFloorMS)
	require.NoError(t, err)
	assert.InDelta(t, 60, got.TempoBPM, 0.1)
	assert.Equal(t, result.NotYet, got.Result)
	assert.Contains(t, got.Why, "Played at 60, not 80")
}

// Wrong, missed and extra notes are told, and only they.
func TestSlipsAreTold(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		e := Errors{
			Seed: rapid.IntRange(1, 1000).Draw(t, "seed"), JitterMS: rapid.Float64Range(0, 12).Draw(t, "jitter"),
			Wrong: rapid.IntRange(0, 3).Draw(t, "wrong"), Missed: rapid.IntRange(0, 3).Draw(t, "missed"),
			Extra: rapid.IntRange(0, 2).Draw(t, "extra"),
		}
		p := row(60, 72)
		got := judged(t, p, e)
		assert.Equal(t, got.Planned, got.Right+got.Wrong+got.Missed)
		// A note too many beside a missed one is as well a wrong one that came early.
		either := min(e.Missed, e.Extra)
		between := func(low, high, n int, what string) {
			assert.True(t, n >= low && n <= high, "%d %s, not %d to %d", n, what, low, high)
		}
		between(e.Missed-either-1, e.Missed+1, got.Missed, "missed")
		between(e.Extra-either-1, e.Extra+1, got.Extra, "extra")
		between(e.Wrong-2, e.Wrong+either+2, got.Wrong, "wrong")
		assert.GreaterOrEqual(t, got.Right, 60-e.Missed-e.Wrong-1)
		slips := e.Wrong + e.Missed + e.Extra
		assert.Equal(t, slips == 0 && e.JitterMS < 10, got.Result == result.Clean && slips == 0 && e.JitterMS < 10,
			got.Why)
		for i, ev := range got.Events {
			if ev.Verdict == Right {
				assert.Equal(t, p.Events[i].MIDI, *ev.HeardMIDI)
			}
		}
	})
}

// The alignment is the cheapest of all, tried against every one on short takes.
func TestAlignmentAgainstEverySearch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, m := rapid.IntRange(1, 4).Draw(t, "planned"), rapid.IntRange(1, 5).Draw(t, "heard")
		p := piece.Piece{Rhythm: rhythm.Rhythm{PerBeat: 1, TempoBPM: 60, BeatsPerBar: 4}}
		for i := range n {
			e := piece.Event{N: i + 1, At: float64(i)}
			e.MIDI = 60 + rapid.IntRange(0, 3).Draw(t, "pitch")
			p.Events = append(p.Events, e)
		}
		heard := make([]Heard, m)
		at := 0.0
		for j := range heard {
			at += rapid.Float64Range(0.05, 2).Draw(t, "gap")
			heard[j] = Heard{MIDI: 60 + rapid.IntRange(0, 3).Draw(t, "heard pitch"), OnsetSec: at}
		}
		matched, cost := alignAt(p.Events, heard, 1)
		assert.InDelta(t, cheapest(p, heard), cost, 1e-9)
		assert.InDelta(t, costOf(p, heard, matched), cost, 1e-9, "the alignment costs what it says")
	})
}

// cheapest tries every alignment.
func cheapest(p piece.Piece, heard []Heard) float64 {
	least := math.Inf(1)
	matched := make([]int, len(p.Events))
	var try func(i, from int)
	try = func(i, from int) {
		if i == len(matched) {
			least = min(least, costOf(p, heard, matched))
			return
		}
		matched[i] = -1
		try(i+1, from)
		for j := from; j < len(heard); j++ {
			matched[i] = j
			try(i+1, j+1)
		}
	}
	try(0, 0)
	return least
}

func costOf(p piece.Piece, heard []Heard, matched []int) float64 {
	cost, last, used := 0.0, -1, 0
	for i, j := range matched {
		if j < 0 {
			cost += missedCost
			continue
		}
		used++
		cost += pitchCost(p.Events[i].MIDI, heard[j])
		if last >= 0 {
			cost += gapCost(p.Events[last], p.Events[i], heard[matched[last]], heard[j], 1)
		}
		last = i
	}
	return cost + extraCost*float64(len(heard)-used)
}

func TestWhatCannotBeJudged(t *testing.T) {
	p := row(8, 60)
	for want, heard := range map[string][]Heard{
		"no notes were heard": nil, "up to 5 minutes": {{MIDI: 50, OnsetSec: 400}}, "give up to 6000": make([]Heard,
			MaxHeard+1), "give 0 to 127": {{MIDI: 128}},
	} {
		_, err := Judge(p, heard, 1)
		assert.ErrorContains(t, err, want)
	}
	_, err := Judge(piece.Piece{}, []Heard{{MIDI: 50}}, 1)
	assert.ErrorContains(t, err, "brief")
	_, err = Play(p, Errors{JitterMS: math.NaN()})
	assert.ErrorContains(t, err, "jitterMs")
	_, err = Play(p, Errors{Missed: 8})
	assert.ErrorContains(t, err, "missed: 8 was given: give 0 to 7")
	// Speech or another tune: a take, with nothing right that is not there.
	noise := []Heard{{MIDI: 90, OnsetSec: 0.1}, {MIDI: 91, OnsetSec: 0.15}, {MIDI: 99, OnsetSec: 4}}
	got, err := Judge(p, noise, 1)
	require.NoError(t, err)
	assert.Zero(t, got.Right)
	assert.Equal(t, result.NotYet, got.Result)
	assert.Contains(t, got.Why, "doesn't sound like the run: 0 of 8 notes are right")
}

// A finger that comes late is named.
func TestALateFinger(t *testing.T) {
	p := row(60, 80)
	for i := range p.Events {
		p.Events[i].Finger = i%4 + 1
		p.Events[i].Shift = 0
	}
	heard, err := Play(p, Errors{Seed: 2, JitterMS: 3})
	require.NoError(t, err)
	for i := range heard {
		if i%4 == 3 {
			heard[i].OnsetSec += 0.025
		}
	}
	got, err := Judge(p, heard, MIDIFloorMS)
	require.NoError(t, err)
	for _, c := range got.ByCause {
		if c.Cause == "finger-4" {
			assert.Equal(t, 15, c.Notes)
			assert.Greater(t, c.LateMS, 15.0)
			return
		}
	}
	t.Fatalf("no finger in %v", got.ByCause)
}

// What is heard need not be certain: evidence for the planned pitch is enough, a flutter is
// no note too many, and one note that may be either asks for another take.
func TestWhatIsHeardUnsurely(t *testing.T) {
	p := row(16, 60)
	play := func(change func([]Heard) []Heard) Take {
		heard, err := Play(p, Errors{})
		require.NoError(t, err)
		got, err := Judge(p, change(heard), 2)
		require.NoError(t, err)
		return got
	}
	as := func(i int, of float64) func([]Heard) []Heard {
		return func(heard []Heard) []Heard {
			right := heard[i].MIDI
			heard[i].MIDI, heard[i].Evidence = right+5, Evidence{Low: right, Of: []float64{of}}
			return heard
		}
	}
	got := play(as(4, 0.8))
	assert.Equal(t, []int{16, 0, 0}, []int{got.Right, got.Wrong, got.Unsure}, "likely enough")
	assert.Equal(t, p.Events[4].MIDI, *got.Events[4].HeardMIDI)
	got = play(as(4, 0.5))
	assert.Equal(t, []int{15, 1, 1}, []int{got.Right, got.Wrong, got.Unsure})
	assert.True(t, got.Events[4].Unsure)
	assert.Equal(t, []any{result.Nearly, []int{5}}, []any{got.Result, got.SlipsAt})
	assert.Contains(t, got.Why, "Play it again")
	got = play(as(4, 0.1))
	assert.Equal(t, []int{1, 0}, []int{got.Wrong, got.Unsure})
	assert.Contains(t, got.Why, "Note 5 (bar 1) was D, not A.")
	octaveUp := func(of float64) func([]Heard) []Heard {
		return func(heard []Heard) []Heard {
			right := heard[4].MIDI
			heard[4].MIDI, heard[4].Evidence = right+12, Evidence{Low: right, Of: []float64{of}}
			return heard
		}
	}
	assert.Equal(t, 16, play(octaveUp(0.4)).Right, "an octave cannot be told from its note")
	assert.Equal(t, 1, play(octaveUp(0)).Wrong, "but by an instrument that tells its notes")
	flutters := func(doubt float64) func([]Heard) []Heard {
		return func(heard []Heard) []Heard {
			return append(heard, Heard{MIDI: 90, OnsetSec: heard[3].OnsetSec + 0.2, Doubt: doubt})
		}
	}
	assert.Equal(t, result.Clean, play(flutters(0.8)).Result)
	assert.Equal(t, []int{1, 0}, []int{play(flutters(0)).Extra, play(flutters(0)).Unsure})
	assert.Equal(t, []int{1, 1}, []int{play(flutters(0.3)).Extra, play(flutters(0.3)).Unsure})
}

// The mark follows what is heard, passes over what fits nothing, and never goes back.
func TestFollow(t *testing.T) {
	p := row(16, 60)
	heard, err := Play(p, Errors{})
	require.NoError(t, err)
	assert.Equal(t, 5, Follow(p, 0, heard[:5]))
	assert.Equal(t, 9, Follow(p, 5, heard[5:9]))
	assert.Equal(t, 5, Follow(p, 5, []Heard{{MIDI: 100}}))
	assert.Equal(t, 7, Follow(p, 5, heard[6:7]), "one was not heard")
	assert.Equal(t, 5, Follow(p, 5, []Heard{{MIDI: heard[5].MIDI, Doubt: 0.9}}))
	assert.Equal(t, 16, Follow(p, 99, nil))
}

func TestOneSeedOneTake(t *testing.T) {
	e := Errors{Seed: 7, JitterMS: 9, Wrong: 2, Missed: 1, Extra: 2}
	a, err := Play(row(40, 90), e)
	require.NoError(t, err)
	b, err := Play(row(40, 90), e)
	require.NoError(t, err)
	assert.Equal(t, a, b)
	assert.True(t, slices.IsSortedFunc(a, earlier))
	data, err := json.Marshal(judged(t, row(8, 60), Errors{Missed: 1, Seed: 2}))
	require.NoError(t, err)
	assert.Contains(t, string(data), `"verdict":"missed","heardMidi":null,"onsetSec":null,"lateMs":null`)
}

func BenchmarkJudge(b *testing.B) {
	for _, notes := range []int{60, 600} {
		p := row(notes, 120)
		heard, err := Play(p, Errors{Seed: 1, JitterMS: 10, Wrong: 3, Missed: 2, Extra: 3})
		if err != nil {
			b.Fatal(err)
		}
		b.Run(fmt.Sprint(notes), func(b *testing.B) {
			b.ReportAllocs()
			for b.Loop() {
				if _, err := Judge(p, heard, 1); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// The prices of an alignment: a note in time and in tune costs nothing, and each thing that
// is not so has its own price.
func TestPricesOfAnAlignment(t *testing.T) {
	at := func(beat float64, midi int) piece.Event { return piece.Event{Note: piece.Note{MIDI: midi}, At: beat} }
	heard := func(sec float64, midi int) Heard { return Heard{OnsetSec: sec, MIDI: midi} }
	gap := func(beats, seconds float64) float64 {
		return gapCost(at(1, 60), at(1+beats, 62), heard(3, 60), heard(3+seconds, 62), 0.5)
	}
	assert.Zero(t, gap(1, 0.5))
	assert.Zero(t, gap(2, 1.1), "a tenth late is in time")
	assert.InDelta(t, math.Log(2)-gapFree, gap(1, 1), 1e-9, "twice as long")
	assert.InDelta(t, math.Log(2)-gapFree, gap(2, 0.5), 1e-9, "half as long is as wrong")
	assert.InDelta(t, gapMost, gap(1, 60), 1e-9)
	assert.InDelta(t, gapMost, gap(1, 0), 1e-9)
	assert.InDelta(t, gapMost, gap(0, 0.5), 1e-9)

	assert.Zero(t, pitchCost(60, heard(0, 60)))
	assert.InDelta(t, semitoneCost, pitchCost(60, heard(0, 61)), 1e-9)
	assert.InDelta(t, semitoneCost, pitchCost(60, heard(0, 59)), 1e-9)
	assert.InDelta(t, wrongCost, pitchCost(60, heard(0, 62)), 1e-9)
	assert.InDelta(t, 0.4*doubtCost, pitchCost(60, Heard{MIDI: 60, Doubt: 0.4}), 1e-9)

	sums := extraCosts([]Heard{{}, {Doubt: 0.5}, {Doubt: 1}})
	assert.InDeltaSlice(t, []float64{0, 0.9, 0.9 + 0.45, 0.9 + 0.45 + 0.9*leastExtra}, sums, 1e-9)
}

// What was left out, put in or taken for another note is found where it is.
func TestWhatIsAlignedWithWhat(t *testing.T) {
	var events []piece.Event
	for i, midi := range []int{60, 62, 64, 65, 67, 69, 71, 72} {
		events = append(events, piece.Event{Note: piece.Note{MIDI: midi}, At: float64(i)})
	}
	play := func(notes ...[2]float64) (heard []Heard) { // beat and pitch
		for _, n := range notes {
			heard = append(heard, Heard{OnsetSec: 2 + n[0]/2, MIDI: int(n[1])})
		}
		return heard
	}
	for name, c := range map[string]struct {
		heard []Heard
		want  []int
	}{
		"as written": {play([2]float64{0, 60}, [2]float64{1, 62}, [2]float64{2, 64}, [2]float64{3, 65},
			[2]float64{4, 67}, [2]float64{5, 69}, [2]float64{6, 71}, [2]float64{7, 72}), []int{0, 1, 2, 3, 4, 5, 6, 7}},
		"the first missed": {play([2]float64{1, 62}, [2]float64{2, 64}, [2]float64{3, 65}, [2]float64{4, 67},
			[2]float64{5, 69}, [2]float64{6, 71}, [2]float64{7, 72}), []int{-1, 0, 1, 2, 3, 4, 5, 6}},
		"two missed": {play([2]float64{0, 60}, [2]float64{1, 62}, [2]float64{4, 67}, [2]float64{5, 69},
			[2]float64{6, 71}, [2]float64{7, 72}), []int{0, 1, -1, -1, 2, 3, 4, 5}},
		"one too many": {play([2]float64{0, 60}, [2]float64{1, 62}, [2]float64{1.5, 50}, [2]float64{2, 64},
			[2]float64{3, 65}, [2]float64{4, 67}, [2]float64{5, 69}, [2]float64{6, 71}, [2]float64{7, 72}),
			[]int{0, 1, 3, 4, 5, 6, 7, 8}},
		"a fret off": {play([2]float64{0, 60}, [2]float64{1, 62}, [2]float64{2, 63}, [2]float64{3, 65},
			[2]float64{4, 67}, [2]float64{5, 69}, [2]float64{6, 71}, [2]float64{7, 72}), []int{0, 1, 2, 3, 4, 5, 6, 7}},
	} {
		got, _ := alignAt(events, c.heard, 0.5)
		assert.Equal(t, c.want, got, name)
	}
}
