package server_test

import (
	"encoding/base64"
	"net/url"
	"slices"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/planning/phrase"
	"evenladder/server/api"
	"evenladder/store"
)

func TestAPhraseIsRead(t *testing.T) {
	c := start(t)
	a := c.call("POST", "/api/v1/phrase", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "A", "name": "minor-pentatonic"}}, "text": "A3 C4 D4 E4 G4 E4 A3"}`)
	require.Equal(t, 200, a.status, a.body)
	p := into[phrase.Phrase](t, a)
	assert.Equal(t, "A minor pentatonic", p.Homes[0].Title)
	assert.NotEmpty(t, p.Ways)
	kept := into[phrase.Phrase](t, c.call("POST", "/api/v1/phrase",
		`{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "keep": true, "text": "A3 C4 D4"}`))
	assert.Equal(t, "C major", kept.Homes[0].Title)
	assert.Equal(t, "6", kept.Notes[0].Degree)

	midi := c.call("POST", "/api/v1/plan/document?format=midi", dorianOn("guitar"))
	require.Equal(t, 200, midi.status)
	from := into[phrase.Phrase](t, c.call("POST", "/api/v1/phrase",
		`{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "name": "gate.mid", "file": "`+base64.StdEncoding.EncodeToString([]byte(midi.body))+`"}`))
	assert.Equal(t, "gate", from.Title)
	assert.Greater(t, len(from.Notes), 20)

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

const lick = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "minor-pentatonic"}, "run": {"pattern": "phrase", "phrase": "1 b3/2 4/2 5*2"}}`

// A phrase is set as any brief is: up a ladder, in its own lengths.
func TestAPhraseIsSet(t *testing.T) {
	c := start(t)
	wenna := c.pupil("Wenna", "")
	set := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments", `{"assignment": {"ladder": {"brief": `+lick+`}}}`)
	require.Equal(t, 201, set.status, set.body)
	assert.Contains(t, set.body, "the phrase 1 ♭3 4 5, B♭ minor pentatonic")
	home := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/home", `{"assignments": ["`+into[store.Assignment](t,
		set).ID+`"]}`)
	require.Equal(t, 201, home.status, home.body)
	page := c.call("GET", into[api.HomeLink](t, home).Path, "")
	require.Equal(t, 200, page.status)
	assert.Contains(t, page.body, "the phrase 1 ♭3 4 5, B♭ minor pentatonic", "it goes home")
	bad := c.call("POST", "/api/v1/pupils/"+wenna.ID+"/assignments",
		`{"assignment": {"ladder": {"brief": `+strings.Replace(lick, "b3/2", "oops", 1)+`}}}`)
	assert.Contains(t, bad.body, "assignment.ladder.brief.run.phrase")
}

func TestAPhraseIsChanged(t *testing.T) {
	c := start(t)
	a := c.call("POST", "/api/v1/phrase/change",
		`{"brief": `+lick+`, "change": {"id": "step", "from": 2, "to": 3, "by": 1}}`)
	require.Equal(t, 200, a.status, a.body)
	made := into[phrase.Changed](t, a)
	assert.Equal(t, "1 4/2 5/2 5*2", made.Text)
	assert.Equal(t, [2]int{2, 3}, [2]int{made.From, made.To})
	for field, change := range map[string]string{"change.id": `{"id": "what"}`,
		"change.to":         `{"id": "cut", "from": 3, "to": 9}`,
		"change.scale.name": `{"id": "scale", "scale": {"tonic": "C", "name": "what"}}`,
		"change.by":         `{"id": "step", "by": 99}`} {
		bad := c.call("POST", "/api/v1/phrase/change", `{"brief": `+lick+`, "change": `+change+`}`)
		assert.Equal(t, 422, bad.status, bad.body)
		assert.Contains(t, bad.body, `"field":"`+field+`"`)
	}
}

// What was played in is read by the tempo of the brief.
func TestAPhraseIsPlayedIn(t *testing.T) {
	c := start(t)
	a := c.call("POST", "/api/v1/phrase", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}, "rhythm": {"tempoBpm": 60}}, "heard": [{"midi": 58, "onsetSec": 0.31}, {"midi": 61, "onsetSec": 1.29}, {"midi": 63, "onsetSec": 1.83}, {"midi": 65, "onsetSec": 2.33}]}`)
	require.Equal(t, 200, a.status, a.body)
	p := into[phrase.Phrase](t, a)
	assert.Equal(t, "B♭ minor pentatonic", p.Homes[0].Title)
	assert.Equal(t, "_1 b3/2 4/2 5", p.Text)
	bad := c.call("POST", "/api/v1/phrase", `{"brief": {"instrument": {"id": "guitar"}, "scale": {"tonic": "C", "name": "major"}}, "heard": []}`)
	assert.Equal(t, 422, bad.status, bad.body)
}

// Kept phrases are found by words, by degrees in a row, by half steps, by a scale that holds them.
func TestPhrasesAreFound(t *testing.T) {
	c := start(t)
	keep := func(title, of string) {
		a := c.call("POST", "/api/v1/shelf/phrases",
			`{"title": "`+title+`", "phrase": {"brief": `+of+`, "source": "behind the shed", "tags": ["short"]}}`)
		require.Equal(t, 201, a.status, a.body)
	}
	keep("Up", lick)
	keep("Down", strings.NewReplacer("1 b3/2 4/2 5*2", "5 4/2 b3/2 1*2", "Bb", "G").Replace(lick))
	for q, want := range map[string]string{
		"b3 4 5": "Up", "♭3 4": "Up", "4 b3": "Down", "+3 +2": "Up", "-2 -2": "Down", "shed short": "Down Up",
		"up": "Up", "b3 5": "", "g dorian": "Down", "G natural-minor": "Down", "bb dorian short": "Up",
		"G natural minor": "Down", "b3 4 shed": "Up", "-2 +2": "",
	} {
		var got []string
		for _, k := range into[api.KeptList](t, c.call("GET", "/api/v1/shelf/phrases?q="+url.QueryEscape(q), "")).Kept {
			got = append(got, k.Title)
		}
		slices.Sort(got)
		assert.Equal(t, want, strings.Join(got, " "), q)
	}
	bad := c.call("POST", "/api/v1/shelf/phrases",
		`{"title": "x", "phrase": {"brief": `+dorianOn("bass")+`, "tags": [""]}}`)
	assert.Contains(t, bad.body, "phrase.brief.run.pattern")
}
