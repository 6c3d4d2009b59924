package store_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/store"
)

// A page begins where the one before ended, although its last row was changed or erased in between.
func TestPagesGoOnAfterARowThatIsGone(t *testing.T) {
	ctx, st := t.Context(), open(t, t.TempDir())
	for _, name := range []string{"Ada", "Berit", "Corin", "Dilys"} {
		_, err := st.Pupils().Create(ctx, guitarist(name))
		require.NoError(t, err)
	}
	first, next, err := st.Pupils().List(ctx, store.PupilQuery{Limit: 2})
	require.NoError(t, err)
	last := first[1].ID
	require.NoError(t, st.Pupils().SetAside(ctx, last))
	require.NoError(t, st.EraseAside(ctx, "pupils", last))
	rest, end, err := st.Pupils().List(ctx, store.PupilQuery{Limit: 2, After: next})
	require.NoError(t, err)
	require.Len(t, rest, 2)
	assert.Equal(t, "Corin Dilys", rest[0].Pupil.Name+" "+rest[1].Pupil.Name)
	assert.Empty(t, end)

	for range 3 {
		_, err := st.Shelf(briefs).Create(ctx, draft("Gate", "", "F#"))
		require.NoError(t, err)
	}
	page, err := st.Shelf(briefs).List(ctx, store.Query{Limit: 2})
	require.NoError(t, err)
	seen := map[string]bool{page.Kept[0].ID: true, page.Kept[1].ID: true}
	_, err = st.Shelf(briefs).Update(ctx, page.Kept[1].ID, 1, draft("Porch", "", "F#"))
	require.NoError(t, err)
	page, err = st.Shelf(briefs).List(ctx, store.Query{Limit: 2, After: page.Next})
	require.NoError(t, err)
	require.Len(t, page.Kept, 1)
	assert.False(t, seen[page.Kept[0].ID], "each thing once")

	for _, nowhere := range []string{"nowhere", "W10", "bnVsbA", page.Kept[0].ID} {
		_, _, err := st.Pupils().List(ctx, store.PupilQuery{Limit: 2, After: nowhere})
		assert.ErrorAs(t, err, new(store.NoPage), nowhere)
	}
}
