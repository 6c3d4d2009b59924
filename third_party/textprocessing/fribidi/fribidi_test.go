package fribidi

import (
	"fmt"
	"testing"
)

// Reference: the Unicode bidirectional algorithm (UAX 9): Hebrew letters are read
// from right to left, numbers and Latin letters between them are not.
func TestLevels(t *testing.T) {
	for line, want := range map[string]string{
		"":          "[]",
		"B♭ Dorian": "[0 0 0 0 0 0 0 0 0]",
		"שלום":      "[1 1 1 1]",
		"a שלום b":  "[0 0 1 1 1 1 0 0]",
		"𝄪 ש":       "[0 0 1]",
	} {
		v, _ := LogicalToVisual(DefaultFlags, []rune(line), nil)
		if got := fmt.Sprint(v.EmbeddingLevels); got != want {
			t.Errorf("%q: %s, want %s", line, got, want)
		}
	}
}
