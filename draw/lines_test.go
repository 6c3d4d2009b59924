package draw

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/music/piece"
	"evenladder/core/music/score"
)

// A bar that goes far above the staff is written lower; the bars beside it stay.
func TestOnlyTheBarsFarAboveAreWrittenLower(t *testing.T) {
	note := func(bar int, letter string, octave int) cell {
		item := score.Item{Event: &piece.Event{}}
		item.Letter, item.Octave = letter, octave
		return cell{Item: item, bar: bar}
	}
	rest := cell{bar: 3}
	cells := []cell{note(0, "E", 4), note(0, "F", 5), note(1, "G", 5), note(1, "A", 6), note(2, "G", 6),
		note(3, "C", 8), rest}
	lowerBars(cells, score.Clef{Sign: "G"})
	var lower, degrees []int
	for _, c := range cells {
		lower = append(lower, c.lower)
		if c.Event != nil {
			degrees = append(degrees, staff{clef: score.Clef{Sign: "G"}}.degree(c))
		}
	}
	assert.Equal(t, []int{0, 0, 1, 1, 0, 2, 2}, lower)
	assert.Equal(t, []int{0, 8, 2, 10, 16, 12}, degrees) // from the bottom line E4; A6 stands a ledger line above
}
