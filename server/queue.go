package server

import (
	"context"
	"runtime"
	"runtime/debug"
	"time"

	"github.com/labstack/echo/v5"
)

// queue lets a few pieces of heavy work be done at a time, and a few wait.
type queue struct {
	room chan struct{} // those at work and those that wait
	work chan struct{} // those at work
	rest *time.Timer   // until memory is given back
}

// waiting is how many wait their turn.
const waiting = 8

// breather is how long after the last heavy work its memory is given back to the machine: what is
// light leaves too little behind for the collector to come by itself soon.
const breather = 10 * time.Second

// newQueue leaves half of the processors to what is light.
func newQueue() queue {
	workers := max(1, runtime.GOMAXPROCS(0)/2)
	rest := time.AfterFunc(breather, debug.FreeOSMemory)
	rest.Stop()
	return queue{make(chan struct{}, workers+waiting), make(chan struct{}, workers), rest}
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
	defer func() {
		<-q.work
		q.rest.Reset(breather)
	}()
	return work()
}
