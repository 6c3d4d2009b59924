package brief

import (
	"errors"
	"fmt"
	"strconv"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/music/line"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/theory/pitch"
)

// MaxPhrase bounds the text of a phrase, in characters.
const MaxPhrase = 20_000

// usualPhrase is played where a brief asks for a phrase and gives none.
const usualPhrase = "5 4/2 3/2 2 1*2"

// saidDegrees is how many notes of a phrase its sentence says.
const saidDegrees = 8

// phraseFields are what the pattern that plays a phrase reads.
var phraseFields = []Field{
	{
		Path: "run.phrase", Title: "The phrase, in degrees and lengths",
		About: "Degrees against the major scale of the key, each the nearest to the one before, an octave higher or lower for each ^ or _ before it; lengths in beats after / or *; r is a rest; @3.5 a string and a fret.",
		Point: pointRun, Part: true, Hint: "or type degrees: 1 b3/2 3/2 5*2",
		at: func(b *Brief) any { return &b.Run.Phrase }, typed: asText,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Phrase },
		choices: func(*Reading) (out []Choice) {
			for _, text := range []string{usualPhrase, "1 2/2 3/2 5 3/2 2/2 1*2", "5/2 6/2 1 6/2 5/2 3*2",
				"1 b3/2 3/2 5 b7 5*2"} {
				out = append(out, choice(pitch.Pretty(text), "", "run.phrase", text))
			}
			return out
		},
		fill: func(r *Reading) {
			if playsPhrase(r) && strings.TrimSpace(r.Brief.Run.Phrase) == "" {
				r.Brief.Run.Phrase = usualPhrase
			}
		},
		check: readPhrase,
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Phrase {
				return " ", r.PhraseWords()
			}
			return
		},
	},
	{
		Path: "run.way", Title: "Where to play the phrase", About: "Id of the way to lay the phrase on the neck.",
		Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Run.Way }, Options: rowsOf(way.Ways), clears: []string{"run.at"},
		Usual: func(r *Reading) string {
			if playsPhrase(r) {
				return way.Box
			}
			return ""
		},
		matters: func(r *Reading) bool { return r.Pattern.Uses.Phrase },
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Phrase {
				return ", ", r.Way.Phrase
			}
			return
		},
	},
	{
		Path: "run.at", Title: "Fret or string of the phrase",
		About: "Fret of the index finger, or the string, that the way of the phrase goes by; 0 for the one that asks least of the hand.", Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Run.At }, typed: asNumber,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Phrase && r.Way.Number },
		check:   func(r *Reading, f *fault.List) { f.Between("run.at", r.Brief.Run.At, 0, r.Neck.Frets) },
		choices: func(r *Reading) []Choice {
			out := []Choice{choice("where it's easiest", "", "run.at", nil)}
			if !r.met {
				return out
			}
			for _, n := range r.Way.Numbers(way.Field{Request: r.Request}) {
				out = append(out, choice(fmt.Sprintf(numberWords[r.Way.ID], n), "", "run.at", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if n := r.Brief.Run.At; n > 0 && r.Pattern.Uses.Phrase && r.Way.Number {
				return " ", fmt.Sprintf(numberWords[r.Way.ID], n)
			}
			return
		},
	},
}

// numberWords say what a way goes by.
var numberWords = map[string]string{way.Position: "at fret %d", way.OneString: "on string %d"}

func playsPhrase(r *Reading) bool {
	pattern, _ := table.Find(run.Patterns, r.Brief.Run.Pattern)
	return pattern.Uses.Phrase
}

// readPhrase reads the phrase in the key, where one is played.
func readPhrase(r *Reading, f *fault.List) {
	text := r.Brief.Run.Phrase
	if len(text) > MaxPhrase {
		f.Addf("run.phrase", "%d characters were given: give up to %d", len(text), MaxPhrase)
		return
	}
	if !playsPhrase(r) {
		return
	}
	read, err := line.Typed(text, r.Scale.Tonic, r.Naming, r.Neck)
	var at line.At
	switch {
	case errors.As(err, &at):
		f.Addf("run.phrase", "%s", at.Message)
	case err != nil:
		f.Add("run.phrase", err)
	default:
		r.Phrase = line.Even(read)
	}
}

// PhraseWords are the first degrees of the phrase, and how many notes it has where there are more.
func (r *Reading) PhraseWords() string {
	degrees := line.Degrees(r.Phrase.Notes, r.Scale)
	words := make([]string, 0, saidDegrees)
	for _, d := range degrees[:min(len(degrees), saidDegrees)] {
		words = append(words, d.Pretty())
	}
	said := strings.Join(words, " ")
	if len(degrees) > saidDegrees {
		said += " …, " + strconv.Itoa(len(degrees)) + " notes"
	}
	return said
}

// walks reports whether the run goes through the notes of its box, as a phrase does not.
func walks(r *Reading) bool { return !r.Pattern.Uses.Phrase }
