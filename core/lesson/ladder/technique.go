package ladder

import (
	"evenladder/core/planning/plan"
)

// technique is a point of technique and the work that it fits.
type technique struct {
	words string
	fits  func(plan.Plan) bool
}

// techniques are what teachers remind of while something is practised. Common
// practice.
var techniques = []technique{
	{"Keep your fingers close to the frets. Waiting fingers hover over their next note.", always},
	{"Going up a string, leave each finger down until you change strings.",
		func(p plan.Plan) bool { return p.Run.LongestOnString > 1 }},
	{"Play with flatter fingers to mute the neighbouring strings.", func(p plan.Plan) bool { return !opens(p) }},
	{"Curve your fingers so that the open strings ring freely.", opens},
	{"Move your thumb with the shift, and look where the hand will land.",
		func(p plan.Plan) bool { return p.Run.Shifts > 0 }},
	{"Say each note's name while the tempo is slow.", always},
	{"Turn at the top both ways: play the top note once, then twice.",
		func(p plan.Plan) bool { return p.Run.TurnStrokes != "" }},
	{"Hum the root before you start, and find it again at the end.", always},
}

func always(plan.Plan) bool { return true }

func opens(p plan.Plan) bool {
	for _, e := range p.Run.Events {
		if e.Fret == 0 {
			return true
		}
	}
	return false
}

// techniqueOf is the point of technique of a sitting: another one each day of
// practice, in turn.
func techniqueOf(p plan.Plan, day int) string {
	var fitting []string
	for _, t := range techniques {
		if t.fits(p) {
			fitting = append(fitting, t.words)
		}
	}
	return fitting[day%len(fitting)]
}
