package store_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/pupil"
	"evenladder/store"
)

// A row that cannot be read stands apart and is named; everything else goes on, page by page.
func TestUnreadableRowsStandApart(t *testing.T) {
	s := open(t, t.TempDir())
	var ids []string
	for _, title := range []string{"a", "b", "c", "d", "e"} {
		k, err := s.Shelf(briefs).Create(t.Context(), draft(title, "", "F#"))
		require.NoError(t, err)
		ids = append(ids, k.ID)
	}
	p, err := s.Pupils().Create(t.Context(), pupil.Pupil{Name: "Casimir"})
	require.NoError(t, err)
	found, err := s.Check(t.Context())
	require.NoError(t, err)
	assert.Empty(t, found)

	require.NoError(t, store.Exec(s, "UPDATE saved SET body = '{\"instrument\": 3' WHERE id = '"+ids[3]+"'"))
	require.NoError(t, store.Exec(s, "UPDATE saved SET body = '[1, 2]' WHERE id = '"+ids[1]+"'"))
	require.NoError(t, store.Exec(s, "UPDATE pupils SET body = 'null and void'"))
	assert.Equal(t, []string{"e", "c", "a"}, titles(t, s))
	var paged []string
	for after := ""; ; {
		page, err := s.Shelf(briefs).List(t.Context(), store.Query{Limit: 2, After: after})
		require.NoError(t, err)
		for _, k := range page.Kept {
			paged = append(paged, k.Title)
		}
		if after = page.Next; after == "" {
			break
		}
	}
	assert.Equal(t, []string{"e", "c", "a"}, paged)
	list, _, err := s.Pupils().List(t.Context(), store.PupilQuery{Limit: 9})
	require.NoError(t, err)
	assert.Empty(t, list)

	apart, err := s.Unreadable(t.Context())
	require.NoError(t, err)
	var named []string
	for _, d := range apart {
		named = append(named, d.Where+" "+d.ID)
		assert.Contains(t, d.What, "can't be read")
	}
	assert.ElementsMatch(t, []string{"saved briefs " + ids[3], "saved briefs " + ids[1], "pupils " + p.ID}, named)
	found, err = s.Check(t.Context())
	require.NoError(t, err)
	assert.Len(t, found, 3)
	_, err = s.Pupils().Get(t.Context(), p.ID)
	assert.ErrorAs(t, err, new(store.Unreadable))
}
