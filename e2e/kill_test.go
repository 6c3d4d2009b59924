package e2e

import (
	"bufio"
	"context"
	"crypto/tls"
	"crypto/x509"
	"encoding/json"
	"fmt"
	"io"
	"math/rand/v2"
	"net/http"
	"net/http/cookiejar"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/access"
	"evenladder/store"
)

// killed is the application on a data folder, to be killed.
type killed struct {
	cmd *exec.Cmd
	url string
}

func serve(t *testing.T, dir string) killed {
	t.Helper()
	return started(t, exec.Command(binary, "serve", "--addr", "127.0.0.1:0", "--data", dir))
}

func started(t *testing.T, cmd *exec.Cmd) killed {
	t.Helper()
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	cmd.Stderr = os.Stderr
	require.NoError(t, cmd.Start())
	line, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err)
	return killed{cmd, strings.TrimSpace(strings.TrimPrefix(line, "listening on "))}
}

func (k killed) kill() {
	_ = k.cmd.Process.Kill()
	_ = k.cmd.Wait()
}

// post sends JSON and says what came back, ok where it was acknowledged.
func post(ctx context.Context, url, kind, body string) (answer map[string]any, ok bool) {
	r, err := http.NewRequestWithContext(ctx, "POST", url, strings.NewReader(body))
	if err != nil {
		return nil, false
	}
	r.Header.Set("Content-Type", kind)
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		return nil, false
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	if err != nil || res.StatusCode != http.StatusCreated && res.StatusCode != http.StatusOK || json.Unmarshal(data,
		&answer) != nil {
		return nil, false
	}
	return answer, true
}

// put sends JSON in the place of something, ok where it was acknowledged.
func put(ctx context.Context, url, body string) bool {
	r, err := http.NewRequestWithContext(ctx, "PUT", url, strings.NewReader(body))
	if err != nil {
		return false
	}
	r.Header.Set("Content-Type", "application/json")
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		return false
	}
	defer res.Body.Close()
	_, _ = io.Copy(io.Discard, res.Body)
	return res.StatusCode == http.StatusOK
}

func there(url string) bool {
	res, err := http.Get(url)
	if err != nil {
		return false
	}
	defer res.Body.Close()
	_, _ = io.Copy(io.Discard, res.Body)
	return res.StatusCode == http.StatusOK
}

const killedBrief = `{"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}}`

// writings are what is written while the application is killed: each answers with where it is found
// again.
var writings = []func(ctx context.Context, url string, n int) (path string, ok bool){
	func(ctx context.Context, url string, n int) (string, bool) {
		a, ok := post(ctx, url+"/api/v1/shelf/briefs", "application/json",
			fmt.Sprintf(`{"title": "brief %d", "brief": %s}`, n, killedBrief))
		return fmt.Sprint("/api/v1/shelf/briefs/", a["id"]), ok
	},
	func(ctx context.Context, url string, n int) (string, bool) {
		a, ok := post(ctx, url+"/api/v1/pupils", "application/json",
			fmt.Sprintf(`{"pupil": {"name": "pupil %d", "instrument": {"id": "bass"}}}`, n))
		return fmt.Sprint("/api/v1/pupils/", a["id"]), ok
	},
	// The other shelves, one after the other.
	func(ctx context.Context, url string, n int) (string, bool) {
		kind, of := "", ""
		switch n % 5 {
		case 0:
			kind, of = "rounds", `"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}, "round": {"place": "lowest"}}`
		case 1:
			kind, of = "phrases", `"phrase": {"brief": {"instrument": {"id": "bass"}, "scale": {"tonic": "Eb", "name": "dorian"}, "run": {"pattern": "phrase", "phrase": "1 2 b3"}}}`
		case 2:
			kind, of = "instruments", `"instrument": {"id": "bass", "frets": 21}`
		case 3:
			kind, of = "scales", `"formula": "1 2 b3 4 5 6 b7"`
		default:
			kind, of = "ladders", `"ladder": {"brief": `+killedBrief+`}`
		}
		a, ok := post(ctx, url+"/api/v1/shelf/"+kind, "application/json", fmt.Sprintf(`{"title": "%s %d", %s}`, kind,
			n, of))
		return fmt.Sprint("/api/v1/shelf/", kind, "/", a["id"]), ok
	},
	// What is set to a pupil, their weeks, and a page that goes home.
	func(ctx context.Context, url string, n int) (string, bool) {
		p, ok := post(ctx, url+"/api/v1/pupils", "application/json",
			fmt.Sprintf(`{"pupil": {"name": "set %d", "instrument": {"id": "bass"}}}`, n))
		if !ok {
			return "", false
		}
		of := fmt.Sprint(url, "/api/v1/pupils/", p["id"])
		a, ok := post(ctx, of+"/assignments", "application/json",
			`{"assignment": {"ladder": {"brief": `+killedBrief+`}, "minutes": 10, "from": "", "until": "", "words": ""}}`)
		if !ok {
			return "", false
		}
		if n%2 == 0 {
			h, ok := post(ctx, of+"/home", "application/json", fmt.Sprintf(`{"assignments": [%q]}`, a["id"]))
			return fmt.Sprint("/home/", h["id"]), ok
		}
		ok = put(ctx, of+"/weeks", `{"version": 0, "request": {"brief": `+killedBrief+`, "start": "2026-11-02", "weeks": 2}}`)
		return fmt.Sprint("/api/v1/pupils/", p["id"], "/weeks"), ok
	},
	// Calls that are answered.
	func(ctx context.Context, url string, _ int) (string, bool) {
		s, ok := post(ctx, url+"/api/v1/sittings", "application/json",
			`{"calls": {"kind": "name", "brief": `+killedBrief+`}}`)
		if !ok {
			return "", false
		}
		_, ok = post(ctx, fmt.Sprint(url, "/api/v1/calls/mark?ms=900&sitting=", s["id"]), "application/json",
			`{"brief": `+killedBrief+`, "kind": "name", "answers": "3/6", "given": {"text": "Eb"}}`)
		return fmt.Sprint("/api/v1/sittings/", s["id"]), ok
	},
	func(ctx context.Context, url string, _ int) (string, bool) {
		a, ok := post(ctx, url+"/api/v1/log", "application/json",
			`{"brief": `+killedBrief+`, "perBeat": 2, "tempoBpm": 60, "result": "clean"}`)
		if !ok {
			return "", false
		}
		ok = put(ctx, fmt.Sprint(url, "/api/v1/log/", a["id"], "/take"),
			`{"heard": [{"midi": 46, "onsetSec": 0.5}, {"midi": 48, "onsetSec": 1}]}`)
		return fmt.Sprint("/api/v1/log/", a["id"], "/take"), ok
	},
	func(ctx context.Context, url string, _ int) (string, bool) {
		a, ok := post(ctx, url+"/api/v1/keeping/backups", "application/octet-stream", "")
		time.Sleep(100 * time.Millisecond) // each is a whole copy
		return fmt.Sprint("/api/v1/keeping/backups/", a["name"]), ok
	},
}

// kills is how often it is killed: a few in every run, as many as EVEN_LADDER_KILLS says in make soak.
func kills() int {
	if n, err := strconv.Atoi(os.Getenv("EVEN_LADDER_KILLS")); err == nil {
		return n
	}
	return 6
}

// backupsAreWhole looks at the backups that were acknowledged, and takes them away: each is a copy of
// everything. It gives how many there were.
func backupsAreWhole(t *testing.T, dir string, acknowledged map[string]bool) (n int) {
	t.Helper()
	for path := range acknowledged {
		name, ok := strings.CutPrefix(path, "/api/v1/keeping/backups/")
		if !ok {
			continue
		}
		_, err := store.Look(t.Context(), filepath.Join(dir, "backups", name))
		assert.NoError(t, err, "%s was acknowledged", name)
		delete(acknowledged, path)
		n++
	}
	assert.NoError(t, os.RemoveAll(filepath.Join(dir, "backups")))
	return n
}

// pagesAndWeeksAreThere looks for them in the store, as the application would work each of them out. It
// gives how many there were.
func pagesAndWeeksAreThere(t *testing.T, dir string, acknowledged map[string]bool) (n int) {
	t.Helper()
	st, err := store.Open(t.Context(), dir, time.Now)
	require.NoError(t, err)
	defer st.Close()
	for path := range acknowledged {
		token, page := strings.CutPrefix(path, "/home/")
		pupil, weeks := strings.CutSuffix(strings.TrimPrefix(path, "/api/v1/pupils/"), "/weeks")
		switch {
		case page:
			_, err = st.Pupils().Home(t.Context(), token)
		case weeks:
			_, err = st.Weeks().Get(t.Context(), pupil)
		default:
			continue
		}
		assert.NoError(t, err, "%s was acknowledged", path)
		delete(acknowledged, path)
		n++
	}
	return n
}

// Killed again and again under writers of every sort, it loses nothing that it acknowledged, and what
// is kept is sound.
func TestNothingIsLostByKills(t *testing.T) {
	dir := t.TempDir()
	random := rand.New(rand.NewPCG(7, uint64(kills())))
	var lock sync.Mutex
	acknowledged := map[string]bool{}
	whole := 0
	for k := range kills() {
		app := serve(t, dir)
		ctx, cancel := context.WithCancel(t.Context())
		var writers sync.WaitGroup
		for w, write := range writings {
			writers.Go(func() {
				for n := 0; ctx.Err() == nil; n++ {
					if path, ok := write(ctx, app.url, k*10_000+w*1000+n); ok {
						lock.Lock()
						acknowledged[path] = true
						lock.Unlock()
					}
				}
			})
		}
		time.Sleep(time.Duration(150+random.IntN(400)) * time.Millisecond)
		app.kill()
		cancel()
		writers.Wait()
		whole += backupsAreWhole(t, dir, acknowledged)
	}
	require.Greater(t, len(acknowledged), 4*kills())
	whole += pagesAndWeeksAreThere(t, dir, acknowledged)
	app := serve(t, dir)
	defer app.kill()
	lost := 0
	for path := range acknowledged {
		if !there(app.url + path) {
			lost++
			t.Errorf("%s was acknowledged and is not there", path)
		}
	}
	t.Logf("%d kills, %d acknowledged, %d lost", kills(), len(acknowledged)+whole, lost)
	out, err := exec.Command(binary, "check", "--data", dir).CombinedOutput()
	assert.NoError(t, err, "%s", out)
}

// On a disk that takes no more, what cannot be kept is refused in words, it says that it is not ready,
// reading and planning go on, and what was acknowledged is there.
func TestADiskThatTakesNoMore(t *testing.T) {
	dir := t.TempDir()
	// Files may grow to 1 MB: writes beyond that fail as on a disk at its end.
	limited := exec.Command("bash", "-c", `ulimit -f 1024; exec "$0" serve --addr 127.0.0.1:0 --data "$1"`, binary, dir)
	app := started(t, limited)
	defer app.kill()
	body := fmt.Sprintf(`{"title": "long", "notes": "%s", "brief": %s}`, strings.Repeat("n", 9000), killedBrief)
	kept := []string{}
	refused := ""
	for range 400 {
		res, err := http.Post(app.url+"/api/v1/shelf/briefs", "application/json", strings.NewReader(body))
		require.NoError(t, err)
		data, err := io.ReadAll(res.Body)
		require.NoError(t, err)
		require.NoError(t, res.Body.Close())
		if res.StatusCode != http.StatusCreated {
			assert.Equal(t, http.StatusInsufficientStorage, res.StatusCode, "%s", data)
			refused = string(data)
			break
		}
		var made struct{ ID string }
		require.NoError(t, json.Unmarshal(data, &made))
		kept = append(kept, "/api/v1/shelf/briefs/"+made.ID)
	}
	assert.Regexp(t, "the disk (is full|can't be read or written)", refused)
	require.Greater(t, len(kept), 20)
	ready, err := http.Get(app.url + "/readyz")
	require.NoError(t, err)
	require.NoError(t, ready.Body.Close())
	assert.Equal(t, http.StatusInsufficientStorage, ready.StatusCode)
	_, planned := post(t.Context(), app.url+"/api/v1/plan", "application/json", killedBrief)
	assert.True(t, planned, "planning goes on")
	assert.True(t, there(app.url+"/api/v1/shelf/briefs"), "reading goes on")
	app.kill()
	again := serve(t, dir)
	defer again.kill()
	for _, path := range kept {
		require.True(t, there(again.url+path), path)
	}
	_, ok := post(t.Context(), again.url+"/api/v1/shelf/briefs", "application/json", body)
	assert.True(t, ok, "and it goes on once there is room")
}

// By the command line: a backup while the application runs, looked at, refused where it is cut,
// restored into another folder, undone.
func TestBackupByCommand(t *testing.T) {
	t.Parallel()
	dir, elsewhere, files := t.TempDir(), filepath.Join(t.TempDir(), "other"), t.TempDir()
	app := serve(t, dir)
	defer app.kill()
	_, ok := writings[0](t.Context(), app.url, 1)
	require.True(t, ok)
	say := func(args ...string) (string, error) {
		out, err := exec.Command(binary, args...).CombinedOutput()
		return string(out), err
	}
	file := filepath.Join(files, "all.db")
	out, err := say("backup", file, "--data", dir)
	require.NoError(t, err, out)
	assert.Contains(t, out, "1 briefs")
	out, err = say("restore", file, "--data", dir)
	require.Error(t, err)
	assert.Contains(t, out, "is using it", "not under a running application")
	out, err = say("restore", file, "--data", elsewhere)
	require.NoError(t, err, out)
	assert.Contains(t, out, "To undo it")
	out, err = say("check", "--data", elsewhere)
	require.NoError(t, err, out)
	assert.Contains(t, out, "is sound")
	again := filepath.Join(files, "again.db")
	out, err = say("backup", again, "--data", elsewhere)
	require.NoError(t, err, out)
	hash := func(s string) string { return s[strings.LastIndex(s, " ")+1:] }
	first, err := say("restore", "--look", file)
	require.NoError(t, err)
	assert.Equal(t, hash(first), hash(out), "the rows are the same ones")
	data, err := os.ReadFile(file)
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(file, data[:len(data)-4096], 0o600))
	out, err = say("restore", file, "--data", elsewhere)
	require.Error(t, err)
	assert.Contains(t, out, "Nothing was changed")
}

// Other devices are let in by the passphrase alone, over TLS; without one it does not start.
func TestOverANetwork(t *testing.T) {
	dir := t.TempDir()
	out, err := exec.Command(binary, "serve", "--addr", "0.0.0.0:0", "--data", dir).CombinedOutput()
	require.Error(t, err)
	assert.Contains(t, string(out), "without a passphrase: set one with even-ladder passphrase")
	set := exec.Command(binary, "passphrase", "--data", dir)
	set.Stdin = strings.NewReader("gate porch kettle moth\n")
	out, err = set.CombinedOutput()
	require.NoError(t, err, "%s", out)

	cmd := exec.Command(binary, "serve", "--addr", "0.0.0.0:0", "--data", dir)
	pipe, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	defer killed{cmd: cmd}.kill()
	lines := bufio.NewScanner(pipe)
	require.True(t, lines.Scan())
	port := lines.Text()[strings.LastIndex(lines.Text(), ":")+1:]
	require.True(t, lines.Scan())
	require.True(t, lines.Scan())
	fingerprint := strings.TrimPrefix(lines.Text(), "certificate ")
	url := "https://127.0.0.1:" + port
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	browser := http.Client{Jar: jar, Transport: &http.Transport{TLSClientConfig: &tls.Config{InsecureSkipVerify: true,
		VerifyPeerCertificate: func(raw [][]byte, _ [][]*x509.Certificate) error {
			assert.Equal(t, fingerprint, access.Fingerprint(tls.Certificate{Certificate: raw}),
				"the fingerprint that it printed")
			return nil
		}}}}
	status := func(res *http.Response, err error) int {
		require.NoError(t, err)
		_, _ = io.Copy(io.Discard, res.Body)
		require.NoError(t, res.Body.Close())
		return res.StatusCode
	}
	assert.Equal(t, 401, status(browser.Get(url+"/api/v1/catalogue")))
	assert.Equal(t, 401, status(browser.PostForm(url+"/signin", map[string][]string{"passphrase": {"wrong"}})))
	assert.Equal(t, 200, status(browser.PostForm(url+"/signin",
		map[string][]string{"passphrase": {"gate porch kettle moth"}, "to": {"/"}})))
	assert.Equal(t, 200, status(browser.Get(url+"/api/v1/catalogue")))
	kept, err := browser.Get(url + "/api/v1/keeping")
	require.NoError(t, err)
	text, err := io.ReadAll(kept.Body)
	require.NoError(t, err)
	require.NoError(t, kept.Body.Close())
	assert.Contains(t, string(text), fingerprint, "the Shelf shows it as well")
	assert.Equal(t, 204, status(browser.Post(url+"/api/v1/session/out?everywhere=true", "application/json", nil)))
	assert.Equal(t, 401, status(browser.Get(url+"/api/v1/catalogue")))
	assert.Equal(t, 400, status(http.Get("http://127.0.0.1:"+port+"/")), "not without TLS")
}
