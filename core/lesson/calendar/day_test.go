package calendar

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/pupil"
)

func ExampleDay() {
	d := MustParse("2026-12-28")
	fmt.Println(d.Words(), "·", d.Next("thu"), "·", d.Add(5).Weekday())
	// Output: Mon 28 Dec · 2026-12-31 · sat
}

func TestDays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := MustParse("1999-12-31").Add(rapid.IntRange(-9000, 30000).Draw(t, "days"))
		back, err := Parse(d.String())
		require.NoError(t, err)
		assert.Equal(t, d, back, "String and ParseDay are inverse")
		n := rapid.IntRange(-800, 800).Draw(t, "n")
		assert.Equal(t, n, d.Add(n).Since(d))
		weekday := rapid.SampledFrom(pupil.Days).Draw(t, "weekday").ID
		next := d.Next(weekday)
		assert.Equal(t, weekday, next.Weekday())
		assert.True(t, next.Since(d) >= 1 && next.Since(d) <= 7)
		assert.Equal(t, time.Weekday((d.Since(MustParse("1970-01-04"))%7+7)%7), d.Start().Weekday(),
			"4 January 1970 was a Sunday")
	})
}

// A day is that of the clock on the wall, wherever that is.
func TestDayOfAPlace(t *testing.T) {
	west, east := time.FixedZone("west", -9*3600), time.FixedZone("east", 13*3600)
	at := time.Date(2026, 10, 5, 12, 0, 0, 0, time.UTC)
	assert.Equal(t, "2026-10-05 2026-10-05 2026-10-06", fmt.Sprint(DayOf(at), " ", DayOf(at.In(west)), " ",
		DayOf(at.In(east))))
	late := time.Date(2026, 10, 5, 2, 0, 0, 0, time.UTC)
	assert.Equal(t, "2026-10-04", DayOf(late.In(west)).String())
}

func TestDaysInJSON(t *testing.T) {
	var r struct {
		Day   Day   `json:"day"`
		Days  []Day `json:"days"`
		Never Day   `json:"never"`
	}
	require.NoError(t, fault.Decode([]byte(`{"day": "2026-10-05", "days": ["2026-10-06", "2027-01-01"], "never": ""}`),
		"request", &r))
	assert.Equal(t, "2026-10-05", r.Day.String())
	assert.Len(t, r.Days, 2)
	assert.True(t, r.Never.IsZero())
	data, err := json.Marshal(r)
	require.NoError(t, err)
	assert.JSONEq(t, `{"day": "2026-10-05", "days": ["2026-10-06", "2027-01-01"], "never": ""}`, string(data))
	for given, want := range map[string]string{
		`{"day": "5 October"}`:             "day: \"5 October\" was given: give a day such as 2026-10-05",
		`{"day": 5}`:                       "day: the number 5 was given: give a text",
		`{"days": ["2026-10-06", "x"]}`:    "days: \"x\" was given: give a day such as 2026-10-05",
		`{"day": "2026-02-30"}`:            "day: \"2026-02-30\" was given: give a day such as 2026-10-05",
		`{"day": "1066-10-14"}`:            "day: \"1066-10-14\" was given: give a day such as 2026-10-05",
		`{"days": ["2026-13-06", "2026"]}`: "days: \"2026-13-06\" was given: give a day such as 2026-10-05 (and 1 more like it)",
	} {
		assert.EqualError(t, fault.Decode([]byte(given), "request", &r), want, given)
	}
}
