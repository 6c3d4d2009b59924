// Package fribidi tells which runes of a line are read from right to left, for
// the drawing library, by the bidirectional algorithm of golang.org/x/text.
package fribidi

import "golang.org/x/text/unicode/bidi"

// CharType and ParType say which way a paragraph is read; only the neutral one
// is asked for.
type (
	CharType uint32
	ParType  = CharType
)

// ON is the neutral direction: that of the first letter which has one.
const ON CharType = 0

// Options are not read.
type Options uint32

// DefaultFlags are the usual options.
const DefaultFlags Options = 0

// Level is even where a rune is read from left to right, odd where from right to
// left.
type Level int8

// Visual is a line as it is set.
type Visual struct {
	EmbeddingLevels []Level // one for each rune
}

// LogicalToVisual finds the levels of a line: 0 from left to right, 1 from right
// to left.
func LogicalToVisual(_ Options, line []rune, _ *ParType) (Visual, Level) {
	v := Visual{make([]Level, len(line))}
	var p bidi.Paragraph
	if _, err := p.SetString(string(line)); err != nil {
		return v, 1
	}
	order, err := p.Order()
	if err != nil {
		return v, 1
	}
	highest := Level(0)
	for i := range order.NumRuns() {
		run := order.Run(i)
		if run.Direction() != bidi.RightToLeft {
			continue
		}
		first, last := run.Pos() // of runes
		for k := first; k <= last && k < len(line); k++ {
			v.EmbeddingLevels[k] = 1
		}
		highest = 1
	}
	return v, highest + 1
}
