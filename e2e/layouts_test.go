package e2e

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// boxOrder is the strip as it stands: the boxes' own numbers.
func (p page) boxOrder() []string {
	return value[[]string](p, `[...document.querySelectorAll('.box .name b')].map(e => e.innerText)`)
}

func TestEveryLayoutByTheSentence(t *testing.T) {
	t.Parallel()
	p := open(t, start, false)
	p.eventually("h1", "lay E Dorian out")
	for layout, words := range map[string]string{
		"seven positions": "in seven positions", "one octave from every root": "as one octave from every root",
		"first position":              "in first position",
		"from one degree, all starts": "two octaves from the root",
		"campanella":                  "as a campanella, two octaves from the root",
	} {
		p.do(pick("layout.system", layout))
		p.eventually("h1", words)
	}
	p.do(pick("layout.system", "from one degree, all starts"))
	p.eventually("h1", "from one degree, all starts, two octaves")
	p.do(pick("layout.octaves", "one octave"), pick("layout.fromDegree", "degree 5"))
	p.eventually("h1", "one octave from the fifth")
	assert.True(t, strings.HasPrefix(p.marks()[0], "string 6, fret 7, B, fifth"), p.marks()[0])

	// An option shows only where it matters.
	fine := func() string {
		p.do(click(".fine"), chromedp.WaitVisible(css("[data-fine=names]")))
		said := p.text(".fine-card")
		p.do(chromedp.KeyEvent(kb.Escape), chromedp.WaitNotPresent(css("[data-fine=names]")), settle())
		return said
	}
	assert.NotContains(t, fine(), "Four on a string")
	p.do(pick("layout.system", "four notes per string"))
	p.eventually("h1", "as four notes per string")
	assert.Contains(t, fine(), "Four on a string")
}

func TestTheStripComparesBoxes(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Ab&scale.name=lydian&layout.box=1", false)
	p.eventually("h1", "lay A♭ Lydian out")
	assert.Equal(t, "1 2 3 4 5 6 7", strings.Join(p.boxOrder(), " "))
	value[bool](p, `(() => { const s = document.querySelector('[data-do=order]'); s.value = 'span'; return s.dispatchEvent(new Event('change')) })()`)
	p.wait(func() bool { return strings.Join(p.boxOrder(), " ") != "1 2 3 4 5 6 7" }, "it should come to be so")
	spans := value[[]float64](p, `(async () => {
		const plan = await (await fetch('/api/v1/plan', {method: 'POST', headers: {'Content-Type': 'application/json'}, body: JSON.stringify({instrument: {id: 'guitar'}, scale: {tonic: 'Ab', name: 'lydian'}})})).json()
		return [...document.querySelectorAll('.box')].map(e => plan.boxes[e.dataset.box].spanMm)
	})()`)
	assert.IsNonDecreasing(t, spans, "the easiest box stands first")
	assert.Equal(t, "2", value[string](p, `document.querySelector('.box[aria-current=true] b').innerText`),
		"the chosen box stays chosen")

	// Keys step in the order that is shown.
	want := p.boxOrder()
	at := 0
	for i, id := range want {
		if id == "2" {
			at = i
		}
	}
	key, to := ".", at+1
	if to == len(want) {
		key, to = ",", at-1
	}
	p.do(press(key))
	p.eventually("aside", "Hand, box "+want[to])
}

func TestWhyAFingerAndWhereItIsComfortable(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Gb&scale.name=lydian", false)
	p.eventually("h1", "lay G♭ Lydian out")
	p.do(click(`[data-note="2"]`))
	p.eventually(".said", "Little finger, because the middle finger has just taken fret 4 and this is 2 frets further.")
	assert.Contains(t, p.text("aside"), "move down a fret a day")
	p.do(click("aside summary"))
	p.eventually(".days", "1 5")
	p.do(press("."))
	p.until(`!document.querySelector("[data-do=land]")`, "no mark of the next box is pressed")
}

// The same box twelve frets higher and lower, by press and by key; another box is
// where its layout has it.
func TestABoxTwelveFretsHigher(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=bass&scale.tonic=F%23&scale.name=dorian&layout.box=0", false)
	p.eventually("h1", "lay F♯ Dorian out")
	p.do(click("[data-do=shapes]"), click("[data-do=higher]"))
	p.eventually("h1", "the box 12 frets higher")
	p.do(press("<"))
	p.until(`!document.querySelector('h1').textContent.includes('12 frets')`, "it is back")
	p.do(press(">"))
	p.eventually("h1", "the box 12 frets higher")
	p.do(press("."))
	p.until(`!document.querySelector('h1').textContent.includes('12 frets')`, "another box is where it was")
}

func TestTheKeyChangesUnderAStillHand(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=bass&scale.tonic=Eb&scale.name=mixolydian&layout.system=one-octave", true)
	p.eventually("aside", "Root to root")
	p.do(chromedp.SendKeys(css("aside input"), "Ab dorian, Eb mixolydian"), chromedp.KeyEvent(kb.Enter))
	p.eventually("aside", "A♭ Dorian")
	assert.Equal(t, 2, strings.Count(p.text("aside"), "27 mm"), "the key comes back to where it was")
	p.do(click(`//aside//button[contains(., "A♭ Dorian")]`))
	p.eventually("h1", "lay A♭ Dorian out as one octave")
	p.do(chromedp.SendKeys(css("aside input"), ", X dorian"), chromedp.KeyEvent(kb.Enter))
	p.eventually(".trouble", `"X" is not a note name`)
}

func TestTwoPlansSideBySide(t *testing.T) {
	t.Parallel()
	p := open(t, start+"&layout.system=seven-position", true)
	p.eventually("h1", "lay E Dorian out")
	p.do(more("compare"))
	p.eventually(".shared", "Notes in both: E F♯ G A B C♯ D")
	second := `(//section//button[@data-word="scale.name"])[2]`
	p.do(click(second), focused(".picker input"), press("p", "h", "r", "y", "g", "i", "a", "n", kb.Enter))
	p.eventually(".shared", "only in the second: F")
	framed := value[int](p, `document.querySelectorAll('section:first-of-type .mark .frame').length`)
	assert.Equal(t, framed, value[int](p, `[...document.querySelectorAll('section:first-of-type [data-note]')].filter(e => e.getAttribute('aria-label').endsWith('in both')).length`))
	assert.Contains(t, p.text(".shared"), "places in both boxes")
	assert.Positive(t, framed)

	// A problem stands at its own side and leaves both plans.
	p.do(click(`(//section//button[@data-word="layout.system"])[1]`), focused(".picker input"),
		chromedp.KeyEvent("five forms"), press(kb.Enter))
	p.eventually("section:first-of-type", "in the five forms")
	p.do(click(`(//section//button[@data-word="scale.name"])[1]`), focused(".picker input"),
		chromedp.KeyEvent("1 3 5"), press(kb.Enter))
	p.eventually(".problems", "fewer than five notes")
	p.do(click(`//button[contains(., "Back to what worked")]`))
	p.eventually(".shared", "only in the second: F")
}

func TestTheWorkshop(t *testing.T) {
	t.Parallel()
	p := open(t, "/workshop", true)
	p.eventually("main", "Loft six")
	p.do(click("[data-do=new-instrument]"), chromedp.WaitVisible(css(".editor")))
	p.do(chromedp.SendKeys(css(`.editor input[maxlength]`), "Attic seven"))
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-field=strings] input').select()`),
		focused("[data-field=strings] input"), press("A", " ", "D", " ", "G", " ", "C"))
	p.eventually(".strings", "C")
	p.wait(func() bool { return strings.Count(p.text(".strings"), " ") == 3 }, "it should come to be so")
	before := p.text(".strings")
	p.do(click(`button[aria-label="String 4 a half step down"]`))
	p.wait(func() bool { return p.text(".strings") != before }, "it should come to be so")
	assert.True(t, strings.HasPrefix(p.text(".strings"), "A♭"), p.text(".strings"))

	// What is typed outlives a reload; a problem stands at its field.
	p.do(chromedp.Reload(), chromedp.WaitVisible(css(".editor")))
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-field=strings] input').select()`),
		focused("[data-field=strings] input"), press("A", " ", "H"))
	p.eventually(".editor", "give 3 to 12")
	p.do(press(" ", "D", " ", "G"))
	p.eventually(".editor", `"H" is not a pitch`)
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-field=strings] input').select()`),
		press("G", "3", " ", "D", "4", " ", "A", "4", " ", "D", "5"))
	p.eventually(".strings", "D5")
	p.do(click(`//button[contains(., "Save")]`))
	p.eventually(`ul[aria-label="Your instruments"]`, "Attic seven")

	// A scale is told at once which known one it is.
	p.do(click("[data-do=new-scale]"), chromedp.SendKeys(css("[data-field=formula] input"),
		"1 b2 3 4 5 b6 b7"))
	p.eventually(".report", "This is Phrygian dominant")
	assert.Contains(t, p.text(".report"), "harmonic minor from its 5")
	p.do(chromedp.SendKeys(css(`section:last-of-type .editor input[maxlength="160"]`), "Gate"),
		click(`//button[contains(., "Save")]`))
	p.eventually(`ul[aria-label="Your scales"]`, "Gate")

	// A file is taken whole or not at all, and can be taken back.
	good, bad := filepath.Join(t.TempDir(), "good.json"), filepath.Join(t.TempDir(), "bad.json")
	require.NoError(t, os.WriteFile(good, []byte(`{"instruments": [{"name": "From a file", "instrument": {"id": "ukulele"}}], "scales": []}`), 0o600))
	require.NoError(t, os.WriteFile(bad, []byte(`{"instruments": [{"name": "Half", "instrument": {"id": "ukulele"}}], "scales": [{"name": "x", "formula": "2 1"}]}`), 0o600))
	p.do(chromedp.SetUploadFiles(css("input[type=file]"), []string{bad}))
	p.eventually(".failure", "bad.json: formula:")
	assert.NotContains(t, p.text("main"), "Half")
	p.do(chromedp.SetUploadFiles(css("input[type=file]"), []string{good}))
	p.eventually("main", "From a file")
	p.do(click(`//button[contains(., "Undo")]`))
	p.gone("main", "From a file")

	// Both are on the bench.
	p.do(chromedp.Navigate(p.url + start))
	p.eventually("h1", "lay E Dorian out")
	p.do(pick("scale.name", "Gate"))
	p.eventually("h1", "lay E Phrygian dominant out")
	p.do(pick("instrument.id", "Attic seven"))
	p.eventually("h1", "tuned G D A D")
}
