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
		wrapped := rapid.SampledFrom([]string{"%", "Hello!\n\n%\n\nsent from a phone", "\"%\"", "  %\r\n", "I practised 5\n%\n3 more tomorrow",
			"“%”", "\ufeff%", "*%*", "results: %."}).
			Draw(t, "around")
		text := r.String()
		if column := rapid.IntRange(18, 80).Draw(t, "column"); rapid.Bool().Draw(t, "cut anywhere") {
			text = cutAt(text, column)
		} else {
			text = foldedAt(text, column, rapid.SampledFrom([]string{"", " "}).Draw(t, "flowed"))
		}
		text = strings.Replace(wrapped, "%", text, 1)
		quoted := rapid.SampledFrom([]string{"", "> ", ">> ", " | "}).Draw(t, "quoted")
		text = quoted + strings.ReplaceAll(text, "\n", "\n"+quoted)
		if rapid.Bool().Draw(t, "CRLF") {
			text = strings.ReplaceAll(text, "\n", "\r\n")
		}
		back, err := ParseResults(text)
		require.NoError(t, err, text)
		assert.Equal(t, Came{Results: []Results{r}}, back, text)
	})
}

// cutAt breaks a text after so many characters, in the middle of words too.
func cutAt(text string, column int) string {
	var out []string
	for len(text) > column {
		out, text = append(out, text[:column]), text[column:]
	}
	return strings.Join(append(out, text), "\n")
}

// foldedAt breaks a text between words; flowed lines end in a space.
func foldedAt(text string, column int, end string) string {
	var b strings.Builder
	line := 0
	for i, word := range strings.Fields(text) {
		switch {
		case i == 0:
		case line+len(word) >= column:
			b.WriteString(end + "\n")
			line = 0
		default:
			b.WriteString(" ")
			line++
		}
		b.WriteString(word)
		line += len(word)
	}
	return b.String()
}

// A text that was parted over messages is put together in any order; what is missing, changed or can't be read
// is said.
func TestWhatMailDoesToResults(t *testing.T) {
	r := Results{Page: "k3bq7k3bq7k3bq7k3bq7k3bq7z"}
	for i := range 9 {
		r.Tries = append(r.Tries, Try{i + 1, i % 3, 10 + i, result.Nearly, time.Unix(29_769_841*60, 0).UTC(), 40 + i})
	}
	words := strings.Fields(r.String())
	first, second := strings.Join(words[:6], " "), strings.Join(words[6:], " ")
	for _, text := range []string{first + "\n\nOn Monday you wrote:\n" + second, second + "\n--\n" + first} {
		got, err := ParseResults(text)
		require.NoError(t, err)
		n := 0
		for _, of := range got.Results {
			assert.Equal(t, r.Page, of.Page)
			n += len(of.Tries)
		}
		assert.Equal(t, []any{9, 0, false}, []any{n, got.Missing, got.Changed}, text)
		assert.Empty(t, got.Left)
	}
	got, err := ParseResults(strings.Join(append(words[:5:5], words[7:]...), " "))
	require.NoError(t, err)
	assert.Equal(t, 2, got.Missing)
	assert.Equal(t, []string{"2 of the tries that the page sent are missing: ask for the text again."}, got.Remarks())
	got, err = ParseResults(strings.Replace(r.String(), ".n.", ".c.", 1))
	require.NoError(t, err)
	assert.True(t, got.Changed)
	got, err = ParseResults(strings.Replace(r.String(), "3.2.12.n.", "3.2.12.q.", 1))
	require.NoError(t, err)
	assert.Equal(t, []any{1, 1, 8}, []any{len(got.Left), got.Missing, len(got.Results[0].Tries)})
	assert.Contains(t, got.Left[0], "3.2.12.q.")
	got, err = ParseResults("1.0.0.c.a.1 EL1 aa 1.0.0.c.a.1 EL1 bb 2.0.0.c.a.1")
	require.NoError(t, err)
	assert.Equal(t, []string{"1.0.0.c.a.1"}, got.Left, "of which page?")
}

func TestResultsAsAPageWritesThem(t *testing.T) {
	got, err := ParseResults("EL1 abc 1.0.12.c.hq2k1.40 2.1.0.x.hq2k3.0\nEL1 abc 3.0.13.n.hq2k9.41")
	require.NoError(t, err)
	assert.Equal(t, []Results{
		{"abc", []Try{{1, 0, 12, result.Clean, time.Unix(29_769_841*60, 0).UTC(), 40}, {2, 1, 0, result.NotYet,
			time.Unix(29_769_843*60, 0).UTC(), 0}}},
		{"abc", []Try{{3, 0, 13, result.Nearly, time.Unix(29_769_849*60, 0).UTC(), 41}}},
	}, got.Results)
	got, err = ParseResults("EL1 abc 1.0.12.c.hq2k1.30 2.0.0.x.hq2k3.30 #2.yxb")
	require.NoError(t, err)
	assert.False(t, got.Changed, "the sum is that of the page's own script: %s", got.Results[0].count())
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
		for _, r := range all.Results {
			came, err := ParseResults(r.String())
			back := came.Results
			if strings.ContainsAny(r.Page, around+">|#.=") || len(r.Page) < 2 || looksLikeATry(r.Page) {
				continue // no page's name
			}
			if err != nil || len(back) != 1 || len(back[0].Tries) != len(r.Tries) || came.Changed || came.Missing > 0 {
				t.Fatalf("%q reads as %v, %v", r.String(), back, err)
			}
		}
	})
}
