package call_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
	"evenladder/core/theory/pitch"
)

func bass(tonic, name string) brief.Brief {
	return brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: tonic, Name: name}}
}

// In D, with the 1 on string 3 at fret 5. Common practice.
func TestLowAnswersOnABass(t *testing.T) {
	for ask, want := range map[string]string{
		"1": "3/5 The 1 itself.", "5": "4/5 The low 5 itself.", "2": "3/7 2 frets above the 1.",
		"7": "3/4 One fret below the 1.", "6": "4/7 2 frets above the low 5.",
		"4": "4/3 2 frets below the low 5.", "3": "4/2 3 frets below the low 5.", "b7": "3/3 2 frets below the 1.",
		"b2": "3/6 One fret above the 1.",
	} {
		made, err := call.Build(call.Request{Brief: bass("D", "major"), Kind: "numbers", Ask: []string{ask}})
		require.NoError(t, err)
		c := made.Calls[0]
		assert.Equal(t, want, fmt.Sprintf("%d/%d %s", c.Answer.String, c.Answer.Fret, c.Why), ask)
	}
	made, err := call.Build(call.Request{Brief: bass("D", "major"), Kind: "numbers", Ask: []string{"6", "4", "b7",
		"1"}})
	require.NoError(t, err)
	var said []string
	for _, c := range made.Calls {
		said = append(said, fmt.Sprintf("%s %s %d/%d %s %d", c.Ask, c.Say, c.Answer.String, c.Answer.Fret,
			c.Answer.Name, c.Answer.MIDI))
	}
	assert.Equal(t, []string{"6 six 4/7 B 35", "4 four 4/3 G 31", "b7 flat seven 3/3 C 36", "1 one 3/5 D 38"}, said)
	also := made.Calls[0].Also
	require.NotEmpty(t, also, "other places are right, but not low and near")
	assert.Contains(t, fmt.Sprint(also), "B")
	data, err := json.Marshal(made.Calls[0])
	require.NoError(t, err)
	assert.Contains(t, string(data), `"answer":{"string":4,"fret":7,"midi":35,"name":"B","degree":"6"}`,
		"the shape on the wire")
}

// Whatever is called on whatever bass: the answer sounds the degree, lies on the two lowest
// strings, and no other place there moves the hand less; a seed repeats.
func TestNumbersAnywhere(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		b := bass(rapid.SampledFrom([]string{"C", "Eb", "F#", "Bb", "E", "Ab"}).Draw(t, "tonic"),
			rapid.SampledFrom([]string{"major", "natural-minor", "mixolydian"}).Draw(t, "scale"))
		b.Instrument.ID = rapid.SampledFrom([]string{"bass", "bass-5", "bass-6", "upright-bass"}).Draw(t, "instrument")
		if b.Instrument.ID == "bass" && rapid.Bool().Draw(t, "dropped") {
			b.Instrument.Tuning = strings.Fields("D1 A1 D2 G2")
		}
		r := call.Request{Brief: b, Kind: "numbers", Count: 20, Seed: rapid.IntRange(0, 99).Draw(t, "seed")}
		made, err := call.Build(r)
		require.NoError(t, err)
		tonic := pitch.MustParseName(b.Scale.Tonic)
		for i, c := range made.Calls {
			want := (tonic.Class() + pitch.MustParseDegree(c.Ask).Semitones() + 12) % 12
			assert.Equal(t, want, c.Answer.MIDI%12)
			assert.Equal(t, want, pitch.MustParseName(c.Answer.Name).Class())
			for _, a := range c.Also {
				assert.Equal(t, want, a.MIDI%12)
			}
			if i > 0 {
				assert.NotEqual(t, made.Calls[i-1].Ask, c.Ask, "never the same twice running")
			}
		}
		again, err := call.Build(r)
		require.NoError(t, err)
		assert.Equal(t, made, again)
	})
}

func TestOtherKinds(t *testing.T) {
	one := func(kind, ask string) call.Call {
		made, err := call.Build(call.Request{Brief: bass("Ab", "major"), Kind: kind, Ask: []string{ask}})
		require.NoError(t, err)
		return made.Calls[0]
	}
	found := one("find", "Eb")
	var places []string
	for _, n := range found.Answer.Notes {
		places = append(places, fmt.Sprintf("%d/%d", n.String, n.Fret))
	}
	assert.Equal(t, "4/11 3/6 2/1 1/8", strings.Join(places, " "))
	named := one("name", "3/6")
	assert.Equal(t, "Eb 5", named.Answer.Name+" "+named.Answer.Degree)
	assert.Equal(t, "Fret 6 of string 3, whose open note is A.", named.Why)
	assert.Empty(t, named.Place.Name, "the question does not give the answer away")
	assert.Equal(t, "Ab Bb C Db Eb F G Ab", strings.Join(one("spell", "Ab").Answer.Words, " "))
	assert.Equal(t, "4 accidentals. The last note repeats the first, so don't count it.", one("spell", "Ab").Why)
	assert.Equal(t, "F# C# G# D# A#", strings.Join(one("signature", "B").Answer.Words, " "))
	assert.Equal(t, "5 sharps: F♯ C♯ G♯ D♯ A♯.", one("signature", "B").Why)
	for _, kind := range []string{"numbers", "find", "name", "spell", "signature"} {
		made, err := call.Build(call.Request{Brief: bass("Ab", "dorian"), Kind: kind, Seed: 7})
		require.NoError(t, err)
		assert.Len(t, made.Calls, 8, kind)
	}
}

func TestBadCalls(t *testing.T) {
	for field, r := range map[string]call.Request{
		"kind":              {Brief: bass("D", "major"), Kind: "riddles"},
		"count":             {Brief: bass("D", "major"), Kind: "numbers", Count: 201},
		"seed":              {Brief: bass("D", "major"), Kind: "numbers", Seed: -1},
		"ask":               {Brief: bass("D", "major"), Kind: "numbers", Ask: []string{"#7"}},
		"brief.scale.tonic": {Brief: bass("H", "major"), Kind: "numbers"},
	} {
		_, err := call.Build(r)
		var faults fault.List
		require.ErrorAs(t, err, &faults, field)
		assert.Equal(t, field, faults[0].Field)
	}
	for kind, ask := range map[string]string{"numbers": "9", "find": "J", "name": "9/99", "spell": "x",
		"signature": ""} {
		_, err := call.Build(call.Request{Brief: bass("D", "major"), Kind: kind, Ask: []string{ask}})
		assert.Error(t, err, kind)
	}
}

func BenchmarkCallsNext(b *testing.B) {
	for b.Loop() {
		if _, err := call.Build(call.Request{Brief: bass("Eb", "major"), Kind: "numbers", Seed: 5}); err != nil {
			b.Fatal(err)
		}
	}
}
