package phrase_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/table"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/planning/plan"
)

// playing is a brief that plays a phrase on a guitar.
func playing(tonic, scale, text string) brief.Brief {
	return brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: tonic, Name: scale},
		Run: brief.Run{Pattern: "phrase", Phrase: text}}
}

func apply(t require.TestingT, b brief.Brief, c phrase.Change) phrase.Changed {
	made, err := phrase.Apply(phrase.Changer{Brief: b, Change: c})
	require.NoError(t, err, "%+v", c)
	return made
}

// Each change by hand, in G dorian.
func TestChanges(t *testing.T) {
	for _, c := range []struct {
		change         phrase.Change
		text, from, to string
	}{
		{phrase.Change{ID: "step", From: 2, To: 2}, "", "1 2/2 b3/2 4*2", "1 b3/2 b3/2 4*2"},
		{phrase.Change{ID: "step", From: 1, To: 3, By: -1}, "", "1 2/2 b3/2 4*2", "b7 1/2 2/2 4*2"},
		{phrase.Change{ID: "step", From: 2, To: 2, By: -1}, "", "1 3/2 4", "1 b3/2 4"},
		{phrase.Change{ID: "half-step", From: 3, To: 3}, "", "1 2/2 b3/2 4*2", "1 2/2 3/2 4*2"},
		{phrase.Change{ID: "octave", From: 2, To: 2}, "", "1 2 1", "1 ^2 _1"},
		{phrase.Change{ID: "length", From: 1, To: 1}, "", "1 2", "1*3/2 2"},
		{phrase.Change{ID: "length", From: 1, To: 2, By: -2}, "", "1*2 2 3", "1 2*2/3 3"},
		{phrase.Change{ID: "move", From: 1, To: 1}, "", "1 2/2 b3", "2/2 1 b3"},
		{phrase.Change{ID: "move", From: 3, To: 3, By: -2}, "", "1 2/2 b3*2", "b3*2 1 2/2"},
		{phrase.Change{ID: "cut", From: 1, To: 1}, "", "1 2", "1/2 1/2 2"},
		{phrase.Change{ID: "join", From: 1, To: 1}, "", "1 2/2 b3", "1*3/2 b3"},
		{phrase.Change{ID: "join", From: 1, To: 3}, "", "1 2/2 r/2 b3 4", "1*3 4"},
		{phrase.Change{ID: "repeat", From: 1, To: 2}, "", "1 2/2 b3", "1 2/2 1 2/2 b3"},
		{phrase.Change{ID: "remove", From: 2, To: 2}, "", "1 2/2 r b3", "1 b3"},
		{phrase.Change{ID: "rest", From: 2, To: 2}, "", "1 2/2 b3", "1 r/2 b3"},
		{phrase.Change{ID: "backwards"}, "", "1 2/2 r b3*2", "b3*2 r 2/2 1"},
		{phrase.Change{ID: "backwards", From: 2, To: 3}, "", "1 2/2 b3*2", "1 b3*2 2/2"},
		{phrase.Change{ID: "upside-down"}, "", "1 b3 5 4", "1 6 4 5"},
		{phrase.Change{ID: "scale", Scale: &brief.Scale{Tonic: "G", Name: "major"}}, "major", "1 2 b3 b7 1",
			"1 2 3 7 1"},
		{phrase.Change{ID: "scale", Scale: &brief.Scale{Tonic: "E", Name: "dorian"}}, "", "1 2 b3 b7 1", "1 2 b3 b7 1"},
	} {
		made := apply(t, playing("G", "dorian", c.from), c.change)
		assert.Equal(t, c.to, strings.ReplaceAll(made.Text, "_1 2 ", "1 2 "), "%+v of %s", c.change, c.from)
	}
	through := apply(t, playing("Eb", "major-pentatonic", "1/2 2/2"), phrase.Change{ID: "through"})
	assert.Equal(t, "1/2 2/2 2/2 3/2 3/2 5/2 5/2 6/2 6/2 1/2 1/2 2/2", through.Text)
}

// Notes follow without a stroke, each in its direction, and are struck again by the same change.
func TestNotesThatFollow(t *testing.T) {
	b := playing("Bb", "minor-pentatonic", "1 b3 1 4")
	made := apply(t, b, phrase.Change{ID: "legato"})
	assert.Equal(t, "1 b3~h 1~p 4~h", made.Text)
	b.Run.Phrase = made.Text
	assert.Equal(t, "1 b3 1~p 4~h", apply(t, b, phrase.Change{ID: "legato", From: 2, To: 2}).Text)
	assert.Equal(t, "1 b3~h 1~p 4~s", apply(t, b, phrase.Change{ID: "glide", From: 4, To: 4}).Text)
	assert.Equal(t, "1 b3 1 4", apply(t, b, phrase.Change{ID: "legato"}).Text)
	_, err := phrase.Apply(phrase.Changer{Brief: b, Change: phrase.Change{ID: "legato", From: 1, To: 1}})
	assert.ErrorContains(t, err, "change.from: note 1 was given")
}

// Slid against the open strings: what is stopped moves, what is open stays. Common practice.
func TestSlide(t *testing.T) {
	b := playing("A", "major", "__1@5.0 2@5.2 3@5.4")
	b.Run.Way = "as-given"
	made := apply(t, b, phrase.Change{ID: "slide"})
	assert.Equal(t, "__1@5.0 b3@5.3 4@5.5", made.Text)
	assert.Equal(t, []string{"now A minor pentatonic"}, made.Left)
	_, err := phrase.Apply(phrase.Changer{Brief: b, Change: phrase.Change{ID: "slide", By: -2}})
	assert.ErrorContains(t, err, "change.by", "a stopped note is no open string")
}

// Whatever is changed, what comes out can be played, or the fault names its field; nothing panics.
func TestEveryChangeHolds(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		words := rapid.SliceOfN(rapid.SampledFrom(strings.Fields("1 2 b3 3 4 #4 5 b6 6 b7 7 ^1 _5 r/2 1/3 2/4 5*2 3*3/2")), 1, 20).
			Draw(t, "words")
		b := playing(rapid.SampledFrom(strings.Fields("C Db E F# Ab B")).Draw(t, "tonic"),
			rapid.SampledFrom(strings.Fields("major dorian minor-blues hirajoshi whole-tone")).Draw(t, "scale"),
			strings.Join(words, " "))
		c := phrase.Change{
			ID:   rapid.SampledFrom(strings.Fields(table.IDs(phrase.Changes))).Draw(t, "change"),
			From: rapid.IntRange(-1, 21).Draw(t, "from"), To: rapid.IntRange(-1, 21).Draw(t, "to"),
			By:    rapid.IntRange(-24, 24).Draw(t, "by"),
			Scale: rapid.SampledFrom([]*brief.Scale{nil, {Tonic: "Eb", Name: "lydian"}}).Draw(t, "into"),
		}
		made, err := phrase.Apply(phrase.Changer{Brief: b, Change: c})
		if err != nil {
			assert.Regexp(t, `^(change|brief)`, err.Error())
			return
		}
		next := b
		next.Scale, next.Run.Phrase = made.Scale, made.Text
		p, err := plan.Build(next)
		if err != nil {
			assert.ErrorContains(t, err, "run.phrase: it has a wider range")
			return
		}
		assert.LessOrEqual(t, made.To, len(p.Run.Events))
		assert.LessOrEqual(t, made.From, made.To)
	})
}

// Up and down again, earlier and later again, are as it was.
func TestChangesThereAndBack(t *testing.T) {
	b := playing("Ab", "mixolydian", "1 3/2 4/2 5*2 r b7/3 6/3 5/3 1*2")
	for _, id := range []string{"step", "half-step", "octave", "move"} {
		there := apply(t, b, phrase.Change{ID: id, From: 2, To: 3, By: 1})
		back := b
		back.Run.Phrase = there.Text
		again := apply(t, back, phrase.Change{ID: id, From: there.From, To: there.To, By: -1})
		assert.Equal(t, b.Scale, again.Scale)
		assert.Equal(t, "1 3/2 4/2 5*2 r b7/3 6/3 5/3 1*2", again.Text, id)
	}
	b.Run.Pattern = "straight"
	_, err := phrase.Apply(phrase.Changer{Brief: b, Change: phrase.Change{ID: "cut"}})
	assert.ErrorContains(t, err, "brief.run.pattern")
}

func TestTerms(t *testing.T) {
	assert.Equal(t, []string{" b3 3 1 ", "shed", " +2 -5 ", "g dorian", "x"},
		phrase.Terms("♭3 3 1 shed +2 -5 g dorian x"))
	found, err := phrase.Index(playing("G", "dorian", "b3 3 1"))
	require.NoError(t, err)
	assert.Equal(t, []string{" b3 3 1 ", " +1 -4 "}, found[:2])
}

// What another scale has no place for is said, and nothing else.
func TestWhatCannotBeCarriedIsSaid(t *testing.T) {
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "A", Name: "natural-minor"},
		Run: brief.Run{Pattern: "phrase", Phrase: "1 2 b3 5 b6"}}
	carry := func(name string) phrase.Changed {
		into := phrase.Change{ID: "scale", Scale: &brief.Scale{Tonic: "A", Name: name}}
		made, err := phrase.Apply(phrase.Changer{Brief: b, Change: into})
		require.NoError(t, err)
		return made
	}
	assert.Equal(t, []string{"A minor pentatonic has no place for notes 2 and 5: kept as far from the tonic as before"},
		carry("minor-pentatonic").Left)
	assert.Empty(t, carry("dorian").Left)
}
