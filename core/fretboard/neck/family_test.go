package neck_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/fretboard/neck"
)

func TestEveryInstrumentHasTheTuningsOfItsFamily(t *testing.T) {
	for _, c := range []struct{ instrument, name, want string }{
		{"guitar-three-quarter", "open G", "D2 G2 D3 G3 B3 D4"},
		{"guitar-12", "dropped D", "D2 A2 D3 G3 B3 E4"},
		{"guitar-baritone", "dropped A", "A1 E2 A2 D3 F#3 B3"},
		{"bass-short", "dropped D", "D1 A1 D2 G2"},
		{"bass-6", "half step down", "Bb0 Eb1 Ab1 Db2 Gb2 B2"},
		{"ukulele-low-g", "re-entrant C", "G4 C4 E4 A4"},
		{"ukulele", "whole step down", "F4 Bb3 D4 G4"},
		{"mandola", "C G D G", "C3 G3 D4 G4"},
		{"mandocello", "half step down", "B1 Gb2 Db3 Ab3"},
		{"upright-bass", "half step down", "Eb1 Ab1 Db2 Gb2"},
	} {
		in, _ := neck.FindInstrument(c.instrument)
		got := ""
		for _, tn := range neck.TuningsOf(in) {
			if tn.Name == c.name {
				got = spelled(tn.Tuning)
			}
		}
		assert.Equal(t, c.want, got, "%s %s", c.instrument, c.name)
	}

	ids := map[string]bool{}
	for _, in := range neck.Instruments() {
		of := neck.TuningsOf(in)
		assert.GreaterOrEqual(t, len(of), 3, in.ID)
		own, sounds := false, map[string]bool{}
		for _, tn := range of {
			assert.Equal(t, in.ID, tn.Instrument)
			assert.False(t, ids[tn.ID], "%s twice", tn.ID)
			assert.False(t, sounds[spelled(tn.Tuning)], "%s sounds as one before it", tn.ID)
			ids[tn.ID], sounds[spelled(tn.Tuning)] = true, true
			own = own || spelled(tn.Tuning) == spelled(in.Tuning)
			_, err := neck.New(tn.Tuning, in.Frets, in.ScaleLengthMM)
			assert.NoError(t, err, tn.ID)
		}
		assert.True(t, own, "%s has its own tuning", in.ID)
	}
	for _, tn := range neck.Tunings() {
		assert.True(t, ids[tn.ID], tn.ID)
	}
}
