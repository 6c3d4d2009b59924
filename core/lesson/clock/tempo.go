package clock

import (
	"math"

	"gonum.org/v1/gonum/stat/distuv"

	"evenladder/core/base/number"
)

// What a drift needs to be said: so many onsets, so much from the start to the end, and a
// test at 1 %. Where neighbouring gaps don't take turns as the jitter of onsets makes them
// do, the clock itself wanders: then the gaps have to show it, too.
const (
	driftOnsets  = 24
	leastDrift   = 0.02
	wanderingLag = -0.25
)

// A bend is looked for at these places between the start, -1/2, and the end, 1/2. It has to
// win this much.
const (
	bendFrom, bendTo, bendStep = -0.3, 0.3, 0.05
	bendGain                   = 12.0
)

// tempo lays the line, and gives how many onsets are free of it.
func (r *Reading) tempo(onsets []Onset, sec []float64) (free int) {
	n := len(onsets)
	first, length := onsets[0].Beat, onsets[n-1].Beat-onsets[0].Beat
	one, u, square := make([]float64, n), make([]float64, n), make([]float64, n)
	for i, o := range onsets {
		one[i], u[i] = 1, (o.Beat-first)/length-0.5
		square[i] = u[i]*u[i] - 1.0/12
	}
	b := slope(u, sec)
	levels := make([]float64, n)
	for i := range sec {
		levels[i] = sec[i] - b*u[i]
	}
	line := regress([][]float64{one, u}, sec, []float64{number.Median(levels), b})
	wide := studentT(0.975, n-2) * line.se[1]
	r.TempoBPM = bpm(line.of[1] / length)
	r.Tempo = Interval{bpm((line.of[1] + wide) / length), bpm((line.of[1] - wide) / length)}

	best, columns := line, [][]float64{one, u}
	curve := regress([][]float64{one, u, square}, sec, []float64{line.of[0], line.of[1], 0})
	if start, end := curve.of[1]-curve.of[2], curve.of[1]+curve.of[2]; start > 0 && end > 0 &&
		drifts(onsets, u, sec, curve) {
		if drift := start/end - 1; math.Abs(drift) >= leastDrift {
			r.Drift, r.Ends = drift, Interval{bpm(start / length), bpm(end / length)}
			best, columns = curve, [][]float64{one, u, square}
		}
	}
	before := loss(best.left, best.scale)
	least := before * math.Exp(-bendGain/float64(n))
	for at := bendFrom; at <= bendTo+bendStep/2; at += bendStep {
		bent := make([]float64, n)
		for i := range u {
			bent[i] = max(u[i]-at, 0)
		}
		tried := regress(
			append(columns[:len(columns):len(columns)], bent),
			sec,
			append(best.of[:len(columns):len(columns)], 0),
		)
		if l := loss(tried.left, best.scale); l < least-smallest*smallest {
			least, r.Late = l, tried.left
			free = n - len(columns) - 1
		}
	}
	if free == 0 {
		r.Late, free = best.left, n-len(columns)
	}
	return free
}

// drifts reports whether a curve is more than chance shows.
func drifts(onsets []Onset, u, sec []float64, curve fit) bool {
	n := len(sec)
	if n < driftOnsets || math.Abs(curve.of[2]) <= studentT(0.995, n-3)*curve.se[2] {
		return false
	}
	var middle, perBeat, one []float64
	for i := 1; i < n; i++ {
		if beats := onsets[i].Beat - onsets[i-1].Beat; beats > 0 {
			middle, perBeat, one = append(
				middle,
				(u[i]+u[i-1])/2,
			), append(
				perBeat,
				(sec[i]-sec[i-1])/beats,
			), append(
				one,
				1,
			)
		}
	}
	gaps := regress([][]float64{one, middle}, perBeat, []float64{number.Median(append([]float64{}, perBeat...)), 0})
	return lagOne(gaps.left) <= wanderingLag || math.Abs(gaps.of[1]) > studentT(0.995, len(perBeat)-2)*gaps.se[1]
}

// studentT is a quantile of Student's distribution.
func studentT(p float64, free int) float64 {
	return distuv.StudentsT{Sigma: 1, Nu: float64(max(free, 1))}.Quantile(p)
}
