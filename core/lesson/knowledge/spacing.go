package knowledge

import (
	"math"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/result"
)

// Spacing of what was learned follows FSRS-6 with its published default weights:
// J. Ye and others, "A Stochastic Shortest Path Algorithm for Optimizing Spaced
// Repetition Scheduling" (KDD 2022), and the description of the algorithm by the Open
// Spaced Repetition group. A day counts as one repetition: clean is its grade Good,
// nearly is Hard, not yet is Again.
var weights = [21]float64{
	0.212, 1.2931, 2.3065, 8.2956, 6.4133, 0.8334, 3.0194, 0.001, 1.8722, 0.1666, 0.796,
	1.4835, 0.0614, 0.2629, 1.6483, 0.6014, 1.8729, 0.5425, 0.0912, 0.0658, 0.1542,
}

// grades of the results, as the schedule counts them from 1.
var grades = map[result.Result]float64{result.NotYet: 1, result.Nearly: 2, result.Clean: 3}

// Bounds and constants of the published schedule.
const (
	again, hard, easy         = 1.0, 2.0, 4.0
	hardest, easiest          = 10.0, 1.0
	leastStability            = 0.001
	mostStability     float64 = 36500
)

// Retention is how much of what is due on its day is still known.
const Retention = 0.9

// Memory is how well something is known.
type Memory struct {
	Stability  float64      // days until the chance to know it falls to 90 %
	Difficulty float64      // 1 to 10
	Last       calendar.Day // of the latest repetition; no day where there was none
}

// After is the memory after a repetition on a day. A second one on the same day changes
// nothing.
func (m Memory) After(r result.Result, on calendar.Day) Memory {
	g := grades[r]
	if m.Last.IsZero() {
		return Memory{max(weights[int(g)-1], leastStability), clampDifficulty(firstDifficulty(g)), on}
	}
	if on.Since(m.Last) <= 0 {
		return m
	}
	known := m.Known(on)
	next := Memory{Difficulty: nextDifficulty(m.Difficulty, g), Last: on}
	if g == again {
		next.Stability = m.forgotten(known)
	} else {
		next.Stability = m.recalled(known, g)
	}
	next.Stability = min(max(next.Stability, leastStability), mostStability)
	return next
}

// Known is the chance, 0 to 1, that it is still known on a day.
func (m Memory) Known(on calendar.Day) float64 {
	if m.Last.IsZero() {
		return 0
	}
	decay := -weights[20]
	factor := math.Pow(Retention, 1/decay) - 1
	return math.Pow(1+factor*float64(max(on.Since(m.Last), 0))/m.Stability, decay)
}

// Due is the day on which it ought to come back; no day where it never came.
func (m Memory) Due() calendar.Day {
	if m.Last.IsZero() {
		return calendar.Day{}
	}
	return m.Last.Add(max(int(math.Round(m.Stability)), 1))
}

func firstDifficulty(grade float64) float64 { return weights[4] - math.Exp(weights[5]*(grade-1)) + 1 }

func nextDifficulty(d, grade float64) float64 {
	moved := d - weights[6]*(grade-3)*(hardest-d)/9
	return clampDifficulty(weights[7]*firstDifficulty(easy) + (1-weights[7])*moved)
}

func clampDifficulty(d float64) float64 { return min(max(d, easiest), hardest) }

func (m Memory) recalled(known, grade float64) float64 {
	penalty := 1.0
	if grade == hard {
		penalty = weights[15]
	}
	growth := math.Exp(weights[8]) * (11 - m.Difficulty) * math.Pow(m.Stability,
		-weights[9]) * (math.Exp(weights[10]*(1-known)) - 1)
	return m.Stability * (1 + growth*penalty)
}

func (m Memory) forgotten(known float64) float64 {
	s := weights[11] * math.Pow(m.Difficulty, -weights[12]) * (math.Pow(m.Stability+1,
		weights[13]) - 1) * math.Exp(weights[14]*(1-known))
	return min(s, m.Stability/math.Exp(weights[17]*weights[18]))
}
