package store_test

import (
	"errors"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/plan"
	"evenladder/store"
)

// clock ticks a second with every look.
func clock() func() time.Time {
	at := time.Date(2031, 3, 4, 9, 0, 0, 0, time.UTC)
	return func() time.Time { at = at.Add(time.Second); return at }
}

func open(t *testing.T, dir string) *store.Store {
	t.Helper()
	s, err := store.Open(t.Context(), dir, clock())
	require.NoError(t, err)
	t.Cleanup(func() { assert.NoError(t, s.Close()) })
	return s
}

func brief(title, notes, tonic string) store.SavedBrief {
	return store.SavedBrief{Title: title, Notes: notes, Brief: plan.Brief{
		Instrument: plan.InstrumentBrief{ID: "ukulele"}, Scale: plan.ScaleBrief{Tonic: tonic, Name: "kumoi"},
	}}
}

func TestKeepsWhatIsSaved(t *testing.T) {
	dir := t.TempDir()
	s := open(t, dir)
	made, err := s.Briefs.Create(t.Context(), brief("Rain day", "slowly; 'quoted' %_ \"x\"", "F#"))
	require.NoError(t, err)
	assert.Equal(t, 1, made.Version)
	assert.Len(t, made.ID, 16)

	again := open(t, dir) // as after a restart
	got, err := again.Briefs.Get(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, made, got)
	require.NoError(t, again.Ping(t.Context()))
}

func TestStaleWriteChangesNothing(t *testing.T) {
	s := open(t, t.TempDir())
	made, err := s.Briefs.Create(t.Context(), brief("One", "", "F#"))
	require.NoError(t, err)
	theirs, err := s.Briefs.Update(t.Context(), made.ID, 1, brief("Theirs", "", "G"))
	require.NoError(t, err)
	assert.Equal(t, 2, theirs.Version)
	assert.True(t, theirs.UpdatedAt.After(theirs.CreatedAt))

	_, err = s.Briefs.Update(t.Context(), made.ID, 1, brief("Mine", "", "A"))
	var conflict *store.Conflict[store.SavedBrief]
	require.ErrorAs(t, err, &conflict)
	assert.Equal(t, theirs, conflict.Current)
	got, err := s.Briefs.Get(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, theirs, got)
}

func TestConcurrentWritesLoseNone(t *testing.T) {
	s := open(t, t.TempDir())
	made, err := s.Briefs.Create(t.Context(), brief("0", "", "F#"))
	require.NoError(t, err)
	const writers = 8
	results := make(chan error, writers)
	for range writers {
		go func() {
			for {
				now, err := s.Briefs.Get(t.Context(), made.ID)
				if err == nil {
					var n int
					_, _ = fmt.Sscan(now.Value.Title, &n)
					_, err = s.Briefs.Update(t.Context(), made.ID, now.Version, brief(fmt.Sprint(n+1), "", "F#"))
				}
				var stale *store.Conflict[store.SavedBrief]
				if errors.As(err, &stale) {
					continue
				}
				results <- err
				return
			}
		}()
	}
	for range writers {
		require.NoError(t, <-results)
	}
	got, err := s.Briefs.Get(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, "8", got.Value.Title)
	assert.Equal(t, writers+1, got.Version)
}

func TestDeleteAndRestore(t *testing.T) {
	s := open(t, t.TempDir())
	made, err := s.Briefs.Create(t.Context(), brief("Gone", "", "F#"))
	require.NoError(t, err)
	require.NoError(t, s.Briefs.Delete(t.Context(), made.ID))
	_, err = s.Briefs.Get(t.Context(), made.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	assert.ErrorIs(t, s.Briefs.Delete(t.Context(), made.ID), store.ErrNotFound)
	_, err = s.Briefs.Update(t.Context(), made.ID, 1, made.Value)
	assert.ErrorIs(t, err, store.ErrNotFound)
	back, err := s.Briefs.Restore(t.Context(), made.ID)
	require.NoError(t, err)
	assert.Equal(t, made, back)
	_, err = s.Briefs.Restore(t.Context(), made.ID)
	assert.ErrorIs(t, err, store.ErrNotFound)
	_, err = s.Instruments.Get(t.Context(), made.ID)
	assert.ErrorIs(t, err, store.ErrNotFound, "kinds are kept apart")
}

func TestSearch(t *testing.T) {
	s := open(t, t.TempDir())
	for _, b := range []store.SavedBrief{brief("Rain day", "with Wenna", "F#"), brief("Porch", "slow; 50%", "Bb"), brief("rainbow", "", "Bb")} {
		_, err := s.Briefs.Create(t.Context(), b)
		require.NoError(t, err)
	}
	for query, want := range map[string][]string{
		"": {"rainbow", "Porch", "Rain day"}, "RAIN": {"rainbow", "Rain day"}, "rain wenna": {"Rain day"}, "ukulele b♭": {"rainbow", "Porch"}, "50%": {"Porch"}, "_": {}, "' OR 1=1 --": {},
	} {
		found, err := s.Briefs.List(t.Context(), query)
		require.NoError(t, err)
		titles := []string{}
		for _, r := range found {
			titles = append(titles, r.Value.Title)
		}
		assert.Equal(t, want, titles, query)
	}
}

func TestOpenSaysWhichFolder(t *testing.T) {
	_, err := store.Open(t.Context(), "/dev/null/nowhere", clock())
	assert.ErrorContains(t, err, "data folder")
}
