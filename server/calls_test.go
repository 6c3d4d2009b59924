package server_test

import (
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/call"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/worksheet"
	"evenladder/server/api"
	"evenladder/store"
)

const bassInAb = `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major"}}`

func (c client) sitting(body string) api.Sitting {
	c.t.Helper()
	a := c.call("POST", "/api/v1/sittings", body)
	require.Equal(c.t, 201, a.status, a.body)
	return into[api.Sitting](c.t, a)
}

type nextCalls struct {
	Calls      []call.Call
	Level      int
	LevelWords string
	Every      int
}

func TestTheKindsOfCalls(t *testing.T) {
	kinds := into[api.CallKinds](t, start(t).call("GET", "/api/v1/calls", ""))
	assert.Len(t, kinds.Kinds, len(call.Kinds))
	assert.Len(t, kinds.Sheets, len(worksheet.Kinds))
	assert.Equal(t, "place", kinds.Kinds[0].By)
	assert.NotEmpty(t, kinds.Kinds[0].Levels)
}

// A sitting of calls: answers are written down as they come, levels rise by them, and what was
// missed comes back sooner.
func TestASittingOfCalls(t *testing.T) {
	c := start(t)
	wenna := c.pupil("Wenna", "")
	s := c.sitting(`{"pupil": "` + wenna.ID + `", "calls": {"brief": ` + bassInAb + `, "kind": "numbers"}}`)
	assert.Equal(t, "numbers in A♭ major", s.Title)
	var said []string
	answer := func(right bool) {
		next := c.call("POST", "/api/v1/calls/next?sitting="+s.Id,
			fmt.Sprintf(`{"brief": %s, "kind": "numbers", "count": 1, "said": %s}`, bassInAb, asJSON(t, said)))
		require.Equal(t, 200, next.status, next.body)
		n := into[nextCalls](t, next)
		require.Len(t, n.Calls, 1)
		p := n.Calls[0].Answer.Place
		if !right {
			p.Fret++
		}
		marked := c.call("POST", "/api/v1/calls/mark?ms=1200&sitting="+s.Id,
			fmt.Sprintf(`{"brief": %s, "kind": "numbers", "said": %s, "answers": %q, "level": %d, "given": {"place": {"string": %d, "fret": %d}}}`, bassInAb, asJSON(t, said), n.Calls[0].Ask, n.Level, p.String, p.Fret))
		require.Equal(t, 200, marked.status, marked.body)
		assert.Equal(t, right, into[call.Marked](t, marked).Verdict == call.Right, marked.body)
		said = append(said, n.Calls[0].Ask)
	}
	level := func() int {
		return into[nextCalls](t, c.call("POST", "/api/v1/calls/next?sitting="+s.Id,
			`{"brief": `+bassInAb+`, "kind": "numbers", "count": 1}`)).Level
	}
	assert.Equal(t, 1, level())
	for range 11 {
		answer(true)
	}
	assert.Equal(t, 2, level(), "eleven right answers raise it")
	for range 12 {
		answer(false)
	}
	assert.Equal(t, 1, level(), "and as many wrong ones lower it")

	got := into[struct {
		Sitting   api.Sitting
		Summary   knowledge.Summary
		Answers   []knowledge.Answer
		Knowledge knowledge.Overview
	}](t, c.call("GET", "/api/v1/sittings/"+s.Id, ""))
	assert.Equal(t, 23, got.Sitting.Of)
	assert.Equal(t, 11, got.Summary.Right)
	assert.Equal(t, "11 of 23 right, half of them within 1.2 s.", got.Summary.Words)
	assert.NotEmpty(t, got.Summary.Missed)
	assert.Len(t, got.Answers, 23)

	list := into[struct{ Sittings []api.Sitting }](t, c.call("GET", "/api/v1/sittings?pupil="+wenna.ID, ""))
	require.Len(t, list.Sittings, 1)
	assert.Empty(t, into[struct{ Sittings []api.Sitting }](t, c.call("GET", "/api/v1/sittings", "")).Sittings,
		"none of it is the teacher's own")
	record := c.call("GET", "/api/v1/pupils/"+wenna.ID+"/record", "")
	assert.Contains(t, record.body, "numbers in A♭ major", "the record has it")

	assert.Equal(t, 204, c.call("DELETE", "/api/v1/sittings/"+s.Id, "").status)
	assert.Equal(t, 404, c.call("GET", "/api/v1/sittings/"+s.Id, "").status)
	assert.Equal(t, 204, c.call("POST", "/api/v1/sittings/"+s.Id+"/restore", "").status)
	assert.Equal(t, 200, c.call("GET", "/api/v1/sittings/"+s.Id, "").status)
}

// What was found on the neck is known; nonsense is not written down.
func TestKnowledgeOfTheNeck(t *testing.T) {
	c := start(t)
	s := c.sitting(`{"calls": {"brief": ` + bassInAb + `, "kind": "name"}}`)
	mark := func(text string) string {
		a := c.call("POST", "/api/v1/calls/mark?sitting="+s.Id,
			`{"brief": `+bassInAb+`, "kind": "name", "answers": "3/6", "given": {"text": "`+text+`"}}`)
		require.Equal(t, 200, a.status, a.body)
		return into[call.Marked](t, a).Verdict
	}
	knows := func() knowledge.Overview {
		return into[knowledge.Overview](t, c.call("POST", "/api/v1/knowledge", bassInAb))
	}
	assert.Equal(t, "No notes asked yet (52 places up to fret 12).", knows().Words)
	assert.Equal(t, call.Again, mark("erm"))
	assert.Equal(t, 0, knows().Asked)
	assert.Equal(t, call.Wrong, mark("D"))
	assert.Equal(t, 0, knows().Knows)
	assert.Equal(t, 1, knows().Asked)
	assert.Equal(t, call.Right, mark("es"))
	k := knows()
	assert.Equal(t, 1, k.Knows)
	assert.Contains(t, k.Words, "Knows 1 of 52 places up to fret 12; weakest: string ")
	guitar := into[knowledge.Overview](t, c.call("POST", "/api/v1/knowledge", dorianOn("guitar")))
	assert.Equal(t, 0, guitar.Knows, "the A string of a guitar sounds an octave higher")
}

func dorianOn(instrument string) string {
	return `{"instrument": {"id": "` + instrument + `"}, "scale": {"tonic": "Bb", "name": "dorian"}}`
}

// Ten days of sheets are set, handed in item by item, and counted.
func TestSheetsAreHandedIn(t *testing.T) {
	c := start(t)
	wenna := c.pupil("Wenna", "")
	sheets := `{"kind": "spell", "keys": ["F", "Bb", "Eb"], "days": 10, "perDay": 2}`
	set := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments",
		`{"assignment": {"sheets": {"worksheet": `+sheets+`}}}`)
	require.Equal(t, 201, set.status, set.body)
	a := into[store.Assignment](t, set)
	assert.Equal(t, "Scales: major, F B♭ E♭", a.Assignment.Sheets.What)
	assert.Equal(t, 20, a.Assignment.Sheets.Count)
	hand := func(sheet int) api.Sitting {
		return c.sitting(fmt.Sprintf(`{"pupil": %q, "assignment": %q, "worksheet": %s, "sheet": %d, "items": [true, false, true]}`, wenna.ID, a.ID, sheets, sheet))
	}
	first := hand(1)
	assert.Equal(t, "Scales: major, sheet 1 of 20: 2 of 3", fmt.Sprintf("%s: %d of %d", first.Title, first.Right,
		first.Of))
	hand(1)
	hand(4)
	work := into[api.PupilWork](t, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/work", ""))
	assert.Equal(t, "2 of 20 sheets done", work.Set[0].Progress.Words, "the same sheet counts once")
	k := into[knowledge.Overview](t, c.call("POST", "/api/v1/knowledge?pupil="+wenna.ID, bassInAb))
	var known []string
	for _, key := range k.Keys {
		if key.Asked {
			known = append(known, fmt.Sprintf("%s %.0f", key.Tonic, key.Known))
		}
	}
	assert.Equal(t, "F 1 Bb 0 Eb 1", strings.Join(known, " "))
}

func TestWorksheetFiles(t *testing.T) {
	c := start(t)
	made := into[worksheet.Worksheet](t, c.call("POST", "/api/v1/worksheet", `{"kind": "spell", "keys": ["F"]}`))
	assert.Equal(t, "F G A Bb C D E F", strings.Join(made.Sheets[0].Items[0].Answer, " "))
	pdf := c.call("POST", "/api/v1/worksheet/document?format=pdf&answers=true&paper=letter",
		`{"kind": "neck", "days": 3}`)
	require.Equal(t, 200, pdf.status, pdf.body)
	assert.True(t, strings.HasPrefix(pdf.body, "%PDF"))
	item := c.call("POST", "/api/v1/worksheet/document?format=svg&sheet=1&item=2", `{"kind": "staff"}`)
	require.Equal(t, 200, item.status)
	assert.Contains(t, item.body, "<svg")
	judged := into[worksheet.Judged](t, c.call("POST", "/api/v1/worksheet/judge",
		`{"kind": "spell", "keys": ["F"], "sheet": 1, "item": 1, "given": ["f", "g", "a", "b"], "step": "signs"}`))
	assert.Equal(t, []string{"right", "right", "right", "wrong", "empty", "empty", "empty", "empty"}, judged.Blanks)

	wenna := c.pupil("Wenna", "")
	require.Equal(t, 201, c.call("POST", "/api/v1/log",
		`{"brief": `+dorianOn("bass")+`, "perBeat": 1, "tempoBpm": 60, "result": "clean", "pupil": "`+wenna.ID+`"}`).status)
	boxes := `{"kind": "boxes", "keys": ["Bb"], "scale": "dorian", "brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "Bb", "name": "dorian"}}}`
	all := c.call("POST", "/api/v1/worksheet/document?format=svg", boxes)
	holes := c.call("POST", "/api/v1/worksheet/document?format=svg&pupil="+wenna.ID, boxes)
	require.Equal(t, 200, holes.status, holes.body)
	assert.NotEqual(t, all.body, holes.body, "what was never played stands out")
}

func TestBadCallRequests(t *testing.T) {
	c := start(t)
	for path, body := range map[string]string{
		"/api/v1/calls/next?sitting=none": `{"brief": ` + bassInAb + `, "kind": "numbers"}`,
		"/api/v1/sittings":                `{}`,
		"/api/v1/calls/mark?ms=-1": `{"brief": ` + bassInAb +
			`, "kind": "name", "answers": "3/6", "given": {"text": "x"}}`,
		"/api/v1/calls/mark": `{"brief": ` + bassInAb +
			`, "kind": "name", "answers": "3/6", "given": {}}`,
		"/api/v1/worksheet":                              `{"kind": "spell", "days": 100}`,
		"/api/v1/worksheet/document?format=midi":         `{"kind": "spell"}`,
		"/api/v1/worksheet/document?format=pdf&paper=a3": `{"kind": "spell"}`,
		"/api/v1/worksheet/judge":                        `{"kind": "spell", "sheet": 9, "item": 1, "given": []}`,
	} {
		a := c.call("POST", path, body)
		assert.Contains(t, []int{404, 422}, a.status, path+" "+a.body)
	}
	assert.Equal(t, 422, c.call("POST", "/api/v1/sittings",
		`{"worksheet": {"kind": "spell", "keys": ["F"]}, "sheet": 1, "items": []}`).status)
	assert.Equal(t, 404, c.call("POST", "/api/v1/sittings",
		`{"pupil": "nobody", "calls": {"brief": `+bassInAb+`, "kind": "numbers"}}`).status)
	assert.Equal(t, 404, c.call("DELETE", "/api/v1/sittings/none", "").status)
	assert.Equal(t, 422, c.call("GET", "/api/v1/sittings?after=x", "").status)
}
