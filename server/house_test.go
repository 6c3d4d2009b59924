package server_test

import (
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/url"
	"regexp"
	"strings"
	"sync/atomic"
	"testing"
	"testing/fstest"
	"time"
	"unicode"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/access"
	"evenladder/rooms"
	"evenladder/server"
	"evenladder/store"
)

// school is a house of three teachers: wren may open the hall and the attic, moss the shed alone.
type school struct {
	network
	house    server.House
	teachers *atomic.Pointer[access.Teachers]
	dir      string
}

const mossPhrase = "kettle porch moth gate"

func startSchool(t testing.TB, limits rooms.Limits) school {
	t.Helper()
	dir := t.TempDir()
	for _, name := range []string{"hall", "attic", "shed"} {
		require.NoError(t, rooms.Make(dir, name))
	}
	require.NoError(t, access.KeepTeacher(dir, "wren", passphrase, []string{"hall", "attic"}))
	require.NoError(t, access.KeepTeacher(dir, "moss", mossPhrase, []string{"shed"}))
	all, err := access.ReadTeachers(dir)
	require.NoError(t, err)
	s := school{teachers: &atomic.Pointer[access.Teachers]{}, dir: dir}
	s.teachers.Store(&all)
	own, err := store.Open(t.Context(), dir, time.Now)
	require.NoError(t, err)
	s.house, err = server.NewHouse(dir, own, limits, server.Options{
		Front:   fstest.MapFS{"index.html": {Data: []byte(`<meta data-base="__BASE__" data-room="__ROOM__" data-stand="__STAND__">`)}, "assets/app.js": {Data: []byte("let a = 1")}},
		ForHome: homeShell, Log: slog.New(slog.NewTextHandler(io.Discard, nil)),
		Network: &server.Network{Teachers: func() access.Teachers { return *s.teachers.Load() }, Named: true,
			Hosts: []string{"room.lan"}, Reached: []string{"https://room.lan"}, Sessions: own.Sessions()},
	}, func(*store.Store) func() { return func() {} })
	require.NoError(t, err)
	t.Cleanup(func() {
		assert.NoError(t, s.house.Rooms.Close())
		assert.NoError(t, own.Close())
	})
	s.network = network{t, s.house.Echo}
	return s
}

func (s school) comeIn(name, phrase string) (status int, cookie string) {
	res := s.ask("POST", "/signin", url.Values{"name": {name}, "passphrase": {phrase}, "to": {"/"}}.Encode(), "", nil)
	for _, c := range res.Cookies() {
		cookie = c.Name + "=" + c.Value
	}
	return res.StatusCode, cookie
}

func bodyOf(t *testing.T, r *http.Response) string {
	t.Helper()
	data, err := io.ReadAll(r.Body)
	require.NoError(t, err)
	return string(data)
}

// Every route of a room, whoever adds one: refused to nobody, to a session that was ended, and to a
// teacher whose room it is not, also where there is no such room.
func TestEveryRouteOfARoomIsGuarded(t *testing.T) {
	s := startSchool(t, rooms.Usual)
	_, ended := s.comeIn("wren", passphrase)
	require.Equal(t, 204, s.ask("POST", "/rooms/hall/api/v1/session/out?everywhere=true", "", ended, nil).StatusCode)
	_, wren := s.comeIn("wren", passphrase)
	status, moss := s.comeIn("moss", mossPhrase)
	require.Equal(t, 303, status)
	openTo := map[string]bool{"GET /healthz": true, "GET /home/:token": true}
	one := startNetwork(t) // the routes of a room are those of one teacher's application
	seen := 0
	for _, r := range one.e.Router().Routes() {
		if r.Path == "/signin" {
			continue
		}
		path := parameter.ReplaceAllString(strings.ReplaceAll(r.Path, "*", "calls"), "x")
		for who, cookie := range map[string]string{"nobody": "", "ended": ended, "another": moss} {
			for _, room := range []string{"hall", "cellar"} {
				got := s.ask(r.Method, "/rooms/"+room+path, "", cookie, nil).StatusCode
				want := map[bool]int{true: 403, false: 401}[who == "another"]
				switch {
				case openTo[r.Method+" "+r.Path] && room == "hall":
					assert.NotContains(t, []int{303, 401, 403}, got, "%s %s by %s", r.Method, path, who)
				case openTo[r.Method+" "+r.Path]:
					assert.Equal(t, 403, got, "%s %s by %s", r.Method, path, who)
				case r.Path == "/metrics":
					assert.Contains(t, []int{401, 403}, got, "the figures have a token of their own")
				case r.Path == "/*" && who != "another":
					assert.Equal(t, 303, got, "a page leads to the sign-in")
				default:
					assert.Equal(t, want, got, "%s %s of %s by %s", r.Method, path, room, who)
				}
			}
		}
		if r.Path != "/api/v1/session/out" && r.Path != "/metrics" {
			assert.NotContains(t, []int{401, 403, 303}, s.ask(r.Method, "/rooms/hall"+path, "", wren, nil).StatusCode,
				"%s %s by its teacher", r.Method, path)
		}
		seen++
	}
	assert.Greater(t, seen, 70)
	for _, around := range []string{"/rooms/shed/../hall/api/v1/pupils", "/rooms/shed%2f..%2fhall/api/v1/pupils",
		"/rooms/hall%2Fapi/v1/pupils", "//rooms/hall/api/v1/pupils", "/rooms//hall/api/v1/pupils",
		"/rooms/hall/../../rooms/hall/api/v1/pupils", "/rooms/Hall/api/v1/pupils", "/rooms/.%2e/x"} {
		res := s.ask("GET", around, "", moss, nil)
		assert.NotContains(t, bodyOf(t, res), "hall", around)
	}
}

// What is kept in a room is in that one; who signs in goes to the rooms that are theirs.
func TestRoomsAreApart(t *testing.T) {
	s := startSchool(t, rooms.Limits{Most: 1, Idle: time.Hour})
	_, wren := s.comeIn("wren", passphrase)
	_, moss := s.comeIn("moss", mossPhrase)
	home := s.ask("GET", "/", "", moss, nil)
	assert.Equal(t, []any{303, "/rooms/shed/"}, []any{home.StatusCode, home.Header.Get("Location")})
	list := bodyOf(t, s.ask("GET", "/", "", wren, nil))
	assert.Contains(t, list, `href="/rooms/attic/"`)
	assert.NotContains(t, list, "shed")
	for room, cookie := range map[string]string{"hall": wren, "attic": wren, "shed": moss} {
		res := s.ask("POST", "/rooms/"+room+"/api/v1/pupils",
			fmt.Sprintf(`{"pupil": {"name": "Of the %s", "instrument": {"id": "bass"}}}`, room), cookie, nil)
		require.Equal(t, 201, res.StatusCode, bodyOf(t, res))
		require.NoError(t, s.house.Rooms.Tidy(time.Now()), "the others are closed")
	}
	for room, cookie := range map[string]string{"hall": wren, "attic": wren, "shed": moss} {
		got := bodyOf(t, s.ask("GET", "/rooms/"+room+"/api/v1/pupils", "", cookie, nil))
		assert.Equal(t, 1, strings.Count(got, `"name":"Of the`), got)
		assert.Contains(t, got, "Of the "+room)
		page := bodyOf(t, s.ask("GET", "/rooms/"+room+"/pupil/x", "", cookie, nil))
		assert.Contains(t, page, fmt.Sprintf(`data-base="/rooms/%s" data-room="%s" data-stand=""`, room, room))
	}
	kept := bodyOf(t, s.ask("GET", "/rooms/hall/api/v1/keeping", "", wren, nil))
	assert.Contains(t, kept, `"addresses":["https://room.lan/rooms/hall/"]`)
	assert.Equal(t, 200, s.ask("GET", "/assets/app.js", "", moss, nil).StatusCode)
	assert.Equal(t, 200, s.ask("GET", "/healthz", "", "", nil).StatusCode)
	assert.Equal(t, 200, s.ask("GET", "/readyz", "", "", nil).StatusCode)
}

// A teacher who is let in no more, or whose rooms are others, finds that out with the next request.
func TestTeachersComeAndGo(t *testing.T) {
	s := startSchool(t, rooms.Usual)
	status, none := s.comeIn("moss", passphrase)
	assert.Equal(t, []any{401, ""}, []any{status, none}, "another's passphrase")
	status, _ = s.comeIn("nobody", passphrase)
	assert.Equal(t, 401, status)
	_, moss := s.comeIn("moss", mossPhrase)
	_, other := s.comeIn("moss", mossPhrase)
	_, wren := s.comeIn("wren", passphrase)
	change := func() {
		all, err := access.ReadTeachers(s.dir)
		require.NoError(t, err)
		s.teachers.Store(&all)
	}
	try := func(room, cookie string) int {
		return s.ask("GET", "/rooms/"+room+"/api/v1/pupils", "", cookie, nil).StatusCode
	}
	require.Equal(t, []int{200, 403}, []int{try("shed", moss), try("hall", moss)})
	require.NoError(t, access.KeepTeacher(s.dir, "moss", "", []string{"hall"}))
	change()
	assert.Equal(t, []int{403, 200}, []int{try("shed", moss), try("hall", moss)}, "other rooms, the same session")
	assert.Equal(t, 204, s.ask("POST", "/rooms/hall/api/v1/session/out?everywhere=true", "", other, nil).StatusCode)
	assert.Equal(t, []int{401, 401, 200}, []int{try("hall", moss), try("hall", other), try("hall", wren)},
		"everywhere is everywhere of this teacher")
	_, moss = s.comeIn("moss", mossPhrase)
	require.NoError(t, access.DropTeacher(s.dir, "moss"))
	change()
	assert.Equal(t, []int{401, 200}, []int{try("hall", moss), try("hall", wren)})
	assert.ErrorContains(t, access.DropTeacher(s.dir, "moss"), `"moss" is not known`)
	assert.ErrorContains(t, access.KeepTeacher(s.dir, "moss", "", []string{"hall"}), "give a passphrase")
	assert.ErrorContains(t, access.KeepTeacher(s.dir, "moss", mossPhrase, []string{"The Hall"}), "a–z")
	assert.ErrorContains(t, access.KeepTeacher(s.dir, " ", mossPhrase, []string{"hall"}), "give a name")
	assert.ErrorContains(t, access.KeepTeacher(s.dir, "moss", mossPhrase, nil), "--room")
}

// A stand reads what is planned and shown, keeps nothing, and ends at once.
func TestStand(t *testing.T) {
	s := startSchool(t, rooms.Usual)
	_, wren := s.comeIn("wren", passphrase)
	made := bodyOf(t, s.ask("POST", "/rooms/hall/api/v1/stands", "", wren, nil))
	path := regexpOne(t, `"path":"(/rooms/hall/stand/[a-z0-9]+)/"`, made)
	assert.Contains(t, made, `"reachable":"https://room.lan`+path+`/"`)
	id := regexpOne(t, `"id":"([^"]+)"`, made)
	page := bodyOf(t, s.ask("GET", path+"/rounds", "", "", nil))
	assert.Contains(t, page, fmt.Sprintf(`data-base="%s" data-room="hall" data-stand="yes"`, path))
	brief := `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}}`
	plan := s.ask("POST", path+"/api/v1/plan", brief, "", nil)
	require.Equal(t, 200, plan.StatusCode)
	assert.Contains(t, bodyOf(t, plan), `"tonic":"Eb"`)
	answered := map[string]bool{}
	one := startNetwork(t)
	for _, r := range one.e.Router().Routes() {
		if r.Path == "/signin" {
			continue
		}
		res := s.ask(r.Method, path+parameter.ReplaceAllString(strings.ReplaceAll(r.Path, "*", "calls"), "x"), "", "",
			nil)
		if res.StatusCode != 403 {
			answered[r.Method+" "+r.Path] = true
		} else {
			assert.Contains(t, bodyOf(t, res), "A stand is read-only")
		}
	}
	assert.Equal(t, map[string]bool{
		"GET /healthz": true, "GET /*": true, "GET /api/v1/catalogue": true, "GET /api/v1/formula": true,
		"GET /api/v1/calls":       true,
		"GET /api/v1/shelf/:kind": true, "GET /api/v1/shelf/:kind/:id": true,
		"POST /api/v1/plan": true, "POST /api/v1/plan/why": true, "POST /api/v1/plan/onward": true,
		"POST /api/v1/plan/score": true, "POST /api/v1/plan/sights": true, "POST /api/v1/plan/grips": true, "POST /api/v1/plan/document": true,
		"POST /api/v1/compare": true, "POST /api/v1/compare/sets": true, "POST /api/v1/nearest": true,
		"POST /api/v1/slide": true, "POST /api/v1/ladder": true,
		"POST /api/v1/together": true, "POST /api/v1/together/keys": true, "POST /api/v1/together/document": true,
		"POST /api/v1/round": true, "POST /api/v1/round/document": true, "POST /api/v1/brief/choices": true,
		"POST /api/v1/brief/points": true, "POST /api/v1/brief/change": true, "POST /api/v1/hand/openings": true,
		"POST /api/v1/phrase": true, "POST /api/v1/phrase/change": true, "POST /api/v1/worksheet": true,
		"POST /api/v1/worksheet/document": true,
	}, answered, "nothing that keeps, and nothing of pupils")
	for _, no := range []string{"/rooms/attic" + strings.TrimPrefix(path, "/rooms/hall"),
		"/rooms/hall/stand/aaaaaaaaaaaaaaaaaaaaaaaaaa", "/rooms/hall/stand/", path + "/stand/x"} {
		assert.NotEqual(t, 200, s.ask("POST", no+"/api/v1/plan", brief, "", nil).StatusCode, no)
	}
	assert.Contains(t, bodyOf(t, s.ask("GET", "/rooms/hall/api/v1/keeping", "", wren, nil)), id)
	require.Equal(t, 204, s.ask("DELETE", "/rooms/hall/api/v1/stands/"+id, "", wren, nil).StatusCode)
	assert.Equal(t, 404, s.ask("POST", path+"/api/v1/plan", brief, "", nil).StatusCode)
	assert.Equal(t, 404, s.ask("GET", path+"/", "", "", nil).StatusCode)
	assert.Equal(t, 404, s.ask("DELETE", "/rooms/hall/api/v1/stands/"+id, "", wren, nil).StatusCode)
}

// regexpOne is what the group of a pattern finds in a text.
func regexpOne(t *testing.T, pattern, in string) string {
	t.Helper()
	found := regexp.MustCompile(pattern).FindStringSubmatch(in)
	require.Len(t, found, 2, "%s in %s", pattern, in)
	return found[1]
}

// Whatever the address looks like, nobody reads in a room that is not theirs.
func FuzzAddressesStayInTheirRooms(f *testing.F) {
	s := startSchool(f, rooms.Usual)
	_, wren := s.comeIn("wren", passphrase)
	_, moss := s.comeIn("moss", mossPhrase)
	require.Equal(f, 201, s.ask("POST", "/rooms/hall/api/v1/pupils",
		`{"pupil": {"name": "Quietly kept", "instrument": {"id": "bass"}}}`, wren, nil).StatusCode)
	for _, seed := range []string{
		"/rooms/hall/api/v1/pupils", "/rooms/shed/../hall/api/v1/pupils", "/rooms/shed/%2e%2e/hall/api/v1/pupils",
		"/rooms/hall%2fapi/v1/pupils", "/rooms/shed/stand/x/../../hall/api/v1/pupils",
		"//rooms/hall/api/v1/pupils", "/rooms/hall/stand/x/api/v1/pupils", "/rooms/hall/home/../api/v1/pupils",
		"/rooms/hall/api/v1/pupils?room=shed", "/rooms/./hall/api/v1/pupils", "/assets/../rooms/hall/api/v1/pupils",
		"/rooms/hall/api/v1/pupils.css", "/rooms/hall/assets/../api/v1/pupils", "/rooms/hall/healthz/../api/v1/pupils",
	} {
		f.Add(seed)
	}
	f.Fuzz(func(t *testing.T, address string) {
		if !strings.HasPrefix(address, "/") {
			address = "/" + address
		}
		address = strings.ToValidUTF8(address, "x")
		if u, err := url.Parse("https://room.lan" + address); err != nil || u.Host != "room.lan" ||
			strings.ContainsFunc(address, unicode.IsControl) || strings.Contains(address, " ") {
			t.Skip("no address")
		}
		for _, cookie := range []string{"", moss} {
			res := network{t, s.e}.ask("GET", address, "", cookie, nil)
			body, err := io.ReadAll(res.Body)
			require.NoError(t, err)
			assert.NotContains(t, string(body), "Quietly kept", address)
			assert.Less(t, res.StatusCode, 500, address)
		}
	})
}
