package ladder

import (
	"fmt"
	"slices"
	"time"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/lesson/result"
)

// Try is one try of a rung, as the log has it.
type Try struct {
	At time.Time `json:"at"`
	Step
	Result result.Result `json:"result"`
	Part   string        `json:"part,omitempty"`  // that was played, by its id; empty for the whole
	Slips  []int         `json:"slips,omitempty"` // notes of the run, from 1, that a take heard go wrong
}

const day = 24 * time.Hour

// breaks are how long nothing was played, longest first, and how many of the rungs climbed so far that costs.
var breaks = []struct {
	after time.Duration
	costs func(climbed int) int
}{
	{365 * day, func(climbed int) int { return climbed }},
	{90 * day, func(climbed int) int { return max((climbed+1)/2, 2) }},
	{28 * day, func(int) int { return 2 }},
	{longBreak, func(int) int { return 1 }},
}

// longBreak is the shortest that costs a rung.
const longBreak = 14 * day

// inARow is how long after a try another one counts as the next in a row.
const inARow = 7 * day

func checkLog(f *fault.List, log []Try, now *time.Time) {
	if len(log) > MaxTries {
		f.Addf("log", "%d tries were given: give the latest %d", len(log), MaxTries)
		return
	}
	f.Each("log", len(log), func(i int) error {
		switch t := log[i]; {
		case t.At.IsZero():
			return fmt.Errorf("a try without a time was given: give at, such as 2026-10-05T16:00:00Z")
		case now != nil && t.At.After(*now):
			return fmt.Errorf("%s was given, which is after now: give an earlier time", t.At.Format(time.RFC3339))
		}
		return log[i].Result.Check()
	})
}

// read counts the tries and finds the rung to play now.
func (l *Ladder) read(tries []onRung, now *time.Time) {
	last := int64(0)
	for i, t := range tries {
		if day := dayOf(t.At); i == 0 || day != last {
			l.Days++
			last = day
		}
		l.Rungs[t.rung].Tries++
		if t.Result == result.Clean {
			l.Rungs[t.rung].Clean++
		}
	}
	l.Step, l.Why = "start", "No practice logged yet. Start on the first rung."
	if len(tries) == 0 {
		return
	}
	latest := tries[len(tries)-1]
	l.Next = latest.rung
	l.follow(tries, latest)
	if now != nil {
		l.rest(now.Sub(latest.At))
	}
}

// rest goes down by what a break costs.
func (l *Ladder) rest(since time.Duration) {
	for _, b := range breaks {
		if since < b.after {
			continue
		}
		down := min(b.costs(l.Next), l.Next)
		if down == 0 {
			return
		}
		l.Next -= down
		where := english.CountInWords(down, "rung", "rungs") + " lower"
		if l.Next == 0 {
			where = "on the first rung"
		}
		l.Step, l.Reached = "down", false
		l.Why = fmt.Sprintf("No practice for %d days. Start %s, at %s.", int(since/day), where, l.Rungs[l.Next].Name)
		return
	}
}

// dayOf counts days, as long as the zone of the time says.
func dayOf(t time.Time) int64 {
	_, offset := t.Zone()
	return (t.Unix() + int64(offset)) / 86400
}

// history are the latest tries.
func history(tries []onRung) []Try {
	latest := tries[max(len(tries)-maxHistory, 0):]
	out := make([]Try, len(latest))
	for i, t := range latest {
		out[i] = *t.Try
	}
	return out
}

// sittings counts the days with a try before today.
func (l *Ladder) sittings(tries []onRung, now *time.Time) int {
	if len(tries) > 0 && now != nil && dayOf(tries[len(tries)-1].At) == dayOf(*now) {
		return l.Days - 1
	}
	return l.Days
}

// onRung is a try with the index of its rung.
type onRung struct {
	*Try
	rung int
}

// onRungs are the tries of this ladder's rungs in the order in which they were
// made. What was played at another step is not of this ladder.
func (l *Ladder) onRungs(log []Try) []onRung {
	out := make([]onRung, 0, len(log))
	for i := range log {
		t := &log[i]
		for k := range l.Rungs {
			if r := &l.Rungs[k]; r.Step == t.Step && r.Part.ID == t.Part {
				out = append(out, onRung{t, k})
				break
			}
		}
	}
	if earlier := func(a, b onRung) int { return a.At.Compare(b.At) }; !slices.IsSortedFunc(out, earlier) {
		slices.SortStableFunc(out, earlier)
	}
	return out
}

// follow finds the rung after the last try.
func (l *Ladder) follow(tries []onRung, last onRung) {
	top := len(l.Rungs) - 1
	name := l.Rungs[last.rung].Name
	twice := len(tries) > 1 && tries[len(tries)-2].Result == last.Result && last.At.Sub(tries[len(tries)-2].At) <= inARow
	switch {
	case last.Result == result.Clean && twice && tries[len(tries)-2].rung == last.rung:
		l.Reached = last.rung == top
		if l.Reached {
			l.Step, l.Why = "stay", fmt.Sprintf("Goal reached: two clean tries in a row on %s.", name)
			return
		}
		l.Next++
		l.Step, l.Why = "up", fmt.Sprintf("Two clean tries in a row on %s. Move up to %s.", name,
			l.Rungs[l.Next].Name)
	case last.Result == result.Clean:
		l.Step, l.Why = "stay", fmt.Sprintf("Stay on %s: one more clean try, then move up.", name)
	case last.Result == result.Nearly:
		l.Step, l.Why = "stay", fmt.Sprintf("%s was nearly clean. Try it again.", english.Capital(name))
	default:
		down, words := 1, "needs more work"
		if twice {
			down, words = 2, "needs more work, twice in a row"
		}
		l.Next = max(last.rung-down, 0)
		l.Step, l.Why = "down", fmt.Sprintf("%s %s. Go back to %s.", english.Capital(name), words, l.Rungs[l.Next].Name)
		if last.rung == 0 {
			l.Step, l.Why = "stay", fmt.Sprintf("%s %s, and it's the first rung. Try again, or start slower.",
				english.Capital(name), words)
		}
	}
}
