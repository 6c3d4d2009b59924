// Package schedule is what a teacher thinks up in the doorway: what to set next, what is
// due, what of the neck and of the keys was never touched, and weeks of practice.
//
// It reads what was played as Played works, one for each brief of a log, and what was
// set as an Assignment. From these come the Progress of an assignment, the Map of what
// has been practised, Proposals by a table of rules, each with its sentence, and Weeks
// day by day. Old material comes back by a published spacing (spacing.go). All of it is
// a function of its input; today is a part of that input.
package schedule

import (
	"slices"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
)

// Played is one work of a log with all its tries, the earliest first.
type Played struct {
	Brief brief.Brief // without its rung
	Tries []ladder.Try
}

// Clean counts the clean tries.
func (p Played) Clean() (n int) {
	for _, t := range p.Tries {
		if t.Result == result.Clean {
			n++
		}
	}
	return n
}

// LastClean is the day of the latest clean try; no day where there is none.
func (p Played) LastClean() Day {
	for _, t := range slices.Backward(p.Tries) {
		if t.Result == result.Clean {
			return DayOf(t.At)
		}
	}
	return Day{}
}

// Last is the day of the latest try; no day where there is none.
func (p Played) Last() Day {
	if len(p.Tries) == 0 {
		return Day{}
	}
	return DayOf(p.Tries[len(p.Tries)-1].At)
}

// Best is the speed of the fastest clean try, in notes a minute; 0 where there is none.
func (p Played) Best() (npm int) {
	for _, t := range p.Tries {
		if t.Result == result.Clean {
			npm = max(npm, t.NotesPerMinute())
		}
	}
	return npm
}

// Memory is how well it is known: each day with a try is a repetition, and the last try
// of the day says how it went.
func (p Played) Memory() (m Memory) {
	for i, t := range p.Tries {
		if day := DayOf(t.At); i+1 == len(p.Tries) || DayOf(p.Tries[i+1].At) != day {
			m = m.After(t.Result, day)
		}
	}
	return m
}

// sortBy sorts by a number, the least first, and keeps the order of equals.
func sortBy[T any](list []T, of func(T) int) {
	slices.SortStableFunc(list, func(a, b T) int { return of(a) - of(b) })
}
