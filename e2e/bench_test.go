package e2e

import (
	"fmt"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A finger set by hand is found again in the sentence, on the neck and in the
// address, with what it costs; and is left to the hand again.
func TestThisFingerHere(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Ab&scale.name=melodic-minor&layout.system=three-per-string", false)
	p.eventually("h1", "lay A♭ melodic minor out")
	p.do(click(`[data-note="0"]`), chromedp.WaitVisible(css(`[data-finger="2"]`)))
	assert.Regexp(t, "^2: middle finger, ", value[string](p, `document.querySelector('[data-finger="2"]').ariaLabel`))
	p.do(click(`[data-finger="2"]`))
	p.eventually("h1", "with the middle finger on string 6, fret 4")
	assert.Contains(t, p.marks()[0], "middle finger")
	assert.Contains(t, p.address(), "hand.fingers=6/4/2")
	p.eventually(".said", "set by you")
	p.eventually("aside", "The fingers you set need")
	assert.Equal(t, "2", value[string](p, `document.activeElement.dataset.finger`), "the focus stays where the work is")
	p.do(click("[data-do=free]"))
	p.gone("h1", "middle finger")
	p.do(click(`[data-word="layout.system"]`), focused(".picker input"),
		chromedp.KeyEvent("middle finger first"), press(kb.Enter))
	p.eventually("h1", "with the middle finger on string 6")

	// One octave is one press away from the box.
	p.do(click(`[data-note="0"]`), click("[data-do=shapes]"), click(`//*[@data-do="way"][contains(., "one octave")]`))
	p.eventually("h1", "one octave")
	p.gone("h1", "middle finger")
}

// Where the run takes a place with another finger than the neck shows, the mark has a
// folded corner, a press says which finger in which bar and why, and the lanes
// underline it. A straight run has none.
func TestTheNeckSaysWhereTheRunDiffers(t *testing.T) {
	t.Parallel()
	const box = "/?instrument.id=guitar&scale.tonic=A&scale.name=dorian&layout.system=seven-position&layout.box=0"
	p := open(t, box+"&run.pattern=chords&run.order=1,3,5", false)
	p.until(`document.querySelectorAll('svg .fold').length === 1`, "one place has another finger in the run")
	p.do(click(`[data-note="5"]`))
	p.eventually(".said", "In bars 1 and 9: ring finger. The index finger, as in the box, would need")
	assert.Equal(t, []string{"3", "3"}, value[[]string](p,
		`[...document.querySelectorAll('.finger.differs')].map(e => e.firstChild.textContent.trim())`))
	assert.Contains(t, value[string](p, `document.querySelector('[data-note="5"]').ariaLabel`),
		"in bars 1 and 9: ring finger")
	p = open(t, box, false)
	p.eventually("h1", "straight")
	assert.Zero(t, value[int](p, `document.querySelectorAll('svg .fold, svg .differs').length`))
}

// What was picked is said, and one press takes the extras off again.
func TestPlainAgain(t *testing.T) {
	t.Parallel()
	p := open(t, start+"&instrument.capo=3&layout.strings=5,4,3&layout.lowFret=2&layout.highFret=11&rhythm.swing=true",
		false)
	for _, words := range []string{"capo at fret 3", "strings 5 to 3", "between frets 2 and 11", "swung"} {
		p.eventually("h1", words)
	}
	p.do(click("[data-do=plain]"))
	p.gone("h1", "capo")
	assert.NotContains(t, p.text("h1"), "strings 5")
	assert.NotContains(t, p.text("h1"), "swung")
	p.until(`!document.querySelector('[data-do=plain]')`, "nothing is left to take off")
	p.do(chromedp.NavigateBack())
	p.eventually("h1", "capo at fret 3")
}

// The fine points are found by typing, and each opens the words' own picker.
func TestFinePointsAreFoundByTyping(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(click(".fine"), chromedp.WaitVisible(css("[data-fine=names]")), click(".find"), chromedp.KeyEvent("swu"))
	p.until(`document.querySelectorAll('[data-fine]:not([data-fine=keep])').length === 1`, "one is left")
	p.do(press(kb.Enter), focused(".picker input"), press("s", "w", kb.Enter))
	p.eventually("h1", "swung eighths")
	p.eventually(`[data-fine="rhythm.swing"]`, "swung")
	p.do(press(kb.Escape))
	p.until(`!document.querySelector('.fine-card')`, "Escape closes them")
	assert.True(t, value[bool](p, `document.activeElement.matches('.fine')`),
		"the focus is back where they were opened")
}

// What there is to see is shown on the neck on a press.
func TestWhatThereIsToSee(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Bb&scale.name=minor-pentatonic&layout.system=two-per-string",
		false)
	p.eventually("aside", "two patterns to learn")
	p.do(click("[data-sight=strings]"))
	p.until(`document.querySelectorAll('.neck .frame').length === 12`, "strings 6, 2, 1 and 5, 4, 3 are framed")
	p.do(click("[data-sight=octave]"))
	p.until(`document.querySelectorAll('.neck .beside').length === 12 && !document.querySelector('.neck .frame')`,
		"the box twelve frets on is shown")
	p.do(press("."))
	p.until(`!document.querySelector('.neck .beside')`, "another box has its own sights")
}

// The bench goes through every key in its own layout.
func TestEveryKeyKeepsTheLayout(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Bb&scale.name=lydian", false)
	p.eventually("h1", "three notes per string")
	p.do(more("round"))
	p.eventually("h1", "Take it through twelve keys")
	assert.Contains(t, p.text("h1"), "three notes per string")
	p.do(pick("round.place", "first position"))
	p.eventually("h1", "out in first position")
	p.do(pick("layout.system", "three notes per string"))
	p.eventually("h1", "as three notes per string")
	p.eventually(".remark", "the keys are played each at its lowest")
}

// A progression is typed as it is written and played as one run.
func TestAProgressionIsTyped(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=bass&scale.tonic=G&scale.name=natural-minor&layout.system=one-octave", false)
	p.eventually("h1", "lay G natural minor out")
	p.do(click("[data-fold=changes] input"), chromedp.KeyEvent("Gm C7 Fmaj7\r"))
	p.eventually(".stops", "C Mixolydian")
	p.do(click("[data-do=as-round]"))
	p.eventually("h1", "Take it through G natural minor, C Mixolydian, F major in your own order")
	p.do(click(`[data-word="round.keys"]`), focused(".picker input"), chromedp.KeyEvent("Fm Bbm Fm"),
		press(kb.Enter))
	p.eventually("h1", "F natural minor, B♭ natural minor, F natural minor")
}

// Several plans lie beside one another in one place of the neck.
func TestMoreThanTwoAreCompared(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=F%23&scale.name=major&layout.system=five-form&layout.box=1", false)
	p.eventually("h1", "lay F♯ major out")
	p.do(more("compare"))
	p.eventually("h1", "Two plans side by side")
	p.do(click("[data-set=siblings]"))
	p.eventually("h1", "plans side by side")
	p.eventually(".words", "♭7 for 7")
	lows := value[[]string](p, `[...document.querySelectorAll('.line select')].map(s => s.selectedOptions[0].textContent.split(',')[0])`)
	assert.Greater(t, len(lows), 2)
	for _, form := range lows[1:] {
		assert.Equal(t, lows[0], form, "the same form of each")
	}
	p.do(press("."))
	p.wait(func() bool { return strings.Contains(p.address(), "layout.box=2") }, "all go on to the next box")
}

// One quiet line says what to press; what was done once is not said again.
func TestTheFirstMinute(t *testing.T) {
	t.Parallel()
	p := open(t, "/healthz", false)
	value[bool](p, `localStorage.clear(), sessionStorage.clear(), true`)
	p.do(chromedp.Navigate(p.url + start))
	p.eventually("[data-first=word]", "Press an underlined word")
	p.do(click(`//p[@data-first]//a[.="ukulele"]`))
	p.eventually("h1", "On a ukulele")
	p.eventually("[data-first=play]", "space bar")
	p.do(press(" "))
	p.eventually("[data-first=mark]", "Press a mark")
	p.do(press(" "), click(`[data-note="1"]`), press("?"))
	p.eventually("[role=dialog] .signs", "two feet: the root")
	p.do(press(kb.Escape), chromedp.Reload())
	p.eventually("h1", "On a ukulele")
	assert.False(t, value[bool](p, `!!document.querySelector('[data-first]')`), "it has gone for good")
}

// The way from the brief to the play bar is short, and what closes gives the focus
// back.
func TestTheWayByKeyboard(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	p.do(press("b"))
	stops := 0
	for ; stops < 40 && !value[bool](p, `document.activeElement.dataset.do === 'play'`); stops++ {
		p.do(press(kb.Tab))
	}
	assert.LessOrEqual(t, stops, 20)
	fromMenu := func(do string) chromedp.Action[chromedp.Void] {
		return chromedp.Steps(onto("[data-do=more]"), press(kb.Enter), chromedp.WaitVisible(css("[data-do="+do+"]")),
			onto("[data-do="+do+"]"), press(kb.Enter))
	}
	p.do(fromMenu("sheet"), chromedp.WaitVisible(css(".preview img")), press(kb.Escape))
	p.until(`!document.querySelector('.preview') && document.activeElement.dataset.do === 'more'`,
		"the focus is back at the button of the menu")
	p.do(fromMenu("save"))
	p.do(focused(".save input"))
	p.do(press(kb.Enter))
	p.eventually(".kept", "E Dorian")
	p.until(`document.activeElement.dataset.do === 'more'`, "and after saving")
}

// Everything of a plan is in sight at 1280 by 800.
func TestTheBenchIsInSight(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	for _, path := range []string{
		start,
		"/?instrument.id=bass&scale.tonic=Ab&scale.name=major",
		"/?instrument.id=guitar&scale.tonic=Db&scale.name=harmonic-minor&layout.system=seven-position&layout.strings=6,5,4,3,2&run.pattern=intervals&run.finish=root&rhythm.swing=true&picking=economy",
	} {
		p.do(chromedp.EmulateViewport(1280, 800), chromedp.Navigate(p.url+path),
			chromedp.WaitVisible(css(".lanes svg")), settle())
		foot := value[float64](p, `document.querySelector('.lanes svg').getBoundingClientRect().bottom`)
		assert.LessOrEqual(t, foot, 800.0, path)
		assert.Zero(t, value[float64](p, `document.querySelector('.play').getBoundingClientRect().top < 0 ? 1 : 0`))
		before := value[float64](p, `document.querySelector('.play-bar').getBoundingClientRect().top`)
		p.do(click(`[data-note="2"]`), chromedp.WaitVisible(css("[data-do=land]")))
		assert.Equal(t, before, value[float64](p, `document.querySelector('.play-bar').getBoundingClientRect().top`),
			"an explanation moves nothing: %s", path)
	}
}

// Nothing scrolls sideways but the run, on any screen at any width, down to a
// window that is zoomed in four times.
func TestNothingScrollsSideways(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	wide := `[...document.querySelectorAll('*')].filter(e => e.scrollWidth > e.clientWidth + 1 && ['auto', 'scroll'].includes(getComputedStyle(e).overflowX) && !e.matches('.lanes, .preview')).map(e => e.className).concat(document.documentElement.scrollWidth > innerWidth ? ['the page: ' + document.documentElement.scrollWidth] : [])`
	p.do(chromedp.Navigate(p.url+"/today"), chromedp.WaitVisible(css(".lesson .name")))
	pupil := value[string](p, `document.querySelector('.lesson .name').getAttribute('href')`)
	for _, path := range []string{
		start,
		"/?instrument.id=guitar&scale.tonic=Gb&scale.name=mixolydian-b6&layout.system=from-degree&layout.strings=6,5,4&instrument.capo=1&run.pattern=intervals&run.size=6&hand.open=closed",
		"/rounds?instrument.id=mandolin&scale.tonic=Bb&scale.name=dorian&round.place=first-position",
		"/compare?first=instrument.id%3Dguitar%26scale.tonic%3DE%26scale.name%3Ddorian&second=instrument.id%3Dguitar%26scale.tonic%3DE%26scale.name%3Dphrygian&also=instrument.id%3Dguitar%26scale.tonic%3DE%26scale.name%3Dlydian",
		"/practise?instrument.id=guitar&scale.tonic=E&scale.name=dorian", "/saved", "/workshop", "/today", pupil,
	} {
		p.do(chromedp.EmulateViewport(1920, 800), chromedp.Navigate(p.url+path), chromedp.WaitVisible(css("h1, h2")))
		for _, width := range []int64{1920, 1280, 1000, 820, 640, 600, 390, 320} {
			p.do(chromedp.EmulateViewport(width, 800), settle())
			assert.Empty(t, value[[]string](p, wide), "%s at %d", path, width)
		}
	}
}

// On a phone the box fills the screen with marks for a finger, and is swiped.
func TestOnAPhone(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.do(chromedp.EmulateViewport(390, 844), chromedp.Navigate(p.url+"/?instrument.id=guitar&scale.tonic=Bb&scale.name=lydian&layout.system=seven-position"))
	p.eventually("h1", "B♭ Lydian, guitar")
	p.do(settle())
	small := value[[]string](p, `[...document.querySelectorAll('.neck [data-note]')].map(e => e.getBoundingClientRect()).filter(r => r.width < 44 || r.height < 44).map(r => r.width + 'x' + r.height)`)
	assert.Empty(t, small)
	cells := func() int { return value[int](p, `document.querySelectorAll('.wires path').length`) }
	cut := cells()
	p.inSightTogether(".play-bar")
	p.do(more("whole-neck"))
	p.wait(func() bool { return cells() > cut+10 }, "the whole neck is a press away")
	box := p.text(`.box[aria-current=true]`)
	value[bool](p, `(() => {
		const on = document.querySelector('.cells'), r = on.getBoundingClientRect()
		const touch = (type, x) => on.dispatchEvent(new TouchEvent(type, {bubbles: true, cancelable: true, touches: type === 'touchend' ? [] : [new Touch({identifier: 1, target: on, clientX: x, clientY: r.top + 20})], changedTouches: [new Touch({identifier: 1, target: on, clientX: x, clientY: r.top + 20})]}))
		touch('touchstart', r.right - 20); touch('touchmove', r.left + 20); touch('touchend', r.left + 20)
		return true
	})()`)
	p.wait(func() bool { now := p.text(`.box[aria-current=true]`); return now != "" && now != box },
		"a swipe goes on to the next box")
	p.do(more("sheet"), chromedp.WaitVisible(css(".preview img")), settle())
	assert.Equal(t, []float64{390, 844}, value[[]float64](p,
		`(() => { const r = document.querySelector('.v-card.sheet').getBoundingClientRect(); return [r.width, r.height] })()`), "the sheet fills the screen")
	p.do(press(kb.Escape), click("[data-do=screens]"), click(`//a[contains(@class, "screen")][.="Shelf"]`))
	p.until(`location.pathname === '/saved'`, "screens are a press away")
	p.do(chromedp.Navigate(p.url+"/practise?instrument.id=guitar&scale.tonic=Bb&scale.name=lydian"),
		chromedp.WaitVisible(css(".lanes")), settle())
	p.inSightTogether(".go")
}

// inSightTogether fails where a phone's screen has the neck, the lanes and the bar of its first button not all in sight.
func (p page) inSightTogether(bar string) {
	p.t.Helper()
	edges := value[[]float64](p, fmt.Sprintf(`['.neck', '.lanes', %q].flatMap((s) => {
		const at = document.querySelector(s).getBoundingClientRect()
		return [at.top, at.bottom]
	})`, bar))
	assert.IsIncreasing(p.t, []float64{0, edges[1], edges[3], edges[4]}, "neck, lanes and bar lie one below the other")
	assert.LessOrEqual(p.t, edges[5], 844.0)
}

// A key that is pressed is drawn soon: the figures stand in docs/performance.md.
func TestKeysAreQuick(t *testing.T) {
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	times := value[[]float64](p, `(async () => {
		const out = []
		for (let i = 0; i < 24; i++) {
			const before = document.querySelector('h1').ariaLabel, from = performance.now()
			dispatchEvent(new KeyboardEvent('keydown', {key: 'k'}))
			while (document.querySelector('h1').ariaLabel === before) await new Promise(r => requestAnimationFrame(r))
			out.push(performance.now() - from)
			await new Promise(r => setTimeout(r, 60))
		}
		return out.sort((a, b) => a - b)
	})()`)
	p.do(click(`[data-word="scale.tonic"]`), focused(".picker input"), chromedp.KeyEvent("ab"),
		chromedp.WaitVisible(css(".picker li")))
	gone := value[float64](p, `(async () => {
		const from = performance.now()
		document.activeElement.dispatchEvent(new KeyboardEvent('keydown', {key: 'Enter', bubbles: true}))
		while (document.querySelector('.picker')?.offsetParent) await new Promise(r => requestAnimationFrame(r))
		return performance.now() - from
	})()`)
	t.Logf("picker gone after %.0f ms", gone)
	t.Logf("key to drawing: median %.0f ms, slowest %.0f ms", times[12], times[23])
	assert.Len(t, times, 24, "every key was drawn")
}
