package e2e

import (
	"bytes"
	"encoding/base64"
	"fmt"
	"strings"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/core/fretboard/neck"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/take"
	"evenladder/core/planning/brief"
	"evenladder/format/wav"
	"evenladder/sound"
)

var bassInDflat = brief.Brief{Instrument: brief.Instrument{ID: "bass"}, Scale: brief.Scale{Tonic: "Db", Name: "major"}}

const callsInDflat = "/calls?instrument.id=bass&scale.tonic=Db&scale.name=major"

// answerTo is where a call is answered, worked out apart from the page.
func answerTo(t *testing.T, ask string, said []string) neck.Place {
	t.Helper()
	made, err := call.Build(call.Request{Brief: bassInDflat, Kind: "numbers", Said: said, Ask: []string{ask}})
	require.NoError(t, err)
	return made.Calls[0].Answer.Place
}

// Twenty numbers by the keyboard alone: typed, and on the neck with the arrow keys. One is
// wrong, one is nonsense; what comes of it is said, goes into the log and can be taken out.
func TestTwentyCallsByKeyboard(t *testing.T) {
	t.Parallel()
	p := open(t, callsInDflat+"&level=2", false)
	p.eventually("[data-do=start]", "Start")
	p.eventually("[data-known]", "No notes asked yet (52 places up to fret 12).")
	p.do(press(" "))
	var said []string
	for n := 1; n <= 20; n++ {
		p.eventually(".count", fmt.Sprintf("Call %d · level 2", n))
		ask := value[string](p, `document.querySelector('[data-call]').dataset.ask`)
		at := answerTo(t, ask, said)
		said = append(said, ask)
		switch n {
		case 3:
			p.do(onto("[data-do=typed]"), press("the low one"+kb.Enter))
			p.eventually("[data-verdict]", "type string and fret")
			p.do(press(fmt.Sprintf("%d/%d", at.String, at.Fret) + kb.Enter)) // in the place of what was not understood
		case 5:
			p.do(onto("[data-do=typed]"), press(fmt.Sprintf("%d/%d", at.String, at.Fret+1)+kb.Enter))
			p.until(`document.querySelector('[data-verdict]').dataset.is === 'wrong'`, "a fret beside it is wrong")
			p.eventually("[data-verdict]", fmt.Sprintf("String %d, fret %d", at.String, at.Fret))
			p.do(press(kb.Enter))
			continue
		case 7:
			p.do(onto(fmt.Sprintf(`[data-place="%d/%d"]`, at.String, at.Fret-1)), press(kb.ArrowRight+kb.Enter))
		default:
			p.do(onto("[data-do=typed]"), press(fmt.Sprintf("string %d fret %d", at.String, at.Fret)+kb.Enter))
		}
		p.until(
			fmt.Sprintf(
				`document.querySelector('[data-verdict]')?.dataset.is === 'right' || document.querySelector('.count')?.textContent.includes('Call %d ·')`,
				n+1,
			),
			fmt.Sprintf("call %d, %s, is answered at %d/%d", n, ask, at.String, at.Fret),
		)
	}
	p.do(onto("[data-do=end]"), press(kb.Enter))
	p.eventually("h1", "19 of 20 right")
	p.eventually(".end", "New today")
	p.do(onto("[data-do=take-sitting-back]"), press(kb.Enter))
	p.eventually("[data-do=start]", "Start")
	p.do(click(`//button[contains(., "Undo")]`))
	p.until(`(async () => (await (await fetch('/api/v1/sittings')).json()).sittings.length === 1)()`,
		"it is back in the log")
}

// Numbers answered into the microphone, as a player does: each after its call, and again where it was not heard.
func TestCallsByMicrophone(t *testing.T) {
	made, err := call.Build(call.Request{Brief: bassInDflat, Kind: "numbers", Progression: "twelve-bars", Count: 4})
	require.NoError(t, err)
	bass, _ := neck.FindInstrument("bass")
	p := open(t, callsInDflat+"&level=2&progression=twelve-bars", false)
	p.eventually("[data-do=start]", "Start")
	value[bool](p, aPlayer)
	p.do(click("[data-do=microphone]"), chromedp.WaitVisible(css("[data-heard=on]")), click("[data-do=start]"))
	for n, c := range made.Calls {
		samples, err := sound.Perform(bass, []take.Heard{{MIDI: c.Answer.MIDI, OnsetSec: 0.2, Seconds: 1.6}}, 45, n+1)
		require.NoError(t, err)
		var file bytes.Buffer
		require.NoError(t, wav.Write(&file, samples, sound.Rate))
		p.eventually(".count", fmt.Sprintf("Call %d ·", n+1))
		struck := time.Time{}
		p.wait(func() bool {
			if time.Since(struck) > patience/3 {
				value[bool](p, fmt.Sprintf(`pluck(%q)`, base64.StdEncoding.EncodeToString(file.Bytes())))
				struck = time.Now()
			}
			return strings.Contains(p.text(".count"), fmt.Sprintf("Call %d ·", n+2))
		}, "call %d, %s, is answered", n+1, c.Ask)
	}
	p.do(click("[data-do=end]"))
	p.eventually("h1", "4 of 4 right")
}

// aPlayer stands in for a microphone beside which someone plucks notes, WAV files, when told to: the page's own ear hears
// them. A file that goes by the clock of the browser answers calls that a busy machine has not asked yet, and sound that
// goes through its audio thread has holes there: the samples come by the clock, late perhaps, but all of them.
const aPlayer = `(() => {
	const room = new AudioContext()
	navigator.mediaDevices.getUserMedia = async () => room.createMediaStreamDestination().stream
	let note = new Float32Array(0), at = 0
	window.AudioWorkletNode = class extends AudioWorkletNode {
		ear = { onmessage: undefined }
		constructor(context, ...how) {
			super(context, ...how)
			let sent = performance.now() / 1000 * context.sampleRate
			setInterval(() => {
				const due = new Float32Array(Math.max(performance.now() / 1000 * context.sampleRate - sent, 0))
				sent += due.length
				due.set(note.subarray(at, at + due.length))
				at += due.length
				this.ear.onmessage?.({ data: due })
			}, 20)
		}
		get port() {
			return this.ear
		}
	}
	window.pluck = async (file) => {
		const bytes = Uint8Array.from(atob(file), (c) => c.charCodeAt(0))
		note = (await room.decodeAudioData(bytes.buffer)).getChannelData(0)
		at = 0
		return true
	}
	return true
})()`

// Calls go on with the beat, counted in; what is not answered in time is missed.
func TestCallsOnTheBeat(t *testing.T) {
	p := open(t, callsInDflat+"&level=2&every=2&rhythm.tempoBpm=240", false)
	p.eventually("[data-do=start]", "Start")
	p.do(click("[data-do=start]"))
	p.until(`/Call [4-9] ·/.test(document.querySelector('.count')?.textContent ?? '')`, "calls come by themselves")
	p.do(click("[data-do=end]"))
	p.eventually("h1", "right")
	assert.Regexp(t, `^0 of \d+ right`, p.text("h1"), "nothing was answered")
	p.do(chromedp.Navigate(p.url + callsInDflat + "&level=4&rhythm.tempoBpm=240"))
	p.eventually("[data-do=start]", "Start")
	p.do(click("[data-do=start]"))
	p.until(`/Call [2-9] · level 4: .* every 4 beats/.test(document.querySelector('.count')?.textContent ?? '')`,
		"a level that asks for it begins the band")
}

// fill writes a field anew, as typing over it does.
func (p page) fill(selector, text string) {
	p.t.Helper()
	p.do(onto(selector), chromedp.Evaluate[chromedp.Void](fmt.Sprintf(`document.querySelector(%q).select()`,
		selector)), press(text))
}

// A worksheet is filled in on screen with each kind of slip, each said as it is; then it is
// right, and handed in.
func TestAWorksheetWithEachSlip(t *testing.T) {
	t.Parallel()
	p := open(t, "/sheets?instrument.id=guitar&scale.tonic=C&scale.name=major&sheet.keys=Bb+D", false)
	p.eventually(".which", "Fill in here")
	p.do(click("[data-choice=fill]"), chromedp.WaitVisible(css("[data-item='1']")))
	write := func(item int, notes string) {
		for i, n := range strings.Fields(notes) {
			blank := fmt.Sprintf(`[data-item="%d"] [data-blank="%d"]`, item, i+1)
			p.fill(blank, n)
		}
		assert.Empty(t, value[string](p, `document.querySelector('[data-item="1"] [data-words]').dataset.slips ?? ''`),
			"nothing is marked before it is asked for")
		p.do(press(kb.Enter))
	}
	slip := func(kind string) {
		p.until(
			fmt.Sprintf(
				`document.querySelector('[data-item="1"] [data-words]')?.dataset.slips?.split(' ').includes(%q) ?? false`,
				kind,
			),
			kind,
		)
	}
	write(1, "b c d d f g a b")
	slip("doubled-letter")
	write(1, "b c d g f g a b")
	slip("letter")
	write(1, "b c d e f g a b")
	p.eventually(`[data-item="1"] [data-words]`, "The letters are right. Now add the sharps or flats.")
	p.until(`!!document.querySelector('[data-item="1"] [data-step=signs]')`, "letters that are right lead on to the signs")
	p.do(click(`[data-item="1"] [data-do=check]`))
	slip("sign-missing")
	p.eventually(`[data-item="1"] [data-words]`, "D to E is a whole step. A half step is wanted.")
	write(1, "bb c d# e f g a bb")
	slip("moved-right")
	write(1, "bb c d e# f g a bb")
	slip("wrong-way")
	write(1, "bes c d es f g ab bes")
	slip("sign-too-many")
	write(1, "bes c d es f g a b♭")
	p.eventually(`[data-item="1"] [data-words]`, "How many sharps or flats are there?")
	p.fill(`[data-item="1"] [data-count]`, "3")
	slip("counted-twice")
	p.fill(`[data-item="1"] [data-count]`, "2")
	p.eventually(`[data-item="1"] [data-words]`, "All right.")
	p.do(click("[data-choice=key]"), chromedp.WaitVisible(css(".page img")), click("[data-choice=fill]"))
	p.eventually(`[data-item="1"] [data-words]`, "All right.")
	p.do(click("[data-do=hand-in]"))
	p.eventually("body", "Handed in: Scales: major, 1 of 2 right.")
}

// A course of ten days is set to a pupil, opened from the pupil's page, and a sheet on paper
// handed in with a press an item.
func TestACourseOfSheets(t *testing.T) {
	t.Parallel()
	p := open(t, "/sheets?instrument.id=guitar&scale.tonic=C&scale.name=major&sheet.keys=F+Bb+Eb", false)
	p.do(click("[data-do=ten-days]"))
	p.eventually(".stepper", "Day 1, sheet 1 of 20")
	p.do(click("[data-do=set-for]"), chromedp.WaitVisible(css(`[data-whom=Thaddeus]`)), settle(),
		click(`[data-whom=Thaddeus]`))
	p.eventually("body", "Assigned to Thaddeus")
	id := value[string](p, `fetch('/api/v1/pupils?q=Thaddeus').then(r => r.json()).then(r => r.pupils[0].id)`)
	p.do(chromedp.Navigate(p.url + "/pupil/" + id))
	p.eventually("h1", "Thaddeus")
	p.eventually("[data-set]", "0 of 20 sheets done")
	p.do(click("[data-do=open-sheets]"))
	p.eventually(".whose", "For Thaddeus")
	p.do(click("[data-choice=mark]"), click("[data-mark='2']"), click("[data-do=hand-in]"))
	p.eventually("body", "Handed in: Scales: major, sheet 1 of 20, 2 of 3 right.")
	p.eventually(".stepper", "Day 1, sheet 2 of 20")
	p.do(click(".whose a"))
	p.eventually("[data-set]", "1 of 20 sheets done")
	p.eventually("[data-fold=pupil-sittings]", "2 of 3")
	p.do(click("[data-do=take-sitting-back]"))
	p.eventually("[data-set]", "0 of 20 sheets done")
}

// Notes of a MIDI instrument answer, and their octave tells. The instrument is simulated behind
// the browser's own interface.
func TestCallsByAMIDIInstrument(t *testing.T) {
	p := open(t, callsInDflat+"&level=2&progression=2-5-1", false)
	p.eventually("[data-do=start]", "Start")
	value[bool](p, `(() => {
		const input = {name: 'a simulated keyboard', onmidimessage: null}
		navigator.requestMIDIAccess = async () => ({inputs: new Map([['1', input]]), onstatechange: null})
		window.strike = (midi) => input.onmidimessage({data: new Uint8Array([0x90, midi, 80]), timeStamp: performance.now()})
		return true
	})()`)
	p.do(click("[data-do=listen]"), click("[data-do=start]"))
	p.eventually(".hearing", "Listening to a simulated keyboard")
	p.eventually("[data-call]", "2")
	p.until(`window.strike(39 + 12), document.querySelector('[data-verdict]').dataset.is === 'too-high'`,
		"an octave too high")
	p.do(press(kb.Enter))
	p.eventually("[data-call]", "5")
	p.until(`window.strike(32), document.querySelector('[data-verdict]')?.dataset.is === 'right'`, "the low five")
}

// By ear: what sounds is found on the neck and named, and a pattern is played back; the log names what was heard.
func TestCallsByEar(t *testing.T) {
	t.Parallel()
	const of = callsInDflat + "&level=1&kind="
	asked := func(p page, kind string) call.Call {
		ask := value[string](p, `document.querySelector('[data-call]').dataset.ask`)
		made, err := call.Build(call.Request{Brief: bassInDflat, Kind: kind, Level: 1, Ask: []string{ask}})
		require.NoError(t, err)
		return made.Calls[0]
	}
	place := func(n neck.Place) string { return fmt.Sprintf(`[data-place="%d/%d"]`, n.String, n.Fret) }

	p := open(t, of+"ear-note", false)
	p.eventually("[data-do=hear-example]", "Hear an example")
	p.do(click("[data-do=start]"), chromedp.WaitVisible(css("[data-call]")))
	one := asked(p, "ear-note")
	p.do(click(place(neck.Place{String: one.Answer.String, Fret: one.Answer.Fret + 1})))
	p.eventually("[data-verdict]", "Not that one.")
	p.eventually("[data-verdict]", "of D♭.")
	p.do(click("[data-do=next-call]"))
	p.eventually(".count", "Call 2")
	p.do(click(place(asked(p, "ear-note").Answer.Place)))
	p.until(
		`document.querySelector('[data-verdict]')?.dataset.is === 'right' || document.querySelector('.count')?.textContent.includes('Call 3')`,
		"the place is right",
	)
	p.do(click("[data-do=end]"))
	p.eventually("h1", "1 of 2 right")
	p.eventually(".end", "by ear")

	p.do(
		chromedp.Navigate(p.url+of+"ear-pattern"),
		chromedp.WaitVisible(css("[data-do=start]")),
		click("[data-do=start]"),
		chromedp.WaitVisible(css("[data-call]")),
	)
	p.do(click(place(neck.Place{String: 1, Fret: 11})))
	p.eventually(".prompt", "1 of 3")
	p.do(click("[data-do=clear]"))
	p.eventually(".prompt", "0 of 3")
	for _, n := range asked(p, "ear-pattern").Answer.Notes {
		p.do(click(place(n.Place)))
	}
	p.until(
		`document.querySelector('[data-verdict]')?.dataset.is === 'right' || document.querySelector('.count')?.textContent.includes('Call 2')`,
		"the pattern is right",
	)

	p.do(
		chromedp.Navigate(p.url+of+"ear-scale"),
		chromedp.WaitVisible(css("[data-do=start]")),
		click("[data-do=start]"),
		chromedp.WaitVisible(css("[data-call]")),
	)
	p.do(click(fmt.Sprintf("[data-answer=%s]", asked(p, "ear-scale").Ask)))
	p.until(
		`document.querySelector('[data-verdict]')?.dataset.is === 'right' || document.querySelector('.count')?.textContent.includes('Call 2')`,
		"the scale is right",
	)
}
