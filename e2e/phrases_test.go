package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
)

const pastedTab = "e|-----------------|-------------|\nB|---------6--9----|--6----------|\nG|---6--8-------8--|-----8--6----|\nD|-----------------|-----------8-|\nA|-----------------|-------------|\nE|-----------------|-------------|"

// Tab is pasted, named, and fingered elsewhere, by keyboard; what was pasted is there after a
// reload; another home is chosen; nonsense is said where it stands.
func TestAPhraseFromTab(t *testing.T) {
	p := open(t, "/phrases", true)
	p.do(onto("[data-do=phrase-text]"))
	value[bool](p, `(() => { const e = document.querySelector('[data-do=phrase-text]'); e.value = "`+strings.ReplaceAll(pastedTab, "\n", "\\n")+`"; e.dispatchEvent(new Event('input', {bubbles: true})); return true })()`)
	p.eventually("h1", "A phrase in B♭ minor pentatonic")
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.until(`document.querySelector('[data-way=as-given]')?.getAttribute('aria-pressed') === 'true'`, "the tab's own way stands first")
	p.do(onto("[data-home='B♭ minor pentatonic']"), press("."))
	p.until(`document.querySelectorAll('.ways [aria-pressed=true]').length === 1 && document.querySelector('[data-way=as-given]').getAttribute('aria-pressed') === 'false'`, "the next way by a key")
	p.do(onto("[data-home='D♭ major pentatonic']"), press(kb.Enter))
	p.eventually("[data-note='1']", "D♭ 1")
	p.do(chromedp.Reload())
	p.eventually("[data-note='1']", "D♭ 1")
	p.do(onto("[data-do=likeliest]"), press(kb.Enter))
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.do(click("[data-do=set-for]"), chromedp.WaitVisible(css(`[data-whom=Thaddeus]`)), settle(), click(`[data-whom=Thaddeus]`))
	p.eventually("body", "Set for Thaddeus")
	id := value[string](p, `fetch('/api/v1/pupils?q=Thaddeus').then(r => r.json()).then(r => r.pupils[0].id)`)
	p.do(chromedp.Navigate(p.url + "/pupil/" + id))
	p.eventually("[data-set]", "A phrase in B♭ minor pentatonic")
	p.do(click("[data-do=sheet-done]"))
	p.eventually("[data-set]", "played 1 of 7 times")
	p.do(click("[data-do=open-phrase]"))
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.fill("[data-do=phrase-text]", "Bb3 Db4 oops")
	p.eventually(".bring [role=alert]", "line 1, column 9")
}
