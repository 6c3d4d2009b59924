// Command generate writes what follows from a table of the program: the schemas
// of a brief in the wire contract, the kinds of its fields for addresses, and the
// palette of the front end.
package main

import (
	"bytes"
	"fmt"
	"log"
	"os"
	"strings"

	"evenladder/core/brief"
	"evenladder/look"
)

const contract = "api/openapi.yaml"

// Between these lines of the contract stands what is written here.
const begin, end = "    # ---- the brief: written by `make generate` from the table in core/brief\n", "    # ---- end of what is written\n"

const header = "// Written by `make generate`; change the table that it comes from.\n\n"

func main() {
	for path, content := range map[string]func() ([]byte, error){
		contract:                   withSchemas,
		"ui/src/api/fields.ts":     fields,
		"ui/src/shared/palette.ts": palette,
	} {
		data, err := content()
		if err == nil {
			err = os.WriteFile(path, data, 0o644)
		}
		if err != nil {
			log.Fatalf("%s: %v", path, err)
		}
	}
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
	return []byte(string(head) + begin + brief.Fields.Schemas() + end + string(tail)), nil
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
	b.WriteString("} as const\n")
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
