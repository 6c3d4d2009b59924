package main

import (
	"context"
	"fmt"
	"slices"

	"github.com/chromedp/chromedp"

	"evenladder/internal/browser"
)

// keyChanges presses k (a fourth on) and waits until the new plan is drawn and
// the next frame begins, many times over, in the page itself.
const keyChanges = `(async () => {
	const took = []
	const sentence = document.querySelector('h1')
	for (let i = 0; i < 60; i++) {
		const start = performance.now()
		const changed = new Promise((done) => {
			const seen = new MutationObserver(() => (seen.disconnect(), done()))
			seen.observe(sentence, { subtree: true, characterData: true, childList: true })
		})
		document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'k', bubbles: true }))
		await changed
		await new Promise((r) => requestAnimationFrame(r))
		took.push(performance.now() - start)
		await new Promise((r) => setTimeout(r, 60))
	}
	return took
})()`

// drawing measures a change of key up to the new drawing in headless Chromium.
func drawing(binary string) error {
	took, err := inPage(binary, "/?instrument.id=guitar&scale.tonic=E&scale.name=dorian", "[data-note]", keyChanges)
	if err != nil {
		return err
	}
	fmt.Printf("change of key to the new drawing: median %.0f ms, worst of %d %.0f ms\n", took[len(took)/2], len(took),
		took[len(took)-1])
	return nil
}

// inPage runs a script on a page of the demo once a part of it is seen, and
// gives the milliseconds that it took, rising.
func inPage(binary, address, seen, script string) ([]float64, error) {
	app, err := browser.Start(context.Background(), binary, "demo")
	if err != nil {
		return nil, err
	}
	defer app.Stop()
	ctx, cancel := browser.Open(context.Background(), 1280, 800)
	defer cancel()
	if err := chromedp.Do(ctx, chromedp.Navigate(app.URL+address),
		chromedp.WaitVisible(chromedp.CSS(seen))); err != nil {
		return nil, err
	}
	took, err := chromedp.Run(ctx, chromedp.Evaluate[[]float64](script, chromedp.EvalAwaitPromise))
	slices.Sort(took)
	return took, err
}

// scrolling moves the page a little each frame and notes how long each took.
const scrolling = `(async () => {
	const took = []
	let last = performance.now()
	for (let y = 0; y < document.body.scrollHeight - innerHeight; y += 12) {
		window.scrollTo(0, y)
		await new Promise((r) => requestAnimationFrame(r))
		const now = performance.now()
		took.push(now - last)
		last = now
	}
	return took
})()`

// scroll measures the frames of a round that is scrolled from top to bottom.
func scroll(binary string) error {
	took, err := inPage(binary, "/rounds?instrument.id=guitar&scale.tonic=E&scale.name=dorian&round.place=nearest&round.through=fifteen-signatures", "[data-stop]", scrolling)
	if err != nil {
		return err
	}
	late := 0
	for _, ms := range took {
		if ms > 25 { // a frame and a half
			late++
		}
	}
	fmt.Printf("scrolling a round of fifteen keys: %d of %d frames late, median %.1f ms, worst %.0f ms\n", late,
		len(took), took[len(took)/2], took[len(took)-1])
	return nil
}
