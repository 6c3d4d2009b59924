package table_test

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/base/table"
)

// A package with more to say of its choices embeds the row.
type stroke struct {
	table.Row
	beats int
}

var strokes = []stroke{
	{table.Row{ID: "roll", Name: "a roll", Why: "fills a long note"}, 4},
	{table.Row{ID: "tap", Phrase: "tapped once"}, 1},
}

func Example() {
	tap, ok := table.Find(strokes, "tap")
	fmt.Println(tap.Said(), tap.beats, ok)
	fmt.Println("give one of", table.IDs(strokes))
	// Output:
	// tapped once 1 true
	// give one of roll tap
}

func TestFindWhatIsNotThere(t *testing.T) {
	none, ok := table.Find(strokes, "Tap")
	assert.False(t, ok, "ids are read to the letter")
	assert.Zero(t, none)
	assert.Equal(t, []table.Row{strokes[0].Row, strokes[1].Row}, table.Rows(strokes))
}
