// Package ics writes weeks of practice as a calendar, iCalendar of RFC 5545: one event
// without a time for each day, with what is practised on it.
package ics

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"io"
	"strings"

	ical "github.com/arran4/golang-ical"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/schedule"
)

// Write writes the days that have something to practise. The same weeks give the same
// bytes: events are stamped with the first day, and their ids come from the name and the
// days, so that a calendar that reads changed weeks of that name again replaces its events.
func Write(w io.Writer, weeks schedule.Weeks, name string, version int) error {
	cal := ical.NewCalendarFor("Even Ladder")
	cal.SetMethod(ical.MethodPublish)
	cal.SetXWRCalName("Practice")
	var first *calendar.Day
	for _, week := range weeks.Weeks {
		for _, day := range week.Days {
			if first == nil {
				first = &day.Date
			}
			if len(day.Items) == 0 {
				continue
			}
			e := cal.AddEvent(id(name, day.Date))
			e.SetDtStampTime(first.Start())
			e.SetSequence(version)
			e.SetAllDayStartAt(day.Date.Start())
			e.SetAllDayEndAt(day.Date.Add(1).Start())
			e.SetSummary(fmt.Sprintf("Practise %d minutes", day.Minutes))
			e.SetDescription(words(day.Items))
			e.SetTimeTransparency(ical.TransparencyTransparent)
		}
	}
	return cal.SerializeTo(w, ical.WithNewLineWindows)
}

// id names the event of a day for good, and tells nothing of the name.
func id(name string, day calendar.Day) string {
	data, _ := json.Marshal([]string{name, day.String()}) // two texts always can be
	sum := sha256.Sum256(data)
	return hex.EncodeToString(sum[:12]) + "@even-ladder"
}

func words(items []schedule.Item) string {
	lines := make([]string, len(items))
	for i, item := range items {
		lines[i] = fmt.Sprintf("%d min %s: %s, %d to the beat at %d", item.Minutes, item.Kind, item.What,
			item.Rung.PerBeat, item.Rung.TempoBPM)
	}
	return strings.Join(lines, "\n")
}
