package home

import (
	"fmt"
	"strconv"
	"strings"
	"time"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/result"
)

// Results are tries of a page, as they come back.
type Results struct {
	Page  string
	Tries []Try
}

// Try is one try of a page.
type Try struct {
	N       int // counted by the page from 1
	Work    int // index
	Rung    int // index
	Result  result.Result
	At      time.Time // to the minute
	Seconds int       // that it took
}

// The text of results is one line:
//
//	EL1 PAGE TRY TRY …
//
// and a try is n.work.rung.result.minute.seconds: numbers but for the result, which is c, n
// or x for clean, nearly and not yet; the minute is counted from 1970 in UTC, in base 36.
const (
	resultsMark = "EL1"
	maxTries    = 2000
	maxText     = 64 << 10
	lastMinute  = 1 << 26 // in the year 2097
	mostSeconds = 4 * 60 * 60
)

var letters = map[string]result.Result{"c": result.Clean, "n": result.Nearly, "x": result.NotYet}

// ParseResults reads results out of a text that may have other lines around them, as one
// that is pasted does; several are taken together. What is wrong is a fault of "text".
func ParseResults(text string) ([]Results, error) {
	if len(text) > maxText {
		return nil, fault.At("text", "%d kB were given: give %d at most", len(text)>>10, maxText>>10)
	}
	var out []Results
	all := 0
	for _, line := range strings.FieldsFunc(text, func(c rune) bool { return c == '\n' || c == '\r' || c == '"' }) {
		words := strings.Fields(line)
		if len(words) < 2 || words[0] != resultsMark {
			continue
		}
		r := Results{Page: words[1]}
		for _, word := range words[2:] {
			t, err := parseTry(word)
			if err != nil {
				return nil, fault.At("text", "%v", err)
			}
			if all++; all > maxTries {
				return nil, fault.At("text", "more than %d tries were given: give fewer at once", maxTries)
			}
			r.Tries = append(r.Tries, t)
		}
		out = append(out, r)
	}
	if len(out) == 0 {
		return nil, fault.At("text", "no results were found: give the text, the file or the code from a home page. Its line starts with %s", resultsMark)
	}
	return out, nil
}

func parseTry(word string) (t Try, err error) {
	parts := strings.Split(word, ".")
	bad := fmt.Errorf("%q was given: give a try as the page writes it, such as 3.0.5.c.hq2k1.40", fault.Clip(word))
	if len(parts) != 6 {
		return t, bad
	}
	var numbers [6]int64
	for i, limit := range []int64{1 << 20, MaxWorks - 1, 1 << 12, 0, lastMinute, mostSeconds} {
		base := 10
		if i == 4 {
			base = 36
		}
		if i == 3 {
			continue
		}
		n, err := strconv.ParseInt(parts[i], base, 64)
		if err != nil || n < 0 || n > limit {
			return t, bad
		}
		numbers[i] = n
	}
	r, ok := letters[parts[3]]
	if !ok || numbers[0] < 1 {
		return t, bad
	}
	return Try{int(numbers[0]), int(numbers[1]), int(numbers[2]), r, time.Unix(numbers[4]*60, 0).UTC(),
		int(numbers[5])}, nil
}

// String is the inverse of ParseResults, for one page.
func (r Results) String() string {
	var b strings.Builder
	b.WriteString(resultsMark + " " + r.Page)
	for _, t := range r.Tries {
		letter := ""
		for l, of := range letters {
			if of == t.Result {
				letter = l
			}
		}
		fmt.Fprintf(&b, " %d.%d.%d.%s.%s.%d", t.N, t.Work, t.Rung, letter, strconv.FormatInt(t.At.Unix()/60, 36),
			t.Seconds)
	}
	return b.String()
}
