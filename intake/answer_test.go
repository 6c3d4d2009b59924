package intake_test

import (
	"bytes"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/take"
	"evenladder/core/planning/brief"
	"evenladder/format/wav"
	"evenladder/intake"
	"evenladder/sound"
)

// struck is a WAV file of one note after a rest, on an instrument, cut short while it rings.
func struck(t *testing.T, in neck.Instrument, midi, seed int) []byte {
	t.Helper()
	samples, err := sound.Perform(in, []take.Heard{{MIDI: midi, OnsetSec: 0.4, Seconds: 2}}, 40, seed)
	require.NoError(t, err)
	var b bytes.Buffer
	require.NoError(t, wav.Write(&b, samples[:min(len(samples), int(1.1*sound.Rate))], sound.Rate))
	return b.Bytes()
}

// An answer that is played is taken for what it is: the asked note for the asked one, the note
// beside it for another. Upright basses are not heard surely, and are left out.
func TestAnswersAreHeard(t *testing.T) {
	for _, id := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		in, ok := neck.FindInstrument(id)
		require.True(t, ok)
		b := brief.Brief{Instrument: brief.Instrument{ID: id}, Scale: brief.Scale{Tonic: "Eb", Name: "major"}}
		made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Count: 12, Seed: 4})
		require.NoError(t, err)
		low, high, err := call.Range(b)
		require.NoError(t, err)
		right, told := 0, 0
		var said []string
		for i, c := range made.Calls {
			hear := func(midi int) string {
				note, ok, err := intake.Answer("take", bytes.NewReader(struck(t, in, midi, i+1)), low, high, 0.06)
				require.NoError(t, err)
				if !ok {
					return "nothing"
				}
				asked := call.Answered{Request: call.Request{Brief: b, Kind: "numbers", Said: said}, Answers: c.Ask}
				heard, err := call.Heard(asked, note)
				require.NoError(t, err)
				asked.Given = call.Given{MIDI: &heard}
				out, err := call.Mark(asked)
				require.NoError(t, err)
				return out.Verdict
			}
			if hear(c.Answer.MIDI) == call.Right {
				right++
			}
			if hear(c.Answer.MIDI+1) == call.Wrong {
				told++
			}
			said = append(said, c.Ask)
		}
		assert.Equal(t, 12, right, "%s: right answers taken for right", id)
		assert.Equal(t, 12, told, "%s: wrong answers taken for wrong", id)
	}
}

func TestSilenceIsNoAnswer(t *testing.T) {
	var b bytes.Buffer
	require.NoError(t, wav.Write(&b, make([]float32, sound.Rate), sound.Rate))
	_, ok, err := intake.Answer("take", &b, 40, 80, 0)
	require.NoError(t, err)
	assert.False(t, ok)
	_, _, err = intake.Answer("take", bytes.NewReader([]byte("no sound")), 40, 80, 0)
	assert.ErrorContains(t, err, "take")
}
