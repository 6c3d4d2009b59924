package server

import (
	"context"
	"runtime"

	"github.com/labstack/echo/v5"
)

// queue lets a few pieces of heavy work be done at a time, and a few wait.
type queue struct {
	room chan struct{} // those at work and those that wait
	work chan struct{} // those at work
}

// waiting is how many wait their turn.
const waiting = 8

// newQueue leaves half of the processors to what is light.
func newQueue() queue {
	workers := max(1, runtime.GOMAXPROCS(0)/2)
	return queue{make(chan struct{}, workers+waiting), make(chan struct{}, workers)}
}

// do does work when its turn comes. With no room left it gives
// echo.ErrServiceUnavailable; where the client is gone first, why.
func (q queue) do(ctx context.Context, work func() error) error {
	select {
	case q.room <- struct{}{}:
	default:
		return echo.ErrServiceUnavailable
	}
	defer func() { <-q.room }()
	select {
	case q.work <- struct{}{}:
	case <-ctx.Done():
		return ctx.Err()
	}
	defer func() { <-q.work }()
	return work()
}
