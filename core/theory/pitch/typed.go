package pitch

import (
	"slices"
	"strings"
)

// Typed reads a note name as people type it, whatever naming they were taught: F#, F♯,
// "f sharp", fis, fa#, and in a naming by key its syllable or number over the tonic. H is
// always the note below C; B is the one below H in the German naming alone. ok is false for
// what is no note.
func (n Naming) Typed(s string, tonic Name) (name Name, ok bool) {
	word := strings.Join(strings.Fields(plainSigns.Replace(strings.ToLower(s))), "")
	if n.ByKey && tonic.IsValid() {
		if d, ok := n.typedDegree(word); ok {
			return tonic.Degree(d), true
		}
	}
	for i, syllables := range typedSyllables {
		for _, syllable := range syllables {
			rest, cut := strings.CutPrefix(word, syllable)
			if acc, read := typedSigns(rest, false); cut && read {
				return Name{"CDEFGAB"[i], acc}, true
			}
		}
	}
	if word == "" || word[0] < 'a' || word[0] > 'h' {
		return Name{}, false
	}
	letter := word[0] - 'a' + 'A'
	acc, ok := typedSigns(word[1:], letter == 'A' || letter == 'E')
	switch {
	case letter == 'H':
		letter = 'B'
	case letter == 'B' && n.ID == "german":
		acc--
	}
	if !ok || acc < -MaxAccidental {
		return Name{}, false
	}
	return Name{letter, acc}, true
}

// TypedList reads names one after the other, apart by spaces or commas; a sign in words
// belongs to the name before it. ok is false where a word is no name, which is then wrong.
func (n Naming) TypedList(s string, tonic Name) (names []Name, wrong string, ok bool) {
	var words []string
	for _, w := range strings.FieldsFunc(s, func(r rune) bool { return strings.ContainsRune(" \t\n,;.-–|/", r) }) {
		if i := len(words) - 1; i >= 0 && slices.Contains(signWords, strings.ToLower(w)) {
			words[i] += " " + w
			continue
		}
		words = append(words, w)
	}
	for _, w := range words {
		name, ok := n.Typed(w, tonic)
		if !ok {
			return nil, clip(w), false
		}
		names = append(names, name)
	}
	return names, "", len(names) > 0
}

var (
	plainSigns     = strings.NewReplacer("♯", "#", "♭", "b", "𝄪", "##", "𝄫", "bb", "♮", "natural", "-", " ")
	signWords      = []string{"sharp", "flat", "double", "natural", "#", "♯", "♭", "♮"}
	typedSyllables = [7][]string{{"do", "ut"}, {"re", "ré"}, {"mi"}, {"fa"}, {"sol", "so"}, {"la"}, {"si", "ti"}}
)

type typedSign struct {
	word string
	acc  int8
}

// signsTyped are the ways to type a sign, longer words first.
var signsTyped = []typedSign{{"doublesharp", 2}, {"doubleflat", -2}, {"sharp", 1}, {"flat", -1}, {"natural", 0},
	{"is", 1}, {"es", -1}, {"#", 1}, {"b", -1}, {"x", 2}}

// typedSigns reads the signs after a letter or a syllable, all to one side. short says that
// a lone s is a flat, as in Es and As.
func typedSigns(rest string, short bool) (acc int8, ok bool) {
	if after, cut := strings.CutPrefix(rest, "s"); short && cut && !strings.HasPrefix(rest, "sharp") {
		rest, acc = after, -1
	}
	for rest != "" {
		i := slices.IndexFunc(signsTyped, func(w typedSign) bool { return strings.HasPrefix(rest, w.word) })
		if i < 0 || acc*signsTyped[i].acc < 0 {
			return 0, false
		}
		rest, acc = rest[len(signsTyped[i].word):], acc+signsTyped[i].acc
	}
	return acc, acc >= -MaxAccidental && acc <= MaxAccidental
}

// typedDegree reads a degree in the words of a naming by key.
func (n Naming) typedDegree(word string) (Degree, bool) {
	for number := int8(1); number <= 7; number++ {
		for alter := int8(-MaxAccidental); alter <= MaxAccidental; alter++ {
			d := Degree{number, alter}
			if strings.EqualFold(plainSigns.Replace(n.label(Name{}, d)), word) {
				return d, true
			}
		}
	}
	return Degree{}, false
}

// TypedDegree reads a degree as people type or say it: b3, ♭3, "flat three", "minor third".
// ok is false for what is none.
func TypedDegree(s string) (d Degree, ok bool) {
	word := strings.Join(strings.Fields(plainSigns.Replace(strings.ToLower(s))), "")
	if d, err := ParseDegree(word); err == nil {
		return d, true
	}
	for number := int8(1); number <= 7; number++ {
		for alter := int8(-MaxAccidental); alter <= MaxAccidental; alter++ {
			d := Degree{number, alter}
			signs := strings.ReplaceAll(Spoken(accidental(alter, "#", "b")), " ", "")
			for _, said := range []string{d.Words(), d.Interval(), signs + degreeNumbers[number],
				signs + string('0'+byte(number))} {
				if strings.ReplaceAll(said, " ", "") == word {
					return d, true
				}
			}
		}
	}
	return Degree{}, false
}

var degreeNumbers = [8]string{"", "one", "two", "three", "four", "five", "six", "seven"}
