package e2e

import (
	"encoding/json"
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	cdpbrowser "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

const start = "/?instrument.id=guitar&scale.tonic=E&scale.name=dorian"

func TestAPlanByPressingWordsOnly(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(pick("instrument.id", "4-string bass"))
	p.eventually("h1", "On a 4-string bass tuned E A D G")
	p.do(pick("scale.tonic", "A♭"), pick("scale.name", "Lydian"))
	p.eventually("h1", "lay A♭ Lydian out")
	p.do(pick("rhythm.perBeat", "triplets"), pick("run.direction", "up"))
	p.eventually("h1", "Play it straight, up, in triplets")
	assert.Equal(t, "string 4, fret 4, A flat, root, index finger, reaches back", p.marks()[0])
	assert.Contains(t, p.address(), "scale.tonic=Ab")
	assert.Contains(t, p.text("aside"), "3 flats: B♭ E♭ A♭", "a Lydian carries its parent's signature")

	// Back and forward walk through the briefs.
	p.do(chromedp.NavigateBack())
	p.eventually("h1", "up and down")
	p.do(chromedp.NavigateForward())
	p.eventually("h1", "straight, up, in triplets")

	// A related scale is one press away; so is the next box.
	p.do(click(`//aside//button[contains(., "E♭ major")]`))
	p.eventually("h1", "lay E♭ major out")
	p.eventually("aside", "Hand, box 4") // the same notes stay where the hand is
	p.do(click(`button[aria-label="Next box (period)"]`))
	p.eventually("aside", "Hand, box 5")
	p.do(chromedp.NavigateBack())
	p.eventually("aside", "Hand, box 4")
	p.do(chromedp.NavigateForward())
	p.eventually("aside", "Hand, box 5")
}

func TestAPlanByKeyboardOnly(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(press("b", kb.ArrowRight, kb.ArrowRight, kb.Enter), focused(".picker input"), press("b", "b", kb.Enter))
	p.eventually("h1", "lay B♭ Dorian out")
	p.do(press(kb.ArrowRight, kb.Enter), focused(".picker input"), press("k", "u", "m", kb.Enter))
	p.eventually("h1", "lay B♭ kumoi out")
	p.do(press(kb.Enter), focused(".picker input"), press(kb.ArrowDown, kb.Enter))
	p.eventually("h1", "lay B♭ in-sen out")
	p.until(`!document.querySelector('.picker input:focus')`, "what is pressed goes to the bench")
	p.do(press(".", "."))
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
	t.Parallel()
	p := open(t, start+"&layout.box=3", false)
	p.eventually("h1", "lay E Dorian out")
	p.do(
		more("save"), focused(".save input"),
		press("W", "e", "t"), chromedp.Reload(),
	)
	p.eventually("h1", "lay E Dorian out")
	p.do(more("save"), focused(".save input"), press(kb.End, " ", "d", "a", "y", kb.Enter))
	p.eventually(".kept", "Wet day")
	assert.Contains(t, p.address(), "saved=")

	p.do(chromedp.Navigate(p.url+"/saved"), chromedp.WaitVisible(css(`ul[aria-label="Saved briefs"]`)))
	assert.Contains(t, p.text("li"), "Wet day", "what was typed before the reload was not lost")
	p.do(click(`//a[contains(., "Wet day")]`))
	p.eventually("aside", "Hand, box 4")
	p.eventually(".kept", "Wet day")

	p.do(chromedp.Navigate(p.url+"/saved"), ofKept("Wet day", "delete"))
	p.eventually(".v-snackbar", "is deleted")
	assert.NotContains(t, p.text("main"), "Wet day")
	p.do(click(`//button[contains(., "Undo")]`))
	p.eventually("main", "Wet day")

	p.do(ofKept("Wet day", "delete"))
	p.eventually(".v-snackbar", "is deleted")
	p.do(chromedp.Reload(), more("deleted"), click(`button[aria-label="Restore Wet day"]`))
	p.eventually("main", "Nothing here")
	p.do(click(`[data-choice=briefs]`))
	p.eventually("main", "Wet day")

	p.do(chromedp.SendKeys(css(`.search input`), "slack"))
	p.eventually("li", "slack tuning")
	assert.NotContains(t, p.text("main"), "Wet day")
}

// A backup is made, looked at and restored by presses; what came after it is back by Undo.
func TestSafeKeepingOnTheShelf(t *testing.T) {
	t.Parallel()
	p := open(t, "/saved", false)
	p.eventually("main", "Wenna: high and narrow")
	p.do(more("keeping"))
	p.eventually("main", "No backups yet")
	p.do(click("[data-do=back-up]"))
	p.eventually("main", "Last backup")
	p.do(click("[data-choice=briefs]"), ofKept("Wenna: high and narrow", "delete"))
	p.gone("main", "high and narrow")
	p.do(more("keeping"), click("[data-do=look]"))
	p.eventually("[data-seen]", "15 briefs")
	p.do(click("[data-do=restore]"))
	p.eventually(".v-snackbar", "Restored from the backup")
	p.do(click("[data-choice=briefs]"))
	p.eventually("main", "high and narrow")
	p.do(click(`//button[contains(., "Undo")]`))
	p.gone("main", "high and narrow")
}

// An export is looked at and taken in: what was deleted since is back.
func TestAnExportComesBack(t *testing.T) {
	t.Parallel()
	p := open(t, "/saved", false)
	p.eventually("main", "Wenna: high and narrow")
	file := filepath.Join(t.TempDir(), "all.json")
	all := value[string](p, `fetch('/api/v1/keeping/export').then(r => r.text())`)
	require.NoError(t, os.WriteFile(file, []byte(all), 0o600))
	p.do(ofKept("Wenna: high and narrow", "delete"))
	p.gone("main", "high and narrow")
	p.do(more("keeping"), chromedp.WaitVisible(css("[data-do=import]")),
		chromedp.SetUploadFiles(css(`input[accept=".json"][aria-label="An export of Even Ladder"]`), []string{file}))
	p.eventually("[data-given]", "saved, 0 added, 1 changed")
	p.do(click("[data-do=take-export]"))
	p.eventually(".v-snackbar", "Imported.")
	p.do(click("[data-choice=briefs]"))
	p.eventually("main", "high and narrow")
}

func TestTheShelf(t *testing.T) {
	t.Parallel()
	p := open(t, "/saved", false)
	p.eventually("main", "Wenna: high and narrow")
	p.do(ofKept("Wenna: high and narrow", "rename"), focused(".rename input"), press("W", "e", "n", kb.Enter))
	p.eventually("main", "Wen")
	p.gone("main", "high and narrow")
	p.do(ofKept("Wen", "duplicate"))
	p.eventually("li", "Wen (copy)")

	// Own instruments stand in the workshop, with the same actions.
	p.do(chromedp.Navigate(p.url + "/workshop"))
	const shelf = `ul[aria-label="Your instruments"]`
	p.eventually(shelf, "Loft-room slack tuning")
	p.do(ofKept("Loft-room slack tuning", "duplicate"))
	p.eventually(shelf, "Loft-room slack tuning (copy)")
	p.do(ofKept("Loft-room slack tuning", "delete"))
	p.eventually(".v-snackbar", "is deleted")
	p.wait(func() bool { return strings.Count(p.text(shelf), "Loft-room") == 1 }, "it should come to be so")
	p.do(click(`//button[contains(., "Undo")]`))
	p.wait(func() bool { return strings.Count(p.text(shelf), "Loft-room") == 2 }, "it should come to be so")
	p.do(click(`//a[normalize-space()="Loft-room slack tuning"]`))
	p.eventually("h1", "On a guitar tuned C G D G B D")
}

func TestAChangeFromElsewhereLosesNothing(t *testing.T) {
	t.Parallel()
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	p.do(more("save"), focused(".save input"), press("M", "i", "n", "e", kb.Enter))
	p.eventually(".kept", "Mine")
	p.do(chromedp.WaitNotPresent(css(`.v-overlay .save`)))
	value[bool](p, `(async () => {
		const id = new URL(location.href).searchParams.get('saved')
		await fetch('/api/v1/shelf/briefs/' + id, {method: 'PUT', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({title: 'Theirs', version: 1, brief: {instrument: {id: 'bass'}, scale: {tonic: 'F', name: 'major'}}})})
		return true
	})()`)
	p.do(more("save"), focused(".save input"), press(kb.End, "r", kb.Enter))
	p.eventually("[data-two]", "was changed somewhere else")
	both := p.text("[data-two]")
	assert.Contains(t, both, "Miner")
	assert.Contains(t, both, "Theirs")
	p.do(click(`//button[contains(., "Keep both")]`))
	p.eventually(".kept", "Miner")
	p.do(chromedp.Navigate(p.url + "/saved"))
	p.eventually("main", "Theirs")
	p.eventually("main", "Miner")
}

func TestBadInputKeepsTheLastGoodPlan(t *testing.T) {
	t.Parallel()
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	before := p.marks()
	p.do(click(`[data-word="instrument.tuning"]`), focused(".picker input"),
		chromedp.KeyEvent("E2 H2 A2"), press(kb.Enter))
	p.eventually(".picker [role=alert]", `"H2" is not a pitch`)
	assert.Equal(t, before, p.marks(), "the last good plan stays on screen")
	assert.Equal(t, "E2 H2 A2", value[string](p, `document.querySelector('.picker input').value`),
		"what was typed is still there")
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelector('.picker input').select()`),
		chromedp.KeyEvent("E2 B2 A3"), press(kb.Enter))
	p.eventually("h1", "tuned E B A")
	assert.Empty(t, p.text("[role=alert]"))

	// A bad address helps too, without a plan to fall back on.
	p.do(chromedp.Navigate(p.url + "/?instrument.id=harp&scale.tonic=E&scale.name=dorian"))
	p.eventually("[role=alert]", `no instrument is called "harp"`)
	p.do(click(`//button[contains(., "Start over")]`))
	p.eventually("h1", "lay E Dorian out")
}

func TestLooksAreKept(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(press("e"))
	p.until(`!!document.querySelector('.ruler .mm')`, "the ruler is in millimetres")
	width := func(fret int) float64 {
		return value[float64](p, fmt.Sprintf(`(() => { const w = [...document.querySelectorAll('.wires path:not(.nut)')].map(e => e.getBoundingClientRect().x); return w[%d] - w[%d] })()`, fret, fret-1))
	}
	// Reference: frets an octave apart stand twice as close.
	assert.InDelta(t, 2, width(2)/width(14), 0.1, "true spacing keeps the proportions of the string")
	p.do(click(`button[aria-label="Lamp-light colours"]`), chromedp.Reload())
	p.eventually("h1", "lay E Dorian out")
	p.until(`!!document.querySelector('.ruler .mm')`, "the ruler is in millimetres")
	assert.Equal(t, "rgb(33, 31, 27)", value[string](p,
		`getComputedStyle(document.querySelector('.v-application')).backgroundColor`), "lamp-light outlives a reload")
	p.do(press("e"))
	assert.InDelta(t, 1, width(2)/width(14), 0.05, "even spacing")

	p.do(chromedp.Navigate(p.url + "/?instrument.id=guitar&instrument.leftHanded=true&scale.tonic=E&scale.name=dorian"))
	p.eventually("h1", "left-handed guitar")
	nutIsRight := value[bool](p, `document.querySelector('.wires .nut').getBoundingClientRect().x > document.querySelector('.neck').getBoundingClientRect().right - 80`)
	assert.True(t, nutIsRight, "left-handed mirrors the neck")

	p.do(chromedp.Navigate(p.url + "/saved"))
	p.eventually("main", "Briefs (")
	p.do(click(`//nav//a[contains(., "Bench")]`))
	p.eventually("h1", "left-handed guitar")
}

// offline keeps the page from the application's interface.
func (p page) offline(off bool) {
	p.t.Helper()
	blocked := network.SetBlockedURLsParams{URLPatterns: []*network.BlockPattern{{URLPattern: p.url + "/api/*",
		Block: off}}}
	_, err := chromedp.Call(p.ctx, network.SetBlockedURLs, blocked)
	require.NoError(p.t, err)
}

// When the application has gone, the plan stays on screen, the page says so,
// and trying again works once it is back.
func TestTheApplicationGoesAway(t *testing.T) {
	t.Parallel()
	p := open(t, start, true)
	p.eventually("h1", "lay E Dorian out")
	var before []string
	var key string
	p.offline(true)
	p.wait(func() bool { // the next key by fourths may be here already
		before, key = p.marks(), p.text("h1")
		p.do(press("k"))
		return strings.Contains(p.text("[role=alert]"), "Can't reach Even Ladder")
	}, "a key that is not here is asked for")
	assert.Equal(t, before, p.marks())
	p.offline(false)
	p.do(click(`//button[contains(., "Try again")]`))
	p.gone("h1", key)
	p.wait(func() bool { return p.text("[role=alert]") == "" }, "the alert goes once there is an answer")
	assert.NotEqual(t, before, p.marks(), "and the neck shows the new key")
}

// A shelf that cannot be fetched is not said to be empty.
func TestAShelfThatDoesNotAnswer(t *testing.T) {
	t.Parallel()
	p := open(t, "/workshop", true)
	p.eventually("main", "Loft-room slack tuning")
	p.offline(true)
	p.do(click(`//nav//a[contains(., "Shelf")]`))
	p.eventually("[role=alert]", "Can't reach Even Ladder")
	assert.NotContains(t, p.text("main"), "No briefs yet")
	p.offline(false)
	p.do(click(`//button[contains(., "Try again")]`))
	p.eventually("main", "Wenna: high and narrow")
	assert.Empty(t, p.text("[role=alert]"))
}

func TestFinePointsAndAKeptInstrument(t *testing.T) {
	t.Parallel()
	p := open(t, start+"&instrument.frets=19&instrument.scaleLengthMm=590", false)
	p.eventually("h1", "lay E Dorian out")
	fine := func(item string) {
		p.do(click(".fine"), chromedp.WaitVisible(css(item)), settle(), click(item))
	}
	fine(`[data-fine="hand.open"] button`)
	p.do(focused(".picker input"), chromedp.KeyEvent("without open"), press(kb.Enter))
	p.eventually("h1", "without open strings")
	p.do(press(kb.Escape), chromedp.WaitNotPresent(css(".v-overlay__scrim")),
		pick("hand.open", "open strings up and down"))
	p.gone("h1", "open strings")
	fine("[data-fine=keep]")
	p.do(focused(".keep input"), chromedp.KeyEvent("Attic guitar\r"))
	p.eventually(".v-snackbar", "Attic guitar is saved")
	p.do(chromedp.Navigate(p.url + start))
	p.eventually("h1", "lay E Dorian out")
	p.do(pick("instrument.id", "Attic guitar"))
	p.wait(func() bool { return strings.Contains(p.address(), "scaleLengthMm=590") }, "it should come to be so")
}

func TestThePrintedPage(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=mandolin&scale.tonic=Gb&scale.name=mixolydian&layout.system=three-per-string&layout.box=1", false)
	p.eventually("h1", "lay G♭ Mixolydian out")
	dir := t.TempDir()
	_, err := chromedp.CallBrowser(p.ctx, cdpbrowser.SetDownloadBehavior, cdpbrowser.SetDownloadBehaviorParams{
		Behavior: cdpbrowser.SetDownloadBehaviorBehaviorAllow, DownloadPath: dir,
	})
	require.NoError(t, err)
	p.do(
		press("p"), chromedp.WaitVisible(css(`.preview img`)),
		click(`[data-format=pdf]`),
	)
	file := filepath.Join(dir, "g-flat-mixolydian-mandolin.pdf")
	p.arrives(file)
	out, err := exec.Command("pdftotext", "-layout", file, "-").Output()
	require.NoError(t, err)
	text := strings.Join(strings.Fields(string(out)), " ")
	assert.Contains(t, text, "On a mandolin tuned G D A E, lay G♭ Mixolydian out as three notes per string")
	assert.Contains(t, text, "Box 2")
	assert.Contains(t, text, "G♭ A♭ B♭ C♭ D♭ E♭ F♭")
}

// axe-core finds no violation on any screen, in any dialog or menu, in either theme,
// on a phone, a tablet and a laptop.
func TestAccessible(t *testing.T) {
	t.Parallel()
	axe, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	require.NoError(t, err, "axe-core comes with make's front-end packages")
	shared := open(t, "/healthz", true)
	for _, c := range []struct {
		name, path string
		then       chromedp.Action[chromedp.Void]
	}{
		{"bench", start, nil},
		{"cautions and added notes", "/?instrument.id=guitar&scale.tonic=Gb&scale.name=mixolydian&layout.system=five-form", nil},
		{"a mark", "/?instrument.id=guitar&scale.tonic=Gb&scale.name=mixolydian&layout.system=one-octave&run.chain=true", click(`[data-note="2"]`)},
		{"sights", start + "&instrument.capo=2", click("[data-sight]")},
		{"a picker", start, click(`[data-word="scale.name"]`)},
		{"more settings", start, click(".fine")},
		{"the sheet", start, more("sheet")},
		{"save", start, more("save")},
		{"sound", start, click("[data-do=sound]")},
		{"keys and signs", start, press("?")},
		{"the staff", start + "&run.lean=2", press("s")},
		{"a brief that cannot be laid out", "/?instrument.id=harp&scale.tonic=E&scale.name=dorian", nil},
		{"a round", "/rounds?instrument.id=mandolin&scale.tonic=Bb&scale.name=dorian&layout.system=three-per-string&round.place=first-position", nil},
		{"a round, its necks hidden", "/rounds?instrument.id=bass&scale.tonic=E&scale.name=mixolydian", press("h")},
		{"the sheet of a round", "/rounds?instrument.id=bass&scale.tonic=E&scale.name=mixolydian", press("p")},
		{"two plans", "/compare", nil},
		{"four plans", "/compare?first=instrument.id%3Dguitar%26scale.tonic%3DE%26scale.name%3Ddorian",
			click("[data-set=siblings]")},
		{"a judged take", "/practise?instrument.id=guitar&scale.tonic=B&scale.name=dorian&parts=octave",
			chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-fold=ladder] summary').click(), document.querySelector('[data-do=simulate]').click(), new Promise(r => setTimeout(r, 1500))`, chromedp.EvalAwaitPromise)},
		{"practise", "/practise?instrument.id=guitar&scale.tonic=E&scale.name=dorian", nil},
		{"Result", "/practise?instrument.id=bass&scale.tonic=E&scale.name=dorian", chromedp.Steps(click("[data-do=start]"),
			chromedp.WaitReady(css("[data-sounded]")), click("[data-do=start]"), chromedp.WaitVisible(css("[data-result]")))},
		{"today", "/today", nil},
		{"a day without lessons", "/today?on=2026-01-01", nil},
		{"a new pupil", "/today", chromedp.Steps(click("[data-do=add-pupil]"), click("[data-do=measure]"))},
		{"a pupil", "/today", click(row("Casimir") + ".name")},
		{"a practice plan", "/today", chromedp.Steps(click(row("Casimir")+".name"), click("[data-do=plan-weeks]"),
			chromedp.WaitVisible(css(".preview")))},
		{"kept weeks", "/today", chromedp.Steps(click(row("Ottoline")+".name"),
			chromedp.WaitVisible(css("[data-date]")))},
		{"send home", "/today", moreOf(row("Casimir"), "home")},
		{"from home", "/today", click("[data-do=results]")},
		{"for whom", start, click("[data-do=set-for]")},
		{"calls", callsInDflat, nil},
		{"a call", callsInDflat + "&level=2", chromedp.Steps(click("[data-do=start]"),
			chromedp.WaitVisible(css("[data-call]")), click("[data-place='1/3']"))},
		{"the end of a sitting", callsInDflat + "&level=2&kind=name", chromedp.Steps(click("[data-do=start]"),
			chromedp.WaitVisible(css("[data-call]")), click("[data-aloud=wrong]"),
			chromedp.WaitVisible(css("[data-do=next-call]")), click("[data-do=end]"),
			chromedp.WaitVisible(css(".end")))},
		{"a phrase", "/phrases", chromedp.Steps(click("[data-do=try-one]"), chromedp.WaitVisible(css("[data-way]")),
			click("[data-note='3']"), click("[data-do=on-neck]"))},
		{"no phrase", "/phrases", nil},
		{"the guide", "/guide/calls", nil},
		{"a phrase to keep", "/phrases", chromedp.Steps(click("[data-do=try-one]"),
			chromedp.WaitVisible(css("[data-way]")), click("[data-do=keep-phrase]"))},
		{"worksheets", "/sheets?instrument.id=guitar&scale.tonic=C&scale.name=major&sheet.keys=Bb", nil},
		{"a worksheet to fill in", "/sheets?instrument.id=guitar&scale.tonic=C&scale.name=major&sheet.keys=Bb&sheet.kind=neck", chromedp.Steps(click("[data-choice=fill]"), chromedp.WaitVisible(css("[data-item='1']")), click("[data-blank='1']"), press("f"))},
		{"a worksheet to mark", "/sheets?instrument.id=guitar&scale.tonic=C&scale.name=major&sheet.keys=Bb",
			click("[data-choice=mark]")},
		{"saved", "/saved", nil},
		{"deleted", "/saved", more("deleted")},
		{"backups", "/saved", chromedp.Steps(more("keeping"), click("[data-do=back-up]"),
			chromedp.WaitVisible(css("[data-do=look]")), click("[data-do=look]"),
			chromedp.WaitVisible(css("[data-seen]")))},
		{"an own instrument", "/workshop", click("[data-do=new-instrument]")},
		{"an own scale", "/workshop", click("[data-do=new-scale]")},
	} {
		t.Run(c.name, func(t *testing.T) {
			p := page{t, shared.ctx, shared.url}
			t.Cleanup(p.keepPicture)
			p.do(chromedp.Navigate(p.url + "/healthz"))
			value[bool](p, `localStorage.clear(), sessionStorage.clear(), localStorage.setItem('even-ladder.theme', 'paper'), true`)
			p.do(chromedp.EmulateViewport(1280, 900), chromedp.Navigate(p.url+c.path), chromedp.WaitVisible(css("h1")),
				settle())
			if c.then != nil {
				p.do(c.then, settle())
			}
			value[bool](p, string(axe)+`; true`)
			for i, width := range []int64{1280, 820, 390} {
				for _, look := range [][2]string{{"paper", []string{wholePage, inFront, inFront}[i]}, {"lamp", itsColour}} {
					theme, scope := look[0], look[1]
					value[bool](p, fmt.Sprintf(`dispatchEvent(new StorageEvent('storage', {key: 'even-ladder.theme', newValue: %q, storageArea: localStorage}))`, theme))
					p.do(chromedp.EmulateViewport(width, 900), settle())
					where := fmt.Sprintf("%s at %d by %s", c.name, width, theme)
					p.violations(where, scope)
					p.blankButtons(where)
				}
			}
		})
	}
	p := page{t, shared.ctx, shared.url}
	p.do(chromedp.EmulateViewport(390, 844), chromedp.Navigate(p.url+start), chromedp.WaitVisible(css("h1")), settle(),
		click("[data-do=screens]"), settle())
	value[bool](p, string(axe)+`; true`)
	p.violations("the screens of a phone", wholePage)
}

// blankButtons fails where a button that is seen draws neither words nor a picture of more than 8 px.
func (p page) blankButtons(where string) {
	p.t.Helper()
	assert.Empty(p.t, value[[]string](p, `[...document.querySelectorAll('button, [role=button], a.v-btn, summary')].filter((e) => {
		if (!e.checkVisibility({visibilityProperty: true, opacityProperty: true}) || e.matches('[data-place], [data-note]')) return false
		const drawn = [...e.querySelectorAll('svg, img, canvas, kbd')].some((d) => d.getBoundingClientRect().width > 8)
		return !drawn && !(e.innerText ?? '').trim() && !(e instanceof SVGElement)
	}).map((e) => e.outerHTML.slice(0, 160))`), "%s has blank buttons", where)
}

// What axe-core looks at: everything, by every rule; or what lies over the page if anything does, since the page below was
// looked at without it; or of that only what a theme can break.
const (
	wholePage = `document, {}`
	inFront   = `front(), {}`
	itsColour = `front(), {runOnly: ['color-contrast', 'link-in-text-block']}`
)

// violations fails where axe-core, which the page has, finds any.
func (p page) violations(where, scope string) {
	p.t.Helper()
	found := value[string](p, `(async () => {
		const front = () => {
			const over = [...document.querySelectorAll('.v-overlay--active:not(.v-snackbar) > .v-overlay__content')]
			return over.length ? {include: over} : document
		}
		const result = await axe.run(`+scope+`)
		return JSON.stringify(result.violations.map(v => ({id: v.id, help: v.help, nodes: v.nodes.map(n => n.html + ' ' + n.failureSummary)})))
	})()`)
	var violations []any
	require.NoError(p.t, json.Unmarshal([]byte(found), &violations))
	assert.Empty(p.t, violations, where)
}
