// Command handbench counts where fingers disagree: the neck with the run under it, the card of a
// key with what is played there, a finger that hops, a place with two fingers, a hand that swings.
// It prints the table of docs/fingering-figures.md.
package main

import (
	"fmt"

	"evenladder/internal/handfigures"
)

func main() {
	for _, f := range handfigures.All() {
		fmt.Println(f)
	}
}
