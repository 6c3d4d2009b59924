// Package replica tests that rooms are copied to another place while they are worked in, by a program
// that is kept for that, and come back from there: docs/scaling.md.
package replica

import (
	"bufio"
	"fmt"
	"io"
	"net/http"
	"net/url"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const binary = "../../bin/even-ladder"

var rooms = []string{"hall", "attic", "shed"}

func say(t *testing.T, name string, args ...string) string {
	t.Helper()
	out, err := exec.Command(name, args...).CombinedOutput()
	require.NoError(t, err, "%s %v: %s", name, args, out)
	return string(out)
}

// hashOf is that of the rows which a data folder holds, by a backup of it.
func hashOf(t *testing.T, dir string) string {
	t.Helper()
	out := strings.TrimSpace(say(t, binary, "backup", filepath.Join(t.TempDir(), "look.db"), "--data", dir))
	return out[strings.LastIndex(out, " ")+1:]
}

// teacher asks in the rooms of a running application.
type teacher struct {
	base, cookie string
}

func (w teacher) post(path, body string) (answer string, ok bool) {
	r, err := http.NewRequest("POST", w.base+path, strings.NewReader(body))
	if err != nil {
		return "", false
	}
	r.Header.Set("Content-Type", "application/json")
	r.Header.Set("Cookie", w.cookie)
	res, err := http.DefaultClient.Do(r)
	if err != nil {
		return "", false
	}
	defer res.Body.Close()
	data, err := io.ReadAll(res.Body)
	return string(data), err == nil && res.StatusCode == http.StatusCreated
}

func start(t *testing.T, dir string) (*exec.Cmd, teacher) {
	t.Helper()
	cmd := exec.Command(binary, "serve", "--addr", "127.0.0.1:0", "--data", dir)
	out, err := cmd.StdoutPipe()
	require.NoError(t, err)
	require.NoError(t, cmd.Start())
	line, err := bufio.NewReader(out).ReadString('\n')
	require.NoError(t, err)
	base := strings.TrimSpace(strings.TrimPrefix(line, "listening on "))
	once := http.Client{CheckRedirect: func(*http.Request, []*http.Request) error { return http.ErrUseLastResponse }}
	res, err := once.PostForm(base+"/signin", url.Values{"name": {"Wren"}, "passphrase": {"gate porch kettle moth"},
		"to": {"/"}})
	require.NoError(t, err)
	require.NoError(t, res.Body.Close())
	var cookies []string
	for _, c := range res.Cookies() {
		cookies = append(cookies, c.Name+"="+c.Value)
	}
	require.NotEmpty(t, cookies)
	return cmd, teacher{base, strings.Join(cookies, "; ")}
}

// written is a pupil that was acknowledged.
type written struct {
	room, name string
	at         time.Time
}

// Rooms are copied into a folder elsewhere while teachers write; machine and copier are killed at once.
// What was written before a quiet moment comes back row for row; of what was written up to the last
// moment some seconds may be missing, and nothing is torn.
func TestRoomsComeBackFromTheirReplica(t *testing.T) {
	copier := filepath.Join(t.TempDir(), "litestream")
	say(t, "go", "build", "-o", copier, "github.com/benbjohnson/litestream/cmd/litestream")
	dir, away := t.TempDir(), t.TempDir()
	set := exec.Command(binary, "teacher", "set", "Wren", "--room", strings.Join(rooms, ","), "--data", dir)
	set.Stdin = strings.NewReader("gate porch kettle moth\n")
	out, err := set.CombinedOutput()
	require.NoError(t, err, "%s", out)
	app, wren := start(t, dir)
	enter := func(room string) {
		_, ok := wren.post("/rooms/"+room+"/api/v1/pupils",
			`{"pupil": {"name": "First", "instrument": {"id": "bass"}}}`)
		require.True(t, ok)
	}
	enter("hall")
	enter("attic")
	config := filepath.Join(t.TempDir(), "litestream.yml")
	require.NoError(t, os.WriteFile(config, fmt.Appendf(nil,
		"dbs:\n  - dir: %s\n    pattern: \"even-ladder.db\"\n    recursive: true\n    watch: true\n    replica:\n      type: file\n      path: %s\n      sync-interval: 1s\n", filepath.Join(dir, "rooms"), away), 0o600))
	replicate := exec.Command(copier, "replicate", "-config", config)
	said := &strings.Builder{}
	replicate.Stdout, replicate.Stderr = said, said
	require.NoError(t, replicate.Start())
	defer func() { _ = replicate.Process.Kill() }()

	time.Sleep(time.Second)
	enter("shed") // a room that was not there before is copied too

	var lock sync.Mutex
	var all []written
	write := func(d time.Duration) {
		var teachers sync.WaitGroup
		end := time.Now().Add(d)
		for _, room := range rooms {
			teachers.Go(func() {
				for n := 0; time.Now().Before(end); n++ {
					name := fmt.Sprintf("%s %d %d", room, end.UnixNano(), n)
					if _, ok := wren.post("/rooms/"+room+"/api/v1/pupils",
						fmt.Sprintf(`{"pupil": {"name": %q, "instrument": {"id": "bass"}}}`, name)); ok {
						lock.Lock()
						all = append(all, written{room, name, time.Now()})
						lock.Unlock()
					}
				}
			})
		}
		teachers.Wait()
	}
	restore := func() string {
		elsewhere := t.TempDir()
		for _, room := range rooms {
			to := filepath.Join(elsewhere, "rooms", room)
			require.NoError(t, os.MkdirAll(to, 0o700))
			say(t, copier, "restore", "-o", filepath.Join(to, "even-ladder.db"), "file://"+filepath.Join(away, room,
				"even-ladder.db"))
			assert.Contains(t, say(t, binary, "check", "--data", to), "is sound")
		}
		return elsewhere
	}

	write(3 * time.Second)
	time.Sleep(4 * time.Second) // a quiet moment
	elsewhere := restore()
	for _, room := range rooms {
		assert.Equal(t, hashOf(t, filepath.Join(dir, "rooms", room)), hashOf(t, filepath.Join(elsewhere, "rooms",
			room)), "%s, row for row\n%s", room, said)
	}
	quiet := len(all)

	killed := make(chan time.Time)
	go func() {
		time.Sleep(5 * time.Second)
		_ = replicate.Process.Kill()
		_ = app.Process.Kill()
		killed <- time.Now()
	}()
	write(6 * time.Second)
	at := <-killed
	_, _ = app.Process.Wait()
	_ = replicate.Wait()
	elsewhere = restore()
	names := map[string]bool{}
	for _, room := range rooms {
		file := filepath.Join(t.TempDir(), "out.json")
		say(t, binary, "export", file, "--data", filepath.Join(elsewhere, "rooms", room))
		data, err := os.ReadFile(file)
		require.NoError(t, err)
		for _, m := range regexp.MustCompile(`"name": "([^"]+)"`).FindAllStringSubmatch(string(data), -1) {
			names[m[1]] = true
		}
	}
	lost, longest := 0, time.Duration(0)
	for _, w := range all {
		if !names[w.name] {
			lost++
			longest = max(longest, at.Sub(w.at))
		}
	}
	t.Logf("%d acknowledged before the quiet moment, all there; %d after it until the kill, %d of them lost, the oldest %v before it", quiet, len(all)-quiet, lost, longest.Round(10*time.Millisecond))
	assert.Less(t, longest, 5*time.Second, "seconds lost at most")
	assert.Greater(t, len(all)-quiet, 100)

	// The restored rooms are worked in on another machine, with the list of teachers.
	list, err := os.ReadFile(filepath.Join(dir, "teachers.json"))
	require.NoError(t, err)
	require.NoError(t, os.WriteFile(filepath.Join(elsewhere, "teachers.json"), list, 0o600))
	other, wren := start(t, elsewhere)
	defer func() { _ = other.Process.Kill() }()
	_, ok := wren.post("/rooms/attic/api/v1/pupils", `{"pupil": {"name": "Goes on", "instrument": {"id": "bass"}}}`)
	assert.True(t, ok)
}
