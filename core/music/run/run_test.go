package run_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/music/run"
)

// box makes n notes of a seven-note scale, three to a string, beginning on a
// degree.
func box(n, from int) []run.Note {
	out := make([]run.Note, n)
	for i := range out {
		out[i] = run.Note{String: 6 - i/3, Step: from + i, Degree: (from + i) % 7}
	}
	return out
}

func spec(pattern string, direction run.Direction) run.Spec {
	return run.Spec{Pattern: pattern, Direction: direction, Size: 3, Order: []int{1, 3, 5}, Chords: []int{1, 4, 5, 1},
		Repeat: 2, Cell: []int{0, 1, 2, 0}, ScaleLen: 7}
}

func TestStraight(t *testing.T) {
	for _, c := range []struct {
		direction run.Direction
		repeatTop bool
		want      []int
	}{
		{"up", false, []int{0, 1, 2, 3}}, {"down", false, []int{3, 2, 1, 0}}, {"up-down", false, []int{0, 1, 2, 3, 2,
			1, 0}},
		{"up-down", true, []int{0, 1, 2, 3, 3, 2, 1, 0}}, {"alternate", false, []int{0, 1, 2, 3, 3, 2, 1, 0}},
	} {
		s := spec("straight", c.direction)
		s.RepeatTop = c.repeatTop
		assert.Equal(t, c.want, run.Order(box(4, 0), s), c.direction)
	}
	assert.Nil(t, run.Order(nil, spec("straight", "up")))
	assert.Nil(t, run.Order(box(4, 0), spec("sideways", "up")))
}

// Common practice: thirds ascending, descending, and alternating (one up, the
// next down); triads and shells in each order of their notes; stacks of
// fourths; the notes of each string repeated, six to a string in threes.
func TestSequences(t *testing.T) {
	for _, c := range []struct {
		what string
		s    run.Spec
		want string
	}{
		{"thirds up", spec("intervals", "up"), "0 2 1 3 2 4"},
		{"thirds down", spec("intervals", "down"), "4 2 3 1 2 0"},
		{"thirds, one up, the next down", spec("intervals", "alternate"), "0 2 3 1 2 4"},
		{"thirds up and down keep their pairs", spec("intervals", "up-down"), "0 2 1 3 2 4 4 2 3 1 2 0"},
		{"triads", spec("chords", "up"), "0 2 4"},
		{"triads down", spec("chords", "down"), "4 2 0"},
		{"groups of three", spec("groups", "up"), "0 1 2 1 2 3 2 3 4"},
		{"a cell", spec("cell", "up"), "0 1 2 0 1 2 3 1 2 3 4 2"},
		{"each string twice: six to a string in threes", spec("per-string", "up"), "0 1 2 0 1 2 3 4 3 4"},
	} {
		assert.Equal(t, c.want, words(run.Order(box(5, 0), c.s)), c.what)
	}
	inversion := spec("chords", "up")
	inversion.Order = []int{3, 5, 1}
	assert.Equal(t, "2 4 0 3 5 1", words(run.Order(box(6, 0), inversion)))
	shells := inversion
	shells.Order = []int{1, 3, 7}
	assert.Equal(t, "0 2 6 1 3 7", words(run.Order(box(8, 0), shells)))
	fourths := spec("stacks", "up")
	fourths.Size = 4
	assert.Equal(t, "0 3 6 1 4 7", words(run.Order(box(8, 0), fourths)))
	assert.Equal(t, "0 3 5 9", words(run.Order(box(10, 0), spec("drop-2", "up"))))
	assert.Empty(t, run.Order(box(5, 0), shells), "no figure fits")
}

func words(order []int) string { return strings.Trim(fmt.Sprint(order), "[]") }

// A figure is made of scale steps: where the box has a gap it is left out.
func TestFiguresLeaveGapsOut(t *testing.T) {
	notes := slices.Delete(box(6, 0), 2, 3)
	assert.Equal(t, "1 2 2 4", words(run.Order(notes, run.Spec{Pattern: "intervals", Direction: "up", Size: 3,
		ScaleLen: 7})))
}

// Common practice: the walk over the full range and the gate drill.
func TestWalks(t *testing.T) {
	assert.Equal(t, "2 3 4 3 2 1 0 1 2", words(run.Order(box(5, 5), spec("full-range", "up"))))
	assert.Equal(t, "2 1 0 1 2 2 3 4 5 6 7 8 9 9 10 9 9 8 7 6 5 4 3 2",
		words(run.Order(box(11, 5), spec("gates", "up"))))
	gates := run.Order(box(18, 3), spec("gates", "up"))
	for i := 1; i < len(gates); i++ {
		step := max(gates[i]-gates[i-1], gates[i-1]-gates[i])
		if step == 0 {
			assert.Zero(t, box(18, 3)[gates[i]].Degree, "only roots are struck twice")
		} else {
			assert.Equal(t, 1, step)
		}
	}
	chords := spec("arpeggios", "up")
	assert.Equal(t, "0 2 4 7 9 10 7 5 3 0 1 4 6 8 9 7 4 2 0", words(run.Order(box(11, 0), chords)),
		"1 4 5 1: each chord's own notes, up and then down")
}

// A run up and down is a palindrome but for the turn, and every note is one of
// the box.
func TestUpAndDownIsAPalindrome(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		s := spec(rapid.SampledFrom(run.Patterns).Draw(t, "pattern").ID, "up-down")
		s.RepeatTop = rapid.Bool().Draw(t, "top")
		s.Size = rapid.IntRange(2, 8).Draw(t, "size")
		notes := box(rapid.IntRange(1, 40).Draw(t, "notes"), rapid.IntRange(0, 6).Draw(t, "from"))
		order := run.Order(notes, s)
		for _, i := range order {
			assert.True(t, i >= 0 && i < len(notes))
		}
		if p, _ := table.Find(run.Patterns, s.Pattern); p.Uses.Direction {
			back := slices.Clone(order)
			slices.Reverse(back)
			assert.Equal(t, order, back)
			up, down := s, s
			up.Direction, down.Direction = "up", "down"
			backwards := run.Order(notes, down)
			slices.Reverse(backwards)
			assert.Equal(t, run.Order(notes, up), backwards, "down is up backwards")
		}
	})
}

func TestEndWalksToTheNearestStableNote(t *testing.T) {
	roots := func(at ...int) func(int) bool { return func(i int) bool { return slices.Contains(at, i) } }
	up, down := []int{0, 1, 2, 3}, []int{3, 2, 1, 0}
	for _, c := range []struct {
		order  []int
		mayEnd func(int) bool
		want   []int
	}{
		{up, roots(1), []int{0, 1, 2, 3, 2, 1}}, {up, roots(3), up}, {down, roots(2), []int{3, 2, 1, 0, 1, 2}},
		{up, roots(), up},
		{[]int{0, 1, 2}, roots(1, 3), []int{0, 1, 2, 1}}, {[]int{3, 2, 1}, roots(0, 2), []int{3, 2, 1, 0}}, // of two as near, the lower
		{[]int{0, 1, 2}, roots(0, 3), []int{0, 1, 2, 3}}, // the nearer, though it is higher
	} {
		assert.Equal(t, c.want, run.End(slices.Clone(c.order), 4, c.mayEnd))
	}
	assert.Equal(t, []int{0, 1, 2, 3, 2, 1, 0}, run.WalkTo(slices.Clone(up), 0))
	assert.Nil(t, run.End(nil, 4, roots(1)))
}

// struck makes a run over places, three notes on each of two strings.
func struck(order []int) []run.Struck {
	out := make([]run.Struck, len(order))
	for k, i := range order {
		out[k] = run.Struck{String: 6 - i/3, Fret: 5 + 2*(i%3), Finger: 1 + i%3, Rank: i / 3}
	}
	return out
}

// Common practice: in strict alternate picking over two notes on each string,
// turning without repeating the top note meets each string with the opposite
// stroke on the way down; repeating it, with the same.
func TestStrokesAtTheTurn(t *testing.T) {
	const strings, each = 6, 2
	for _, repeat := range []bool{false, true} {
		s := spec("straight", "up-down")
		s.RepeatTop = repeat
		order := run.Order(box(strings*each, 0), s)
		strokes := sounds(t, "alternate", struck(order), strings, 0)
		turn := strings * each
		for str := range strings - 1 {
			up := slices.Index(order, str*each)
			down := turn + slices.Index(order[turn:], str*each+each-1)
			assert.Equal(t, repeat, strokes[up] == strokes[down], "string %d, top note twice: %v", str, repeat)
		}
	}
}

// sounds sounds a run with a picking.
func sounds(t require.TestingT, picking string, notes []run.Struck, strings, lead int) []run.Sound {
	p, ok := table.Find(run.Pickings, picking)
	require.True(t, ok, picking)
	return p.Sounds(notes, strings, lead)
}

// said writes strokes out; those in one sweep or one bow with the one before are
// joined to it.
func said(sounds []run.Sound) string {
	words := ""
	for i, s := range sounds {
		switch {
		case s.Sweep || s.Slur:
			words += "-"
		case i > 0:
			words += " "
		}
		words += string(s.Stroke)
	}
	return words
}

func TestStrokes(t *testing.T) {
	upDown := struck([]int{0, 1, 2, 3, 4, 5, 4, 3, 2})
	for _, c := range []struct {
		picking, want string
		lead          int
	}{
		{"alternate", "down up down up down up down up down", 0},
		{"alternate", "up down up down up down up down up", 1},
		{"alternate", "down up down up down up down up down", 2},
		{"down", "down down down down down down down down down", 0},
		{"economy", "down up down-down up down up down up", 0},
		{"legato", "down hammer hammer up hammer hammer pull pull down", 0},
		{"legato", "up hammer hammer down hammer hammer pull pull up", 1},
		{"index-middle", "i m i m i m i m-m", 0},
		{"free-stroke", "i m i m i m i m i", 0},
		{"rest-stroke", "i m i m i m i m i", 0},
		{"bowed", "down up down up down up down up down", 0},
		{"bowed-2", "down-down up-up down-down up-up down", 0},
		{"bowed-2", "up down-down up-up down-down up-up", 1},
		{"bowed-4", "down-down-down-down up-up-up-up down", 0},
		{"bowed-4", "up-up down-down-down-down up-up-up", 2},
	} {
		assert.Equal(t, c.want, said(sounds(t, c.picking, upDown, 2, c.lead)), "%s after %d", c.picking, c.lead)
	}
	slide := []run.Struck{{String: 3, Fret: 5, Finger: 4}, {String: 3, Fret: 7, Finger: 4, Moved: true},
		{String: 3, Fret: 7, Finger: 4}}
	assert.Equal(t, "down slide up", said(sounds(t, "legato", slide, 6, 0)))
	moved := []run.Struck{{String: 3, Fret: 5, Finger: 4}, {String: 3, Fret: 7, Finger: 1, Moved: true},
		{String: 3, Fret: 9, Finger: 4}}
	assert.Equal(t, "down up hammer", said(sounds(t, "legato", moved, 6, 0)), "no hammer that moves the hand")
}

// Common practice: thumb, index and middle pluck strings 3, 2 and 1; on more
// strings the thumb has those nearest to the ceiling.
func TestPluckingByString(t *testing.T) {
	for count, want := range map[int]string{1: "p", 3: "p i m", 4: "p i m a", 6: "p p p i m a"} {
		notes := make([]run.Struck, count)
		for i := range notes {
			notes[i] = run.Struck{String: count - i, Rank: i}
		}
		assert.Equal(t, want, said(sounds(t, run.ThumbIndexMiddle, notes, count, 0)))
	}
}

func ExampleOrder() {
	scale := make([]run.Note, 5)
	for i := range scale {
		scale[i] = run.Note{Step: i, Degree: i}
	}
	fmt.Println(run.Order(scale, run.Spec{Pattern: "intervals", Direction: "up", Size: 3, ScaleLen: 7}))
	// Output: [0 2 1 3 2 4]
}
