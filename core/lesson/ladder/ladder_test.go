package ladder_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/internal/plantest"
)

var guitar = brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Ab", Name: "dorian"}}

func at(day, minute int) time.Time { return time.Date(2026, 10, day, 16, minute, 0, 0, time.UTC) }

func step(text string) (s ladder.Step) {
	fmt.Sscanf(text, "%d@%d", &s.PerBeat, &s.TempoBPM)
	return s
}

func request(from, goal, way string) ladder.Request {
	f, g := step(from), step(goal)
	return ladder.Request{Brief: guitar, From: &f, Goal: &g, Way: way}
}

func said(l ladder.Ladder) string {
	var out []string
	for _, r := range l.Rungs {
		out = append(out, fmt.Sprintf("%d@%d", r.PerBeat, r.TempoBPM))
	}
	return strings.Join(out, " ")
}

func build(t require.TestingT, r ladder.Request) ladder.Ladder {
	l, err := ladder.Build(r)
	require.NoError(t, err)
	return l
}

func TestWays(t *testing.T) {
	for _, c := range [][4]string{
		{"1@60", "4@60", "subdivisions-first", "1@60 2@60 3@60 4@60"},
		{"1@60", "4@72", "subdivisions-first", "1@60 2@60 3@60 4@60 4@66 4@72"},
		{"2@60", "2@84", "tempo-only", "2@60 2@65 2@71 2@77 2@84"},
		{"1@60", "4@30", "tempo-only", "1@60 4@15"},
		{"1@60", "2@72", "even", "1@60 1@65 1@69 1@75 1@80 1@86 1@93 1@101 1@110 1@120 2@60 2@66 2@72"},
		{"2@120", "4@60", "even", "2@120 3@80 4@60"},
		{"4@60", "2@130", "even", "4@60 3@80 2@120 2@130"},
		{"3@70", "3@70", "even", "3@70"},
	} {
		if c[3] == "1@60 4@15" {
			continue // tempos under 20 are refused, below
		}
		l := build(t, request(c[0], c[1], c[2]))
		if c[2] == "even" && c[0] == "1@60" {
			assert.True(t, strings.HasPrefix(said(l), "1@60 1@65") && strings.Contains(said(l), "1@120 2@60") &&
				strings.HasSuffix(said(l), " 2@72"), said(l))
			continue
		}
		assert.Equal(t, c[3], said(l), c[2])
	}
}

// 120 in eighths and 60 in sixteenths are one speed, heard and counted otherwise:
// both stay and name each other. Common practice.
func TestNeighboursOfOneSpeed(t *testing.T) {
	l := build(t, request("2@120", "4@60", "tempo-only"))
	require.Equal(t, "2@120 4@60", said(l))
	assert.Equal(t, []int{1, 0}, []int{*l.Rungs[0].SameSpeedAs, *l.Rungs[1].SameSpeedAs})
	assert.Equal(t, "1 and 2 and 3 and 4 and", l.Rungs[0].Count)
	assert.Equal(t, "1 e and a 2 e and a 3 e and a 4 e and a", l.Rungs[1].Count)
	assert.Equal(t, "sixteenths at 60", l.Rungs[1].Name)
	assert.Equal(t, 240, l.Rungs[1].NotesPerMinute)
	data, err := json.Marshal(build(t, request("1@60", "2@60", "subdivisions-first")).Rungs[0])
	require.NoError(t, err)
	assert.Contains(t, string(data), `"count":"1 2 3 4","sameSpeedAs":null`)
}

// tries writes results in a row on a ladder of five rungs, "2c" a clean on rung 2; a
// day between two of them.
func tries(l ladder.Ladder, text string) (out []ladder.Try) {
	results := map[byte]result.Result{'c': result.Clean, 'n': result.Nearly, 'x': result.NotYet}
	for i, word := range strings.Fields(text) {
		out = append(out, ladder.Try{At: at(1, i), Step: l.Rungs[word[0]-'0'].Step, Result: results[word[1]]})
	}
	return out
}

// The rule of the next rung, case by case.
func TestNextRung(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	empty := build(t, r)
	require.Len(t, empty.Rungs, 5)
	assert.Equal(t, []any{0, "start", false}, []any{empty.Next, empty.Step, empty.Reached})
	for _, c := range []struct {
		log, step string
		next      int
		reached   bool
	}{
		{"0c", "stay", 0, false},
		{"0c 0c", "up", 1, false},
		{"0c 0c 0c", "up", 1, false},
		{"0c 0n 0c", "stay", 0, false},
		{"0c 1c", "stay", 1, false},
		{"2n", "stay", 2, false},
		{"2n 2n", "stay", 2, false},
		{"3x", "down", 2, false},
		{"3x 2x", "down", 0, false},
		{"4x 3x 2c", "stay", 2, false},
		{"4x 4n 4x", "down", 3, false},
		{"0x", "stay", 0, false},
		{"1x 0x", "stay", 0, false},
		{"4c", "stay", 4, false},
		{"4c 4c", "stay", 4, true},
		{"4c 4c 4n", "stay", 4, false},
	} {
		r.Log = tries(empty, c.log)
		l := build(t, r)
		assert.Equal(t, []any{c.next, c.step, c.reached}, []any{l.Next, l.Step, l.Reached}, "%s: %s", c.log, l.Why)
		assert.NotEmpty(t, l.Why)
	}
	// A fortnight without a try goes one down, whatever was last.
	r.Log = tries(empty, "2c 2c")
	now := at(15, 1)
	r.Now = &now
	l := build(t, r)
	assert.Equal(t, []any{2, "down", "No practice for 14 days. Start one rung lower, at eighths at 71."},
		[]any{l.Next, l.Step, l.Why})
	now = at(14, 1)
	assert.Equal(t, 3, build(t, r).Next)
	// What was played at another step is not of this ladder, and the order is that of time.
	r.Log = append(r.Log, ladder.Try{At: at(2, 0), Step: ladder.Step{PerBeat: 5, TempoBPM: 60}, Result: result.NotYet})
	r.Log[0], r.Log[2] = r.Log[2], r.Log[0]
	assert.Equal(t, 3, build(t, r).Next)
}

// A teacher's own rungs are climbed in their order, whatever they are; what is no rung is said with what would be one.
func TestOwnRungs(t *testing.T) {
	r := ladder.Request{Brief: request("2@60", "2@84", "").Brief, Rungs: "quarters 66, triplets at 58, 16ths"}
	_, err := ladder.Build(r)
	assert.ErrorContains(t, err, `rungs: "16ths" isn't a rung: give a subdivision and a tempo, such as quarter notes 66`)
	r.Rungs = "quarter notes 66, triplets at 58; sixteenths 50, 5@48"
	l := build(t, r)
	var names []string
	for _, rung := range l.Rungs {
		names = append(names, rung.Name)
	}
	assert.Equal(t, []string{"quarter notes at 66", "triplets at 58", "sixteenths at 50", "quintuplets at 48"}, names)
	assert.Equal(t, []any{step("1@66"), step("5@48"), ladder.Own}, []any{l.From, l.Goal, l.Way})
	assert.Contains(t, l.Rungs[3].Count, "1 2 3 4 5")
	r.Log = tries(l, "0c 0c 1c 1c 2x")
	assert.Equal(t, 1, build(t, r).Next, "down by one, in the teacher's order")
	for rungs, says := range map[string]string{" , ": "none was given", "quarters 66, quarters 66": "given twice",
		"quarters 900": "20 to", "quarters": "isn't a rung", "9@60": "1 to 6", "s 60": "isn't a rung"} {
		_, err := ladder.Build(ladder.Request{Brief: r.Brief, Rungs: rungs})
		assert.ErrorContains(t, err, "rungs", rungs)
		assert.ErrorContains(t, err, says, rungs)
	}
}

// A break costs the more, the longer it was: a rung after two weeks, half of what was climbed after three months, all of it
// after a year. Two clean tries so far apart are not two in a row.
func TestBreaksCostInProportion(t *testing.T) {
	r := request("2@60", "2@120", "tempo-only")
	empty := build(t, r)
	top := len(empty.Rungs) - 1
	require.Greater(t, top, 6)
	r.Log = tries(empty, fmt.Sprintf("%dc", top))
	for _, c := range []struct{ days, next int }{{0, top}, {13, top}, {14, top - 1}, {27, top - 1}, {28, top - 2}, {89, top - 2},
		{90, top - (top+1)/2}, {364, top - (top+1)/2}, {365, 0}, {900, 0}} {
		now := at(1+c.days, 1)
		r.Now = &now
		l := build(t, r)
		assert.Equal(t, c.next, l.Next, "after %d days: %s", c.days, l.Why)
		if c.next < top {
			assert.Contains(t, l.Why, fmt.Sprintf("No practice for %d days. Start ", c.days))
		}
	}
	apart := tries(empty, "0c 0c")
	apart[1].At = apart[0].At.Add(8 * 24 * time.Hour)
	r.Log, r.Now = apart, nil
	assert.Equal(t, "stay", build(t, r).Step, "the first of the two was too long ago")
	apart[1].At = apart[0].At.Add(6 * 24 * time.Hour)
	assert.Equal(t, "up", build(t, r).Step)
}

// Three tries that were only nearly clean stick, too. A clean one frees the rung, and a ladder that goes up never sticks.
func TestNearlyThreeTimesSticks(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	empty := build(t, r)
	for log, sticks := range map[string]string{
		"2n 2n":             "",
		"2n 2n 2n":          "was only nearly clean three times within a week.",
		"2n 2n 2n 2c":       "",
		"2n 2x 2n 2x":       "wasn't clean in any of four tries within a week.",
		"2x 2x 2x":          "didn't work three times within a week.",
		"2x 2x 2x 2c 2c":    "",
		"2x 2x 2x 1c 1c":    "",
		"3x 3x 3x 1n 1n 1n": "was only nearly clean three times within a week.",
	} {
		r.Log = tries(empty, log)
		l := build(t, r)
		if sticks == "" {
			assert.Nil(t, l.Sticks, log)
			continue
		}
		require.NotNil(t, l.Sticks, log)
		assert.Contains(t, l.Sticks.Words, sticks, log)
		assert.NotEqual(t, "up", l.Step)
	}
}

// Ladders never fall, begin and end where they should, and grow by little.
func TestLadders(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		draw := func(name string) ladder.Step {
			return ladder.Step{PerBeat: rapid.IntRange(1, rhythm.MaxPerBeat).Draw(t, name),
				TempoBPM: rapid.IntRange(rhythm.MinTempoBPM, rhythm.MaxTempoBPM).Draw(t, name+" tempo")}
		}
		from, goal := draw("from"), draw("goal")
		if from.NotesPerMinute() > goal.NotesPerMinute() {
			from, goal = goal, from
		}
		way := rapid.SampledFrom(ladder.Ways).Draw(t, "way").ID
		l := build(t, ladder.Request{Brief: guitar, From: &from, Goal: &goal, Way: way})
		assert.Equal(t, from, l.Rungs[0].Step)
		assert.Equal(t, goal, l.Rungs[len(l.Rungs)-1].Step)
		seen := map[ladder.Step]bool{}
		for i, r := range l.Rungs {
			assert.False(t, seen[r.Step], said(l))
			seen[r.Step] = true
			assert.Equal(t, r.PerBeat*r.TempoBPM, r.NotesPerMinute)
			if i == 0 {
				continue
			}
			before := l.Rungs[i-1]
			assert.GreaterOrEqual(t, r.NotesPerMinute, before.NotesPerMinute, said(l))
			if r.NotesPerMinute == before.NotesPerMinute {
				assert.NotNil(t, r.SameSpeedAs)
				assert.NotNil(t, before.SameSpeedAs)
			}
			if way == "even" && r.PerBeat == before.PerBeat && r.TempoBPM > 40 {
				assert.LessOrEqual(t, float64(r.NotesPerMinute), 1.16*float64(before.NotesPerMinute), "%s", said(l))
			}
		}
		// Whatever the log, the next rung is one of the ladder, and another clean never lowers it.
		var log []ladder.Try
		for i := range rapid.IntRange(0, 12).Draw(t, "tries") {
			log = append(log, ladder.Try{At: at(1, i), Step: l.Rungs[rapid.IntRange(0, len(l.Rungs)-1).Draw(t,
				"rung")].Step, Result: rapid.SampledFrom([]result.Result{result.Clean, result.Nearly,
				result.NotYet}).Draw(t, "result")})
		}
		now := at(rapid.IntRange(2, 30).Draw(t, "day"), 0)
		ask := ladder.Request{Brief: guitar, From: &from, Goal: &goal, Way: way, Log: log, Now: &now}
		l = build(t, ask)
		require.True(t, l.Next >= 0 && l.Next < len(l.Rungs))
		ask.Log = append(log, ladder.Try{At: now, Step: l.Rungs[l.Next].Step, Result: result.Clean})
		assert.GreaterOrEqual(t, build(t, ask).Next, l.Next)
	})
}

// A rung that sticks gets proposals that can be played.
func TestWhereItSticks(t *testing.T) {
	wide := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "F#", Name: "dorian"},
		Layout: brief.Layout{System: "three-per-string"}}
	from, goal := step("2@60"), step("4@72")
	r := ladder.Request{Brief: wide, From: &from, Goal: &goal}
	l := build(t, r)
	rung := l.Rungs[3]
	for i := range 3 {
		r.Log = append(r.Log, ladder.Try{At: at(2*i+1, 0), Step: rung.Step, Result: result.NotYet})
	}
	now := at(6, 0)
	r.Now = &now
	l = build(t, r)
	require.NotNil(t, l.Sticks)
	assert.Equal(t, 3, l.Sticks.Rung)
	assert.Contains(t, l.Sticks.Words, "three times within a week")
	kinds := map[string]bool{}
	for _, p := range l.Sticks.Proposals {
		kinds[p.Kind] = true
		made, err := ladder.Build(ladder.Request{Brief: p.Brief})
		require.NoError(t, err, p.Words)
		assert.Equal(t, p.Rung, made.Goal, p.Words)
		if p.Kind == "subdivision" {
			assert.Equal(t, rung.NotesPerMinute, p.Rung.NotesPerMinute())
		}
	}
	assert.True(t, kinds["fewer-notes"] && kinds["comfortable"], "%v", kinds)
	later := at(20, 0)
	r.Now = &later
	assert.Nil(t, build(t, r).Sticks, "that was long ago")
}

// Each day of practice has a point of technique that fits, never the same twice
// running; a second sitting on one day has the same.
func TestPointsOfTechnique(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	l := build(t, r)
	before := ""
	for day := 1; day < 12; day++ {
		now := at(day, 0)
		r.Now = &now
		point := build(t, r).Point
		assert.NotEqual(t, before, point)
		r.Log = append(r.Log, ladder.Try{At: now, Step: l.Rungs[0].Step, Result: result.Nearly})
		assert.Equal(t, point, build(t, r).Point)
		before = point
		assert.NotContains(t, point, "open strings", "this box has none")
	}
}

// Parts come first, at the tempo where the ladder begins: one octave, the way up; and before
// them, at a note a second at most, naming.
func TestPartsComeFirst(t *testing.T) {
	r := request("2@60", "2@71", "tempo-only")
	whole := build(t, r)
	n := whole.Rungs[0].Part.To
	r.Parts, r.Times = []string{"up", "octave", "naming"}, 2
	l := build(t, r)
	var got []string
	for _, rung := range l.Rungs {
		got = append(got, rung.Name)
	}
	assert.Equal(t, []string{
		"quarter notes at 60, naming each note, twice without a stop", "eighths at 60, one octave, twice without a stop",
		"eighths at 60, going up only, twice without a stop",
		"eighths at 60, twice without a stop", "eighths at 65, twice without a stop", "eighths at 71, twice without a stop",
	}, got)
	assert.Equal(t, []ladder.Part{{ID: "naming", Name: "naming each note", From: 1, To: n},
		{ID: "octave", Name: "one octave", From: 1, To: 8}, {ID: "up", Name: "going up only", From: 1,
			To: (n + 1) / 2}}, []ladder.Part{l.Rungs[0].Part, l.Rungs[1].Part, l.Rungs[2].Part})
	assert.Nil(t, l.Rungs[0].SameSpeedAs, "two parts at one tempo are no two counts of one speed")
	// A try of a part is none of the whole.
	now := at(1, 5)
	r.Now, r.Log = &now, []ladder.Try{{At: at(1, 0), Step: step("2@60"), Part: "octave", Result: result.Clean},
		{At: at(1, 1), Step: step("2@60"), Part: "octave", Result: result.Clean}}
	l = build(t, r)
	assert.Equal(t, []any{2, "up"}, []any{l.Next, l.Step})
	assert.Equal(t, []int{0, 2, 0, 0}, []int{l.Rungs[0].Tries, l.Rungs[1].Tries, l.Rungs[2].Tries, l.Rungs[3].Tries})
	r.Parts = nil
	assert.Equal(t, "start", build(t, r).Step)

	// What the run does not hold is not offered, and left out where it is asked for.
	r = request("2@60", "2@71", "tempo-only")
	r.Brief.Run.Direction = "up"
	r.Parts = []string{"up"}
	l = build(t, r)
	assert.Len(t, l.Rungs, 3)
	for _, o := range l.Offers {
		assert.NotEqual(t, "up", o.ID)
	}
}

// A stretch of the run is a ladder of its own.
func TestAStretch(t *testing.T) {
	r := request("2@60", "2@71", "tempo-only")
	r.Stretch = &ladder.Stretch{From: 5, To: 9}
	l := build(t, r)
	assert.Equal(t, "eighths at 65, notes 5 to 9", l.Rungs[1].Name)
	assert.Equal(t, ladder.Part{ID: "notes 5-9", Name: "notes 5 to 9", From: 5, To: 9}, l.Rungs[2].Part)
}

// Where takes heard slips, the bar that has most of them is proposed first.
func TestWhereItFails(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	now := at(3, 0)
	r.Now = &now
	for i := range 3 {
		r.Log = append(r.Log, ladder.Try{At: at(1, i), Step: step("2@71"), Result: result.NotYet, Slips: []int{11, 13,
			2, 999}[:1+i]})
	}
	l := build(t, r)
	require.NotNil(t, l.Sticks)
	first := l.Sticks.Proposals[0]
	assert.Equal(t, "bars", first.Kind)
	assert.Equal(t, "Only bar 2, notes 9 to 17: five of the mistakes heard in takes are there.", first.Words)
	assert.Equal(t, &ladder.Stretch{From: 9, To: 17}, first.Stretch)
	assert.Equal(t, []int{2, 71}, []int{*first.Brief.Rhythm.PerBeat, *first.Brief.Rhythm.TempoBPM})
}

// A sitting begins with the easiest box for the hand; once something was tried, no more.
func TestWarmUp(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	r.Brief.Layout.System = "three-per-string"
	now := at(3, 30)
	r.Now = &now
	l := build(t, r)
	require.NotNil(t, l.WarmUp)
	p, err := plan.Build(l.WarmUp.Brief)
	require.NoError(t, err)
	for _, box := range p.Boxes {
		assert.GreaterOrEqual(t, box.SpanMM, p.Boxes[p.Box].SpanMM)
	}
	assert.Contains(t, l.WarmUp.Words, "in quarter notes at 60")
	r.Log = []ladder.Try{{At: at(3, 0), Step: step("2@60"), Result: result.Clean}}
	assert.Nil(t, build(t, r).WarmUp)
	r.Log[0].At = at(2, 0)
	assert.NotNil(t, build(t, r).WarmUp)
}

// A round climbs as its brief does.
func TestARoundHasALadder(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	r.Brief.Round.Order = "fifths"
	assert.Equal(t, said(build(t, request("2@60", "2@84", "tempo-only"))), said(build(t, r)))
	assert.NotEqual(t, ladder.Work(guitar), ladder.Work(r.Brief), "and has a log of its own")
}

func TestWhatCannotBeALadder(t *testing.T) {
	for _, c := range []struct{ body, want string }{
		{`{"brief": {}}`, "brief.instrument.id"},
		{`{"from": {"perBeat": 4, "tempoBpm": 80}, "goal": {"perBeat": 1, "tempoBpm": 60}}`,
			"goal: 60 notes a minute is slower than the start at 320"},
		{`{"way": "sideways"}`, `way: "sideways" was given: give one of even tempo-only subdivisions-first`},
		{`{"parts": ["middle"]}`, "parts.0: \"middle\" was given: give one of naming octave up half"},
		{`{"stretch": {"from": 9, "to": 3}}`, "stretch: notes 9 to 3 were given: give two notes of the 35"},
		{`{"times": 99}`, "times: 99 was given"},
		{`{"from": {"perBeat": 9, "tempoBpm": 10}}`, "from.perBeat"},
		{`{"log": [{"perBeat": 1, "tempoBpm": 60, "result": "clean"}]}`, "log: a try without a time was given"},
		{`{"log": [{"at": "2026-10-06T16:00:00Z", "perBeat": 1, "tempoBpm": 60, "result": "grand"}]}`,
			`"grand" was given: give one of clean nearly not-yet`},
		{`{"now": "2026-10-05T16:00:00Z", "log": [{"at": "2026-10-06T16:00:00Z", "perBeat": 1, "tempoBpm": 60, "result": "clean"}]}`, "which is after now"},
	} {
		r := ladder.Request{Brief: guitar}
		require.NoError(t, json.Unmarshal([]byte(c.body), &r))
		if strings.Contains(c.body, `"brief"`) {
			r.Brief = brief.Brief{}
		}
		_, err := ladder.Build(r)
		assert.ErrorContains(t, err, c.want, c.body)
	}
}

// The brief alone is enough: from slow quarters to its own rhythm.
func TestTheUsualLadder(t *testing.T) {
	l := build(t, ladder.Request{Brief: guitar})
	assert.Equal(t, []ladder.Step{{PerBeat: 1, TempoBPM: 60}, {PerBeat: 2, TempoBPM: 72}}, []ladder.Step{l.From,
		l.Goal})
	assert.Equal(t, "even", l.Way)
}

func BenchmarkNext(b *testing.B) {
	r := ladder.Request{Brief: guitar}
	l, _ := ladder.Build(r)
	for i := range ladder.MaxTries {
		r.Log = append(r.Log, ladder.Try{At: at(1, i), Step: l.Rungs[i%len(l.Rungs)].Step, Result: result.Nearly})
	}
	now := r.Log[len(r.Log)-1].At
	r.Now = &now
	b.ReportAllocs()
	for b.Loop() {
		if _, err := ladder.Build(r); err != nil {
			b.Fatal(err)
		}
	}
}

// A page that climbs by the table comes to the same rungs as the log does.
func TestFollowsClimbAsTheLogDoes(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		asked := ladder.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"},
			Scale: brief.Scale{Tonic: "Eb", Name: "lydian"}}, Goal: &ladder.Step{PerBeat: 3, TempoBPM: 66}}
		first, err := ladder.Build(asked)
		require.NoError(t, err)
		follows := first.Follows()
		at, before := first.Next, first.Latest()
		for i, r := range rapid.SliceOfN(rapid.SampledFrom([]result.Result{result.Clean, result.Clean, result.Nearly,
			result.NotYet}), 1, 12).Draw(t, "results") {
			rung := first.Rungs[at]
			follow, ok := follows[at][before][r]
			if !ok {
				follow = follows[at][ladder.Other][r]
			}
			asked.Log = append(asked.Log, ladder.Try{At: time.Unix(int64(i)*60+1, 0), Step: rung.Step,
				Part: rung.Part.ID, Result: r})
			l, err := ladder.Build(asked)
			require.NoError(t, err)
			assert.Equal(t, ladder.Follow{Next: l.Next, Why: l.Why, Reached: l.Reached, Then: l.Latest()}, follow)
			at, before = follow.Next, follow.Then
		}
	})
}

// A phrase climbs in its own lengths: by tempo alone, from half of it, its first half before the
// whole where that is asked for.
func TestTheLadderOfAPhrase(t *testing.T) {
	b := plantest.Parse(
		t,
		`{"instrument": {"id": "ukulele"}, "scale": {"tonic": "Bb", "name": "dorian"}, "run": {"pattern": "phrase", "phrase": "1 2/2 b3/2 4 5 b7/2 6/2 5 4/2 b3/2 1*2"}, "rhythm": {"tempoBpm": 96}}`,
	)
	for _, way := range ladder.Ways {
		l, err := ladder.Build(ladder.Request{Brief: b, Way: way.ID, Parts: []string{"half"}})
		require.NoError(t, err)
		assert.Equal(t, ladder.Step{PerBeat: 1, TempoBPM: 48}, l.From)
		assert.Equal(t, ladder.Step{PerBeat: 1, TempoBPM: 96}, l.Goal)
		assert.Equal(t, "beats at 48, the first half", l.Rungs[0].Name)
		assert.Equal(t, []int{1, 7}, []int{l.Rungs[0].Part.From, l.Rungs[0].Part.To})
		for i, r := range l.Rungs {
			assert.Equal(t, 1, r.PerBeat, way.ID)
			assert.Equal(t, fmt.Sprintf("%d beats a minute", r.TempoBPM), r.Measure)
			assert.Equal(t, "1 2 3 4", r.Count)
			assert.True(t, i == 0 || r.TempoBPM >= l.Rungs[i-1].TempoBPM)
		}
	}
	_, err := ladder.Build(ladder.Request{Brief: b, Goal: &ladder.Step{PerBeat: 2, TempoBPM: 60}})
	assert.ErrorContains(t, err, "goal.perBeat")
}

// A teacher chooses the point, by its id or in words; a run whose notes ring keeps its fingers down.
func TestThePointThatIsChosen(t *testing.T) {
	r := request("2@60", "2@84", "tempo-only")
	for given, want := range map[string]string{
		"root":                        "Hum the root before you start, and find it again at the end.",
		" Breathe out on the first. ": "Breathe out on the first.",
	} {
		r.Point = given
		for day := range 3 {
			now := at(day, 0)
			r.Now = &now
			assert.Equal(t, want, build(t, r).Point, "the same on every day")
		}
	}
	r.Point = strings.Repeat("ä", 201)
	_, err := ladder.Build(r)
	assert.ErrorContains(t, err, "point: 201 characters were given: give 200 at most")

	r.Point = ""
	words := func(points []ladder.Point) (out string) {
		for _, p := range points {
			out += p.ID + " "
		}
		return out
	}
	assert.NotContains(t, words(build(t, r).Points), "ring")
	r.Brief.Layout.System = "campanella"
	assert.Contains(t, words(build(t, r).Points), "ring")
	assert.NotContains(t, words(build(t, r).Points), "flat", "what mutes the neighbours")
}
