package round

import (
	"strings"

	"evenladder/core/pitch"
	"evenladder/core/score"
)

// Score is the whole round written down, a section for each key.
func Score(r Round) score.Score {
	sections := make([]score.Section, len(r.Stops))
	tonics := make([]string, len(r.Stops))
	for i, s := range r.Stops {
		sections[i] = score.Section{Title: s.Title, From: s.First, Fifths: s.Plan.Scale.KeySignature.Fifths}
		tonics[i] = s.Tonic
	}
	return score.OfSections(r.Title, r.Sentence, []string{"Keys: " + pitch.Pretty(strings.Join(tonics, " "))}, r.Stops[0].Plan, r.Run.Events, sections)
}
