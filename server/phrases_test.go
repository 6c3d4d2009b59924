package server_test

import (
	"encoding/base64"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/phrase"
	"evenladder/server/api"
)

func TestAPhraseIsRead(t *testing.T) {
	c := start(t)
	a := c.call("POST", "/api/v1/phrase", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "A", "name": "minor-pentatonic"}}, "text": "A3 C4 D4 E4 G4 E4 A3"}`)
	require.Equal(t, 200, a.status, a.body)
	p := into[phrase.Phrase](t, a)
	assert.Equal(t, "A minor pentatonic", p.Homes[0].Title)
	assert.NotEmpty(t, p.Ways)
	kept := into[phrase.Phrase](t, c.call("POST", "/api/v1/phrase", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "keep": true, "text": "A3 C4 D4"}`))
	assert.Equal(t, "C major", kept.Homes[0].Title)
	assert.Equal(t, "6", kept.Notes[0].Degree)

	midi := c.call("POST", "/api/v1/plan/document?format=midi", dorianOn("guitar"))
	require.Equal(t, 200, midi.status)
	from := into[phrase.Phrase](t, c.call("POST", "/api/v1/phrase", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "name": "gate.mid", "file": "`+base64.StdEncoding.EncodeToString([]byte(midi.body))+`"}`))
	assert.Equal(t, "gate", from.Title)
	assert.Greater(t, len(from.Notes), 20)

	wenna := c.pupil("Wenna", "")
	set := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments", `{"assignment": {"sheets": {"phrase": {"text": "A3 C4 D4 E4 G4 E4 A3", "brief": `+dorianOn("bass")+`}}}}`)
	require.Equal(t, 201, set.status, set.body)
	assert.Contains(t, set.body, `"what":"A phrase in A minor pentatonic"`)
	work := into[api.PupilWork](t, c.call("GET", "/api/v1/pupils/"+wenna.ID+"/work", ""))
	assert.Equal(t, "played 0 of 7 times", work.Set[0].Progress.Words)
	bad := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments", `{"assignment": {"sheets": {"phrase": {"text": "what", "brief": `+dorianOn("bass")+`}}}}`)
	assert.Contains(t, bad.body, "assignment.sheets.phrase.text")

	for field, body := range map[string]string{
		"text": `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "text": "C4 what"}`,
		"file": `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "file": "%%%"}`,
		"name": `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "text": "C4", "name": "` + strings.Repeat("x", 200) + `"}`,
	} {
		bad := c.call("POST", "/api/v1/phrase", body)
		assert.Equal(t, 422, bad.status, bad.body)
		assert.Contains(t, bad.body, `"field":"`+field+`"`)
	}
}
