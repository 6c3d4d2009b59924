package schedule

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
	"evenladder/core/planning/brief"
)

func ExampleDay() {
	d := MustParseDay("2026-12-28")
	fmt.Println(d.Words(), "·", d.Next("thu"), "·", d.Add(5).Weekday())
	// Output: Mon 28 Dec · 2026-12-31 · sat
}

func TestDays(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		d := MustParseDay("1999-12-31").Add(rapid.IntRange(-9000, 30000).Draw(t, "days"))
		back, err := ParseDay(d.String())
		require.NoError(t, err)
		assert.Equal(t, d, back, "String and ParseDay are inverse")
		n := rapid.IntRange(-800, 800).Draw(t, "n")
		assert.Equal(t, n, d.Add(n).Since(d))
		weekday := rapid.SampledFrom(pupil.Days).Draw(t, "weekday").ID
		next := d.Next(weekday)
		assert.Equal(t, weekday, next.Weekday())
		assert.True(t, next.Since(d) >= 1 && next.Since(d) <= 7)
		assert.Equal(t, time.Weekday((d.Since(MustParseDay("1970-01-04"))%7+7)%7), d.Start().Weekday(),
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

func TestAttention(t *testing.T) {
	fine, late := Progress{}, Progress{Overdue: true}
	for want, c := range map[string]struct {
		set  []Progress
		last Day
	}{
		"[no assignments]": {nil, Day{}},
		"[no assignments no practice logged for 9 days]": {nil, today.Add(-9)},
		"[no practice logged yet]":                       {[]Progress{fine}, Day{}},
		"[]":                                             {[]Progress{fine}, today.Add(-6)},
		"[no practice logged for 7 days]":                {[]Progress{fine}, today.Add(-7)},
		"[one overdue]":                                  {[]Progress{fine, late}, today},
		"[two overdue no practice logged for 30 days]":   {[]Progress{late, late}, today.Add(-30)},
	} {
		assert.Equal(t, want, fmt.Sprint(Attention(c.set, c.last, today)))
	}
}

// A hole in the neck is filled by a box of what is known.
func TestTheNeckIsFilledFirstWhereItIsTheLargerHole(t *testing.T) {
	p := pupil.Pupil{Name: "O. T.", Instrument: brief.Instrument{ID: "guitar"}}
	require.NoError(t, p.Check())
	first := 0
	round := brief.Brief{
		Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F", Name: "minor-pentatonic"},
		Layout: brief.Layout{System: "two-per-string", Box: &first},
		Round:  brief.Round{Order: "fourths", Where: brief.OnePosition},
	}
	low := round
	low.Round = brief.Round{}
	m, err := MapOf(p, []Played{played(round, tried(4, goal, "n")), played(low, tried(3, goal, "cc"))}, today)
	require.NoError(t, err)
	for _, k := range m.Keys {
		assert.Positive(t, k.Tries, "a round goes through every key: %s", k.Tonic)
	}
	require.NotEmpty(t, m.Holes)
	assert.Equal(t, "Frets", m.Holes[0].What)
	assert.Regexp(t, `^\d+ to 12$`, m.Holes[0].Which)
	require.NotNil(t, m.Fill)
	assert.Contains(t, m.Fill.Words, "F minor pentatonic is known, and its box")
	assert.NotEqual(t, 0, *m.Fill.Ladder.Brief.Layout.Box)
	assert.Equal(t, "F", m.Fill.Ladder.Brief.Scale.Tonic)
}

// Where nothing is set, what went worst comes first, then what is due, then what was never
// touched.
func TestProposalsWhereNothingIsSet(t *testing.T) {
	c := Case{Pupil: pupil.Pupil{Name: "O. T.", Instrument: brief.Instrument{ID: "guitar"}}, Today: today}
	require.NoError(t, c.Pupil.Check())
	assert.Empty(t, Propose(c, 0), "nothing comes of nothing")
	c.Log = []Played{
		played(guitar("Db", "dorian", "five-form"), tried(30, goal, "cxnx")),
		played(guitar("B", "dorian", "five-form"), tried(29, goal, "ccc")),
	}
	assert.Equal(t, "weaker-key due hole", kinds(Propose(c, 0)))
	assert.Equal(t, "weaker-key", kinds(Propose(c, 1)))
}

func TestTitles(t *testing.T) {
	two := 2
	for want, b := range map[string]brief.Brief{
		"F♯ Dorian, five forms":                    guitar("F#", "dorian", "five-form"),
		"B minor pentatonic, two notes per string": guitar("B", "minor-pentatonic", ""),
		"E♭ major, three notes per string, box 3": {Instrument: brief.Instrument{ID: "guitar"},
			Scale: brief.Scale{Tonic: "Eb", Name: "major"}, Layout: brief.Layout{Box: &two}},
		"A♭ major, three notes per string, by half steps": {Instrument: brief.Instrument{ID: "bass"},
			Scale: brief.Scale{Tonic: "Ab", Name: "major"}, Round: brief.Round{Order: "semitones"}},
	} {
		assert.Equal(t, want, TitleOf(b))
	}
}
