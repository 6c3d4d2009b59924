package brief

import (
	"fmt"
	"strings"

	"evenladder/core/base/table"
)

// schemas of the kinds of values in the wire contract.
var schemas = map[Kind]string{
	Text: "type: string", Whole: "type: integer", Number: "type: number", Flag: "type: boolean",
	Texts: "type: array, items: {type: string}", Wholes: "type: array, items: {type: integer}",
	Mixed:   "type: array, items: {oneOf: [{type: integer}, {type: string}]}",
	Numbers: "type: array, items: {type: number}",
	AtPlace: `allOf: [{$ref: "#/components/schemas/Place"}]`,
}

// object is a schema of the wire contract: the fields under one path.
type object struct{ path, name, goType, about, required string }

// objects have schemas of their own; the others stand where they are used.
var objects = []object{
	{"", "Brief", "brief.Brief", "What to play; only the instrument and the scale are needed.", "instrument, scale"},
	{"instrument", "InstrumentBrief", "brief.Instrument",
		"An instrument of the catalogue, each of its measures overridden where it is given.", "id"},
	{"scale", "ScaleBrief", "brief.Scale", "A tonic with the name of a scale or with a formula.", "tonic"},
	{"layout", "LayoutBrief", "brief.Layout", "How the neck is divided into boxes.", ""},
	{"hand", "HandBrief", "brief.Hand", "How it is fingered.", ""},
	{"hand.limitsMm", "Limits", "brief.Limits",
		"Openings of the hand in mm between index and middle, middle and ring, ring and little finger.", ""},
	{"run", "RunBrief", "brief.Run", "In which order the notes are played.", ""},
	{"rhythm", "RhythmBrief", "brief.Rhythm", "In which time they are played.", ""},
	{"backing", "BackingBrief", "brief.Backing", "What sounds under the run.", ""},
	{"round", "RoundBrief", "brief.Round", "How the brief is carried through the keys; a plan does not read it.", ""},
}

// Schemas are the schemas of a brief for the wire contract, as lines of YAML in
// the order of the table.
func (t Table) Schemas() string {
	var b strings.Builder
	for _, o := range objects {
		fmt.Fprintf(
			&b,
			"    %s:\n      description: %q\n      type: object\n      x-go-type: %s\n      x-go-type-import: {path: evenladder/core/planning/brief}\n      additionalProperties: false\n",
			o.name,
			o.about,
			o.goType,
		)
		if o.required != "" {
			fmt.Fprintf(&b, "      required: [%s]\n", o.required)
		}
		b.WriteString("      properties:\n")
		t.properties(&b, o.path)
	}
	for _, f := range t.All() {
		if f.Options != nil {
			b.WriteString(Words(f.wordName(), f.About, f.Options))
		}
	}
	return b.String()
}

// properties are what stands directly under a path: objects first, then fields.
func (t Table) properties(b *strings.Builder, path string) {
	for _, o := range objects {
		if name, ok := under(path, o.path); ok {
			fmt.Fprintf(b, "        %s: {$ref: \"#/components/schemas/%s\"}\n", name, o.name)
		}
	}
	for _, f := range t.All() {
		name, ok := under(path, f.Path)
		switch {
		case !ok:
		case f.Options != nil:
			fmt.Fprintf(b, "        %s: {$ref: \"#/components/schemas/%s\"}\n", name, f.wordName())
		case f.Between != nil:
			fmt.Fprintf(b, "        %s: {%s, minimum: %d, maximum: %d, description: %q}\n", name, schemas[f.Kind()],
				f.Between[0], f.Between[1], f.About)
		default:
			fmt.Fprintf(b, "        %s: {%s, description: %q}\n", name, schemas[f.Kind()], f.About)
		}
	}
}

// wordName is the name of the schema of a field that is one of few words: LayoutSystem.
func (f Field) wordName() (name string) {
	for part := range strings.SplitSeq(f.Path, ".") {
		name += strings.ToUpper(part[:1]) + part[1:]
	}
	return name
}

// Words is the schema of one of few words for the wire contract, as lines of YAML.
func Words(name, about string, rows []table.Row) string {
	ids := strings.ReplaceAll(fmt.Sprintf("%q", strings.Fields(table.IDs(rows))), " ", ", ")
	return fmt.Sprintf("    %s: {type: string, x-go-type: string, enum: %s, description: %q}\n", name, ids, about)
}

// under is the last name of a path that stands directly under another.
func under(above, path string) (name string, ok bool) {
	if above != "" {
		above += "."
	}
	name, ok = strings.CutPrefix(path, above)
	return name, ok && name != "" && !strings.Contains(name, ".")
}

// Listed is a field as the catalogue lists it.
type Listed struct {
	Path  string
	Title string
	About string
	Kind  Kind
	Head  string // field of the sentence at which its problems are shown where it goes unsaid
	// Between are the least and the most of a whole number, nil where they depend on the rest of the brief.
	Between *[2]int
}

// Listed are all fields for the catalogue, in the order of the sentence.
func (t Table) Listed() []Listed {
	var out []Listed
	for _, f := range t.All() {
		out = append(out, Listed{f.Path, f.Title, f.About, f.Kind(), t.Head(f.Path), f.Between})
	}
	return out
}
