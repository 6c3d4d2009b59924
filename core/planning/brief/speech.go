package brief

import (
	"fmt"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// saying is another way to say what a field may be, as plainly leaves it.
type saying struct {
	path  string
	value any
	said  []string
}

// sayings are the ways to say things that teachers use beside the names in the
// pickers. From memory.
var sayings = plainSayings([]saying{
	{"instrument.id", "bass", []string{"bass guitar", "electric bass", "bass"}},
	{"instrument.id", "upright-bass", []string{"double bass", "contrabass", "string bass", "acoustic bass"}},
	{"instrument.id", "guitar-nylon", []string{"classical guitar", "spanish guitar"}},
	{"instrument.id", "ukulele", []string{"uke", "soprano ukulele", "concert ukulele"}},
	{"instrument.id", "guitar-three-quarter", []string{"3 4 guitar", "small guitar"}},
	{"scale.name", "major", []string{"dur", "ionian major"}},
	{"scale.name", "natural-minor", []string{"minor", "moll", "min", "m", "pure minor"}},
	{"scale.name", "minor-pentatonic", []string{"pentatonic minor", "pentatonic", "minor pent", "minor penta",
		"moll pentatonic"}},
	{"scale.name", "major-pentatonic", []string{"pentatonic major", "major pent", "major penta", "dur pentatonic"}},
	{"scale.name", "minor-blues", []string{"blues", "blues scale", "blues minor"}},
	{"scale.name", "major-blues", []string{"blues major"}},
	{"scale.name", "whole-tone", []string{"whole tone"}},
	{"scale.name", "whole-half", []string{"diminished", "whole half"}},
	{"scale.name", "half-whole", []string{"dominant diminished", "half whole"}},
	{"scale.name", "altered", []string{"super locrian"}},
	{"scale.name", "locrian-2", []string{"half diminished"}},
	{"layout.system", "three-per-string", []string{"3 per string", "3 a string", "3 notes a string", "3nps"}},
	{"layout.system", "two-per-string", []string{"2 per string", "2 a string", "2 notes a string", "2nps"}},
	{"layout.system", "four-per-string", []string{"4 per string", "4 a string", "4 notes a string", "4nps"}},
	{"layout.system", "first-position", []string{"open position", "1st position", "home position"}},
	{"layout.system", "single-string", []string{"1 string", "along 1 string", "single string"}},
	{"layout.system", "five-form", []string{"5 positions", "5 boxes", "5 shapes"}},
	{"layout.system", "seven-position", []string{"7 boxes", "7 shapes"}},
	{"layout.system", "campanella", []string{"harp style", "let it ring", "bells"}},
	{"run.pattern", "straight", []string{"plain", "straight through"}},
	{"run.pattern", "chords", []string{"triads", "arpeggios"}},
	{"run.direction", "up-down", []string{"up and back", "there and back", "ascending and descending"}},
	{"run.direction", "up", []string{"ascending"}},
	{"run.direction", "down", []string{"descending"}},
	{"rhythm.perBeat", 1, []string{"quarters", "crotchets"}},
	{"rhythm.perBeat", 2, []string{"8ths", "eighth notes", "quavers"}},
	{"rhythm.perBeat", 3, []string{"eighth triplets", "triplet"}},
	{"rhythm.perBeat", 4, []string{"16ths", "sixteenth notes", "semiquavers"}},
	{"rhythm.swing", true, []string{"swing", "shuffle", "swung"}},
	{"picking", "alternate", []string{"up and down strokes", "down up", "strict alternate"}},
	{"picking", "down", []string{"downstrokes", "downpicking"}},
	{"picking", "legato", []string{"hammer ons", "hammer on", "pull offs", "hammers and pulls", "slurs"}},
	{"picking", "economy", []string{"sweep", "sweeping"}},
	{"picking", "index-middle", []string{"i m", "two fingers", "2 fingers", "fingerstyle"}},
	{"picking", "rest-stroke", []string{"apoyando", "rest stroke"}},
	{"picking", "free-stroke", []string{"tirando", "free stroke"}},
	{"picking", "bowed", []string{"arco", "bow", "bowed", "detache"}},
	{"hand.school", "per-fret", []string{"1 finger a fret", "a finger per fret"}},
	{"hand.school", "one-two-four", []string{"1 2 4"}},
	{"hand.open", "closed", []string{"no open strings", "closed"}},
	{"instrument.leftHanded", true, []string{"lefty", "left handed", "left hand"}},
	{"round.order", "fourths", []string{"circle of fourths", "cycle of fourths", "4ths"}},
	{"round.order", "fifths", []string{"circle of fifths", "cycle of fifths", "5ths"}},
	{"round.order", "semitones", []string{"chromatic", "chromatically", "by semitones"}},
	{"round.order", "shuffled", []string{"random", "any order", "mixed"}},
})

func plainSayings(sayings []saying) []saying {
	for _, s := range sayings {
		for i := range s.said {
			s.said[i] = plainly(s.said[i])
		}
	}
	return sayings
}

// also are the other ways to say a choice.
func (c Choice) also() (out []string) {
	for _, s := range sayings {
		if value, set := c.Changes[s.path]; set && value == s.value {
			out = append(out, s.said...)
		}
	}
	return out
}

// What is read as the same.
var (
	spokenWords = regexp.MustCompile(`[a-z0-9#]+`)
	sameWords   = map[string]string{
		"one": "1", "two": "2", "three": "3", "four": "4", "five": "5", "six": "6", "seven": "7", "eight": "8",
		"nine": "9", "ten": "10", "eleven": "11", "twelve": "12",
		"drop": "dropped", "semitone": "half step", "halftone": "half step", "3rds": "thirds", "4ths": "fourths",
		"5ths": "fifths", "6ths": "sixths", "7ths": "sevenths",
		"3rd": "third", "4th": "fourth", "5th": "fifth", "6th": "sixth", "7th": "seventh",
	}
	fillers = map[string]bool{"in": true, "on": true, "at": true, "as": true, "with": true, "the": true, "a": true,
		"an": true, "play": true, "it": true, "please": true, "scale": true, "mode": true, "tuned": true,
		"tuning": true, "key": true, "of": true}
)

// plainly is a text as it is compared: its words without hyphens and small words,
// numbers as digits.
func plainly(s string) string {
	words := spokenWords.FindAllString(plain(s), -1)
	kept := make([]string, 0, len(words))
	for _, w := range words {
		if same, ok := sameWords[w]; ok {
			w = same
		}
		if !fillers[w] {
			kept = append(kept, w)
		}
	}
	if len(kept) == 0 {
		kept = words
	}
	return strings.Join(kept, " ")
}

// keyWords is a tonic with what follows it.
var keyWords = regexp.MustCompile(`^([a-h])(?:\s*(#|b|sharp|flat|is|es|s)\b|(#|b)|(is|es|s))?\s*(.*)$`)

// heardKey reads a key as it is said: "Fm", "f sharp", "B flat minor", "fis moll",
// "Es dur". The scale is empty where none is said. In German B is B♭, and H is B.
func heardKey(text string, german bool) (tonic pitch.Name, name string, ok bool) {
	m := keyWords.FindStringSubmatch(strings.ReplaceAll(strings.TrimSpace(plain(text)), "-", " "))
	if m == nil {
		return tonic, "", false
	}
	letter, sign, rest := strings.ToUpper(m[1]), m[2]+m[3]+m[4], m[5]
	german = german || letter == "H" || strings.Contains(rest, "moll") || strings.Contains(rest, "dur")
	switch sign {
	case "sharp", "is":
		sign = "#"
	case "flat", "es":
		sign = "b"
	case "s":
		if letter != "E" && letter != "A" {
			return tonic, "", false
		}
		sign = "b"
	}
	switch {
	case letter == "H":
		letter = "B"
	case letter == "B" && sign == "" && german:
		sign = "b"
	}
	tonic, err := parseTonic(letter + sign)
	if err != nil {
		return tonic, "", false
	}
	if rest == "" {
		return tonic, "", true
	}
	if name, ok = chordScales[strings.ReplaceAll(rest, " ", "")]; ok {
		return tonic, name, true
	}
	name, ok = heardScale(rest)
	return tonic, name, ok
}

// chordScales are the scales that are played over chords as they are written after
// their root. Common practice; what has a second school keeps to the plainer scale.
var chordScales = map[string]string{
	"6": "major", "69": "major", "maj": "major", "maj7": "major", "maj9": "major", "add9": "major",
	"maj7#11": "lydian", "maj9#11": "lydian",
	"7": "mixolydian", "9": "mixolydian", "13": "mixolydian", "sus": "mixolydian", "sus4": "mixolydian",
	"7sus4": "mixolydian", "dom7": "mixolydian",
	"7#11": "lydian-dominant", "7alt": "altered", "alt": "altered", "7b9": "half-whole", "7#5": "whole-tone",
	"aug": "whole-tone", "+": "whole-tone", "+7": "whole-tone",
	"m6": "dorian", "m7": "dorian", "m9": "dorian", "m11": "dorian", "min7": "dorian", "mmaj7": "melodic-minor",
	"mm7":  "melodic-minor",
	"m7b5": "locrian", "min7b5": "locrian", "dim": "whole-half", "dim7": "whole-half", "o7": "whole-half",
}

func (r *Reading) germanNames() bool { return r.Naming.ID == "german" }

// heardScale is the id of a scale as it is said: "minor pentatonic", "moll", "m".
func heardScale(text string) (id string, ok bool) {
	want := plainly(text)
	for _, e := range scale.Catalogue() {
		c := choice(e.Name, "", "scale.name", e.ID)
		if plainly(e.ID) == want || plainly(e.Name) == want || slices.Contains(c.also(), want) {
			return e.ID, true
		}
	}
	return "", false
}

// wording is a way to say something, whatever the field. Means has the parts of the
// pattern; nil where they say nothing here.
type wording struct {
	pattern *regexp.Regexp
	means   func(r *Reading, parts []string) *Choice
}

// wordings are tried in turn on a text as plainly leaves it.
var wordings = []wording{
	{regexp.MustCompile(`^(?:(up|down) )?(half step|whole step|third|minor third|fourth|fifth)(?: (up|down|higher|lower))?$`), movedKey},
	{regexp.MustCompile(`^(?:12|1 octave|octave)(?: frets)? (up|higher|down|lower)$`), movedBox},
	{regexp.MustCompile(`^(?:frets?|between|from)? ?(\d+) (?:to|and|up to) (\d+)$`),
		func(_ *Reading, parts []string) *Choice {
			return stretchChoice(toNumber(parts[1]), toNumber(parts[2]), "")
		}},
	{regexp.MustCompile(`^(?:down )?low(?: neck)?$`), func(r *Reading, _ []string) *Choice {
		return stretchChoice(0, min(lowFrets, r.Neck.Frets), "low on the neck")
	}},
	{regexp.MustCompile(`^(?:up )?high(?: neck)?$`), func(r *Reading, _ []string) *Choice {
		return stretchChoice(min(layout.Octave, r.Neck.Frets), r.Neck.Frets, "high on the neck")
	}},
	{regexp.MustCompile(`^(\d+) ?(?:bpm|beats?|beats minute)$`), func(_ *Reading, parts []string) *Choice {
		return &Choice{Label: parts[1] + " a minute", Changes: Changes{"rhythm.tempoBpm": toNumber(parts[1])}}
	}},
	{regexp.MustCompile(`^capo (?:fret )?(\d+)$`), func(_ *Reading, parts []string) *Choice {
		return &Choice{Label: "capo at fret " + parts[1], Changes: Changes{"instrument.capo": toNumber(parts[1])}}
	}},
	{regexp.MustCompile(`^(?:(broken|stacks|stacked|stack|groups) )?(seconds|thirds|fourths|fifths|sixths|sevenths|octaves|ninths|tenths)$`), figure},
	{regexp.MustCompile(`^(broken|stacks|stacked|stack|groups) ([2-9])$`), figure},
	{regexp.MustCompile(`^(index|middle|ring|little|pinky)(?: finger)? first$`), fingerFirstHeard},
}

var (
	keySteps = map[string]int{"half step": 1, "whole step": 2, "minor third": 3, "third": 4, "fourth": scale.Fourth,
		"fifth": scale.Fifth}
	figureOf = map[string]string{"": "intervals", "broken": "intervals", "stacks": "stacks", "stacked": "stacks",
		"stack": "stacks", "groups": "groups"}
)

func toNumber(digits string) int {
	n, _ := strconv.Atoi(digits) // past all numbers it is 0 or the greatest, and refused where it stands
	return n
}

// upOrDown is -1 for a way down.
func upOrDown(word string) int {
	if word == "down" || word == "lower" {
		return -1
	}
	return 1
}

func movedKey(r *Reading, parts []string) *Choice {
	if r.Scale.Len() == 0 {
		return nil
	}
	tonic := carried(r.Scale.Tonic, upOrDown(parts[1]+parts[3])*keySteps[parts[2]])
	return &Choice{Label: r.Say(tonic), Note: "the key " + strings.TrimSpace(parts[0]),
		Changes: Changes{keyPath(r): tonic.String()}}
}

func movedBox(r *Reading, parts []string) *Choice {
	by, now := upOrDown(parts[1]), 0
	if at := r.Brief.Layout.BoxOctave; at != nil {
		now = *at
	}
	return &Choice{Label: "the box " + fretsAway(by), Changes: Changes{"layout.boxOctave": now + by}}
}

func stretchChoice(low, high int, note string) *Choice {
	return &Choice{Label: fmt.Sprintf("frets %d to %d", low, high), Note: note, Changes: stretch(low, high)}
}

func figure(_ *Reading, parts []string) *Choice {
	size := slices.Index(intervalWords, parts[2]) + 2
	if n := toNumber(parts[2]); n > 0 {
		size = n
	}
	label := firstOf(parts[1], "broken") + " " + intervalWords[size-2]
	if parts[1] == "groups" {
		label = fmt.Sprintf("groups of %d", size)
	}
	return &Choice{Label: label, Changes: Changes{"run.pattern": figureOf[parts[1]], "run.size": size}}
}

var fingerCalled = map[string]int{"index": hand.Index, "middle": hand.Middle, "ring": hand.Ring, "little": hand.Little,
	"pinky": hand.Little}

func fingerFirstHeard(r *Reading, parts []string) *Choice {
	p, ok := r.firstStopped()
	if !ok {
		return nil
	}
	finger := fingerCalled[parts[1]]
	return &Choice{Label: fingerFirst[finger], Note: fmt.Sprintf("on string %d, fret %d", p.String, p.Fret),
		Changes: Changes{fingersPath: []string{Held(p, finger)}}}
}

// hear is what a text says, whatever the field: nil where it is not understood or
// cannot be done here.
func hear(r *Reading, text string) *Choice {
	c := heard(r, text)
	if c == nil || r.table.problem(r, r.table.Cleared(c.Changes)) != "" {
		return nil
	}
	return c
}

func heard(r *Reading, text string) *Choice {
	said := plainly(text)
	for _, w := range wordings {
		if parts := w.pattern.FindStringSubmatch(said); parts != nil {
			return w.means(r, parts)
		}
	}
	tonic, name, ok := heardKey(text, r.germanNames())
	if !ok {
		return nil
	}
	c := Choice{Label: r.Say(tonic), Changes: Changes{keyPath(r): tonic.String()}}
	if e, found := scale.Find(name); found {
		c.Label += " " + e.Name
		c.Changes["scale.name"], c.Changes["scale.formula"] = name, nil
	}
	return &c
}

// intervalWords are the sizes of figures, from 2 on.
var intervalWords = []string{"seconds", "thirds", "fourths", "fifths", "sixths", "sevenths", "octaves", "ninths",
	"tenths"}

// lowFrets is where the low stretch of a neck ends.
const lowFrets = 5

// keyPath is the field of the key: that of a round is where it starts.
func keyPath(r *Reading) string {
	if r.carried {
		return "round.start"
	}
	return "scale.tonic"
}
