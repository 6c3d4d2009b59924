package e2e

import (
	"bytes"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/format/wav"
	"evenladder/internal/browser"
)

// Three rungs are practised by keyboard alone: started, answered, the next one with
// its reason; one answer is taken back, and a reload goes on where it was.
func TestPractisingByKeyboardAlone(t *testing.T) {
	p := open(
		t,
		"/?instrument.id=mandolin&scale.tonic=B&scale.name=lydian&layout.system=one-octave&run.direction=up&rhythm.perBeat=2&rhythm.tempoBpm=200",
		true,
	) // a slip among typed rungs is refused
	p.eventually("h1", "lay B Lydian out")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(chromedp.Evaluate[chromedp.Void](`document.querySelector('[data-do=practise]').focus()`), press(kb.Enter))
	p.eventually("h1", "Quarter notes at 60")
	p.do(
		chromedp.Navigate(
			p.url + "/practise?instrument.id=mandolin&scale.tonic=B&scale.name=lydian&layout.system=one-octave&run.direction=up&from=2@300&goal=3@300&way=even",
		),
	)
	p.eventually("h1", "Eighths at 300")
	p.eventually(".why", "Start on the first rung")
	try := func(key string) {
		p.do(press(" "), chromedp.WaitVisible(css("[data-result]")), press(key))
	}
	try("1") // eight notes at 600 a minute: it ends by itself
	p.eventually(".why", "Stay on eighths at 300: one more clean try, then move up.")
	try("1")
	p.eventually(".why", "Two clean tries in a row on eighths at 300. Move up to triplets at 200.")
	p.eventually("h1", "Triplets at 200")
	p.do(press(" "), chromedp.WaitVisible(css("[data-result]")), press("3", "3")) // struck twice, one answer
	p.eventually(".why", "Triplets at 200 needs more work. Go back to eighths at 300")
	p.eventually(".sitting", "3 tries, 2 clean")

	// The last answer was a slip of the finger.
	p.do(click(`//button[contains(., "Undo")]`))
	p.eventually("h1", "Triplets at 200")
	p.eventually(".sitting", "2 tries, 2 clean")
	p.do(chromedp.Reload())
	p.eventually("h1", "Triplets at 200")
	p.eventually(".sitting", "2 tries, 2 clean")
	p.eventually("[data-fold=log]", "600")

	p.do(click("[data-do=end-sitting]"))
	p.eventually(".summary", "2 tries on 1 rung (eighths at 300), 2 clean")
	p.do(click(`[data-fold=log] [data-choice="every"]`),
		click(`[data-fold=log] [data-choice="not-yet"]`))
	p.until(`!!document.querySelector('td.not-yet') && !document.querySelector('td.clean, td.nearly')`,
		"the log shows what was asked for")

	// What is started while another rung's run is on its way is that run, not the one before.
	value[bool](p, `(() => {
		const now = fetch
		window.fetch = async (asked) => {
			if (asked.url.endsWith('/api/v1/plan')) await new Promise((done) => setTimeout(done, 700))
			return now(asked)
		}
		return true
	})()`)
	p.do(press(kb.ArrowDown), press(" "))
	p.until(`document.querySelector('.begin')?.textContent.includes('Stop') ?? false`, "it starts")
	assert.NotContains(t, p.text(".lanes"), " a ", "the lanes are those of eighths")
	p.do(chromedp.WaitVisible(css("[data-result]")), chromedp.Reload())
	p.eventually("h1", "Triplets at 200")

	// Arrow keys choose another rung; g goes back to the one that comes next.
	p.do(press(kb.ArrowUp))
	p.wait(func() bool { return !strings.Contains(p.text("h1"), "at 200") }, "up a rung")
	p.do(press("g"))
	p.eventually("h1", "Triplets at 200")
	value[bool](p, `document.querySelector('[data-fold=ladder] summary').click(), true`)
	p.do(click(`[data-choice="tempo-only"]`))
	p.eventually("[data-fold=ladder]", "the count never changes")
	assert.Contains(t, p.address(), "way=tempo-only")

	// A teacher's own rungs, in their order; a slip is said beside what was typed.
	p.fill("[data-do=own-rungs]", "quarters 66, triplets"+kb.Enter)
	p.eventually("[data-fold=ladder] [role=alert]", `"triplets" isn't a rung`)
	p.fill("[data-do=own-rungs]", "quarters 66, triplets 58, quintuplets 48"+kb.Enter)
	p.until(`document.querySelectorAll('[data-rung]').length === 3`, "three rungs")
	p.gone("[data-fold=ladder]", "isn't a rung")
}

// One octave comes before the whole, each rung twice; the ladder is kept under a name, with
// a log of its own, and found with what is saved. A warm-up leads back to the work.
func TestALadderOfPartsIsKept(t *testing.T) {
	t.Parallel()
	p := open(
		t,
		"/practise?instrument.id=ukulele&scale.tonic=B&scale.name=dorian&layout.system=seven-position&from=2@320&goal=3@320",
		false,
	)
	p.eventually("h1", "Eighths at 320")
	value[bool](
		p,
		`localStorage.setItem('even-ladder.countIn', 'false'), document.querySelector('[data-fold=ladder] summary').click(), true`,
	)
	p.do(click("[data-part=octave]"))
	p.eventually("h1", "one octave")
	value[bool](
		p,
		`(() => { const times = document.querySelector('[data-do=times]'); times.value = '2'; return times.dispatchEvent(new Event('change')) })()`,
	)
	p.eventually("h1", "one octave, twice")
	assert.Contains(t, p.address(), "times=2")
	outside := value[int](p, `document.querySelectorAll('.event.outside').length`)
	assert.Positive(t, outside, "the rest of the run stands back")
	p.do(chromedp.SendKeys(css("[data-do=ladder-title]"), "Wenna, Thursdays"), click("[data-do=keep-ladder]"))
	p.eventually("[data-fold=ladder]", "This is the saved ladder “Wenna, Thursdays”")
	p.do(chromedp.Evaluate[chromedp.Void](`document.activeElement.blur()`))
	for range 2 {
		p.do(press(" "), chromedp.WaitVisible(css("[data-result]")))
		p.do(chromedp.Sleep(600*time.Millisecond), press("1")) // two answers so near would be one
		p.until(`!document.querySelector('[data-result]')`, "it is written down")
	}
	p.eventually(".why", "Move up to eighths at 320, twice without a stop.")
	p.until(`!document.querySelector('h1 .of').innerText.includes('octave')`, "then the whole")
	p.do(chromedp.Navigate(p.url + "/saved"))
	p.do(click("[data-choice=ladders]"))
	p.eventually(".library", "Wenna, Thursdays")
	p.do(click(`//a[contains(., "Wenna, Thursdays")]`))
	p.eventually("[data-fold=log]", "one octave")

	// Without the kept ladder the work has a log of its own.
	p.do(
		chromedp.Navigate(
			p.url + "/practise?instrument.id=ukulele&scale.tonic=B&scale.name=dorian&layout.system=seven-position&from=2@320&goal=3@320",
		),
	)
	p.eventually(".why", "No practice logged yet")
	p.do(click("[data-do=end-sitting]"), click("[data-do=warm-up]"))
	p.eventually("h1", "Quarter notes at 60")
	p.do(click("[data-do=to-work]"))
	p.eventually("h1", "Eighths at 320")
}

// A round is practised as a whole, from the rounds with one press: the neck and the lanes
// are those of the key that sounds.
func TestARoundIsPractised(t *testing.T) {
	p := open(
		t,
		"/rounds?instrument.id=bass&scale.tonic=Ab&scale.name=major-pentatonic&layout.system=one-octave&round.order=fifths&run.direction=up",
		false,
	)
	p.eventually("h1", "A♭ major pentatonic")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(click("[data-do=practise]"))
	p.eventually("h1", "at 60")
	assert.Contains(t, p.address(), "round.order=fifths")
	p.do(chromedp.Navigate(p.url + "/practise" + p.address()[strings.Index(p.address(), "?"):] +
		"&from=4@300&goal=4@300"))
	p.eventually("h1", "Sixteenths at 300")
	first := value[string](p, `document.querySelector('.lanes ol').innerText`)
	p.do(press(" "))
	p.until(fmt.Sprintf(`document.querySelector('.lanes ol').innerText !== %q`, first), "another key")
	p.do(press(" "), chromedp.WaitVisible(css("[data-result]")), press("2"))
	p.eventually(".why", "was nearly clean. Try it again")
}

// A try that cannot be written down is not lost.
func TestATryIsNotLost(t *testing.T) {
	p := open(t, "/practise?instrument.id=ukulele&scale.tonic=B&scale.name=major&from=1@60&goal=1@90", true)
	p.eventually("h1", "Quarter notes at 60")
	p.offline(true)
	p.do(press("2"))
	p.eventually("[data-unsaved]", "Not saved yet: a try.")
	p.offline(false)
	p.sendNow()
	p.eventually(".why", "was nearly clean. Try it again")
	p.wait(func() bool { return p.text("[data-unsaved]") == "" }, "nothing waits any more")
}

// A take of the simulated player is handed in as a file: what became of each note is
// on the lanes, and the answer that it proposes stands out.
func TestATakeIsHandedIn(t *testing.T) {
	t.Parallel()
	const brief = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "lydian"}, "rhythm": {"perBeat": 2, "tempoBpm": 90}}`
	dir := t.TempDir()
	briefFile, takeFile := filepath.Join(dir, "brief.json"), filepath.Join(dir, "take.mid")
	require.NoError(t, os.WriteFile(briefFile, []byte(brief), 0o600))
	midi, complaints, code := command(t, "", "player", "--brief", briefFile, "--seed", "3", "--jitter", "6", "--wrong",
		"1", "--missed", "1")
	require.Zero(t, code, complaints)
	require.NoError(t, os.WriteFile(takeFile, []byte(midi), 0o600))
	judged, complaints, code := command(t, "", "take", "--brief", briefFile, takeFile)
	require.Zero(t, code, complaints)
	assert.Contains(t, judged, `"wrong":1,"missed":1,"extra":0`)

	p := open(t, "/practise?instrument.id=guitar&scale.tonic=Bb&scale.name=lydian&from=2@90&goal=2@120", true)
	p.eventually("h1", "Eighths at 90")
	p.do(chromedp.SetUploadFiles(css("[data-do=take]"), []string{takeFile}))
	p.eventually("[data-fold=take]", "1 wrong, 1 missed, 0 extra")
	assert.Equal(t, []int{1, 1}, value[[]int](p,
		`['wrong', 'missed'].map(s => document.querySelectorAll('[data-slip=' + s + ']').length)`))
	p.until(`document.querySelector('.result.proposed')?.dataset.result === 'nearly'`, "it proposes an answer")
	p.do(press("2"))
	p.eventually(".why", "was nearly clean. Try it again")
	p.do(chromedp.SetUploadFiles(css("[data-do=take]"), []string{briefFile}))
	p.eventually("[data-fold=take] [role=alert]", "neither a WAV file nor a Standard MIDI File")
}

// octavePlayed is a WAV file of an octave up and down on a guitar in quarters at 60, by the
// simulated player.
func octavePlayed(t *testing.T, how ...string) string {
	const brief = `{"instrument": {"id": "guitar"}, "scale": {"tonic": "Bb", "name": "lydian"}, "layout": {"system": "one-octave"}, "rhythm": {"perBeat": 1, "tempoBpm": 60}}`
	dir := t.TempDir()
	briefFile, takeFile := filepath.Join(dir, "brief.json"), filepath.Join(dir, "take.wav")
	require.NoError(t, os.WriteFile(briefFile, []byte(brief), 0o600))
	_, complaints, code := command(t, "", append([]string{"player", "--brief", briefFile, "--out", takeFile},
		how...)...)
	require.Zero(t, code, complaints)
	return takeFile
}

// A microphone hears the simulated player: the mark follows it, what was played is
// judged when the run is over, the take is kept with its try, heard again and deleted.
func TestATakeThroughTheMicrophone(t *testing.T) {
	takeFile := octavePlayed(t, "--seed", "3", "--jitter", "6", "--noise", "40")
	file, err := os.Open(takeFile)
	require.NoError(t, err)
	samples, rate, err := wav.Read(file)
	require.NoError(t, err)
	// The way up alone, some seconds after the microphone is opened: the way down is
	// missed, and nothing hangs on when Start is pressed.
	const silence, up = 4, 8
	played := samples[:(2*up+1)*rate/2-rate/10]
	for i := range rate / 5 { // a hand that dampens the string: a cut would be a click
		played[len(played)-1-i] *= float32(i) / float32(rate/5)
	}
	var heard bytes.Buffer
	require.NoError(t, wav.Write(&heard, append(make([]float32, silence*rate),
		append(played, make([]float32, 20*rate)...)...), rate))
	require.NoError(t, os.WriteFile(takeFile, heard.Bytes(), 0o600))

	p := open(
		t,
		"/practise?instrument.id=guitar&scale.tonic=Bb&scale.name=lydian&layout.system=one-octave&from=1@60&goal=1@90",
		true,
		browser.Hears(takeFile)...)
	p.eventually("h1", "Quarter notes at 60")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(chromedp.Reload())
	p.eventually("h1", "Quarter notes at 60")
	p.do(click("[data-do=microphone]"), chromedp.WaitVisible(css("[role=meter]")), press(" "))
	p.until(`Number(document.querySelector('.lanes [aria-current=step]')?.dataset.event ?? 0) >= 4`,
		"the mark follows what is heard")
	p.eventually("[data-fold=take]", "8 of 15 notes right, 0 wrong, 7 missed, 0 extra")
	assert.Equal(t, 7, value[int](p, `document.querySelectorAll('[data-slip=missed]').length`))
	p.until(`document.querySelector('.result.proposed')?.dataset.result === 'not-yet'`, "it proposes an answer")
	p.do(click(`[data-event="2"]`))
	p.eventually("[data-heard]", "Note 3: planned D")
	p.do(
		click("[data-do=keep-take]"),
		click("[data-do=add-note]"),
		chromedp.SendKeys(css("[data-do=remark]"), "half of it"),
		click("[data-result=nearly]"),
	)
	p.eventually(".why", "was nearly clean. Try it again")
	p.eventually("[data-fold=log]", "half of it")
	p.eventually("[data-fold=log] [data-kept]", "MB")
	p.do(click("[data-fold=log] [data-do=look]"))
	p.eventually("[data-fold=take]", "8 of 15 notes right")
	assert.False(t, value[bool](p, `!!document.querySelector('.result')`), "it is no new try")
	p.do(click("[data-fold=log] [data-do=delete-take]"))
	p.until(`!document.querySelector('[data-fold=log] [data-kept]')`, "the take is gone, the try is not")
	p.do(click(`//button[contains(., "Undo")]`))
	p.eventually("[data-fold=log] [data-kept]", "MB")
}

// A microphone that goes away in the middle is said, and what was heard until then judged.
func TestTheMicrophoneGoesAway(t *testing.T) {
	takeFile := octavePlayed(t)
	p := open(
		t,
		"/practise?instrument.id=guitar&scale.tonic=Bb&scale.name=lydian&layout.system=one-octave&from=1@60&goal=1@90",
		true,
		browser.Hears(takeFile)...)
	p.eventually("h1", "Quarter notes at 60")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(chromedp.Reload())
	p.eventually("h1", "Quarter notes at 60")
	value[bool](p, `(() => {
		const ask = navigator.mediaDevices.getUserMedia.bind(navigator.mediaDevices)
		navigator.mediaDevices.getUserMedia = async (what) => (window.given = await ask(what))
		return true
	})()`)
	p.do(click("[data-do=ear]"), chromedp.WaitVisible(css("[role=meter]")), press(" "))
	p.until(`Number(document.querySelector('.lanes [aria-current=step]')?.dataset.event ?? 0) >= 9`, "it plays")
	value[bool](p, `window.given.getTracks()[0].dispatchEvent(new Event('ended'))`)
	p.eventually("[data-fold=take] [role=alert]", "The microphone was disconnected. What it heard until then is kept.")
	p.do(press(" "))
	p.eventually("[data-fold=take]", "then you stopped")
}

// Where the browser lets nothing be heard, that is said with what else there is. What was
// played and not answered is asked for after a reload, with the remark that was typed.
func TestNoMicrophoneAndAReload(t *testing.T) {
	p := open(
		t,
		"/practise?instrument.id=ukulele&scale.tonic=B&scale.name=lydian&layout.system=one-octave&run.direction=up&from=2@300&goal=3@300",
		true,
	)
	p.eventually("h1", "Eighths at 300")
	p.do(click("[data-do=ear]"))
	p.eventually("[data-fold=take] [role=alert]", "upload a file")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), document.activeElement.blur(), true`)
	p.do(
		press(" "),
		chromedp.WaitVisible(css("[data-result]")),
		click("[data-do=add-note]"),
		chromedp.SendKeys(css("[data-do=remark]"),
			"the thumb"),
		chromedp.Reload(),
	)
	p.until(`document.querySelector('[data-do=remark]')?.value === 'the thumb'`,
		"the question and the remark are there")
	p.do(click("[data-result=nearly]"))
	p.eventually("[data-fold=log]", "the thumb")
	p.do(chromedp.Reload())
	p.eventually("h1", "Eighths at 300")
	p.until(`!document.querySelector('[data-result]')`, "it is answered")
}

// What is struck on a MIDI instrument while it plays is judged when it stops. The
// instrument is simulated behind the browser's own interface: from the first note that
// the page plays it keeps its own time, so a busy screen takes no note from it.
func TestPlayingIntoTheScreen(t *testing.T) {
	p := open(
		t,
		"/practise?instrument.id=ukulele&scale.tonic=Bb&scale.name=major-pentatonic&layout.system=one-octave&run.direction=up&from=1@240&goal=1@300",
		false,
	)
	p.eventually("h1", "Quarter notes at 240")
	value[bool](p, `(() => {
		localStorage.setItem('even-ladder.countIn', 'false')
		const input = {name: 'a simulated keyboard', onmidimessage: null}
		navigator.requestMIDIAccess = async () => ({inputs: new Map([['1', input]]), onstatechange: null})
		const lanes = document.querySelector('.lanes')
		const quarter = 250
		let begun = false
		new MutationObserver(() => {
			if (begun) return
			begun = true
			const at = Number(document.querySelector('.lanes [aria-current=step]')?.dataset.event ?? 0)
			const first = performance.now() - at * quarter
			window.struckNotes.forEach((midi, i) => setTimeout(
				() => input.onmidimessage?.({data: new Uint8Array([0x90, midi, 80]), timeStamp: first + i * quarter}),
				first + i * quarter - performance.now()))
		}).observe(lanes, {attributes: true, attributeFilter: ['data-sounded']})
		return true
	})()`)
	value[bool](p, `(async () => {
		const brief = {instrument: {id: 'ukulele'}, scale: {tonic: 'Bb', name: 'major-pentatonic'}, layout: {system: 'one-octave'}, run: {direction: 'up'}}
		const plan = await (await fetch('/api/v1/plan', {method: 'POST', headers: {'Content-Type': 'application/json'}, body: JSON.stringify(brief)})).json()
		window.struckNotes = plan.run.events.map(e => e.midi)
		window.struckNotes[2] += 1
		return true
	})()`)
	p.do(click("[data-do=listen]"))
	p.eventually("[data-fold=take]", "Listening to a simulated keyboard")
	p.do(press(" "))
	p.eventually("[data-fold=take]", "1 wrong, 0 missed, 0 extra")
	p.until(`document.querySelectorAll('[data-slip=wrong]').length === 1`, "it stands on the lanes")
}
