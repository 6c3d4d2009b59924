package e2e

import (
	"encoding/json"
	"io"
	"net/http"
	"net/http/httptest"
	"net/http/httputil"
	"net/url"
	"os/exec"
	"strings"
	"sync/atomic"
	"testing"

	"github.com/chromedp/cdproto/cdp"
	browserpage "github.com/chromedp/cdproto/page"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// logged are the results that the log of an application has.
func logged(t *testing.T, url string) (results []string) {
	t.Helper()
	res, err := http.Get(url + "/api/v1/log")
	require.NoError(t, err)
	defer res.Body.Close()
	var page struct {
		Entries []struct{ Result string }
	}
	require.NoError(t, json.NewDecoder(res.Body).Decode(&page))
	for _, e := range page.Entries {
		results = append(results, e.Result)
	}
	return results
}

// The application is killed in the middle of practice: what was opened stays usable, also after a
// reload, a try waits on the device, what was never opened says so; once it runs again the try is in
// the log, once.
func TestWithoutAConnection(t *testing.T) {
	t.Parallel()
	const ladder = "/practise?instrument.id=ukulele&scale.tonic=B&scale.name=major&from=1@60&goal=1@90"
	const bench = "/?instrument.id=bass&scale.tonic=Ab&scale.name=lydian"
	dir := t.TempDir()
	app := serve(t, dir)
	p := browse(t, app.url, true)
	p.do(chromedp.Navigate(app.url + bench))
	p.eventually("h1", "lay A♭ Lydian out")
	p.until(`!!navigator.serviceWorker.controller`, "the worker looks after the page")
	install, err := chromedp.Call(p.ctx, browserpage.GetInstallabilityErrors, cdp.Empty{})
	require.NoError(t, err)
	assert.Empty(t, install.InstallabilityErrors, "the browser offers to install it")
	p.do(chromedp.Navigate(app.url + ladder))
	p.eventually("h1", "Quarter notes at 60")
	p.do(chromedp.Poll[chromedp.Void](`document.querySelectorAll('.lanes').length > 0`))
	app.kill()

	p.do(press("2"))
	p.eventually("[data-unsaved]", "Not saved yet: a try. Can't reach Even Ladder.")
	p.do(chromedp.Reload())
	p.eventually("h1", "Quarter notes at 60")
	p.eventually("[data-unsaved]", "Not saved yet: a try.")
	p.do(press("1"))
	p.eventually("[data-unsaved]", "a try (2 times)")
	p.do(chromedp.Navigate(app.url + bench))
	p.eventually("h1", "lay A♭ Lydian out")
	p.do(press("k"))
	p.eventually("h1", "lay D♭ Lydian out") // the key beside was asked for before it was pressed
	p.do(press("k"))
	p.eventually(".v-snackbar", "This hasn't been opened on this device yet")

	again := started(t, exec.Command(binary, "serve", "--addr", strings.TrimPrefix(app.url, "http://"), "--data", dir))
	defer again.kill()
	p.sendNow()
	p.wait(func() bool { return p.text("[data-unsaved]") == "" }, "nothing waits any more")
	assert.Equal(t, []string{"clean", "nearly"}, logged(t, app.url))
	p.do(press("k"))
	p.eventually("h1", "lay F♯ Lydian out")
}

// A pupil is changed on two devices: both versions are shown before one of them is kept.
func TestTwoChangesOfAPupil(t *testing.T) {
	t.Parallel()
	p := open(t, "/today", true)
	p.do(click(`[data-pupil=Casimir] .name`), more("edit-pupil"),
		chromedp.WaitVisible(css(`[data-do=keep-pupil]`)))
	value[bool](p, `(async () => {
		const id = location.pathname.split('/').pop()
		const was = await (await fetch('/api/v1/pupils/' + id)).json()
		await fetch('/api/v1/pupils/' + id, {method: 'PUT', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({version: was.version, pupil: {...was.pupil, minutes: 35}})})
		return true
	})()`)
	p.do(click(`#pupil-form input`), press(kb.End, " ", "B"), click(`[data-do=keep-pupil]`))
	p.eventually("[data-two]", "This pupil was changed somewhere else")
	both := p.text("[data-two] table")
	assert.Contains(t, both, "name Casimir B Casimir")
	assert.Contains(t, both, "35")
	p.do(click(`[data-two=mine]`))
	p.eventually("h1", "Casimir B")
}

// A stand opens without what a pupil is known by, and cannot keep anything.
func TestAStandInTheBrowser(t *testing.T) {
	t.Parallel()
	p := open(t, "/saved", true)
	p.do(more("keeping"), click(`[data-do=make-stand]`),
		chromedp.WaitVisible(css(`[data-stand-made] a`)))
	stand := value[string](p, `document.querySelector('[data-stand-made] a').href`)
	p.do(chromedp.Navigate(stand + "today"))
	p.eventually("h1", "lay E Dorian out")
	assert.Equal(t, "Bench Rounds Phrases Shelf", p.text(`nav[aria-label="Screens"]`))
	for _, none := range []string{"[data-do=save]", "[data-do=practise]", "[data-do=set-for]"} {
		p.until(`!document.querySelector('`+none+`')`, none+" is not there")
	}
	p.do(press("k"))
	p.eventually("h1", "lay A Dorian out")
	p.do(click(`//nav//a[contains(., "Shelf")]`))
	p.eventually("main", "Briefs (15)")
	assert.NotContains(t, p.text("main"), "Backups")
	assert.Equal(t, []any{403.0, 403.0}, value[[]any](p,
		`Promise.all(['pupils', 'keeping'].map(async (of) => (await fetch(location.pathname.replace(/saved$/, '') + 'api/v1/' + of)).status))`))
	p.do(chromedp.Navigate(p.url+"/saved"), more("keeping"), click(`[data-do=end-stand]`))
	p.eventually(".v-snackbar", "Stand ended")
	assert.Equal(t, 404.0, value[float64](p, `fetch('`+stand+`').then((r) => r.status)`))
}

// Two teachers in one application: each signs in and comes to rooms of their own.
func TestRoomsInTheBrowser(t *testing.T) {
	t.Parallel()
	dir := t.TempDir()
	for name, of := range map[string]string{"Wren": "hall,attic", "Moss": "shed"} {
		set := exec.Command(binary, "teacher", "set", name, "--room", of, "--data", dir)
		set.Stdin = strings.NewReader("gate porch kettle " + name + "\n")
		out, err := set.CombinedOutput()
		require.NoError(t, err, "%s", out)
	}
	out, err := exec.Command(binary, "teacher", "list", "--data", dir).CombinedOutput()
	require.NoError(t, err)
	assert.Equal(t, "Moss: shed\nWren: hall, attic\n", string(out))
	own := t.TempDir()
	serve(t, own).kill()
	out, err = exec.Command(binary, "teacher", "set", "Wren", "--room", "hall", "--data", own).CombinedOutput()
	require.Error(t, err, "a folder of one teacher's own is not made another's house")
	assert.Contains(t, string(out), "move this one there as rooms/NAME")
	app := serve(t, dir)
	defer app.kill()
	p := browse(t, app.url, true)
	p.do(chromedp.Navigate(app.url+"/rooms/hall/rounds"), click(`[name=name]`),
		chromedp.KeyEvent("Wren\tgate porch kettle Wren\r"))
	p.eventually("h1", "through twelve keys")
	p.do(click(`[data-do=rooms-of-teacher]`))
	p.eventually("main", "Open to Wren")
	p.do(click(`//a[normalize-space()="attic"]`))
	p.eventually("h1", "lay E Dorian out")
	p.do(more("save"), focused(".save input"), press("M", "i", "n", "e", kb.Enter))
	p.eventually(".kept", "Mine")
	assert.Contains(t, p.address(), "/rooms/attic/?")
	p.do(chromedp.Navigate(app.url + "/rooms/hall/saved"))
	p.eventually("main", "No briefs yet")
	p.do(chromedp.Navigate(app.url + "/rooms/shed/"))
	p.eventually("body", "This room isn't open to you")
}

// A newer version is said, and taken by a press: what was typed is there afterwards.
func TestANewerVersionIsTaken(t *testing.T) {
	t.Parallel()
	app := serve(t, t.TempDir())
	defer app.kill()
	to, err := url.Parse(app.url)
	require.NoError(t, err)
	var newer atomic.Bool
	proxy := &httputil.ReverseProxy{
		Rewrite: func(r *httputil.ProxyRequest) {
			r.SetURL(to)
			r.Out.Header.Set("Accept-Encoding", "identity")
		},
		ModifyResponse: func(r *http.Response) error {
			if r.Request.URL.Path != "/sw.js" || !newer.Load() {
				return nil
			}
			script, err := io.ReadAll(r.Body)
			r.Body = io.NopCloser(strings.NewReader(string(script) + "\n// newer"))
			r.ContentLength = -1
			r.Header.Del("Content-Length")
			return err
		},
	}
	front := httptest.NewServer(proxy)
	t.Cleanup(func() { // after the browser has gone, which holds connections
		front.CloseClientConnections()
		front.Close()
	})
	p := browse(t, front.URL, true)
	p.do(chromedp.Navigate(front.URL + "/?instrument.id=bass&scale.tonic=Ab&scale.name=lydian"))
	p.eventually("h1", "lay A♭ Lydian out")
	p.until(`!!navigator.serviceWorker.controller`, "the worker looks after the page")
	p.do(more("save"), focused(".save input"), chromedp.KeyEvent("Half a tit"))
	newer.Store(true)
	value[bool](p, `navigator.serviceWorker.getRegistration().then((r) => r.update()).then(() => true)`)
	p.eventually(".v-snackbar", "A new version is ready.")
	value[bool](p, `(window.before = true)`)
	p.do(click(`//button[contains(., "Update")]`))
	p.until(`!window.before && !!document.querySelector('[data-do=more]')`, "the page is loaded anew")
	p.eventually("h1", "lay A♭ Lydian out")
	p.do(more("save"), focused(".save input"))
	assert.Equal(t, "Half a tit", value[string](p, `document.querySelector('.save input').value`))
}

// sendNow presses Send now, unless what waits was sent by itself.
func (p page) sendNow() {
	p.t.Helper()
	value[bool](p, `document.querySelector('[data-unsaved=send]')?.click(), true`)
}

// A brief is saved while nothing answers, and the teacher goes on: once it answers the brief is saved
// as it was, and what is on the bench by then stays.
func TestASaveThatWaited(t *testing.T) {
	t.Parallel()
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	p.do(press("k"))
	p.eventually("h1", "lay A Dorian out")
	p.offline(true)
	p.do(more("save"), focused(".save input"), press("W", "a", "i", "t", kb.Enter))
	p.eventually("[data-unsaved]", "Not saved yet: a new item on the shelf.")
	p.do(click(`//div[contains(@class, "save")]//button[contains(., "Close")]`),
		chromedp.WaitNotPresent(css(`.v-overlay .save`)))
	p.offline(false)
	p.do(press("k"))
	p.eventually("h1", "lay D Dorian out")
	p.sendNow()
	p.eventually(".v-snackbar", "“Wait” saved, without your later changes.")
	assert.Contains(t, p.text("h1"), "lay D Dorian out")
	assert.Empty(t, p.text(".kept"), "the bench is another brief")
	p.do(chromedp.Navigate(p.url + "/saved"))
	p.eventually("main", "Wait")
}

// What was deleted goes for good by two presses.
func TestDeletedForGood(t *testing.T) {
	t.Parallel()
	p := open(t, "/saved", false)
	p.do(ofKept("Ottoline: first modal week", "delete"))
	p.eventually(".v-snackbar", "is deleted")
	p.do(more("deleted"))
	p.eventually(`[aria-label="Deleted"]`, "Ottoline: first modal week brief · ")
	p.do(click(`[data-do=for-good]`), click(`[data-do=stay]`), click(`[data-do=for-good]`),
		click(`[data-do=take-away]`))
	p.eventually(".v-snackbar", "permanently deleted")
	p.eventually("main", "Nothing here.")
}
