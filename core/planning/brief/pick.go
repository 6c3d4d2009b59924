package brief

import (
	"errors"
	"fmt"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
)

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
		return Picker{}, fault.At("field", "no field is called %q: give a path of the brief such as scale.tonic",
			fault.Clip(path))
	}
	r := t.readAll(b)
	p := Picker{Field: path, Title: f.Title, Hint: f.Hint, Choices: f.narrowed(&r, kept, text)}
	typed, problem := f.take(&r, text)
	switch {
	case typed.Changes != nil && problem == "":
		same := func(c Choice) bool { return reflect.DeepEqual(t.Cleared(c.Changes), typed.Changes) }
		if !slices.ContainsFunc(p.Choices, same) {
			p.Choices = append(p.Choices, typed)
		}
	case len(p.Choices) == 0:
		p.Choices = f.guessed(&r, kept, text)
	}
	if len(p.Choices) == 0 && problem != "" {
		p.Hint = problem
	}
	for i := range p.Choices {
		c := &p.Choices[i]
		c.Now = f.isNow(&r, *c)
		if !c.keeps && !c.Typed {
			c.Changes = t.Cleared(c.Changes)
			if !c.Now {
				c.Changes = t.inPlace(&r, c.Changes)
			}
		}
	}
	return p, nil
}

// take is the choice of a text as it stands, or what is wrong with it; no changes
// where the field is not typed.
func (f Field) take(r *Reading, text string) (c Choice, problem string) {
	text = strings.TrimSpace(text)
	if text == "" || f.typed == nil {
		return c, ""
	}
	changes := f.typed(r, f, text)
	if changes == nil {
		return c, fmt.Sprintf("“%s” isn't clear here: %s", fault.Clip(text), strings.TrimPrefix(f.Hint, "or "))
	}
	c = Choice{Label: "take “" + text + "” as typed", Changes: r.table.Cleared(changes), Typed: true}
	return c, r.table.problem(r, c.Changes)
}

// problem is what would be wrong with fields of a brief once they are changed so.
func (t Table) problem(r *Reading, changes Changes) string {
	b := t.With(r.Brief, changes)
	if _, chosen := changes["layout.box"]; r.anyBox && !chosen {
		b.Layout.Box = nil
	}
	after, err := t.read(b, r.carried)
	if _, moves := changes["layout.boxOctave"]; moves && err == nil {
		_, err = after.LayOut()
	}
	var faults fault.List
	if errors.As(err, &faults) {
		for _, at := range faults {
			for path, v := range changes {
				if v != nil && strings.HasPrefix(at.Field, path) {
					return at.Message
				}
			}
		}
	}
	return ""
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
			out = append(out, Choice{Label: in.Name, Note: "saved instrument", Changes: changes})
		}
	case "instrument.tuning":
		for _, in := range k.Instruments {
			if in.Instrument.ID == r.Brief.Instrument.ID && len(in.Instrument.Tuning) > 0 {
				out = append(out, choice(in.Name, prettyWords(in.Instrument.Tuning), path, in.Instrument.Tuning))
			}
		}
	case "scale.name":
		for _, s := range k.Scales {
			out = append(out, Choice{Label: s.Name, Note: "own · " + prettyWords([]string{s.Formula}),
				Changes: Changes{"scale.formula": s.Formula, "scale.name": nil}})
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

// narrowed are the choices that a text leaves: what it says first, then what it
// names, what begins with it, what has it somewhere, what is explained with it.
func (f Field) narrowed(r *Reading, kept Kept, text string) []Choice {
	all := f.offer(r, kept)
	want := plainly(text)
	if want == "" {
		return all
	}
	out := called(all, want, explained)
	if heard := hear(r, text); heard != nil {
		if _, set := heard.Changes[f.Path]; set || len(called(all, want, within)) == 0 {
			same := func(c Choice) bool { return c.Label == heard.Label }
			out = append([]Choice{*heard}, slices.DeleteFunc(out, same)...)
		}
	}
	return out
}

// guessed are what a name that this field does not know may be short for here; what other fields have of it; or else
// its own choices that are spelled nearly so.
func (f Field) guessed(r *Reading, kept Kept, text string) []Choice {
	want := plainly(text)
	if want == "" {
		return []Choice{}
	}
	var own []Choice
	for _, as := range f.meant {
		if c := hear(r, fmt.Sprintf(as, text)); c != nil {
			own = append(own, *c)
		}
	}
	if out := f.elsewhere(r, want); len(own)+len(out) > 0 {
		return append(own, out...)
	}
	return append([]Choice{}, nearly(f.offer(r, kept), want)...)
}

// How well a text names a choice, the best first.
const (
	named = iota
	begun
	within
	explained
	notAtAll
)

// called are the choices that a text names at least so well, the best first.
func called(choices []Choice, want string, least int) []Choice {
	how := func(c Choice) int {
		label := plainly(c.Label)
		switch {
		case label == want || slices.Contains(c.also(), want):
			return named
		case strings.HasPrefix(label, want):
			return begun
		case strings.Contains(label, want), slices.ContainsFunc(c.also(),
			func(s string) bool { return strings.HasPrefix(s, want) }):
			return within
		case strings.Contains(plainly(c.Note), want):
			return explained
		}
		return notAtAll
	}
	out := slices.DeleteFunc(slices.Clone(choices), func(c Choice) bool { return how(c) > least })
	slices.SortStableFunc(out, func(a, b Choice) int { return how(a) - how(b) })
	return out
}

// mostElsewhere bounds what other fields offer.
const mostElsewhere = 4

// elsewhere is what other fields have of a name, with the title of each.
func (f Field) elsewhere(r *Reading, want string) (out []Choice) {
	for _, other := range r.table.All() {
		if other.Path == f.Path || strings.HasPrefix(other.Path, "round.") && !r.carried || other.matters != nil &&
			!other.matters(r) {
			continue
		}
		for _, c := range called(other.offer(r, Kept{}), want, begun) {
			if len(out) < mostElsewhere {
				c.Note = other.Title
				out = append(out, c)
			}
		}
	}
	return out
}

// nearly are the choices spelled most nearly as a text, if any is spelled as much as
// two letters in three.
func nearly(choices []Choice, want string) (out []Choice) {
	least := len(want)/3 + 1
	for _, c := range choices {
		switch d := apart(plainly(c.Label), want); {
		case d < least:
			out, least = []Choice{c}, d
		case d == least && out != nil:
			out = append(out, c)
		}
	}
	return out
}

// apart counts the letters to put in, take out or change between two texts.
func apart(a, b string) int {
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		corner := row[0]
		row[0]++
		for j := range len(b) {
			change := corner
			if a[i] != b[j] {
				change++
			}
			corner = row[j+1]
			row[j+1] = min(row[j]+1, corner+1, change)
		}
	}
	return row[len(b)]
}

// asText, asNumber, asNumbers and asTexts read what is typed into a field of such
// a value; nil where it cannot be one.
func asText(_ *Reading, f Field, text string) Changes { return Changes{f.Path: text} }

func asNumber(_ *Reading, f Field, text string) Changes {
	if f.Kind() == Whole {
		if n, err := strconv.Atoi(text); err == nil {
			return Changes{f.Path: n}
		}
		return nil
	}
	if n, err := strconv.ParseFloat(text, 64); err == nil {
		return Changes{f.Path: n}
	}
	return nil
}

func asNumbers(_ *Reading, f Field, text string) Changes {
	numbers := numbersIn(text)
	if len(numbers) == 0 {
		return nil
	}
	if f.Kind() == Wholes {
		return Changes{f.Path: numbers}
	}
	mm := make([]float64, len(numbers))
	for i, n := range numbers {
		mm[i] = float64(n)
	}
	return Changes{f.Path: mm}
}

// asKeys reads tonics as they are said, apart by commas or spaces.
func asKeys(r *Reading, f Field, text string) Changes {
	text = strings.ReplaceAll(text, "|", " ") // bars between chords
	words := strings.FieldsFunc(text, apartByCommas)
	if strings.Contains(text, ",") {
		words = strings.Split(strings.Trim(text, ", "), ",")
	}
	var out []string
	for _, word := range words {
		tonic, name, ok := heardKey(word, r.germanNames())
		if !ok {
			return nil
		}
		out = append(out, strings.TrimSpace(tonic.String()+" "+name))
	}
	return Changes{f.Path: out}
}

func asTexts(_ *Reading, f Field, text string) Changes {
	return Changes{f.Path: strings.FieldsFunc(text, apartByCommas)}
}

func apartByCommas(c rune) bool { return c == ',' || c == ' ' || c == '\t' }

var digits = regexp.MustCompile(`\d+`)

func numbersIn(text string) []int {
	out := []int{}
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
	Now   string `json:"now"` // what it is set to
	Set   bool   `json:"set"` // the brief says so itself
}

// PointGroup is the fine points under one heading.
type PointGroup struct {
	About  string  `json:"about"`
	Points []Point `json:"points"`
}

// now says what a field is set to: its choice, else its words, else its value.
func (f Field) now(r *Reading) string {
	if f.say != nil && r.met {
		if _, words := f.say(r); words != "" {
			return words
		}
	}
	for _, c := range f.offer(r, Kept{}) {
		if !c.keeps && f.isNow(r, c) {
			return c.Label
		}
	}
	switch v := f.Value(&r.Brief).(type) {
	case nil:
		return "as usual"
	case []float64:
		return openingWords(v)
	default:
		return fmt.Sprint(v)
	}
}

// Points are the fine points that change anything in this brief.
func (t Table) Points(b Brief) []PointGroup {
	r := t.readAll(b)
	out := make([]PointGroup, 0, 5)
	for _, about := range []string{pointPlace, pointHand, pointRun, pointTime, pointReader} {
		g := PointGroup{About: about, Points: []Point{}}
		for _, f := range t.All() {
			if f.Point == about && (f.matters == nil || f.matters(&r)) {
				g.Points = append(g.Points, Point{f.Path, f.Title, f.now(&r), f.Value(&b) != nil})
			}
		}
		out = append(out, g)
	}
	return out
}
