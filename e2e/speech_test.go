package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// A teacher types what a teacher says; the picker forgets it when it is closed.
func TestWordsAreTakenAsTheyAreSaid(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=G&scale.name=dorian", false)
	p.eventually("h1", "lay G Dorian out")
	say := func(field, text string) {
		p.do(click(`[data-word="`+field+`"]`), focused(".picker input"), chromedp.KeyEvent(text),
			press(kb.Enter))
	}
	say("scale.tonic", "f sharp minor")
	p.eventually("h1", "lay F♯ natural minor out")
	say("layout.system", "in first position")
	p.eventually("h1", "out in first position")
	say("instrument.tuning", "half step down, same shape")
	p.eventually("h1", "tuned E♭ A♭ D♭ G♭ B♭ E♭, lay F natural minor out")
	p.do(click(`[data-word="scale.name"]`), focused(".picker input"))
	assert.Empty(t, value[string](p, `document.querySelector('.picker input').value`))
	p.do(chromedp.KeyEvent("qqq"))
	p.eventually(".picker [role=alert]", "“qqq” isn't clear here")
}

// Whatever was pressed last, the space bar plays; what stands at the play bar is
// one press away.
func TestTheSpaceBarPlaysAfterAPress(t *testing.T) {
	p := open(t, "/?instrument.id=bass&scale.tonic=B&scale.name=lydian&rhythm.tempoBpm=80", false)
	p.eventually("h1", "lay B Lydian out")
	p.do(click("[data-do=slower]"))
	p.eventually(".tempo", "72")
	p.do(press("-"))
	p.eventually(".tempo", "64")
	p.do(click(`[data-bar="2"]`))
	p.eventually(".looped", "Bar 2")
	p.do(click("[data-do=count-in]"), press(" "))
	p.until(`document.querySelector('[data-do=play]').getAttribute('aria-label').startsWith('Stop')`, "it plays")
	assert.Equal(t, "false", value[string](p, `document.querySelector('[data-do=count-in]').ariaPressed`),
		"and the press was not repeated")
	p.do(press(" "))
	p.until(`document.querySelector('[data-do=play]').getAttribute('aria-label').startsWith('Play')`, "it stops")
}

// A title is suggested in the words of the sentence.
func TestSaveSuggestsATitle(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=mandolin&scale.tonic=B&scale.name=lydian", false)
	p.eventually("h1", "lay B Lydian out")
	p.do(more("save"))
	p.until(`document.querySelector('[data-save=title] input, input[data-save=title]')?.value === 'B Lydian in first position, mandolin'`, "a title stands there")
}
