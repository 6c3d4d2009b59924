package server_test

import (
	"context"
	"net/http"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const largeRound = `{"instrument": {"id": "guitar-8"}, "scale": {"tonic": "Ab", "name": "half-whole"}, "layout": {"system": "four-per-string"}, "round": {}}`

// Twenty large documents at once: a few are drawn, a few wait, the others are asked
// to come again; whoever goes leaves no work behind; small plans go on meanwhile.
func TestDrawingIsBounded(t *testing.T) {
	c := start(t)
	ctx, gone := context.WithCancel(t.Context())
	var wait sync.WaitGroup
	var lock sync.Mutex
	statuses := map[int]int{}
	for range 20 {
		wait.Go(func() {
			r, err := http.NewRequestWithContext(ctx, "POST", c.base+"/api/v1/round/document?format=png",
				strings.NewReader(largeRound))
			if !assert.NoError(t, err) {
				return
			}
			r.Header.Set("Content-Type", "application/json")
			res, err := http.DefaultClient.Do(r)
			if err != nil {
				return // it went away
			}
			defer res.Body.Close()
			lock.Lock()
			defer lock.Unlock()
			statuses[res.StatusCode]++
			if res.StatusCode == http.StatusServiceUnavailable {
				assert.NotEmpty(t, res.Header.Get("Retry-After"))
			}
		})
	}
	var took []time.Duration
	for range 20 {
		before := time.Now()
		require.Equal(t, 200, c.call("POST", "/api/v1/plan",
			`{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}}`).status)
		took = append(took, time.Since(before))
	}
	slices.Sort(took)
	t.Logf("small plans beside twenty large documents: median %v, worst %v", took[len(took)/2], took[len(took)-1])
	require.Eventually(t, func() bool {
		lock.Lock()
		defer lock.Unlock()
		return statuses[http.StatusServiceUnavailable] > 0
	}, 20*time.Second, 20*time.Millisecond, "with no room left it says so")
	gone()
	wait.Wait()
	require.Eventually(t, func() bool {
		return c.call("POST", "/api/v1/plan/document?format=svg",
			`{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}}`).status == 200
	}, 20*time.Second, 20*time.Millisecond, "what was given up makes room")
}

// HEAD is answered as GET, without a body; media types compare without case; what
// comes from elsewhere is refused by a problem document.
func TestHeadsAndRefusals(t *testing.T) {
	c := start(t)
	for _, path := range []string{"/", "/healthz", "/api/v1/catalogue"} {
		head, get := c.call("HEAD", path, ""), c.call("GET", path, "")
		assert.Equal(t, []any{200, get.header.Get("Content-Type"), ""}, []any{head.status,
			head.header.Get("Content-Type"), head.body}, path)
	}
	assert.Equal(t, 200, c.call("POST", "/api/v1/plan",
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}}`, "Content-Type",
		"Application/JSON; charset=UTF-8").status)
	refused := c.call("POST", "/api/v1/plan", `{}`, "Origin", "https://elsewhere.example", "Sec-Fetch-Site",
		"cross-site")
	assert.Equal(t, 403, refused.status)
	assert.Equal(t, "This request came from somewhere else", refused.problem(t).Title)
}
