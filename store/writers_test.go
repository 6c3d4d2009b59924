package store_test

import (
	"fmt"
	"os"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/store"
)

// writing is how long each goes on: for a few things, or as long as EVEN_LADDER_WRITING says, in make soak.
func writing(t *testing.T) func(done int) bool {
	long := os.Getenv("EVEN_LADDER_WRITING")
	if long == "" {
		return func(done int) bool { return done < 12 }
	}
	span, err := time.ParseDuration(long)
	require.NoError(t, err)
	end := time.Now().Add(span)
	return func(int) bool { return time.Now().Before(end) }
}

// Sixty-four writers at once, and readers beside them: nobody is told that the database is busy, and
// everything is there.
func TestManyWriters(t *testing.T) {
	s := open(t, t.TempDir())
	const writers = 64
	goesOn := writing(t)
	var all sync.WaitGroup
	var kept, longest atomic.Int64
	for w := range writers {
		all.Go(func() {
			for i := 0; goesOn(i); i++ {
				begun := time.Now()
				_, err := s.Shelf(briefs).Create(t.Context(), draft(fmt.Sprintf("%d-%d", w, i), "", "F#"))
				took := time.Since(begun)
				assert.NoError(t, err, "after %s", took)
				kept.Add(1)
				for was := longest.Load(); int64(took) > was && !longest.CompareAndSwap(was,
					int64(took)); was = longest.Load() {
				}
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
	assert.NoError(t, store.Exec(s, fmt.Sprintf("SELECT CASE WHEN (SELECT count(*) FROM saved) = %d THEN 1 ELSE json('no') END", kept.Load())))
	t.Logf("%d kept, the longest wait %s", kept.Load(), time.Duration(longest.Load()).Round(time.Millisecond))
}
