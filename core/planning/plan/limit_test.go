package plan_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// A size is reckoned before the work: too long a run names what to make smaller.
func TestTooLongRunsAreRefused(t *testing.T) {
	_, err := plan.Build(plantest.Parse(t, `{"instrument": {"id": "guitar-8", "frets": 36, "tuning": ["E1", "A1", "D2", "G2", "C3", "F3", "A3", "D4", "G4", "C5", "F5", "Bb5"]}, "scale": {"tonic": "Eb", "formula": "1 b2 2 b3 3 4 b5 5 b6 6 b7 7"},
		"layout": {"system": "four-per-string"}, "run": {"pattern": "cell", "cell": "0 1 2 3 2 1 0 1 2 3 2 1 0 1 2 3 2 1 0 1 2 3 2 1 0 1 2 3 2 1 0 1"}}`))
	if assert.Error(t, err) {
		assert.Regexp(t, `^run\.cell: the run would have \d+ notes: give a smaller figure, or fewer octaves or strings, for 2000 at most`, err.Error())
	}
}
