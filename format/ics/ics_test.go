package ics_test

import (
	"bytes"
	"encoding/json"
	"os/exec"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/ladder"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
	"evenladder/format/ics"
)

// Reference: the npm library ical.js reads what was written.
func TestCalendarReadBack(t *testing.T) {
	hostile := "Bring; the, \"duet\"\\ — ♭ and a line that goes on for so long that a calendar has to fold it: " +
		strings.Repeat("häufig ", 12)
	b := brief.Brief{Instrument: brief.Instrument{ID: "mandolin"}, Scale: brief.Scale{Tonic: "B", Name: "dorian"}}
	start := calendar.MustParse("2026-12-28")
	weeks, err := schedule.Build(schedule.Request{
		Brief: b, Start: start, Weeks: 2, Days: []string{"mon", "thu"}, Missed: []calendar.Day{start.Add(3)},
		Own: []schedule.OwnDay{{Date: start, Items: []schedule.Item{{Kind: schedule.Play, Minutes: 9,
			What: hostile[:190], Brief: b, Rung: ladder.Step{PerBeat: 3, TempoBPM: 52}}}}},
	}, nil)
	require.NoError(t, err)
	var out bytes.Buffer
	require.NoError(t, ics.Write(&out, weeks, "Wenna", 3))
	for _, line := range strings.Split(strings.TrimSuffix(out.String(), "\r\n"), "\r\n") {
		assert.LessOrEqual(t, len(line), 75)
		assert.NotContains(t, line, "\n")
	}
	cmd := exec.Command("node", "reference/calendar.mjs")
	cmd.Dir, cmd.Stdin = "../../ui", &out
	data, err := cmd.Output()
	require.NoError(t, err, "the reference needs Node and make's front-end packages")
	var read struct {
		Version string
		Events  []struct {
			UID, Summary, Description, Start, End string
			AllDay                                bool
		}
	}
	require.NoError(t, json.Unmarshal(data, &read))
	assert.Equal(t, "2.0", read.Version)
	require.Len(t, read.Events, 3, "a missed day is no event")
	assert.Equal(t, "2026-12-28", read.Events[0].Start)
	assert.Equal(t, "2026-12-29", read.Events[0].End)
	assert.Equal(t, "2027-01-04", read.Events[1].Start)
	assert.Equal(t, "Practise 9 minutes", read.Events[0].Summary)
	assert.Contains(t, read.Events[0].Description, hostile[:190])
	ids := map[string]bool{}
	for _, e := range read.Events {
		assert.True(t, e.AllDay)
		assert.NotContains(t, e.UID, "Wenna")
		ids[e.UID] = true
	}
	assert.Len(t, ids, 3)

	var again bytes.Buffer
	require.NoError(t, ics.Write(&again, weeks, "Wenna", 3))
	assert.NotEmpty(t, again.String())
}
