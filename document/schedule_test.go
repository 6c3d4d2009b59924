package document

import (
	"encoding/json"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/calendar"
	"evenladder/core/lesson/schedule"
	"evenladder/core/planning/brief"
	"evenladder/draw"
)

func TestWeeksAsFiles(t *testing.T) {
	weeks, err := schedule.Build(schedule.Request{Brief: brief.Brief{Instrument: brief.Instrument{ID: "bass"},
		Scale: brief.Scale{Tonic: "Ab", Name: "major"}}, Start: calendar.MustParse("2026-12-07"), Weeks: 6,
		Keys: "fourths"}, nil)
	require.NoError(t, err)
	c := Calendar{weeks, "casimir", 1, "Casimir: practice plan"}
	page, err := WriteCalendar("pdf", c, draw.Form{Paper: draw.A4})
	require.NoError(t, err)
	again, err := WriteCalendar("pdf", c, draw.Form{Paper: draw.A4})
	require.NoError(t, err)
	assert.Equal(t, page.Data, again.Data, "the same weeks give the same bytes")
	name := filepath.Join(t.TempDir(), "weeks.pdf")
	require.NoError(t, os.WriteFile(name, page.Data, 0o600))
	text, err := exec.Command("pdftotext", "-layout", name, "-").Output()
	require.NoError(t, err, "needs poppler-utils")
	for _, week := range weeks.Weeks {
		for _, day := range week.Days {
			assert.Contains(t, string(text), day.Date.Words())
			for _, item := range day.Items {
				assert.Contains(t, strings.Join(strings.Fields(string(text)), " "), strings.Fields(item.What)[0])
			}
		}
	}
	calendar, err := WriteCalendar("ics", c, draw.Form{})
	require.NoError(t, err)
	assert.Equal(t, 30, strings.Count(string(calendar.Data), "BEGIN:VEVENT"))
	whole, err := WriteCalendar("json", c, draw.Form{})
	require.NoError(t, err)
	var back schedule.Weeks
	require.NoError(t, json.Unmarshal(whole.Data, &back))
	assert.Equal(t, weeks, back)
	_, err = WriteCalendar("xls", c, draw.Form{})
	assert.ErrorContains(t, err, "pdf")
}
