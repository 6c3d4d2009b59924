// Package e2e drives the built application in a real browser.
package e2e

import (
	"context"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/chromedp/cdproto/log"
	"github.com/chromedp/cdproto/network"
	"github.com/chromedp/cdproto/runtime"
	"github.com/chromedp/chromedp"
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
func open(t *testing.T, path string, expectRefusals bool, more ...chromedp.ExecAllocatorOption) page {
	t.Helper()
	app, err := browser.Start(context.Background(), binary, "demo") // the test's own context ends before its cleanups
	require.NoError(t, err)
	t.Cleanup(app.Stop) // after the browser has gone
	p := browse(t, app.URL, expectRefusals, more...)
	// What a worker kept answers only where a test is about that.
	_, err = chromedp.Call(p.ctx, network.SetBypassServiceWorker, network.SetBypassServiceWorkerParams{Bypass: true})
	require.NoError(t, err)
	p.do(chromedp.Navigate(app.URL + path))
	return p
}

// browse starts a browser on an application that runs.
func browse(t *testing.T, url string, expectRefusals bool, more ...chromedp.ExecAllocatorOption) page {
	t.Helper()
	ctx, cancel := browser.Open(context.Background(), 1280, 800, more...)
	var lock sync.Mutex
	var complaints []string
	p := page{t, ctx, url}
	require.NoError(t, chromedp.Listen(ctx, func(event any) {
		lock.Lock()
		defer lock.Unlock()
		switch e := event.(type) {
		case *runtime.EventExceptionThrown:
			complaints = append(complaints, e.ExceptionDetails.Text)
		case *log.EventEntryAdded:
			if e.Entry.Level == log.EntryLevelError && !(expectRefusals && (strings.Contains(e.Entry.Text,
				"responded with a status of") || strings.Contains(e.Entry.Text, "net::ERR"))) {
				complaints = append(complaints, e.Entry.Text+" "+e.Entry.URL)
			}
		}
	}))
	t.Cleanup(func() {
		p.keepPicture()
		cancel()
		lock.Lock()
		defer lock.Unlock()
		assert.Empty(t, complaints, "the browser complains")
	})
	return p
}

// keepPicture leaves a picture of a failed test's screen in the temporary folder, and says what the screen says: of a
// machine far away there is no more than that.
func (p page) keepPicture() {
	if !p.t.Failed() {
		return
	}
	ctx, cancel := context.WithTimeout(p.ctx, patience)
	defer cancel()
	says, err := chromedp.Run(ctx, chromedp.Evaluate[string](`location.href + " " +
		(document.activeElement?.outerHTML ?? "").slice(0, 200) + "\n" + document.body.innerText.slice(0, 1500) + "\n" +
		performance.getEntriesByType("resource").slice(-20).map((e) => [e.name, e.startTime | 0, e.duration | 0,
			e.responseStatus].join(" ")).join("\n") + "\nnow " + performance.now()`))
	p.t.Log(says, err)
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
	return strings.Join(strings.Fields(value[string](p, fmt.Sprintf(`document.querySelector(%q)?.innerText ?? ""`,
		selector))), " ")
}

// lazily is a text that is read when it is written.
type lazily func() string

func (l lazily) String() string { return l() }

// wait tries a condition again and again, each time with the page's next frame,
// for as long as patience goes.
func (p page) wait(met func() bool, format string, args ...any) {
	p.t.Helper()
	for end := time.Now().Add(patience); !met(); value[bool](p, nextFrame) {
		if time.Now().After(end) {
			require.FailNow(p.t, "waited in vain", append([]any{format}, args...)...)
		}
	}
}

const nextFrame = `new Promise(done => requestAnimationFrame(() => done(true)))`

// until waits for a condition on the page.
func (p page) until(script, why string) {
	p.t.Helper()
	p.wait(func() bool { return value[bool](p, script) }, "%s: %s", why, script)
}

// eventually waits until the text at a selector holds what is wanted.
func (p page) eventually(selector, want string) {
	p.t.Helper()
	said := ""
	p.wait(func() bool { said = p.text(selector); return strings.Contains(said, want) }, "%s should say %q, says %s",
		selector, want, lazily(func() string { return said }))
}

// gone waits until the text at a selector does not hold what is not wanted.
func (p page) gone(selector, unwanted string) {
	p.t.Helper()
	p.wait(func() bool { return !strings.Contains(p.text(selector), unwanted) }, "%s should not say %q", selector,
		unwanted)
}

// arrives waits for a file that the browser fetches.
func (p page) arrives(file string) {
	p.t.Helper()
	p.wait(func() bool { s, err := os.Stat(file); return err == nil && s.Size() > 0 }, "%s should arrive", file)
}

// settle waits until the page rests: nothing is asked for, or what is asked waits for the reader; nothing moves, the
// faces are there.
func settle() chromedp.Action[chromedp.Void] {
	return chromedp.Evaluate[chromedp.Void](`(async () => {
		const frame = () => new Promise(done => requestAnimationFrame(done))
		const ends = (a) => Number.isFinite(a.effect?.getComputedTiming().endTime)
		await document.fonts.ready
		await frame()
		do {
			await frame()
			await Promise.all(document.getAnimations().filter(ends).map(a => a.finished.catch(() => 0)))
		} while (document.querySelector('[aria-busy=true]') && !document.querySelector('[data-two], [data-unsaved]'))
	})()`, chromedp.EvalAwaitPromise)
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
		click(fmt.Sprintf(`[data-word=%q]`, field)),
		chromedp.WaitVisible(option),
		focused(".picker input"), // and the list has scrolled to the present choice
		click(option),
	)
}

// click presses the element at a CSS or XPath selector once it rests: one that moves between the two halves of a press
// is missed.
func click(selector string) chromedp.Action[chromedp.Void] {
	if strings.HasPrefix(selector, "/") || strings.HasPrefix(selector, "(") {
		found := fmt.Sprintf("document.evaluate(%q, document, null, 9).singleNodeValue", selector)
		return chromedp.Steps(chromedp.WaitVisible(selector), rests(found), chromedp.Click(selector))
	}
	found := fmt.Sprintf("document.querySelector(%q)", selector)
	return chromedp.Steps(chromedp.WaitVisible(css(selector)), rests(found), chromedp.Click(css(selector)))
}

// more presses one of what can also be done here.
func more(do string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(click("[data-do=more]"), click(fmt.Sprintf("[data-do=%s]", do)))
}

// moreOf presses one of what can also be done with a part of the screen, behind its three dots.
func moreOf(scope, do string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(click(scope+" [data-do=more]"), click(fmt.Sprintf(".v-overlay__content [data-do=%s]", do)))
}

// ofKept presses one of what can also be done with a thing on a shelf.
func ofKept(title, do string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(click(fmt.Sprintf(`//li[.//a[normalize-space()=%q]]//*[@data-do="more"]`, title)),
		click(fmt.Sprintf(".v-overlay__content [data-do=%s]", do)))
}

// rests waits until an element is in the same place in two frames running.
func rests(found string) chromedp.Action[chromedp.Void] {
	return chromedp.Evaluate[chromedp.Void](`new Promise((done) => {
		let before = ''
		const look = () => {
			const box = JSON.stringify(`+found+`?.getBoundingClientRect())
			if (box && box === before) return done()
			before = box
			requestAnimationFrame(look)
		}
		look()
	})`, chromedp.EvalAwaitPromise)
}

func press(keys ...string) chromedp.Action[chromedp.Void] {
	var steps []chromedp.Action[chromedp.Void]
	for _, k := range keys {
		steps = append(steps, chromedp.KeyEvent(k), settle())
	}
	return chromedp.Steps(steps...)
}

// focused waits until what is typed goes to a field.
func focused(field string) chromedp.Action[chromedp.Void] {
	return chromedp.WaitReady(css(field + ":focus"))
}
