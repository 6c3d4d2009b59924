package knowledge

import (
	"encoding/json"
	"os/exec"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/result"
)

var byGrade = []result.Result{"", result.NotYet, result.Nearly, result.Clean}

// Reference: the npm library ts-fsrs, run live, without its steps within a day.
func TestSpacingAgainstFSRS(t *testing.T) {
	sequences := [][][2]int{
		{{0, 3}, {2, 3}, {5, 3}, {12, 3}, {30, 3}},
		{{0, 3}, {3, 1}, {1, 3}, {4, 2}, {9, 3}, {21, 1}, {2, 3}},
		{{0, 2}, {1, 2}, {1, 2}, {3, 3}, {60, 3}},
		{{0, 1}, {1, 1}, {2, 2}, {3, 3}, {7, 3}, {100, 1}},
	}
	asked, err := json.Marshal(sequences)
	require.NoError(t, err)
	cmd := exec.Command("node", "reference/spacing.mjs", string(asked))
	cmd.Dir = "../../../ui"
	data, err := cmd.Output()
	require.NoError(t, err, "the reference needs Node and make's front-end packages")
	var known [][][2]float64
	require.NoError(t, json.Unmarshal(data, &known))
	for i, repetitions := range sequences {
		var m Memory
		day := calendar.MustParse("2026-01-01")
		for k, r := range repetitions {
			day = day.Add(r[0])
			m = m.After(byGrade[r[1]], day)
			assert.InDelta(t, known[i][k][0], m.Stability, 0.01*known[i][k][0]+1e-3, "stability after %v",
				repetitions[:k+1])
			assert.InDelta(t, known[i][k][1], m.Difficulty, 1e-2, "difficulty after %v", repetitions[:k+1])
		}
	}
}

func TestSpacingGrowsWhileItStaysClean(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		day := calendar.MustParse("2026-03-02")
		m := Memory{}.After(result.Clean, day)
		assert.Equal(t, 1.0, m.Known(day))
		gap := m.Due().Since(day)
		for range rapid.IntRange(1, 6).Draw(t, "repetitions") {
			day = m.Due()
			assert.InDelta(t, 0.9, m.Known(day), 0.06, "due where one in ten is forgotten")
			m = m.After(result.Clean, day)
			next := m.Due().Since(day)
			assert.Greater(t, next, gap)
			gap = next
		}
		later := m.After(result.NotYet, m.Due())
		assert.Less(t, later.Stability, m.Stability, "what was not there comes back sooner")
		assert.Less(t, m.Known(day.Add(30)), m.Known(day.Add(3)))
	})
}
