// Package e2e drives the built application in a real browser.
package e2e

import (
	"context"
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	cdpbrowser "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/log"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/internal/browser"
)

type css = chromedp.CSS

const binary = "../bin/even-ladder"

// page is one browser on one application, with short ways to say what a reader
// does.
type page struct {
	t   *testing.T
	ctx context.Context
	url string
}

// open starts the demo and a browser on an address of it. Whatever the browser
// logs as an error fails the test, unless the test expects refusals.
func open(t *testing.T, path string, expectRefusals bool) page {
	t.Helper()
	app, err := browser.Start(t.Context(), binary, "demo")
	require.NoError(t, err)
	ctx, cancel := browser.Open(context.Background(), 1280, 800)
	var lock sync.Mutex
	var complaints []string
	p := page{t, ctx, app.URL}
	require.NoError(t, chromedp.Listen(ctx, func(event any) {
		lock.Lock()
		defer lock.Unlock()
		switch e := event.(type) {
		case *runtime.EventExceptionThrown:
			complaints = append(complaints, e.ExceptionDetails.Text)
		case *log.EventEntryAdded:
			if e.Entry.Level == log.EntryLevelError && !(expectRefusals && (strings.Contains(e.Entry.Text, "responded with a status of") || strings.Contains(e.Entry.Text, "net::ERR"))) {
				complaints = append(complaints, e.Entry.Text+" "+e.Entry.URL)
			}
		}
	}))
	t.Cleanup(func() {
		p.keepPicture()
		cancel()
		app.Stop()
		lock.Lock()
		defer lock.Unlock()
		assert.Empty(t, complaints, "the browser complains")
	})
	p.do(chromedp.Navigate(app.URL + path))
	return p
}

// keepPicture leaves a picture of a failed test's screen in the temporary
// folder.
func (p page) keepPicture() {
	if !p.t.Failed() {
		return
	}
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	if picture, err := chromedp.Run(ctx, chromedp.CaptureScreenshot()); err == nil {
		name := filepath.Join(os.TempDir(), strings.ReplaceAll(p.t.Name(), "/", "-")+".png")
		p.t.Log(name, os.WriteFile(name, picture, 0o600))
	}
}

// patience bounds each thing that a test does.
const patience = 60 * time.Second

func (p page) do(steps ...chromedp.Action[chromedp.Void]) {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	if err := chromedp.Do(ctx, steps...); err != nil {
		body, _ := chromedp.Run(p.ctx, chromedp.Evaluate[string](`document.body.innerText.replaceAll("\n", " ").slice(0, 300)`))
		require.NoError(p.t, err, "the page says: %s", body)
	}
}

// value evaluates a script on the page, waiting for a promise.
func value[T any](p page, script string) T {
	p.t.Helper()
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	v, err := chromedp.Run(ctx, chromedp.Evaluate[T](script, chromedp.EvalAwaitPromise))
	require.NoError(p.t, err, script)
	return v
}

func (p page) text(selector string) string {
	p.t.Helper()
	return strings.Join(strings.Fields(value[string](p, fmt.Sprintf(`document.querySelector(%q)?.innerText ?? ""`, selector))), " ")
}

// eventually waits until the text at a selector holds what is wanted.
func (p page) eventually(selector, want string) {
	p.t.Helper()
	require.Eventually(p.t, func() bool { return strings.Contains(p.text(selector), want) }, patience, 20*time.Millisecond, "%s should say %q, says %q", selector, want, p.text(selector))
}

func (p page) address() string {
	return value[string](p, `location.href`)
}

// marks are what a screen reader says of the notes on the neck.
func (p page) marks() []string {
	return value[[]string](p, `[...document.querySelectorAll('[data-note]')].map(e => e.getAttribute('aria-label'))`)
}

// pick presses a word and one of its choices.
func pick(field, choice string) chromedp.Action[chromedp.Void] {
	option := fmt.Sprintf(`//li[@role="option"][span[contains(@class,"label") and normalize-space()=%q]]`, choice)
	return chromedp.Steps(
		chromedp.Click(css(fmt.Sprintf(`[data-word=%q]`, field))),
		chromedp.WaitVisible(option),
		focused(".picker input"), // and the list has scrolled to the present choice
		chromedp.Click(option),
	)
}

func press(keys ...string) chromedp.Action[chromedp.Void] {
	var steps []chromedp.Action[chromedp.Void]
	for _, k := range keys {
		steps = append(steps, chromedp.KeyEvent(k), chromedp.Sleep(60*time.Millisecond))
	}
	return chromedp.Steps(steps...)
}

// focused waits until what is typed goes to a field.
func focused(field string) chromedp.Action[chromedp.Void] {
	return chromedp.WaitReady(css(field + ":focus"))
}

// settled is time for a closing picker to stop taking a held key for a press.
const settled = 300 * time.Millisecond

const start = "/?instrument.id=guitar&scale.tonic=E&scale.name=dorian"

func TestAPlanByPressingWordsOnly(t *testing.T) {
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(pick("instrument.id", "4-string bass"))
	p.eventually("h1", "On a 4-string bass tuned E A D G")
	p.do(pick("scale.tonic", "A♭"), pick("scale.name", "Lydian"))
	p.eventually("h1", "lay A♭ Lydian out")
	p.do(pick("rhythm.perBeat", "triplets"), pick("run.direction", "up"))
	p.eventually("h1", "Play it straight, up, in triplets")
	assert.Equal(t, "string 4, fret 4, A flat, root, index finger", p.marks()[0])
	assert.Contains(t, p.address(), "scale.tonic=Ab")
	assert.Contains(t, p.text("aside"), "3 flats: B♭ E♭ A♭", "a Lydian carries its parent's signature")

	// Back and forward walk through the briefs.
	p.do(chromedp.NavigateBack())
	p.eventually("h1", "up and down")
	p.do(chromedp.NavigateForward())
	p.eventually("h1", "straight, up, in triplets")

	// A related scale is one press away; so is the next box.
	p.do(chromedp.Click(`//aside//button[contains(., "E♭ major")]`))
	p.eventually("h1", "lay E♭ major out")
	p.do(chromedp.Click(css(`button[aria-label="Next box (full stop)"]`)))
	p.eventually("aside", "Hand, box 2")
}

func TestAPlanByKeyboardOnly(t *testing.T) {
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(press("b", kb.Tab, kb.Tab, kb.Enter), focused(".picker input"), press("b", "b", kb.Enter))
	p.eventually("h1", "lay B♭ Dorian out")
	p.do(chromedp.Sleep(settled), press(kb.Tab, kb.Enter), focused(".picker input"), press("k", "u", "m", kb.Enter))
	p.eventually("h1", "lay B♭ kumoi out")
	p.do(chromedp.Sleep(settled), press(kb.Enter), focused(".picker input"), press(kb.ArrowDown, kb.Enter))
	p.eventually("h1", "lay B♭ in-sen out")
	p.do(chromedp.Sleep(settled), press(".", "."))
	p.eventually("aside", "Hand, box 3")
	p.do(press(","))
	p.eventually("aside", "Hand, box 2")
	p.do(press("k"))
	p.eventually("h1", "lay E♭ in-sen out")
	p.do(press("K", "K"))
	p.eventually("h1", "lay F in-sen out")
	labels := func() string {
		return value[string](p, `[...document.querySelectorAll('.neck .mark text')].map(e => e.textContent).join(' ')`)
	}
	fingers := labels()
	assert.Regexp(t, `^[0-4]( [0-4])+$`, fingers)
	p.do(press("l"))
	assert.NotEqual(t, fingers, labels())
	p.do(press("l", "l"))
	assert.Regexp(t, `F`, labels(), "notes stand on the marks")
	p.do(press("?"))
	p.eventually("[role=dialog]", "play the run")
}

func TestSaveReloadOpenUndo(t *testing.T) {
	p := open(t, start+"&layout.box=3", false)
	p.eventually("h1", "lay E Dorian out")
	p.do(
		chromedp.Click(css(`[data-do=save]`)), focused(".save input"),
		press("W", "e", "t"), chromedp.Reload(),
	)
	p.eventually("h1", "lay E Dorian out")
	p.do(chromedp.Click(css(`[data-do=save]`)), focused(".save input"), press(kb.End, " ", "d", "a", "y", kb.Enter))
	p.eventually(".kept", "Wet day")
	assert.Contains(t, p.address(), "saved=")

	p.do(chromedp.Navigate(p.url+"/saved"), chromedp.WaitVisible(css(`ul[aria-label="Saved briefs"]`)))
	assert.Contains(t, p.text("li"), "Wet day", "what was typed before the reload was not lost")
	p.do(chromedp.Click(`//a[contains(., "Wet day")]`))
	p.eventually("aside", "Hand, box 4")
	p.eventually(".kept", "Wet day")

	p.do(chromedp.Navigate(p.url+"/saved"), chromedp.WaitVisible(css(`button[aria-label="Delete Wet day"]`)), chromedp.Click(css(`button[aria-label="Delete Wet day"]`)))
	p.eventually(".v-snackbar", "is deleted")
	assert.NotContains(t, p.text("main"), "Wet day")
	p.do(chromedp.Click(`//button[contains(., "Undo")]`))
	p.eventually("main", "Wet day")

	p.do(chromedp.SendKeys(css(`.search input`), "slack"))
	p.eventually("li", "slack tuning")
	assert.NotContains(t, p.text("main"), "Wet day")
}

func TestTheShelf(t *testing.T) {
	p := open(t, "/saved", false)
	p.eventually("main", "Wenna: high and narrow")
	button := func(name string) chromedp.Action[chromedp.Void] {
		return chromedp.Click(css(`button[aria-label="` + name + `"]`))
	}
	p.do(button("Rename Wenna: high and narrow"), focused(".rename input"), press("W", "e", "n", kb.Enter))
	p.eventually("main", "Wen")
	require.Eventually(t, func() bool { return !strings.Contains(p.text("main"), "high and narrow") }, patience, 20*time.Millisecond)
	p.do(button("Copy Wen"))
	p.eventually("li", "Wen (copy)")

	// Own instruments stand in the workshop, with the same actions.
	p.do(chromedp.Navigate(p.url + "/workshop"))
	const shelf = `ul[aria-label="Own instruments"]`
	p.eventually(shelf, "Loft-room slack tuning")
	p.do(button("Copy Loft-room slack tuning"))
	p.eventually(shelf, "Loft-room slack tuning (copy)")
	p.do(button("Delete Loft-room slack tuning"))
	p.eventually(".v-snackbar", "is deleted")
	require.Eventually(t, func() bool { return strings.Count(p.text(shelf), "Loft-room") == 1 }, patience, 20*time.Millisecond)
	p.do(chromedp.Click(`//button[contains(., "Undo")]`))
	require.Eventually(t, func() bool { return strings.Count(p.text(shelf), "Loft-room") == 2 }, patience, 20*time.Millisecond)
	p.do(chromedp.Click(`//a[normalize-space()="Loft-room slack tuning"]`))
	p.eventually("h1", "On a guitar tuned C G D G B D")
}

func TestAChangeFromElsewhereLosesNothing(t *testing.T) {
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	p.do(chromedp.Click(css(`[data-do=save]`)), focused(".save input"), press("M", "i", "n", "e", kb.Enter))
	p.eventually(".kept", "Mine")
	p.do(chromedp.WaitNotPresent(css(`.v-overlay .save`)))
	value[bool](p, `(async () => {
		const id = new URL(location.href).searchParams.get('saved')
		await fetch('/api/v1/briefs/' + id, {method: 'PUT', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({title: 'Theirs', version: 1, brief: {instrument: {id: 'bass'}, scale: {tonic: 'F', name: 'major'}}})})
		return true
	})()`)
	p.do(chromedp.Click(css(`[data-do=save]`)), focused(".save input"), press(kb.End, "r", kb.Enter))
	p.eventually("[role=dialog]", "was changed somewhere else")
	both := p.text("[role=dialog]")
	assert.Contains(t, both, "Miner")
	assert.Contains(t, both, "Theirs")
	p.do(chromedp.Click(`//button[contains(., "Keep both")]`))
	p.eventually(".kept", "Miner")
	p.do(chromedp.Navigate(p.url + "/saved"))
	p.eventually("main", "Theirs")
	p.eventually("main", "Miner")
}

func TestBadInputKeepsTheLastGoodPlan(t *testing.T) {
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	before := p.marks()
	p.do(chromedp.Click(css(`[data-word="instrument.tuning"]`)), focused(".picker input"), chromedp.KeyEvent("E2 H2 A2"), press(kb.Enter))
	p.eventually("[role=alert]", `"H2" is not a pitch`)
	assert.Equal(t, before, p.marks(), "the last good plan stays on screen")
	assert.Equal(t, "instrument.tuning", value[string](p, `document.querySelector('[aria-invalid=true]').dataset.word`), "the problem stands at its word")
	p.do(chromedp.Click(css(`[data-word="instrument.tuning"]`)), focused(".picker input"))
	assert.Equal(t, "E2 H2 A2", value[string](p, `document.querySelector('.picker input').value`), "what was typed is still there")
	p.do(press(kb.Backspace), chromedp.KeyEvent("E2 B2 A3"), press(kb.Enter))
	p.eventually("h1", "tuned E B A")
	assert.Empty(t, p.text("[role=alert]"))

	// A bad address helps too, without a plan to fall back on.
	p.do(chromedp.Navigate(p.url + "/?instrument.id=harp&scale.tonic=E&scale.name=dorian"))
	p.eventually("[role=alert]", `no instrument is called "harp"`)
	p.do(chromedp.Click(`//button[contains(., "Start afresh")]`))
	p.eventually("h1", "lay E Dorian out")
}

func TestLooksAreKept(t *testing.T) {
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(press("e"))
	require.Eventually(t, func() bool { return value[bool](p, `!!document.querySelector('.ruler .mm')`) }, patience, 20*time.Millisecond, "the ruler is in millimetres")
	width := func(fret int) float64 {
		return value[float64](p, fmt.Sprintf(`(() => { const w = [...document.querySelectorAll('.wires path:not(.nut)')].map(e => e.getBoundingClientRect().x); return w[%d] - w[%d] })()`, fret, fret-1))
	}
	// Reference: frets an octave apart stand twice as close.
	assert.InDelta(t, 2, width(2)/width(14), 0.1, "true spacing keeps the proportions of the string")
	p.do(chromedp.Click(css(`button[aria-label="Lamp-light colours"]`)), chromedp.Reload())
	p.eventually("h1", "lay E Dorian out")
	require.Eventually(t, func() bool { return value[bool](p, `!!document.querySelector('.ruler .mm')`) }, patience, 20*time.Millisecond, "the ruler is in millimetres")
	assert.Equal(t, "rgb(33, 31, 27)", value[string](p, `getComputedStyle(document.querySelector('.v-application')).backgroundColor`), "lamp-light outlives a reload")
	p.do(press("e"))
	assert.InDelta(t, 1, width(2)/width(14), 0.05, "even spacing")

	p.do(chromedp.Navigate(p.url + "/?instrument.id=guitar&instrument.leftHanded=true&scale.tonic=E&scale.name=dorian"))
	p.eventually("h1", "left-handed guitar")
	nutIsRight := value[bool](p, `document.querySelector('.wires .nut').getBoundingClientRect().x > document.querySelector('.neck').getBoundingClientRect().right - 80`)
	assert.True(t, nutIsRight, "left-handed mirrors the neck")

	p.do(chromedp.Navigate(p.url + "/saved"))
	p.eventually("main", "briefs (")
	p.do(chromedp.Click(`//nav//a[contains(., "Bench")]`))
	p.eventually("h1", "left-handed guitar")
}

// offline keeps the page from the application's interface.
func (p page) offline(off bool) {
	p.t.Helper()
	blocked := network.SetBlockedURLsParams{URLPatterns: []*network.BlockPattern{{URLPattern: p.url + "/api/*", Block: off}}}
	_, err := chromedp.Call(p.ctx, network.SetBlockedURLs, blocked)
	require.NoError(p.t, err)
}

// When the application has gone, the plan stays on screen, the page says so,
// and trying again works once it is back.
func TestTheApplicationGoesAway(t *testing.T) {
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	before := p.marks()
	p.offline(true)
	p.do(press("k"))
	p.eventually("[role=alert]", "does not answer")
	assert.Equal(t, before, p.marks())
	p.offline(false)
	p.do(chromedp.Click(`//button[contains(., "Try again")]`))
	p.eventually("h1", "lay A Dorian out")
	require.Eventually(t, func() bool { return p.text("[role=alert]") == "" }, patience, 20*time.Millisecond, "the alert goes once there is an answer")
	assert.NotEqual(t, before, p.marks(), "and the neck shows the new key")
}

// A shelf that cannot be fetched is not said to be empty.
func TestAShelfThatDoesNotAnswer(t *testing.T) {
	p := open(t, "/workshop", true)
	p.eventually("main", "Loft-room slack tuning")
	p.offline(true)
	p.do(chromedp.Click(`//nav//a[contains(., "Saved")]`))
	p.eventually("[role=alert]", "does not answer")
	assert.NotContains(t, p.text("main"), "No brief is saved yet")
	p.offline(false)
	p.do(chromedp.Click(`//button[contains(., "Try again")]`))
	p.eventually("main", "Wenna: high and narrow")
	assert.Empty(t, p.text("[role=alert]"))
}

func TestFinePointsAndAKeptInstrument(t *testing.T) {
	p := open(t, start+"&instrument.frets=19&instrument.scaleLengthMm=590", false)
	p.eventually("h1", "lay E Dorian out")
	fine := func(item string) {
		p.do(chromedp.Click(css(".fine")), chromedp.WaitVisible(css(`[data-fine="`+item+`"]`)), chromedp.Sleep(200*time.Millisecond), chromedp.Click(css(`[data-fine="`+item+`"]`)), chromedp.Sleep(300*time.Millisecond))
	}
	fine("hand.open")
	p.do(chromedp.Click(`//button[contains(., "without open strings")]`))
	p.eventually("h1", "without open strings")
	p.do(chromedp.WaitNotPresent(css(".v-overlay__scrim")), pick("hand.open", "open strings up and down"))
	require.Eventually(t, func() bool { return !strings.Contains(p.text("h1"), "open strings") }, patience, 20*time.Millisecond)
	fine("keep")
	p.do(focused(".keep input"), chromedp.KeyEvent("Attic guitar\r"))
	p.eventually(".v-snackbar", "Attic guitar is kept")
	p.do(chromedp.Navigate(p.url + start))
	p.eventually("h1", "lay E Dorian out")
	p.do(pick("instrument.id", "Attic guitar"))
	require.Eventually(t, func() bool { return strings.Contains(p.address(), "scaleLengthMm=590") }, patience, 20*time.Millisecond)
}

func TestThePrintedPage(t *testing.T) {
	p := open(t, "/?instrument.id=mandolin&scale.tonic=Gb&scale.name=mixolydian&layout.box=1", false)
	p.eventually("h1", "lay G♭ Mixolydian out")
	dir := t.TempDir()
	_, err := chromedp.CallBrowser(p.ctx, cdpbrowser.SetDownloadBehavior, cdpbrowser.SetDownloadBehaviorParams{
		Behavior: cdpbrowser.SetDownloadBehaviorBehaviorAllow, DownloadPath: dir,
	})
	require.NoError(t, err)
	p.do(
		press("p"), chromedp.WaitVisible(css(`.preview img`)),
		chromedp.Click(css(`[data-format=pdf]`)),
	)
	file := filepath.Join(dir, "g-flat-mixolydian-mandolin.pdf")
	require.Eventually(t, func() bool { s, err := os.Stat(file); return err == nil && s.Size() > 0 }, 10*time.Second, 50*time.Millisecond)
	out, err := exec.Command("pdftotext", "-layout", file, "-").Output()
	require.NoError(t, err)
	text := strings.Join(strings.Fields(string(out)), " ")
	assert.Contains(t, text, "On a mandolin tuned G D A E, lay G♭ Mixolydian out as three notes per string")
	assert.Contains(t, text, "Box 2")
	assert.Contains(t, text, "G♭ A♭ B♭ C♭ D♭ E♭ F♭")
}

// axe-core finds no violation, in either theme and either size.
func TestAccessible(t *testing.T) {
	axe, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "axe-core comes with make's front-end packages")
	for _, c := range []struct {
		name, path, theme string
		width             int64
		then              chromedp.Action[chromedp.Void]
	}{
		{"bench by day", start, "paper", 1280, nil},
		{"bench by lamp", start, "lamp", 1280, nil},
		{"bench on a tablet, with cautions and added notes", "/?instrument.id=guitar&scale.tonic=Gb&scale.name=mixolydian&layout.system=five-form", "lamp", 820, nil},
		{"a picker", start, "paper", 1280, chromedp.Click(css(`[data-word="scale.name"]`))},
		{"one octave, by lamp", "/?instrument.id=guitar&scale.tonic=Gb&scale.name=mixolydian&layout.system=one-octave", "lamp", 1280, chromedp.Click(css(`[data-note="2"]`))},
		{"two plans", "/compare", "paper", 1280, nil},
		{"two plans by lamp", "/compare", "lamp", 820, nil},
		{"workshop by day", "/workshop", "paper", 820, chromedp.Click(css("[data-do=new-instrument]"))},
		{"workshop by lamp", "/workshop", "lamp", 1280, chromedp.Click(css("[data-do=new-scale]"))},
		{"a round by day", "/rounds?instrument.id=mandolin&scale.tonic=Bb&scale.name=dorian&round.place=first-position", "paper", 1280, nil},
		{"a round by lamp, its necks hidden", "/rounds?instrument.id=bass&scale.tonic=E&scale.name=mixolydian", "lamp", 820, press("h")},
		{"the staff by lamp", start + "&run.lean=2", "lamp", 1280, press("s")},
		{"saved by day", "/saved", "paper", 1280, nil},
		{"saved by lamp", "/saved", "lamp", 820, nil},
	} {
		t.Run(c.name, func(t *testing.T) {
			p := open(t, c.path, false)
			value[bool](p, fmt.Sprintf(`localStorage.setItem('even-ladder.theme', %q), true`, c.theme))
			p.do(
				chromedp.EmulateViewport(c.width, 900), chromedp.Reload(), chromedp.WaitVisible(css("h1")), chromedp.Sleep(400*time.Millisecond),
			)
			if c.then != nil {
				p.do(c.then, chromedp.Sleep(500*time.Millisecond))
			}
			found := value[string](p, string(axe)+`; axe.run().then(r => JSON.stringify(r.violations.map(v => ({id: v.id, help: v.help, nodes: v.nodes.map(n => n.html + ' ' + n.failureSummary)}))))`)
			var violations []any
			require.NoError(t, json.Unmarshal([]byte(found), &violations))
			assert.Empty(t, violations)
		})
	}
}
