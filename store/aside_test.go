package store_test

import (
	"os"
	"regexp"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

// asideIn is a store in which one of everything is set aside, by its sort.
func asideIn(t *testing.T) (*store.Store, map[string]string) {
	t.Helper()
	ctx, st := t.Context(), open(t, t.TempDir())
	p, err := st.Pupils().Create(ctx, guitarist("Wenna"))
	require.NoError(t, err)
	gone, err := st.Pupils().Create(ctx, guitarist("Casimir"))
	require.NoError(t, err)
	k, err := st.Shelf(briefs).Create(ctx, draft("Rain day", "", "F#"))
	require.NoError(t, err)
	a, err := st.Assignments().Create(ctx, p.ID, sheetsOf(3), "")
	require.NoError(t, err)
	e := practised(t, st, p.ID, 1)
	require.NoError(t, st.Log().KeepTake(ctx, e.ID, []byte("take")))
	b := brief.Brief{Instrument: brief.Instrument{ID: "guitar"}, Scale: brief.Scale{Tonic: "Eb", Name: "lydian"}}
	_, err = st.Weeks().Keep(ctx, p.ID, 0, schedule.Request{Brief: b, Start: calendar.MustParse("2026-10-05"),
		Weeks: 1})
	require.NoError(t, err)
	h, err := st.Pupils().CreateHome(ctx, p.ID, store.HomeBody{})
	require.NoError(t, err)
	s := sat(t, st, store.Sitting{Pupil: p.ID, Title: "numbers", Assignment: a.ID}, map[string]bool{"a": true})
	played, err := store.NewEntry(b, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60}, Result: result.Clean}, 60,
		"")
	require.NoError(t, err)
	played.Pupil, played.Assignment = p.ID, a.ID
	_, err = st.Log().Append(ctx, played)
	require.NoError(t, err)
	for _, err := range []error{
		st.Shelf(briefs).SetAside(ctx, k.ID), st.Pupils().SetAside(ctx, gone.ID), st.Assignments().SetAside(ctx, a.ID),
		st.Log().DeleteTake(ctx, e.ID),
		st.Weeks().SetAside(ctx, p.ID), st.Pupils().Withdraw(ctx, h.Token), st.Sittings().SetAside(ctx, s.ID),
	} {
		require.NoError(t, err)
	}
	return st, map[string]string{"briefs": k.ID, "pupils": gone.ID, "assignments": a.ID, "takes": e.ID, "weeks": p.ID,
		"homes": h.Token, "sittings": s.ID}
}

func sorts(t *testing.T, st *store.Store) map[string]string {
	t.Helper()
	list, _, err := st.ListAside(t.Context(), store.AsideQuery{Limit: 100})
	require.NoError(t, err)
	out := map[string]string{}
	for _, a := range list {
		out[a.Sort] = a.ID
		assert.NotEmpty(t, a.Title, a.Sort)
		assert.False(t, a.At.IsZero())
		if a.Sort != "briefs" && a.Sort != "pupils" {
			assert.Equal(t, "Wenna", a.Whose, a.Sort)
		}
	}
	return out
}

// Whatever can be set aside, in any table that there is, is listed, comes back, and is taken away for
// good; nothing else goes with it.
func TestAside(t *testing.T) {
	st, want := asideIn(t)
	assert.Equal(t, want, sorts(t, st))
	for sort, id := range want {
		require.NoError(t, st.RestoreAside(t.Context(), sort, id), sort)
		assert.ErrorIs(t, st.RestoreAside(t.Context(), sort, id), store.ErrNotFound, sort)
		assert.ErrorIs(t, st.EraseAside(t.Context(), sort, id), store.ErrNotFound,
			"what is not set aside is not taken away: %s", sort)
		assert.NotContains(t, sorts(t, st), sort)
	}
	st, want = asideIn(t)
	for sort, id := range want {
		require.NoError(t, st.EraseAside(t.Context(), sort, id), sort)
		assert.ErrorIs(t, st.RestoreAside(t.Context(), sort, id), store.ErrNotFound, sort)
	}
	assert.Empty(t, sorts(t, st))
	log, _, err := st.Log().List(t.Context(), store.LogQuery{Limit: 9})
	require.NoError(t, err)
	assert.Len(t, log, 2, "tries stay, whatever they were played for")
	found, err := st.Check(t.Context())
	require.NoError(t, err)
	assert.Empty(t, found)
	for _, sort := range []string{"", "log", "saved", "rounds", "pupils' OR 1"} {
		assert.ErrorIs(t, st.EraseAside(t.Context(), sort, want["briefs"]), store.ErrNotFound, sort)
	}
}

// What is a pupil's own is not listed while the pupil is set aside: it goes and comes with the pupil.
func TestAsideOfAPupil(t *testing.T) {
	st, want := asideIn(t)
	require.NoError(t, st.Pupils().SetAside(t.Context(), want["weeks"]))
	list, _, err := st.ListAside(t.Context(), store.AsideQuery{Limit: 100})
	require.NoError(t, err)
	assert.Len(t, list, 3, "a brief and two pupils: %v", list)
}

// The pages are the list, each thing once, also where a pupil's weeks have the pupil's own id and
// all were set aside in one moment.
func TestAsideInPages(t *testing.T) {
	st, want := asideIn(t)
	found, after := map[string]string{}, ""
	for range 2 * len(want) {
		list, next, err := st.ListAside(t.Context(), store.AsideQuery{After: after, Limit: 2})
		require.NoError(t, err)
		for _, a := range list {
			assert.NotContains(t, found, a.Sort, "listed twice")
			found[a.Sort] = a.ID
		}
		if after = next; after == "" {
			break
		}
	}
	assert.Equal(t, want, found)
	_, _, err := st.ListAside(t.Context(), store.AsideQuery{After: "nowhere", Limit: 2})
	assert.ErrorAs(t, err, new(store.NoPage))
}

// Every table with a column for it is in the list.
func TestAsideKnowsEveryTable(t *testing.T) {
	entries, err := os.ReadDir("migrations")
	require.NoError(t, err)
	_, want := asideIn(t)
	tables := 0
	for _, e := range entries {
		text, err := os.ReadFile("migrations/" + e.Name())
		require.NoError(t, err)
		for _, m := range regexp.MustCompile(`(?s)CREATE TABLE (\w+) \((.*?)\) STRICT`).FindAllStringSubmatch(string(text), -1) {
			if !regexp.MustCompile(`\bdeleted_at\b`).MatchString(m[2]) {
				continue
			}
			tables++
			if m[1] == "saved" {
				m[1] = "briefs"
			}
			assert.Contains(t, want, m[1], "%s has things that are set aside", m[1])
		}
	}
	assert.Equal(t, len(want), tables)
}
