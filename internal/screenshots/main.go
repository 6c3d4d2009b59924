// Command screenshots takes the pictures of docs/screenshots from the built
// application with demo data.
package main

import (
	"context"
	"flag"
	"fmt"
	"net/url"
	"os"
	"path/filepath"
	"time"

	"github.com/chromedp/chromedp"

	"evenladder/internal/browser"
)

// picture is one view: where, in which theme and size, and what to do first.
type picture struct {
	name, path, theme string
	width, height     int64
	then              []chromedp.Action[chromedp.Void]
}

func bench(fields string) string { return "/?" + fields }

func rounds(fields string) string { return "/rounds?" + fields }

func q(s string) string { return url.QueryEscape(s) }

func click(selector string) chromedp.Action[chromedp.Void] {
	return chromedp.Click(chromedp.CSS(selector))
}

var pictures = []picture{
	{"bench", bench("instrument.id=guitar&scale.tonic=" + q("F#") +
		"&scale.name=dorian&rhythm.perBeat=3&rhythm.tempoBpm=58"), "paper", 1280, 800, nil},
	{"bench-lamp-light", bench("instrument.id=guitar&scale.tonic=Gb&scale.name=mixolydian&layout.system=five-form&layout.box=2"), "lamp", 1280, 800, nil},
	{"bench-tablet", bench("instrument.id=mandolin&scale.tonic=E&scale.name=harmonic-minor&rhythm.perBeat=3&rhythm.tempoBpm=70"), "paper", 820, 1180, nil},
	{"practise", "/practise?instrument.id=bass&scale.tonic=Eb&scale.name=major&layout.system=seven-position&layout.box=1&run.pattern=intervals&run.size=6&run.lean=5&rhythm.meter=" + q("12/8") + "&rhythm.perBeat=3&rhythm.tempoBpm=52", "paper", 1280, 800, nil},
	{"practise-take", "/practise?instrument.id=mandolin&scale.tonic=B&scale.name=natural-minor&layout.system=first-position&run.pattern=gates&rhythm.perBeat=2&rhythm.tempoBpm=76", "lamp", 1280, 1560,
		[]chromedp.Action[chromedp.Void]{click(`[data-do=simulate]`),
			chromedp.WaitVisible(chromedp.CSS(`[data-heard]`)), click(`[data-event="9"]`),
			chromedp.Sleep(500 * time.Millisecond)}},
	{"rounds", rounds("instrument.id=bass&scale.tonic=E&scale.name=mixolydian&rhythm.tempoBpm=66&round.place=lowest"),
		"paper", 1280, 800,
		[]chromedp.Action[chromedp.Void]{click(`[data-stop=E] [data-do=done]`), chromedp.KeyEvent(".."),
			chromedp.Sleep(200 * time.Millisecond)}},
	{"compare", "/compare?" + url.Values{
		"first":  {"instrument.id=guitar&scale.tonic=Eb&scale.name=lydian&layout.system=seven-position&layout.box=2"},
		"second": {"instrument.id=guitar&scale.tonic=Eb&scale.name=mixolydian&layout.system=seven-position"},
		"also": {"instrument.id=guitar&scale.tonic=Eb&scale.name=major&layout.system=seven-position",
			"instrument.id=guitar&scale.tonic=Eb&scale.name=major&layout.system=five-form"},
	}.Encode(), "paper", 1280, 800, nil},
	{"bench-phone", bench("instrument.id=guitar&scale.tonic=" + q("F#") +
		"&scale.name=dorian&layout.system=seven-position&layout.box=2"), "paper", 390, 844, nil},
	{"today", "/today", "paper", 1280, 800, nil},
	{"pupil", "/today", "paper", 1280, 800, []chromedp.Action[chromedp.Void]{click(`[data-pupil=Casimir] .name`),
		chromedp.Sleep(time.Second)}},
	{"map", "/today", "lamp", 1280, 800, []chromedp.Action[chromedp.Void]{
		click(`[data-pupil=Casimir] .name`), chromedp.Sleep(time.Second),
		chromedp.Evaluate[chromedp.Void](`document.querySelector('.map').scrollIntoView()`),
	}},
	{"home-phone", "/today", "paper", 390, 844, []chromedp.Action[chromedp.Void]{
		click(`[data-pupil=Casimir] [data-do=more]`), click(`.v-overlay__content [data-do=home]`),
		chromedp.WaitVisible(chromedp.CSS(`.home li`)),
		click(`[data-do=make-home]`), chromedp.WaitVisible(chromedp.CSS(`[data-do=home-open]`)),
		chromedp.Evaluate[chromedp.Void](`location.href = document.querySelector('[data-do=home-open]').href`),
		chromedp.WaitVisible(chromedp.CSS(`.rung`)),
	}},
	{"calls", "/calls?instrument.id=bass&scale.tonic=Ab&scale.name=major&level=2&progression=1-5-6-4", "paper", 1280,
		800, []chromedp.Action[chromedp.Void]{
			click(`[data-do=start]`), chromedp.WaitVisible(chromedp.CSS(`[data-call]`)),
			click(`[data-place="4/4"]`), chromedp.WaitVisible(chromedp.CSS(`[data-ask="5"]`)),
			click(`[data-place="3/6"]`), chromedp.WaitVisible(chromedp.CSS(`[data-ask="6"]`)),
			click(`[data-place="2/3"]`), chromedp.WaitVisible(chromedp.CSS(`[data-do=next-call]`)),
		}},
	{"worksheet", "/sheets?instrument.id=guitar&scale.tonic=Bb&scale.name=major&sheet.keys=" + q("Eb Ab Db Gb B E A") +
		"&sheet.days=10&sheet.perDay=2&sheet.order=mixed&sheet.seed=8", "lamp", 1280, 800,
		[]chromedp.Action[chromedp.Void]{
			click(`[data-choice=fill]`), chromedp.WaitVisible(chromedp.CSS(`[data-item="1"]`)),
			click(`[data-item="1"] [data-blank="1"]`), chromedp.Sleep(200 * time.Millisecond),
			chromedp.KeyEvent("e\tf\tg\ta\tb\tb\td\te"), chromedp.Sleep(700 * time.Millisecond),
		}},
	{"phrases", "/phrases", "paper", 1280, 1000, []chromedp.Action[chromedp.Void]{
		click(`[data-do=try-one]`), chromedp.WaitVisible(chromedp.CSS(`[data-way]`)), chromedp.Sleep(time.Second),
		click(`[data-note="3"]`), click(`[data-remark=minor-to-major-third]`),
		chromedp.Sleep(600 * time.Millisecond),
	}},
	{"together", "/together?" + url.Values{"instrument.id": {"guitar"}, "scale.tonic": {"Bb"}, "scale.name": {"major"},
		"run.pattern": {"phrase"}, "run.phrase": {"1 3/2 2/2 1 5 1 2 3*2 5 4/2 3/2 2 4 3/2 2/2 1/2 7/2 1*2"}}.Encode(), "paper", 1280,
		800, []chromedp.Action[chromedp.Void]{
			chromedp.Evaluate[chromedp.Void](`(() => { const s = document.querySelector('[data-do=group]')
				s.value = [...s.options].find((o) => o.text === 'Lantern trio').value
				s.dispatchEvent(new Event('change', {bubbles: true})) })()`),
			chromedp.WaitVisible(chromedp.CSS(`[data-member=Jory]`)), chromedp.Sleep(500 * time.Millisecond),
		}},
	{"workshop", "/workshop", "paper", 1280, 800, []chromedp.Action[chromedp.Void]{
		click(`[data-do=new-scale]`), chromedp.Sleep(300 * time.Millisecond), click(`[data-field=formula] input`),
		chromedp.KeyEvent("1 b2 3 4 5 6 b7"),
	}},
	{"saved", "/saved", "paper", 1280, 800, []chromedp.Action[chromedp.Void]{click(`[data-choice=phrases]`)}},
	{"sheet", bench("instrument.id=guitar&scale.tonic=E&scale.name=mixolydian&layout.system=five-form&layout.box=1"),
		"paper", 1280, 800, []chromedp.Action[chromedp.Void]{
			chromedp.KeyEvent("p"), chromedp.WaitVisible(chromedp.CSS(`.preview img`)),
		}},
}

func main() {
	dir := flag.String("dir", "docs/screenshots", "folder for the pictures")
	binary := flag.String("binary", "bin/even-ladder", "the built application")
	only := flag.String("only", "", "the name of one picture")
	flag.Parse()
	if err := takeAll(*binary, *dir, *only); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func takeAll(binary, dir, only string) error {
	app, err := browser.Start(context.Background(), binary, "demo")
	if err != nil {
		return err
	}
	defer app.Stop()
	for _, p := range pictures {
		if only != "" && only != p.name {
			continue
		}
		if err := take(app.URL, dir, p); err != nil {
			return fmt.Errorf("%s: %w", p.name, err)
		}
	}
	return nil
}

func take(base, dir string, p picture) error {
	ctx, cancel := browser.Open(context.Background(), int(p.width), int(p.height))
	defer cancel()
	steps := []chromedp.Action[chromedp.Void]{
		chromedp.EmulateViewport(p.width, p.height),
		chromedp.Navigate(base + "/healthz"),
		chromedp.Evaluate[chromedp.Void](fmt.Sprintf(`localStorage.setItem('even-ladder.theme', %q)`, p.theme)),
		chromedp.Navigate(base + p.path),
		chromedp.WaitReady(chromedp.CSS("h1")),
		chromedp.Sleep(700 * time.Millisecond),
	}
	steps = append(append(steps, p.then...), chromedp.Sleep(600*time.Millisecond))
	if err := chromedp.Do(ctx, steps...); err != nil {
		return err
	}
	data, err := chromedp.Run(ctx, chromedp.CaptureScreenshot())
	if err != nil {
		return err
	}
	return os.WriteFile(filepath.Join(dir, p.name+".png"), data, 0o644)
}
