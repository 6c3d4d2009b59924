// Package calendar has days without a time, as lessons and practice are planned by.
package calendar

import (
	"fmt"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/pupil"
)

// Day is a day of the calendar, without a time or a zone. The zero value is no day.
type Day struct{ n int } // days since 1970-01-01, counted from 1

const dayLayout = "2006-01-02"

// DayOf is the day of a time in the time's own zone.
func DayOf(t time.Time) Day {
	y, m, d := t.Date()
	return Day{int(time.Date(y, m, d, 0, 0, 0, 0, time.UTC).Unix()/86400) + 1}
}

// ParseDay reads a day such as 2026-10-05.
func Parse(s string) (Day, error) {
	t, err := time.Parse(dayLayout, s)
	if err != nil || t.Year() < 1970 {
		return Day{}, fmt.Errorf("%q was given: give a day such as 2026-10-05", fault.Clip(s))
	}
	return DayOf(t), nil
}

// MustParseDay is ParseDay for days known to be right; it panics on others.
func MustParse(s string) Day {
	d, err := Parse(s)
	if err != nil {
		panic(err)
	}
	return d
}

// String is the inverse of ParseDay; empty for no day.
func (d Day) String() string {
	if d.IsZero() {
		return ""
	}
	return d.Start().Format(dayLayout)
}

// Start is its first moment by UTC.
func (d Day) Start() time.Time { return time.Unix(int64(d.n-1)*86400, 0).UTC() }

// IsZero reports whether it is no day.
func (d Day) IsZero() bool { return d.n == 0 }

// Add is so many days later, earlier where negative.
func (d Day) Add(days int) Day { return Day{d.n + days} }

// Since is how many days have gone by since another.
func (d Day) Since(other Day) int { return d.n - other.n }

// Compare orders days as slices.SortFunc wants it.
func (d Day) Compare(other Day) int { return d.n - other.n }

// Weekday is the id of its day of the week in pupil.Days.
func (d Day) Weekday() string { return pupil.Days[(int(d.Start().Weekday())+6)%7].ID }

// Words is the day as it is said, such as "Thu 8 Oct".
func (d Day) Words() string { return d.Start().Format("Mon 2 Jan") }

// MarshalText writes a day as String does.
func (d Day) MarshalText() ([]byte, error) { return []byte(d.String()), nil }

// UnmarshalText reads what MarshalText writes.
func (d *Day) UnmarshalText(text []byte) (err error) {
	if len(text) == 0 {
		*d = Day{}
		return nil
	}
	*d, err = Parse(string(text))
	return err
}

// Next is the first of these days of the week after a day; that day itself does not
// count. No day where the id is none.
func (d Day) Next(weekday string) Day {
	for i := 1; i <= 7; i++ {
		if d.Add(i).Weekday() == weekday {
			return d.Add(i)
		}
	}
	return Day{}
}
