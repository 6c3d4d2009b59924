// Command generate writes what follows from a table of the program: the schemas
// of a brief in the wire contract, the kinds of its fields for addresses, the palette of
// the front end, and the drawing of the packages from the imports. A file that is as it was
// is not written.
package main

import (
	"bytes"
	"fmt"
	"log"
	"os"
	"strings"

	"evenladder/core/base/table"
	"evenladder/core/lesson/call"
	"evenladder/core/lesson/pupil"
	"evenladder/core/lesson/worksheet"
	"evenladder/core/music/rhythm"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/together"
	"evenladder/document"
	"evenladder/draw"
	"evenladder/look"
	"evenladder/store"
)

const contract = "api/openapi.yaml"

// Between these lines of the contract stands what is written here.
const begin, end = "    # ---- the brief: written by `make generate` from the table in core/planning/brief\n",
	"    # ---- end of what is written\n"

const header = "// Written by `make generate`; change the table that it comes from.\n\n"

func main() {
	for path, content := range map[string]func() ([]byte, error){
		contract:                   withSchemas,
		"ui/src/api/fields.ts":     fields,
		"ui/src/shared/palette.ts": palette,
		"docs/packages.svg":        packages,
	} {
		data, err := content()
		if old, _ := os.ReadFile(path); err == nil && !bytes.Equal(old, data) {
			err = os.WriteFile(path, data, 0o644)
		}
		if err != nil {
			log.Fatalf("%s: %v", path, err)
		}
	}
}

// words are what the tables of other rooms offer by its id.
var words = []struct {
	name, about string
	rows        []table.Row
}{
	{"CallKind", "Id of a kind of call.", table.Rows(call.Kinds)},
	{"WorksheetKind", "Id of a kind of worksheet.", table.Rows(worksheet.Kinds)},
	{"DocumentFormat", "Id of a kind of file.", table.Rows(document.Formats)},
	{"ShelfKind", "Id of a kind of thing on the shelf.", table.Rows(store.Kinds)},
	{"GroupFormat", "Id of a kind of file that has the parts of a group.", table.Rows(document.GroupFormats)},
	{"GroupVoice", "Id of what a member of a group plays.", table.Rows(together.Voices)},
	{"PaperSize", "Size of the pages; for pdf, svg and png.", table.Rows(draw.Papers)},
	{"LessonDay", "Day of the week.", pupil.Days},
}

// withSchemas is the contract with the schemas of the brief as they are now.
func withSchemas() ([]byte, error) {
	text, err := os.ReadFile(contract)
	if err != nil {
		return nil, err
	}
	head, rest, ok := bytes.Cut(text, []byte(begin))
	_, tail, ok2 := bytes.Cut(rest, []byte(end))
	if !ok || !ok2 {
		return nil, fmt.Errorf("the lines %q and %q are not there", begin, end)
	}
	made := brief.Fields.Schemas()
	for _, w := range words {
		made += brief.Words(w.name, w.about, w.rows)
	}
	return []byte(string(head) + begin + made + end + string(tail)), nil
}

// fields are the paths of a brief with the kinds of their values. A place is two
// numbers in an address.
func fields() ([]byte, error) {
	var b strings.Builder
	b.WriteString(header + "/** Every field of a brief with the kind of its value. */\nexport const fields = {\n")
	for _, f := range brief.Fields.Listed() {
		if f.Kind == brief.AtPlace {
			fmt.Fprintf(&b, "  '%s.string': 'whole',\n  '%s.fret': 'whole',\n", f.Path, f.Path)
			continue
		}
		fmt.Fprintf(&b, "  '%s': '%s',\n", f.Path, f.Kind)
	}
	b.WriteString("} as const\n\n/** The least and the most of whole numbers whose bounds do not depend on the rest of the brief. */\nexport const bounds = {\n")
	for _, f := range brief.Fields.Listed() {
		if f.Between != nil {
			fmt.Fprintf(&b, "  '%s': { min: %d, max: %d },\n", f.Path, f.Between[0], f.Between[1])
		}
	}
	b.WriteString("} as const\n")
	fmt.Fprintf(&b, "\n/** Bars that are counted in before a run, at most. */\nexport const countInBars = %d\n", rhythm.CountedBars)
	fmt.Fprintf(&b, "\n/** The part of a beat that the first of two swung eighths has. */\nexport const swingShare = %.4f\n", rhythm.SwingShare)
	return []byte(b.String()), nil
}

func palette() ([]byte, error) {
	var b strings.Builder
	b.WriteString(header + "/** The colour of each role in both themes. */\nexport const palette = {\n")
	for _, c := range look.Palette {
		fmt.Fprintf(&b, "  %s: { paper: '%s', lamp: '%s' },\n", c.Role, c.Paper, c.Lamp)
	}
	b.WriteString("} as const\n")
	return []byte(b.String()), nil
}
