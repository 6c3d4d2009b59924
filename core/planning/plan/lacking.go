package plan

import (
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/fretboard/layout"
)

// lackWords says which pitches a box lacks and why, a sentence for each reason;
// empty where it lacks none.
func (m *maker) lackWords(b layout.Box) string {
	var reasons []layout.Lack
	pitches := map[layout.Lack][]string{}
	for _, missing := range b.Missing {
		why := m.Request.Lacking(b, missing)
		if pitches[why] == nil {
			reasons = append(reasons, why)
		}
		pitches[why] = append(pitches[why], m.Say(missing.Name)+strconv.Itoa(missing.Octave))
	}
	sentences := make([]string, len(reasons))
	for i, why := range reasons {
		sentences[i] = fmt.Sprintf("No %s: %s.", english.Or(pitches[why]), m.lackReason(why))
	}
	return strings.Join(sentences, " ")
}

func (m *maker) lackReason(l layout.Lack) string {
	switch l.Why {
	case layout.NoFret:
		return fmt.Sprintf("string %d has no fret left for it", l.String)
	case layout.BelowNut:
		return fmt.Sprintf("it would be below the open note of string %d", l.String)
	case layout.TooHigh:
		return fmt.Sprintf("the neck ends at fret %d", m.Neck.Frets)
	case layout.TooLow:
		return "no string is tuned that low"
	case layout.FretsAsked:
		return "outside " + english.Range("fret", "frets", m.Request.LowFret, m.Request.HighFret) + " of this brief"
	case layout.OtherString:
		return "on a string that this brief leaves out"
	case layout.NoString:
		return "there is no higher string in this position"
	}
	return "the hand doesn't reach it in this tuning without a shift"
}
