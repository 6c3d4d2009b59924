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
//	EL1 PAGE TRY TRY … #COUNT.CHECK
//
// and a try is n.work.rung.result.minute.seconds: numbers but for the result, which is c, n
// or x for clean, nearly and not yet; the minute is counted from 1970 in UTC, in base 36. The
// last word says how many tries there are, with a sum over them; pages of before have none.
const (
	resultsMark = "EL1"
	maxTries    = 2000
	maxText     = 64 << 10
	lastMinute  = 1 << 26 // in the year 2097
	mostSeconds = 4 * 60 * 60
	countMark   = "#"
	sumOf       = 36 * 36 * 36
)

var letters = map[string]result.Result{"c": result.Clean, "n": result.Nearly, "x": result.NotYet}

// parseTry reads one try.
func parseTry(word string) (t Try, ok bool) {
	parts := strings.Split(word, ".")
	if len(parts) != 6 {
		return t, false
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
		if err != nil || n < 0 || n > limit || parts[i][0] == '+' {
			return t, false
		}
		numbers[i] = n
	}
	r, ok := letters[parts[3]]
	if !ok || numbers[0] < 1 {
		return t, false
	}
	return Try{int(numbers[0]), int(numbers[1]), int(numbers[2]), r, time.Unix(numbers[4]*60, 0).UTC(),
		int(numbers[5])}, true
}

// String is a try as the page writes it.
func (t Try) String() string {
	letter := ""
	for l, of := range letters {
		if of == t.Result {
			letter = l
		}
	}
	return fmt.Sprintf(
		"%d.%d.%d.%s.%s.%d",
		t.N,
		t.Work,
		t.Rung,
		letter,
		strconv.FormatInt(t.At.Unix()/60, 36),
		t.Seconds,
	)
}

// String is the inverse of ParseResults, for one page.
func (r Results) String() string {
	words := []string{resultsMark, r.Page}
	for _, t := range r.Tries {
		words = append(words, t.String())
	}
	return strings.Join(append(words, r.count()), " ")
}

// count is the last word of results.
func (r Results) count() string {
	sum := 0
	for i, t := range r.Tries {
		word := t.String()
		if i > 0 {
			word = " " + word
		}
		for _, b := range []byte(word) {
			sum = (sum*31 + int(b)) % sumOf
		}
	}
	check := strconv.FormatInt(int64(sum), 36)
	return fmt.Sprintf("%s%d.%s%s", countMark, len(r.Tries), strings.Repeat("0", 3-len(check)), check)
}

func tooMany() error {
	return fault.At("text", "more than %d tries were given: give fewer at once", maxTries)
}
