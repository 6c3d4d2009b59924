package schedule

import (
	"fmt"

	"evenladder/core/base/english"
	"evenladder/core/lesson/calendar"
)

// What a wish may ask of a day. Common practice: something new takes five minutes at least on its first day, and a rung that
// is to stay takes a day.
const (
	newMinutes = 5
	rungsADay  = 1
)

// unwise says where a wish asks for more than a hand can do in its days, and what would do.
func (r Request) unwise(c *course, study int) (out []string) {
	perDay := max(int(shareOf(New)*float64(r.Minutes))/newMinutes, 1)
	fresh := freshDays(study)
	if n := len(c.materials); n > perDay*fresh {
		days := (n + perDay - 1) / perDay * study / fresh
		out = append(out, fmt.Sprintf("%s new things in %s of %d minutes are too many: something new needs %d minutes. Take %s, "+
			"or choose %s.", english.Capital(english.Number(n)), english.Count(study, "day", "days"), r.Minutes, newMinutes,
			weeksFor(days, len(r.Days)), english.Number(perDay*fresh)))
	}
	top := len(c.rungs) - 1
	if climb := top - c.first; climb > study*rungsADay {
		reach := c.rungs[c.first+study*rungsADay]
		out = append(out, fmt.Sprintf("%s to %s is too far for %s: a tempo that is to stay takes a day. Take %s, or go up to %s.",
			english.Capital(c.rungs[c.first].Name), c.rungs[top].Name, english.Count(study, "day", "days"),
			weeksFor(climb, len(r.Days)), reach.Name))
	}
	return out
}

// weeksFor is in how many weeks there are so many days of practice.
func weeksFor(days, aWeek int) string {
	weeks := max((days+aWeek-1)/max(aWeek, 1), 1)
	if weeks > MaxWeeks {
		return "more minutes a day"
	}
	return weekWords(weeks)
}

func shareOf(k Kind) float64 {
	for _, of := range Kinds {
		if of.ID == string(k) {
			return of.Share
		}
	}
	return 0
}

// late says where something is new on the days that should bring nothing new: missed days and crowded weeks leave no others.
func late(w Weeks, study int) (out []string) {
	at, free := 0, freshDays(study)
	var last calendar.Day
	for _, week := range w.Weeks {
		for _, d := range week.Days {
			if d.Missed {
				continue
			}
			for _, i := range d.Items {
				if i.Kind == New && !d.Own && at >= free {
					last = d.Date
				}
			}
			at++
		}
	}
	if !last.IsZero() {
		out = append(out, fmt.Sprintf("Something is still new on %s, near the end. Add a week to let it settle.", last.Words()))
	}
	return out
}
