package e2e

import (
	"os/exec"
	"path/filepath"
	"testing"

	cdpbrowser "github.com/chromedp/cdproto/browser"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// A sequence by pressing words: what the pattern is made of shows with it, and
// what it does not read does not.
func TestASequenceByTheSentence(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Eb&scale.name=major", false)
	p.eventually("h1", "Play it straight, up and down")
	p.do(pick("run.pattern", "broken intervals"))
	p.eventually("h1", "Play it in broken thirds, up and down")
	p.do(pick("run.size", "sixths"), pick("run.direction", "one up, the next down"))
	p.eventually("h1", "in broken sixths, one up, the next down")
	p.do(click("[data-fold=run] summary"))
	p.eventually("aside", "string crossings")
	p.do(pick("run.pattern", "gates"))
	p.eventually("h1", "Play it through the gates, in eighths")
	p.do(pick("run.pattern", "broken chords"))
	p.eventually("h1", "in broken chords 1 3 5")
	p.do(pick("run.order", "7 5 3 1"))
	p.eventually("h1", "in broken chords 7 5 3 1")
	p.do(click(".fine"), chromedp.WaitVisible(css("[data-fine='rhythm.meter']")),
		click("[data-fine='rhythm.meter'] button"), focused(".picker input"), chromedp.KeyEvent("12/8"),
		press(kb.Enter))
	p.eventually("h1", "in eighths at 72 dotted quarters a minute, in 12/8")
}

// The staff stands over the lanes: every note of the run, each over its mark,
// and both are marked together.
func TestTheStaffStandsOverTheLanes(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Eb&scale.name=mixolydian&run.pattern=arpeggios&rhythm.perBeat=3",
		false)
	p.eventually("h1", "through chords in one position")
	p.do(press("s"))
	p.wait(func() bool {
		return value[int](p, `document.querySelectorAll('[data-staff]').length`) == value[int](p,
			`document.querySelectorAll('[data-event]').length`)
	}, "it should come to be so")
	apart := value[[]float64](p, `[...document.querySelectorAll('[data-event]')].map((e) => {
		const middle = (el) => { const r = el.getBoundingClientRect(); return r.x + r.width / 2 }
		return Math.abs(middle(e.querySelector('.hit')) - middle(document.querySelector('[data-staff="' + e.dataset.event + '"] .vf-notehead')))
	})`)
	for i, px := range apart {
		assert.Less(t, px, 4.0, "note %d stands over its mark", i)
	}
	assert.Contains(t, p.text(".staff"), "A♭", "the chord of the moment")
	p.do(click(`[data-staff="5"] .vf-notehead`))
	p.wait(func() bool {
		return value[string](
			p,
			`document.querySelector('[data-event][aria-current=step]')?.dataset.event + document.querySelector('.staff .now')?.dataset.staff`,
		) == "55"
	}, "it should come to be so")
	p.do(press("r", "R"))
	p.eventually(".looped", "Bars 1–2")
}

// A mark that is pressed can be what the run lands on, and be let go again.
func TestLandOnAPressedMark(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=mandolin&scale.tonic=B&scale.name=dorian", false)
	p.eventually("h1", "lay B Dorian out")
	at := value[string](
		p,
		`document.querySelector('[data-note="4"]').getAttribute('aria-label').split(',').slice(0, 2).join(',')`,
	)
	p.do(click(`[data-note="4"]`), chromedp.WaitVisible(css("[data-do=land]")),
		click("[data-do=land]"))
	p.eventually("h1", "landing on "+at)
	p.do(chromedp.WaitVisible(`//button[contains(., "Reset the ending")]`), click("[data-do=land]"))
	p.gone("h1", "landing")
}

// Every open format comes out of the sheet as a file that its readers open.
func TestFilesDownloadAndOpen(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=ukulele&scale.tonic=Eb&scale.name=mixolydian&run.pattern=groups", false)
	p.eventually("h1", "lay E♭ Mixolydian out")
	dir := t.TempDir()
	_, err := chromedp.CallBrowser(p.ctx, cdpbrowser.SetDownloadBehavior, cdpbrowser.SetDownloadBehaviorParams{
		Behavior: cdpbrowser.SetDownloadBehaviorBehaviorAllow, DownloadPath: dir,
	})
	require.NoError(t, err)
	p.do(press("p"), chromedp.WaitVisible(css(`.preview img`)))
	for format, read := range map[string]func(file string) *exec.Cmd{
		"musicxml": func(file string) *exec.Cmd { return exec.Command("musicxml2ly", "-o", file+".ly", file) },
		"midi":     func(file string) *exec.Cmd { return exec.Command("midi2abc", file) },
		"abc":      func(file string) *exec.Cmd { return exec.Command("abc2midi", file, "-o", file+".mid") },
	} {
		p.do(click(`[data-format=` + format + `]`))
		extension := format
		if format == "midi" {
			extension = "mid"
		}
		file := filepath.Join(dir, "e-flat-mixolydian-ukulele."+extension)
		p.arrives(file)
		said, err := read(file).CombinedOutput()
		assert.NoError(t, err, "%s: %s", format, said)
		assert.NotRegexp(t, `(?i)warning|error`, string(said), format)
	}
	p.do(click(`[data-format=wav]`))
	p.arrives(filepath.Join(dir, "e-flat-mixolydian-ukulele.wav"))

	// The plan that was exported opens again from its file.
	p.do(click(`[data-format=json]`))
	exported := filepath.Join(dir, "e-flat-mixolydian-ukulele.json")
	p.arrives(exported)
	p.do(chromedp.Navigate(p.url + "/saved"))
	p.eventually("main", "Briefs (15)")
	p.do(chromedp.SetUploadFiles(css("input[type=file]"), []string{exported}))
	p.eventually("h1", "Play it in groups of 3")
	p.eventually("h1", "lay E♭ Mixolydian out")
}

// The chords of a tune are typed, stand over the lanes, and go home as sound with the run or without.
func TestChordsAreTypedAndTakenHome(t *testing.T) {
	t.Parallel()
	p := open(
		t,
		"/?instrument.id=ukulele&scale.tonic=C&scale.name=major&layout.system=first-position&run.pattern=arpeggios",
		false,
	)
	p.eventually("h1", "on 1 4 5 1")
	p.do(
		click(`[data-word="run.chords"]`),
		focused(".picker input"),
		chromedp.KeyEvent("Dm7 G7 Cmaj7 A7"),
		press(kb.Enter),
	)
	p.eventually("h1", "on Dm7 G7 Cmaj7 A7")
	p.until(
		`[...document.querySelectorAll('.lanes .chord')].map(c => c.textContent).join(' ') === 'Dm7 G7 Cmaj7 A7'`,
		"each chord stands over its notes",
	)
	dir := t.TempDir()
	_, err := chromedp.CallBrowser(p.ctx, cdpbrowser.SetDownloadBehavior, cdpbrowser.SetDownloadBehaviorParams{
		Behavior: cdpbrowser.SetDownloadBehaviorBehaviorAllow, DownloadPath: dir,
	})
	require.NoError(t, err)
	p.do(press("p"), chromedp.WaitVisible(css(`.preview img`)),
		chromedp.SetValue(css("[data-do=heard]"), "alone"))
	value[bool](p, `document.querySelector('[data-do=heard]').dispatchEvent(new Event('change')), true`)
	p.do(chromedp.WaitVisible(css("[data-do=choruses]")), click(`[data-format=wav]`))
	p.arrives(filepath.Join(dir, "c-major-ukulele.wav"))
}
