package brief

import (
	"maps"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/fault"
)

// Changes are values for fields of a brief by path; nil takes a field out.
type Changes map[string]any

// With is the brief with changes, each under a path of the table. It panics where
// a value is not of its field's kind, as choices never are.
func (t Table) With(b Brief, changes Changes) Brief {
	for path, v := range changes {
		f, ok := t.Find(path)
		if !ok {
			continue
		}
		f.clear(&b)
		if v == nil {
			continue
		}
		at := reflect.ValueOf(f.at(&b)).Elem()
		if at.Kind() == reflect.Pointer {
			at.Set(reflect.New(at.Type().Elem()))
			at = at.Elem()
		}
		at.Set(reflect.ValueOf(v).Convert(at.Type()))
	}
	return b
}

// Choice is one thing that a picker offers.
type Choice struct {
	Label   string  `json:"label"`
	Note    string  `json:"note,omitempty"`
	Changes Changes `json:"changes"`
	Now     bool    `json:"now,omitempty"`   // what the brief says
	Typed   bool    `json:"typed,omitempty"` // what was typed, taken as it is

	keeps bool // what the field clears still means what it did
}

func choice(label, note, path string, value any) Choice {
	return Choice{Label: label, Note: note, Changes: Changes{path: value}}
}

// Picker is what stands behind one word of the sentence.
type Picker struct {
	Field   string   `json:"field"`
	Title   string   `json:"title"`
	Hint    string   `json:"hint"`
	Choices []Choice `json:"choices"`
}

// Kept is what a teacher keeps, to choose from beside the catalogue.
type Kept struct {
	Instruments []KeptInstrument
	Scales      []KeptScale
}

// KeptInstrument is an instrument of one's own.
type KeptInstrument struct {
	Name       string
	Instrument Instrument
}

// KeptScale is a scale of one's own.
type KeptScale struct{ Name, Formula string }

// Pick is what may stand in the place of a field in this brief: its choices, or
// those that a text typed by hand leaves, the likeliest first, and the text as it
// stands where the field can be typed.
func (t Table) Pick(b Brief, kept Kept, path, text string) (Picker, error) {
	f, ok := t.Find(path)
	if !ok {
		return Picker{}, fault.At("field", "no field is called %q: give a path of the brief such as scale.tonic", fault.Clip(path))
	}
	r := t.readAll(b)
	p := Picker{Field: path, Title: f.Title, Hint: f.Hint, Choices: narrowed(f.offer(&r, kept), text)}
	for i := range p.Choices {
		c := &p.Choices[i]
		c.Now = f.isNow(&r, *c)
		if !c.keeps {
			c.Changes = f.with(c.Changes)
		}
	}
	if text = strings.TrimSpace(text); text != "" && f.typed != nil {
		p.Choices = append(p.Choices, Choice{Label: "take “" + text + "” as typed", Changes: f.with(f.typed(&r, path, text)), Typed: true})
	}
	return p, nil
}

// offer is all that the field may be.
func (f Field) offer(r *Reading, kept Kept) []Choice {
	out := append([]Choice{}, kept.choices(r, f.Path)...)
	for _, row := range f.Options {
		if f.fits != nil && !f.fits(r, row.ID) {
			continue
		}
		c := choice(row.Said(), row.Why, f.Path, row.ID)
		if f.picked != nil {
			f.picked(r, row.ID, c.Changes)
		}
		out = append(out, c)
	}
	if f.choices != nil {
		out = append(out, f.choices(r)...)
	}
	return out
}

// choices are the kept things that a field may be.
func (k Kept) choices(r *Reading, path string) (out []Choice) {
	switch path {
	case "instrument.id":
		for _, in := range k.Instruments {
			b := Brief{Instrument: in.Instrument}
			changes := Changes{}
			for _, f := range instrumentGroup.Fields {
				if v := f.Value(&b); v != nil {
					changes[f.Path] = v
				}
			}
			out = append(out, Choice{Label: in.Name, Note: "kept instrument", Changes: changes})
		}
	case "instrument.tuning":
		for _, in := range k.Instruments {
			if in.Instrument.ID == r.Brief.Instrument.ID && len(in.Instrument.Tuning) > 0 {
				out = append(out, choice(in.Name, prettyWords(in.Instrument.Tuning), path, in.Instrument.Tuning))
			}
		}
	case "scale.name":
		for _, s := range k.Scales {
			out = append(out, Choice{Label: s.Name, Note: "own · " + prettyWords([]string{s.Formula}), Changes: Changes{"scale.formula": s.Formula, "scale.name": nil}})
		}
	}
	return out
}

// with adds what means nothing any more once the field is another.
func (f Field) with(changes Changes) Changes {
	out := maps.Clone(changes)
	for _, path := range f.clears {
		if _, set := out[path]; !set {
			out[path] = nil
		}
	}
	return out
}

// isNow reports whether the brief says a choice: every field that it sets has
// its value, and every field that it takes out its default.
func (f Field) isNow(r *Reading, c Choice) bool {
	b := r.Brief
	for path, want := range c.Changes {
		field, ok := r.table.Find(path)
		if !ok {
			return false
		}
		now := field.Value(&b)
		if want == nil {
			silent := b
			field.clear(&silent)
			usual := r.table.readAll(silent)
			want = field.Value(&usual.Brief)
		}
		if !reflect.DeepEqual(now, want) {
			return false
		}
	}
	return true
}

var signs = strings.NewReplacer("♭", "b", "♯", "#", "“", "", "”", "")

func plain(s string) string { return signs.Replace(strings.ToLower(s)) }

// narrowed are the choices that a text leaves: what it names, what begins with
// it, what has it somewhere, what is explained with it.
func narrowed(choices []Choice, text string) []Choice {
	want := plain(strings.TrimSpace(text))
	if want == "" {
		return choices
	}
	const away = 4
	rank := func(c Choice) int {
		label := plain(c.Label)
		switch {
		case label == want:
			return 0
		case strings.HasPrefix(label, want):
			return 1
		case strings.Contains(label, want):
			return 2
		case strings.Contains(plain(c.Note), want):
			return 3
		}
		return away
	}
	out := slices.DeleteFunc(choices, func(c Choice) bool { return rank(c) == away })
	slices.SortStableFunc(out, func(a, b Choice) int { return rank(a) - rank(b) })
	return out
}

// asText, asNumber, asNumbers and asTexts read what is typed into a field of
// such a value. What is no number is left as it is, so that the problem names
// it.
func asText(_ *Reading, path, text string) Changes { return Changes{path: text} }

func asNumber(_ *Reading, path, text string) Changes {
	if n, err := strconv.ParseFloat(text, 64); err == nil {
		return Changes{path: n}
	}
	return Changes{path: text}
}

func asNumbers(_ *Reading, path, text string) Changes { return Changes{path: numbersIn(text)} }

func asTexts(_ *Reading, path, text string) Changes {
	return Changes{path: strings.FieldsFunc(text, func(c rune) bool { return c == ',' || c == ' ' || c == '\t' })}
}

var digits = regexp.MustCompile(`\d+`)

func numbersIn(text string) []any {
	out := []any{}
	for _, d := range digits.FindAllString(text, -1) {
		if n, err := strconv.Atoi(d); err == nil {
			out = append(out, n)
		}
	}
	return out
}

// Point is one of the fine points: a field that the sentence may leave unsaid.
type Point struct {
	Field string `json:"field"`
	Title string `json:"title"`
}

// PointGroup is the fine points under one heading.
type PointGroup struct {
	About  string  `json:"about"`
	Points []Point `json:"points"`
}

// Points are the fine points that change anything in this brief.
func (t Table) Points(b Brief) []PointGroup {
	r := t.readAll(b)
	out := make([]PointGroup, 0, 5)
	for _, about := range []string{pointPlace, pointHand, pointRun, pointTime, pointReader} {
		g := PointGroup{About: about, Points: []Point{}}
		for _, f := range t.All() {
			if f.Point == about && (f.matters == nil || f.matters(&r)) {
				g.Points = append(g.Points, Point{f.Path, f.Title})
			}
		}
		out = append(out, g)
	}
	return out
}
