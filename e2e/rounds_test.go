package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

func (p page) keysInOrder() string {
	return strings.Join(value[[]string](p, `[...document.querySelectorAll('[data-stop]')].map(e => e.dataset.stop)`),
		" ")
}

// A key is played in a box of its own, and the rule of the others stays.
func TestABoxOfOneKey(t *testing.T) {
	t.Parallel()
	p := open(t, "/rounds?instrument.id=bass&scale.tonic=E&scale.name=mixolydian&layout.system=three-per-string&round.place=one-position", false)
	p.eventually("h1", "all under one hand")
	p.do(chromedp.Evaluate[chromedp.Void](`(s => (s.value = '3', s.dispatchEvent(new Event('change'))))(document.querySelector('[data-stop="A"] [data-do=box]'))`))
	p.until(`location.search.includes('round.boxes=A')`, "the address has it")
	p.until(`document.querySelector('[data-stop="A"] [data-do=box]').value === '3'`, "it is played there")
	assert.Contains(t, p.text("h1"), "all under one hand")
}

// A finger is held in one key by pressing its note; the other keys keep theirs, and it is
// left to the hand again.
func TestAFingerOfOneKey(t *testing.T) {
	t.Parallel()
	p := open(t, "/rounds?instrument.id=guitar&scale.tonic=A&scale.name=mixolydian&layout.system=three-per-string",
		false)
	p.eventually("h1", "lay A Mixolydian out")
	p.do(click(`[data-stop="D"] [data-do=key-fingers]`))
	p.eventually(".fingers", "Fingers in D Mixolydian")
	press := `document.querySelector('.fingers [data-note="0"]').dispatchEvent(new MouseEvent('click', {bubbles: true}))`
	p.do(chromedp.Evaluate[chromedp.Void](press), click(`.fingers .finger[aria-pressed=false]`))
	p.eventually(`[data-stop="D"] .facts`, "1 set by you")
	assert.Contains(t, value[string](p, `location.search`), "round.fingers=D")
	assert.NotContains(t, p.text(`[data-stop="A"] .facts`), "set by you")
	p.do(click("[data-do=free-all]"))
	p.gone(`[data-stop="D"] .facts`, "set by you")
}

// From the bench through every key: the order by the sentence, another
// spelling, done keys that outlive a reload, the self-test, and a key back on
// the bench.
func TestARoundFromTheBench(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=bass&scale.tonic=E&scale.name=mixolydian", false)
	p.eventually("h1", "lay E Mixolydian out")
	p.do(more("round"))
	p.eventually("h1", "Take it through twelve keys by fourths")
	assert.Equal(t, "E A D G C F Bb Eb Ab Db F# B", p.keysInOrder())
	p.do(pick("round.order", "by whole steps"), pick("round.start", "G"))
	p.eventually("h1", "lay G Mixolydian out")
	assert.Equal(t, "G A B Db Eb F Ab Bb C D E F#", p.keysInOrder())
	assert.Contains(t, p.text(`[data-stop="A"]`), "open strings")
	p.do(click(`[data-stop="Db"] [data-do=respell]`))
	p.until(`!!document.querySelector('[data-stop="C#"]')`, "C♯ stands in the place of D♭")
	assert.Contains(t, p.text(`[data-stop="C#"]`), "F♯ C♯ G♯ D♯ A♯ E♯", "and is signed with sharps")

	p.do(click(`[data-stop="B"] [data-do=done]`), chromedp.Reload())
	p.eventually(".play-bar", "1 of 12 done")
	p.do(click(`[data-do=clear]`))
	p.eventually(".play-bar", "0 of 12 done")
	p.do(click(`//button[contains(., "Undo")]`))
	p.eventually(".play-bar", "1 of 12 done")

	p.do(press("h"))
	p.until(`document.querySelectorAll('.cover').length === 12 && !document.querySelector('.small-neck')`,
		"every neck is hidden")
	p.do(click(`[data-stop="B"] .cover`))
	p.until(`!!document.querySelector('[data-stop="B"] .small-neck')`, "until it is pressed")

	p.do(click(`[data-stop="Eb"] .key`))
	p.eventually("h1", "lay E♭ Mixolydian out")
	assert.NotContains(t, p.address(), "round.")
}

// The round plays on from the key whose button is pressed, and the stop that
// sounds is marked, its notes in order.
func TestARoundPlaysFromAnyKey(t *testing.T) {
	p := open(t, "/rounds?instrument.id=ukulele&scale.tonic=Eb&scale.name=major-pentatonic&rhythm.tempoBpm=240&round.place=nearest", false)
	p.eventually("h1", "Take it through twelve keys")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(chromedp.Reload())
	p.eventually("h1", "Take it through twelve keys")
	value[bool](p, `(() => {
		window.seen = []
		new MutationObserver(() => {
			const now = document.querySelector('[data-stop][aria-current=step]')?.dataset.stop
			if (now && window.seen.at(-1) !== now) window.seen.push(now)
		}).observe(document.body, {subtree: true, attributes: true, childList: true})
		return true
	})()`)
	p.do(click(`[data-stop="Db"] [data-do=play-from]`))
	p.until(`window.seen.length >= 3`, "goes on to the next keys")
	p.do(press(" "))
	assert.Equal(t, []string{"Db", "F#", "B"}, value[[]string](p, `window.seen.slice(0, 3)`))
	p.until(`!!document.querySelector('[aria-current=step] .mark.current')`, "a note is marked")
}

// A round is kept beside the briefs and opens as a round.
func TestARoundIsKept(t *testing.T) {
	t.Parallel()
	p := open(t, "/saved", false)
	p.eventually(`[data-choice=rounds]`, "Rounds (2)")
	assert.NotContains(t, p.text(`ul[aria-label="Saved briefs"]`), "cold starts")
	p.do(click(`[data-choice=rounds]`))
	p.eventually(`ul[aria-label="Saved rounds"]`, "Wenna: twelve cold starts")
	p.do(click(`//a[contains(., "Wenna: twelve cold starts")]`))
	p.eventually("h1", "shuffled (number 17), all in first position, a bar's rest between")
	p.eventually(".kept", "Wenna: twelve cold starts")
	p.do(pick("round.link", "joined"))
	p.eventually(".kept", "changed")
	p.do(press("p"), chromedp.WaitVisible(css(`.preview img`)))
	p.do(click(`//button[contains(., "one page")]`), settle(), chromedp.WaitVisible(css(`.preview img`)))
}
