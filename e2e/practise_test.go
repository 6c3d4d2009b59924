package e2e

import (
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// Three rungs are practised by keyboard alone: started, answered, the next one with
// its reason; one answer is taken back, and a reload goes on where it was.
func TestPractisingByKeyboardAlone(t *testing.T) {
	p := open(t, "/?instrument.id=mandolin&scale.tonic=B&scale.name=lydian&layout.system=one-octave&run.direction=up&rhythm.perBeat=2&rhythm.tempoBpm=200", false)
	p.eventually("h1", "lay B Lydian out")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-do=practise]').focus()`), press(kb.Enter))
	p.eventually("h1", "quarter notes at 60")
	p.do(chromedp.Navigate(p.url + "/practise?instrument.id=mandolin&scale.tonic=B&scale.name=lydian&layout.system=one-octave&run.direction=up&from=2@300&goal=3@300&way=even"))
	p.eventually("h1", "eighths at 300")
	p.eventually(".why", "begin with the first rung")
	try := func(key string) {
		p.do(press(" "), chromedp.WaitVisible(css("[data-result]")), press(key))
	}
	try("1") // eight notes at 600 a minute: it ends by itself
	p.eventually(".why", "Eighths at 300 was clean: once more, then up.")
	try("1")
	p.eventually(".why", "Eighths at 300 was clean twice running: go up to triplets at 200.")
	p.eventually("h1", "triplets at 200")
	try("3")
	p.eventually(".why", "back to eighths at 300")
	p.eventually(".sitting", "3 tries, 2 clean")

	// The last answer was a slip of the finger.
	p.do(chromedp.Click(`//button[contains(., "Undo")]`))
	p.eventually("h1", "triplets at 200")
	p.eventually(".sitting", "2 tries, 2 clean")
	p.do(chromedp.Reload())
	p.eventually("h1", "triplets at 200")
	p.eventually(".sitting", "2 tries, 2 clean")
	p.eventually("[data-fold=log]", "600")

	// Arrow keys choose another rung; g goes back to the one that comes next.
	p.do(press(kb.ArrowUp))
	p.wait(func() bool { return !strings.Contains(p.text("h1"), "at 200") }, "a rung faster")
	p.do(press("g"))
	p.eventually("h1", "triplets at 200")
	value[bool](p, `document.querySelector('[data-fold=ladder] summary').click(), true`)
	p.do(chromedp.Click(css(`[data-choice="tempo-only"]`)))
	p.eventually("[data-fold=ladder]", "the count never changes")
	assert.Contains(t, p.address(), "way=tempo-only")
}

// A try that cannot be written down is not lost.
func TestATryIsNotLost(t *testing.T) {
	p := open(t, "/practise?instrument.id=ukulele&scale.tonic=B&scale.name=major&from=1@60&goal=1@90", true)
	p.eventually("h1", "quarter notes at 60")
	p.offline(true)
	p.do(press("2"))
	p.eventually("[role=alert]", "The try is not written down yet")
	p.offline(false)
	p.do(press("2"))
	p.eventually(".why", "was nearly clean: again")
}
