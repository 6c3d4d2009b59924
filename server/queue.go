package server

import (
	"context"
	"runtime"
	"runtime/debug"
	"time"

	"github.com/labstack/echo/v5"
)

// queue lets a few pieces of heavy work be done at a time, and a few wait.
//
// What it made is in memory until its client has it: so many answers are on their way at a time, of one room and of all,
// and those beyond are refused.
type queue struct {
	flying, mine chan struct{} // answers on their way: of all rooms, of this one
	room         chan struct{} // those at work and those that wait
	work         chan struct{} // those at work
	rest         *time.Timer   // until memory is given back
}

// waiting is how many wait their turn; answers are on their way at a time.
const (
	waiting          = 8
	mostFlying       = 24
	mostFlyingInRoom = 16
)

// breather is how long after the last heavy work its memory is given back to the machine: what is
// light leaves too little behind for the collector to come by itself soon.
const breather = 10 * time.Second

// newQueue leaves half of the processors to what is light.
func newQueue() queue {
	workers := max(1, runtime.GOMAXPROCS(0)/2)
	rest := time.AfterFunc(breather, debug.FreeOSMemory)
	rest.Stop()
	return queue{make(chan struct{}, mostFlying), nil, make(chan struct{}, workers+waiting), make(chan struct{}, workers), rest}
}

// ofRoom is the queue as one room has it.
func (q queue) ofRoom() queue {
	q.mine = make(chan struct{}, mostFlyingInRoom)
	return q
}

// flight is the answer of a request: what it holds until it is through.
type flight struct{ held []chan struct{} }

type flightKey struct{}

// land gives back what an answer held once it is through.
func (q queue) land(next echo.HandlerFunc) echo.HandlerFunc {
	return func(c *echo.Context) error {
		f := &flight{}
		defer func() {
			for _, of := range f.held {
				<-of
			}
		}()
		r := c.Request()
		c.SetRequest(r.WithContext(context.WithValue(r.Context(), flightKey{}, f)))
		return next(c)
	}
}

// fly counts an answer that may be large, or gives echo.ErrServiceUnavailable where too many are on their way.
func (q queue) fly(ctx context.Context) error {
	f, ok := ctx.Value(flightKey{}).(*flight)
	if !ok || len(f.held) > 0 {
		return nil
	}
	for _, of := range []chan struct{}{q.mine, q.flying} {
		if of == nil {
			continue
		}
		select {
		case of <- struct{}{}:
			f.held = append(f.held, of)
		default:
			return echo.ErrServiceUnavailable
		}
	}
	return nil
}

// do does work when its turn comes. With no room left it gives
// echo.ErrServiceUnavailable; where the client is gone first, why.
func (q queue) do(ctx context.Context, work func() error) error {
	if err := q.fly(ctx); err != nil {
		return err
	}
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
