package brief_test

import (
	"fmt"

	"evenladder/core/planning/brief"
)

func Example() {
	b, _ := brief.Parse([]byte(`{"instrument": {"id": "bass"}, "scale": {"tonic": "Db", "name": "lydian"}, "run": {"pattern": "intervals"}}`))
	r, _ := brief.Read(b)
	fmt.Println(brief.TextOf(r.Sentence()))

	sizes, _ := brief.Fields.Pick(b, brief.Kept{}, "run.size", "s")
	for _, c := range sizes.Choices[:3] {
		fmt.Println(c.Label, c.Changes["run.size"])
	}
	// Output:
	// On a 4-string bass tuned E A D G, lay D♭ Lydian out as three notes per string, one finger per fret. Play it in broken thirds, up and down, in eighths at 72, with index and middle finger in turn.
	// seconds 2
	// sixths 6
	// sevenths 7
}
