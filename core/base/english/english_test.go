package english_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/base/english"
)

func Example() {
	fmt.Println(english.Capital("the hand moves " + english.CountInWords(1, "fret", "frets") + " on strings " +
		english.And([]string{"6", "4", "2"}) + "."))
	// Output: The hand moves one fret on strings 6, 4 and 2.
}

func TestTurns(t *testing.T) {
	assert.Equal(t, []string{"0 notes", "1 note", "2 notes"}, []string{english.Count(0, "note", "notes"),
		english.Count(1, "note", "notes"), english.Count(2, "note", "notes")})
	assert.Equal(t, []string{"", "a", "a and b"}, []string{english.And(nil), english.And([]string{"a"}),
		english.And([]string{"a", "b"})})
	assert.Equal(t, "1 3 -5", english.Numbers([]int{1, 3, -5}))
	assert.Equal(t, "B flat and F sharp", english.Spoken("B♭ and F♯"))
	assert.Equal(t, []string{"single", "third", "twelfth"}, []string{english.Every(1), english.Every(3),
		english.Every(12)})
}
