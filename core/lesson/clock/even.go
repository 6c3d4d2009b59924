package clock

import (
	"cmp"
	"math"
	"slices"

	"gonum.org/v1/gonum/stat/distuv"
)

// wandering is how many times the spread from note to note the whole one is before the
// tempo wanders.
const wandering = 1.5

// evenness is the spread of the onsets around their line, less what the ear can't tell.
func (r *Reading) evenness(free int, floor float64) {
	var square float64
	for _, e := range r.Late {
		square += e * e
	}
	free = max(free, 1)
	less := func(variance float64) float64 { return math.Sqrt(max(variance-floor*floor, 0)) }
	chi := distuv.ChiSquared{K: float64(free)}
	r.Spread = less(square / float64(free))
	r.Spreads = Interval{less(square / chi.Quantile(0.975)), less(square / chi.Quantile(0.025))}
	var beside float64
	for i := 1; i < len(r.Late)-1; i++ {
		d := r.Late[i] - (r.Late[i-1]+r.Late[i+1])/2
		beside += d * d
	}
	r.NoteToNote = less(2.0 / 3 * beside / float64(max(len(r.Late)-2, 1)))
	r.Wanders = r.Spread > wandering*r.NoteToNote && r.Spread > floor
}

// What a place in the beat has to be late by: a time, and a share of the usual note; and the chance that is left.
const leastPlace, leastPlaceShare, placeChance = 0.010, 0.04, 0.005

// places says which place in the beat comes late or early, and takes that off what is left.
// Of two to the beat the second is measured against the first; of more each against the others.
func (r *Reading) places(onsets []Onset, left []float64, noteSec float64) {
	at := map[int][]float64{}
	for i, o := range onsets {
		at[o.Place] = append(at[o.Place], left[i])
	}
	kinds := make([]int, 0, len(at))
	for k := range at {
		kinds = append(kinds, k)
	}
	slices.Sort(kinds)
	all := sumsOf(left)
	for _, k := range kinds {
		if k == 0 && len(kinds) == 2 {
			continue
		}
		some := sumsOf(at[k])
		d, t := differs(some, all)
		chance := studentT(1-placeChance/2/float64(max(len(kinds)-1, 1)), len(onsets)-2)
		if some.n >= leastOfCause && all.n-some.n >= leastOfCause && math.Abs(t) > chance &&
			math.Abs(d) > max(leastPlace, leastPlaceShare*noteSec) {
			r.Places = append(r.Places, Place{k, d})
		}
	}
	slices.SortStableFunc(r.Places, func(a, b Place) int { return cmp.Compare(math.Abs(b.Sec), math.Abs(a.Sec)) })
	if len(r.Places) == 0 {
		return
	}
	for _, k := range kinds {
		mean := meanOf(at[k])
		for i, o := range onsets {
			if o.Place == k {
				left[i] -= mean
			}
		}
	}
}

// What one note has to be off by to be named.
const leastWorst, leastWorstShare = 0.020, 0.10

// worst finds the note that lies far off all others.
func (r *Reading) worst(left []float64, noteSec float64) {
	n := len(left)
	worst, square := 0, 0.0
	for i, e := range left {
		square += e * e
		if math.Abs(e) > math.Abs(left[worst]) {
			worst = i
		}
	}
	most := math.Abs(left[worst])
	others := math.Sqrt(max(square-most*most, 0) / float64(max(n-3, 1)))
	if n > fewOnsets && most > studentT(1-0.01/2/float64(n), n-3)*others &&
		most > max(leastWorst, leastWorstShare*noteSec) {
		r.Worst = worst
	}
}

func meanOf(values []float64) (mean float64) {
	for _, v := range values {
		mean += v / float64(len(values))
	}
	return mean
}

// differs is by how much some values lie over the others of all, and in how many standard errors.
func differs(some, all sums) (by, t float64) {
	a, b := some.n, all.n-some.n
	if a == 0 || b == 0 || all.n <= 2 {
		return 0, 0
	}
	mean, other := some.sum/a, (all.sum-some.sum)/b
	pooled := max((all.square-a*mean*mean-b*other*other)/(all.n-2), smallest*smallest)
	return mean - other, (mean - other) / math.Sqrt(pooled*(1/a+1/b))
}
