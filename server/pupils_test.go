package server_test

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/schedule"
	"evenladder/core/lesson/suggest"
	"evenladder/core/planning/brief"
	"evenladder/server/api"
	"evenladder/store"
)

// The clock of these tests stands on Tuesday 4 March 2031.
func (c client) pupil(name, more string) store.Pupil {
	c.t.Helper()
	a := c.call("POST", "/api/v1/pupils", `{"pupil": {"name": "`+name+`", "instrument": {"id": "bass"}`+more+`}}`)
	require.Equal(c.t, 201, a.status, a.body)
	return into[store.Pupil](c.t, a)
}

// What is set, tried and proposed of a pupil, as an afternoon goes.
func TestAnAfternoon(t *testing.T) {
	c := start(t)
	wenna := c.pupil("Wenna", `, "day": "tue", "at": "16:30", "minutes": 12`)
	c.pupil("Casimir", `, "day": "tue", "at": "9:45"`)
	c.pupil("Ottoline", `, "day": "thu", "at": "17:00"`)
	set := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments",
		`{"assignment": {"ladder": {"brief": `+dorian+`, "from": {"perBeat": 1, "tempoBpm": 60}, "goal": {"perBeat": 1, "tempoBpm": 66}}, "words": "Say the names."}}`)
	require.Equal(t, 201, set.status, set.body)
	a := into[store.Assignment](t, set)
	assert.Equal(t, "2031-03-04 2031-03-11 12", fmt.Sprint(a.Assignment.From, " ", a.Assignment.Until, " ",
		a.Assignment.Minutes), "until the next lesson, as many minutes as usual")

	try := func(tempo int, result string) {
		a := c.call("POST", "/api/v1/log", fmt.Sprintf(`{"brief": %s, "perBeat": 1, "tempoBpm": %d, "result": "%s", "pupil": "%s", "assignment": "%s"}`, dorian, tempo, result, wenna.ID, a.ID))
		require.Equal(t, 201, a.status, a.body)
	}
	try(60, "clean")
	try(60, "clean")
	day := into[api.Today](t, c.call("GET", "/api/v1/today", ""))
	assert.Equal(t, "2 lessons", day.Words)
	require.Len(t, day.Lessons, 2)
	assert.Equal(t, "Casimir Wenna", day.Lessons[0].Pupil.Pupil.Name+" "+day.Lessons[1].Pupil.Pupil.Name,
		"in the order of the day")
	assert.Equal(t, []string{"no assignments"}, day.Lessons[0].Attention)
	assert.Empty(t, day.Lessons[1].Attention)
	row := day.Lessons[1].Set[0]
	assert.Equal(t, "quarter notes at 66", row.Next)
	assert.Equal(t, "Clean at quarter notes at 60. Goal: quarter notes at 66. 2 tries over one day", row.Progress.Words)
	assert.Equal(t, "go-on", day.Lessons[1].Next.Kind)
	require.Len(t, day.Others, 1, "of another day, and wants a look")
	assert.Equal(t, "Monday 2031-03-03", day.Week[0].Name+" "+day.Week[0].Date.String())
	assert.Len(t, day.Week[1].Lessons, 2)
	assert.Equal(t, "1 lesson", into[api.Today](t, c.call("GET", "/api/v1/today?on=2031-03-06", "")).Words)

	try(66, "clean")
	try(66, "clean")
	work := into[api.PupilWork](t, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/work", ""))
	assert.True(t, work.Set[0].Progress.Reached)
	require.Equal(t, "next-key", work.Proposals[0].Kind)
	assert.Contains(t, work.Proposals[0].Sentence, "for Wenna")
	next := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments",
		`{"replaces": "`+a.ID+`", "assignment": {"ladder": `+asJSON(t, work.Proposals[0].Ladder)+`}}`)
	require.Equal(t, 201, next.status, next.body)
	open := into[api.PupilWork](t, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/work", ""))
	require.Len(t, open.Set, 1, "it takes the place of the one before")
	assert.Equal(t, 0, open.Set[0].Progress.Tries)

	late := into[api.Today](t, c.call("GET", "/api/v1/today?on=2031-03-18", ""))
	assert.Equal(t, []string{"one overdue", "no practice logged for 14 days"}, late.Lessons[1].Attention)
	m := into[suggest.Map](t, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/map", ""))
	assert.Equal(t, 4, m.Tries)
	assert.Equal(t, []string{"B♭"}, keysPlayed(m))
	assert.Equal(t, 0, into[suggest.Map](t, c.call("GET",
		"/api/v1/pupils/"+wenna.ID+"/map?from=2031-01-01&until=2031-03-03", "")).Tries, "of another stretch")
	assert.Equal(t, 422, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/map?from=2031-01-01&until=2030-01-01", "").status)
	assert.Equal(t, 422, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/map?from=yesterday", "").status)
	own := into[struct{ Entries []api.LogEntry }](t, c.call("GET", "/api/v1/log?pupil=", ""))
	assert.Empty(t, own.Entries, "none of them is the teacher's own")
}

func keysPlayed(m suggest.Map) (out []string) {
	for _, k := range m.Keys {
		if k.Tries > 0 {
			out = append(out, strings.ReplaceAll(k.Tonic, "b", "♭"))
		}
	}
	return out
}

func TestPupilRecord(t *testing.T) {
	c := start(t)
	p := c.pupil("Wenna", `, "notes": "Sits on a low chair."`)
	c.call("POST", "/api/v1/log", `{"brief": `+dorian+`, "perBeat": 1, "tempoBpm": 60, "result": "clean", "pupil": "`+p.ID+`", "remark": "in the kitchen"}`)
	data := c.call("GET", "/api/v1/pupils/"+p.ID+"/record", "").body
	for _, want := range []string{"Wenna", "low chair", "in the kitchen"} {
		assert.Contains(t, data, want)
	}
	assert.True(t, strings.HasPrefix(c.call("GET", "/api/v1/pupils/"+p.ID+"/record?format=pdf", "").body, "%PDF"))
	assert.Equal(t, 422, c.call("GET", "/api/v1/pupils/"+p.ID+"/record?format=xls", "").status)

	path := "/api/v1/pupils/" + p.ID
	assert.Equal(t, 404, c.call("DELETE", "/api/v1/aside/pupils/"+p.ID, "").status, "only what is set aside is erased")
	require.Equal(t, 204, c.call("DELETE", path, "").status)
	assert.Equal(t, 404, c.call("GET", path, "").status)
	assert.Len(t, into[api.ListAside200JSONResponse](t, c.call("GET", "/api/v1/aside?sort=pupils", "")).Things, 1)
	require.Equal(t, 200, c.call("POST", path+"/restore", "").status)
	require.Equal(t, 204, c.call("DELETE", path, "").status)
	require.Equal(t, 204, c.call("DELETE", "/api/v1/aside/pupils/"+p.ID, "").status)
	assert.Equal(t, 404, c.call("POST", path+"/restore", "").status)
	assert.NotContains(t, c.call("GET", "/api/v1/log", "").body, "in the kitchen", "the log is erased with it")
}

// A long record still makes a page, and says what it leaves to the file of data.
func TestALongRecord(t *testing.T) {
	c := start(t)
	p := c.pupil("Wenna", `, "notes": "`+strings.Repeat("long words ", 900)+`"`)
	for range 205 {
		a := c.call("POST", "/api/v1/pupils/"+p.ID+"/assignments",
			`{"assignment": {"words": "`+strings.Repeat("slowly ",
				140)+`", "sheets": {"what": "flat keys", "count": 3, "done": 0}}}`)
		require.Equal(t, 201, a.status, a.body)
	}
	page := c.call("GET", "/api/v1/pupils/"+p.ID+"/record?format=pdf", "")
	require.Equal(t, 200, page.status, page.body)
	assert.True(t, strings.HasPrefix(page.body, "%PDF"))
	assert.Equal(t, 205, strings.Count(c.call("GET", "/api/v1/pupils/"+p.ID+"/record", "").body, `"what": "flat keys"`))
}

func TestFitAndOpenings(t *testing.T) {
	c := start(t)
	p := c.pupil("Wenna", `, "hand": {"limitsMm": {"comfortable": [50, 40, 38]}}`)
	fitted := into[brief.Brief](t, c.call("POST", "/api/v1/pupils/"+p.ID+"/fit", dorian))
	assert.Equal(t, "Wenna", fitted.For)
	assert.Equal(t, []float64{50, 40, 38}, fitted.Hand.LimitsMM.Comfortable)
	mm := into[brief.Limits](t, c.call("POST", "/api/v1/hand/openings",
		`{"instrument": {"id": "guitar"}, "reached": [[5, 7], [7, 8], [8, 9]]}`))
	assert.Equal(t, []float64{53, 24, 23}, mm.Comfortable)
	for _, bad := range []string{`[[5, 7]]`, `[[5, 7], [7], [8, 9]]`, `[[5, 7], [7, 7], [8, 9]]`} {
		a := c.call("POST", "/api/v1/hand/openings", `{"instrument": {"id": "guitar"}, "reached": `+bad+`}`)
		assert.Equal(t, 422, a.status)
		assert.Contains(t, a.body, `"reached"`)
	}
}

// Weeks are kept with the log: days that went by without a try are missed, and what was to
// come on them comes later.
func TestKeptWeeks(t *testing.T) {
	c := start(t)
	p := c.pupil("Wenna", "")
	path := "/api/v1/pupils/" + p.ID + "/weeks"
	assert.Equal(t, 404, c.call("GET", path, "").status)
	request := `{"brief": ` + dorian + `, "start": "2031-03-02", "weeks": 2, "days": ["sun", "mon", "tue", "fri"], "minutes": 10, "boxes": true}`
	kept := c.call("PUT", path, `{"request": `+request+`}`)
	require.Equal(t, 200, kept.status, kept.body)
	w := into[api.KeptWeeks](t, kept)
	assert.True(t, w.Weeks.Weeks[0].Days[0].Missed)
	assert.False(t, w.Weeks.Weeks[0].Days[2].Missed, "today is not over")
	assert.Equal(t, 409, c.call("PUT", path, `{"request": `+request+`}`).status)
	assert.Equal(t, 200, c.call("PUT", path, `{"version": 1, "request": `+request+`}`).status)
	bad := c.call("PUT", path, `{"version": 2, "request": {"brief": `+dorian+`, "start": "2031-03-02", "weeks": 99}}`)
	assert.Equal(t, 422, bad.status)
	assert.Contains(t, bad.body, "request.weeks")
	assert.Contains(t, c.call("GET", path+"/file?format=ics", "").body, "BEGIN:VEVENT")
	assert.True(t, strings.HasPrefix(c.call("GET", path+"/file", "").body, "%PDF"))
	require.Equal(t, 204, c.call("DELETE", path, "").status)
	require.Equal(t, 200, c.call("POST", path+"/restore", "").status)

	over := c.call("PUT", path, `{"version": 2, "request": {"brief": `+dorian+`, "start": "2031-01-06", "weeks": 2, "keys": "fourths"}}`)
	require.Equal(t, 200, over.status, over.body)
	assert.Contains(t, over.body, "so the plan is unchanged",
		"weeks that went by untouched can still be seen and changed")
	assert.Len(t, into[api.KeptWeeks](t, over).Weeks.Weeks, 2)

	made := into[schedule.Weeks](t, c.call("POST", "/api/v1/schedule", request))
	assert.Len(t, made.Weeks, 2)
	assert.Contains(t, c.call("POST", "/api/v1/schedule/document?format=ics", request).body, "BEGIN:VCALENDAR")
	assert.Equal(t, 422, c.call("POST", "/api/v1/schedule/document?format=xls", request).status)
	assert.Contains(t, c.call("POST", "/api/v1/schedule", `{"brief": `+dorian+`, "start": "5 October"}`).body,
		"give a day such as")
}

func asJSON(t *testing.T, v any) string {
	t.Helper()
	data, err := json.Marshal(v)
	require.NoError(t, err)
	return string(data)
}

// A page goes home, what comes back is shown, and goes into the log once.
func TestThereAndBackFromHome(t *testing.T) {
	c := start(t)
	p := c.pupil("Wenna", "")
	other := c.pupil("Casimir", "")
	setTo := func(id string) store.Assignment {
		a := c.call("POST", "/api/v1/pupils/"+id+"/assignments",
			`{"assignment": {"words": "Slowly <now>.", "ladder": {"brief": `+dorian+`, "from": {"perBeat": 1, "tempoBpm": 60}, "goal": {"perBeat": 2, "tempoBpm": 60}}}}`)
		require.Equal(t, 201, a.status, a.body)
		return into[store.Assignment](t, a)
	}
	a, alien := setTo(p.ID), setTo(other.ID)
	make := func(body string) answer { return c.call("POST", "/api/v1/pupils/"+p.ID+"/home", body) }
	for _, bad := range []string{`{"week": true}`, `{}`, `{"assignments": []}`, `{"assignments": ["nothing"]}`,
		`{"assignments": ["` + alien.ID + `"]}`} {
		assert.Equal(t, 422, make(bad).status, bad)
	}
	made := make(`{"assignments": ["` + a.ID + `"]}`)
	require.Equal(t, 201, made.status, made.body)
	link := into[api.HomeLink](t, made)
	assert.Equal(t, "/home/"+link.Id, link.Path)
	assert.GreaterOrEqual(t, len(link.Id), 26, "nobody guesses it")
	assert.Empty(t, link.Reachable, "from here alone")
	page := c.call("GET", link.Path, "")
	assert.Equal(t, 200, page.status)
	assert.Contains(t, page.body, `Slowly \u003cnow\u003e.`)
	assert.NotContains(t, page.body, "Wenna")
	assert.Contains(t, page.header.Get("Content-Security-Policy"), "'sha256-")
	assert.Contains(t, c.call("GET", link.Path+"?download=1", "").header.Get("Content-Disposition"), "practice.html")

	minute := strconv.FormatInt(time.Date(2031, 3, 3, 17, 0, 0, 0, time.UTC).Unix()/60, 36)
	text := `EL1 ` + link.Id + ` 1.0.0.c.` + minute + `.40 2.0.0.c.` + minute + `.41 3.0.1.n.zzzzz.42`
	read := func(text, keep string) api.CameHome {
		a := c.call("POST", "/api/v1/homes/results", `{"text": `+asJSON(t, text)+keep+`}`)
		require.Equal(t, 200, a.status, a.body)
		return into[api.CameHome](t, a)
	}
	shown := read("Hello!\n"+text, "")
	assert.Equal(t, 3, shown.New)
	assert.Equal(t, "Wenna", shown.Pupils[0].Pupil.Name)
	assert.Equal(t, 0, into[api.PupilWork](t, c.call("GET", "/api/v1/pupils/"+p.ID+"/work", "")).Set[0].Progress.Tries,
		"shown is not kept")
	assert.Equal(t, 3, read(text+"\n"+text, `, "keep": true`).New, "a code that is read twice is one")
	again := read(text, `, "keep": true`)
	assert.Equal(t, 0, again.New)
	assert.True(t, again.Tries[0].There)
	log := into[struct{ Entries []api.LogEntry }](t, c.call("GET", "/api/v1/log?pupil="+p.ID, ""))
	require.Len(t, log.Entries, 3)
	assert.Equal(t, "2031-03-03T17:00:00Z", log.Entries[2].At.Format(time.RFC3339))
	assert.Equal(t, 2031, log.Entries[0].At.Year(), "a clock that goes ahead is set back")
	for _, bad := range []string{"EL1 nopage 1.0.0.c.a.1", `EL1 ` + link.Id + ` 1.0.400.c.a.1`, `EL1 ` + link.Id +
		` 1.3.0.c.a.1`, "hello"} {
		assert.Equal(t, 422, c.call("POST", "/api/v1/homes/results", `{"text": `+asJSON(t, bad)+`}`).status, bad)
	}
	require.Equal(t, 200, c.call("PUT", "/api/v1/pupils/"+p.ID+"/weeks",
		`{"request": {"brief": `+dorian+`, "start": "2031-03-03", "weeks": 2, "keys": "fourths"}}`).status)
	week := into[api.HomeLink](t, make(`{"week": true, "named": true}`))
	body := c.call("GET", week.Path, "").body
	assert.Contains(t, body, "Practice for Wenna")
	assert.Equal(t, 5, strings.Count(body, `"items":[`), "Tuesday to Friday and Monday")
	require.Equal(t, 204, c.call("DELETE", "/api/v1/homes/"+link.Id, "").status)
	assert.Equal(t, 404, c.call("GET", link.Path, "").status)
	assert.Equal(t, 404, c.call("DELETE", "/api/v1/homes/"+link.Id, "").status)
}

// Calls on the wire have the shape of the contract.
func TestCalls(t *testing.T) {
	c := start(t)
	a := c.call("POST", "/api/v1/calls", `{"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "D", "name": "major"}}, "kind": "numbers", "ask": ["6"]}`)
	assert.Equal(t, 200, a.status)
	assert.Contains(t, a.body, `"answer":{"string":4,"fret":7,"midi":35,"name":"B","degree":"6"}`)
	assert.Equal(t, 422, c.call("POST", "/api/v1/calls", `{"brief": `+dorian+`, "kind": "riddles"}`).status)
}
