package round_test

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/music/rhythm"
	"evenladder/core/music/run"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

func build(t require.TestingT, given string) round.Round {
	if h, ok := t.(interface{ Helper() }); ok {
		h.Helper()
	}
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err)
	r, err := round.Build(b)
	require.NoError(t, err, given)
	return r
}

func keysOf(r round.Round) string {
	var out []string
	for _, s := range r.Stops {
		out = append(out, s.Tonic)
	}
	return strings.Join(out, " ")
}

// pressed writes the notes of a stop's box as string:fret(finger).
func pressed(s round.Stop) string {
	var out []string
	for _, n := range s.Plan.Boxes[s.Plan.Box].Notes {
		out = append(out, fmt.Sprintf("%d:%d(%d)", n.String, n.Fret, n.Finger))
	}
	return strings.Join(out, " ")
}

// Common practice: all keys by fourths on the bass. The same fret of the next
// higher string, and down an octave where the strings that are left do not hold
// the scale. The keys after B♭ follow from the same rule.
func TestBassRoundOfMajorPentatonics(t *testing.T) {
	r := build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "G", "name": "major-pentatonic"}, "round": {"order": "fourths", "start": "G", "place": "lowest", "link": "joined"}}`)
	var got []string
	for _, s := range r.Stops {
		mark := ""
		if s.DroppedOctave {
			mark = " dropped"
			assert.Contains(t, s.Why, "don't hold the whole scale", s.Tonic)
		}
		got = append(got, fmt.Sprintf("%s %d:%d%s", s.Tonic, s.Root.String, s.Root.Fret, mark))
		assert.True(t, s.Plan.Boxes[s.Plan.Box].Complete, s.Tonic)
	}
	assert.Equal(t, []string{
		"G 4:3", "C 3:3", "F 4:1 dropped", "Bb 3:1", "Eb 3:6", "Ab 4:4 dropped", "Db 3:4", "F# 4:2 dropped", "B 3:2",
		"E 4:0 dropped", "A 3:0", "D 3:5",
	}, got)
	assert.Equal(t, "4:3(2) 4:5(4) 3:2(1) 3:5(4) 2:2(1) 2:5(4)", pressed(r.Stops[0]))
	assert.True(t, r.Stops[1].Move.SameFingering)
	assert.Equal(t, "The same fingering, one string towards the floor.", r.Stops[1].Move.Words)
	assert.Equal(t, []string{"E1", "A1", "D2", "G2"}, r.Stops[0].OpenStrings)
	assert.Empty(t, r.Stops[6].OpenStrings, "D♭ has none")
	// Joined: up, down to the note before the root, then the next key's root.
	c := r.Stops[1]
	assert.Equal(t, []string{"A", "C"}, []string{r.Run.Events[c.First-1].Name, r.Run.Events[c.First].Name})
	assert.Equal(t, "From A on string 4, fret 5 step to C on string 3, fret 3, with the middle finger.", c.Join)
	assert.Equal(t, "D", r.Run.EndsOn.Name, "the last key ends on its root")
}

// Common practice: every major key in first position on the mandolin, as
// full range. G and C as the facts have them, the others by the same rule.
func TestMandolinRoundInFirstPosition(t *testing.T) {
	r := build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "G", "name": "major"}, "round": {"place": "first-position", "link": "alone"}}`)
	assert.Equal(t, "G C F Bb Eb Ab Db F# B E A D", keysOf(r))
	assert.Equal(t, "4:0(0) 4:2(1) 4:4(2) 4:5(3) 3:0(0) 3:2(1) 3:4(2) 3:5(3) 2:0(0) 2:2(1) 2:3(2) 2:5(3) 1:0(0) 1:2(1) 1:3(2) 1:5(3) 1:7(4)", pressed(r.Stops[0]))
	// C: from string 4 fret 5 up to B, down past the root to the open G, back.
	c := r.Stops[1]
	events := r.Run.Events[c.First : c.First+c.Notes]
	assert.Equal(t, neck.Place{String: 4, Fret: 5}, c.Root)
	turns := []string{}
	for i, e := range events {
		if i == 0 || i == len(events)-1 || (events[i-1].MIDI < e.MIDI) != (e.MIDI < events[i+1].MIDI) {
			turns = append(turns, fmt.Sprintf("%d:%d %s", e.String, e.Fret, e.Name))
		}
	}
	assert.Equal(t, []string{"4:5 C", "1:7 B", "4:0 G", "4:5 C"}, turns)
	// Keys lose open strings one by one round the flat side; D♭ has none.
	var open []int
	for _, s := range r.Stops[1:7] {
		open = append(open, len(s.OpenStrings))
		assert.Contains(t, s.Move.Words, "one string towards the ceiling", s.Tonic)
	}
	assert.Equal(t, []int{4, 4, 3, 2, 1, 0}, open)
	assert.Equal(t, []string{"Open E (string 1) isn't in this key: the string starts with F on fret 1."}, r.Stops[3].Move.Changes)
}

// Common practice: G C F B♭ E♭ A♭ D♭ F♯ B E A D. The other orders close their
// circles and go on a half step higher.
func TestOrders(t *testing.T) {
	of := func(round string) string {
		return keysOf(build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "major"}, "round": `+round+`}`))
	}
	assert.Equal(t, "G C F Bb Eb Ab Db F# B E A D", of(`{}`))
	assert.Equal(t, "G D A E B F# Db Ab Eb Bb F C", of(`{"order": "fifths"}`))
	assert.Equal(t, "E F F# G Ab A Bb B C Db D Eb", of(`{"order": "semitones", "start": "E"}`))
	assert.Equal(t, "G A B Db Eb F Ab Bb C D E F#", of(`{"order": "whole-steps"}`))
	assert.Equal(t, "G Bb Db E Ab B D F A C Eb F#", of(`{"order": "minor-thirds"}`))
	assert.Equal(t, "E C# Ab", of(`{"order": "own", "keys": ["E", "C#", "Ab"]}`))
	assert.Equal(t, "Gb B E A D G C F Bb Eb Ab C#", of(`{"start": "Gb", "spelling": ["C#"]}`), "spelled as asked")
	assert.Equal(t, "G C F Bb Eb Ab Db C# F# Gb B Cb E A D", of(`{"through": "fifteen-signatures"}`))
	one, again, other := of(`{"order": "shuffled", "seed": 31}`), of(`{"order": "shuffled", "seed": 31}`),
		of(`{"order": "shuffled", "seed": 32}`)
	assert.Equal(t, one, again, "the number brings the order back")
	assert.NotEqual(t, one, other)
	assert.ElementsMatch(t, strings.Fields(of(`{}`)), strings.Fields(one))
	// From memory: the usual minor keys have C♯, F♯, G♯ and E♭, B♭.
	assert.Equal(t, "A D G C F Bb Eb G# C# F# B E",
		keysOf(build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "A", "name": "natural-minor"}, "round": {}}`)))
}

func TestPlaces(t *testing.T) {
	guitar := func(layout, place string) round.Round {
		return build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "dorian"}, "layout": `+layout+`, "round": {"place": "`+place+`", "link": "root-to-root"}}`)
	}
	// Moved: every box is the first one some frets on, and folds by octaves.
	r := guitar(`{"system": "seven-position", "box": 4}`, "same-shape")
	first := r.Stops[0].Plan.Boxes[r.Stops[0].Plan.Box].Notes
	moved := 0
	for _, s := range r.Stops[1:] {
		notes := s.Plan.Boxes[s.Plan.Box].Notes
		require.Len(t, notes, len(first))
		by := notes[0].Fret - first[0].Fret
		for i, n := range notes {
			assert.Equal(t, []int{first[i].String, first[i].Fret + by}, []int{n.String, n.Fret}, s.Tonic)
		}
		assert.Equal(t, (moved+5)%12, (by+24)%12)
		assert.Equal(t, s.DroppedOctave, by < moved+5, s.Tonic)
		assert.Equal(t, s.DroppedOctave, s.Why != "", s.Tonic)
		moved = by
	}
	// One position: no key is more than two frets from the hand.
	for _, s := range guitar(`{"system": "seven-position", "box": 2}`, "one-position").Stops {
		assert.InDelta(t, r.Stops[0].Plan.Boxes[2].LowFret, s.Plan.Boxes[s.Plan.Box].LowFret, 2.1, s.Tonic)
	}
	// Nearest: the hand goes less far than with one shape.
	travel := func(r round.Round) (mm float64) {
		for i := 1; i < len(r.Stops); i++ {
			low := func(s round.Stop) float64 { return s.Plan.Neck.Frets[max(s.Plan.Boxes[s.Plan.Box].LowFret, 1)].MM }
			mm += max(low(r.Stops[i])-low(r.Stops[i-1]), low(r.Stops[i-1])-low(r.Stops[i]))
		}
		return mm
	}
	assert.Less(t, travel(guitar(`{"system": "three-per-string"}`, "nearest")),
		travel(guitar(`{"system": "three-per-string"}`, "same-shape")))
}

// Keys that are fitted to a small hand stay so where they are joined: no two
// fingers that follow one another without a shift open further than it can.
func TestAJoinedRoundKeepsWithinTheHand(t *testing.T) {
	r := build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major"}, "hand": {"limitsMm": {"comfortable": [40, 30, 28], "greatest": [60, 42, 40]}}, "round": {"place": "same-shape"}}`)
	greatest := [3]float64{60, 42, 40}
	bass, _ := neck.FindInstrument("bass")
	n, err := neck.New(bass.Tuning, bass.Frets, bass.ScaleLengthMM)
	require.NoError(t, err)
	refits := 0
	for _, s := range r.Stops {
		if s.Plan.Boxes[s.Plan.Box].Refit != "" {
			refits++
		}
	}
	require.Positive(t, refits)
	for k := 1; k < len(r.Run.Events); k++ {
		from, to := r.Run.Events[k-1], r.Run.Events[k]
		if to.Shift != 0 || from.Finger == 0 || to.Finger == 0 || from.Finger == to.Finger {
			continue
		}
		limit := 0.0
		for f := min(from.Finger, to.Finger); f < max(from.Finger, to.Finger); f++ {
			limit += greatest[f-1]
		}
		assert.LessOrEqual(t, n.SpanMM(from.Fret, to.Fret), limit+0.05, "note %d: finger %d on fret %d, then %d on %d",
			k, from.Finger, from.Fret, to.Finger, to.Fret)
	}
}

// Whatever the brief: every key once, in its scale; the run is the keys in
// turn, in bars that go on, each note under a finger of the hand or open.
func TestEveryRoundHolds(t *testing.T) {
	instruments := neck.Instruments()
	rapid.Check(t, func(t *rapid.T) {
		two := rapid.IntRange(1, 3).Draw(t, "octaves")
		b := brief.Brief{
			Instrument: brief.Instrument{ID: rapid.SampledFrom(instruments).Draw(t, "instrument").ID},
			Scale: brief.Scale{Tonic: rapid.SampledFrom([]string{"C", "F#", "Bb", "E"}).Draw(t, "tonic"),
				Name: rapid.SampledFrom(scale.Catalogue()).Draw(t, "scale").ID},
			Layout: brief.Layout{System: rapid.SampledFrom(layout.Systems).Draw(t, "system").ID, Octaves: &two},
			Run: brief.Run{Pattern: rapid.SampledFrom(run.Patterns).Draw(t, "pattern").ID,
				Fit: rapid.SampledFrom(run.Fits).Draw(t, "fit").ID},
			Rhythm: brief.Rhythm{Meter: rapid.SampledFrom([]string{"4/4", "3/4", "6/8"}).Draw(t, "meter")},
			Round: brief.Round{
				Order:   rapid.SampledFrom(brief.Orders[:6]).Draw(t, "order").ID,
				Through: rapid.SampledFrom(brief.Through).Draw(t, "through").ID,
				Where:   rapid.SampledFrom(brief.Wheres).Draw(t, "place").ID,
				Link:    rapid.SampledFrom(brief.Links).Draw(t, "link").ID,
			},
		}
		r, err := round.Build(b)
		if err != nil {
			var errs fault.List
			require.ErrorAs(t, err, &errs)
			assert.Regexp(t, `^(round|layout|run)\.`, errs[0].Field, "%v", errs)
			return
		}
		checkRound(t, r)
	})
}

func checkRound(t *rapid.T, r round.Round) {
	sounds := map[int]bool{}
	at := 0
	for i, s := range r.Stops {
		sounds[pitch.MustParseName(s.Tonic).Class()] = true
		assert.Equal(t, []string{s.Tonic, s.Tonic}, []string{s.Plan.Brief.Scale.Tonic, s.Plan.Scale.Notes[0]})
		require.Equal(t, at, s.First, s.Tonic)
		at += s.Notes
		events := r.Run.Events[s.First:at]
		assert.Equal(t, events[0].Bar, s.FirstBar)
		own := s.Plan.Run.Events
		require.LessOrEqual(t, s.Notes, len(own))
		require.GreaterOrEqual(t, s.Notes, len(own)-1, "at most the last root is left out")
		for k, e := range events {
			assert.Equal(t, []int{own[k].String, own[k].Fret, own[k].MIDI, own[k].InBox}, []int{e.String, e.Fret,
				e.MIDI, e.InBox}, s.Tonic)
			if r.Brief.Round.Link == "alone" {
				assert.Equal(t, []any{own[k].Finger, own[k].Stroke, own[k].Shift}, []any{e.Finger, e.Stroke, e.Shift},
					"a key alone is played as in its plan: %s", s.Tonic)
			}
		}
		for _, e := range events {
			if e.InBox < 0 && s.Plan.Brief.Run.Pattern == run.Phrase {
				continue // it may colour the key
			}
			k := strings.Index(" "+strings.Join(s.Plan.Scale.Notes, " ")+" ", " "+e.Name+" ")
			assert.GreaterOrEqual(t, k, 0, "%s is a note of %s", e.Name, s.Title)
			assert.Equal(t, e.Fret == 0, e.Finger == 0)
		}
		if i > 0 && r.Brief.Round.Link == "alone" {
			assert.Equal(t, []float64{endBar(r.Run.Events[s.First-1], s.Plan.Run.Rhythm) + 2, 1},
				[]float64{float64(events[0].Bar), events[0].Beat}, "a bar's rest before %s", s.Tonic)
		}
		assert.Equal(t, i > 0 && r.Brief.Round.Link != "alone", s.Join != "")
	}
	require.Len(t, r.Run.Events, at)
	assert.Len(t, sounds, 12, "every key is played")
	if r.Brief.Round.Through == brief.TwelveKeys {
		assert.Len(t, r.Stops, 12, "and none twice")
	}
	if r.Brief.Picking == "alternate" && r.Brief.Round.Link != "alone" {
		for k, e := range r.Run.Events {
			require.Equal(t, []run.Stroke{run.DownStroke, run.UpStroke}[k%2], e.Stroke,
				"the strokes go on from key to key")
		}
	}
	for k := 1; k < len(r.Run.Events); k++ {
		assert.Greater(t, r.Run.Events[k].At, r.Run.Events[k-1].At)
		assert.Equal(t, k+1, r.Run.Events[k].N)
	}
}

func TestBadRoundsNameTheirField(t *testing.T) {
	for round, field := range map[string]string{
		`{"order": "sideways"}`: "round.order", `{"place": "high"}`: "round.place", `{"link": "glued"}`: "round.link",
		`{"through": "all"}`: "round.through",
		`{"seed": 0}`:        "round.seed", `{"order": "own"}`: "round.keys", `{"order": "own", "keys": ["H"]}`: "round.keys",
		`{"start": "Gbb"}`: "round.start", `{"spelling": [""]}`: "round.spelling",
		`{"order": "own", "keys": [` + strings.TrimSuffix(strings.Repeat(`"C",`, 25), ",") + `]}`: "round.keys",
	} {
		_, err := buildBad(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "G", "name": "major"}, "round": `+round+`}`)
		var errs fault.List
		require.ErrorAs(t, err, &errs, round)
		assert.Equal(t, field, errs[0].Field, round)
		assert.Contains(t, errs[0].Message, "give", round)
	}
	_, err := buildBad(t, `{"instrument": {"id": "guitar-8", "frets": 36}, "scale": {"tonic": "G", "name": "major"}, "layout": {"system": "four-per-string"}, "run": {"pattern": "cell", "cell": "0 1 2 3 4 5 6 7 8 7 6 5 4 3 2 1 0 1 2 3 4 5 6 7 8 7"}, "round": {"place": "nearest"}}`)
	assert.ErrorContains(t, err, "up to 12000 notes")
	_, err = buildBad(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "E", "name": "minor-pentatonic"}, "layout": {"system": "three-per-string"}, "round": {"place": "same-shape"}}`)
	require.Error(t, err)
	fits := build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "E", "name": "minor-pentatonic"}, "layout": {"system": "three-per-string"}, "round": {"place": "same-shape", "order": "own", "keys": ["E", "F", "Eb"]}}`)
	assert.Len(t, fits.Stops, 3)
	assert.Regexp(t, `does not fit between frets 0 and 15 in (\S+ ){4,}\S+: give`, err.Error(),
		"all the keys that it does not fit")
	for _, s := range fits.Stops {
		assert.NotContains(t, strings.SplitAfter(err.Error(), "15 in ")[1], " "+s.Name+" ",
			"a key that fits is not among them")
	}
	_, err = buildBad(t, `{"instrument": {"id": "harp"}, "scale": {"tonic": "G", "name": "major"}, "round": {}}`)
	assert.ErrorContains(t, err, "harp")
}

func buildBad(t *testing.T, given string) (round.Round, error) {
	t.Helper()
	b, err := brief.Parse([]byte(given))
	require.NoError(t, err)
	return round.Build(b)
}

// A box and fingers that are chosen for one key are taken there and nowhere else; what
// cannot be had is set aside and said, and the place of the other keys stays.
func TestBoxesAndFingersOfSingleKeys(t *testing.T) {
	const keys = `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}, "layout": {"system": "three-per-string"}, "round": {"order": "own", "keys": ["Eb", "Ab", "Db"], "place": "one-position"`
	free := build(t, keys+`}}`)
	box := free.Stops[1].Plan.Boxes[2]
	at := box.Notes[1]
	held := brief.Held(at.Place, at.Finger%4+1)
	r := build(t, keys+`, "boxes": ["Ab 3", "Db 99"], "fingers": ["Ab `+held+`", "Eb 4/19/1"]}}`)
	assert.Equal(t, 2, r.Stops[1].Plan.Box)
	assert.Equal(t, at.Finger%4+1, r.Stops[1].Plan.Boxes[2].Notes[1].Finger)
	for _, e := range r.Run.Events[r.Stops[1].First : r.Stops[1].First+r.Stops[1].Notes] {
		if e.Place == at.Place {
			assert.Equal(t, at.Finger%4+1, e.Finger, "it is played")
		}
	}
	for _, i := range []int{0, 2} {
		assert.Equal(t, free.Stops[i].Plan.Box, r.Stops[i].Plan.Box, "the other keys stay")
	}
	assert.Equal(t, brief.OnePosition, r.Brief.Round.Where)
	require.Len(t, r.Remarks, 2)
	assert.Contains(t, strings.Join(r.Remarks, " "), "string 4, fret 19 of E♭ isn't used")
	assert.Contains(t, strings.Join(r.Remarks, " "), "Box 99 of D♭ isn't used")
	_, err := buildBad(t, keys+`, "boxes": ["H 3"], "fingers": ["Eb 9"]}}`)
	assert.ErrorContains(t, err, `round.boxes: "H 3" was given: begin with a key, such as Bb`)
	assert.ErrorContains(t, err, `round.fingers: "9" was given: give string/fret/finger`)
}

// What is picked on the bench is obeyed in every key; what of the round cannot
// obey it gives way and says so.
func TestPicksAreObeyedOrTheRoundGivesWay(t *testing.T) {
	of := func(rest string) round.Round {
		return build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "lydian"}, `+rest+`}`)
	}
	for _, place := range brief.Wheres {
		r := of(`"layout": {"system": "three-per-string"}, "round": {"place": "` + place.ID + `"}`)
		for _, s := range r.Stops {
			assert.Equal(t, "three-per-string", s.Plan.Brief.Layout.System, "%s in %s", place.ID, s.Tonic)
		}
		assert.Contains(t, r.Sentence, "three notes per string", place.ID)
		assert.Equal(t, place.ID == brief.FirstPosition, len(r.Remarks) == 1, "%s: %s", place.ID, r.Remarks)
	}
	boxed := of(`"layout": {"system": "three-per-string", "box": 3}, "round": {"place": "lowest"}`)
	assert.Equal(t, brief.Lowest, boxed.Brief.Round.Where, "the place stays as it was picked")
	assert.Equal(t, []string{"Your box and fingers for A♭ aren't used, because keys are played each at its lowest. Choose a box or finger for that key in the round, or another place."}, boxed.Remarks)
	for _, place := range brief.Wheres {
		r := of(`"layout": {"box": 2}, "round": {"place": "` + place.ID + `"}`)
		assert.Equal(t, place.ID, r.Brief.Round.Where)
		if place.FromBox {
			assert.Equal(t, 2, r.Stops[0].Plan.Box, place.ID)
		}
		assert.Equal(t, !place.FromBox, len(r.Remarks) == 1, "%s: %s", place.ID, r.Remarks)
	}
	first := build(t, `{"instrument": {"id": "mandolin"}, "scale": {"tonic": "A", "name": "dorian"}, "layout": {"system": "first-position"}, "round": {}}`)
	assert.Equal(t, brief.FirstPosition, first.Brief.Round.Where, "the place that is made for the layout")
	assert.Empty(t, first.Remarks)
	down := of(`"run": {"direction": "down"}, "round": {"link": "joined"}`)
	assert.Equal(t, "alone", down.Brief.Round.Link)
	assert.Contains(t, down.Remarks[0], "each stands alone")
	assert.Greater(t, down.Run.Events[0].MIDI, down.Run.Events[1].MIDI)
	assert.Empty(t, of(`"run": {"direction": "down"}, "round": {}`).Remarks, "nothing was picked that it goes against")
	assert.Contains(t, of(`"layout": {"box": 2}, "run": {"landOn": {"string": 3, "fret": 5}}, "round": {}`).Remarks[0],
		"String 3, fret 5")
}

// A progression is typed as a tune has it: each key with the shape of its own scale
// that is nearest to the hand, and its chord under it.
func TestAProgression(t *testing.T) {
	given := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "G", Name: "major"},
		Layout: brief.Layout{System: "one-octave"}, Round: brief.Round{Order: "own", Keys: []string{"G"},
			Where: brief.Nearest}}
	p, err := brief.Fields.Pick(given, brief.Kept{}, "round.keys", "Gm, C Dorian, Eb, Gm")
	require.NoError(t, err)
	require.NotEmpty(t, p.Choices)
	typed := p.Choices[len(p.Choices)-1]
	assert.Equal(t, []string{"G natural-minor", "C dorian", "Eb", "G natural-minor"}, typed.Changes["round.keys"])
	r, err := round.Build(brief.Fields.With(given, typed.Changes))
	require.NoError(t, err)
	var titles []string
	for i, s := range r.Stops {
		titles = append(titles, s.Title)
		class := pitch.MustParseName(s.Tonic).Class()
		for _, e := range r.Run.Events[s.First : s.First+s.Notes] {
			assert.GreaterOrEqual(t, slices.Index(s.Plan.Scale.Notes, e.Name), 0, "%s in %s", e.Name, s.Title)
		}
		require.Len(t, r.Run.Keys[i].Vamp, 1)
		assert.Equal(t, class, r.Run.Keys[i].Vamp[0].Bass%12, "its chord is under it")
	}
	assert.Equal(t, []string{"G natural minor", "C Dorian", "E♭ major", "G natural minor"}, titles)
	assert.Contains(t, r.Sentence, "Take it through G natural minor, C Dorian, E♭, G natural minor in your own order")
	again, err := round.Build(r.Brief)
	require.NoError(t, err)
	assert.Equal(t, r.Stops, again.Stops)
	_, err = buildBad(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "E", "name": "dorian"}, "round": {"order": "own", "keys": ["E mxolydian"]}}`)
	assert.ErrorContains(t, err, `round.keys: no scale is called "mxolydian"`)
}

// Fingers that are set by hand go with their shape.
func TestFingersSetByHandGoWithTheShape(t *testing.T) {
	bench := build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "two-per-string", "box": 0}, "round": {"place": "same-shape"}}`)
	first := bench.Stops[0].Plan.Boxes[bench.Stops[0].Plan.Box].Notes[0]
	held := brief.Held(first.Place, 3)
	require.NotEqual(t, 3, first.Finger)
	r := build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "two-per-string", "box": 0}, "hand": {"fingers": ["`+held+`"]}, "round": {"place": "same-shape"}}`)
	for _, s := range r.Stops {
		assert.Equal(t, 3, s.Plan.Boxes[s.Plan.Box].Notes[0].Finger, s.Tonic)
		assert.Equal(t, 3, r.Run.Events[s.First].Finger, s.Tonic)
	}
	assert.Contains(t, r.Sentence, "with the ring finger on string 6")
}

func TestSentenceSaysTheRound(t *testing.T) {
	r := build(t, `{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Bb", "name": "major"}, "round": {"order": "shuffled", "seed": 7, "link": "alone", "place": "nearest"}}`)
	assert.Contains(t, r.Sentence, "lay B♭ major out")
	assert.Contains(t, r.Sentence, "Take it through twelve keys shuffled (number 7), each nearest to the hand, a bar's rest between.")
	for _, part := range r.SentenceParts {
		assert.NotEqual(t, "scale.tonic", part.Field, "the key of a round is where it starts")
	}
	for _, place := range brief.Wheres {
		r := build(t, `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "major"}, "layout": {"system": "seven-position", "box": 1}, "round": {"place": "`+place.ID+`"}}`)
		again, err := round.Build(r.Brief)
		require.NoError(t, err)
		assert.Equal(t, r.Sentence, again.Sentence, place.ID)
		assert.Equal(t, r.Stops, again.Stops, "a filled-in brief gives the same round")
		assert.NotEmpty(t, r.Sentence)
	}
}

// Names are said as the brief asks; the data stays English.
func TestARoundInGerman(t *testing.T) {
	r := build(t, `{"instrument": {"id": "bass"}, "scale": {"tonic": "Bb", "name": "major"}, "names": "german", "round": {"order": "own", "keys": ["Bb", "Eb", "B"], "place": "lowest"}}`)
	assert.Contains(t, r.Sentence, "Take it through B Es H in your own order")
	assert.Equal(t, "Bb Eb B", keysOf(r))
	assert.Regexp(t, "^From C on .* step to Es on string", r.Stops[1].Join)
	assert.Regexp(t, "step to H on", r.Stops[2].Join)
}

func BenchmarkRound(b *testing.B) {
	asked, err := brief.Parse([]byte(`{"instrument": {"id": "guitar"}, "scale": {"tonic": "Eb", "name": "mixolydian"}, "round": {"place": "nearest"}}`))
	require.NoError(b, err)
	b.ReportAllocs()
	for b.Loop() {
		if _, err := round.Build(asked); err != nil {
			b.Fatal(err)
		}
	}
}

// What stays and what changes is said of what is pressed: moved as a whole, by
// strings and frets, or with other fingers and the reason.
func TestMovesAreSaidAsTheyAre(t *testing.T) {
	for _, c := range []struct{ brief, tonic, words, change string }{
		{`"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "minor-pentatonic"}, "round": {"order": "own", "keys": ["F", "Bb"]}`, "Bb", "The same fingering, one string towards the floor.", ""},
		{`"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "dorian"}, "layout": {"system": "seven-position", "box": 4}, "round": {"place": "same-shape", "order": "semitones", "start": "E"}`, "F", "The same fingering, one fret towards the bridge.", ""},
		{`"instrument": {"id": "bass"}, "scale": {"tonic": "Bb", "name": "major-pentatonic"}, "round": {"order": "own", "keys": ["Bb", "Eb"]}`, "Eb", "The same shape, 5 frets towards the bridge.", "Fingers on string 3 2 4, not 1 3; string 2 1 4, not 0 3; string 1 1 4, not 0 3: open strings appear or disappear."},
		{`"instrument": {"id": "mandolin"}, "scale": {"tonic": "F", "name": "major"}, "round": {"order": "own", "keys": ["F", "Bb"], "place": "first-position"}`, "Bb", "The same fingering, one string towards the ceiling, on the 3 strings that both keys share.", "Open E (string 1) isn't in this key"},
		{`"instrument": {"id": "bass"}, "scale": {"tonic": "A", "name": "mixolydian"}, "round": {"order": "own", "keys": ["A", "D"]}`, "D", "Another box: string 3, fret 5.", "Now out of reach: the open strings A D G, still in the key."},
		{`"instrument": {"id": "bass"}, "scale": {"tonic": "A", "name": "mixolydian"}, "round": {"order": "own", "keys": ["D", "A"]}`, "A", "Another box: string 3, fret 0.", "Back in reach: the open strings A D G."},
		{`"instrument": {"id": "mandolin"}, "scale": {"tonic": "B", "name": "major"}, "round": {"order": "own", "keys": ["B", "E"], "place": "first-position"}`, "E", "The same fingering, one string towards the ceiling, on the 3 strings that both keys share.", "Open A (string 2) is in this key."},
		{`"instrument": {"id": "mandolin"}, "scale": {"tonic": "Bb", "name": "harmonic-minor"}, "round": {"order": "own", "keys": ["Bb", "Eb"], "place": "first-position"}`, "Eb", "The same fingering, one string towards the ceiling, on the 3 strings that both keys share.", "Open D (string 3) is in this key."},
		{`"instrument": {"id": "guitar"}, "scale": {"tonic": "Ab", "name": "major"}, "layout": {"system": "seven-position"}, "round": {"order": "own", "keys": ["D", "G"], "place": "one-position"}`, "G", "The hand stays in position 11.", ""},
	} {
		r := build(t, `{`+c.brief+`}`)
		i := slices.IndexFunc(r.Stops, func(s round.Stop) bool { return s.Tonic == c.tonic })
		if assert.Positive(t, i, "%s is not among %s", c.tonic, keysOf(r)) {
			s := r.Stops[i]
			assert.Contains(t, s.Move.Words, c.words, c.brief)
			assert.Contains(t, strings.Join(s.Move.Changes, " "), c.change, c.brief)
			assert.Equal(t, strings.HasPrefix(c.words, "The same fingering") && !strings.Contains(c.words, "both"),
				s.Move.SameFingering, c.brief)
		}
	}
}

// Whatever the key: a fingering that is said to be the same is the same.
func TestTheSameFingeringIsTheSame(t *testing.T) {
	said := 0
	for _, in := range []string{"bass", "guitar", "mandolin", "ukulele", "bass-5"} {
		for _, place := range brief.Wheres {
			r := build(t, `{"instrument": {"id": "`+in+`"}, "scale": {"tonic": "F", "name": "minor-pentatonic"}, "layout": {"system": "two-per-string"}, "round": {"place": "`+place.ID+`"}}`)
			for i := 1; i < len(r.Stops); i++ {
				a, b := pressedNotes(r.Stops[i-1]), pressedNotes(r.Stops[i])
				m := r.Stops[i].Move
				same := len(a) == len(b)
				for k := 0; same && k < len(a); k++ {
					same = b[k].String == a[k].String+b[0].String-a[0].String &&
						b[k].Fret == a[k].Fret+b[0].Fret-a[0].Fret && a[k].Finger == b[k].Finger
				}
				assert.Equal(t, same, m.SameFingering, "%s, %s, %s", in, place.ID, r.Stops[i].Tonic)
				if same {
					said++
					assert.Equal(t, []int{b[0].String - a[0].String, b[0].Fret - a[0].Fret}, []int{m.Strings, m.Frets})
				}
			}
		}
	}
	assert.Greater(t, said, 60)
}

func pressedNotes(s round.Stop) []plan.BoxNote { return s.Plan.Boxes[s.Plan.Box].Notes }

// endBar is the bar that a note ends in.
func endBar(e piece.Event, r rhythm.Rhythm) float64 {
	return float64(e.Bar) + math.Ceil((e.Beat-1+e.Beats)/float64(r.BeatsPerBar)-1e-9) - 1
}
