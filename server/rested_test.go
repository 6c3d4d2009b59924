package server

import (
	"testing"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/alexedwards/scs/v2/memstore"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// counted counts what is written.
type counted struct {
	*memstore.MemStore
	n int
}

func (c *counted) Commit(token string, data []byte, until time.Time) error {
	c.n++
	return c.MemStore.Commit(token, data, until)
}

// A session that only goes on is written once an hour; one that changed, or was ended and came again,
// at once.
func TestSessionsRest(t *testing.T) {
	under := &counted{MemStore: memstore.New()}
	r := newRested(under)
	now := time.Now()
	commit := func(values map[string]any, until time.Duration) int {
		data, err := scs.GobCodec{}.Encode(now.Add(24*time.Hour), values)
		require.NoError(t, err)
		require.NoError(t, r.Commit("token", data, now.Add(until)))
		return under.n
	}
	in := map[string]any{signedIn: "mark", signedAs: "Wren"}
	assert.Equal(t, 1, commit(in, 0))
	assert.Equal(t, 1, commit(in, time.Minute))
	assert.Equal(t, 1, commit(in, 59*time.Minute))
	assert.Equal(t, 2, commit(in, 61*time.Minute))
	assert.Equal(t, 3, commit(map[string]any{signedIn: "mark", signedAs: "Moss"}, 62*time.Minute))
	require.NoError(t, r.Delete("token"))
	_, found, err := r.Find("token")
	require.NoError(t, err)
	assert.False(t, found)
	assert.Equal(t, 3, commit(in, 62*time.Minute), "one that was ended stays so")
	assert.Error(t, r.Commit("token", []byte("no session"), now))
}
