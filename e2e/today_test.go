package e2e

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"os"
	"os/exec"
	"path/filepath"
	"testing"
	"time"

	"github.com/boombuler/barcode"
	"github.com/boombuler/barcode/qr"
	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"evenladder/internal/browser"
)

// onto gives the focus to what a selector finds, as the Tab key would.
func onto(selector string) chromedp.Action[chromedp.Void] {
	return chromedp.Steps(chromedp.WaitVisible(css(selector)),
		chromedp.Evaluate[chromedp.Void](fmt.Sprintf(`document.querySelector(%q).focus()`, selector)))
}

// row is a pupil of the day.
func row(name string) string { return fmt.Sprintf(`[data-pupil=%q] `, name) }

func TestTheStartPageIsToday(t *testing.T) {
	t.Parallel()
	p := open(t, "/", false)
	p.eventually("h1", "3 lessons")
	assert.Regexp(t, `^15:30 in (2 h \d+ min|3 h( \d+ min)?) Ottoline`, p.text(".lessons"))
	assert.Contains(t, p.text(row("Wenna P.")), "2 days overdue")
	assert.Contains(t, p.text(row("Wenna P.")), "No practice logged for 9 days")
	assert.Contains(t, p.text(".others"), "Thaddeus no assignments")
	p.do(chromedp.Navigate(p.url + start))
	p.eventually("h1", "lay E Dorian out")
	p.do(click(`a[href="/today"]`))
	p.eventually("h1", "3 lessons")
}

// A teacher's afternoon with three pupils, by keyboard alone: one plays and it is written
// down, one is set what is proposed, of one a sheet comes in.
func TestAnAfternoonByKeyboard(t *testing.T) {
	t.Parallel()
	p := open(t, "/today", false)
	p.eventually("h1", "3 lessons")
	p.do(onto(row("Ottoline")+"[data-do=open-work]"), press(kb.Enter))
	p.eventually(".now", "For Ottoline")
	p.eventually(".rung", "Quarter notes at 76")
	p.do(press("1"))
	p.eventually(".why", "Two clean tries in a row")
	p.do(onto(`a[href="/today"]`), press(kb.Enter))
	p.eventually(row("Ottoline"), "17 tries over 7 days")
	p.eventually(row("Ottoline")+".next", "Two clean tries in a row")

	p.eventually(row("Casimir")+".set", "D♭ major, seven positions, box 3")
	p.do(onto(row("Casimir")+"[data-do=set]"), press(kb.Enter))
	p.eventually(row("Casimir")+".set", "E♭ major, seven positions, box 2")
	p.do(click(`//button[normalize-space()="Undo"]`))
	p.eventually(row("Casimir")+".set", "D♭ major, seven positions, box 3")

	p.do(onto(row("Wenna P.")+".name"), press(kb.Enter))
	p.eventually("h1", "Wenna P.")
	p.do(onto("[data-do=sheet-done]"), press(kb.Enter))
	p.eventually("[data-set]", "3 of 6 sheets done")
	p.do(onto("[data-set] [data-do=more]"), press(kb.Enter), onto("[data-do=edit-assignment]"), press(kb.Enter),
		onto("[data-do=words]"),
		chromedp.KeyEvent("With a pencil."), onto("[data-do=keep-assignment]"), press(kb.Enter))
	p.eventually("[data-set]", "“With a pencil.”")
	assert.Contains(t, p.text(".map"), "Frets 8 to 12")

	p.do(onto("[data-do=close-assignment]"), press(kb.Enter))
	p.gone("[data-set]", "sheets done")
	p.do(onto("[data-fold=earlier] summary"), press(kb.Enter))
	p.eventually("[data-fold=earlier]", "Write out the keys with sharps, B last · “With a pencil.”")
	p.do(onto("[data-do=plan-weeks]"), press(kb.Enter), onto("[data-do=weeks-keys]"), chromedp.KeyEvent("by f"))
	p.eventually(".weeks .sentence", "in every key by fourths")
	p.do(onto("[data-do=keep-weeks]"), press(kb.Enter))
	p.eventually(".weeks", "Week 1 of 4")
	day := value[string](p, `document.querySelector('[data-date]').dataset.date`)
	p.do(onto("[data-date] [data-do=more]"), press(kb.Enter), onto("[data-do=free-day]"), press(kb.Enter))
	p.eventually(fmt.Sprintf("[data-day-of=%q]", day), "skipped")
}

func TestSetFromTheBenchInTwoPresses(t *testing.T) {
	t.Parallel()
	p := open(t, "/?instrument.id=guitar&scale.tonic=Ab&scale.name=lydian&layout.system=three-per-string&layout.box=2",
		false)
	p.eventually("h1", "lay A♭ Lydian out")
	p.do(click("[data-do=set-for]"), chromedp.WaitVisible(css("[data-whom=Ismay]")), settle(),
		click("[data-whom=Ismay]"))
	p.eventually(".v-snackbar", "Assigned to Ismay")
	p.do(chromedp.Navigate(p.url + "/today"))
	p.eventually("h1", "3 lessons")
	p.do(click(`//ol[@class="week"]//a[contains(., "Ismay")]`))
	p.eventually("[data-set]", "A♭ Lydian, three notes per string")
	p.do(click(`//*[@data-set]//a[contains(., "A♭ Lydian")]`))
	p.eventually("h1", "On a left-handed guitar")
}

// A new pupil is typed, measured, found again, set aside, brought back and erased.
func TestAPupilComesAndGoes(t *testing.T) {
	t.Parallel()
	p := open(t, "/today", true)
	p.do(click("[data-do=add-pupil]"), click("[data-field=name] input"), chromedp.KeyEvent("Marjolein"),
		click("[data-do=measure]"), click(`[aria-label="index – middle: fret 8"]`))
	p.eventually(".finder", "77 mm")
	p.do(click("[data-do=use-openings]"))
	p.eventually(".finder .now", "This hand opens 77, 27, 27 mm comfortably")
	p.do(chromedp.Reload())
	p.do(click("[data-do=add-pupil]"))
	assert.Equal(t, "Marjolein", value[string](p, `document.querySelector('[data-field=name] input').value`),
		"what was typed outlives a reload")
	p.do(click("[data-field=at] input"), chromedp.KeyEvent("25:00"), click("[data-do=keep-pupil]"))
	p.eventually("[data-field=at]", "give hours and minutes such as 16:30")
	p.do(click("[data-field=at] input"), press(kb.Backspace, kb.Backspace, kb.Backspace, kb.Backspace, kb.Backspace),
		chromedp.KeyEvent("10:15"), click("[data-do=keep-pupil]"))
	p.eventually("h1", "Marjolein")
	p.eventually(".pupil", "hand 77, 27, 27 mm")
	p.do(click("[data-do=bench-for]"))
	p.eventually("h1", "for a hand that opens 77, 27 and 27 mm")
	p.eventually("h1", "for Marjolein")
	p.do(chromedp.NavigateBack())
	p.eventually("h1", "Marjolein")
	p.do(more("set-aside"))
	p.eventually("h1", "3 lessons")
	p.hushed()
	p.do(click("[data-fold=all-pupils] summary"), click("[data-choice=aside]"),
		chromedp.WaitVisible(css("[data-do=bring-back]")), settle(), click("[data-do=bring-back]"))
	p.eventually(".v-snackbar", "Marjolein is restored")
	p.hushed()
	p.do(click("[data-choice=here]"), click(`//details//a[text()="Marjolein"]`))
	p.eventually("h1", "Marjolein")
	p.do(more("set-aside"))
	p.eventually("h1", "3 lessons")
	p.hushed()
	p.do(click("[data-choice=aside]"), chromedp.WaitVisible(css("[data-do=erase]")), settle(),
		click("[data-do=erase]"), click("[data-do=erase-sure]"))
	p.eventually("[data-fold=all-pupils]", "No archived pupils")
}

// The page goes home: it is opened from a file, without the application, practised, and what
// it keeps comes back as a code, read by another reader, and as a text; nothing comes twice.
func TestThePageThatGoesHome(t *testing.T) {
	p := open(t, "/today", true)
	p.do(moreOf(row("Casimir"), "home"), click("[data-do=make-home]"),
		chromedp.WaitVisible(css("[data-do=home-file]")))
	got, err := http.Get(value[string](p, `document.querySelector('[data-do=home-file]').href`))
	require.NoError(t, err)
	defer got.Body.Close()
	var page bytes.Buffer
	_, err = page.ReadFrom(got.Body)
	require.NoError(t, err)
	assert.LessOrEqual(t, page.Len(), 512<<10)
	file := filepath.Join(t.TempDir(), "practice.html")
	require.NoError(t, os.WriteFile(file, page.Bytes(), 0o600))

	ctx, cancel := browser.Open(context.Background(), 390, 844)
	defer cancel()
	home := page1(t, ctx, "file://"+file)
	home.do(chromedp.EmulateViewport(390, 844))
	home.eventually(".rung", "eighths at 80")
	assert.NotContains(t, home.text("body"), "Casimir", "no name that the teacher did not choose")
	assert.LessOrEqual(t, value[float64](home, `document.documentElement.scrollWidth`), 390.0)
	home.do(click("[data-do=slower]"))
	home.eventually(".rung", "eighths at 74")
	home.do(click("[data-do=start]"))
	home.until(`!!document.querySelector('.counting')`, "it counts in")
	home.until(`!document.querySelector('.counting') || Number(document.querySelector('.counting').innerText) >= 2`,
		"by the clock")
	home.do(click("[data-do=start]"), focused("[data-result=clean]"), press(kb.Enter))
	home.eventually(".why", "one more clean try, then move up")
	home.do(click("[data-do=start]"), chromedp.Sleep(300*time.Millisecond), click("[data-do=start]"),
		click("[data-result=not-yet]"))
	home.eventually(".why", "Go back to")
	home.do(click("[data-do=undo]"))
	home.eventually(".why", "one more clean try, then move up")
	home.do(chromedp.Reload())
	home.eventually(".back", "1 try saved on this device")
	home.do(click("[data-do=code]"), chromedp.WaitVisible(css("svg.code")))
	axe, err := os.ReadFile("../ui/node_modules/axe-core/axe.min.js")
	require.NoError(t, err)
	value[bool](home, string(axe)+`; true`)
	home.violations("the page for home by daylight", wholePage)
	home.do(click(`//header/button`), settle())
	home.violations("the page for home by lamp light", itsColour)
	var code struct {
		Size int    `json:"size"`
		Path string `json:"path"`
	}
	code.Path = value[string](home, `document.querySelector('svg.code path').getAttribute('d')`)
	code.Size = int(value[float64](home, `document.querySelector('svg.code rect').width.baseVal.value`)) - 8
	drawn, err := json.Marshal(code)
	require.NoError(t, err)
	cmd := exec.Command("node", "reference/code.mjs")
	cmd.Dir, cmd.Stdin = "../ui", bytes.NewReader(drawn)
	read, err := cmd.Output()
	require.NoError(t, err)
	text := value[string](home, `document.querySelector('textarea').value`)
	assert.Equal(t, text, string(read), "read by another reader")

	p.do(click("[data-do=home-done]"), click("[data-do=results]"),
		chromedp.WaitVisible(css("[data-do=results-text] textarea")), pasted("[data-do=results-text] textarea",
			"Hello!\n"+string(read)))
	p.eventually(".came", "Casimir: 1 try, 1 new")
	p.do(click("[data-do=keep-results]"))
	p.eventually(".v-snackbar", "Added 1 try to the log of Casimir")
	p.until(`!document.querySelector('.came')`, "the dialog closes")
	p.do(click("[data-do=results]"), chromedp.WaitVisible(css("[data-do=results-text] textarea")),
		pasted("[data-do=results-text] textarea", string(read)))
	p.eventually(".came", "already in the log")
	p.eventually(".came", "1 try, 0 new")
}

// hushed closes what is told at the foot of the window, which lies over the page's end.
func (p page) hushed() {
	p.t.Helper()
	p.do(click(`//*[contains(@class, "v-snackbar")]//button[normalize-space()="Close"]`))
	p.until(`!document.querySelector('.v-snackbar__wrapper')`, "the notice closes")
}

// pasted puts a text into a field.
func pasted(selector, text string) chromedp.Action[chromedp.Void] {
	return chromedp.Evaluate[chromedp.Void](fmt.Sprintf(`document.querySelector(%q).focus(); document.execCommand('insertText', false, %q)`, selector, text))
}

// page1 is a page of a browser of its own.
func page1(t *testing.T, ctx context.Context, address string) page {
	t.Helper()
	// The browser lives as long as what it is first started with.
	require.NoError(t, chromedp.Do(ctx, chromedp.Navigate(address)))
	p := page{t, ctx, ""}
	t.Cleanup(p.keepPicture)
	return p
}

// A code that is held before the camera is read.
func TestACodeBeforeTheCamera(t *testing.T) {
	video := filepath.Join(t.TempDir(), "code.y4m")
	require.NoError(t, os.WriteFile(video, filmed(t, "EL1 nosuchpage 1.0.0.c.hq2k1.40"), 0o600))
	p := open(t, "/today", true, chromedp.Flag("use-fake-device-for-media-stream", true),
		chromedp.Flag("use-fake-ui-for-media-stream", true), chromedp.Flag("use-file-for-fake-video-capture", video))
	p.do(click("[data-do=results]"), click("[data-do=camera]"))
	p.eventually(".came", "wasn't sent from here")
	assert.Contains(t, value[string](p, `document.querySelector('[data-do=results-text] textarea').value`),
		"EL1 nosuchpage 1.0.0.c.hq2k1.40")
}

// filmed is a text as a QR code in an uncompressed film of a few pictures.
func filmed(t *testing.T, text string) []byte {
	const width, height, side = 640, 480, 360
	made, err := qr.Encode(text, qr.M, qr.Auto)
	require.NoError(t, err)
	scaled, err := barcode.Scale(made, side, side)
	require.NoError(t, err)
	var out bytes.Buffer
	fmt.Fprintf(&out, "YUV4MPEG2 W%d H%d F10:1 Ip A1:1 C420\n", width, height)
	frame := bytes.Repeat([]byte{235}, width*height)
	for y := range side {
		for x := range side {
			if r, _, _, _ := scaled.At(x, y).RGBA(); r < 0x8000 {
				frame[(y+(height-side)/2)*width+x+(width-side)/2] = 16
			}
		}
	}
	colour := bytes.Repeat([]byte{128}, width*height/2)
	for range 5 {
		out.WriteString("FRAME\n")
		out.Write(frame)
		out.Write(colour)
	}
	return out.Bytes()
}
