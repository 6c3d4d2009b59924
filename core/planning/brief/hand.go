package brief

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
)

// Openings that a hand may have, in mm.
const minOpeningMM, maxOpeningMM = 15.0, 150.0

const fourPerString = "four-per-string"

const openingsHint = "or type three openings in mm: index–middle, middle–ring, ring–little"

var handGroup = Group{Head: "hand.school", make: makeHand, Fields: []Field{
	{
		Path: "hand.school", Title: "Fingering school", About: "Id of the way to give each finger its fret.",
		clears: []string{fingersPath},
		at:     func(b *Brief) any { return &b.Hand.School }, within: theInstrument, Options: rowsOf(hand.Schools),
		Usual: usualSchool,
		say:   func(r *Reading) (string, string) { return ", ", r.Style.School.Phrase },
	},
	{
		Path: "hand.wide", Title: "Wide spans", About: "How a span of two whole steps is fingered.", Point: pointHand,
		at: func(b *Brief) any { return &b.Hand.Wide }, Options: hand.Wides, Usual: always(string(hand.OneTwoFour)),
		matters: func(r *Reading) bool { return r.Brief.Hand.School != "two-fret" },
		say:     func(r *Reading) (string, string) { return ", ", phrase(hand.Wides, r.Brief.Hand.Wide) },
	},
	{
		Path: "hand.prefer", Title: "Reach or shift", About: "Whether to reach or to shift.",
		Point: pointHand,
		at:    func(b *Brief) any { return &b.Hand.Prefer }, Options: hand.Prefers,
		Usual: always(string(hand.PreferEither)),
		say:   func(r *Reading) (string, string) { return ", ", phrase(hand.Prefers, r.Brief.Hand.Prefer) },
	},
	{
		Path: "hand.open", Title: "Open strings", About: "When open strings are used.", Point: pointHand,
		at: func(b *Brief) any { return &b.Hand.Open }, Options: hand.Opens, Usual: always(string(hand.OpenBothWays)),
		makes: theBoxes,
		say:   func(r *Reading) (string, string) { return ", ", phrase(hand.Opens, r.Brief.Hand.Open) },
	},
	{
		Path: "hand.four", Title: "Four on a string", About: "How four notes on a string are fingered.",
		Point: pointHand,
		at:    func(b *Brief) any { return &b.Hand.Four }, Options: hand.Fours, Usual: always(string(hand.ThreeAndShift)),
		clears:  []string{"hand.school"},
		matters: func(r *Reading) bool { return r.Brief.Layout.System == fourPerString },
		say:     func(r *Reading) (string, string) { return ", ", phrase(hand.Fours, r.Brief.Hand.Four) },
	},
	{
		Path: fingersPath, Title: "Fingers set by hand",
		About: "Fingers of the chosen box that are held, each as string/fret/finger: 3/4/2 is the middle finger on string 3, fret 4.", Point: pointHand,
		Hint: "or type string/fret/finger: 3/4/2",
		at:   func(b *Brief) any { return &b.Hand.Fingers }, within: thePlaces, check: checkFingers, typed: asTexts,
		choices: firstFingers,
		say: func(r *Reading) (lead, words string) {
			if len(r.Brief.Hand.Fingers) > 0 {
				return ", with the ", fingerWords(r.Brief.Hand.Fingers)
			}
			return
		},
	},
	{
		Path: "hand.limitsMm.comfortable", Title: "Comfortable span",
		About: "Openings past which there is a caution.", Point: pointHand, Hint: openingsHint,
		at: func(b *Brief) any { return &b.Hand.LimitsMM.Comfortable }, typed: asNumbers,
		choices: handSizes(comfortablePath),
		say: func(r *Reading) (lead, words string) {
			if mm := r.Style.Limits.ComfortableMM; r.OwnHand {
				return ", for a hand that opens ", fmt.Sprintf("%g, %g and %g mm", mm[0], mm[1], mm[2])
			}
			return
		},
	},
	{
		Path: "hand.limitsMm.greatest", Title: "Widest span",
		About: "Openings past which another way is taken.", Point: pointHand, Hint: openingsHint,
		at: func(b *Brief) any { return &b.Hand.LimitsMM.Greatest }, typed: asNumbers,
		choices: handSizes(greatestPath),
		say: func(r *Reading) (lead, words string) {
			if mm := r.Style.Limits.GreatestMM; r.OwnHand && mm != hand.DefaultLimits(r.Instrument.Family).GreatestMM {
				return ", at most ", fmt.Sprintf("%g, %g and %g mm", mm[0], mm[1], mm[2])
			}
			return
		},
	},
}}

// usualSchool is that of the instrument; four notes on a string with a finger
// each take a finger for each scale step.
func usualSchool(r *Reading) string {
	switch {
	case r.Brief.Layout.System == fourPerString && r.Brief.Hand.Four == string(hand.FourFingers):
		return "two-fret"
	case r.Instrument.School == "":
		return hand.Schools[0].ID
	}
	return r.Instrument.School
}

func phrase(rows []table.Row, id string) string {
	row, _ := table.Find(rows, id)
	return row.Phrase
}

// makeHand is the hand with its limits, and what lies under it on the neck.
func makeHand(r *Reading, f *fault.List) {
	h := &r.Brief.Hand
	school, _ := table.Find(hand.Schools, h.School)
	usual := hand.DefaultLimits(r.Instrument.Family)
	limits := usual
	before := len(*f)
	fillLimits(f, "hand.limitsMm.comfortable", &h.LimitsMM.Comfortable, &limits.ComfortableMM)
	fillLimits(f, "hand.limitsMm.greatest", &h.LimitsMM.Greatest, &limits.GreatestMM)
	for i := range limits.GreatestMM {
		if len(*f) == before && limits.GreatestMM[i] < limits.ComfortableMM[i] {
			f.Addf("hand.limitsMm.greatest", "%g mm is less than the comfortable %g mm: give that much or more",
				limits.GreatestMM[i], limits.ComfortableMM[i])
		}
	}
	r.OwnHand = limits != usual
	r.Fingers = FingersOf(h.Fingers)
	r.Open, r.Four = hand.Open(h.Open), hand.Four(h.Four)
	r.Style = hand.Style{School: school, Wide: hand.Wide(h.Wide), Prefer: hand.Prefer(h.Prefer), Limits: limits,
		Rings: r.System.Uses.Rings}
	r.byHand()
}

func fillLimits(f *fault.List, field string, given *[]float64, limits *[3]float64) {
	if len(*given) == 0 {
		*given = slices.Clone(limits[:])
		return
	}
	if len(*given) != len(limits) {
		f.Addf(field, "%d openings were given: give three in mm, index to middle, middle to ring and ring to little finger", len(*given))
		return
	}
	for i, mm := range *given {
		if !(mm >= minOpeningMM && mm <= maxOpeningMM) {
			f.Addf(field, "%g was given: give %g to %g mm", mm, minOpeningMM, maxOpeningMM)
			return
		}
		limits[i] = mm
	}
	own(given)
}

// handScales are hands beside the average adult one, in proportion to it. From
// memory.
var handScales = []struct {
	name  string
	share float64
}{{"an average adult hand", 1}, {"a large hand", 1.12}, {"a small hand", 0.85}, {"a child's hand", 0.7}}

// handSizes offers hands whole, both what is comfortable and the most they open;
// the note tells the side that is asked for.
func handSizes(path string) func(*Reading) []Choice {
	return func(r *Reading) (out []Choice) {
		usual := hand.DefaultLimits(r.Instrument.Family)
		for _, h := range handScales {
			changes := Changes{comfortablePath: scaled(usual.ComfortableMM, h.share),
				greatestPath: scaled(usual.GreatestMM, h.share)}
			c := Choice{Label: h.name, Note: openingWords(changes[path].([]float64)), Changes: changes}
			if h.share == 1 {
				c.Changes = Changes{comfortablePath: nil, greatestPath: nil}
			}
			out = append(out, c)
		}
		return out
	}
}

const comfortablePath, greatestPath = "hand.limitsMm.comfortable", "hand.limitsMm.greatest"

func scaled(openingsMM [3]float64, share float64) []float64 {
	out := make([]float64, len(openingsMM))
	for i, mm := range openingsMM {
		out[i] = math.Round(mm * share)
	}
	return out
}

func openingWords(openingsMM []float64) string {
	words := make([]string, len(openingsMM))
	for i, mm := range openingsMM {
		words[i] = fmt.Sprintf("%g", mm)
	}
	return strings.Join(words, " · ") + " mm"
}
