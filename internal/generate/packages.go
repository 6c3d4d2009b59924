package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"html"
	"os/exec"
	"slices"
	"strings"

	"evenladder/look"
)

// floor is a row of the drawing of the rooms: a folder of packages.
type floor struct {
	name, about string
	under       []string // its packages begin with one of these
}

// floors are the packages of the house from the top floor down. A floor reads those under it.
var floors = []floor{
	{"the command", "one binary: serve, demo, plan, document …", []string{"cmd/"}},
	{"who asks", "the wire contract, rooms of several teachers, who may come in", []string{"server", "rooms", "access",
		"demo"}},
	{"what is kept and written", "rows, pages, files, sound; what is read and heard", []string{"store", "document",
		"draw", "home", "intake", "listen", "sound"}},
	{"format", "each reads or writes one open format, and knows no other", []string{"format/"}},
	{"core/lesson", "who is taught: ladders, takes, calls, sheets, what comes next", []string{"core/lesson/"}},
	{"core/planning", "what is asked for, and the plan of it: boxes with fingers, a run, a round",
		[]string{"core/planning/"}},
	{"core/music", "patterns, time, lines of notes, what is played and how it is written", []string{"core/music/"}},
	{"core/fretboard", "necks, boxes, hands", []string{"core/fretboard/"}},
	{"core/theory", "notes and scales", []string{"core/theory/"}},
	{"core/base", "lists of choices, what is wrong with something, turns of English", []string{"core/base/"}},
}

// goPackage is what `go list -json` says of a package.
type goPackage struct {
	ImportPath string
	Imports    []string
}

// packages draws the packages by their floors, with the floors that each reads, from the
// imports as they are.
func packages() ([]byte, error) {
	out, err := exec.Command("go", "list", "-json=ImportPath,Imports", "./...").Output()
	if err != nil {
		return nil, err
	}
	names := make([][]string, len(floors))
	reads := make([][]bool, len(floors))
	for i := range reads {
		reads[i] = make([]bool, len(floors))
	}
	for d := json.NewDecoder(bytes.NewReader(out)); d.More(); {
		var p goPackage
		if err := d.Decode(&p); err != nil {
			return nil, err
		}
		at := floorOf(p.ImportPath)
		if at < 0 {
			continue
		}
		names[at] = append(names[at], strings.TrimPrefix(short(p.ImportPath), floors[at].name+"/"))
		for _, of := range p.Imports {
			if to := floorOf(of); to >= 0 && to != at {
				reads[at][to] = true
				if to < at {
					return nil, fmt.Errorf("%s imports %s, which stands above it", p.ImportPath, of)
				}
			}
		}
	}
	return drawn(names, reads), nil
}

func short(path string) string { return strings.TrimPrefix(path, "evenladder/") }

// floorOf is the floor of a package, -1 for what has none: tests and tools.
func floorOf(path string) int {
	return slices.IndexFunc(floors, func(f floor) bool {
		return slices.ContainsFunc(f.under, func(u string) bool {
			return short(path) == strings.TrimSuffix(u, "/") || strings.HasPrefix(short(path), strings.TrimSuffix(u,
				"/")+"/")
		})
	})
}

// Measures of the drawing in its own units.
const wide, tall, edge, letter = 1000, 74, 16, 6.6

func drawn(names [][]string, reads [][]bool) []byte {
	var b bytes.Buffer
	fmt.Fprintf(&b, `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 %d %d" font-family="sans-serif" role="img" aria-label="The packages by their floors">`+"\n", wide, tall*len(floors)+edge)
	fmt.Fprintf(&b, `<rect width="100%%" height="100%%" fill="%s"/>`+"\n", look.OnPaper("ground"))
	for i, f := range floors {
		y := edge/2 + i*tall
		fmt.Fprintf(&b, `<rect x="%d" y="%d" width="%d" height="%d" fill="%s" stroke="%s"/>`+"\n", edge, y,
			wide-2*edge, tall-edge/2, look.OnPaper("sheet"), look.OnPaper("rule"))
		text(&b, edge+10, y+19, 14, "bold", "ink", f.name)
		text(&b, edge+190, y+19, 12, "normal", "faint", f.about)
		x := edge + 10.0
		for _, name := range names[i] {
			w := float64(len(name))*letter + 14
			fmt.Fprintf(&b, `<rect x="%.0f" y="%d" width="%.0f" height="20" rx="3" fill="none" stroke="%s"/>`+"\n", x,
				y+28, w, look.OnPaper("verdigris"))
			text(&b, int(x)+7, y+42, 12, "normal", "ink", name)
			x += w + 6
		}
		var below []string
		for to, yes := range reads[i] {
			if yes {
				below = append(below, floors[to].name)
			}
		}
		if len(below) > 0 {
			text(&b, edge+10, y+61, 11, "normal", "faint", "reads "+strings.Join(below, ", "))
		}
	}
	b.WriteString("</svg>\n")
	return b.Bytes()
}

func text(b *bytes.Buffer, x, y, size int, weight, role, words string) {
	fmt.Fprintf(b, `<text x="%d" y="%d" font-size="%d" font-weight="%s" fill="%s">%s</text>`+"\n", x, y, size, weight,
		look.OnPaper(role), html.EscapeString(words))
}
