package store_test

import (
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/result"
	"evenladder/core/planning/brief"
	"evenladder/store"
)

// A clock that goes back, and stands still: everything is kept and listed once, page by page, changes
// count on, what was set aside comes back, and backups have names of their own.
func TestAClockThatGoesBack(t *testing.T) {
	now, reads := time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC), 0
	s, err := store.Open(t.Context(), t.TempDir(), func() time.Time {
		if reads++; reads%3 == 0 {
			now = now.Add(-90 * time.Minute)
		}
		return now
	})
	require.NoError(t, err)
	defer s.Close()
	b := brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Eb", Name: "dorian"}}
	want := map[string]bool{}
	for i := range 40 {
		made, err := s.Shelf(briefs).Create(t.Context(), draft(fmt.Sprint("gate ", i), "", "F#"))
		require.NoError(t, err)
		for range 2 {
			changed, err := s.Shelf(briefs).Update(t.Context(), made.ID, made.Version, draft(fmt.Sprint("porch ", i),
				"", "F#"))
			require.NoError(t, err)
			require.Equal(t, made.Version+1, changed.Version)
			made = changed
		}
		require.NoError(t, s.Shelf(briefs).SetAside(t.Context(), made.ID))
		_, err = s.Shelf(briefs).Restore(t.Context(), made.ID)
		require.NoError(t, err)
		e, err := store.NewEntry(b, ladder.Try{Step: ladder.Step{PerBeat: 2, TempoBPM: 60}, Result: result.Clean}, 30,
			"")
		require.NoError(t, err)
		e, err = s.Log().Append(t.Context(), e)
		require.NoError(t, err)
		want[made.ID], want[e.ID] = true, true
	}
	got := map[string]bool{}
	for q := (store.Query{Limit: 7}); ; {
		page, err := s.Shelf(briefs).List(t.Context(), q)
		require.NoError(t, err)
		for _, k := range page.Kept {
			require.False(t, got[k.ID], "listed twice")
			got[k.ID] = true
		}
		if q.After = page.Next; q.After == "" {
			break
		}
	}
	for q := (store.LogQuery{Limit: 7}); ; {
		entries, next, err := s.Log().List(t.Context(), q)
		require.NoError(t, err)
		for _, e := range entries {
			require.False(t, got[e.ID], "listed twice")
			got[e.ID] = true
		}
		if q.After = next; next == "" {
			break
		}
	}
	assert.Equal(t, want, got)
	names := map[string]bool{}
	for range 9 {
		name, _, err := s.BackUpNow(t.Context(), "by-hand", "v1")
		require.NoError(t, err)
		names[name] = true
	}
	assert.Len(t, names, 9)
}
