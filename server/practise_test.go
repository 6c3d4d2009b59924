package server_test

import (
	"bytes"
	"encoding/base64"
	"net/url"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/take"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/format/smf"
	"evenladder/server/api"
)

// Tries are written down, the next rung comes from them, and one that is taken back
// counts no more.
func TestPractice(t *testing.T) {
	c := start(t)
	next := func() ladder.Ladder {
		return into[ladder.Ladder](t, c.call("POST", "/api/v1/practise",
			`{"brief": `+dorian+`, "from": {"perBeat": 1, "tempoBpm": 60}, "goal": {"perBeat": 2, "tempoBpm": 60}, "way": "subdivisions-first"}`))
	}
	try := func(perBeat, result string) api.LogEntry {
		a := c.call("POST", "/api/v1/log", `{"brief": `+dorian+`, "perBeat": `+perBeat+`, "tempoBpm": 60, "result": "`+result+`", "seconds": 31, "remark": "=1+1 slowly"}`)
		require.Equal(t, 201, a.status, a.body)
		return into[api.LogEntry](t, a)
	}
	assert.Equal(t, []any{0, "start"}, []any{next().Next, next().Step})
	try("1", "clean")
	last := try("1", "clean")
	assert.Equal(t, []any{1, "up"}, []any{next().Next, next().Step})
	assert.Equal(t, 204, c.call("POST", "/api/v1/log/"+last.Id+"/take-back", "").status)
	assert.Equal(t, 404, c.call("POST", "/api/v1/log/"+last.Id+"/take-back", "").status)
	assert.Equal(t, []any{0, "stay"}, []any{next().Next, next().Step})
	try("2", "not-yet")

	page := into[struct {
		Entries []api.LogEntry
		Next    string
	}](t, c.call("GET", "/api/v1/log?limit=1", ""))
	require.Len(t, page.Entries, 1)
	assert.Equal(t, 120, page.Entries[0].NotesPerMinute)
	assert.NotEmpty(t, page.Next)
	entries := func(brief, ladder string) int {
		a := c.call("GET", "/api/v1/log?ladder="+ladder+"&brief="+url.QueryEscape(brief), "")
		return len(into[struct{ Entries []api.LogEntry }](t, a).Entries)
	}
	assert.Equal(t, 2, entries(dorian, ""), "of this work")
	assert.Equal(t, 0, entries(dorian, "another"), "of a kept ladder")
	assert.Equal(t, 0, entries(`{"instrument": {"id": "bass"}, "scale": {"tonic": "Bb", "name": "dorian"}}`, ""),
		"of another work")
	assert.Equal(t, 422, c.call("GET", "/api/v1/log?brief=x", "").status)
	csv := c.call("GET", "/api/v1/log/csv", "").body
	lines := strings.Split(strings.TrimSpace(csv), "\n")
	require.Len(t, lines, 3, csv)
	assert.Equal(t, "at,work,perBeat,tempoBpm,notesPerMinute,result,seconds,remark,part,takeBytes", lines[0])
	assert.Contains(t, lines[1], "'=1+1 slowly", "no spreadsheet takes a remark for a formula")
	assert.Regexp(t, "in quarter notes at 60.*,1,60,60,clean,31,", lines[1])
	for body, want := range map[string]string{
		`{"brief": ` + dorian + `, "perBeat": 1, "tempoBpm": 60, "result": "grand"}`:                "give one of clean nearly not-yet",
		`{"brief": ` + dorian + `, "perBeat": 9, "tempoBpm": 60, "result": "clean"}`:                "rhythm.perBeat",
		`{"brief": ` + dorian + `, "perBeat": 1, "tempoBpm": 60, "result": "clean", "seconds": -1}`: "give 0 to 14400",
		`{"brief": ` + dorian + `, "perBeat": 1, "tempoBpm": 60, "result": "clean", "remark": "` + strings.Repeat("x",
			501) + `"}`: "more than 500",
		`{"brief": {"instrument": {"id": "harp"}, "scale": {"tonic": "C"}}, "perBeat": 1, "tempoBpm": 60, "result": "clean"}`: "no instrument is called",
	} {
		a := c.call("POST", "/api/v1/log", body)
		assert.Equal(t, 422, a.status)
		assert.Contains(t, a.body, want)
	}
	assert.Equal(t, 422, c.call("GET", "/api/v1/log?result=grand", "").status)
	assert.Equal(t, 422, c.call("GET", "/api/v1/log?limit=0", "").status)
	assert.Equal(t, 422, c.call("GET", "/api/v1/log?after=x", "").status)
}

// A take is judged from a MIDI file, or from notes.
func TestTakes(t *testing.T) {
	c := start(t)
	for body, want := range map[string]string{
		`{"brief": ` + dorian + `}`:                                          "no notes were heard",
		`{"brief": ` + dorian + `, "midi": "?"}`:                             "it isn't base64",
		`{"brief": ` + dorian + `, "midi": "UklGRgAAAABXQVZFZm10IA=="}`:      "cut off before its samples",
		`{"brief": {"instrument": {"id": "harp"}, "scale": {"tonic": "C"}}}`: "no instrument is called",
	} {
		a := c.call("POST", "/api/v1/take", body)
		assert.Equal(t, 422, a.status, body)
		assert.Contains(t, a.body, want)
	}
	b, err := brief.Parse([]byte(dorian))
	require.NoError(t, err)
	p, err := plan.Build(b)
	require.NoError(t, err)
	heard, err := take.Play(p.Piece(), take.Errors{Seed: 5, JitterMS: 6, Missed: 1})
	require.NoError(t, err)
	var file bytes.Buffer
	require.NoError(t, smf.WriteHeard(&file, p.Piece().Instrument, heard, 72))
	got := into[take.Take](t, c.call("POST", "/api/v1/take",
		`{"brief": `+dorian+`, "midi": "`+base64.StdEncoding.EncodeToString(file.Bytes())+`"}`))
	assert.Equal(t, []int{len(p.Run.Events), 1}, []int{got.Planned, got.Missed})
	assert.Equal(t, "nearly", string(got.Result), got.Why)
}

// A try that waited on a device says how long; it is in the log when it was.
func TestATryThatWaited(t *testing.T) {
	c := start(t)
	try := `{"brief": ` + dorian + `, "perBeat": 2, "tempoBpm": 60, "result": "clean"}`
	a := c.call("POST", "/api/v1/log", try, "Waited-Seconds", "7200")
	require.Equal(t, 201, a.status, a.body)
	e := into[api.LogEntry](t, a)
	now := into[api.LogEntry](t, c.call("POST", "/api/v1/log", try)).At
	assert.WithinDuration(t, now.Add(-2*time.Hour), e.At, time.Minute, "by the clock here, whatever the device's says")
	assert.Equal(t, "120 notes a minute", e.Measure)
	for wrong, status := range map[string]int{"-1": 422, "soon": 400, "7776001": 422, "1.5": 400} {
		a := c.call("POST", "/api/v1/log", try, "Waited-Seconds", wrong)
		assert.Equal(t, status, a.status, wrong)
		assert.Contains(t, a.body, "Waited-Seconds")
	}
	phrase := c.call("POST", "/api/v1/log", `{"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}, "run": {"pattern": "phrase", "phrase": "1 2 b3"}}, "perBeat": 1, "tempoBpm": 60, "result": "clean"}`)
	require.Equal(t, 201, phrase.status, phrase.body)
	assert.Equal(t, "60 beats a minute", into[api.LogEntry](t, phrase).Measure)
}
