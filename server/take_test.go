package server_test

import (
	"bytes"
	"fmt"
	"mime/multipart"
	"strconv"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/lesson/take"
	"evenladder/format/smf"
	"evenladder/format/wav"
	"evenladder/server/api"
)

// form is a body with fields and, last, a take.
func form(t *testing.T, file string, fields ...string) (body, contentType string) {
	var b bytes.Buffer
	w := multipart.NewWriter(&b)
	for i := 0; i+1 < len(fields); i += 2 {
		require.NoError(t, w.WriteField(fields[i], fields[i+1]))
	}
	if file != "" {
		part, err := w.CreateFormFile("take", "take.wav")
		require.NoError(t, err)
		_, err = part.Write([]byte(file))
		require.NoError(t, err)
	}
	require.NoError(t, w.Close())
	return b.String(), w.FormDataContentType()
}

func (c client) send(path, file string, fields ...string) answer {
	body, kind := form(c.t, file, fields...)
	return c.call("POST", path, body, "Content-Type", kind)
}

// player is a take of the simulated player.
func (c client) player(asked string) string {
	c.t.Helper()
	a := c.call("POST", "/api/v1/take/player", `{"brief": `+dorian+`, `+asked+`}`)
	require.Equal(c.t, 200, a.status, a.body)
	return a.body
}

// What the simulated player plays is judged from sound and from MIDI alike.
func TestTakesFromFiles(t *testing.T) {
	c := start(t)
	for _, format := range []string{"wav", "mid"} {
		file := c.player(`"format": "` + format + `", "seed": 7, "jitterMs": 5, "wrong": 1, "missed": 1`)
		got := into[take.Take](t, c.send("/api/v1/take", file, "brief", dorian))
		assert.Equal(t, []int{1, 1, 0}, []int{got.Wrong, got.Missed, got.Extra}, format)
		assert.Equal(t, got.Planned-2, got.Right, format)
		assert.Equal(t, "nearly", string(got.Result), format)
		assert.Equal(t, format == "wav", len(got.Remarks) > 0, "what cannot be heard is said of sound")
	}
}

// A stretch of the run, twice without a stop, is judged as such.
func TestATakeOfAStretch(t *testing.T) {
	c := start(t)
	file := c.player(`"format": "wav", "stretch": {"from": 3, "to": 9}, "times": 2, "wrong": 1, "seed": 4`)
	got := into[take.Take](t, c.send("/api/v1/take", file, "brief", dorian, "stretch", `{"from": 3, "to": 9}`, "times",
		"2"))
	assert.Equal(t, []int{14, 13, 1}, []int{got.Planned, got.Right, got.Wrong})
	assert.Equal(t, []int{3, 9, 3, 9}, []int{got.Events[0].N, got.Events[6].N, got.Events[7].N, got.Events[13].N})
	for want, fields := range map[string][]string{
		"stretch":                        {"stretch", `{"from": "x"}`},
		"times: 99 was given: give 1 to": {"times", "99"},
		"notes 9 to 3 were given":        {"stretch", `{"from": 9, "to": 3}`},
		"notes 3 to 900 were given":      {"stretch", `{"from": 3, "to": 900}`},
	} {
		a := c.send("/api/v1/take", file, append([]string{"brief", dorian}, fields...)...)
		assert.Equal(t, 422, a.status, want)
		assert.Contains(t, a.body, want)
	}
	round := `{"instrument": {"id": "bass"}, "scale": {"tonic": "Ab", "name": "major-pentatonic"}, "layout": {"system": "one-octave"}, "round": {"order": "fifths"}}`
	a := c.call("POST", "/api/v1/take/player", `{"brief": `+round+`, "format": "mid"}`)
	require.Equal(t, 200, a.status)
	got = into[take.Take](t, c.send("/api/v1/take", a.body, "brief", round))
	assert.Equal(t, got.Planned, got.Right, "a round is a take too")
	assert.Greater(t, got.Planned, 60)
}

// A take that is not over is followed, stretch by stretch.
func TestTakesAreFollowed(t *testing.T) {
	c := start(t)
	samples, rate, err := wav.Read(strings.NewReader(c.player(`"format": "wav"`)))
	require.NoError(t, err)
	var first, second bytes.Buffer
	require.NoError(t, wav.Write(&first, samples[:3*rate], rate))
	require.NoError(t, wav.Write(&second, samples[2*rate:5*rate], rate))
	type stands struct {
		At  int
		Sec float64
	}
	a := into[stands](t, c.send("/api/v1/take/follow", first.String(), "brief", dorian))
	require.Positive(t, a.At)
	b := into[stands](t, c.send("/api/v1/take/follow", second.String(), "brief", dorian, "after", strconv.Itoa(a.At),
		"since", fmt.Sprint(a.Sec-2+0.05)))
	assert.Greater(t, b.At, a.At)
	assert.Greater(t, b.Sec, a.Sec-2)
	var long bytes.Buffer
	require.NoError(t, wav.Write(&long, make([]float32, 30*8000), 8000))
	assert.Contains(t, c.send("/api/v1/take/follow", long.String(), "brief", dorian).body,
		"30 seconds were given: give the last 20 at most")
	live := into[stands](t, c.call("POST", "/api/v1/take/follow", `{"brief": `+dorian+`, "heard": []}`))
	assert.Equal(t, stands{0, -1}, live)
}

func TestBadTakes(t *testing.T) {
	c := start(t)
	silence := &bytes.Buffer{}
	require.NoError(t, wav.Write(silence, make([]float32, 44100), 44100))
	for want, a := range map[string]answer{
		"the take is silent for all 1 seconds: give a louder take": c.send("/api/v1/take", silence.String(), "brief",
			dorian),
		"neither a WAV file nor a Standard MIDI File": c.send("/api/v1/take", "something else", "brief",
			dorian),
		"no take was given": c.send("/api/v1/take", "", "brief", dorian),
		"no instrument is called": c.send("/api/v1/take", "RIFF", "brief",
			`{"instrument": {"id": "harp"}, "scale": {"tonic": "C"}}`),
		`was given: give a number from 0 to 2000`: c.send("/api/v1/take/follow", silence.String(), "brief", dorian,
			"after", "many"),
		"give one of mid, wav": c.call("POST", "/api/v1/take/player",
			`{"brief": `+dorian+`, "format": "ogg"}`),
		"jitterMs": c.call("POST", "/api/v1/take/player",
			`{"brief": `+dorian+`, "jitterMs": 900}`),
		"noise": c.call("POST", "/api/v1/take/player",
			`{"brief": `+dorian+`, "format": "wav", "noiseDb": -3}`),
		"the file is cut off in its header: give the whole file": c.send("/api/v1/take", silence.String()[:20],
			"brief", dorian),
	} {
		assert.Equal(t, 422, a.status, want)
		assert.Contains(t, a.body, want)
	}
	assert.Equal(t, 413, c.send("/api/v1/take", "RIFF", "brief", strings.Repeat(" ", 200<<10)).status)
}

// A take is kept with its try when asked for, told by its size, deleted and brought back.
func TestTakesAreKept(t *testing.T) {
	c := start(t)
	try := into[api.LogEntry](t, c.call("POST", "/api/v1/log",
		`{"brief": `+dorian+`, "perBeat": 2, "tempoBpm": 60, "result": "clean"}`))
	assert.Nil(t, try.TakeBytes)
	path := "/api/v1/log/" + try.Id + "/take"
	assert.Equal(t, 404, c.call("GET", path, "").status)
	file := c.player(`"format": "mid"`)
	kept := into[api.LogEntry](t, c.call("PUT", path, file, "Content-Type", "application/octet-stream"))
	require.NotNil(t, kept.TakeBytes)
	assert.Equal(t, len(file), *kept.TakeBytes)
	assert.Equal(t, file, c.call("GET", path, "").body)
	assert.Equal(t, 204, c.call("DELETE", path, "").status)
	assert.Equal(t, 404, c.call("GET", path, "").status)
	assert.Equal(t, 404, c.call("DELETE", path, "").status)
	assert.Equal(t, 204, c.call("POST", path+"/restore", "").status)
	assert.Equal(t, file, c.call("GET", path, "").body)
	assert.Equal(t, 422, c.call("PUT", path, "no take", "Content-Type", "application/octet-stream").status)
	assert.Equal(t, 404, c.call("PUT", "/api/v1/log/none/take", file, "Content-Type",
		"application/octet-stream").status)
	notes := into[api.LogEntry](t, c.call("PUT", path,
		`{"heard": [{"midi": 54, "onsetSec": 0.5}, {"midi": 56, "onsetSec": 1}]}`))
	assert.Positive(t, *notes.TakeBytes)
	heard, err := smf.Read(strings.NewReader(c.call("GET", path, "").body))
	require.NoError(t, err)
	assert.Equal(t, []int{54, 56}, []int{heard[0].MIDI, heard[1].MIDI})
	assert.InDelta(t, 1.0, heard[1].OnsetSec, 0.002)
	assert.Equal(t, 422, c.call("PUT", path, `{"heard": [{"midi": 900, "onsetSec": 0.5}]}`).status)
	limits := into[struct{ Limits []string }](t, c.call("POST", "/api/v1/take/limits", dorian))
	assert.Contains(t, limits.Limits[0], "octave")
}
