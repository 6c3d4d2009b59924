package assignment

import (
	"fmt"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
)

var (
	today = calendar.MustParse("2026-10-20")
	goal  = ladder.Step{PerBeat: 2, TempoBPM: 72}
)

// tried are tries on a rung, one a minute, a letter each: clean, nearly, x for not yet.
func tried(daysAgo int, rung ladder.Step, results string) (out []ladder.Try) {
	at := today.Add(-daysAgo).Start().Add(16 * time.Hour)
	for i, r := range results {
		out = append(out, ladder.Try{At: at.Add(time.Duration(i) * time.Minute), Step: rung,
			Result: map[rune]result.Result{'c': result.Clean, 'n': result.Nearly, 'x': result.NotYet}[r]})
	}
	return out
}

func TestProgress(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F#", Name: "dorian"},
		Layout: brief.Layout{System: "five-form"}}
	log := slices.Concat(tried(20, goal, "c"), tried(3, ladder.Step{PerBeat: 1, TempoBPM: 60}, "ncc"),
		tried(1, ladder.Step{PerBeat: 1, TempoBPM: 66}, "x"))
	now := today.Start().Add(20 * time.Hour)
	a := Assignment{Ladder: &ladder.Request{Brief: b, Goal: &goal}, From: today.Add(-7), Until: today}
	require.NoError(t, a.Check())
	l, err := ladder.Build(ladder.Request{Brief: b, Goal: &goal, Log: log, Now: &now})
	require.NoError(t, err)
	p := a.Progress(&l, log, today)
	assert.Equal(t, Progress{
		Words: "Clean at quarter notes at 60. Goal: eighths at 72. 4 tries over 2 days", Due: "due today", Tries: 4,
		Days: 2, Best: 60, Goal: 144, Last: today.Add(-1), Points: p.Points,
	}, p)
	require.Len(t, p.Points, 4)
	assert.Equal(t, Point{today.Add(-3), 60, result.Nearly}, p.Points[0])

	sheets := Assignment{Sheets: &Sheets{What: "Write out the flat keys", Count: 6, Done: 2}, From: today.Add(-10),
		Until: today.Add(-1)}
	require.NoError(t, sheets.Check())
	late := sheets.Progress(nil, nil, today)
	assert.Equal(t, "2 of 6 sheets done, one day overdue, true",
		late.Words+", "+late.Due+", "+map[bool]string{true: "true"}[late.Overdue])
}

func TestAttention(t *testing.T) {
	fine, late := Progress{}, Progress{Overdue: true}
	for want, c := range map[string]struct {
		set  []Progress
		last calendar.Day
	}{
		"[no assignments]": {nil, calendar.Day{}},
		"[no assignments no practice logged for 9 days]": {nil, today.Add(-9)},
		"[no practice logged yet]":                       {[]Progress{fine}, calendar.Day{}},
		"[]":                                             {[]Progress{fine}, today.Add(-6)},
		"[no practice logged for 7 days]":                {[]Progress{fine}, today.Add(-7)},
		"[one overdue]":                                  {[]Progress{fine, late}, today},
		"[two overdue no practice logged for 30 days]":   {[]Progress{late, late}, today.Add(-30)},
	} {
		assert.Equal(t, want, fmt.Sprint(Attention(c.set, c.last, today)))
	}
}
