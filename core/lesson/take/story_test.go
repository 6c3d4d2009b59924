package take

import (
	"math"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
)

// player plays parts of a piece after each other, with a breath between.
type player struct {
	p      piece.Piece
	random *rand.Rand
	speed  float64 // of the plan's tempo
	at     float64
	heard  []Heard
}

func plays(p piece.Piece, seed uint64) *player {
	return &player{p: p, random: rand.New(rand.NewPCG(seed, 3)), speed: 1, at: 0.5}
}

// part plays from one index to before another, then waits for so many beats.
func (l *player) part(from, to int, rest float64) *player {
	perBeat := 60 / float64(l.p.Rhythm.TempoBPM) / l.speed
	for _, e := range l.p.Events[from:to] {
		l.heard = append(
			l.heard,
			Heard{MIDI: e.MIDI, OnsetSec: l.at + (e.At-l.p.Events[from].At)*perBeat + l.random.NormFloat64()*0.008},
		)
	}
	last := l.p.Events[to-1]
	l.at += (last.At + last.Sounds - l.p.Events[from].At + rest) * perBeat
	return l
}

func (l *player) judged(t *testing.T) Take {
	got, err := Judge(l.p, l.heard, MIDIFloorMS)
	require.NoError(t, err)
	return got
}

func (l *player) high(semitones int) *player {
	for i := range l.heard {
		l.heard[i].MIDI += semitones
	}
	return l
}

// What happened to the whole is told, and isn't counted as slips, at any tempo.
func TestTheStory(t *testing.T) {
	for name, c := range map[string]struct {
		play  func(l *player) *player
		what  []string
		right int
		says  string
	}{
		"a false start":    {func(l *player) *player { return l.part(0, 4, 1).part(0, 33, 0) }, []string{FalseStart}, 33, "Second go: all 33 notes right"},
		"two false starts": {func(l *player) *player { return l.part(0, 3, 1).part(0, 5, 1.5).part(0, 33, 0) }, []string{FalseStart, FalseStart}, 33, "Third go: all 33 notes right"},
		"begun again":      {func(l *player) *player { return l.part(0, 17, 1).part(0, 33, 0) }, []string{Restart}, 33, "Second go: all 33 notes right"},
		"twice":            {func(l *player) *player { return l.part(0, 33, 2).part(0, 33, 0) }, []string{Twice}, 33, "Played twice. The second time: all 33 notes right"},
		"stopped":          {func(l *player) *player { return l.part(0, 20, 0) }, []string{Stopped}, 20, "Right up to bar 3, then you stopped. Begin at bar 3 and play to the end."},
		"went back":        {func(l *player) *player { return l.part(0, 15, 0.5).part(9, 33, 0) }, []string{WentBack}, 33, "You went back to bar 2."},
		"left a part out":  {func(l *player) *player { return l.part(0, 12, 0).part(20, 33, 0) }, []string{LeftOut}, 25, "You left out notes 13 to 20. Play bars 2 to 3 alone, then the whole."},
		"a fret high":      {func(l *player) *player { return l.part(0, 33, 0).high(1) }, []string{Off}, 33, "one fret too high."},
		"an octave low":    {func(l *player) *player { return l.part(0, 33, 0).high(-12) }, []string{Off}, 33, "an octave too low."},
		"a fret low twice": {func(l *player) *player { return l.part(0, 9, 1).part(0, 33, 0).high(-1) }, []string{Off, Restart}, 33, "Second go: all 33 notes right"},
		"plain":            {func(l *player) *player { return l.part(0, 33, 0) }, []string{}, 33, "All 33 notes right, even to"},
	} {
		for seed := range uint64(12) {
			l := plays(row(33, 80), seed+1)
			l.speed = 0.85 + 0.25*float64(seed)/11
			got := c.play(l).judged(t)
			what := []string{}
			for _, h := range got.Story {
				what = append(what, h.What)
			}
			assert.Equal(t, c.what, what, "%s, seed %d: %s", name, seed, got.Why)
			assert.Equal(t, c.right, got.Right, "%s, seed %d", name, seed)
			assert.Zero(t, got.Wrong+got.Extra, "%s, seed %d", name, seed)
			assert.Equal(t, 33, got.Right+got.Wrong+got.Missed)
			assert.InEpsilon(t, 80*l.speed, got.TempoBPM, 0.02, "%s, seed %d", name, seed)
			assert.Contains(t, got.Why, c.says, "%s, seed %d", name, seed)
		}
	}
}

// A note that is wrong wherever it comes is one mistake.
func TestOneMistakeEverywhere(t *testing.T) {
	l := plays(row(57, 80), 4).part(0, 57, 0)
	for i, e := range l.p.Events {
		if e.Name == "F" {
			l.heard[i].MIDI++
		}
	}
	assert.Contains(t, l.judged(t).Why, "Each F was F♯. Find each F first, then play it slowly.")
}

// The path with leaps is the cheapest of all, tried against every one on short takes.
func TestLeapsAgainstEverySearch(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n, m := rapid.IntRange(1, 7).Draw(t, "planned"), rapid.IntRange(1, 3).Draw(t, "heard")
		p := piece.Piece{Rhythm: rhythm.Rhythm{PerBeat: 1, TempoBPM: 60, BeatsPerBar: 4}}
		for i := range n {
			e := piece.Event{N: i + 1, At: float64(i)}
			e.MIDI = 60 + rapid.IntRange(0, 4).Draw(t, "pitch")
			p.Events = append(p.Events, e)
		}
		heard := make([]Heard, m)
		at := 0.0
		for j := range heard {
			at += rapid.Float64Range(0.05, 3).Draw(t, "gap")
			heard[j] = Heard{MIDI: 60 + rapid.IntRange(0, 4).Draw(t, "heard pitch"), OnsetSec: at}
		}
		path, cost := leaps(p.Events, heard, 1, 1)
		assert.InDelta(t, cheapestPath(p.Events, heard), cost, 1e-9)
		assert.InDelta(t, pathCost(p.Events, heard, path), cost, 1e-9, "the path costs what it says")
	})
}

// cheapestPath tries every path.
func cheapestPath(events []piece.Event, heard []Heard) float64 {
	least := pathCost(events, heard, nil)
	var try func(path []step, from int)
	try = func(path []step, from int) {
		if len(path) > 0 {
			least = min(least, pathCost(events, heard, path))
		}
		for j := from; j < len(heard); j++ {
			for i := range events {
				for _, leap := range []bool{false, true} {
					if len(path) > 0 || !leap {
						try(append(path[:len(path):len(path)], step{i, j, leap}), j+1)
					}
				}
			}
		}
	}
	try(nil, 0)
	return least
}

func pathCost(events []piece.Event, heard []Heard, path []step) float64 {
	n := len(events)
	if len(path) == 0 {
		return missedCost*float64(n) + extraCost*float64(len(heard))
	}
	first, last := path[0], path[len(path)-1]
	cost := min(missedCost*float64(first.planned), beginsLate) + min(missedCost*float64(n-1-last.planned), endsEarly)
	cost += extraCost * float64(len(heard)-len(path))
	for k, s := range path {
		cost += pitchCost(events[s.planned].MIDI, heard[s.heard])
		if k == 0 {
			continue
		}
		before := path[k-1]
		gap := s.planned - before.planned
		switch {
		case !s.leap && gap >= 1 && gap <= backPlanned && s.heard-before.heard <= backHeard:
			cost += missedCost*float64(
				gap-1,
			) + gapCost(
				events[before.planned],
				events[s.planned],
				heard[before.heard],
				heard[s.heard],
				1,
			)
		case s.leap && s.heard-before.heard <= leapLooks && (gap <= 0 || gap >= leastOn):
			price := map[bool]float64{true: leapOn, false: leapBack}[gap > 0]
			if gap <= 0 && s.planned == 0 {
				price = leapToStart
			}
			if heard[s.heard].OnsetSec-heard[before.heard].OnsetSec > restTimes {
				price -= afterRest
			}
			cost += price
		default:
			return math.Inf(1)
		}
	}
	return cost
}
