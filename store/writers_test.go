package store_test

import (
	"fmt"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"

	"evenladder/store"
)

// Sixty-four writers at once, and readers beside them: nobody is told that the database is busy, and
// everything is there.
func TestManyWriters(t *testing.T) {
	s := open(t, t.TempDir())
	const writers, each = 64, 12
	var all sync.WaitGroup
	for w := range writers {
		all.Go(func() {
			for i := range each {
				begun := time.Now()
				_, err := s.Shelf(briefs).Create(t.Context(), draft(fmt.Sprintf("%d-%d", w, i), "", "F#"))
				assert.NoError(t, err, "after %s", time.Since(begun))
				if i%4 == 0 {
					_, err := s.Shelf(briefs).List(t.Context(), store.Query{Limit: 5})
					assert.NoError(t, err)
				}
			}
		})
	}
	all.Wait()
	info, err := s.Shelf(briefs).List(t.Context(), store.Query{Limit: store.MaxListed})
	assert.NoError(t, err)
	assert.NotEmpty(t, info.Next)
	assert.NoError(t, store.Exec(s, fmt.Sprintf("SELECT CASE WHEN (SELECT count(*) FROM saved) = %d THEN 1 ELSE json('no') END", writers*each)))
}
