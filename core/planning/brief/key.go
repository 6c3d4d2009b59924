package brief

import (
	"fmt"
	"regexp"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

var keyGroup = Group{Head: "scale.name", first: true, make: makeScale, Fields: []Field{
	{
		Path: "scale.tonic", Title: "Key", About: "Name of the tonic, with at most one # or b.",
		Hint: "or type it as you say it: Eb, f sharp, Cm",
		at:   func(b *Brief) any { return &b.Scale.Tonic }, makes: theBoxes, choices: tonics("scale.tonic"),
		typed: asTonic,
		check: func(r *Reading, f *fault.List) {
			_, err := parseTonic(r.Brief.Scale.Tonic)
			f.Add("scale.tonic", err)
		},
		// In a round the key is where the round starts.
		say: func(r *Reading) (lead, words string) {
			if r.carried {
				return
			}
			return ", lay ", r.Say(r.Scale.Tonic)
		},
	},
	{
		Path: "round.start", Title: "First key",
		About: "Tonic of the first key of a round; that of the scale where it is not given.",
		Hint:  "or type it as you say it: Eb, f sharp, Cm",
		at:    func(b *Brief) any { return &b.Round.Start }, choices: tonics("round.start"), typed: asTonic,
		matters: func(r *Reading) bool { return r.carried },
		say: func(r *Reading) (lead, words string) {
			if !r.carried {
				return
			}
			return ", lay ", r.Say(r.Scale.Tonic)
		},
	},
	{
		Path: "scale.name", Title: "Scale", About: "Id of a scale of the catalogue; or give a formula.",
		Hint: "or type degrees: 1 b2 4 5 b7",
		at:   func(b *Brief) any { return &b.Scale.Name }, choices: scales, typed: typedScale, makes: theBoxes,
		clears: []string{"scale.formula", "layout.fromDegree"},
		check:  checkScale,
		say: func(r *Reading) (lead, words string) {
			if r.Scale.ID == "" { // its degrees are its name
				return " with ", r.Scale.Name
			}
			return " ", r.Scale.Name
		},
	},
	{
		Path: "scale.formula", Title: "Degrees",
		About: "Degrees against the major scale, such as 1 b2 4 5 b7, where no name is given.",
		at:    func(b *Brief) any { return &b.Scale.Formula }, makes: theBoxes, clears: []string{"scale.name",
			"layout.fromDegree"},
	},
}}

// parseTonic reads a tonic with at most one # or b.
func parseTonic(text string) (pitch.Name, error) {
	n, err := pitch.ParseName(text)
	if err == nil && (n.Accidental() < -1 || n.Accidental() > 1) {
		err = fmt.Errorf("%s was given: give a tonic with at most one # or b, such as F# or Bb", text)
	}
	return n, err
}

func checkScale(r *Reading, f *fault.List) {
	s := r.Brief.Scale
	switch {
	case s.Name != "" && s.Formula != "":
		f.Addf("scale.formula", "a name (%s) and a formula were given: give one of them", fault.Clip(s.Name))
	case s.Name == "" && s.Formula == "":
		f.Addf("scale.name", "no scale was given: give a name, one of %s, or a formula such as 1 b3 4 5 b7",
			scale.IDs())
	case s.Formula != "":
		_, err := scale.ParseFormula(s.Formula)
		f.Add("scale.formula", err)
	default:
		if _, ok := scale.Find(s.Name); !ok {
			f.Addf("scale.name", "no scale is called %q: give one of %s, or a formula", fault.Clip(s.Name), scale.IDs())
		}
	}
}

// makeScale puts the scale on its tonic. What was checked can be read.
func makeScale(r *Reading, _ *fault.List) {
	s := &r.Brief.Scale
	tonic, _ := parseTonic(s.Tonic)
	s.Tonic = tonic.String()
	if s.Formula == "" {
		r.Scale, _ = scale.FromCatalogue(tonic, s.Name)
		return
	}
	formula, _ := scale.ParseFormula(s.Formula)
	r.Scale, s.Formula = scale.New(tonic, formula), formula.String()
}

func tonics(path string) func(*Reading) []Choice {
	return func(*Reading) (out []Choice) {
		for _, n := range scale.Tonics() {
			out = append(out, choice(n.Pretty(), "", path, n.String()))
		}
		return out
	}
}

func scales(*Reading) (out []Choice) {
	for _, e := range scale.Catalogue() {
		out = append(out, Choice{Label: e.Name, Note: pitch.Pretty(e.Formula.String()),
			Changes: Changes{"scale.name": e.ID, "scale.formula": nil}})
	}
	return out
}

// asTonic takes a letter with its sign, in small letters too.
func asTonic(r *Reading, f Field, text string) Changes {
	if tonic, name, ok := heardKey(text, r.germanNames()); ok && name == "" {
		return Changes{f.Path: tonic.String()}
	}
	return nil
}

var beginsWithDegree = regexp.MustCompile(`^[#b]*\d`)

// typedScale reads degrees as a formula, and the name of a scale.
func typedScale(_ *Reading, _ Field, text string) Changes {
	if beginsWithDegree.MatchString(text) {
		return Changes{"scale.formula": text, "scale.name": nil}
	}
	if id, ok := heardScale(text); ok {
		return Changes{"scale.name": id, "scale.formula": nil}
	}
	return nil
}

// ReadKeys reads keys as they are typed, apart by commas: "Eb mixolydian, Ab
// dorian". Each is a tonic with the name or the id of a scale; without one the
// scale stays as it was.
func ReadKeys(text string, usual Scale) []Scale {
	var out []Scale
	for _, part := range strings.Split(signs.Replace(strings.ReplaceAll(text, "|", " ")), ",") {
		words := strings.Fields(part)
		if len(words) == 0 {
			continue
		}
		key := Scale{Tonic: words[0], Name: usual.Name, Formula: usual.Formula}
		if heard := heardKeys(part, words, usual); heard != nil {
			out = append(out, heard...)
			continue
		}
		if name := strings.ToLower(strings.Join(words[1:], " ")); name != "" {
			key.Name, key.Formula = scaleCalled(name), ""
		}
		out = append(out, key)
	}
	return out
}

// heardKeys are the keys that a text says as one, or word by word: "Gm C7 F"; nil
// where a word is none.
func heardKeys(text string, words []string, usual Scale) (out []Scale) {
	for _, said := range [][]string{{text}, words} {
		out = nil
		for _, word := range said {
			tonic, id, ok := heardKey(word, false)
			if !ok {
				break
			}
			key := Scale{Tonic: tonic.String(), Name: usual.Name, Formula: usual.Formula}
			if id != "" {
				key.Name, key.Formula = id, ""
			}
			out = append(out, key)
		}
		if len(out) == len(said) {
			return out
		}
	}
	return nil
}

// scaleCalled is the id of the scale with this name in lower case, the name
// itself where there is none.
func scaleCalled(name string) string {
	for _, e := range scale.Catalogue() {
		if plain(e.Name) == name || e.ID == strings.ReplaceAll(name, " ", "-") {
			return e.ID
		}
	}
	return name
}
