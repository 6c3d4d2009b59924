package store_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/store"
)

func TestHomes(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	body := store.HomeBody{Named: true, Works: []store.HomeWork{{Assignment: "a",
		Rungs: []store.HomeRung{{Step: ladder.Step{PerBeat: 2, TempoBPM: 60}, Part: "octave"}}}}}
	h, err := st.Pupils().CreateHome(ctx, p.ID, body)
	require.NoError(t, err)
	other, err := st.Pupils().CreateHome(ctx, p.ID, body)
	require.NoError(t, err)
	assert.NotEqual(t, h.Token, other.Token)
	assert.GreaterOrEqual(t, len(h.Token), 26)
	read, err := st.Pupils().Home(ctx, h.Token)
	require.NoError(t, err)
	assert.Equal(t, h, read)
	_, err = st.Pupils().CreateHome(ctx, "nobody", body)
	assert.ErrorIs(t, err, store.ErrNotFound)

	require.NoError(t, st.Pupils().Withdraw(ctx, h.Token))
	_, err = st.Pupils().Home(ctx, h.Token)
	assert.ErrorIs(t, err, store.ErrNotFound, "taken back")
	assert.ErrorIs(t, st.Pupils().Withdraw(ctx, h.Token), store.ErrNotFound)
	require.NoError(t, st.Pupils().SetAside(ctx, p.ID))
	_, err = st.Pupils().Home(ctx, other.Token)
	assert.ErrorIs(t, err, store.ErrNotFound, "of a pupil that is set aside no page answers")
	_, err = st.Pupils().Restore(ctx, p.ID)
	require.NoError(t, err)
	_, err = st.Pupils().Home(ctx, other.Token)
	assert.NoError(t, err)
	require.NoError(t, st.Pupils().SetAside(ctx, p.ID))
	require.NoError(t, st.EraseAside(ctx, "pupils", p.ID))
	_, err = st.Pupils().Home(ctx, other.Token)
	assert.ErrorIs(t, err, store.ErrNotFound, "erased with all that is the pupil's")
}

// A try that is taken back is none: not in what was played, nor in the days.
func TestTakenBackIsNotPlayed(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	stays, gone := practised(t, st, p.ID, 4), practised(t, st, p.ID, 2)
	require.NoError(t, st.Log().TakeBack(ctx, gone.ID))
	tries, err := st.Log().Tries(ctx, stays.Brief, "", p.ID)
	require.NoError(t, err)
	require.Len(t, tries, 1)
	assert.Equal(t, stays.At, tries[0].At.UTC())
	days, err := st.Weeks().PracticeDays(ctx, p.ID, st.Now().AddDate(0, 0, -10))
	require.NoError(t, err)
	assert.Len(t, days, 1)
	page, _, err := st.Log().List(ctx, store.LogQuery{Pupil: &p.ID, Limit: 9})
	require.NoError(t, err)
	assert.Len(t, page, 1)
}

// Pages of assignments that were set on one day come in a fixed order, each once.
func TestAssignmentsOfOneDayInPages(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	want := map[string]bool{}
	for range 7 {
		a, err := st.Assignments().Create(ctx, p.ID, sheetsOf(3), "")
		require.NoError(t, err)
		want[a.ID] = true
	}
	for after, pages := "", 0; ; pages++ {
		list, next, err := st.Assignments().List(ctx, store.AssignmentQuery{Pupil: p.ID, Limit: 3, After: after})
		require.NoError(t, err)
		for _, a := range list {
			assert.True(t, want[a.ID], "each once")
			delete(want, a.ID)
		}
		if after = next; after == "" {
			assert.Equal(t, 2, pages)
			break
		}
	}
	assert.Empty(t, want)
}
