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

// shortQualities are the short ways to write the quality of an interval, with the first words of Interval; a capital M is a
// major one.
var shortQualities = map[string]string{"m": "minor", "min": "minor", "maj": "major", "p": "perfect", "perf": "perfect",
	"d": "diminished", "dim": "diminished", "a": "augmented", "aug": "augmented", "minor": "minor", "major": "major",
	"perfect": "perfect", "diminished": "diminished", "augmented": "augmented"}

// shortInterval writes an interval out: d5, aug 4 and minor 3rd become diminished fifth, augmented fourth and minor third.
// Other words stay as they are.
func shortInterval(s string) string {
	word := strings.Join(strings.Fields(s), "")
	for _, ordinal := range []string{"st", "nd", "rd", "th"} {
		if rest, cut := strings.CutSuffix(strings.ToLower(word), ordinal); cut && rest != "" && rest[len(rest)-1] <= '9' {
			word = word[:len(rest)]
		}
	}
	switch strings.ToLower(word) {
	case "tritone":
		return "diminished fifth"
	case "octave", "tonic":
		return "root"
	}
	if word == "" || word[len(word)-1] < '1' || word[len(word)-1] > '7' {
		return s
	}
	start, number := word[:len(word)-1], word[len(word)-1]-'0'
	quality, ok := shortQualities[strings.ToLower(start)]
	if !ok {
		return word
	}
	if start == "M" {
		quality = "major"
	}
	return quality + " " + intervalWords[number]
}

// TypedDegree reads a degree as people type or say it: b3, ♭3, "flat three", "minor third", d5, "aug 4", "tritone".
// ok is false for what is none.
func TypedDegree(s string) (d Degree, ok bool) {
	word := strings.Join(strings.Fields(plainSigns.Replace(strings.ToLower(shortInterval(s)))), "")
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
