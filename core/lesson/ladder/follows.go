package ladder

import (
	"time"

	"evenladder/core/lesson/result"
)

// Follow is what comes after a try: the rung to play then, and why.
type Follow struct {
	Next    int    `json:"next"`
	Why     string `json:"why"`
	Reached bool   `json:"reached"`
	Then    Before `json:"then"` // what this try is for the one that follows on that rung
}

// Before is what the try before was, as far as it matters for what comes next.
type Before string

// What the try before may have been.
const (
	Other     Before = "other"      // nothing, or something that matters no more
	CleanHere Before = "clean-here" // clean, on the same rung
	NotThere  Before = "not-there"  // not yet there, on any rung
)

// Befores are all of these.
var Befores = []Before{Other, CleanHere, NotThere}

// Follows says what comes after each result on each rung, for whatever came before: all
// that a page needs that climbs the ladder by itself. What is as after Other is left out.
func (l Ladder) Follows() []map[Before]map[result.Result]Follow {
	out := make([]map[Before]map[result.Result]Follow, len(l.Rungs))
	for i := range l.Rungs {
		out[i] = map[Before]map[result.Result]Follow{}
		for _, before := range Befores {
			out[i][before] = map[result.Result]Follow{}
			for _, r := range []result.Result{result.Clean, result.Nearly, result.NotYet} {
				if f := l.after(i, before, r); before == Other || f != out[i][Other][r] {
					out[i][before][r] = f
				}
			}
		}
	}
	return out
}

func (l Ladder) after(rung int, before Before, r result.Result) Follow {
	var tries []onRung
	at := time.Unix(0, 0)
	switch before {
	case CleanHere:
		tries = append(tries, onRung{&Try{At: at, Result: result.Clean}, rung})
	case NotThere:
		tries = append(tries, onRung{&Try{At: at, Result: result.NotYet}, rung})
	}
	last := onRung{&Try{At: at, Result: r}, rung}
	l.Next, l.Reached = rung, false
	l.follow(append(tries, last), last)
	then := Other
	switch {
	case r == result.NotYet:
		then = NotThere
	case r == result.Clean && l.Next == rung && !l.Reached:
		then = CleanHere
	}
	return Follow{l.Next, l.Why, l.Reached, then}
}

// LongBreakDays is after how many days without a try the ladder starts one rung lower.
const LongBreakDays = int(longBreak / (24 * time.Hour))

// Latest is what the latest try of a history was for the one that follows on the rung that
// comes next.
func (l Ladder) Latest() Before {
	if len(l.History) == 0 {
		return Other
	}
	last := l.History[len(l.History)-1]
	next := l.Rungs[l.Next]
	switch {
	case last.Result == result.NotYet:
		return NotThere
	case last.Result == result.Clean && last.Step == next.Step && last.Part == next.Part.ID && !l.Reached:
		return CleanHere
	}
	return Other
}
