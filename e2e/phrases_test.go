package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

const pastedTab = "e|-----------------|-------------|\nB|---------6--9----|--6----------|\nG|---6--8-------8--|-----8--6----|\nD|-----------------|-----------8-|\nA|-----------------|-------------|\nE|-----------------|-------------|"

// Tab is pasted, named, and fingered elsewhere, by keyboard; what was pasted is there after a
// reload; another home is chosen; nonsense is said where it stands.
func TestAPhraseFromTab(t *testing.T) {
	t.Parallel()
	p := open(t, "/phrases", true)
	p.do(onto("[data-do=phrase-text]"))
	value[bool](p, `(() => { const e = document.querySelector('[data-do=phrase-text]'); e.value = "`+strings.ReplaceAll(pastedTab, "\n", "\\n")+`"; e.dispatchEvent(new Event('input', {bubbles: true})); return true })()`)
	p.eventually("h1", "A phrase in B♭ minor pentatonic")
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.until(`document.querySelector('[data-way=as-given]')?.getAttribute('aria-pressed') === 'true'`,
		"the tab's own way stands first")
	p.do(onto("[data-home='B♭ minor pentatonic']"), press("."))
	p.until(`document.querySelectorAll('[data-way][aria-pressed=true]').length === 1 && document.querySelector('[data-way=as-given]').getAttribute('aria-pressed') === 'false'`, "the next way by a key")
	p.do(onto("[data-home='D♭ major pentatonic']"), press(kb.Enter))
	p.eventually("[data-note='1']", "D♭ 1")
	p.do(chromedp.Reload())
	p.eventually("[data-note='1']", "D♭ 1")
	p.do(onto("[data-do=likeliest]"), press(kb.Enter))
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.do(click("[data-do=set-for]"), chromedp.WaitVisible(css(`[data-whom=Thaddeus]`)), settle(),
		click(`[data-whom=Thaddeus]`))
	p.eventually("body", "Assigned to Thaddeus")

	// Through every key, and its first key is that of the phrase.
	p.do(click("[data-do=phrase-round]"))
	p.eventually("h1", "as the phrase ♭3 4 5 ♭7 4 5 4 ♭3 …, 9 notes")
	p.until(`document.querySelectorAll('[data-stop]').length === 12`, "twelve keys")
	p.do(chromedp.NavigateBack())
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.do(click("[data-do=phrase-practise]"))
	p.eventually("main", "beats a minute")

	id := value[string](p, `fetch('/api/v1/pupils?q=Thaddeus').then(r => r.json()).then(r => r.pupils[0].id)`)
	p.do(chromedp.Navigate(p.url + "/pupil/" + id))
	p.eventually("[data-set]", "the phrase ♭3 4 5 ♭7 4 5 4 ♭3 …, 9 notes, B♭ minor pentatonic")
	p.do(chromedp.Navigate(p.url + "/phrases"))
	p.eventually("[data-note='1']", "D♭ ♭3")
	p.fill("[data-do=phrase-text]", "Bb3 Db4 oops")
	p.eventually(".bring [role=alert]", "line 1, column 9")
}

// notesNow are the notes of the phrase in a row, name and degree.
const notesNow = `[...document.querySelectorAll('[data-note]')].map(b => b.querySelector('b').textContent + ' ' + b.querySelector('span').textContent).join(', ')`

// Notes are changed by keys, every change is taken back; the phrase is carried and kept, found by its
// degrees and opened again.
func TestAPhraseIsChangedAndKept(t *testing.T) {
	t.Parallel()
	p := open(t, "/phrases", true)
	p.fill("[data-do=phrase-text]", "Eb4 F4/2 G4/2 Bb4*2 Eb4")
	is := func(want, why string) {
		p.until(notesNow+` === '`+want+`'`, why)
	}
	is("E♭ 1, F 2, G 3, B♭ 5, E♭ 1", "it is read")
	p.do(onto("[data-note='3']"), press(kb.ArrowUp))
	is("E♭ 1, F 2, B♭ 5, B♭ 5, E♭ 1", "a step of the five-note scale higher")
	p.do(press("u"))
	is("E♭ 1, F 2, G 3, B♭ 5, E♭ 1", "taken back")
	p.do(press("U"))
	is("E♭ 1, F 2, B♭ 5, B♭ 5, E♭ 1", "done again")
	p.do(onto("[data-note='3']"), press(kb.Delete))
	is("E♭ 1, F 2, B♭ 5, E♭ 1", "deleted")
	p.do(press("u"), press("u"))
	is("E♭ 1, F 2, G 3, B♭ 5, E♭ 1", "as it was typed")
	p.until(`document.querySelector('[data-do=phrase-text]').value === 'Eb4 F4/2 G4/2 Bb4*2 Eb4'`,
		"what was typed is there")
	p.do(onto("[data-note='2']"), press(kb.ArrowLeft, "x"))
	is("E♭ 1, E♭ 1, F 2, G 3, B♭ 5, E♭ 1", "split in two")
	p.do(press("j"))
	is("E♭ 1, F 2, G 3, B♭ 5, E♭ 1", "and joined: both were chosen")
	p.do(click("[data-change=all-backwards]"))
	is("E♭ 1, B♭ 5, G 3, F 2, E♭ 1", "backwards")
	value[bool](p, `(() => { const s = document.querySelector('[data-do=into]'); s.value = 'Eb|natural-minor'; s.dispatchEvent(new Event('change', {bubbles: true})); return true })()`)
	is("E♭ 1, B♭ 5, G♭ ♭3, F 2, E♭ 1", "into the minor, by degree")
	p.do(click("[data-do=keep-phrase]"), focused("[data-keep=title] input"), press("H", "i", "n", "g", "e", kb.Enter))
	p.eventually("[data-kept=Hinge]", "Hinge")
	p.fill("[data-do=find-phrase]", "5 b3 2")
	p.until(`[...document.querySelectorAll('[data-kept]')].map(e => e.dataset.kept).join() === 'Hinge'`,
		"found by its degrees")
	p.fill("[data-do=find-phrase]", "kettle")
	p.do(click("[data-kept='Kettle song']"))
	p.eventually("h1", "Kettle song")
	p.until(`document.querySelector('[data-do=phrase-bench]').href.includes('Eb')`, "in its key")
	p.do(chromedp.Navigate(p.url + "/saved"))
	p.do(click("[data-choice=phrases]"))
	p.eventually("main", "Hinge")
	p.do(click(`//a[contains(., "Hinge")]`))
	is("E♭ 1, B♭ 5, G♭ ♭3, F 2, E♭ 1", "opened from the shelf")
	for _, width := range []int{820, 390} {
		p.do(chromedp.EmulateViewport(int64(width), 900), settle())
		assert.LessOrEqual(t, value[float64](p, `document.documentElement.scrollWidth`), float64(width),
			"nothing runs off a screen of %d", width)
	}
}

// A phrase is pressed on the neck: what is pressed is what it has.
func TestAPhraseIsPressedOnTheNeck(t *testing.T) {
	t.Parallel()
	p := open(t, "/phrases", true)
	p.do(click("[data-do=on-neck]"), chromedp.WaitVisible(css(`.neck [data-place="3/6"]`)))
	for _, place := range []string{"3/6", "3/8", "2/6"} {
		p.do(click(`.neck [data-place="` + place + `"]`))
	}
	p.until(`document.querySelectorAll('[data-note]').length === 3`, "three notes")
	p.do(click("[data-do=way-type]"), chromedp.WaitVisible(css("[data-do=phrase-text]")))
	assert.Equal(t, "@3.6/2 @3.8/2 @2.6/2", value[string](p, `document.querySelector('[data-do=phrase-text]').value`))
	p.until(`document.querySelector('[data-way=as-given]')?.getAttribute('aria-pressed') === 'true'`,
		"it lies as it was pressed")
}
