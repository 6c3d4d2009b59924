package server

import (
	"context"
	"net/http"
	"net/http/httptest"
	"sync"
	"testing"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// Answers on their way are bounded for a room and for all together; one that is through makes room for the next.
func TestAnswersOnTheirWayAreBounded(t *testing.T) {
	all := newQueue()
	reading := make(chan struct{})
	var under sync.WaitGroup
	began := make(chan struct{})
	ask := func(room queue, hold bool) (err error) {
		c := echo.New().NewContext(httptest.NewRequest(http.MethodGet, "/", nil), httptest.NewRecorder())
		return room.land(func(c *echo.Context) error {
			for range 2 { // twice in a request counts once
				if err := room.fly(c.Request().Context()); err != nil {
					return err
				}
			}
			if hold {
				began <- struct{}{}
				<-reading
			}
			return nil
		})(c)
	}
	hold := func(room queue, n int) {
		for range n {
			under.Go(func() { assert.NoError(t, ask(room, true)) })
			<-began
		}
	}
	first, second, third := all.ofRoom(), all.ofRoom(), all.ofRoom()
	hold(first, mostFlyingInRoom)
	require.ErrorIs(t, ask(first, false), echo.ErrServiceUnavailable, "one room has no more")
	hold(second, mostFlying-mostFlyingInRoom)
	require.ErrorIs(t, ask(third, false), echo.ErrServiceUnavailable, "nor have all together")
	require.NoError(t, third.fly(context.Background()), "what no request asks for is not counted")
	close(reading)
	under.Wait()
	for range 2 * mostFlying {
		require.NoError(t, ask(third, false))
	}
}

// The time that a body has grows with what has come.
func TestPatience(t *testing.T) {
	start := time.Date(2031, 1, 1, 0, 0, 0, 0, time.UTC)
	assert.Equal(t, grace, patience(start, 0).Sub(start))
	assert.Equal(t, grace+time.Hour, patience(start, 3600*leastRate).Sub(start))
	assert.Less(t, patience(start, 2<<30).Sub(start), 24*time.Hour, "the largest body ends within a day")
}
