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
	app, err := browser.Start(context.Background(), binary, "demo")
	if err != nil {
		return err
	}
	defer app.Stop()
	ctx, cancel := browser.Open(context.Background(), 1280, 800)
	defer cancel()
	if err := chromedp.Do(ctx, chromedp.Navigate(app.URL+"/?instrument.id=guitar&scale.tonic=E&scale.name=dorian"), chromedp.WaitVisible(chromedp.CSS("[data-note]"))); err != nil {
		return err
	}
	took, err := chromedp.Run(ctx, chromedp.Evaluate[[]float64](keyChanges, chromedp.EvalAwaitPromise))
	if err != nil {
		return err
	}
	slices.Sort(took)
	fmt.Printf("change of key to the new drawing: median %.0f ms, worst of %d %.0f ms\n", took[len(took)/2], len(took), took[len(took)-1])
	return nil
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
	app, err := browser.Start(context.Background(), binary, "demo")
	if err != nil {
		return err
	}
	defer app.Stop()
	ctx, cancel := browser.Open(context.Background(), 1280, 800)
	defer cancel()
	address := app.URL + "/rounds?instrument.id=guitar&scale.tonic=E&scale.name=dorian&round.place=nearest&round.through=fifteen-signatures"
	if err := chromedp.Do(ctx, chromedp.Navigate(address), chromedp.WaitVisible(chromedp.CSS("[data-stop]"))); err != nil {
		return err
	}
	took, err := chromedp.Run(ctx, chromedp.Evaluate[[]float64](scrolling, chromedp.EvalAwaitPromise))
	if err != nil {
		return err
	}
	slices.Sort(took)
	late := 0
	for _, ms := range took {
		if ms > 25 { // a frame and a half
			late++
		}
	}
	fmt.Printf("scrolling a round of fifteen keys: %d of %d frames late, median %.1f ms, worst %.0f ms\n", late, len(took), took[len(took)/2], took[len(took)-1])
	return nil
}
