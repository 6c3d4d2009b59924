package suggest

import (
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

var today = calendar.MustParse("2026-10-20")

// tried are tries of a brief on a rung, one a minute, a letter each: clean, nearly, x for
// not yet.
func tried(daysAgo int, rung ladder.Step, results string) (out []ladder.Try) {
	at := today.Add(-daysAgo).Start().Add(16 * time.Hour)
	for i, r := range results {
		out = append(out, ladder.Try{At: at.Add(time.Duration(i) * time.Minute), Step: rung,
			Result: map[rune]result.Result{'c': result.Clean, 'n': result.Nearly, 'x': result.NotYet}[r]})
	}
	return out
}

func played(b brief.Brief, tries ...[]ladder.Try) (p knowledge.Played) {
	p.Brief = ladder.Work(b)
	for _, t := range tries {
		p.Tries = append(p.Tries, t...)
	}
	return p
}

// caseOf is a guitarist with a brief that is set, up to eighths at 72.
func caseOf(t *testing.T, b brief.Brief, log ...knowledge.Played) Case {
	t.Helper()
	c := Case{Pupil: pupil.Pupil{Name: "O. T.", Instrument: b.Instrument}, Log: log, Today: today}
	require.NoError(t, c.Pupil.Check())
	c.Set = &assignment.Assignment{Ladder: &ladder.Request{Brief: b, Goal: &goal}, From: today.Add(-7), Until: today}
	require.NoError(t, c.Set.Check())
	asked := *c.Set.Ladder
	for _, p := range log {
		if p.Brief.Equal(ladder.Work(b)) {
			asked.Log = p.Tries
		}
	}
	now := today.Start().Add(20 * time.Hour)
	asked.Now = &now
	l, err := ladder.Build(asked)
	require.NoError(t, err)
	c.Ladder = &l
	return c
}

func guitar(tonic, name, system string) brief.Brief {
	return brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: tonic, Name: name},
		Layout: brief.Layout{System: system}}
}

var goal = ladder.Step{PerBeat: 2, TempoBPM: 72}

func kinds(list []Proposal) string {
	out := make([]string, len(list))
	for i, p := range list {
		out[i] = p.Kind
	}
	return strings.Join(out, " ")
}

func inBox(b brief.Brief, box int) brief.Brief {
	b.Layout.Box = &box
	return b
}

func TestProposals(t *testing.T) {
	dorian := inBox(guitar("F#", "dorian", "five-form"), 1)
	octave := guitar("Eb", "major", "one-octave")
	reachedIt := func(b brief.Brief) knowledge.Played { return played(b, tried(1, goal, "cc")) }
	for name, c := range map[string]struct {
		of    Case
		kinds string // in their order, the first ones
		words string // of the one that is looked at
		at    string // its kind
		brief brief.Brief
	}{
		"no practice logged yet": {caseOf(t, dorian), "go-on",
			"No practice logged yet. Start on the first rung.", "go-on", dorian},
		"on the way": {caseOf(t, dorian, played(dorian, tried(1, ladder.Step{PerBeat: 1, TempoBPM: 60},
			"cc"))), "go-on", "Two clean tries in a row on quarter notes at 60. Move up to quarter notes at 65.", "go-on", dorian},
		"it sticks": {caseOf(t, dorian, played(dorian, tried(2, ladder.Step{PerBeat: 2, TempoBPM: 66}, "xxx"))),
			"easier go-on",
			"Eighths at 66 didn't work three times within a week. Only going up: ", "easier",
			func() brief.Brief { b := dorian; b.Run.Direction = "up"; return b }()},
		"the goal is reached": {caseOf(t, dorian, reachedIt(dorian)),
			"next-key next-box fret-down sibling-mode step-up",
			"F♯ is clean. Next by fourths: B, frets 4 to 7.", "next-key", brief.Brief{}},
		"the same notes elsewhere": {caseOf(t, dorian, reachedIt(dorian)), "next-key next-box",
			"The same notes in the C form, on frets 6 to 10, sharing frets 6 to 7 with what is known.",
			"next-box", inBox(dorian, 2)},
		"faster": {caseOf(t, dorian, reachedIt(dorian)), "",
			"Goal reached with two clean tries in a row. Try it at 81, an eighth faster.", "step-up", dorian},
		"an octave more": {caseOf(t, octave, reachedIt(octave)), "next-key next-box",
			"Two octaves instead of one from the same degree: 29 notes instead of 15.", "octave-more",
			func() brief.Brief {
				b, degree, two := octave, 1, 2
				b.Layout.System, b.Layout.FromDegree, b.Layout.Octaves = "from-degree", &degree, &two
				return b
			}()},
		"a weaker key comes before a strong one": {caseOf(t, dorian, reachedIt(dorian),
			played(guitar("Db", "dorian", "five-form"), tried(9, goal, "cxnx")),
			played(guitar("B", "dorian", "five-form"), tried(8, goal, "cccc"))),
			"weaker-key next-key", "Start with D♭: it was clean in 1 of 4 tries; the other keys were clean in 4 of 4.", "weaker-key", guitar("Db", "dorian", "five-form")},
		"old work is due": {caseOf(t, dorian, played(dorian, tried(1, goal, "n")),
			played(guitar("B", "lydian", "five-form"), tried(30, goal, "cc"), tried(28, goal, "c"))),
			"go-on due", "Review B Lydian. It was last clean 28 days ago and has been due since Sat 3 Oct.", "due", guitar("B", "lydian", "five-form")},
		"a key that is known is not new": {caseOf(t, dorian, reachedIt(dorian),
			played(inBox(guitar("B", "dorian", "five-form"), plan.NearestBox(guitar("B", "dorian", "five-form"), 4)),
				tried(2, goal, "cc"))),
			"next-key", "F♯ is clean, and so are the keys after it. E is the next by fourths, frets 4 to 8.", "next-key", brief.Brief{}},
	} {
		t.Run(name, func(t *testing.T) {
			all := Propose(c.of, 0)
			assert.True(t, strings.HasPrefix(kinds(all), c.kinds), kinds(all))
			for _, p := range all {
				if p.Kind != c.at {
					continue
				}
				assert.True(t, strings.HasPrefix(p.Words, c.words), p.Words)
				assert.Equal(t, "O. T.", p.Ladder.Brief.For)
				assert.Contains(t, p.Sentence, "for O. T.")
				if c.brief.Instrument.ID != "" {
					assert.Equal(t, ladder.Work(c.brief), ladder.Work(p.Ladder.Brief))
				}
				return
			}
			assert.Fail(t, "no such proposal", "%s in %s", c.at, kinds(all))
		})
	}
}

// Whatever is proposed can be set, and asks for no opening that the hand cannot make.
// A key is weak by fewer than half of three tries or more, and the weakest comes first.
func TestWhatAWeakKeyIs(t *testing.T) {
	dorian := guitar("F#", "dorian", "five-form")
	reached := played(dorian, tried(1, goal, "cc"))
	in := func(tonic, results string) knowledge.Played {
		return played(guitar(tonic, "dorian", "five-form"), tried(9, goal, results))
	}
	for _, c := range []struct {
		log  []knowledge.Played
		want string // the key that is proposed, empty for none
	}{
		{[]knowledge.Played{in("Db", "xx")}, ""},
		{[]knowledge.Played{in("Db", "xxc")}, "Db"},
		{[]knowledge.Played{in("Db", "cxcx")}, ""},
		{[]knowledge.Played{in("Db", "cxx"), in("B", "xxx")}, "B"},
		{[]knowledge.Played{in("Db", "xxx"), in("B", "xxx")}, "Db"},
		{[]knowledge.Played{in("F#", "xxx")}, ""},
		{[]knowledge.Played{played(guitar("Db", "lydian", "five-form"), tried(9, goal, "xxx"))}, ""},
	} {
		got := ""
		for _, p := range Propose(caseOf(t, dorian, append([]knowledge.Played{reached}, c.log...)...), 0) {
			if p.Kind == "weaker-key" {
				got = p.Ladder.Brief.Scale.Tonic
			}
		}
		assert.Equal(t, c.want, got, "%+v", c.log)
	}
}

// A fret down is a half step lower, exactly one fret nearer to the nut, where the hand opens
// wider; the first fret has none.
func TestAFretDown(t *testing.T) {
	found := 0
	for _, tonic := range strings.Fields("F# B E") {
		for box := range 5 {
			b := inBox(guitar(tonic, "dorian", "five-form"), box)
			before, err := plan.Build(b)
			require.NoError(t, err)
			for _, p := range Propose(caseOf(t, b, played(b, tried(1, goal, "cc"))), 0) {
				if p.Kind != "fret-down" {
					continue
				}
				found++
				after, err := plan.Build(p.Ladder.Brief)
				require.NoError(t, err)
				from, to := before.Boxes[before.Box], after.Boxes[after.Box]
				assert.Equal(t, from.LowFret-1, to.LowFret, "%s, box %d", tonic, box)
				assert.GreaterOrEqual(t, to.LowFret, 1)
				assert.Greater(t, to.SpanMM, from.SpanMM)
				assert.Nil(t, after.Comfort)
				fell := pitch.MustParseName(before.Scale.Notes[0]).
					Class() -
					pitch.MustParseName(after.Scale.Notes[0]).
						Class()
				assert.Equal(t, 1, (fell+12)%12)
			}
		}
	}
	assert.Greater(t, found, 3)
}

func TestEveryProposalCanBeSet(t *testing.T) {
	for _, b := range []brief.Brief{guitar("F#", "dorian", "five-form"), guitar("Db", "major", "seven-position"),
		guitar("B", "minor-blues", "two-per-string"), guitar("Ab", "melodic-minor", "four-per-string")} {
		c := caseOf(t, b, played(b, tried(1, goal, "cc")))
		for _, p := range Propose(c, 0) {
			a := assignment.Assignment{Ladder: &p.Ladder, From: today, Until: today.Add(7)}
			assert.NoError(t, a.Check(), p.Kind)
			if p.Kind == "fret-down" {
				made, err := plan.Build(p.Ladder.Brief)
				require.NoError(t, err)
				assert.Nil(t, made.Comfort)
			}
		}
	}
}

func TestMap(t *testing.T) {
	p := pupil.Pupil{Name: "O. T.", Instrument: brief.Instrument{ID: "guitar"}}
	require.NoError(t, p.Check())
	low := inBox(guitar("F", "minor-pentatonic", "two-per-string"), 0)
	log := []knowledge.Played{
		played(low, tried(20, goal, "ccn"), tried(10, goal, "cx")),
		played(inBox(guitar("Bb", "minor-pentatonic", "two-per-string"), 1), tried(3, goal, "n")),
		played(brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "E", Name: "major"},
			Round: brief.Round{Order: "own", Keys: []string{"E"}}}, tried(3, goal, "c")),
	}
	m, err := MapOf(p, log, today)
	require.NoError(t, err)
	made, err := plan.Build(low)
	require.NoError(t, err)
	assert.Equal(t, 7, m.Tries)
	assert.Equal(t, 1, m.Others, "the bass is not drawn on a guitar")
	by := map[neck.Place]Touched{}
	for _, place := range m.Places {
		by[place.Place] = place
	}
	for _, e := range made.Run.Events {
		assert.GreaterOrEqual(t, by[e.Place].Tries, 5)
	}
	require.Len(t, m.Keys, 12)
	assert.Equal(t, "C F Bb Eb Ab Db F# B E A D G", func() string {
		var names []string
		for _, k := range m.Keys {
			names = append(names, k.Tonic)
		}
		return strings.Join(names, " ")
	}())
	assert.Equal(t, TouchedKey{"F", 5, 3, today.Add(-10), 10}, m.Keys[1])
	assert.Equal(t, TouchedKey{"Bb", 1, 0, calendar.Day{}, -1}, m.Keys[2])
	assert.Equal(t, []Hole{
		{"Keys", "9 of 12"}, {"Frets", "5 to 7"}, {"Boxes of two notes per string", "3, 4 and 5"},
		{"Keys never clean", "B♭"},
	}, m.Holes)
	require.NotNil(t, m.Fill)
	assert.Equal(t, "Eb", m.Fill.Ladder.Brief.Scale.Tonic, m.Fill.Words)

	empty, err := MapOf(p, nil, today)
	require.NoError(t, err)
	assert.Empty(t, empty.Holes)
	assert.Nil(t, empty.Fill)
}

// A hole in the neck is filled by a box of what is known.
func TestTheNeckIsFilledFirstWhereItIsTheLargerHole(t *testing.T) {
	p := pupil.Pupil{Name: "O. T.", Instrument: brief.Instrument{ID: "guitar"}}
	require.NoError(t, p.Check())
	first := 0
	round := brief.Brief{
		Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F", Name: "minor-pentatonic"},
		Layout: brief.Layout{System: "two-per-string", Box: &first},
		Round:  brief.Round{Order: "fourths", Where: brief.OnePosition},
	}
	low := round
	low.Round = brief.Round{}
	m, err := MapOf(p, []knowledge.Played{played(round, tried(4, goal, "n")), played(low, tried(3, goal, "cc"))}, today)
	require.NoError(t, err)
	for _, k := range m.Keys {
		assert.Positive(t, k.Tries, "a round goes through every key: %s", k.Tonic)
	}
	require.NotEmpty(t, m.Holes)
	assert.Equal(t, "Frets", m.Holes[0].What)
	assert.Regexp(t, `^\d+ to 12$`, m.Holes[0].Which)
	require.NotNil(t, m.Fill)
	assert.Contains(t, m.Fill.Words, "F minor pentatonic is known, and its box")
	assert.NotEqual(t, 0, *m.Fill.Ladder.Brief.Layout.Box)
	assert.Equal(t, "F", m.Fill.Ladder.Brief.Scale.Tonic)
}

// Where nothing is set, what went worst comes first, then what is due, then what was never
// touched.
func TestProposalsWhereNothingIsSet(t *testing.T) {
	c := Case{Pupil: pupil.Pupil{Name: "O. T.", Instrument: brief.Instrument{ID: "guitar"}}, Today: today}
	require.NoError(t, c.Pupil.Check())
	assert.Empty(t, Propose(c, 0), "nothing comes of nothing")
	c.Log = []knowledge.Played{
		played(guitar("Db", "dorian", "five-form"), tried(30, goal, "cxnx")),
		played(guitar("B", "dorian", "five-form"), tried(29, goal, "ccc")),
	}
	assert.Equal(t, "weaker-key due hole", kinds(Propose(c, 0)))
	assert.Equal(t, "weaker-key", kinds(Propose(c, 1)))
}
