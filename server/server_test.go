package server_test

import (
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/getkin/kin-openapi/openapi3"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/round"
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

func start(t *testing.T) client {
	t.Helper()
	st, err := store.Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { st.Close() })
	front := fstest.MapFS{
		"index.html":    {Data: []byte(`<meta name="csp-nonce" content="__NONCE__">`)},
		"assets/app.js": {Data: []byte(`let a = 1`)},
	}
	e, err := server.New(st, front, slog.New(slog.NewTextHandler(io.Discard, nil)))
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
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "majr"}}`, 422, "scale.name", "give one of major"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar", "tuning": ["E2", "H2", "D3"]}, "scale": {"tonic": "C", "name": "major"}}`, 422, "instrument.tuning", "such as E2"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar", "frets": 0}, "scale": {"tonic": "C", "name": "major"}}`, 422, "instrument.frets", "give 1 to 36"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "formula": "2 3 5"}}`, 422, "scale.formula", "begin with the root"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": ["guitar"]}}`, 422, "instrument.id", "give a text"},
		{"POST", "/api/v1/plan", `{"instrument": `, 422, "body", "give an object such as"},
		{"POST", "/api/v1/plan", big, 413, "body", "128 kB"},
		{"POST", "/api/v1/plan/document?format=docx", dorian, 422, "format", "give one of pdf"},
		{"POST", "/api/v1/plan/document?format=pdf&paper=a3", dorian, 422, "paper", "a4 or letter"},
		{"GET", "/api/v1/briefs/nosuchid", "", 404, "id", "give the id"},
		{"PUT", "/api/v1/briefs/nosuchid", `{"title": "x", "version": 1, "brief": ` + dorian + `}`, 404, "id", "give the id"},
		{"POST", "/api/v1/briefs", `{"title": " ", "brief": ` + dorian + `}`, 422, "title", "give 1 to 160"},
		{"POST", "/api/v1/briefs", `{"title": "x", "brief": {"instrument": {"id": "lute"}, "scale": {"tonic": "C", "name": "major"}}}`, 422, "brief.instrument.id", "give one of guitar"},
		{"POST", "/api/v1/briefs", `{"title": 5, "brief": ` + dorian + `}`, 422, "title", "give a"},
		{"POST", "/api/v1/instruments", `{"name": "x", "instrument": {"id": "guitar", "tuning": ["A1"]}}`, 422, "instrument.tuning", "give 3 to 12"},
		{"POST", "/api/v1/scales", `{"name": "x", "formula": "2 1"}`, 422, "formula", "give 3 to 12"},
		{"GET", "/api/v1/formula?text=1+2+x", "", 422, "formula", "give a number 1 to 7"},
		{"POST", "/api/v1/plan/why?note=99", dorian, 422, "note", "this box has notes 0 to 17"},
		{"POST", "/api/v1/plan/why?note=x", dorian, 422, "note", "give a whole number"},
		{"POST", "/api/v1/slide?frets=40", dorian, 422, "frets", "give -12 to 12"},
		{"POST", "/api/v1/nearest", `{"brief": ` + dorian + `, "changes": []}`, 422, "changes", "give 1 to 32"},
		{"POST", "/api/v1/compare", `{"first": ` + dorian + `, "second": {"instrument": {"id": "lute"}, "scale": {"tonic": "C", "name": "major"}}}`, 422, "second.instrument.id", "give one of guitar"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar", "capo": 40}, "scale": {"tonic": "C", "name": "major"}}`, 422, "instrument.capo", "give 0 for none to 21"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "hand": {"limitsMm": {"greatest": [1, 2]}}}`, 422, "hand.limitsMm.greatest", "give three in mm"},
		{"POST", "/api/v1/plan", `{"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "names": "latin"}`, 422, "names", "give one of english"},
		{"GET", "/api/v1/briefs?q=" + strings.Repeat("x", 201), "", 422, "q", "give fewer"},
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
func TestAnswersKeepTheContract(t *testing.T) {
	c := start(t)
	doc, err := api.GetSpec()
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
			check("Plan", c.call("POST", "/api/v1/plan", `{"instrument": {"id": "`+in.ID+`", "leftHanded": true}, "scale": {"tonic": "Db", "name": "phrygian"}, "layout": {"system": "`+s.ID+`", "highFret": 12}}`))
		}
	}
	saved := c.call("POST", "/api/v1/briefs", `{"title": "x", "brief": `+dorian+`}`)
	check("SavedBrief", saved)
	check("SavedBriefList", c.call("GET", "/api/v1/briefs", ""))
	check("OwnInstrument", c.call("POST", "/api/v1/instruments", `{"name": "x", "instrument": {"id": "bass", "frets": 15}}`))
	check("OwnInstrumentList", c.call("GET", "/api/v1/instruments", ""))
	scale := c.call("POST", "/api/v1/scales", `{"name": "x", "formula": "1 b2 4 5"}`)
	check("OwnScale", scale)
	check("OwnScaleList", c.call("GET", "/api/v1/scales", ""))
	check("ScaleConflict", c.call("PUT", "/api/v1/scales/"+into[api.OwnScale](t, scale).Id, `{"name": "y", "formula": "1 4 5", "version": 7}`))
	check("FormulaReport", c.call("GET", "/api/v1/formula?text=1+b2+4+5+b7", ""))
	for _, place := range round.Places {
		check("Round", c.call("POST", "/api/v1/round", `{"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "round": {"place": "`+place.ID+`"}}`))
	}
	check("Problem", c.call("POST", "/api/v1/round", `{"instrument": {"id": "bass"}, "scale": {"tonic": "F", "name": "dorian"}, "round": {"order": "sideways"}}`))
	check("Score", c.call("POST", "/api/v1/plan/score", `{"instrument": {"id": "bass-5"}, "scale": {"tonic": "Db", "name": "harmonic-minor"}, "run": {"pattern": "arpeggios", "fit": "long-last"}, "rhythm": {"perBeat": 5}}`))
	check("Slide", c.call("POST", "/api/v1/slide?frets=1", dorian))
	check("Comparison", c.call("POST", "/api/v1/compare", `{"first": `+dorian+`, "second": `+dorian+`}`))
	for _, stop := range into[struct{ Stops []json.RawMessage }](t, c.call("POST", "/api/v1/nearest", `{"brief": `+dorian+`, "changes": [{"tonic": "Eb", "name": "mixolydian"}]}`)).Stops {
		check("NearestStop", answer{body: string(stop)})
	}
	assert.Regexp(t, `^\{"why":"Index finger.*"\}`, c.call("POST", "/api/v1/plan/why?note=0", dorian).body)
	id := into[api.SavedBrief](t, saved).Id
	check("BriefConflict", c.call("PUT", "/api/v1/briefs/"+id, `{"title": "y", "version": 7, "brief": `+dorian+`}`))
}

func TestSavedBriefs(t *testing.T) {
	c := start(t)
	made := c.call("POST", "/api/v1/briefs", `{"title": " Rain day ", "notes": "slowly", "brief": `+dorian+`}`)
	require.Equal(t, 201, made.status, made.body)
	b := into[api.SavedBrief](t, made)
	assert.Equal(t, "Rain day", b.Title)
	assert.Contains(t, b.Sentence, "lay B♭ Dorian out")
	at := "/api/v1/briefs/" + b.Id

	renamed := c.call("PUT", at, `{"title": "Wet day", "notes": "slowly", "version": 1, "brief": `+dorian+`}`)
	assert.Equal(t, 200, renamed.status, renamed.body)
	stale := c.call("PUT", at, `{"title": "Mine", "version": 1, "brief": `+dorian+`}`)
	assert.Equal(t, 409, stale.status)
	assert.Equal(t, "version", stale.problem(t).Errors[0].Field)
	assert.Equal(t, "Wet day", into[api.BriefConflict](t, stale).Current.Title, "the stored version is readable")
	assert.Equal(t, 422, c.call("PUT", at, `{"title": "x", "brief": `+dorian+`}`).status, "a version is needed")

	copied := into[api.SavedBrief](t, c.call("POST", at+"/duplicate", ""))
	assert.Equal(t, "Wet day (copy)", copied.Title)
	assert.Equal(t, 204, c.call("DELETE", at, "").status)
	list := func(q string) (titles []string) {
		for _, b := range into[api.SavedBriefList](t, c.call("GET", "/api/v1/briefs?q="+q, "")).Briefs {
			titles = append(titles, b.Title)
		}
		return titles
	}
	assert.Equal(t, []string{"Wet day (copy)"}, list(""))
	assert.Equal(t, 200, c.call("POST", at+"/restore", "").status)
	assert.ElementsMatch(t, []string{"Wet day (copy)", "Wet day"}, list("wet+dorian"))
	assert.Empty(t, list("zither"))
}

func TestOwnInstruments(t *testing.T) {
	c := start(t)
	made := c.call("POST", "/api/v1/instruments", `{"name": "Slack", "instrument": {"id": "guitar", "tuning": ["C2","G2","D3","G3","B3","D4"]}}`)
	in := into[api.OwnInstrument](t, made)
	at := "/api/v1/instruments/" + in.Id
	assert.Equal(t, 200, c.call("PUT", at, `{"name": "Slacker", "version": 1, "instrument": {"id": "guitar"}}`).status)
	assert.Equal(t, 409, c.call("PUT", at, `{"name": "Other", "version": 1, "instrument": {"id": "guitar"}}`).status)
	assert.Equal(t, 204, c.call("DELETE", at, "").status)
	assert.Empty(t, into[api.OwnInstrumentList](t, c.call("GET", "/api/v1/instruments", "")).Instruments)
	assert.Equal(t, "Slacker", into[api.OwnInstrument](t, c.call("POST", at+"/restore", "")).Name)
}

func TestOwnScales(t *testing.T) {
	c := start(t)
	in := into[api.OwnScale](t, c.call("POST", "/api/v1/scales", `{"name": " Gate ", "formula": " 1  b2 3 5 "}`))
	assert.Equal(t, []string{"Gate", "1 b2 3 5"}, []string{in.Name, in.Formula}, "written plainly")
	at := "/api/v1/scales/" + in.Id
	assert.Equal(t, 200, c.call("PUT", at, `{"name": "Gate", "formula": "1 b2 3 6", "version": 1}`).status)
	assert.Equal(t, 409, c.call("PUT", at, `{"name": "Gate", "formula": "1 2 3", "version": 1}`).status)
	assert.Equal(t, 204, c.call("DELETE", at, "").status)
	assert.Empty(t, into[api.OwnScaleList](t, c.call("GET", "/api/v1/scales", "")).Scales)
	assert.Equal(t, "1 b2 3 6", into[api.OwnScale](t, c.call("POST", at+"/restore", "")).Formula)
}

func TestDocuments(t *testing.T) {
	c := start(t)
	for format, want := range map[string]string{"pdf": "application/pdf", "svg": "image/svg+xml", "png": "image/png", "tab": "text/plain; charset=utf-8", "json": "application/json"} {
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
	assert.Equal(t, 404, c.call("GET", "/assets/none.js", "").status)
	assert.Equal(t, 200, c.call("GET", "/../../etc/passwd", "").status)
	assert.Contains(t, c.call("GET", "/../../etc/passwd", "").body, "csp-nonce")
	assert.Equal(t, "no-store", c.call("GET", "/api/v1/catalogue", "").header.Get("Cache-Control"))
}

func TestRequestsFromElsewhereAreRefused(t *testing.T) {
	c := start(t)
	body := `{"title": "x", "brief": ` + dorian + `}`
	assert.Equal(t, 403, c.call("POST", "/api/v1/briefs", body, "Origin", "https://elsewhere.example", "Sec-Fetch-Site", "cross-site").status)
	assert.Equal(t, 403, c.call("GET", "/api/v1/briefs", "", "Host", "elsewhere.example").status, "another name for a loopback address")
	assert.Equal(t, 200, c.call("GET", "/api/v1/briefs", "", "Host", "localhost:99").status)
	assert.Empty(t, into[api.SavedBriefList](t, c.call("GET", "/api/v1/briefs", "")).Briefs)
}

func TestUnbuiltFrontEndIsSaid(t *testing.T) {
	_, err := server.New(nil, fstest.MapFS{}, slog.Default())
	assert.EqualError(t, err, "the front end is not built: run make build")
}

func TestDemoFillsTheStore(t *testing.T) {
	st, err := store.Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	defer st.Close()
	require.NoError(t, demo.Fill(t.Context(), st))
	briefs, err := st.Briefs.List(t.Context(), "")
	require.NoError(t, err)
	assert.GreaterOrEqual(t, len(briefs), 12)
	assert.Equal(t, "Ottoline: first modal week", briefs[0].Value.Title, "the latest first")
	assert.True(t, briefs[0].UpdatedAt.After(briefs[1].UpdatedAt))
	seen := map[string]bool{}
	for _, b := range briefs {
		seen[b.Value.Brief.Instrument.ID] = true
	}
	for _, id := range []string{"guitar", "bass", "ukulele", "mandolin"} {
		assert.True(t, seen[id], id)
	}
}
