package call_test

import (
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// A phrase is called note by note in its order, and from the first again; its own place is right,
// the same note elsewhere is far or too high.
func TestAPhraseIsCalled(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Eb", Name: "minor-blues"},
		Run: brief.Run{Pattern: "phrase", Phrase: "1 b3/2 4/2 b5 5", Way: "position", At: 6}}
	p, err := plan.Build(b)
	require.NoError(t, err)
	made, err := call.Build(call.Request{Brief: b, Kind: "run", Count: 7, Said: []string{"1"}})
	require.NoError(t, err)
	var shown []string
	for i, c := range made.Calls {
		shown = append(shown, c.Show)
		e := p.Run.Events[(i+1)%5]
		assert.Equal(t, e.Place, c.Answer.Place)
		assert.Equal(t, e.Degree, c.Answer.Degree)
		for _, o := range c.Also {
			assert.Zero(t, (o.MIDI-e.MIDI)%12)
			assert.Equal(t, o.MIDI > e.MIDI, o.How == call.TooHigh)
		}
	}
	assert.Equal(t, "♭3 4 ♭5 5 1 ♭3 4", strings.Join(shown, " "))
	at := p.Run.Events[1].Place
	for place, want := range map[neck.Place]string{at: call.Right, {String: at.String, Fret: at.Fret + 1}: call.Wrong} {
		m, err := call.Mark(call.Answered{Request: call.Request{Brief: b, Kind: "run", Said: []string{"1"}},
			Given: call.Given{Place: &place}, Answers: "2"})
		require.NoError(t, err)
		assert.Equal(t, want, m.Verdict)
	}
	_, err = call.Build(call.Request{Brief: b, Kind: "run", Ask: []string{strconv.Itoa(len(p.Run.Events) + 1)}})
	assert.ErrorContains(t, err, "1 to 5")
}
