// Package rooms keeps the rooms of several teachers: each a data folder of its own, open while it is
// worked in and closed when it has been idle for a while.
package rooms

import (
	"context"
	"errors"
	"fmt"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"sync"
	"time"

	"evenladder/access"
)

// ErrNoRoom says that there is no room of a name.
var ErrNoRoom = errors.New("no such room")

// Open is a room that is worked in.
type Open struct {
	http.Handler
	Close func() error
}

// Limits are how many rooms are open at once, and for how long.
type Limits struct {
	Most int           // idle ones are closed beyond it, those idle the longest first
	Idle time.Duration // closed when nobody came for so long
}

// Usual are the limits of a machine that is not small.
var Usual = Limits{Most: 200, Idle: 10 * time.Minute}

// Rooms are the rooms of a folder.
type Rooms struct {
	dir    string
	limits Limits
	open   func(ctx context.Context, name, dir string) (Open, error)

	lock sync.Mutex // of places and what they count
	all  map[string]*place
	full chan struct{} // more are open than there should be
}

// place is a room, open or closed.
type place struct {
	working sync.Mutex // held while it opens or closes
	opened  *Open      // nil while it is closed

	guests int       // requests under way
	left   time.Time // when the last one went
}

// New gives the rooms of a data folder; open opens one.
func New(dir string, l Limits, open func(ctx context.Context, name, dir string) (Open, error)) *Rooms {
	return &Rooms{dir: filepath.Join(dir, "rooms"), limits: l, open: open, all: map[string]*place{},
		full: make(chan struct{}, 1)}
}

// Make makes a room in a data folder. One that is there stays as it is.
func Make(dir, name string) error {
	if err := access.ValidRoom(name); err != nil {
		return err
	}
	return os.MkdirAll(filepath.Join(dir, "rooms", name), 0o700)
}

// Names are the rooms there are, in order.
func (r *Rooms) Names() ([]string, error) {
	entries, err := os.ReadDir(r.dir)
	if errors.Is(err, os.ErrNotExist) {
		return nil, nil
	}
	var names []string
	for _, e := range entries {
		if e.IsDir() && access.ValidRoom(e.Name()) == nil {
			names = append(names, e.Name())
		}
	}
	slices.Sort(names)
	return names, err
}

// Dir is the folder of a room, or ErrNoRoom.
func (r *Rooms) Dir(name string) (string, error) {
	if access.ValidRoom(name) != nil {
		return "", ErrNoRoom
	}
	dir := filepath.Join(r.dir, name)
	if stat, err := os.Stat(dir); err != nil || !stat.IsDir() {
		return "", ErrNoRoom
	}
	return dir, nil
}

// Enter opens a room, where it is not open yet, and keeps it open until leave is called. ErrNoRoom
// where there is none.
func (r *Rooms) Enter(ctx context.Context, name string) (room http.Handler, leave func(), err error) {
	dir, err := r.Dir(name)
	if err != nil {
		return nil, nil, err
	}
	p := r.come(name)
	leave = func() { r.leave(p) }
	p.working.Lock()
	defer p.working.Unlock()
	if p.opened != nil {
		return p.opened, leave, nil
	}
	opened, err := r.open(ctx, name, dir)
	if err != nil {
		leave()
		return nil, nil, fmt.Errorf("room %s: %w", name, err)
	}
	p.opened = &opened
	if r.OpenNow() > r.limits.Most {
		select {
		case r.full <- struct{}{}:
		default: // it is known
		}
	}
	return p.opened, leave, nil
}

func (r *Rooms) come(name string) *place {
	r.lock.Lock()
	defer r.lock.Unlock()
	p, ok := r.all[name]
	if !ok {
		p = &place{}
		r.all[name] = p
	}
	p.guests++
	return p
}

func (r *Rooms) leave(p *place) {
	r.lock.Lock()
	defer r.lock.Unlock()
	p.guests--
	p.left = time.Now()
}

// idle are the places to close: those without guests that have been idle for long, and, beyond the
// most, those that have been idle the longest.
func (r *Rooms) idle(now time.Time) (out []*place) {
	r.lock.Lock()
	defer r.lock.Unlock()
	var quiet []*place
	open := 0
	for _, p := range r.all {
		if p.left.IsZero() && p.guests == 0 {
			continue // it never opened
		}
		open++
		if p.guests == 0 {
			quiet = append(quiet, p)
		}
	}
	slices.SortFunc(quiet, func(a, b *place) int { return a.left.Compare(b.left) })
	for _, p := range quiet {
		if now.Sub(p.left) < r.limits.Idle && open <= r.limits.Most {
			break
		}
		open--
		out = append(out, p)
	}
	return out
}

// shut closes a place, where nobody came meanwhile.
func (r *Rooms) shut(p *place) error {
	p.working.Lock()
	defer p.working.Unlock()
	r.lock.Lock()
	busy := p.guests > 0
	if !busy {
		p.left = time.Time{}
	}
	r.lock.Unlock()
	if busy || p.opened == nil {
		return nil
	}
	err := p.opened.Close()
	p.opened = nil
	return err
}

// Tidy closes rooms that are idle.
func (r *Rooms) Tidy(now time.Time) error {
	var errs []error
	for _, p := range r.idle(now) {
		errs = append(errs, r.shut(p))
	}
	return errors.Join(errs...)
}

// OpenNow is how many rooms are open.
func (r *Rooms) OpenNow() (n int) {
	r.lock.Lock()
	defer r.lock.Unlock()
	for _, p := range r.all {
		if p.guests > 0 || !p.left.IsZero() {
			n++
		}
	}
	return n
}

// Keep tidies now and then, and when many are open, until ctx ends.
func (r *Rooms) Keep(ctx context.Context, told func(error)) {
	tick := time.NewTicker(max(r.limits.Idle/20, time.Second))
	defer tick.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-tick.C:
		case <-r.full:
		}
		if err := r.Tidy(time.Now()); err != nil {
			told(err)
		}
	}
}

// Close closes every room, once nobody is in it any more: whoever answers has stopped before.
func (r *Rooms) Close() error {
	r.lock.Lock()
	places := make([]*place, 0, len(r.all))
	for _, p := range r.all {
		places = append(places, p)
	}
	r.lock.Unlock()
	var errs []error
	for _, p := range places {
		errs = append(errs, r.shut(p))
	}
	return errors.Join(errs...)
}
