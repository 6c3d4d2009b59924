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
