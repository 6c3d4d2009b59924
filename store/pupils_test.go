package store_test

import (
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/assignment"
	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

func guitarist(name string) pupil.Pupil {
	return pupil.Pupil{Name: name, Instrument: brief.Instrument{ID: "guitar"}, Day: "tue", At: "16:30", Minutes: 20}
}

func sheetsOf(count int) assignment.Assignment {
	return assignment.Assignment{Sheets: &assignment.Sheets{What: "flat keys", Count: count}, Minutes: 5,
		From: calendar.MustParse("2026-10-05"), Until: calendar.MustParse("2026-10-12")}
}

func practised(t *testing.T, st *store.Store, of string, daysAgo int) store.Entry {
	t.Helper()
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Eb", Name: "lydian"}}
	e, err := store.NewEntry(b, ladder.Try{At: st.Now().AddDate(0, 0, -daysAgo), Step: ladder.Step{PerBeat: 2,
		TempoBPM: 60}, Result: result.Clean}, 60, "")
	require.NoError(t, err)
	e.Pupil = of
	e, err = st.Log().Append(t.Context(), e)
	require.NoError(t, err)
	return e
}

func TestPupils(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	var ids []string
	for _, name := range []string{"wenna", "Ottoline", "casimir"} {
		p, err := st.Pupils().Create(ctx, guitarist(name))
		require.NoError(t, err)
		ids = append(ids, p.ID)
	}
	first, next, err := st.Pupils().List(ctx, store.PupilQuery{Limit: 2})
	require.NoError(t, err)
	require.Len(t, first, 2)
	assert.Equal(t, "casimir Ottoline", first[0].Pupil.Name+" "+first[1].Pupil.Name, "by name, whatever its capitals")
	rest, end, err := st.Pupils().List(ctx, store.PupilQuery{Limit: 2, After: next})
	require.NoError(t, err)
	require.Len(t, rest, 1)
	assert.Empty(t, end)
	found, _, err := st.Pupils().List(ctx, store.PupilQuery{Limit: 9, Words: "TOL"})
	require.NoError(t, err)
	require.Len(t, found, 1)

	changed, err := st.Pupils().Update(ctx, ids[0], 1, guitarist("Wenna P."))
	require.NoError(t, err)
	assert.Equal(t, 2, changed.Version)
	var stale *store.Stale
	_, err = st.Pupils().Update(ctx, ids[0], 1, guitarist("lost"))
	require.ErrorAs(t, err, &stale)
	assert.Equal(t, store.Stale{Given: 1, Stored: 2, Current: changed}, *stale)
	_, err = st.Pupils().Update(ctx, "nobody", 1, guitarist("x"))
	assert.ErrorIs(t, err, store.ErrNotFound)
}

func TestEraseTakesAllOfAPupil(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	gone, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	stays, err := st.Pupils().Create(ctx, guitarist("Casimir"))
	require.NoError(t, err)
	set, err := st.Assignments().Create(ctx, gone.ID, sheetsOf(3), "")
	require.NoError(t, err)
	_, err = st.Weeks().Keep(ctx, gone.ID, 0, schedule.Request{Start: calendar.MustParse("2026-10-05")})
	require.NoError(t, err)
	e := practised(t, st, gone.ID, 3)
	require.NoError(t, st.Log().KeepTake(ctx, e.ID, []byte("MThd")))
	slip := practised(t, st, gone.ID, 2)
	require.NoError(t, st.Log().TakeBack(ctx, slip.ID))
	practised(t, st, stays.ID, 1)
	practised(t, st, "", 1)

	assert.ErrorIs(t, st.EraseAside(ctx, "pupils", gone.ID), store.ErrNotFound, "what is not set aside is not erased")
	require.NoError(t, st.Pupils().SetAside(ctx, gone.ID))
	_, err = st.Pupils().Get(ctx, gone.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	back, err := st.Pupils().Restore(ctx, gone.ID)
	require.NoError(t, err)
	assert.Equal(t, "Wenna", back.Pupil.Name)
	require.NoError(t, st.Pupils().SetAside(ctx, gone.ID))
	require.NoError(t, st.EraseAside(ctx, "pupils", gone.ID))

	_, err = st.Assignments().Get(ctx, set.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, err = st.Log().Get(ctx, e.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, err = st.Log().Take(ctx, e.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	all, _, err := st.Log().List(ctx, store.LogQuery{Limit: 9})
	require.NoError(t, err)
	assert.Len(t, all, 2, "others keep theirs")
}

func TestAssignments(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	work := ladder.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "guitar"},
		Scale: brief.Scale{Tonic: "Eb", Name: "lydian"}}}
	week := func(n int) assignment.Assignment {
		from := calendar.MustParse("2026-10-05").Add(7 * n)
		return assignment.Assignment{Ladder: &work, Minutes: 10, From: from, Until: from.Add(7)}
	}
	first, err := st.Assignments().Create(ctx, p.ID, week(0), "")
	require.NoError(t, err)
	assert.Contains(t, first.Sentence, "E♭ Lydian")
	second, err := st.Assignments().Create(ctx, p.ID, week(1), first.ID)
	require.NoError(t, err)
	left, _, err := st.Assignments().List(ctx, store.AssignmentQuery{Pupil: p.ID, Open: true, Limit: 9})
	require.NoError(t, err)
	require.Len(t, left, 1, "what it takes the place of is closed")
	assert.Equal(t, second.ID, left[0].ID)
	page, next, err := st.Assignments().List(ctx, store.AssignmentQuery{Pupil: p.ID, Limit: 1})
	require.NoError(t, err)
	assert.Equal(t, second.ID, page[0].ID, "the latest first")
	page, next, err = st.Assignments().List(ctx, store.AssignmentQuery{Pupil: p.ID, Limit: 1, After: next})
	require.NoError(t, err)
	assert.Equal(t, first.ID, page[0].ID)
	assert.Empty(t, next)
	assert.NotNil(t, page[0].ClosedAt)

	reopened, err := st.Assignments().Update(ctx, first.ID, page[0].Version, week(0), false)
	require.NoError(t, err)
	assert.Nil(t, reopened.ClosedAt)
	_, err = st.Assignments().Update(ctx, first.ID, 1, week(0), true)
	var stale *store.Stale
	require.ErrorAs(t, err, &stale)
	require.NoError(t, st.Assignments().SetAside(ctx, first.ID))
	_, err = st.Assignments().Restore(ctx, first.ID)
	require.NoError(t, err)
	_, err = st.Assignments().Create(ctx, "nobody", week(0), "")
	assert.ErrorIs(t, err, store.ErrNotFound)
	require.NoError(t, st.Pupils().SetAside(ctx, p.ID))
	left, _, err = st.Assignments().List(ctx, store.AssignmentQuery{Open: true, Limit: 9})
	require.NoError(t, err)
	assert.Empty(t, left, "of a pupil that is set aside nothing is open")
}

func TestALogForEachPupil(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	e := practised(t, st, p.ID, 5)
	practised(t, st, p.ID, 40)
	practised(t, st, "", 2)
	tries, err := st.Log().Tries(ctx, e.Brief, "", p.ID)
	require.NoError(t, err)
	assert.Len(t, tries, 2)
	own, err := st.Log().Tries(ctx, e.Brief, "", "")
	require.NoError(t, err)
	assert.Len(t, own, 1, "the teacher's own are apart")
	played, err := st.Log().Played(ctx, p.ID, st.Now().AddDate(0, 0, -30), time.Time{})
	require.NoError(t, err)
	require.Len(t, played, 1)
	assert.Equal(t, e.Brief, played[0].Brief)
	assert.Len(t, played[0].Tries, 1)
	early, err := st.Log().Played(ctx, p.ID, st.Now().AddDate(0, 0, -60), st.Now().AddDate(0, 0, -30))
	require.NoError(t, err)
	require.Len(t, early, 1)
	assert.Len(t, early[0].Tries, 1, "and before a time")
	last, err := st.Pupils().LastPlayed(ctx)
	require.NoError(t, err)
	assert.Equal(t, map[string]time.Time{p.ID: e.At}, map[string]time.Time{p.ID: last[p.ID].UTC()})
	days, err := st.Weeks().PracticeDays(ctx, p.ID, st.Now().AddDate(0, 0, -30))
	require.NoError(t, err)
	assert.Len(t, days, 1)

	came := e
	came.Came = "page.1"
	_, err = st.Log().Append(ctx, came)
	require.NoError(t, err)
	_, err = st.Log().Append(ctx, came)
	assert.ErrorIs(t, err, store.ErrThere, "nothing comes twice")
	came.Came, came.Pupil = "", "nobody"
	_, err = st.Log().Append(ctx, came)
	assert.ErrorIs(t, err, store.ErrNotFound)
}

func TestWeeksAreKept(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	_, err = st.Weeks().Get(ctx, p.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	r := schedule.Request{Start: calendar.MustParse("2026-10-05"), Weeks: 2}
	w, err := st.Weeks().Keep(ctx, p.ID, 0, r)
	require.NoError(t, err)
	assert.Equal(t, r, w.Request)
	r.Weeks = 3
	_, err = st.Weeks().Keep(ctx, p.ID, 0, r)
	var stale *store.Stale
	require.ErrorAs(t, err, &stale)
	w, err = st.Weeks().Keep(ctx, p.ID, w.Version, r)
	require.NoError(t, err)
	require.NoError(t, st.Weeks().SetAside(ctx, p.ID))
	back, err := st.Weeks().Restore(ctx, p.ID)
	require.NoError(t, err)
	assert.Equal(t, w, back)
	require.NoError(t, st.Weeks().SetAside(ctx, p.ID))
	_, err = st.Weeks().Keep(ctx, p.ID, 0, r)
	assert.NoError(t, err, "new ones in place of those that were set aside")
}
