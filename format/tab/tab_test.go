package tab_test

import (
	"regexp"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/format/tab"
	"evenladder/internal/plantest"
)

func written(t *testing.T, p plan.Plan) string {
	t.Helper()
	var b strings.Builder
	require.NoError(t, tab.Write(&b, score.Of(p.Piece())))
	return b.String()
}

func TestTab(t *testing.T) {
	got := written(t, plantest.Build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Eb", "name": "major-pentatonic"}, "run": {"direction": "up"}, "rhythm": {"perBeat": 3, "beatsPerBar": 2}, "picking": "alternate"}`))
	assert.Equal(t, `On a ukulele tuned G C E A, lay E♭ major pentatonic out as two notes per string,
one finger per fret. Play it straight, up, in triplets at 72, 2 beats to the
bar.

E♭ major pentatonic: E♭ F G B♭ C
Box 1, frets 3 to 6
2/4, triplets at 72

    1  &  a  2  &  a
A  |------------3--6--|
E  |------3--6--------|
C  |3--5--------------|
G  |------------------|
    1  3  1  4  1  4
    d  u  d  u  d  u

Above: the count. Below: fingers (1 index to 4 little, 0 open); d down; u up.
`, got)
}

var note = regexp.MustCompile(`\d+`)

// Reading the tab back gives the frets of the run, whatever the neck and the
// bars.
func TestTabHoldsTheWholeRun(t *testing.T) {
	for _, brief := range []string{
		`{"instrument": {"id": "guitar-8"}, "scale": {"tonic": "F#", "name": "lydian"}, "layout": {"system": "four-per-string"}}`,
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "B", "name": "dorian"}, "rhythm": {"perBeat": 6, "beatsPerBar": 12}}`,
		`{"instrument": {"id": "mandolin", "frets": 30}, "scale": {"tonic": "Db", "name": "whole-half"}, "layout": {"system": "single-string"}, "rhythm": {"perBeat": 5}}`,
	} {
		p := plantest.Build(t, brief)
		byColumn := map[[2]int]int{} // system and column to fret
		system := -1
		text := written(t, p)
		for _, line := range strings.Split(text, "\n") {
			assert.LessOrEqual(t, len([]rune(line)), 80)
			if line == "" {
				system++
			}
			if r := []rune(line); len(r) > 3 && r[3] == '|' {
				line = string(r[3:])
				for _, m := range note.FindAllStringIndex(line, -1) {
					fret, err := strconv.Atoi(line[m[0]:m[1]])
					require.NoError(t, err)
					byColumn[[2]int{system, m[0]}] = fret
				}
			}
		}
		assert.Len(t, byColumn, p.Run.Notes)
		keys := make([][2]int, 0, len(byColumn))
		for s := 0; s <= system; s++ {
			for c := range 2000 {
				if _, ok := byColumn[[2]int{s, c}]; ok {
					keys = append(keys, [2]int{s, c})
				}
			}
		}
		for i, e := range p.Run.Events {
			assert.Equal(t, e.Fret, byColumn[keys[i]], "note %d of %s", e.N, brief)
		}
	}
}
