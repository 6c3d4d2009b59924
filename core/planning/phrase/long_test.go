package phrase_test

import (
	"testing"

	"github.com/stretchr/testify/require"

	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
)

// The longest phrase that is taken, with every way to play it.
func BenchmarkPhraseAtItsLongest(b *testing.B) {
	var l line.Line
	for i := range line.MaxNotes {
		l.Notes = append(l.Notes, line.Note{MIDI: 52 + i*7%24, At: float64(i) / 2, Beats: 0.5})
	}
	b.ReportAllocs()
	for b.Loop() {
		_, err := phrase.Build(phrase.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"}}, Line: l})
		require.NoError(b, err)
	}
}
