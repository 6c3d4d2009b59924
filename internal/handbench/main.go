// Command handbench counts where fingers disagree: the neck with the run under it, the card of a
// key with what is played there, a finger that hops, a place with two fingers, a hand that swings.
// It writes the table of docs/fingering-figures.md, or prints some of what it found.
package main

import (
	"flag"
	"fmt"
	"os"
	"strings"

	"evenladder/internal/handfigures"
)

const head = `# Figures of fingering

Counted over every instrument, layout and nine scales in turn through twelve keys, in eight patterns, and over sixty
rounds. Made by ` + "`make bench-hand`" + `; a change of the model shows here. What each means is said in
[decisions/fingering-cost.md](decisions/fingering-cost.md).

| pattern | what should not be | found | of |
|---|---|---:|---:|
`

func main() {
	file := flag.String("file", "", "the file to write the table to")
	examples := flag.String("examples", "", "print examples of the figures with this id")
	flag.Parse()
	table := strings.Builder{}
	table.WriteString(head)
	for _, f := range handfigures.All() {
		fmt.Fprintf(&table, "| %s | %s | %d | %d |\n", f.Pattern, f.What, f.Found, f.Of)
		if f.ID == *examples {
			fmt.Println(f.Pattern, f.What)
			fmt.Println(strings.Join(f.Examples, "\n"))
		}
	}
	if *file == "" {
		fmt.Print(table.String())
	} else if err := os.WriteFile(*file, []byte(table.String()), 0o644); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}
