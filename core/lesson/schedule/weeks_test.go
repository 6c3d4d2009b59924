package schedule

import (
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/base/fault"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
)

func guitar(tonic, name, system string) brief.Brief {
	return brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: tonic, Name: name},
		Layout: brief.Layout{System: system}}
}

var goal = ladder.Step{PerBeat: 2, TempoBPM: 72}

// fretsOfBox says where a box lies.
func fretsOfBox(t *testing.T, b brief.Brief, box int) string {
	t.Helper()
	b.Layout.Box = &box
	p, err := plan.Build(b)
	require.NoError(t, err)
	return p.Boxes[box].FretWords()
}

func days(w Weeks) (out []Date) {
	for _, week := range w.Weeks {
		out = append(out, week.Days...)
	}
	return out
}

// newOnes are the things that are new, in their order.
func newOnes(w Weeks) (out []string) {
	for _, d := range days(w) {
		for _, i := range d.Items {
			if i.Kind == New {
				out = append(out, i.What)
			}
		}
	}
	return out
}

func TestWeeksThroughTheKeys(t *testing.T) {
	w, err := Build(Request{
		Brief: guitar("F#", "dorian", "three-per-string"), Start: calendar.MustParse("2026-11-30"), Weeks: 4,
		Days: []string{"mon", "tue", "thu", "sat"}, Minutes: 20, Keys: "fourths", Lower: true,
	}, nil)
	require.NoError(t, err)
	require.Len(t, w.Weeks, 4)
	assert.Equal(t, "F♯ Dorian in every key by fourths, a fret down at a time", w.Aim)
	assert.Equal(
		t,
		"Four weeks from Mon 30 Nov: F♯ Dorian in every key by fourths, a fret down at a time, up to eighths at 72. 20 minutes on Monday, Tuesday, Thursday and Saturday.",
		w.Sentence,
	)
	all := days(w)
	require.Len(t, all, 16)
	assert.Equal(
		t,
		"2026-11-30 2026-12-01 2026-12-03 2026-12-05 2026-12-07",
		all[0].Date.String()+" "+all[1].Date.String()+" "+all[2].Date.String()+" "+all[3].Date.String()+" "+all[4].Date.String(),
	)
	for _, d := range all {
		sum := 0
		for _, i := range d.Items {
			sum += i.Minutes
			assert.Positive(t, i.Minutes)
		}
		assert.Equal(t, 20, sum, "%v", d.Date)
		assert.Equal(t, WarmUp, d.Items[0].Kind)
	}
	fresh := newOnes(w)
	assert.Equal(t, []string{"A Dorian, the shape from fret 5", "A♭ Dorian, the shape from fret 4",
		"G Dorian, the shape from fret 3", "F♯ Dorian"}, fresh[:4])
	keys := map[string]bool{}
	for _, d := range all {
		for _, i := range d.Items {
			if i.Brief.Round.IsZero() {
				keys[i.Brief.Scale.Tonic] = true
			}
		}
	}
	assert.GreaterOrEqual(t, len(keys), 12, "every key comes")
	last := all[15].Items
	assert.Equal(t, ladder.Step{PerBeat: 2, TempoBPM: 72}, last[len(last)-1].Rung, "the goal on the last day")
}

// What is drawn: any request that has room.
func drawn(t *rapid.T) Request {
	weekdays := []string{"mon", "tue", "wed", "thu", "fri", "sat", "sun"}
	r := Request{
		Brief: guitar(rapid.SampledFrom([]string{"Eb", "B", "F#", "Ab"}).Draw(t, "tonic"),
			rapid.SampledFrom([]string{"major", "minor-blues", "mixolydian"}).Draw(t, "scale"),
			rapid.SampledFrom([]string{"five-form", "one-octave", "seven-position"}).Draw(t, "system")),
		Start:   calendar.MustParse("2026-08-31").Add(rapid.IntRange(0, 40).Draw(t, "start")),
		Weeks:   rapid.IntRange(1, 4).Draw(t, "weeks"),
		Days:    rapid.SliceOfNDistinct(rapid.SampledFrom(weekdays), 2, 7, rapid.ID[string]).Draw(t, "days"),
		Minutes: rapid.IntRange(10, 60).Draw(t, "minutes"),
		Keys:    rapid.SampledFrom([]string{"", "fourths", "fifths", "semitones", "shuffled"}).Draw(t, "keys"),
		Lower:   rapid.Bool().Draw(t, "lower"), Boxes: rapid.Bool().Draw(t, "boxes"), Octaves: rapid.Bool().Draw(t,
			"octaves"),
	}
	for range rapid.IntRange(0, 3).Draw(t, "holidays") {
		r.Holidays = append(r.Holidays, r.Start.Add(rapid.IntRange(0, r.Weeks*7-1).Draw(t, "holiday")))
	}
	return r
}

func TestWeeksProperties(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawn(t)
		w, err := Build(r, nil)
		if err != nil {
			assert.IsType(t, fault.List{}, err)
			return
		}
		keys := map[string]bool{}
		before := calendar.Day{}
		for k, week := range w.Weeks {
			assert.Equal(t, k+1, week.Week)
			for _, d := range week.Days {
				assert.Positive(t, d.Date.Compare(before), "in the order of days")
				before = d.Date
				assert.Equal(t, k, d.Date.Since(r.Start)/7)
				assert.Contains(t, r.Days, d.Date.Weekday())
				assert.NotContains(t, r.Holidays, d.Date)
				assert.Equal(t, r.Minutes, d.Minutes, "no day over its minutes, nor under")
				for k, i := range d.Items {
					assert.Positive(t, i.Minutes)
					if i.Kind == Play && k == len(d.Items)-1 && d.Date.Start().Unix()/86400%5 == 0 {
						_, err := round.Sentence(i.Brief)
						assert.NoError(t, err, "what is to be played can be played")
					}
					if i.Kind == New {
						keys[i.Brief.Scale.Tonic] = true
					}
				}
			}
		}
		if r.Keys != "" {
			assert.GreaterOrEqual(t, len(keys), 12, "every key within the weeks asked")
		}
		again, err := Build(r, nil)
		require.NoError(t, err)
		assert.Equal(t, w, again, "the same request gives the same weeks")
	})
}

// A missed day moves what was to come and keeps its order.
func TestMissedDaysMove(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawn(t)
		w, err := Build(r, nil)
		if err != nil || len(days(w)) < 3 {
			return
		}
		all := days(w)
		at := rapid.IntRange(0, len(all)-2).Draw(t, "missed")
		r.Missed = []calendar.Day{all[at].Date}
		moved, err := Build(r, nil)
		if err != nil {
			return // one day less is too few
		}
		assert.Equal(t, newOnes(w), newOnes(moved), "the order stays, and nothing is lost")
		for i, d := range days(moved) {
			if i == at {
				assert.True(t, d.Missed)
				assert.Empty(t, d.Items)
				continue
			}
			assert.Equal(t, r.Minutes, d.Minutes, "and nothing piles up")
		}
	})
}

// Once all keys are known, a day's playing begins with each as often as with any other; no
// key is ever left alone for longer than a week.
func TestEvenChance(t *testing.T) {
	w, err := Build(Request{Brief: guitar("Db", "major", "one-octave"), Start: calendar.MustParse("2026-09-07"), Weeks: 8,
		Days: []string{"mon", "tue", "wed", "thu", "fri", "sat"}, Minutes: 30, Keys: "fourths"}, nil)
	require.NoError(t, err)
	starts, last := map[string]int{}, map[string]calendar.Day{}
	for _, d := range days(w) {
		for _, i := range d.Items {
			keys := i.Brief.Round.Keys
			if i.Kind == Play && len(keys) > 0 && d.Date.Since(w.Weeks[6].Days[0].Date) >= 0 {
				starts[keys[0]]++
			}
			for _, key := range append(slices.Clone(keys), i.Brief.Scale.Tonic) {
				if before, ok := last[key]; ok {
					assert.LessOrEqual(t, d.Date.Since(before), 7, "%s on %v", key, d.Date)
				}
				last[key] = d.Date
			}
		}
	}
	require.Len(t, starts, 12)
	for key, n := range starts {
		assert.Equal(t, 1, n, "%s over the last 12 days", key)
	}
}

func TestWeeksByHand(t *testing.T) {
	r := Request{Brief: guitar("Eb", "lydian", "single-string"), Start: calendar.MustParse("2026-10-12"), Weeks: 1,
		Minutes: 10}
	own := []Item{{Kind: Play, Minutes: 7, What: "The duet, bars 1 to 8", Brief: guitar("Eb", "lydian",
		"single-string"), Rung: ladder.Step{PerBeat: 1, TempoBPM: 70}}}
	r.Own = []OwnDay{{calendar.MustParse("2026-10-14"), own}}
	w, err := Build(r, nil)
	require.NoError(t, err)
	wed := w.Weeks[0].Days[2]
	assert.Equal(t, Date{Date: calendar.MustParse("2026-10-14"), Minutes: 7, Own: true, Items: own}, wed)
}

func TestWeeksGoOnFromTheLog(t *testing.T) {
	b := guitar("B", "minor-blues", "five-form")
	l, err := ladder.Build(ladder.Request{Brief: b})
	require.NoError(t, err)
	at := time.Date(2026, 10, 1, 16, 0, 0, 0, time.UTC)
	rung := l.Rungs[6].Step
	log := []knowledge.Played{{Brief: ladder.Work(b), Tries: []ladder.Try{{At: at, Step: rung, Result: result.Clean},
		{At: at.Add(time.Minute), Step: rung, Result: result.Clean}}}}
	w, err := Build(Request{Brief: b, Start: calendar.MustParse("2026-10-05"), Weeks: 2, Boxes: true}, log)
	require.NoError(t, err)
	assert.Equal(t, l.Rungs[5].Step, w.Weeks[0].Days[0].Items[1].Rung, "two rungs under the one that comes next")
	assert.Contains(t, newOnes(w), "B minor blues, box 2, "+fretsOfBox(t, b, 1))
}

func TestBadWeeks(t *testing.T) {
	start := calendar.MustParse("2026-10-05")
	for field, r := range map[string]Request{
		"brief.scale.tonic": {Brief: guitar("H#", "major", "five-form"), Start: start},
		"start":             {Brief: guitar("Eb", "major", "five-form")},
		"weeks":             {Brief: guitar("Eb", "major", "five-form"), Start: start, Weeks: 27},
		"days":              {Brief: guitar("Eb", "major", "five-form"), Start: start, Days: []string{"monday"}},
		"minutes":           {Brief: guitar("Eb", "major", "five-form"), Start: start, Minutes: 4},
		"keys":              {Brief: guitar("Eb", "major", "five-form"), Start: start, Keys: "own"},
		"goal": {Brief: guitar("Eb", "major", "five-form"), Start: start, From: &ladder.Step{PerBeat: 4,
			TempoBPM: 90}, Goal: &ladder.Step{PerBeat: 1, TempoBPM: 60}},
		"own.0.items.0.what": {Brief: guitar("Eb", "major", "five-form"), Start: start,
			Own: []OwnDay{{start, []Item{{Kind: Old, Minutes: 3, Rung: goal, Brief: guitar("Eb", "major",
				"five-form")}}}}},
		"own.0.items.0.kind": {Brief: guitar("Eb", "major", "five-form"), Start: start,
			Own: []OwnDay{{start, []Item{{Kind: "rest", What: "x", Minutes: 3, Rung: goal, Brief: guitar("Eb", "major",
				"five-form")}}}}},
		"own.0.items.0.rung.perBeat": {Brief: guitar("Eb", "major", "five-form"), Start: start,
			Own: []OwnDay{{start, []Item{{Kind: Old, What: "x", Minutes: 3, Rung: ladder.Step{TempoBPM: 60},
				Brief: guitar("Eb", "major", "five-form")}}}}},
		"own.0.items.0.brief.scale.tonic": {Brief: guitar("Eb", "major", "five-form"), Start: start,
			Own: []OwnDay{{start, []Item{{Kind: Old, What: "x", Minutes: 3, Rung: goal, Brief: guitar("H", "major",
				"five-form")}}}}},
	} {
		_, err := Build(r, nil)
		var faults fault.List
		require.ErrorAs(t, err, &faults, field)
		assert.Equal(t, field, faults[0].Field)
	}
}

// Whatever numbers and days are given, there is an answer or a fault, and no panic.
func TestWildWeeks(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		start := calendar.MustParse("2026-10-05")
		day := rapid.Custom(func(t *rapid.T) calendar.Day { return start.Add(rapid.IntRange(-3, 40).Draw(t, "day")) })
		r := Request{
			Brief: guitar("Eb", "minor-pentatonic", "two-per-string"), Start: start,
			Weeks:   rapid.SampledFrom([]int{-1, 0, 1, 2, 26, 27, 1 << 40}).Draw(t, "weeks"),
			Minutes: rapid.SampledFrom([]int{-5, 0, 1, 5, 6, 180, 181}).Draw(t, "minutes"),
			Days:    rapid.SliceOfN(rapid.SampledFrom([]string{"mon", "mon", "sun", "", "Monday"}), 0, 9).Draw(t, "days"),
			Keys:    rapid.SampledFrom([]string{"", "fourths", "own", "x"}).Draw(t, "keys"), Boxes: rapid.Bool().Draw(t,
				"boxes"),
			Holidays: rapid.SliceOfN(day, 0, 30).Draw(t, "holidays"), Missed: rapid.SliceOfN(day, 0, 30).Draw(t,
				"missed"),
			Goal: &ladder.Step{PerBeat: rapid.IntRange(-1, 7).Draw(t, "perBeat"), TempoBPM: rapid.SampledFrom([]int{-1,
				0, 20, 320, 321}).Draw(t, "tempo")},
		}
		w, err := Build(r, nil)
		if err != nil {
			assert.IsType(t, fault.List{}, err)
			return
		}
		for _, d := range days(w) {
			for _, i := range d.Items {
				assert.Positive(t, i.Minutes)
			}
		}
	})
}
