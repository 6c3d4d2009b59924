package server

import (
	"net/netip"
	"sync"
	"time"

	"golang.org/x/time/rate"
)

// tries bounds how often a passphrase is tried: by each address, and by all together; and works on
// one at a time, as each takes memory. A device that signed in before has a bound of its own: whoever
// guesses meanwhile keeps no teacher out.
type tries struct {
	now     func() time.Time
	lock    sync.Mutex
	working sync.Mutex
	all     *rate.Limiter
	own     map[string]*rate.Limiter
}

// Bounds of tries: a few at once, then one every so often.
const (
	triesAtOnce, triesEvery       = 5, 12 * time.Second
	allTriesAtOnce, allTriesEvery = 30, 2 * time.Second
	mostOwn                       = 10_000
)

func newTries(now func() time.Time) *tries {
	return &tries{now: now, all: rate.NewLimiter(rate.Every(allTriesEvery), allTriesAtOnce), own: map[string]*rate.Limiter{}}
}

// may counts a try from an address, or from a device that signed in before where there is one.
func (t *tries) may(address, device string) bool {
	t.lock.Lock()
	defer t.lock.Unlock()
	now := t.now()
	if device != "" {
		return t.of("device "+device).AllowN(now, 1)
	}
	return t.of(networkOf(address)).AllowN(now, 1) && t.all.AllowN(now, 1)
}

func (t *tries) of(key string) *rate.Limiter {
	if len(t.own) > mostOwn {
		clear(t.own) // the bound of all still holds
	}
	own, ok := t.own[key]
	if !ok {
		own = rate.NewLimiter(rate.Every(triesEvery), triesAtOnce)
		t.own[key] = own
	}
	return own
}

// networkOf is what one household has of addresses: an IPv4 address, or 64 bits of an IPv6 one.
func networkOf(address string) string {
	a, err := netip.ParseAddr(address)
	if err != nil || a.Unmap().Is4() {
		return address
	}
	net, err := a.Prefix(64)
	if err != nil {
		return address
	}
	return net.String()
}

func (t *tries) one(try func() bool) bool {
	t.working.Lock()
	defer t.working.Unlock()
	return try()
}
