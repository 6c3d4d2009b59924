package call

import (
	"math/rand/v2"
	"slices"

	"evenladder/core/base/fault"
)

// asked is what is asked: by hand, by a progression, or by the seed.
func (r *Request) asked(k Kind, m *setting) ([]string, error) {
	if len(r.Ask) > 0 {
		return readEach("ask", k, m, r.Ask)
	}
	if r.Progression != "" {
		return r.progression(m), nil
	}
	all := slices.DeleteFunc(k.asks(m), func(ask string) bool { return !m.level.has(m, ask) })
	if len(all) == 0 {
		return nil, fault.At("brief", "this kind has no calls here: give another scale, level or neck")
	}
	if k.inTurn {
		return r.inTurn(all), nil
	}
	weights := make([]float64, len(all))
	for i, ask := range all {
		weights[i] = r.weight(k, m, ask)
	}
	random := rand.New(rand.NewPCG(uint64(r.Seed), uint64(len(all)+len(r.Said)<<16)))
	out := make([]string, 0, r.Count)
	for range r.Count {
		out = append(out, pick(random, all, weights, apart(slices.Concat(r.Said, out), len(all))))
	}
	return out, nil
}

// Weights of what is asked. What was never asked counts as half known, so that what was
// missed comes before it, and what is known well still comes now and then.
const (
	neverAsked  = 0.5
	least       = 0.06
	missedAgain = 2.0 // times, for what was missed the last time
)

// weight is how much an ask is wanted: the less of it is known, the more.
func (r *Request) weight(k Kind, m *setting, ask string) float64 {
	if len(r.Known) == 0 {
		return 1
	}
	facts := k.factsOf(m, ask)
	sum := 0.0
	for _, f := range facts {
		known, asked := r.Known[f]
		switch {
		case !asked:
			sum += 1 - neverAsked
		case known <= 0:
			sum += missedAgain
		default:
			sum += max(1-known, least)
		}
	}
	return sum / float64(len(facts))
}

// mostApart is how many other calls at most lie between two of the same.
const mostApart = 3

// apart are the latest asks, which are not asked at once again: one at least, and more where
// there is enough to choose from.
func apart(said []string, choices int) []string {
	n := min(max((choices-1)/3, 1), mostApart, choices-1)
	return said[max(len(said)-n, 0):]
}

// pick draws one by weight, and none of the latest.
func pick(random *rand.Rand, all []string, weights []float64, latest []string) string {
	sum := 0.0
	for i, ask := range all {
		if !slices.Contains(latest, ask) {
			sum += weights[i]
		}
	}
	at := random.Float64() * sum
	last := all[0]
	for i, ask := range all {
		if slices.Contains(latest, ask) {
			continue
		}
		last = ask
		if at -= weights[i]; at < 0 {
			break
		}
	}
	return last
}
