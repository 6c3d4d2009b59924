package home

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/result"
)

func TestResultsThereAndBack(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := Results{Page: rapid.StringMatching(`[a-z0-9]{4,26}`).Draw(t, "page")}
		for i := range rapid.IntRange(0, 40).Draw(t, "tries") {
			r.Tries = append(r.Tries, Try{
				N: i + 1, Work: rapid.IntRange(0, MaxWorks-1).Draw(t, "work"), Rung: rapid.IntRange(0, 4000).Draw(t,
					"rung"),
				Result: rapid.SampledFrom([]result.Result{result.Clean, result.Nearly, result.NotYet}).Draw(t,
					"result"),
				At:      time.Unix(int64(rapid.IntRange(0, lastMinute).Draw(t, "minute"))*60, 0).UTC(),
				Seconds: rapid.IntRange(0, mostSeconds).Draw(t, "seconds"),
			})
		}
		wrapped := rapid.SampledFrom([]string{"%", "Hello!\n\n%\n\nsent from a phone", "\"%\"", "  %\r\n"}).Draw(t,
			"around")
		back, err := ParseResults(strings.Replace(wrapped, "%", r.String(), 1))
		require.NoError(t, err)
		assert.Equal(t, []Results{r}, back)
	})
}

func TestResultsAsAPageWritesThem(t *testing.T) {
	got, err := ParseResults("EL1 abc 1.0.12.c.hq2k1.40 2.1.0.x.hq2k3.0\nEL1 abc 3.0.13.n.hq2k9.41")
	require.NoError(t, err)
	assert.Equal(t, []Results{
		{"abc", []Try{{1, 0, 12, result.Clean, time.Unix(29_769_841*60, 0).UTC(), 40}, {2, 1, 0, result.NotYet,
			time.Unix(29_769_843*60, 0).UTC(), 0}}},
		{"abc", []Try{{3, 0, 13, result.Nearly, time.Unix(29_769_849*60, 0).UTC(), 41}}},
	}, got)
}

func TestBadResults(t *testing.T) {
	for given, want := range map[string]string{
		"":                             "no results were found",
		"dear teacher":                 "no results were found",
		"EL1":                          "no results were found",
		"EL1 p 1.0.0.c.a":              "as the page writes it",
		"EL1 p 0.0.0.c.a.1":            "as the page writes it",
		"EL1 p 1.0.0.q.a.1":            "as the page writes it",
		"EL1 p 1.12.0.c.a.1":           "as the page writes it",
		"EL1 p 1.0.-1.c.a.1":           "as the page writes it",
		"EL1 p 1.0.0.c.zzzzzzzz.1":     "as the page writes it",
		"EL1 p 1.0.0.c.a.14401":        "as the page writes it",
		strings.Repeat("x", maxText+1): "64 kB were given",
		"EL1 p" + strings.Repeat(" 1.0.0.c.a.1", 2001): "more than 2000 tries",
	} {
		_, err := ParseResults(given)
		var faults fault.List
		require.ErrorAs(t, err, &faults, "%.40s", given)
		assert.Equal(t, "text", faults[0].Field)
		assert.Contains(t, faults[0].Message, want, "%.40s", given)
	}
}

func FuzzParseResults(f *testing.F) {
	f.Add("EL1 abc 1.0.12.c.hq2k1.40")
	f.Add("EL1 a 1.0.0.x.0.0 2..\nEL1")
	f.Fuzz(func(t *testing.T, text string) {
		all, err := ParseResults(text)
		if err != nil {
			return
		}
		for _, r := range all {
			back, err := ParseResults(r.String())
			if err != nil || len(back) != 1 || len(back[0].Tries) != len(r.Tries) {
				t.Fatalf("%q reads as %v, %v", r.String(), back, err)
			}
		}
	})
}
