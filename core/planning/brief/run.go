package brief

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/theory/pitch"
)

// Bounds of the settings of a run.
const (
	maxRunSize     = 12
	maxRepeat      = 8
	maxOrderLen    = 12
	maxChordDegree = 13
	maxCellLen     = 64
	maxCellStep    = 14
)

// intervalNames by the number of scale notes that an interval takes in.
var intervalNames = [maxRunSize + 1]string{"", "", "seconds", "thirds", "fourths", "fifths", "sixths", "sevenths",
	"octaves", "ninths", "tenths", "elevenths", "twelfths"}

// ownFigure means nothing with another pattern; noLanding not with another way
// through the box.
var (
	ownFigure = []string{"run.size", "run.order", "run.cell", "run.chords", "run.tones", "run.seed", "run.repeat",
		"run.phrase", "run.way", "run.at"}
	noLanding = []string{"run.landOn"}
)

var runGroup = Group{Head: "run.pattern", make: makeRun, Fields: slices.Concat(patternFields, phraseFields, figureFields)}

var patternFields = []Field{
	{
		meant: []string{"groups %s", "broken %s"},
		Path:  "run.pattern", Title: "Pattern", About: "Id of the way through the box.",
		at: func(b *Brief) any { return &b.Run.Pattern }, Options: rowsOf(run.Patterns), Usual: always(run.Straight),
		typed: asFigure, clears: ownFigure,
		fits: func(r *Reading, id string) bool { return id != run.DropTwo || r.Scale.Len() == 7 },
		say:  func(r *Reading) (string, string) { return ". Play it ", r.Pattern.Phrase },
	},
}

// figureFields are the settings of a pattern.
var figureFields = slices.Insert([]Field{
	{
		Path: "run.size", Between: between(2, maxRunSize), Title: "How wide",
		About: "Notes that an interval, a stack or a group takes in: 3 is a third.", Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Run.Size }, choices: sizes, typed: asNumber,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Size },
		fill: func(r *Reading) {
			usual := 3
			if r.Brief.Run.Pattern == run.Stacks {
				usual = 4
			}
			fill(&r.Brief.Run.Size, usual)
		},
		say: func(r *Reading) (lead, words string) {
			size := *r.Brief.Run.Size
			switch {
			case r.Pattern.ID == run.Intervals:
				return " ", intervalNames[size]
			case r.Pattern.ID == run.Groups:
				return " of ", strconv.Itoa(size)
			case r.Pattern.Uses.Size:
				return " of ", intervalNames[size]
			}
			return
		},
	},
	{
		Path: "run.order", Title: "Order of the chord notes",
		About: "Degrees of a chord in the order in which it is broken.", Point: pointRun, Part: true,
		Hint: "or type chord degrees: 5 3 1",
		at:   func(b *Brief) any { return &b.Run.Order }, choices: orders, typed: asNumbers,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Order },
		fill:    func(r *Reading) { fillList(&r.Brief.Run.Order, []int{1, 3, 5}) },
		check:   func(r *Reading, f *fault.List) { checkDegrees(f, "run.order", r.Brief.Run.Order, maxChordDegree) },
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Order {
				return " ", english.Numbers(r.Brief.Run.Order)
			}
			return
		},
	},
	{
		Path: "run.cell", Title: "The cell, in scale steps from each note",
		About: "Scale steps from a moving start, apart by spaces.", Point: pointRun, Part: true,
		Hint: "or type steps: 0 2 1 -1",
		at:   func(b *Brief) any { return &b.Run.Cell }, typed: asText,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Cell },
		choices: func(*Reading) (out []Choice) {
			for _, cell := range []string{"0 1 2 0", "0 2 1 2", "0 1 2 3", "0 -1 0 1", "0 2 1 3", "0 4 2 1"} {
				out = append(out, choice(cell, "", "run.cell", cell))
			}
			return out
		},
		fill: func(r *Reading) {
			if pattern, _ := table.Find(run.Patterns, r.Brief.Run.Pattern); pattern.Uses.Cell &&
				r.Brief.Run.Cell == "" {
				r.Brief.Run.Cell = "0 1 2 0"
			}
		},
		check: func(r *Reading, f *fault.List) { r.Spec.Cell = readCell(f, r.Brief.Run.Cell) },
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Cell {
				return ", ", r.Brief.Run.Cell
			}
			return
		},
	},
	{
		Path: "run.repeat", Between: between(1, maxRepeat), Title: "Times on each string",
		About: "Times that the notes of each string are played.", Point: pointRun, Part: true,
		at: func(b *Brief) any { return &b.Run.Repeat }, typed: asNumber,
		matters: func(r *Reading) bool { return r.Pattern.Uses.Repeat },
		fill:    func(r *Reading) { fill(&r.Brief.Run.Repeat, 1) },
		choices: func(*Reading) []Choice {
			out := []Choice{choice("once", "", "run.repeat", 1)}
			for n := 2; n <= 4; n++ {
				out = append(out, choice(english.Times(n), "", "run.repeat", n))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Repeat && *r.Brief.Run.Repeat > 1 {
				return ", each ", english.Times(*r.Brief.Run.Repeat)
			}
			return
		},
	},
	{
		Path:    "run.direction",
		Title:   "Direction",
		About:   "Id of the way through the pattern.",
		Point:   pointRun,
		Part:    true,
		at:      func(b *Brief) any { return &b.Run.Direction },
		Options: run.Directions,
		Usual:   always(string(run.UpDown)),
		matters: func(r *Reading) bool { return r.Pattern.Uses.Direction },
		say: func(r *Reading) (lead, words string) {
			if r.Pattern.Uses.Direction {
				return ", ", phrase(run.Directions, r.Brief.Run.Direction)
			}
			return
		},
	},
	{
		Path: "run.repeatTop", Title: "Turning at the top", About: "The top note is struck twice when turning.",
		Point: pointRun,
		at:    func(b *Brief) any { return &b.Run.RepeatTop }, matters: turns,
		choices: func(*Reading) []Choice {
			return []Choice{
				choice("the top note once", "with two notes a string, each string gets the opposite stroke coming down",
					"run.repeatTop", nil),
				choice("the top note twice", "with two notes a string, each string gets the same stroke coming down",
					"run.repeatTop", true),
			}
		},
		say: func(r *Reading) (lead, words string) {
			if r.Brief.Run.RepeatTop && turns(r) {
				return " with ", "the top note twice"
			}
			return
		},
	},
	{
		Path: "run.chain", Title: "One box or the chain",
		About: "Goes on through the boxes that lead on from the chosen one.", Point: pointRun,
		at: func(b *Brief) any { return &b.Run.Chain }, clears: append([]string{"run.along"}, noLanding...),
		matters: func(r *Reading) bool { return r.System.Uses.Links && walks(r) },
		check: func(r *Reading, f *fault.List) {
			if r.Brief.Run.Chain && !r.System.Uses.Links {
				f.Addf(
					"run.chain",
					"the boxes of %s don't join: give one-octave or single-string as the layout, or no chain",
					r.System.Name,
				)
			}
		},
		choices: func(r *Reading) []Choice {
			out := []Choice{choice("this box alone", "", "run.chain", nil)}
			if r.System.Uses.Links {
				out = append(out, choice("through the chain of boxes", "root to root, as far as the boxes go",
					"run.chain", true))
			}
			return out
		},
		say: func(r *Reading) (lead, words string) {
			if r.Brief.Run.Chain && walks(r) {
				return ", ", "through the chain of boxes"
			}
			return
		},
	},
	{
		Path: "run.along", Title: "On to the octave above",
		About: "String along which the run goes on to the same box twelve frets higher; 0 for none.",
		Point: pointRun,
		at:    func(b *Brief) any { return &b.Run.Along }, within: thePlaces, clears: append([]string{"run.chain"},
			noLanding...), choices: alongStrings, matters: func(r *Reading) bool { return !r.carried && walks(r) },
		check: func(r *Reading, f *fault.List) {
			switch b := r.Brief.Run; {
			case b.Along < 0 || b.Along > r.Neck.Strings():
				f.Addf("run.along", "%d was given: give a string from 1 to %d, or 0 for none", b.Along,
					r.Neck.Strings())
			case b.Along > 0 && b.Chain:
				f.Addf("run.along", "string %d was given with a chain of boxes: give one of them", b.Along)
			}
		},
		say: func(r *Reading) (lead, words string) {
			if s := r.Brief.Run.Along; s > 0 && walks(r) {
				return ", ", fmt.Sprintf("along string %d to the same box 12 frets higher", s)
			}
			return
		},
	},
	{
		Path: "run.landOn", Title: "Land on", About: "Place of the last note of the run.", Point: pointRun,
		at: func(b *Brief) any { return &b.Run.LandOn }, within: thePlaces, choices: landings,
		matters: func(r *Reading) bool { return !r.carried && walks(r) },
		say: func(r *Reading) (lead, words string) {
			if land := r.Brief.Run.LandOn; land != nil && walks(r) {
				return ", ", fmt.Sprintf("landing on string %d, fret %d", land.String, land.Fret)
			}
			return
		},
	},
	{
		Path: "run.finish", Title: "Ending", About: "Id of the way to end.", Point: pointRun,
		at: func(b *Brief) any { return &b.Run.Finish }, Options: run.Finishes, Usual: always(string(run.AsWritten)),
		clears: noLanding, matters: walks,
		say: func(r *Reading) (lead, words string) {
			if walks(r) && r.Brief.Run.LandOn == nil && r.Finish != run.AsWritten {
				return ", ", phrase(run.Finishes, r.Brief.Run.Finish)
			}
			return
		},
	},
	{
		Path: "run.chord", Title: "Chord to end in", About: "Degree of the chord that a chord note is of.",
		Point: pointRun,
		at:    func(b *Brief) any { return &b.Run.Chord }, choices: func(r *Reading) []Choice {
			return chordChoices(r,
				"run.chord")
		},
		matters: func(r *Reading) bool { return r.Finish == run.OnChord && walks(r) },
		fill:    func(r *Reading) { fill(&r.Brief.Run.Chord, 1) },
		check:   func(r *Reading, f *fault.List) { f.Between("run.chord", *r.Brief.Run.Chord, 1, r.Scale.Len()) },
		say: func(r *Reading) (lead, words string) {
			if chord := *r.Brief.Run.Chord; walks(r) && r.Brief.Run.LandOn == nil && r.Finish == run.OnChord &&
				chord != 1 {
				return " on ", r.Scale.Formula[chord-1].Pretty()
			}
			return
		},
	},
	{
		Path: "run.lean", Title: "Lean on a chord", About: "Degree whose seventh chord is marked; 0 for none.",
		Point:   pointRun,
		at:      func(b *Brief) any { return &b.Run.Lean },
		matters: func(r *Reading) bool { return len(r.Scale.Chords(4)) > 0 },
		fill:    func(r *Reading) { fill(&r.Brief.Run.Lean, 0) },
		check:   func(r *Reading, f *fault.List) { f.Between("run.lean", *r.Brief.Run.Lean, 0, r.Scale.Len()) },
		choices: func(r *Reading) []Choice {
			return append([]Choice{choice("no chord marked", "", "run.lean", nil)}, chordChoices(r, "run.lean")...)
		},
		say: func(r *Reading) (lead, words string) {
			if lean := *r.Brief.Run.Lean; lean > 0 {
				return ", ", "leaning on the chord on " + r.Scale.Formula[lean-1].Pretty()
			}
			return
		},
	},
}, 2, chordFields...) // after the width and the order

// turns reports whether the run comes to a top note that may be struck twice.
func turns(r *Reading) bool {
	return r.Brief.Run.Pattern == run.Straight && r.Brief.Run.Direction == string(run.UpDown)
}

func makeRun(r *Reading, f *fault.List) {
	b := &r.Brief.Run
	r.Pattern, _ = table.Find(run.Patterns, b.Pattern)
	if r.Scale.Len() != 7 && r.Pattern.ID == run.DropTwo {
		f.Addf("run.pattern", "%s need a scale of seven notes, this one has %d: give one of %s", r.Pattern.Name,
			r.Scale.Len(), table.IDs(run.Patterns))
	}
	r.Way, _ = table.Find(way.Ways, b.Way)
	r.Finish, r.Tones = run.Finish(b.Finish), run.Tones(b.Tones)
	if r.Pattern.Uses.Chords && r.Tones != run.Through && r.Scale.Len() != 7 && degreesOf(b.Chords) != nil {
		f.Addf(
			"run.tones",
			"%q was given, which needs whole chords: in a scale of %d notes give them as symbols, such as Dm7",
			b.Tones,
			r.Scale.Len(),
		)
	}
	r.Spec = run.Spec{
		Pattern:   b.Pattern,
		Direction: run.Direction(b.Direction),
		Size:      *b.Size,
		Order:     b.Order,
		Chords:    degreesOf(b.Chords),
		Repeat:    *b.Repeat,
		Cell:      r.Spec.Cell,
		RepeatTop: b.RepeatTop,
		ScaleLen:  r.Scale.Len(),
	}
	r.Through = symbolsIn(b.Chords, r.Scale, r.Tones != run.Through)
	if b.LandOn != nil {
		land := *b.LandOn
		b.LandOn = &land
	}
}

// alongStrings are the strings along which the chosen box leads to itself an
// octave higher.
func alongStrings(r *Reading) []Choice {
	out := []Choice{choice("this box alone", "", "run.along", nil)}
	if !r.met {
		return out
	}
	laid := *r
	boxes, err := laid.LayOut()
	if err != nil || !r.Request.Moves(boxes[laid.Box()], 1) {
		return out
	}
	for s := r.Neck.Strings(); s > 0; s-- {
		if slices.ContainsFunc(boxes[laid.Box()].Notes, func(n layout.Note) bool { return n.String == s }) {
			out = append(out, choice(fmt.Sprintf("along string %d", s), "to the same box 12 frets higher", "run.along",
				s))
		}
	}
	return out
}

// fillList gives a list its default, and memory of its own.
func fillList[T any](list *[]T, usual []T) {
	if len(*list) == 0 {
		*list = usual
		return
	}
	own(list)
}

func checkDegrees(f *fault.List, field string, list []int, high int) {
	if len(list) > maxOrderLen {
		f.Addf(field, "%d degrees were given: give up to %d", len(list), maxOrderLen)
		return
	}
	f.Each(field, len(list), func(i int) error { return fault.Outside(list[i], 1, high) })
}

// readCell reads scale steps from a moving start, apart by spaces.
func readCell(f *fault.List, text string) (cell []int) {
	if len(text) > maxCellLen {
		f.Addf("run.cell", "%d characters were given: give up to %d", len(text), maxCellLen)
		return nil
	}
	for _, w := range strings.Fields(text) {
		step, err := strconv.Atoi(w)
		if err != nil || step < -maxCellStep || step > maxCellStep {
			f.Addf("run.cell", "%q was given: give scale steps from %d to %d apart by spaces, such as 0 1 2 0",
				fault.Clip(w), -maxCellStep, maxCellStep)
			return nil
		}
		cell = append(cell, step)
	}
	return cell
}

func sizes(r *Reading) (out []Choice) {
	if r.Pattern.ID == run.Groups {
		for n := 3; n <= 6; n++ {
			out = append(out, choice(fmt.Sprintf("groups of %d", n), "", "run.size", n))
		}
		return out
	}
	for n := 2; n <= 10; n++ {
		out = append(out, choice(intervalNames[n], "", "run.size", n))
	}
	return out
}

func orders(*Reading) (out []Choice) {
	for _, o := range [][]int{{1, 3, 5}, {5, 3, 1}, {3, 5, 1}, {5, 1, 3}, {1, 5, 3}, {1, 3, 5, 7}, {7, 5, 3, 1},
		{3, 5, 7, 1}, {1, 3, 7}, {1, 7, 3}} {
		kind := "triad"
		switch {
		case len(o) == 4:
			kind = "seventh chord"
		case o[1] == 7 || o[2] == 7:
			kind = "shell"
		}
		out = append(out, choice(english.Numbers(o), kind, "run.order", o))
	}
	return out
}

// landings are the notes of the chosen box.
func landings(r *Reading) []Choice {
	out := []Choice{{Label: "where the pattern ends", Changes: Changes{"run.landOn": nil}}}
	if !r.met {
		return out
	}
	boxes, err := r.LayOut()
	if err != nil {
		return out
	}
	for _, n := range boxes[r.Box()].Notes {
		out = append(out, Choice{
			Label:   fmt.Sprintf("string %d, fret %d", n.String, n.Fret),
			Note:    r.label(n.Degree) + " · " + pitch.Pretty(r.Scale.Formula[n.Degree].String()),
			Changes: Changes{"run.landOn": n.Place},
		})
	}
	return out
}
