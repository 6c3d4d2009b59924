package smf

import (
	"bytes"
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/music/arrangement"
	"evenladder/core/music/line"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/score"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

// What is written reads back event for event, whatever is counted in before it: every pattern that a
// teacher could press together. Swung notes come back as they sound.
func TestARunIsReadAsAPhrase(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := plantest.Any(t)
		b.Rhythm.Swing = false
		p, err := plan.Build(b)
		if err != nil || len(p.Run.Events) > line.MaxNotes || slices.ContainsFunc(p.Run.Events,
			func(e piece.Event) bool { return e.Sounds > e.Beats+1e-9 }) {
			return // of notes that ring into the next one line is taken
		}
		for _, guide := range []rhythm.Guide{{}, {CountIn: true, Click: true}} {
			var out bytes.Buffer
			require.NoError(t, Write(&out, score.Of(p.Piece()), guide, arrangement.Arrangement{}))
			l, err := ReadPhrase(&out)
			require.NoError(t, err)
			for i := range l.Notes {
				l.Notes[i].Beats = math.Round(l.Notes[i].Beats*1000) / 1000
			}
			plantest.SameLine(t, p, l)
			assert.Empty(t, l.Left)
		}
	})
}

func TestNoPhrase(t *testing.T) {
	for _, data := range []string{"", "MThd",
		"MThd\x00\x00\x00\x06\x00\x00\x00\x01\x00\x60MTrk\x00\x00\x00\x04\x00\xff\x2f\x00"} {
		_, err := ReadPhrase(bytes.NewReader([]byte(data)))
		assert.Error(t, err)
	}
}
