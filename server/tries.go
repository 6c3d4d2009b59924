package server

import (
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// tries bounds how often a passphrase is tried: by each address, and by all together; and works on
// one at a time, as each takes memory.
type tries struct {
	lock    sync.Mutex
	working sync.Mutex
	all     *rate.Limiter
	byHost  map[string]*rate.Limiter
}

// Bounds of tries: a few at once, then one every so often.
const (
	triesAtOnce, triesEvery       = 5, 12 * time.Second
	allTriesAtOnce, allTriesEvery = 30, 2 * time.Second
	mostHosts                     = 10_000
)

func newTries() *tries {
	return &tries{all: rate.NewLimiter(rate.Every(allTriesEvery), allTriesAtOnce), byHost: map[string]*rate.Limiter{}}
}

func (t *tries) may(host string, now time.Time) bool {
	t.lock.Lock()
	defer t.lock.Unlock()
	if len(t.byHost) > mostHosts {
		clear(t.byHost) // the bound of all still holds
	}
	own, ok := t.byHost[host]
	if !ok {
		own = rate.NewLimiter(rate.Every(triesEvery), triesAtOnce)
		t.byHost[host] = own
	}
	return own.AllowN(now, 1) && t.all.AllowN(now, 1)
}

func (t *tries) one(try func() bool) bool {
	t.working.Lock()
	defer t.working.Unlock()
	return try()
}
