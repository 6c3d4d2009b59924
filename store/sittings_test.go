package store_test

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"
	"evenladder/store"
)

func sat(t *testing.T, st *store.Store, s store.Sitting, facts ...map[string]bool) store.Sitting {
	t.Helper()
	s.Body = json.RawMessage(`{}`)
	if s.Sort == "" {
		s.Sort, s.Kind = store.CallsSitting, "numbers"
	}
	s, err := st.Sittings().Begin(t.Context(), s)
	require.NoError(t, err)
	for i, f := range facts {
		right := true
		for _, known := range f {
			right = right && known
		}
		require.NoError(t, st.Sittings().Append(t.Context(), s.ID,
			store.Answer{Answer: knowledge.Answer{Show: fmt.Sprint(i), Right: right, MS: 100 * i,
				Facts: f}, Level: i + 1}))
	}
	return s
}

func TestSittings(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	first := sat(t, st, store.Sitting{Pupil: p.ID, At: st.Now().AddDate(0, 0, -3), Title: "numbers"},
		map[string]bool{"a": true}, map[string]bool{"a": false, "b": true})
	sat(t, st, store.Sitting{Pupil: p.ID, Title: "nothing answered"})
	latest := sat(t, st, store.Sitting{Pupil: p.ID, Title: "numbers"}, map[string]bool{"b": true})
	sat(t, st, store.Sitting{Title: "the teacher's"}, map[string]bool{"a": true})

	list, next, err := st.Sittings().List(ctx, p.ID, "", 1)
	require.NoError(t, err)
	require.Len(t, list, 1, "those alone in which something was answered")
	assert.Equal(t, []any{latest.ID, 1, 1}, []any{list[0].ID, list[0].Right, list[0].Of})
	list, next, err = st.Sittings().List(ctx, p.ID, next, 1)
	require.NoError(t, err)
	assert.Empty(t, next)
	assert.Equal(t, []any{first.ID, 1, 2}, []any{list[0].ID, list[0].Right, list[0].Of})
	_, _, err = st.Sittings().List(ctx, p.ID, "x", 1)
	assert.ErrorAs(t, err, new(store.NoPage))

	answers, err := st.Sittings().Answers(ctx, first.ID)
	require.NoError(t, err)
	require.Len(t, answers, 2)
	assert.Equal(t, map[string]bool{"a": false, "b": true}, answers[1].Facts)
	facts, err := st.Sittings().Facts(ctx, p.ID, "")
	require.NoError(t, err)
	require.Len(t, facts, 4)
	assert.Equal(t, calendar.DayOf(st.Now().AddDate(0, 0, -3)), facts[0].On, "the earliest first")
	without, err := st.Sittings().Facts(ctx, p.ID, latest.ID)
	require.NoError(t, err)
	assert.Len(t, without, 3)
	levels, err := st.Sittings().Levels(ctx, p.ID, "numbers")
	require.NoError(t, err)
	assert.Equal(t, []call.LevelAnswer{{Level: 1, Right: true}, {Level: 2}, {Level: 1, Right: true}}, levels)

	require.NoError(t, st.Sittings().SetAside(ctx, first.ID))
	assert.ErrorIs(t, st.Sittings().SetAside(ctx, first.ID), store.ErrNotFound)
	assert.ErrorIs(t, st.Sittings().Append(ctx, first.ID, store.Answer{}), store.ErrNotFound,
		"nothing goes into what was taken back")
	facts, err = st.Sittings().Facts(ctx, p.ID, "")
	require.NoError(t, err)
	assert.Len(t, facts, 1)
	_, err = st.Sittings().Restore(ctx, first.ID)
	require.NoError(t, err)
	_, err = st.Sittings().Begin(ctx, store.Sitting{Pupil: "nobody", Body: json.RawMessage(`{}`)})
	assert.ErrorIs(t, err, store.ErrNotFound)

	require.NoError(t, st.Pupils().SetAside(ctx, p.ID))
	require.NoError(t, st.EraseAside(ctx, "pupils", p.ID))
	_, err = st.Sittings().Get(ctx, first.ID)
	assert.ErrorIs(t, err, store.ErrNotFound, "what is erased is gone with its answers")
	facts, err = st.Sittings().Facts(ctx, "", "")
	require.NoError(t, err)
	assert.Len(t, facts, 1, "the teacher's own stay")
}

func TestSheetsThatWereHandedIn(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	a, err := st.Assignments().Create(ctx, p.ID, sheetsOf(6), "")
	require.NoError(t, err)
	for _, sheet := range []int{1, 2, 2} {
		sat(t, st, store.Sitting{Pupil: p.ID, Assignment: a.ID, Sort: store.SheetSitting, Kind: "spell", Sheet: sheet,
			At: time.Now()}, map[string]bool{"x": true})
	}
	n, err := st.Sittings().Handed(ctx, a.ID)
	require.NoError(t, err)
	assert.Equal(t, 2, n, "the same sheet counts once")
}
