package server_test

import (
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"sync/atomic"
	"testing"
	"testing/fstest"
	"time"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/demo"
	"evenladder/server"
	"evenladder/server/api"
	"evenladder/store"
)

const dorian = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "dorian"}}`

type client struct {
	t    *testing.T
	base string
}

// homeShell is a page for home with nothing on it.
var homeShell = fstest.MapFS{"index.html": {Data: []byte(`<title>__TITLE__</title><meta content="__POLICY__"><style>p{}</style><script type="module">let a</script><script type="application/json">__PAGE__</script>`)}}

func start(t *testing.T) client {
	t.Helper()
	at := time.Date(2031, 3, 4, 9, 0, 0, 0, time.UTC)
	var looks atomic.Int64 // a second goes by with every look, from whichever request
	st, err := store.Open(t.Context(), t.TempDir(),
		func() time.Time { return at.Add(time.Duration(looks.Add(1)) * time.Second) })
	require.NoError(t, err)
	t.Cleanup(func() { st.Close() })
	front := fstest.MapFS{
		"index.html":    {Data: []byte(`<meta name="csp-nonce" content="__NONCE__">`)},
		"assets/app.js": {Data: []byte(`let a = 1`)},
		"mark.svg":      {Data: []byte(`<svg/>`)},
	}
	e, err := server.New(st, server.Options{Front: front, ForHome: homeShell, Program: "test",
		Log: slog.New(slog.NewTextHandler(io.Discard, nil))})
	require.NoError(t, err)
	s := httptest.NewServer(e)
	t.Cleanup(s.Close)
	return client{t, s.URL}
}

type answer struct {
	status int
	header http.Header
	body   string
}

func (c client) call(method, path, body string, headers ...string) answer {
	c.t.Helper()
	r, err := http.NewRequest(method, c.base+path, strings.NewReader(body))
	require.NoError(c.t, err)
	if body != "" {
		r.Header.Set("Content-Type", "application/json")
	}
	for i := 0; i+1 < len(headers); i += 2 {
		r.Header.Set(headers[i], headers[i+1])
		if headers[i] == "Host" {
			r.Host = headers[i+1]
		}
	}
	res, err := http.DefaultClient.Do(r)
	require.NoError(c.t, err)
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	require.NoError(c.t, err)
	return answer{res.StatusCode, res.Header, string(data)}
}

func (a answer) problem(t *testing.T) api.Problem {
	t.Helper()
	assert.Equal(t, "application/problem+json", a.header.Get("Content-Type"), a.body)
	var p api.Problem
	require.NoError(t, json.Unmarshal([]byte(a.body), &p), a.body)
	assert.Equal(t, a.status, p.Status)
	assert.NotEmpty(t, p.Title)
	return p
}

func into[T any](t *testing.T, a answer) T {
	t.Helper()
	var v T
	require.NoError(t, json.Unmarshal([]byte(a.body), &v), a.body)
	return v
}

func TestBadInputNamesTheField(t *testing.T) {
	c := start(t)
	big := `{"instrument": {"id": "` + strings.Repeat("x", 300<<10) + `"}}`
	for _, x := range []struct {
		method, path, body string
		status             int
		field, accepted    string
	}{
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "majr"}}`, 422,
			"scale.name", "give one of major"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar", "tuning": ["E2", "H2", "D3"]}, "scale": {"tonic": "C", "name": "major"}}`, 422, "instrument.tuning", "such as E2"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar", "frets": 0}, "scale": {"tonic": "C", "name": "major"}}`, 422, "instrument.frets", "give 1 to 36"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "formula": "2 3 5"}}`, 422,
			"scale.formula", "start with the root"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": ["guitar"]}}`, 422, "instrument.id", "give a text"},
		{"POST", "/api/v1/plan", `{"instrument": `, 422, "body", "give an object in { }"},
		{"POST", "/api/v1/plan", big, 413, "body", "128 kB"},
		{"POST", "/api/v1/plan/document?format=docx", dorian, 422, "format", "give one of pdf"},
		{"POST", "/api/v1/plan/document?format=pdf&paper=a3", dorian, 422, "paper", "one of a4 letter"},
		{"GET", "/api/v1/shelf/briefs/nosuchid", "", 404, "id", "give the id"},
		{"PUT", "/api/v1/shelf/briefs/nosuchid", `{"title": "x", "version": 1, "brief": ` + dorian + `}`, 404, "id",
			"give the id"},
		{"POST", "/api/v1/shelf/briefs", `{"title": " ", "brief": ` + dorian + `}`, 422, "title", "give 1 to 160"},
		{"POST", "/api/v1/shelf/briefs", `{"title": "x", "brief": {"instrument": {"id": "lute"}, "scale": {"tonic": "C", "name": "major"}}}`, 422, "brief.instrument.id", "give one of guitar"},
		{"POST", "/api/v1/shelf/briefs", `{"title": 5, "brief": ` + dorian + `}`, 422, "title", "give a"},
		{"POST", "/api/v1/shelf/instruments", `{"title": "x", "instrument": {"id": "guitar", "tuning": ["A1"]}}`, 422,
			"instrument.tuning", "give 3 to 12"},
		{"POST", "/api/v1/shelf/scales", `{"title": "x", "formula": "2 1"}`, 422, "formula", "give 3 to 12"},
		{"GET", "/api/v1/formula?text=1+2+x", "", 422, "formula", "give a number 1 to 7"},
		{"POST", "/api/v1/plan/why?note=99", dorian, 422, "note", "this box has notes 0 to 17"},
		{"POST", "/api/v1/plan/why?note=x", dorian, 400, "note", "give a whole number"},
		{"POST", "/api/v1/slide?frets=40", dorian, 422, "frets", "give -12 to 12"},
		{"POST", "/api/v1/nearest", `{"brief": ` + dorian + `, "changes": []}`, 422, "changes", "give 1 to 32"},
		{"POST", "/api/v1/compare", `{"first": ` + dorian +
			`, "second": {"instrument": {"id": "lute"}, "scale": {"tonic": "C", "name": "major"}}}`, 422,
			"second.instrument.id", "give one of guitar"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar", "capo": 40}, "scale": {"tonic": "C", "name": "major"}}`, 422, "instrument.capo", "give 0 for none to 21"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "hand": {"limitsMm": {"greatest": [1, 2]}}}`, 422, "hand.limitsMm.greatest", "give three in mm"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "names": "latin"}`, 422, "names", "give one of english"},
		{"GET", "/api/v1/shelf/briefs?q=" + strings.Repeat("x", 201), "", 422, "q", "give fewer"},
		{"GET", "/api/v1/shelf/briefs?limit=0", "", 422, "limit", "give 1 to 500"},
		{"GET", "/api/v1/shelf/briefs?after=x", "", 422, "after", "the next of the page before"},
		{"GET", "/api/v1/shelf/lutes", "", 422, "kind", "give one of briefs rounds"},
		{"POST", "/api/v1/shelf/rounds", `{"title": "x", "brief": ` + dorian + `}`, 422, "brief.round",
			"save it as a brief"},
		{"POST", "/api/v1/shelf/briefs", `{"title": "x"}`, 422, "brief", "give the brief to save"},
		{"POST", "/api/v1/shelf/briefs", `{"title": "x", "brief": ` + dorian + `, "colour": "red"}`, 422, "colour",
			"the fields here are"},
		{"POST", "/api/v1/compare", `{"first": ` + dorian + `, "third": 1}`, 422, "third",
			"the fields here are also first second"},
		{"POST", "/api/v1/nearest", `{"brief": ` + dorian + `, "changes": {"tonic": "C"}}`, 422, "changes",
			"give a list"},
		{"POST", "/api/v1/brief/choices?field=scale.colour", dorian, 422, "field", "give a path of the brief"},
		{"POST", "/api/v1/brief/change", `{"brief": ` + dorian + `, "change": {"scale.colour": "blue"}}`, 422,
			"change", "give a path of the brief"},
		{"POST", "/api/v1/brief/change", `{"brief": ` + dorian + `, "change": {"layout.box": "first"}}`, 422,
			"layout.box", "give a whole number"},
		{"POST", "/api/v1/brief/change", `{"brief": ` + dorian + `, "on": {"instrument": {"id": "lute"}}}`, 422,
			"on.instrument.id", "give one of"},
		{"GET", "/api/v1/nowhere", "", 404, "path", "openapi"},
		{"DELETE", "/api/v1/catalogue", "", 405, "method", "openapi"},
	} {
		a := c.call(x.method, x.path, x.body)
		assert.Equal(t, x.status, a.status, x.path+" "+a.body)
		p := a.problem(t)
		if assert.NotEmpty(t, p.Errors, a.body) {
			assert.Equal(t, x.field, p.Errors[0].Field)
			assert.Contains(t, p.Errors[0].Message, x.accepted)
		}
	}
	assert.Equal(t, 415, c.call("POST", "/api/v1/plan", dorian, "Content-Type", "text/plain").status)
}

// Every answer keeps to the written contract, field by field.
func TestABriefIsChanged(t *testing.T) {
	c := start(t)
	made := into[struct {
		Brief   brief.Brief
		Cleared []string
	}](t, c.call("POST", "/api/v1/brief/change", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "E", "name": "dorian"}, "layout": {"system": "five-form", "strings": [6,5,4], "lowFret": 10, "box": 2}, "rhythm": {"tempoBpm": 90}},
		"change": {"scale.tonic": "Ab", "rhythm.tempoBpm": null}, "on": {"instrument": {"id": "ukulele", "frets": 12}, "hand": {"limitsMm": {"comfortable": [30, 25, 25]}}}}`))
	assert.Equal(t, []string{"layout.strings", "layout.lowFret", "layout.box"}, made.Cleared)
	assert.Equal(t, "Ab", made.Brief.Scale.Tonic)
	assert.Nil(t, made.Brief.Rhythm.TempoBPM)
	assert.Equal(t, []float64{30, 25, 25}, made.Brief.Hand.LimitsMM.Comfortable)
	body, err := json.Marshal(made.Brief)
	require.NoError(t, err)
	assert.Equal(t, 200, c.call("POST", "/api/v1/plan", string(body)).status)
}

func TestAnswersKeepTheContract(t *testing.T) {
	c := start(t)
	doc, err := openapi3.NewLoader().LoadFromFile("../api/openapi.yaml")
	require.NoError(t, err)
	require.NoError(t, doc.Validate(t.Context()))
	check := func(schema string, a answer) {
		t.Helper()
		var v any
		require.NoError(t, json.Unmarshal([]byte(a.body), &v))
		assert.NoError(t, doc.Components.Schemas[schema].Value.VisitJSON(v, openapi3.MultiErrors()), schema)
	}
	check("Health", c.call("GET", "/healthz", ""))
	check("Catalogue", c.call("GET", "/api/v1/catalogue", ""))
	check("Problem", c.call("POST", "/api/v1/plan", `{}`))
	for _, in := range neck.Instruments() {
		for _, s := range layout.Systems {
			check("Plan", c.call("POST", "/api/v1/plan",
				`{"instrument": {"id": "`+in.ID+`", "leftHanded": true}, "scale": {"tonic": "Db", "name": "phrygian"}, "layout": {"system": "`+s.ID+`", "highFret": 12}}`))
		}
	}
	bodies := map[string]string{
		"briefs": `"brief": ` + dorian, "rounds": `"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "round": {}}`,
		"instruments": `"instrument": {"id": "bass", "frets": 15}`, "scales": `"formula": "1 b2 4 5"`,
		"ladders": `"ladder": {"brief": ` + dorian + `, "goal": {"perBeat": 4, "tempoBpm": 70}, "parts": ["up"]}`,
	}
	bodies["phrases"] = `"phrase": {"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "run": {"pattern": "phrase", "phrase": "1 b3/2 4/2 5*2"}}, "source": "the yard", "tags": ["two bars"]}`
	bodies["rounds"] = strings.Replace(bodies["rounds"], "{}", `{"order": "fifths"}`, 1)
	for _, kind := range store.Kinds {
		at := "/api/v1/shelf/" + kind.ID
		made := c.call("POST", at, `{"title": "x", `+bodies[kind.ID]+`}`)
		check("Kept", made)
		check("KeptList", c.call("GET", at, ""))
		check("Conflict", c.call("PUT", at+"/"+into[api.Kept](t, made).Id,
			`{"title": "y", "version": 7, `+bodies[kind.ID]+`}`))
	}
	for _, f := range brief.Fields.All() {
		check("Picker", c.call("POST", "/api/v1/brief/choices?field="+f.Path+"&text=3+4", dorian))
	}
	for _, group := range into[struct{ Groups []json.RawMessage }](t, c.call("POST", "/api/v1/brief/points",
		dorian)).Groups {
		check("PointGroup", answer{body: string(group)})
	}
	check("FormulaReport", c.call("GET", "/api/v1/formula?text=1+b2+4+5+b7", ""))
	for _, place := range brief.Wheres {
		check("Round", c.call("POST", "/api/v1/round",
			`{"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "round": {"place": "`+place.ID+`"}}`))
	}
	check("Problem", c.call("POST", "/api/v1/round",
		`{"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "round": {"order": "sideways"}}`))
	check("Score", c.call("POST", "/api/v1/plan/score",
		`{"instrument": {"id": "bass-5"}, "scale": {"tonic": "Db", "name": "harmonic-minor"}, "run": {"pattern": "arpeggios", "fit": "long-last"}, "rhythm": {"perBeat": 5}}`))
	check("Slide", c.call("POST", "/api/v1/slide?frets=1", dorian))
	check("Comparison", c.call("POST", "/api/v1/compare", `{"first": `+dorian+`, "second": `+dorian+`}`))
	for _, stop := range into[struct{ Stops []json.RawMessage }](t, c.call("POST", "/api/v1/nearest",
		`{"brief": `+dorian+`, "changes": [{"tonic": "Eb", "name": "mixolydian"}]}`)).Stops {
		check("NearestStop", answer{body: string(stop)})
	}
	check("Ladder", c.call("POST", "/api/v1/ladder",
		`{"brief": `+dorian+`, "log": [{"at": "2026-10-05T16:00:00Z", "perBeat": 1, "tempoBpm": 60, "result": "not-yet"}, {"at": "2026-10-05T16:02:00Z", "perBeat": 1, "tempoBpm": 60, "result": "not-yet"}, {"at": "2026-10-05T16:03:00Z", "perBeat": 1, "tempoBpm": 60, "result": "not-yet"}]}`))
	check("Take", c.call("POST", "/api/v1/take",
		`{"brief": `+dorian+`, "heard": [{"midi": 46, "onsetSec": 0.5}, {"midi": 48, "onsetSec": 0.92}]}`))
	check("LogEntry", c.call("POST", "/api/v1/log",
		`{"brief": `+dorian+`, "perBeat": 1, "tempoBpm": 60, "result": "clean"}`))
	check("Ladder", c.call("POST", "/api/v1/practise", `{"brief": `+dorian+`}`))
	check("FingerReason", c.call("POST", "/api/v1/plan/why?note=0", dorian))
	assert.Regexp(t, `^\{"why":"Index finger`, c.call("POST", "/api/v1/plan/why?note=0", dorian).body)
	for _, choice := range into[struct{ Choices []json.RawMessage }](t, c.call("POST", "/api/v1/plan/onward",
		dorian)).Choices {
		check("Choice", answer{body: string(choice)})
	}
}

func TestABriefIsKept(t *testing.T) {
	c := start(t)
	made := c.call("POST", "/api/v1/shelf/briefs", `{"title": " Rain day ", "notes": "slowly", "brief": `+dorian+`}`)
	require.Equal(t, 201, made.status, made.body)
	b := into[api.Kept](t, made)
	assert.Equal(t, "Rain day", b.Title)
	assert.Contains(t, b.Sentence, "lay B♭ Dorian out")
	at := "/api/v1/shelf/briefs/" + b.Id

	renamed := c.call("PUT", at, `{"title": "Wet day", "notes": "slowly", "version": 1, "brief": `+dorian+`}`)
	assert.Equal(t, 200, renamed.status, renamed.body)
	stale := c.call("PUT", at, `{"title": "Mine", "version": 1, "brief": `+dorian+`}`)
	assert.Equal(t, 409, stale.status)
	assert.Equal(t, "version", stale.problem(t).Errors[0].Field)
	assert.Equal(t, "Wet day", into[api.Conflict](t, stale).Current.Title, "the stored version is readable")
	assert.Equal(t, 422, c.call("PUT", at, `{"title": "x", "brief": `+dorian+`}`).status, "a version is needed")

	copied := into[api.Kept](t, c.call("POST", at+"/duplicate", ""))
	assert.Equal(t, "Wet day (copy)", copied.Title)
	assert.Equal(t, b.Sentence, copied.Sentence)
	assert.Equal(t, 204, c.call("DELETE", at, "").status)
	assert.Equal(t, []string{"Wet day (copy)"}, c.titles("briefs", ""))
	assert.Equal(t, 200, c.call("POST", at+"/restore", "").status)
	assert.ElementsMatch(t, []string{"Wet day (copy)", "Wet day"}, c.titles("briefs", "?q=wet+dorian"))
	assert.Empty(t, c.titles("briefs", "?q=zither"))
}

func (c client) titles(kind, query string) (titles []string) {
	for _, k := range into[api.KeptList](c.t, c.call("GET", "/api/v1/shelf/"+kind+query, "")).Kept {
		titles = append(titles, k.Title)
	}
	return titles
}

// Every kind goes through the same hands: set aside, listed as such, brought
// back, set aside again and gone for good.
func TestEveryKindIsSetAsideAndBroughtBack(t *testing.T) {
	for kind, body := range map[string]string{
		"briefs": `"brief": ` + dorian, "instruments": `"instrument": {"id": "guitar", "tuning": ["C2","G2","D3","G3","B3","D4"]}`, "scales": `"formula": " 1  b2 3 5 "`,
		"rounds": `"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "round": {"order": "fifths"}}`,
	} {
		c := start(t)
		k := into[api.Kept](t, c.call("POST", "/api/v1/shelf/"+kind, `{"title": "Slack", `+body+`}`))
		assert.Equal(t, kind, k.Kind)
		assert.NotEmpty(t, k.Sentence)
		at, aside := "/api/v1/shelf/"+kind+"/"+k.Id, "/api/v1/aside/"+kind+"/"+k.Id
		assert.Equal(t, 404, c.call("DELETE", aside, "").status, "only what was set aside is taken away for good")
		assert.Equal(t, 204, c.call("DELETE", at, "").status)
		assert.Empty(t, c.titles(kind, ""))
		set := into[api.ListAside200JSONResponse](t, c.call("GET", "/api/v1/aside?sort="+kind, "")).Things
		require.Len(t, set, 1)
		assert.Equal(t, "Slack", set[0].Title)
		assert.Empty(t, into[api.ListAside200JSONResponse](t, c.call("GET", "/api/v1/aside?sort=pupils", "")).Things)
		assert.Equal(t, "Slack", into[api.Kept](t, c.call("POST", at+"/restore", "")).Title)
		assert.Equal(t, 204, c.call("DELETE", at, "").status)
		assert.Equal(t, 204, c.call("DELETE", aside, "").status)
		assert.Equal(t, 404, c.call("POST", at+"/restore", "").status)
	}
	c := start(t)
	formula := into[api.Kept](t, c.call("POST", "/api/v1/shelf/scales",
		`{"title": "Gate", "formula": " 1  b2 3 5 "}`)).Formula
	require.NotNil(t, formula)
	assert.Equal(t, "1 b2 3 5", *formula, "written plainly")
}

// A shelf is read page by page: each thing once, the latest first.
func TestAShelfIsReadInPages(t *testing.T) {
	c := start(t)
	want := []string{}
	for i := range 7 {
		name := fmt.Sprintf("scale %d", i)
		want = append([]string{name}, want...)
		c.call("POST", "/api/v1/shelf/scales", `{"title": "`+name+`", "formula": "1 2 3"}`)
	}
	var got []string
	query := "?limit=3"
	for pages := 0; ; pages++ {
		require.Less(t, pages, 3)
		page := into[api.KeptList](t, c.call("GET", "/api/v1/shelf/scales"+query, ""))
		for _, k := range page.Kept {
			got = append(got, k.Title)
		}
		if page.Next == nil {
			break
		}
		query = "?limit=3&after=" + *page.Next
	}
	assert.Equal(t, want, got)
}

// However long a list of faults is, the answer stays short.
func TestManyFaultsAreSaidOnce(t *testing.T) {
	c := start(t)
	for field, entry := range map[string]string{
		`"layout": {"strings": [%s]}`: "99", `"run": {"order": [%s]}`: `"x"`, `"round": {"keys": [%s]}`: `"H"`,
		`"instrument": {"id": "guitar", "tuning": [%s]}`: `"H"`,
	} {
		list := strings.Repeat(entry+", ", 20_000) + entry
		a := c.call("POST", "/api/v1/round", `{"scale": {"tonic": "C", "name": "major"}, `+fmt.Sprintf(field, list)+`}`)
		assert.Equal(t, 422, a.status)
		assert.Less(t, len(a.body), 4_000, field)
	}
	fields := strings.Builder{}
	for i := range 5_000 {
		fmt.Fprintf(&fields, `"x%d": 1, `, i)
	}
	assert.Less(t, len(c.call("POST", "/api/v1/plan", `{`+fields.String()+`"y": 1}`).body), 4_000)
}

// A picker offers what is kept beside the catalogue, says what the brief has, and
// takes what is typed.
func TestPickersOfferWhatIsKept(t *testing.T) {
	c := start(t)
	c.call("POST", "/api/v1/shelf/instruments",
		`{"title": "Slack", "instrument": {"id": "guitar", "tuning": ["C2","G2","D3","G3","B3","D4"]}}`)
	c.call("POST", "/api/v1/shelf/scales", `{"title": "Gate", "formula": "1 b2 3 5"}`)
	first := func(query string) brief.Choice {
		p := into[brief.Picker](t, c.call("POST", "/api/v1/brief/choices?"+query, dorian))
		require.NotEmpty(t, p.Choices, query)
		return p.Choices[0]
	}
	assert.Equal(t, "Slack", first("field=instrument.id").Label)
	assert.Equal(t, "Gate", first("field=scale.name").Label)
	phrygian := first("field=scale.name&text=phryg")
	assert.Equal(t, []any{"Phrygian", "phrygian", nil}, []any{phrygian.Label, phrygian.Changes["scale.name"],
		phrygian.Changes["layout.box"]})
	assert.True(t, first("field=scale.name&text=dorian").Now)
	assert.True(t, first("field=scale.name&text=1+b2+6").Typed)
}

func TestDocuments(t *testing.T) {
	c := start(t)
	for format, want := range map[string]string{"pdf": "application/pdf", "svg": "image/svg+xml", "png": "image/png",
		"tab": "text/plain; charset=utf-8", "json": "application/json"} {
		a := c.call("POST", "/api/v1/plan/document?format="+format, dorian)
		assert.Equal(t, 200, a.status)
		assert.Equal(t, want, a.header.Get("Content-Type"))
		assert.Contains(t, a.header.Get("Content-Disposition"), `attachment; filename="b-flat-dorian-guitar.`)
	}
}

func TestPagesAndPolicy(t *testing.T) {
	c := start(t)
	one, two := c.call("GET", "/", ""), c.call("GET", "/saved", "")
	assert.Equal(t, 200, two.status, "the front end reads its own addresses")
	policy := one.header.Get("Content-Security-Policy")
	assert.Contains(t, policy, "script-src 'self';")
	assert.NotContains(t, policy, "unsafe")
	nonce := strings.Split(strings.Split(one.body, `content="`)[1], `"`)[0]
	assert.Contains(t, policy, "'nonce-"+nonce+"'")
	assert.NotContains(t, two.body, nonce, "a nonce is used once")
	assert.Contains(t, c.call("GET", "/assets/app.js", "").header.Get("Cache-Control"), "immutable")
	assert.Equal(t, "public, max-age=3600", c.call("GET", "/mark.svg", "").header.Get("Cache-Control"),
		"the browser asks for it with every address")
	assert.Equal(t, 404, c.call("GET", "/assets/none.js", "").status)
	assert.Equal(t, 200, c.call("GET", "/../../etc/passwd", "").status)
	assert.Contains(t, c.call("GET", "/../../etc/passwd", "").body, "csp-nonce")
	assert.Equal(t, "no-store", c.call("GET", "/api/v1/shelf/briefs", "").header.Get("Cache-Control"))
}

func TestRequestsFromElsewhereAreRefused(t *testing.T) {
	c := start(t)
	body := `{"title": "x", "brief": ` + dorian + `}`
	assert.Equal(t, 403, c.call("POST", "/api/v1/shelf/briefs", body, "Origin", "https://elsewhere.example",
		"Sec-Fetch-Site", "cross-site").status)
	assert.Equal(t, 403, c.call("GET", "/api/v1/shelf/briefs", "", "Host", "elsewhere.example").status,
		"another name for a loopback address")
	assert.Equal(t, 200, c.call("GET", "/api/v1/shelf/briefs", "", "Host", "localhost:99").status)
	assert.Empty(t, c.titles("briefs", ""))
}

func TestUnbuiltFrontEndIsSaid(t *testing.T) {
	_, err := server.New(nil, server.Options{Front: fstest.MapFS{}, ForHome: fstest.MapFS{}})
	assert.EqualError(t, err, "the front end is not built: run make build")
}

func TestDemoFillsTheStore(t *testing.T) {
	st, err := store.Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	defer st.Close()
	require.NoError(t, demo.Fill(t.Context(), st))
	seen := map[string]bool{}
	for _, kind := range store.Kinds {
		page, err := st.Shelf(kind.ID).List(t.Context(), store.Query{Limit: store.MaxListed})
		require.NoError(t, err)
		assert.GreaterOrEqual(t, len(page.Kept), 2, kind.ID)
		for i, k := range page.Kept {
			thing, err := kind.Thing(k.Draft)
			require.NoError(t, err)
			assert.NotEmpty(t, k.Sentence, k.Title)
			if thing.Brief != nil {
				seen[thing.Brief.Instrument.ID] = true
			}
			assert.True(t, i == 0 || page.Kept[i-1].UpdatedAt.After(k.UpdatedAt), "the latest first")
		}
	}
	for _, id := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		assert.True(t, seen[id], id)
	}
}
