package brief

import (
	"slices"
	"strconv"

	"evenladder/core/base/english"
	"evenladder/core/base/table"
	"evenladder/core/music/run"
)

// chordFields are the chords that a run goes through, and the order of their notes.
var chordFields = []Field{
	{
		Path: "run.chords", Title: "Chords to run through",
		About: "Chords to run through: degrees of the scale, or symbols such as Dm7.",
		Point: pointRun, Part: true, Hint: "or type chords: Dm7 G7 | Cmaj7, or 1 6 2 5",
		at: func(b *Brief) any { return &b.Run.Chords }, typed: asChords,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Chords },
		choices: progressions("run.chords", [][]int{{1, 4, 5, 1}, {2, 5, 1}, {1, 6, 2, 5}, {1, 5, 6, 4},
			{1, 3, 6, 2, 5, 1}}),
		fill: func(r *Reading) {
			if goesThroughChords(r) {
				fillList(&r.Brief.Run.Chords, wordsOf(1, 4, 5, 1))
			}
		},
		check: checkChords,
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Chords {
				return ", on ", sayChords(r.Brief.Run.Chords)
			}
			return
		},
	},
	{
		Path: "run.tones", Title: "Order of each chord's notes",
		About: "Id of the order in which the notes of each chord are played.", Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Run.Tones }, Options: run.TonesOrders, clears: []string{"run.seed"},
		Usual: func(r *Reading) string {
			if goesThroughChords(r) {
				return string(run.Through)
			}
			return ""
		},
		matters: func(r *Reading) bool { return r.Pattern.Uses.Chords },
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Chords && r.Tones != run.Through {
				return ", ", phrase(run.TonesOrders, r.Brief.Run.Tones)
			}
			return
		},
	},
	{
		Path: "run.seed", Between: between(1, MaxSeed), Title: "Number of the shuffled notes",
		About: "Number of shuffled orders of the notes: the same number brings the same orders back.",
		Hint:  "or type the number that was written down", Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Run.Seed }, typed: asNumber,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Chords && r.Tones == run.AnyOrder },
		fill: func(r *Reading) {
			if goesThroughChords(r) && r.Brief.Run.Tones == string(run.AnyOrder) {
				fill(&r.Brief.Run.Seed, 1)
			}
		},
		choices: func(r *Reading) []Choice { return nextSeeds("run.seed", r.Brief.Run.Seed) },
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Chords && r.Tones == run.AnyOrder {
				return " ", "(number " + strconv.Itoa(*r.Brief.Run.Seed) + ")"
			}
			return
		},
	},
}

// goesThroughChords reports whether the pattern that is asked for goes through chords, before it is looked up.
func goesThroughChords(r *Reading) bool {
	pattern, _ := table.Find(run.Patterns, r.Brief.Run.Pattern)
	return pattern.Uses.Chords
}

// progressions offers lists of degrees that the scale has.
func progressions(path string, all [][]int) func(*Reading) []Choice {
	return func(r *Reading) (out []Choice) {
		for _, l := range all {
			if slices.Max(l) <= r.Scale.Len() {
				out = append(out, choice(english.Numbers(l), "", path, wordsOf(l...)))
			}
		}
		return out
	}
}

// chordChoices are the seventh chords of the key by degree.
func chordChoices(r *Reading, path string) (out []Choice) {
	for i, c := range r.Scale.Chords(4) {
		out = append(out, choice("the chord on "+c.Degree.Pretty(), r.Say(c.Notes[0])+c.Quality, path, i+1))
	}
	return out
}
