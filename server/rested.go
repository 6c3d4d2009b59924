package server

import (
	"maps"
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
)

// rest is how far the end of an idle session moves before it is written down again: without it every
// request would be a write.
const rest = time.Hour

// mostRested is how many sessions it is known of; beyond it all are written down anew.
const mostRested = 10_000

// mostEnded bounds the ended sessions that are remembered.
const mostEnded = 10_000

// rested keeps sessions, and writes one down only where something in it changed or its end moved. One that was ended
// stays so: a request that was under way meanwhile does not bring it back.
type rested struct {
	Sessions
	codec scs.Codec

	lock  sync.Mutex
	last  map[string]written // by token
	ended map[string]bool    // by token
}

type written struct {
	values map[string]any
	until  time.Time
}

func newRested(s Sessions) *rested {
	return &rested{Sessions: s, codec: scs.GobCodec{}, last: map[string]written{}, ended: map[string]bool{}}
}

// Commit keeps a session until a time.
func (r *rested) Commit(token string, data []byte, until time.Time) error {
	_, values, err := r.codec.Decode(data)
	if err != nil {
		return err
	}
	r.lock.Lock()
	was, known := r.last[token]
	ended := r.ended[token]
	r.lock.Unlock()
	if ended {
		return nil
	}
	if known && until.Sub(was.until) < rest && maps.Equal(values, was.values) {
		return nil
	}
	if err := r.Sessions.Commit(token, data, until); err != nil {
		return err
	}
	r.lock.Lock()
	defer r.lock.Unlock()
	if len(r.last) >= mostRested {
		clear(r.last)
	}
	r.last[token] = written{values, until}
	return nil
}

// Delete ends a session.
func (r *rested) Delete(token string) error {
	r.lock.Lock()
	delete(r.last, token)
	if len(r.ended) >= mostEnded {
		clear(r.ended)
	}
	r.ended[token] = true
	r.lock.Unlock()
	return r.Sessions.Delete(token)
}
