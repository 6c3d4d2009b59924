package schedule

import (
	"math"
	"strings"

	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

// part divides the minutes of a day among what there is of each kind, whole minutes that
// add up to the day. What is new has a minute each at least.
func part(minutes int, has map[Kind]bool, fresh int) map[Kind]int {
	out := map[Kind]int{}
	total := 0.0
	for _, k := range Kinds {
		if has[Kind(k.ID)] {
			total += k.Share
		}
	}
	left := minutes
	for _, k := range Kinds {
		if kind := Kind(k.ID); has[kind] {
			out[kind] = max(int(math.Floor(k.Share/total*float64(minutes))), 1)
			left -= out[kind]
		}
	}
	need := max(fresh-out[New], 0) // a minute for each new thing, taken from the others
	out[New] += need
	left -= need
	for _, kind := range []Kind{Play, Old, WarmUp} {
		for left < 0 && out[kind] > 0 {
			out[kind]--
			left++
		}
	}
	switch {
	case has[New]:
		out[New] += left
	case has[Old]:
		out[Old] += left
	default:
		out[Play] += left
	}
	return out
}

// spread divides minutes evenly among n things, the first ones having more.
func spread(minutes, n int) []int {
	n = min(n, minutes)
	out := make([]int, n)
	for i := range out {
		out[i] = minutes / n
		if i < minutes%n {
			out[i]++
		}
	}
	return out
}

func short(b brief.Brief) brief.Brief { return brief.Fields.Short(b) }

// scaleName is the name of a scale without its tonic.
func scaleName(b brief.Brief) string {
	return strings.TrimSpace(strings.TrimPrefix(b.ScaleTitle(), pitch.Pretty(b.Scale.Tonic)))
}
