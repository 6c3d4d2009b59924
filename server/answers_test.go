package server_test

import (
	"encoding/json"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	gojson "github.com/goccy/go-json"

	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/internal/plantest"
)

// A plan asked for again is the same answer, found by what the brief says and not by how
// it is written; whoever has it is told so.
func TestAnAnswerAskedForAgain(t *testing.T) {
	c := start(t)
	written := `{"scale": {"name": "dorian", "tonic": "E"},  "instrument": {"id": "guitar"}, "layout": {}}`
	first := c.call("POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "dorian"}}`)
	again := c.call("POST", "/api/v1/plan", written)
	tag := first.header.Get("ETag")
	require.NotEmpty(t, tag)
	assert.Equal(t, tag, again.header.Get("ETag"))
	assert.Equal(t, first.body, again.body)
	assert.Equal(t, "no-store", first.header.Get("Cache-Control"), "it may say for whom it is")

	has := c.call("POST", "/api/v1/plan", written, "If-None-Match", `"other", W/`+tag)
	assert.Equal(t, 304, has.status)
	assert.Empty(t, has.body)

	other := c.call("POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "F", "name": "dorian"}}`, "If-None-Match", tag)
	assert.Equal(t, 200, other.status)
	assert.NotEqual(t, first.body, other.body)
	score := c.call("POST", "/api/v1/plan/score", written)
	assert.NotEqual(t, first.body, score.body, "another operation of the same brief is wrong answer")

	for range 2 { // what is wrong is not kept as an answer
		assert.Equal(t, 422, c.call("POST", "/api/v1/plan",
			`{"instrument": {"id": "lute"}, "scale": {"tonic": "E", "name": "dorian"}}`).status)
	}
}

// The writer of answers writes what the standard library does.
func TestAnswersAreWrittenAsTheStandardDoes(t *testing.T) {
	same := func(t *rapid.T, v any) {
		want, err := json.Marshal(v)
		require.NoError(t, err)
		got, err := gojson.Marshal(v)
		require.NoError(t, err)
		require.Equal(t, string(want), string(got))
	}
	rapid.Check(t, func(t *rapid.T) {
		b := plantest.Any(t)
		if p, err := plan.Build(b); err == nil {
			same(t, p)
		}
		b.Round.Order = "fourths"
		if r, err := round.Build(b); err == nil {
			same(t, r)
		}
	})
}
