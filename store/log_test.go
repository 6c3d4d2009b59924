package store_test

import (
	"context"
	"slices"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

func TestTheLogIsAppendOnly(t *testing.T) {
	ctx := context.Background()
	now := time.Date(2026, 10, 5, 16, 0, 0, 0, time.UTC)
	st, err := store.Open(ctx, t.TempDir(), func() time.Time { return now })
	require.NoError(t, err)
	t.Cleanup(func() { st.Close() })
	log := st.Log()
	work := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"}}
	other := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Bb", Name: "dorian"}}
	add := func(b brief.Brief, tempo int, result result.Result) store.Entry {
		e, err := store.NewEntry(b, ladder.Try{At: now, Step: ladder.Step{PerBeat: 2, TempoBPM: tempo},
			Result: result}, 40, "")
		require.NoError(t, err)
		e, err = log.Append(ctx, e)
		require.NoError(t, err)
		now = now.Add(time.Minute)
		return e
	}
	add(work, 60, result.Clean)
	slip := add(work, 66, result.NotYet)
	add(other, 60, result.Nearly)
	tempo := 99
	work.Rhythm.TempoBPM = &tempo // another rung is the same work
	tries, err := log.Tries(ctx, work, "", "")
	require.NoError(t, err)
	require.Len(t, tries, 2)
	assert.Equal(t, []int{60, 66}, []int{tries[0].TempoBPM, tries[1].TempoBPM}, "in the order of time")

	require.NoError(t, log.TakeBack(ctx, slip.ID))
	assert.ErrorIs(t, log.TakeBack(ctx, slip.ID), store.ErrNotFound, "once")
	assert.ErrorIs(t, log.TakeBack(ctx, "nothing"), store.ErrNotFound)
	tries, err = log.Tries(ctx, work, "", "")
	require.NoError(t, err)
	assert.Len(t, tries, 1)

	all, next, err := log.List(ctx, store.LogQuery{Limit: 1})
	require.NoError(t, err)
	require.Len(t, all, 1)
	assert.Contains(t, all[0].Sentence, "B♭ Dorian")
	assert.Contains(t, all[0].Sentence, "in eighths at 60")
	rest, end, err := log.List(ctx, store.LogQuery{Limit: 5, After: next})
	require.NoError(t, err)
	assert.Len(t, rest, 1, "what was taken back does not count")
	assert.Empty(t, end)
	nearly, _, err := log.List(ctx, store.LogQuery{Limit: 5, Result: "nearly"})
	require.NoError(t, err)
	assert.Len(t, nearly, 1)
	_, _, err = log.List(ctx, store.LogQuery{After: "x"})
	assert.ErrorAs(t, err, new(store.NoPage))

	assert.ErrorContains(t, store.Exec(st, "UPDATE log SET result = 'clean'"), "append only")

	_, err = store.NewEntry(work, ladder.Try{Result: "grand"}, 1, "")
	assert.ErrorContains(t, err, "result")
	_, err = store.NewEntry(brief.Brief{}, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60},
		Result: result.Clean}, 1, "")
	assert.ErrorContains(t, err, "brief.instrument.id")
}

// Read one by one, the log is what its pages are from the end; a try that was taken back is in neither, one that can't be
// read is passed over.
func TestTheLogIsReadThrough(t *testing.T) {
	s := open(t, t.TempDir())
	var ids []string
	for i := range 40 {
		b := brief.Brief{Instrument: brief.Instrument{ID: "bass"},
			Scale: brief.Scale{Tonic: []string{"Eb", "F", "Ab"}[i/7%3], Name: "dorian"}}
		e, err := store.NewEntry(b, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60 + i}, Result: result.Clean}, 30, "")
		require.NoError(t, err)
		e, err = s.Log().Append(t.Context(), e)
		require.NoError(t, err)
		ids = append(ids, e.ID)
	}
	require.NoError(t, s.Log().TakeBack(t.Context(), ids[5]))
	require.NoError(t, store.Exec(s, "DROP TRIGGER log_is_not_changed; UPDATE log SET work = '[1]' WHERE id = '"+ids[11]+"'"))
	var through, paged []store.Entry
	require.NoError(t, s.Log().Each(t.Context(), func(e store.Entry) error { through = append(through, e); return nil }))
	for next := ""; ; {
		page, following, err := s.Log().List(t.Context(), store.LogQuery{After: next, Limit: 7})
		require.NoError(t, err)
		paged = append(paged, page...)
		if next = following; next == "" {
			break
		}
	}
	slices.Reverse(paged)
	assert.Len(t, through, 38)
	assert.Equal(t, paged, through)
}
