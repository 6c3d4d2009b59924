package rooms_test

import (
	"context"
	"errors"
	"fmt"
	"math/rand/v2"
	"net/http"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/rooms"
)

// counted opens rooms that know whether they are open.
type counted struct {
	t    *testing.T
	lock sync.Mutex
	open map[string]int
	ever map[string]int
}

func (c *counted) opens(_ context.Context, name, _ string) (rooms.Open, error) {
	c.lock.Lock()
	defer c.lock.Unlock()
	c.open[name]++
	c.ever[name]++
	assert.Equal(c.t, 1, c.open[name], "a room is open once: %s", name)
	return rooms.Open{Handler: http.NotFoundHandler(), Close: func() error {
		c.lock.Lock()
		defer c.lock.Unlock()
		c.open[name]--
		return nil
	}}, nil
}

func (c *counted) isOpen(name string) bool {
	c.lock.Lock()
	defer c.lock.Unlock()
	return c.open[name] == 1
}

func make4(t *testing.T, l rooms.Limits) (*rooms.Rooms, *counted) {
	t.Helper()
	dir := t.TempDir()
	for _, name := range []string{"hall", "attic", "shed", "porch"} {
		require.NoError(t, rooms.Make(dir, name))
	}
	c := &counted{t: t, open: map[string]int{}, ever: map[string]int{}}
	return rooms.New(dir, l, c.opens), c
}

func TestRoomsOpenAndClose(t *testing.T) {
	all, c := make4(t, rooms.Limits{Most: 2, Idle: time.Minute})
	names, err := all.Names()
	require.NoError(t, err)
	assert.Equal(t, []string{"attic", "hall", "porch", "shed"}, names)
	for _, wrong := range []string{"", "cellar", "..", "../hall", "Hall", "hall/", "a b"} {
		_, _, err := all.Enter(t.Context(), wrong)
		assert.ErrorIs(t, err, rooms.ErrNoRoom, wrong)
	}
	_, leave, err := all.Enter(t.Context(), "hall")
	require.NoError(t, err)
	require.NoError(t, all.Tidy(time.Now().Add(time.Hour)))
	assert.True(t, c.isOpen("hall"), "someone is in it")
	leave()
	require.NoError(t, all.Tidy(time.Now().Add(30*time.Second)))
	assert.True(t, c.isOpen("hall"), "it is not idle for long enough")
	require.NoError(t, all.Tidy(time.Now().Add(time.Hour)))
	assert.False(t, c.isOpen("hall"))
	for _, name := range names {
		_, leave, err := all.Enter(t.Context(), name)
		require.NoError(t, err)
		leave()
	}
	require.NoError(t, all.Tidy(time.Now()))
	assert.Equal(t, []bool{false, false, true, true}, []bool{c.isOpen("attic"), c.isOpen("hall"), c.isOpen("porch"),
		c.isOpen("shed")}, "beyond the most, the longest idle")
	assert.Equal(t, 2, all.OpenNow())
	require.NoError(t, all.Close())
	assert.Zero(t, all.OpenNow())
}

// However many come, go and tidy at once, a room is open once, and never closed under a guest.
func TestRoomsUnderManyGuests(t *testing.T) {
	all, c := make4(t, rooms.Limits{Most: 1, Idle: 0})
	var wait sync.WaitGroup
	var entered atomic.Int64
	for i := range 8 {
		wait.Go(func() {
			pick := rand.New(rand.NewPCG(uint64(i), 7))
			for range 400 {
				name := []string{"hall", "attic", "shed", "porch"}[pick.IntN(4)]
				_, leave, err := all.Enter(t.Context(), name)
				if !assert.NoError(t, err) {
					return
				}
				assert.True(t, c.isOpen(name), "closed under a guest: %s", name)
				entered.Add(1)
				leave()
				assert.NoError(t, all.Tidy(time.Now()))
			}
		})
	}
	wait.Wait()
	require.NoError(t, all.Close())
	assert.EqualValues(t, 3200, entered.Load())
	for name, n := range c.open {
		assert.Zero(t, n, name)
		assert.Greater(t, c.ever[name], 1, "it was closed and opened again: %s", name)
	}
}

// A room that does not open is tried again by the next guest.
func TestRoomThatDoesNotOpen(t *testing.T) {
	dir := t.TempDir()
	require.NoError(t, rooms.Make(dir, "hall"))
	tries := 0
	all := rooms.New(dir, rooms.Usual, func(context.Context, string, string) (rooms.Open, error) {
		if tries++; tries == 1 {
			return rooms.Open{}, errors.New("the disk is away")
		}
		return rooms.Open{Handler: http.NotFoundHandler(), Close: func() error { return nil }}, nil
	})
	_, _, err := all.Enter(t.Context(), "hall")
	assert.ErrorContains(t, err, "room hall: the disk is away")
	_, leave, err := all.Enter(t.Context(), "hall")
	require.NoError(t, err)
	leave()
	require.NoError(t, all.Close())
	assert.ErrorContains(t, rooms.Make(dir, fmt.Sprintf("%041d", 0)), "give 1 to 40")
}
