package scale_test

import (
	"encoding/json"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// tonalNames are the names that the reference has for a scale where it is not
// the id with spaces.
var tonalNames = map[string]string{
	"natural-minor": "minor", "mixolydian-b6": "mixolydian b6", "half-whole": "half-whole diminished",
	"whole-half": "diminished", "dorian-b2": "dorian b2",
	"locrian-2": "locrian #2", "in-sen": "insen", "whole-tone": "whole tone",
}

// otherSpelling are scales that the reference spells by sound: there the
// pitches are compared.
var otherSpelling = map[string]bool{"altered": true}

// Reference: the npm library tonal, run live.
func TestAgainstTonal(t *testing.T) {
	var tonics []string
	for _, s := range signatures {
		tonics = append(tonics, s.major, s.minor)
	}
	cmd := exec.Command("node", append([]string{"reference/scales.mjs"}, tonics...)...)
	cmd.Dir = "../../../ui"
	data, err := cmd.Output()
	require.NoError(t, err, "the reference needs Node and make's front-end packages")
	var known map[string]struct {
		Intervals []string
		Notes     map[string][]string
	}
	require.NoError(t, json.Unmarshal(data, &known))

	compared := 0
	for _, e := range scale.Catalogue() {
		name, ok := tonalNames[e.ID]
		if !ok {
			name = strings.ReplaceAll(e.ID, "-", " ")
		}
		ref, ok := known[name]
		if !ok {
			t.Logf("the reference does not know %s", e.ID)
			continue
		}
		compared++
		for _, tonic := range tonics {
			s := on(t, tonic, e.ID)
			if otherSpelling[e.ID] {
				assert.Equal(t, classes(t, ref.Notes[tonic]), classes(t, strings.Fields(spelled(s))), s.Title())
				continue
			}
			want := ref.Notes[tonic]
			for _, i := range s.Respelled { // past double accidentals only the sound is the same
				assert.Equal(t, classes(t, want[i:i+1]), []int{s.Notes[i].Class()}, s.Title())
				want[i] = s.Notes[i].String()
			}
			assert.Equal(t, strings.Join(want, " "), spelled(s), s.Title())
		}
		if !otherSpelling[e.ID] {
			assert.Equal(t, degreesOf(ref.Intervals), e.Formula.String(), e.ID)
		}
	}
	assert.GreaterOrEqual(t, compared, 25, "scales that both know")
}

// classes are the pitch classes of note names, with any number of accidentals.
func classes(t *testing.T, names []string) []int {
	t.Helper()
	out := make([]int, len(names))
	for i, name := range names {
		n := pitch.MustParseName(name[:1])
		out[i] = (n.Class() + strings.Count(name, "#") - strings.Count(name[1:], "b") + 24) % 12
	}
	return out
}

// degreesOf turns tonal's intervals (1P 3m 5d 4A) into degrees.
func degreesOf(intervals []string) string {
	signs := map[byte]string{'P': "", 'M': "", 'm': "b", 'A': "#", 'd': "b"}
	out := make([]string, len(intervals))
	for i, v := range intervals {
		out[i] = signs[v[1]] + v[:1]
	}
	return strings.Join(out, " ")
}
