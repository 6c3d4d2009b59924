package e2e

import (
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// guideStep is a numbered step of a page of the guide: what it says, and what the test does for it.
type guideStep struct {
	text    string
	actions []string
}

var (
	numbered = regexp.MustCompile(`(?m)^\d+\. `)
	hidden   = regexp.MustCompile(`(?s)<!--(.*?)-->`)
	bold     = regexp.MustCompile(`\*\*(.+?)\*\*`)
)

// guideSteps are the steps of a page. Each has its script in a comment behind it.
func guideSteps(page string) (out []guideStep) {
	for i, part := range numbered.Split(page, -1) {
		if i == 0 {
			continue
		}
		script := hidden.FindStringSubmatch(part)
		if script == nil {
			out = append(out, guideStep{text: part})
			continue
		}
		step := guideStep{text: part[:strings.Index(part, "<!--")]}
		for _, a := range strings.Split(script[1], " ; ") {
			step.actions = append(step.actions, strings.TrimSpace(a))
		}
		out = append(out, step)
	}
	return out
}

// Every step of the guide works as it is written, and every name in bold is on the screen then.
func TestTheGuideIsTrue(t *testing.T) {
	t.Parallel()
	pages, err := filepath.Glob("../docs/guide/*.md")
	require.NoError(t, err)
	require.NotEmpty(t, pages)
	for _, file := range pages {
		page, err := os.ReadFile(file)
		require.NoError(t, err)
		t.Run(strings.TrimSuffix(filepath.Base(file), ".md"), func(t *testing.T) {
			t.Parallel()
			steps := guideSteps(string(page))
			require.NotEmpty(t, steps)
			g := guideTour{dir: t.TempDir()}
			g.page = open(t, "/healthz", true)
			for _, s := range steps {
				require.NotEmpty(t, s.actions, "a step without its script: %s", s.text)
				seen := g.onScreen()
				for _, a := range s.actions {
					g.act(a)
					seen += g.menu + g.onScreen()
				}
				for _, name := range bold.FindAllStringSubmatch(s.text, -1) {
					assert.Contains(t, seen, strings.ToLower(name[1]), "%s", s.text)
				}
			}
		})
	}
}

// onScreen is what there is to read and to hear on the screen, in small letters.
func (p page) onScreen() string {
	p.t.Helper()
	return strings.ToLower(value[string](p, `document.body.innerText + ' ' +
		[...document.querySelectorAll('[aria-label], [placeholder]')]
			.map((e) => (e.ariaLabel ?? '') + ' ' + (e.placeholder ?? '')).join(' ')`)) + " "
}

// guideTour is a page of the guide as it is followed: the screen, and the folder of what is started by command.
type guideTour struct {
	page
	dir  string
	menu string // what the last menu had
}

const passphrase = "gate porch kettle moth"

// act does one action of a step.
func (g *guideTour) act(action string) {
	p := g.page
	p.t.Helper()
	verb, rest, _ := strings.Cut(action, " ")
	selector, text, _ := strings.Cut(strings.TrimSuffix(rest, " ="), " = ")
	switch verb {
	case "open":
		p.do(chromedp.Navigate(p.url+rest), chromedp.WaitVisible(css("main")), settle())
	case "run":
		cmd := exec.Command(binary, append(strings.Fields(rest), "--data", g.dir)...)
		cmd.Stdin = strings.NewReader(passphrase + "\n")
		out, err := cmd.CombinedOutput()
		require.NoError(p.t, err, "%s", out)
	case "serve":
		app := serve(p.t, g.dir)
		p.t.Cleanup(app.kill) // after the browser has gone
		g.page = browse(p.t, app.url, true)
		g.do(chromedp.Navigate(app.url))
	case "keys":
		p.do(chromedp.KeyEvent(rest))
	case "press":
		p.do(click(selector), settle())
	case "more":
		scope, do, ok := strings.Cut(rest, " ")
		if !ok {
			scope, do = "", rest
		}
		p.do(click(scope+" [data-do=more]"), settle())
		g.menu = p.onScreen()
		p.do(click(".v-overlay__content [data-do="+do+"]"), settle())
	case "type":
		p.do(chromedp.WaitVisible(css(selector)), settle())
		p.fill(selector, text)
		p.do(settle())
	case "choose":
		p.do(chromedp.WaitVisible(css(selector)))
		p.until(`(() => { const s = document.querySelector('`+selector+`')
			if (![...s.options].some((o) => o.value === '`+text+`')) return false
			s.value = '`+text+`'; s.dispatchEvent(new Event('change', {bubbles: true})); return true })()`, action)
		p.do(settle())
	case "key":
		named := map[string]string{"Space": " ", "Enter": kb.Enter, "Escape": kb.Escape}
		if k, ok := named[rest]; ok {
			rest = k
		}
		p.do(press(rest), settle())
	case "see":
		p.do(chromedp.WaitVisible(css(selector)))
		if text != "" {
			p.eventually(selector, text)
		}
	case "gone":
		p.gone(selector, text)
	default:
		require.Fail(p.t, "no such action", "%s", action)
	}
}
