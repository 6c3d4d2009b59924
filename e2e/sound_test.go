package e2e

import (
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/stretchr/testify/assert"
)

// watchMarks notes each move of the mark of the run, with the time of the audio
// clock at which its note sounds.
const watchMarks = `(() => {
	window.marks = []
	new MutationObserver(() => {
		const at = document.querySelector('[data-event][aria-current]')?.dataset.event
		const last = window.marks[window.marks.length - 1]
		if (at !== undefined && last?.event !== Number(at)) queueMicrotask(() => {
			const {sounded, late} = document.querySelector('.lanes').dataset
			window.marks.push({event: Number(at), sounds: Number(sounded), late: Number(late)})
		})
	}).observe(document.querySelector('.lanes'), {subtree: true, attributes: true, attributeFilter: ['aria-current']})
	return true
})()`

type mark struct {
	Event        int
	Sounds, Late float64
}

// The mark follows the sound: after two bars counted in, each note of the run
// is marked when the plan says that it sounds.
func TestThePlayButtonMovesTheMarkInTime(t *testing.T) {
	p := open(t, "/?instrument.id=bass&scale.tonic=Eb&scale.name=dorian&layout.strings=4,3&rhythm.perBeat=2&rhythm.tempoBpm=120&run.direction=up", false)
	p.eventually("h1", "lay E♭ Dorian out")
	value[bool](p, watchMarks)
	p.do(click("[data-do=play]"))
	p.eventually(".counting", "4")
	p.wait(func() bool { return value[int](p, `window.marks.length`) >= 6 }, "it should come to be so")
	marks := value[[]mark](p, `window.marks`)
	// Eighths at 120 sound a quarter of a second apart, by the audio clock
	// itself. How late the mark is depends on the machine: see the log.
	for i, m := range marks {
		assert.Equal(t, i, m.Event, "every note is marked in order")
		assert.InDelta(t, 0.25*float64(i), m.Sounds-marks[0].Sounds, 0.002, "note %d", i)
		t.Logf("note %d marked %.0f ms after it sounds", i, m.Late)
	}
	p.do(press(" "))
	count := value[int](p, `window.marks.length`)
	for range 40 { // two notes' time and more
		value[bool](p, nextFrame)
	}
	assert.LessOrEqual(t, value[int](p, `window.marks.length`), count+1, "and stops")
	p.do(click(`[data-note="0"]`))
	p.wait(func() bool {
		return value[string](p, `document.querySelector('[data-event][aria-current]').dataset.event`) == "0"
	}, "it should come to be so")
}

// A stretch of bars is repeated, and the tempo changes without a stop.
func TestAStretchIsPlayedAgain(t *testing.T) {
	p := open(t, "/?instrument.id=guitar&scale.tonic=Eb&scale.name=dorian&rhythm.perBeat=4&rhythm.tempoBpm=200", false)
	p.eventually("h1", "lay E♭ Dorian out")
	value[bool](p, `localStorage.setItem('even-ladder.countIn', 'false'), true`)
	p.do(chromedp.Reload())
	p.eventually("h1", "lay E♭ Dorian out")
	value[bool](p, watchMarks+`, document.querySelector('[data-event="2"]').dispatchEvent(new PointerEvent('pointerdown', {bubbles: true})), document.querySelector('[data-event="9"]').dispatchEvent(new PointerEvent('pointerup', {bubbles: true})), true`)
	p.eventually(".looped", "Bar 1")
	p.do(click("[data-do=play]"))
	p.wait(func() bool { return value[int](p, `window.marks.filter(m => m.event === 0).length`) >= 2 },
		"it should come to be so")
	assert.LessOrEqual(t, value[int](p, `Math.max(...window.marks.map(m => m.event))`), 15,
		"no note past the first bar")
	p.do(click("[data-do=repeat]"))
	p.wait(func() bool { return value[int](p, `Math.max(...window.marks.map(m => m.event))`) > 15 },
		"it should come to be so")
}

// What a brief asks to sound under the run sounds with it: a bass and chords, and drums until they are switched off; the
// run is counted in by one bar where that is asked for.
func TestTheBandPlays(t *testing.T) {
	p := open(t, "/?instrument.id=mandolin&scale.tonic=Eb&scale.name=lydian&rhythm.tempoBpm=200&backing.kind=vamp", false)
	p.eventually("h1", "over two chords")
	value[bool](p, `(() => {
		window.begun = { tones: 0, noises: 0 }
		for (const [kind, name] of [[OscillatorNode, 'tones'], [AudioBufferSourceNode, 'noises']]) {
			const start = kind.prototype.start
			kind.prototype.start = function (...when) {
				if (this.buffer === undefined || this.buffer?.length > 1) window.begun[name]++
				return start.apply(this, when)
			}
		}
		return true
	})()`)
	p.do(click("[data-do=sound]"), chromedp.WaitVisible(css("[data-do=count-bars]")),
		chromedp.SetValue(css("[data-do=count-bars]"), "1"))
	value[bool](p, `document.querySelector('[data-do=count-bars]').dispatchEvent(new Event('change')), true`)
	p.do(click("[data-do=play]"))
	p.until(`window.begun.noises > 8 && window.begun.tones > 8`, "bass, chords and drums begin")
	p.do(press(" "))
	p.until(`!document.querySelector('[data-do=play]').getAttribute('aria-label').startsWith('Stop')`, "it stops")
	p.do(click("[data-do=sound]"), click("[data-do=drums]"))
	value[bool](p, `window.begun.noises = window.begun.tones = 0, true`)
	p.do(click("[data-do=play]"))
	p.until(`window.begun.tones > 8`, "bass and chords begin")
	assert.Zero(t, value[int](p, `window.begun.noises`), "and no drums")
}
