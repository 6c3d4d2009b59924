package call_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/planning/brief"
)

// The 1 is found where the teacher's school has it, on every bass and in every key: on the bottom string with its 5 beside
// or above, or on the next string with the 5 below. The lowest is the usual one: G on string 4, fret 3, E and A open.
func TestWhereTheOneIsFound(t *testing.T) {
	at := func(tonic, anchor string) (one, five neck.Place) {
		made, err := call.Build(call.Request{Brief: bass(tonic, "major"), Kind: "numbers", Ask: []string{"1", "5"}, Anchor: anchor})
		require.NoError(t, err)
		return made.Calls[0].Answer.Place, made.Calls[1].Answer.Place
	}
	for _, c := range []struct {
		tonic, anchor string
		one, five     neck.Place
	}{
		{"G", "", neck.Place{String: 4, Fret: 3}, neck.Place{String: 3, Fret: 5}},
		{"G", "bottom", neck.Place{String: 4, Fret: 3}, neck.Place{String: 3, Fret: 5}},
		{"G", "next", neck.Place{String: 3, Fret: 10}, neck.Place{String: 4, Fret: 10}},
		{"C", "", neck.Place{String: 3, Fret: 3}, neck.Place{String: 4, Fret: 3}},
		{"C", "bottom", neck.Place{String: 4, Fret: 8}, neck.Place{String: 3, Fret: 10}},
		{"C", "next", neck.Place{String: 3, Fret: 3}, neck.Place{String: 4, Fret: 3}},
	} {
		one, five := at(c.tonic, c.anchor)
		assert.Equal(t, []neck.Place{c.one, c.five}, []neck.Place{one, five}, "%s, %q", c.tonic, c.anchor)
	}
	for _, tonic := range strings.Fields("C Db D Eb E F Gb G Ab A Bb B") {
		low, _ := at(tonic, "bottom")
		next, _ := at(tonic, "next")
		assert.Equal(t, []int{4, 3}, []int{low.String, next.String}, tonic)
	}
}

// Of two places that are as near to the hand the lower one is called: from A♭ the 6 is the F below, not the one above.
func TestTheLowerOfTwo(t *testing.T) {
	made, err := call.Build(call.Request{Brief: bass("Ab", "major"), Kind: "numbers", Ask: []string{"6"}})
	require.NoError(t, err)
	assert.Equal(t, neck.Place{String: 4, Fret: 1}, made.Calls[0].Answer.Place)
}

// What was answered is shown beside the 1 and its 5, from which it is found.
func TestTheAnchorsAreShown(t *testing.T) {
	out := marked(t, bass("C", "major"), "numbers", "6", pressed(4, 4))
	var anchors []string
	for _, a := range out.Anchors {
		anchors = append(anchors, fmt.Sprintf("%s %d/%d %s", a.Degree, a.String, a.Fret, a.Name))
	}
	assert.Equal(t, []string{"1 3/3 C", "5 4/3 G"}, anchors)
	assert.Empty(t, marked(t, bass("C", "major"), "find", "C", pressed(3, 3)).Anchors)
}

// Its octave, either, and the 4 on the next string are settings; without them they are no answer.
func TestOctavesAndTheFourOnTheNextString(t *testing.T) {
	verdict := func(r call.Request, given call.Given) string {
		r.Brief, r.Kind = bass("C", "major"), "numbers"
		out, err := call.Mark(call.Answered{Request: r, Answers: r.Ask[0], Given: given})
		require.NoError(t, err)
		return out.Verdict
	}
	one, four := []string{"1"}, []string{"4"}
	high, nextFour := pressed(1, 5), pressed(2, 3) // C two strings and two frets away, F on the string above the 1
	assert.Equal(t, call.TooHigh, verdict(call.Request{Ask: one}, high))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: one, Octave: "either"}, high))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: one, Octave: "either"}, pressed(3, 3)))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: one, Octave: "either"}, played(48)))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: one, Octave: "high"}, high))
	assert.Equal(t, call.Far, verdict(call.Request{Ask: one, Octave: "high"}, pressed(3, 3)))
	assert.Equal(t, call.TooHigh, verdict(call.Request{Ask: four}, nextFour))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: four, NextFour: true}, nextFour))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: four, NextFour: true}, pressed(4, 1)))
	assert.Equal(t, call.Right, verdict(call.Request{Ask: four, NextFour: true}, played(41)))
	made, err := call.Build(call.Request{Brief: bass("C", "major"), Kind: "numbers", Ask: one, Octave: "high"})
	require.NoError(t, err)
	assert.Equal(t, "The octave of the low 1, 2 strings and 2 frets away.", made.Calls[0].Why)
	for field, r := range map[string]call.Request{"anchor": {Anchor: "middle"}, "octave": {Octave: "third"}} {
		r.Brief, r.Kind = bass("C", "major"), "numbers"
		_, err := call.Build(r)
		assert.ErrorContains(t, err, field)
	}
	_, err = call.Build(call.Request{Brief: bass("C", "major"), Kind: "find", NextFour: true})
	assert.ErrorContains(t, err, "nextFour")
}

// basses are the necks on which the same rule holds as on the bass of common practice.
func basses() map[string]brief.Instrument {
	return map[string]brief.Instrument{
		"bass":        {ID: "bass"},
		"left-handed": {ID: "bass", LeftHanded: true},
		"five":        {ID: "bass-5"},
		"six":         {ID: "bass-6"},
		"drop D":      {ID: "bass", Tuning: strings.Fields("D1 A1 D2 G2")},
		"fretless":    {ID: "upright-bass"},
		"guitar":      {ID: "guitar"},
	}
}

// Common practice: from the 1 the 2 lies two frets up, the 7 one down and the flat 7 two; from
// the low 5 the 6 lies two frets up, the 4 two down and the 3 one below that. Where the neck has
// those frets, it is so in every key, on every bass.
func TestTheRuleInEveryKey(t *testing.T) {
	rule := map[string]struct{ fromFive, frets int }{
		"1": {0, 0}, "5": {1, 0}, "2": {0, 2}, "7": {0, -1}, "b7": {0, -2}, "b2": {0, 1}, "6": {1, 2}, "4": {1, -2},
		"3": {1, -3},
	}
	checked := 0
	for name, in := range basses() {
		for _, tonic := range strings.Fields("C Db D Eb E F Gb G Ab A Bb B") {
			ask := func(number string) call.Call {
				made, err := call.Build(call.Request{Brief: brief.Brief{Instrument: in,
					Scale: brief.Scale{Tonic: tonic, Name: "major"}}, Kind: "numbers", Ask: []string{number}})
				require.NoError(t, err)
				return made.Calls[0]
			}
			anchors := [2]neck.Place{ask("1").Answer.Place, ask("5").Answer.Place}
			if anchors[0].String != anchors[1].String-1 {
				continue // the 1 itself lies nearer on the lowest string
			}
			for number, from := range rule {
				want := anchors[from.fromFive]
				if want.Fret += from.frets; want.Fret < 1 || want.Fret > 16 || anchors[1].Fret < 4 {
					continue
				}
				checked++
				got := ask(number)
				assert.Equal(t, want, got.Answer.Place, "%s in %s on %s: %s", number, tonic, name, got.Why)
			}
		}
	}
	assert.Greater(t, checked, 150)
}

// anchorsByHand are the frets of the 1 and of its 5, found apart from the answers: the lowest 1 of
// the two strings, on the one where it lies nearer the nut; the 5 a fourth below it on the bottom string, or a
// fifth above it on the next.
func anchorsByHand(on neck.Neck, low []int, tonic int) (root, five int) {
	bottom, next := on.Open(low[0]).MIDI(), on.Open(low[1]).MIDI()
	for midi := bottom; ; midi++ {
		switch {
		case midi%12 != tonic:
		case midi < next:
			return midi - bottom, midi + 7 - next
		default:
			return midi - next, midi - 5 - bottom
		}
	}
}

// The low 1 on a bass is on string 4 from E to A♭, and the open string 3 for A; on a ukulele the C is the
// open string 3. Common practice.
func TestTheLowOne(t *testing.T) {
	for tonic, want := range map[string]neck.Place{
		"E": {String: 4, Fret: 0}, "F": {String: 4, Fret: 1}, "F#": {String: 4, Fret: 2}, "G": {String: 4, Fret: 3},
		"Ab": {String: 4, Fret: 4}, "A": {String: 3, Fret: 0}, "Bb": {String: 3, Fret: 1}, "C": {String: 3, Fret: 3},
	} {
		made, err := call.Build(call.Request{Brief: bass(tonic, "major"), Kind: "numbers", Ask: []string{"1"}})
		require.NoError(t, err)
		assert.Equal(t, want, made.Calls[0].Answer.Place, tonic)
		assert.Equal(t, "The 1 itself.", made.Calls[0].Why)
	}
	ukulele := brief.Brief{Instrument: brief.Instrument{ID: "ukulele"}, Scale: brief.Scale{Tonic: "C", Name: "major"}}
	made, err := call.Build(call.Request{Brief: ukulele, Kind: "numbers", Ask: []string{"1", "5"}})
	require.NoError(t, err)
	assert.Equal(t, neck.Place{String: 3}, made.Calls[0].Answer.Place)
	assert.Equal(t, neck.Place{String: 2, Fret: 3}, made.Calls[1].Answer.Place)
	assert.Equal(t, "The 5 itself.", made.Calls[1].Why)
}

// The same pitch under the hand is right wherever it lies: the open string 2 for string 3, fret 5.
func TestTheSamePitchUnderTheHand(t *testing.T) {
	place := func(str, fret int) call.Answered {
		return call.Answered{Request: call.Request{Brief: bass("D", "major"), Kind: "numbers"}, Answers: "1",
			Given: call.Given{Place: &neck.Place{String: str, Fret: fret}}}
	}
	for at, want := range map[[2]int]string{{3, 5}: call.Right, {2, 0}: call.Right, {4, 10}: call.Far, {2, 12}: call.TooHigh} {
		got, err := call.Mark(place(at[0], at[1]))
		require.NoError(t, err)
		assert.Equal(t, want, got.Verdict, "%v: %s", at, got.Words)
	}
}

// No other place of the low strings lies nearer to the hand: its travel is reckoned here by the
// frets that four fingers cover, and not as the answers do.
func TestNoNearerPlace(t *testing.T) {
	all := basses()
	rapid.Check(t, func(t *rapid.T) {
		in := all[rapid.SampledFrom([]string{"bass", "left-handed", "five", "six", "drop D", "fretless",
			"guitar"}).Draw(t, "neck")]
		in.Capo = rapid.SampledFrom([]int{0, 0, 2}).Draw(t, "capo")
		if in.ID == "upright-bass" {
			in.Capo = 0
		}
		b := brief.Brief{Instrument: in, Scale: brief.Scale{Tonic: rapid.SampledFrom(strings.Fields("C Db D Eb E F F# G Ab A Bb B")).Draw(t, "tonic"), Name: rapid.SampledFrom([]string{"major", "natural-minor", "dorian"}).Draw(t, "scale")}}
		made, err := call.Build(call.Request{Brief: b, Kind: "numbers", Level: 5, Count: 30, Seed: rapid.IntRange(0,
			500).Draw(t, "seed")})
		require.NoError(t, err)
		r, err := brief.Read(b)
		require.NoError(t, err)
		strs := make([]int, r.Neck.Strings())
		for i := range strs {
			strs[i] = i + 1
		}
		low := r.Neck.ByPitch(strs)[:2]
		root, five := anchorsByHand(r.Neck, low, r.Scale.Tonic.Class())
		travel := func(hand, fret int) int { return max(hand-fret, fret-(hand+3), 0) }
		hand := max(min(root, five)-1, 0) // the index stands a fret behind the lower anchor
		for _, c := range made.Calls {
			at := c.Answer.Place
			assert.Contains(t, low, at.String)
			for fret := 0; fret <= min(16, r.Neck.Frets); fret++ {
				for _, str := range low {
					if other := (neck.Place{String: str, Fret: fret}); (r.Neck.MIDI(other)-c.Answer.MIDI)%12 == 0 {
						assert.LessOrEqual(t, travel(hand, at.Fret), travel(hand, fret), fmt.Sprint(c.Ask, " at ", at,
							", nearer at ", other))
					}
				}
			}
			hand = max(min(hand, at.Fret), at.Fret-3)
		}
	})
}
