package musicxml

import (
	"bytes"
	"encoding/xml"
	"strconv"
	"strings"
)

// elements writes XML, an element a line. Encoding thousands of small elements
// by reflection takes twenty times as long.
type elements struct {
	bytes.Buffer
	open []string
}

func (e *elements) indent() { e.WriteString(strings.Repeat(" ", len(e.open))) }

// start begins an element with attributes as they stand.
func (e *elements) start(name string, attributes ...string) {
	e.indent()
	e.tag(name, attributes)
	e.WriteString(">\n")
	e.open = append(e.open, name)
}

// end ends the elements begun last.
func (e *elements) end(names ...string) {
	for range names {
		last := len(e.open) - 1
		name := e.open[last]
		e.open = e.open[:last]
		e.indent()
		e.WriteString("</" + name + ">\n")
	}
}

func (e *elements) tag(name string, attributes []string) {
	e.WriteByte('<')
	e.WriteString(name)
	for i := 0; i+1 < len(attributes); i += 2 {
		e.WriteString(" " + attributes[i] + `="`)
		e.text(attributes[i+1])
		e.WriteByte('"')
	}
}

func (e *elements) text(s string) { _ = xml.EscapeText(&e.Buffer, []byte(s)) } // to memory: cannot fail

// empty is an element without content.
func (e *elements) empty(name string, attributes ...string) {
	e.indent()
	e.tag(name, attributes)
	e.WriteString("/>\n")
}

// leaf is an element with text.
func (e *elements) leaf(name, text string, attributes ...string) {
	e.indent()
	e.tag(name, attributes)
	e.WriteByte('>')
	e.text(text)
	e.WriteString("</" + name + ">\n")
}

func (e *elements) number(name string, n int) { e.leaf(name, strconv.Itoa(n)) }

// nonzero is a number that is left out at 0.
func (e *elements) nonzero(name string, n int) {
	if n != 0 {
		e.number(name, n)
	}
}
