package brief

import (
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/music/backing"
	"evenladder/core/theory/chord"
	"evenladder/core/theory/pitch"
)

// backingGroup is what sounds under the run.
var backingGroup = Group{Head: "run.pattern", make: makeBacking, Fields: []Field{
	{
		Path:    "backing.kind",
		Title:   "Backing",
		About:   "What sounds under the run.",
		Point:   pointTime,
		Hint:    "or type chords: Dm7 G7 | Cmaj7",
		at:      func(b *Brief) any { return &b.Backing.Kind },
		Options: backing.Kinds,
		Usual:   always(string(backing.None)),
		typed:   asBacking,
		clears:  []string{"backing.chords", "backing.bars"},
		say: func(r *Reading) (lead, words string) {
			if r.Backing.Kind != backing.None {
				return ", ", phrase(backing.Kinds, r.Brief.Backing.Kind)
			}
			return
		},
	},
	{
		Path: "backing.chords", Title: "Chords of the backing",
		About: "Chords in bars apart by |, as symbols, numerals or degrees of the key; % repeats a bar.",
		Point: pointTime, Part: true, Hint: "type chords: Dm7 G7 | Cmaj7 | %",
		at: func(b *Brief) any { return &b.Backing.Chords }, typed: asText,
		matters: func(r *Reading) bool { return r.Backing.Kind.HasChords() && r.Backing.Kind != backing.Blues },
		choices: backingChords,
		say: func(r *Reading) (lead, words string) {
			if r.Backing.Chords == nil {
				return
			}
			return ": ", pitch.Pretty(strings.TrimSpace(r.Brief.Backing.Chords))
		},
	},
	{
		Path:    "backing.bars",
		Title:   "Bars to each chord",
		Between: between(1, backing.MaxBars),
		About:   "Bars that each bar of the backing lasts.",
		Point:   pointTime,
		Part:    true,
		at:      func(b *Brief) any { return &b.Backing.Bars },
		matters: func(r *Reading) bool { return r.Backing.Kind == backing.Vamp || r.Backing.Kind == backing.Progression },
		choices: func(*Reading) (out []Choice) {
			for _, n := range []int{1, 2, 4} {
				out = append(out, choice(english.Count(n, "bar", "bars")+" each", "", "backing.bars", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.Backing.Bars > 1 {
				return ", ", english.Count(r.Backing.Bars, "bar", "bars") + " each"
			}
			return
		},
	},
}}

func makeBacking(r *Reading, f *fault.List) {
	b := &r.Brief.Backing
	r.Backing = backing.Spec{Kind: backing.Kind(b.Kind), Bars: 1}
	if b.Bars != nil {
		r.Backing.Bars = *b.Bars
	}
	if strings.TrimSpace(b.Chords) == "" || !r.Backing.Kind.HasChords() || r.Backing.Kind == backing.Blues {
		return
	}
	bars, err := chord.Progression(b.Chords, r.Scale)
	f.Add("backing.chords", err)
	r.Backing.Chords = bars
}

// asBacking reads chords that are typed where a kind is picked.
func asBacking(r *Reading, _ Field, text string) Changes {
	if _, err := chord.Progression(text, r.Scale); err != nil {
		return nil
	}
	return Changes{"backing.kind": string(backing.Progression), "backing.chords": text}
}

// backingChords are those of the kind, and a few that are often played.
func backingChords(r *Reading) []Choice {
	own := choice("the chords of the scale", "", "backing.chords", nil)
	if r.Backing.Kind == backing.Progression {
		own = choice("1 4 5 1", "", "backing.chords", nil)
	} else if colour := backing.Own(r.Scale); colour.Why != "" {
		own.Note = symbolsOf(colour.Chords) + ": " + colour.Why
	}
	out := []Choice{own}
	if r.Backing.Kind == backing.Held || r.Scale.Len() != 7 {
		return out
	}
	for _, degrees := range []string{"2 5 1", "1 6 2 5", "1 5 6 4"} {
		bars, err := chord.Progression(degrees, r.Scale)
		if err == nil {
			out = append(out, choice(degrees, symbolsOf(bars), "backing.chords", degrees))
		}
	}
	return out
}

func symbolsOf(bars chord.Bars) string {
	var words []string
	for _, bar := range bars {
		for _, c := range bar {
			words = append(words, c.Symbol)
		}
	}
	return strings.Join(words, " ")
}
