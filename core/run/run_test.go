package run_test

import (
	"fmt"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"evenladder/core/run"
)

func TestStraight(t *testing.T) {
	for _, c := range []struct {
		direction string
		repeatTop bool
		want      []int
	}{
		{"up", false, []int{0, 1, 2, 3}}, {"down", false, []int{3, 2, 1, 0}}, {"up-down", false, []int{0, 1, 2, 3, 2, 1, 0}},
		{"up-down", true, []int{0, 1, 2, 3, 3, 2, 1, 0}}, {"alternate", false, []int{0, 1, 2, 3, 3, 2, 1, 0}},
	} {
		s := run.Spec{Pattern: "straight", Direction: c.direction, RepeatTop: c.repeatTop, Finish: "as-written"}
		assert.Equal(t, c.want, run.Order(4, s, nil), c.direction)
	}
	assert.Nil(t, run.Order(0, run.Spec{Pattern: "straight"}, nil))
	assert.Nil(t, run.Order(4, run.Spec{Pattern: "sideways"}, nil))
}

func TestFinishWalksToTheNearestStableNote(t *testing.T) {
	roots := func(at ...int) func(int) bool { return func(i int) bool { return slices.Contains(at, i) } }
	for _, c := range []struct {
		direction string
		stable    func(int) bool
		want      []int
	}{
		{"up", roots(1), []int{0, 1, 2, 3, 2, 1}}, {"up", roots(3), []int{0, 1, 2, 3}}, {"down", roots(2), []int{3, 2, 1, 0, 1, 2}},
		{"up", roots(), []int{0, 1, 2, 3}}, {"up-down", roots(1, 3), []int{0, 1, 2, 3, 2, 1, 0, 1}},
	} {
		assert.Equal(t, c.want, run.Order(4, run.Spec{Pattern: "straight", Direction: c.direction, Finish: "root"}, c.stable), c.direction)
	}
}

// A run up and down is a palindrome but for the turn, and every note is one of
// the box.
func TestUpAndDownIsAPalindrome(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		n := rapid.IntRange(1, 60).Draw(t, "notes")
		order := run.Order(n, run.Spec{Pattern: "straight", Direction: "up-down", RepeatTop: rapid.Bool().Draw(t, "top"), Finish: "as-written"}, nil)
		back := slices.Clone(order)
		slices.Reverse(back)
		assert.Equal(t, order, back)
		for _, i := range order {
			assert.True(t, i >= 0 && i < n)
		}
	})
}

// Common practice: in strict alternate picking over two notes on each string,
// turning without repeating the top note meets each string with the opposite
// stroke on the way down; repeating it, with the same.
func TestStrokesAtTheTurn(t *testing.T) {
	const strings, each = 6, 2
	for _, repeat := range []bool{false, true} {
		order := run.Order(strings*each, run.Spec{Pattern: "straight", Direction: "up-down", RepeatTop: repeat, Finish: "as-written"}, nil)
		turn := strings * each
		for str := range strings - 1 {
			up := slices.Index(order, str*each)
			down := turn + slices.Index(order[turn:], str*each+each-1)
			same := run.Stroke("alternate", up, 0, 6) == run.Stroke("alternate", down, 0, 6)
			assert.Equal(t, repeat, same, "string %d, top note twice: %v", str, repeat)
		}
	}
	assert.Equal(t, "down", run.Stroke("down", 3, 0, 6))
}

// Common practice: thumb, index and middle pluck strings 3, 2 and 1; on more
// strings the thumb has the low ones.
func TestPluckingByString(t *testing.T) {
	for strings, want := range map[int]string{1: "p", 3: "pim", 4: "pima", 6: "pppima"} {
		got := ""
		for rank := range strings {
			got += run.Stroke("thumb-index-middle", rank%2, rank, strings)
		}
		assert.Equal(t, want, got)
	}
}

func ExampleOrder() {
	fmt.Println(run.Order(5, run.Spec{Pattern: "straight", Direction: "up-down", Finish: "as-written"}, nil))
	// Output: [0 1 2 3 4 3 2 1 0]
}
