package home

import (
	"bytes"
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"errors"
	"fmt"
	"html"
	"regexp"
)

// What stands in the built shell where a page puts its own.
const (
	dataMark   = "__PAGE__"
	titleMark  = "__TITLE__"
	policyMark = "__POLICY__"
)

// MaxBytes bounds a page.
const MaxBytes = 2 << 20

// Shell is the built page without its data. Its script and its style are named by their
// hashes in its content policy, so that it loads nothing and runs nothing else.
type Shell struct {
	html   []byte
	policy string
}

var (
	scripts = regexp.MustCompile(`(?s)<script type="module"[^>]*>(.*?)</script>`)
	styles  = regexp.MustCompile(`(?s)<style[^>]*>(.*?)</style>`)
)

// NewShell reads the built shell.
func NewShell(built []byte) (Shell, error) {
	for _, mark := range []string{dataMark, titleMark, policyMark} {
		if bytes.Count(built, []byte(mark)) != 1 {
			return Shell{}, fmt.Errorf("the home page's shell doesn't have exactly one %s: run make build", mark)
		}
	}
	script, style := hashes(scripts, built), hashes(styles, built)
	if script == "" || style == "" {
		return Shell{}, errors.New("the home page's shell has no script or no style: run make build")
	}
	policy := "default-src 'none'; script-src" + script + "; style-src" + style +
		"; font-src data:; img-src data:; base-uri 'none'; form-action 'none'"
	return Shell{bytes.Replace(built, []byte(policyMark), []byte(policy), 1), policy}, nil
}

// hashes are the sources of a policy that allow what a pattern finds.
func hashes(pattern *regexp.Regexp, built []byte) (out string) {
	for _, found := range pattern.FindAllSubmatch(built, -1) {
		sum := sha256.Sum256(found[1])
		out += " 'sha256-" + base64.StdEncoding.EncodeToString(sum[:]) + "'"
	}
	return out
}

// Policy is the content policy of every page.
func (s Shell) Policy() string { return s.policy + "; frame-ancestors 'none'" }

// Write fills the shell. Nothing in the data can end its block: JSON escapes the signs of
// HTML.
func (s Shell) Write(p Page) ([]byte, error) {
	data, err := json.Marshal(p)
	if err != nil {
		return nil, err
	}
	out := bytes.Replace(s.html, []byte(titleMark), []byte(html.EscapeString(p.Title)), 1)
	out = bytes.Replace(out, []byte(dataMark), data, 1)
	if len(out) > MaxBytes {
		return nil, fmt.Errorf("the page would have %d kB, more than %d: give fewer or shorter works", len(out)>>10,
			MaxBytes>>10)
	}
	return out, nil
}
