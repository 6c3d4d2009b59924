package phrase_test

import (
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Reference: the npm library tonal, run live. Every note of a chromatic line up and down, in every
// key of seven scales, has the name that tonal gives its degree, and the degree lies as far above
// the tonic as the note does.
func TestDegreesAgainstTonal(t *testing.T) {
	type asked struct {
		Tonic   string   `json:"tonic"`
		Degrees []string `json:"degrees"`
	}
	var asks []asked
	var phrases []phrase.Phrase
	for class := range 12 {
		for _, id := range []string{"major", "natural-minor", "dorian", "mixolydian", "harmonic-minor", "minor-blues",
			"major-pentatonic"} {
			s, err := scale.FromCatalogue(scale.UsualTonic(class), id)
			require.NoError(t, err)
			if easier, ok := s.Simpler(); ok {
				s = easier
			}
			var l line.Line
			for i := range 25 {
				l.Notes = append(l.Notes, line.Note{MIDI: 60 + min(i, 24-i), At: float64(i), Beats: 1})
			}
			b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: s.Tonic.String(),
				Name: id}}
			p, err := phrase.Build(phrase.Request{Brief: b, Keep: true, Line: l})
			require.NoError(t, err)
			ask := asked{Tonic: s.Tonic.String()}
			for _, n := range p.Notes {
				ask.Degrees = append(ask.Degrees, n.Degree)
			}
			asks, phrases = append(asks, ask), append(phrases, p)
		}
	}
	data, err := json.Marshal(asks)
	require.NoError(t, err)
	file := filepath.Join(t.TempDir(), "degrees.json")
	require.NoError(t, os.WriteFile(file, data, 0o600))
	cmd := exec.Command("node", "reference/degrees.mjs", file)
	cmd.Dir, cmd.Stderr = "../../../ui", os.Stderr
	out, err := cmd.Output()
	require.NoError(t, err, "the reference comes with make's front-end packages")
	var known [][]struct {
		Name      string
		Semitones int
	}
	require.NoError(t, json.Unmarshal(out, &known))
	require.Len(t, known, len(phrases))
	for i, p := range phrases {
		for k, n := range p.Notes {
			want := known[i][k]
			assert.Equal(t, want.Name, n.Name, "%s, degree %s", p.Homes[0].Title, n.Degree)
			assert.Zero(t, (n.MIDI-want.Semitones-pitch.MustParseName(p.Homes[0].Tonic).Class())%12, "%s, degree %s",
				p.Homes[0].Title, n.Degree)
		}
	}
}
