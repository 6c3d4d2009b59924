package server_test

import (
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/http/httptest"
	"net/url"
	"regexp"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"github.com/labstack/echo/v5"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/access"
	"evenladder/server"
	"evenladder/store"
)

const passphrase = "gate porch kettle moth"

// network is an application that other devices reach, under the name room.lan.
type network struct {
	t testing.TB
	e *echo.Echo
}

func startNetwork(t *testing.T) network {
	t.Helper()
	st, err := store.Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { st.Close() })
	return networkOn(t, st, passphrase)
}

func networkOn(t *testing.T, st *store.Store, passphrase string, proxies ...*net.IPNet) network {
	t.Helper()
	hash, err := access.Hash(passphrase)
	require.NoError(t, err)
	e, err := server.New(st, server.Options{
		Front:   fstest.MapFS{"index.html": {Data: []byte("front")}, "assets/app.js": {Data: []byte("let a = 1")}},
		ForHome: homeShell, Log: slog.New(slog.NewTextHandler(io.Discard, nil)),
		Network: &server.Network{Teachers: func() access.Teachers { return access.Teachers{{Hash: hash}} },
			Hosts: []string{"room.lan", "192.0.2.7"}, Sessions: st.Sessions(),
			Proxies: proxies, Now: func() time.Time { return time.Date(2031, 1, 1, 0, 0, 0, 0, time.UTC) }},
	})
	require.NoError(t, err)
	return network{t, e}
}

func (n network) ask(method, path, body, cookie string, change func(*http.Request)) *http.Response {
	n.t.Helper()
	r := httptest.NewRequest(method, "https://room.lan"+path, strings.NewReader(body))
	if strings.HasPrefix(body, "{") {
		r.Header.Set("Content-Type", "application/json")
	} else if body != "" {
		r.Header.Set("Content-Type", "application/x-www-form-urlencoded")
	}
	if cookie != "" {
		r.Header.Set("Cookie", cookie)
	}
	if change != nil {
		change(r)
	}
	w := httptest.NewRecorder()
	n.e.ServeHTTP(w, r)
	return w.Result()
}

// signIn tries a passphrase, and gives the cookie.
func (n network) signIn(phrase string) (status int, cookie string) {
	res := n.ask("POST", "/signin", url.Values{"passphrase": {phrase}, "to": {"/calls?level=2"}}.Encode(), "", nil)
	for _, c := range res.Cookies() {
		assert.True(n.t, c.Secure && c.HttpOnly && c.SameSite == http.SameSiteStrictMode && c.Path == "/" &&
			c.Domain == "", "a strict cookie: %v", c)
		if c.Name == "__Host-even-ladder" {
			cookie = c.Name + "=" + c.Value
		}
	}
	return res.StatusCode, cookie
}

var parameter = regexp.MustCompile(`:[A-Za-z]+`)

// Every route there is, whoever adds one: without a session, with one that was ended and with one that
// was made up it is refused, or leads to the page to sign in; those few that are open are named here.
func TestEveryRouteIsGuarded(t *testing.T) {
	n := startNetwork(t)
	_, ended := n.signIn(passphrase)
	require.NotEmpty(t, ended)
	require.Equal(t, 204, n.ask("POST", "/api/v1/session/out?everywhere=true", "", ended, nil).StatusCode)
	_, cookie := n.signIn(passphrase)
	openTo := map[string]bool{"GET /healthz": true, "GET /readyz": true, "GET /signin": true, "POST /signin": true, "GET /home/:token": true}
	seen := 0
	for _, r := range n.e.Router().Routes() {
		path := parameter.ReplaceAllString(strings.ReplaceAll(r.Path, "*", "calls"), "x")
		for who, given := range map[string]string{"nobody": "", "ended": ended,
			"made up": "__Host-even-ladder=AAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAAA"} {
			status := n.ask(r.Method, path, "", given, nil).StatusCode
			switch {
			case openTo[r.Method+" "+r.Path]:
				assert.NotContains(t, []int{303, 403}, status, "%s %s by %s", r.Method, r.Path, who)
			case r.Path == "/*":
				assert.Equal(t, 303, status, "a page leads to the sign-in")
			default:
				assert.Equal(t, 401, status, "%s %s by %s", r.Method, r.Path, who)
			}
		}
		if r.Path != "/api/v1/session/out" && r.Path != "/metrics" {
			assert.NotContains(t, []int{401, 303}, n.ask(r.Method, path, "", cookie, func(r *http.Request) {
				if r.URL.Path == "/signin" {
					r.Method = "GET"
				}
			}).StatusCode, "%s %s signed in", r.Method, r.Path)
		}
		seen++
	}
	assert.Greater(t, seen, 70)
}

func TestSigningIn(t *testing.T) {
	n := startNetwork(t)
	page := n.ask("GET", "/calls?level=2", "", "", nil)
	require.Equal(t, 303, page.StatusCode)
	assert.Equal(t, "/signin?to=%2Fcalls%3Flevel%3D2", page.Header.Get("Location"))
	form := n.ask("GET", "/signin?to="+url.QueryEscape(`/calls"><script>`), "", "", nil)
	body, _ := io.ReadAll(form.Body)
	assert.NotContains(t, string(body), "<script>")
	assert.NotContains(t, form.Header.Get("Content-Security-Policy"), "unsafe")
	status, none := n.signIn("gate porch kettle")
	assert.Equal(t, []any{401, ""}, []any{status, none})
	res := n.ask("POST", "/signin", url.Values{"passphrase": {passphrase}, "to": {"/calls?level=2"}}.Encode(), "", nil)
	assert.Equal(t, []any{303, "/calls?level=2"}, []any{res.StatusCode, res.Header.Get("Location")})
	for _, elsewhere := range []string{"//evil.example", "https://evil.example", `/\evil.example`,
		"javascript:alert(1)", "", "/signin"} {
		res := n.ask("GET", "/signin?to="+url.QueryEscape(elsewhere), "", "", nil)
		body, _ := io.ReadAll(res.Body)
		assert.Contains(t, string(body), `name="to" value="/"`, elsewhere)
	}
}

// A passphrase is tried a few times, then once in a while.
func TestTriesAreBounded(t *testing.T) {
	n := startNetwork(t)
	var got []int
	for range 8 {
		status, _ := n.signIn("wrong")
		got = append(got, status)
	}
	assert.Equal(t, []int{401, 401, 401, 401, 401, 429, 429, 429}, got)
	status, _ := n.signIn(passphrase)
	assert.Equal(t, 429, status, "also the right one")
}

// Whoever guesses keeps no teacher out of a device that was signed in on before.
func TestAKnownDeviceGetsThroughWhileOthersGuess(t *testing.T) {
	n := startNetwork(t)
	form := url.Values{"passphrase": {passphrase}}.Encode()
	device := ""
	for _, c := range n.ask("POST", "/signin", form, "", nil).Cookies() {
		if c.Name == "__Host-even-ladder-device" {
			device = c.Name + "=" + c.Value
		}
	}
	require.NotEmpty(t, device)
	guess := func(from string) int {
		return n.ask("POST", "/signin", url.Values{"passphrase": {"guess"}}.Encode(), "",
			func(r *http.Request) { r.RemoteAddr = from }).StatusCode
	}
	for i := range 40 {
		guess(fmt.Sprintf("198.51.100.%d:1", i))
	}
	assert.Equal(t, 429, guess("203.0.113.9:1"), "all together are bounded")
	assert.Equal(t, 303, n.ask("POST", "/signin", form, device, nil).StatusCode)
	assert.Equal(t, 429, n.ask("POST", "/signin", form, "__Host-even-ladder-device=MADEUP",
		func(r *http.Request) { r.RemoteAddr = "203.0.113.10:1" }).StatusCode)
}

// An address of one household's 64 bits has one bound, whatever the rest of it is.
func TestTriesAreBoundedByNetwork(t *testing.T) {
	n := startNetwork(t)
	last := 0
	for i := range 6 {
		last = n.ask("POST", "/signin", "passphrase=guess", "", func(r *http.Request) {
			r.RemoteAddr = fmt.Sprintf("[2001:db8:1:2::%d]:1", i)
		}).StatusCode
	}
	assert.Equal(t, 429, last)
}

// Behind a proxy that is trusted each client has its own bound; what anyone else says of whom they ask for is not
// believed, nor what a client says to the proxy.
func TestTriesBehindAProxy(t *testing.T) {
	st, err := store.Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { st.Close() })
	proxy := &net.IPNet{IP: net.IPv4(203, 0, 113, 5), Mask: net.CIDRMask(32, 32)}
	n := networkOn(t, st, passphrase, proxy)
	guess := func(from, said string) (status int) {
		for range 6 {
			status = n.ask("POST", "/signin", "passphrase=guess", "", func(r *http.Request) {
				r.RemoteAddr = from + ":1"
				r.Header.Set("X-Forwarded-For", said)
			}).StatusCode
		}
		return status
	}
	once := func(from, said string) int {
		return n.ask("POST", "/signin", "passphrase=guess", "", func(r *http.Request) {
			r.RemoteAddr = from + ":1"
			r.Header.Set("X-Forwarded-For", said)
		}).StatusCode
	}
	assert.Equal(t, 429, guess("203.0.113.5", "198.51.100.1"))
	assert.Equal(t, 401, once("203.0.113.5", "198.51.100.2"), "another client of the proxy")
	assert.Equal(t, 429, once("203.0.113.5", "198.51.100.9, 198.51.100.1"), "what the client itself said is not believed")
	assert.Equal(t, 429, guess("203.0.113.77", "198.51.100.3"))
	assert.Equal(t, 429, once("203.0.113.77", "198.51.100.4"), "nor what comes from elsewhere")
}

// What is posted to sign in is small and a plain form; more of it is not read.
func TestASignInIsSmall(t *testing.T) {
	n := startNetwork(t)
	assert.Equal(t, 413, n.ask("POST", "/signin", "passphrase="+strings.Repeat("x", 5000), "", nil).StatusCode)
	assert.Equal(t, 415, n.ask("POST", "/signin", "passphrase=x", "", func(r *http.Request) {
		r.Header.Set("Content-Type", "multipart/form-data; boundary=x")
	}).StatusCode)
}

// No request makes a series of its own among the figures.
func TestMadeUpMethodsAreNotCounted(t *testing.T) {
	n := startNetwork(t)
	series := func() int {
		res := n.ask("GET", "/metrics", "", "", nil)
		body, err := io.ReadAll(res.Body)
		require.NoError(t, err)
		return strings.Count(string(body), "\n")
	}
	before := series()
	for i := range 300 {
		assert.Equal(t, 405, n.ask(fmt.Sprintf("MADEUP%d", i), "/api/v1/plan", "", "", nil).StatusCode)
	}
	assert.Equal(t, before, series())
}

// A session that is ended stays so, also where a request of it was under way and is written down later.
func TestAnEndedSessionStaysEnded(t *testing.T) {
	n := startNetwork(t)
	_, cookie := n.signIn(passphrase)
	began, goOn, done := make(chan bool), make(chan bool), make(chan int)
	go func() {
		done <- n.ask("POST", "/api/v1/plan", "", cookie, func(r *http.Request) {
			r.Header.Set("Content-Type", "application/json")
			r.Body = io.NopCloser(waiting{began, goOn, strings.NewReader(`{"instrument": {"id": "bass"}, "scale": {"tonic": "B", "name": "dorian"}}`)})
		}).StatusCode
	}()
	<-began
	require.Equal(t, 204, n.ask("POST", "/api/v1/session/out", "", cookie, nil).StatusCode)
	close(goOn)
	<-done
	assert.Equal(t, 401, n.ask("GET", "/api/v1/shelf/briefs", "", cookie, nil).StatusCode)
}

// waiting is a body that says when it is asked for, and goes on when it may.
type waiting struct {
	began, goOn chan bool
	io.Reader
}

func (w waiting) Read(p []byte) (int, error) {
	select {
	case w.began <- true:
		<-w.goOn
	case <-w.goOn:
	}
	return w.Reader.Read(p)
}

// Names that are not the application's own, and pages of elsewhere, are refused, signed in or not.
func TestOtherNamesAreRefused(t *testing.T) {
	n := startNetwork(t)
	_, cookie := n.signIn(passphrase)
	for _, host := range []string{"evil.example", "room.lan.evil.example", "localhost", "", "192.0.2.8"} {
		assert.Equal(t, 403, n.ask("GET", "/api/v1/catalogue", "", cookie,
			func(r *http.Request) { r.Host = host }).StatusCode, host)
	}
	kept, err := io.ReadAll(n.ask("GET", "/api/v1/keeping", "", cookie, nil).Body)
	require.NoError(t, err)
	assert.Contains(t, string(kept), `"addresses":["https://room.lan/"]`,
		"behind a proxy the address is the one that was asked")
	for _, host := range []string{"room.lan", "ROOM.lan:8137", "192.0.2.7:8137"} {
		assert.Equal(t, 200, n.ask("GET", "/api/v1/catalogue", "", cookie,
			func(r *http.Request) { r.Host = host }).StatusCode, host)
	}
	assert.Equal(t, 403, n.ask("POST", "/api/v1/session/out", "", cookie,
		func(r *http.Request) { r.Header.Set("Sec-Fetch-Site", "cross-site") }).StatusCode)
}

// The figures are for whoever has their token: behind a proxy everyone comes from this machine.
func TestFiguresHaveAToken(t *testing.T) {
	ask := func(o server.Options, bearer string) int {
		st, err := store.Open(t.Context(), t.TempDir(), time.Now)
		require.NoError(t, err)
		t.Cleanup(func() { st.Close() })
		o.Front, o.ForHome, o.Log = fstest.MapFS{"index.html": {Data: []byte("front")}}, homeShell,
			slog.New(slog.NewTextHandler(io.Discard, nil))
		if o.Network != nil {
			o.Network.Sessions = st.Sessions()
		}
		e, err := server.New(st, o)
		require.NoError(t, err)
		return network{t, e}.ask("GET", "/metrics", "", "", func(r *http.Request) {
			r.RemoteAddr = "127.0.0.1:4000"
			if bearer != "" {
				r.Header.Set("Authorization", "Bearer "+bearer)
			}
		}).StatusCode
	}
	others := func() *server.Network {
		return &server.Network{Teachers: func() access.Teachers { return nil }, Hosts: []string{"room.lan"}}
	}
	const token = "porch-moth-kettle-gate"
	assert.Equal(t, 200, ask(server.Options{}, ""), "this machine alone")
	assert.Equal(t, 401, ask(server.Options{Figures: token}, ""))
	assert.Equal(t, 401, ask(server.Options{Network: others()}, ""))
	assert.Equal(t, 401, ask(server.Options{Network: others()}, token), "none is set")
	assert.Equal(t, 401, ask(server.Options{Network: others(), Figures: token}, "porch"))
	assert.Equal(t, 200, ask(server.Options{Network: others(), Figures: token}, token))
}

// Sessions end once another passphrase is set.
func TestAnotherPassphraseEndsSessions(t *testing.T) {
	st, err := store.Open(t.Context(), t.TempDir(), time.Now)
	require.NoError(t, err)
	t.Cleanup(func() { st.Close() })
	n := networkOn(t, st, passphrase)
	_, cookie := n.signIn(passphrase)
	require.Equal(t, 200, n.ask("GET", "/api/v1/catalogue", "", cookie, nil).StatusCode)
	assert.Equal(t, 401, networkOn(t, st, "another set of words").ask("GET", "/api/v1/catalogue", "", cookie,
		nil).StatusCode)
}
