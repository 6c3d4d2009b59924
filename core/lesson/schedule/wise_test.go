package schedule

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
)

func step(perBeat, tempo int) *ladder.Step { return &ladder.Step{PerBeat: perBeat, TempoBPM: tempo} }

// What weeks promise, whatever is asked: the last fifth of the days brings nothing new, everything new begins slowly and
// comes back, and where the wish leaves no room for that, it is said.
func TestWeeksKeepTheirPromises(t *testing.T) {
	rapid.Check(t, func(t *rapid.T) {
		r := drawn(t)
		r.From, r.Goal = step(2, 60), step(rapid.IntRange(2, 4).Draw(t, "goal"), rapid.IntRange(66, 120).Draw(t, "tempo"))
		w, err := Build(r, nil)
		if err != nil {
			return
		}
		l, err := ladder.Build(ladder.Request{Brief: r.Brief, From: r.From, Goal: r.Goal})
		require.NoError(t, err)
		all := days(w)
		crowded := strings.Contains(strings.Join(w.Remarks, " "), "too many")
		free := len(all) - len(all)/5
		fresh := map[string]int{}
		back := map[string]bool{}
		for at, d := range all {
			for _, i := range d.Items {
				switch i.Kind {
				case New:
					fresh[i.What] = at
					assert.True(t, at < max(free, 1) || crowded, "%s is new on day %d of %d", i.What, at+1, len(all))
					assert.Less(t, i.Rung.PerBeat, 4, "something new begins slowly")
					assert.LessOrEqual(t, i.Rung.NotesPerMinute(), l.Rungs[(len(l.Rungs)-1)/2].NotesPerMinute, "in the lower half of the way")
				case Old:
					back[i.What] = back[i.What] || fresh[i.What] < at
				case Play:
					for what, was := range fresh {
						if was < at && strings.Contains(i.What, what) {
							back[what] = true
						}
					}
				}
			}
		}
		if crowded || len(all) < 5 {
			return
		}
		for what := range fresh {
			assert.True(t, back[what], "%s comes back", what)
		}
	})
}

// A wish that no hand can follow is said to be one, with what would do; a sensible one has no remark.
func TestUnwiseWishesAreSaid(t *testing.T) {
	ask := func(weeks, minutes int, keys string, from, goal *ladder.Step) string {
		w, err := Build(Request{Brief: guitar("Eb", "major", "one-octave"), Start: calendar.MustParse("2026-09-07"), Weeks: weeks,
			Minutes: minutes, Keys: keys, From: from, Goal: goal}, nil)
		require.NoError(t, err)
		return strings.Join(w.Remarks, " ")
	}
	assert.Empty(t, ask(6, 30, "fourths", step(2, 60), step(2, 80)))
	assert.Contains(t, ask(1, 10, "fourths", step(2, 60), step(2, 66)),
		"Twelve new things in 5 days of 10 minutes are too many: something new needs 5 minutes. Take three weeks, or choose four.")
	far := ask(1, 30, "", step(1, 60), step(4, 120))
	assert.Contains(t, far, "Quarter notes at 60 to sixteenths at 120 is too far for 5 days: a tempo that is "+
		"to stay takes a day. Take")
	assert.NotContains(t, far, "too many")
}
