// Package knowledge is what is known and what was practised: works of a log with their tries (Played), how well each is
// known by a published spacing (Memory), and single facts that answers to calls have shown (Of, Summarise).
//
// All of it is a function of its input; today is a part of that input.
package knowledge

import (
	"slices"

	"evenladder/core/lesson/calendar"
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
func (p Played) LastClean() calendar.Day {
	for _, t := range slices.Backward(p.Tries) {
		if t.Result == result.Clean {
			return calendar.DayOf(t.At)
		}
	}
	return calendar.Day{}
}

// Last is the day of the latest try; no day where there is none.
func (p Played) Last() calendar.Day {
	if len(p.Tries) == 0 {
		return calendar.Day{}
	}
	return calendar.DayOf(p.Tries[len(p.Tries)-1].At)
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
		if day := calendar.DayOf(t.At); i+1 == len(p.Tries) || calendar.DayOf(p.Tries[i+1].At) != day {
			m = m.After(t.Result, day)
		}
	}
	return m
}
