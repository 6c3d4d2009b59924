package home

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
)

// Came is what a text holds that came back.
type Came struct {
	Results []Results
	Left    []string // words that look like results and can't be read
	Missing int      // tries that the text says it had, and that aren't there
	Changed bool     // a try was changed on the way
}

// ParseResults reads results out of a text as mail leaves it: with other words around them, quoted,
// wrapped at any column, parted over several messages in any order. What is wrong is a fault of "text".
func ParseResults(text string) (Came, error) {
	if len(text) > maxText {
		return Came{}, fault.At("text", "%d kB were given: give %d at most", len(text)>>10, maxText>>10)
	}
	m := mail{words: wordsIn(text)}
	for m.at < len(m.words) {
		if err := m.next(); err != nil {
			return Came{}, err
		}
	}
	came := m.came()
	switch {
	case len(came.Results) > 0 && (m.tries > 0 || len(came.Left) == 0):
		return came, nil
	case len(came.Left) > 0:
		return came, fault.At(
			"text",
			"%q was given: give a try as the page writes it, such as 3.0.5.c.hq2k1.40",
			fault.Clip(came.Left[0]),
		)
	}
	return came, fault.At(
		"text",
		"no results were found: give the text, the file or the code from a home page. Its line starts with %s",
		resultsMark,
	)
}

// mailWord is a word, and whether a line ended before it: there it may be the end of the word before.
type mailWord struct {
	text   string
	broken bool
}

// goesOn reports whether a word is the rest of the name of a page that a line cut.
func (w mailWord) goesOn(page string) bool {
	return w.broken && len(page)+len(w.text) <= pageLength && isName(w.text)
}

// What mail puts around words, and before lines that it quotes.
const around = "\"'`*_<>()[]{},;“”„«»‘’‚"

var quoting = regexp.MustCompile(`^[\s>|]*`)

// odd are signs that stand for plain ones, or for nothing.
var odd = strings.NewReplacer(
	"\ufeff",
	"",
	"\u200b",
	"",
	"\u00ad",
	"",
	"\u2060",
	"",
	"\u00a0",
	" ",
	"\u202f",
	" ",
	"\r\n",
	"\n",
	"\r",
	"\n",
	"\u2028",
	"\n",
	"=\n",
	"\n",
	"=\r\n",
	"\n",
	"=20\n",
	"\n",
	"\u2024",
	".",
	"\u2026",
	"...",
)

func wordsIn(text string) (out []mailWord) {
	for line := range strings.SplitSeq(odd.Replace(text), "\n") {
		for i, word := range strings.Fields(quoting.ReplaceAllString(strings.TrimSuffix(line, "="), "")) {
			if word = strings.Trim(word, around); word != "" {
				out = append(out, mailWord{word, i == 0})
			}
		}
	}
	return out
}

// mail is a text that is read.
type mail struct {
	words  []mailWord
	at     int
	blocks []block
	left   []string
	tries  int
	within bool // the word before belonged to results
}

// block is what stands after one mark, or before the first.
type block struct {
	page  string
	tries []Try
	count string
}

// mostJoined is over how many lines one word may be parted.
const mostJoined = 4

// joined are the next words as one: so many more of them, each of which begins a line.
func (m *mail) joined(more int) (word string, ok bool) {
	for k := 0; k <= more; k++ {
		at := m.at + k
		if at >= len(m.words) || k > 0 && !m.words[at].broken {
			return "", false
		}
		word += m.words[at].text
	}
	return word, true
}

func (m *mail) next() error {
	if m.page() || m.count() {
		return nil
	}
	for more := range mostJoined {
		word, ok := m.joined(more)
		if !ok || more > 0 && !m.within {
			break
		}
		t, ok := tryOf(word)
		if !ok {
			continue
		}
		// The seconds may go on in the next line.
		if longer, ok := m.joined(more + 1); ok && isNumber(m.words[m.at+more+1].text) {
			if l, ok := tryOf(longer); ok {
				t, more = l, more+1
			}
		}
		if m.tries++; m.tries > maxTries {
			return tooMany()
		}
		m.add(func(b *block) { b.tries = append(b.tries, t) })
		m.at += more + 1
		return nil
	}
	if word := m.words[m.at].text; looksLikeATry(word) {
		m.left = append(m.left, word)
	} else {
		m.within = false
	}
	m.at++
	return nil
}

// pageLength is that of the name of a page.
const pageLength = 26

// page reads a mark with its page.
func (m *mail) page() bool {
	for more := range 2 {
		word, ok := m.joined(more)
		if !ok || word != resultsMark || m.at+more+1 >= len(m.words) {
			continue
		}
		m.at += more + 1
		page := m.words[m.at].text
		for m.at++; m.at < len(m.words) && m.words[m.at].goesOn(page); m.at++ {
			page += m.words[m.at].text
		}
		m.blocks, m.within = append(m.blocks, block{page: page}), true
		return true
	}
	return false
}

var counted = regexp.MustCompile(`^#(\d{1,4})\.[0-9a-z]{3}$`)

// count reads the last word of results.
func (m *mail) count() bool {
	for more := range mostJoined {
		word, ok := m.joined(more)
		if !ok || !strings.HasPrefix(word, countMark) {
			return false
		}
		if counted.MatchString(word) {
			m.add(func(b *block) { b.count = word })
			m.at += more + 1
			return true
		}
	}
	return false
}

func (m *mail) add(put func(*block)) {
	if len(m.blocks) == 0 {
		m.blocks = append(m.blocks, block{})
	}
	put(&m.blocks[len(m.blocks)-1])
	m.within = true
}

// tryOf reads a try; a full stop behind it is of the sentence around it.
func tryOf(word string) (Try, bool) {
	if t, ok := parseTry(word); ok {
		return t, true
	}
	return parseTry(strings.TrimSuffix(word, "."))
}

func isNumber(word string) bool { return word != "" && strings.Trim(word, "0123456789") == "" }

func isName(word string) bool {
	return strings.Trim(word, "abcdefghijklmnopqrstuvwxyz0123456789") == ""
}

// looksLikeATry reports whether a word is a try that was cut or changed.
func looksLikeATry(word string) bool {
	return strings.Count(word, ".") >= 3 && isNumber(word[:1]) && !strings.Contains(word, "..")
}

// came puts the blocks together: what has no page is of the only one that there is.
func (m *mail) came() Came {
	c := Came{Left: m.left}
	var pages []string
	for _, b := range m.blocks {
		if b.page != "" && !slices.Contains(pages, b.page) {
			pages = append(pages, b.page)
		}
	}
	for _, b := range m.blocks {
		if b.page == "" && len(pages) != 1 {
			for _, t := range b.tries {
				c.Left = append(c.Left, t.String())
			}
			continue
		}
		if b.page == "" {
			b.page = pages[0]
		}
		c.Results = append(c.Results, Results{b.page, b.tries})
	}
	for _, b := range m.blocks {
		c.look(b, pages)
	}
	return c
}

// look compares a block with what it says of itself. One that was parted over messages is compared with
// all that came of its page.
func (c *Came) look(b block, pages []string) {
	parts := counted.FindStringSubmatch(b.count)
	if parts == nil {
		return
	}
	said, _ := strconv.Atoi(parts[1])
	if len(b.tries) == said {
		c.Changed = c.Changed || b.count != Results{Tries: b.tries}.count()
		return
	}
	page := b.page
	if page == "" && len(pages) == 1 {
		page = pages[0]
	}
	there := map[int]bool{}
	for _, r := range c.Results {
		for _, t := range r.Tries {
			there[t.N] = there[t.N] || r.Page == page
		}
	}
	n := 0
	for _, of := range there {
		if of {
			n++
		}
	}
	c.Missing = max(c.Missing, said-n)
}

// Remarks say what may be wrong with what came.
func (c Came) Remarks() []string {
	out := []string{}
	if c.Missing > 0 {
		out = append(
			out,
			fmt.Sprintf("%d of the tries that the page sent are missing: ask for the text again.", c.Missing),
		)
	}
	if c.Changed {
		out = append(out, "A try was changed on the way: compare the list with the page.")
	}
	return out
}
