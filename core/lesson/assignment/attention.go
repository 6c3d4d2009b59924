package assignment

import (
	"fmt"

	"evenladder/core/base/english"
	"evenladder/core/lesson/calendar"
)

// silentDays is after how long without a try a pupil wants a look.
const silentDays = 7

// Attention says in words why a pupil needs attention: no assignments, no practice logged
// for a week, something overdue. set is the progress of the assignments; last is the day of
// the latest try.
func Attention(set []Progress, last, today calendar.Day) []string {
	out := []string{}
	if len(set) == 0 {
		out = append(out, "no assignments")
	}
	overdue := 0
	for _, p := range set {
		if p.Overdue {
			overdue++
		}
	}
	if overdue > 0 {
		out = append(out, fmt.Sprintf("%s overdue", english.Number(overdue)))
	}
	switch days := today.Since(last); {
	case last.IsZero() && len(set) > 0:
		out = append(out, "no practice logged yet")
	case !last.IsZero() && days >= silentDays:
		out = append(out, fmt.Sprintf("no practice logged for %d days", days))
	}
	return out
}
