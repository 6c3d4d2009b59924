package ladder

import (
	"slices"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/planning/plan"
)

// technique is a point of technique and the work that it fits.
type technique struct {
	id, words string
	fits      func(plan.Plan) bool
}

// Point is a point of technique that fits a run.
type Point struct {
	ID    string `json:"id"`
	Words string `json:"words"`
}

// maxPoint bounds a point in a teacher's own words, in characters.
const maxPoint = 200

// techniques are what teachers remind of while something is practised. Common
// practice.
var techniques = []technique{
	{"close", "Keep your fingers close to the frets. Waiting fingers hover over their next note.", always},
	{"leave-down", "Going up a string, leave each finger down until you change strings.",
		func(p plan.Plan) bool { return p.Run.LongestOnString > 1 }},
	{"ring", "Leave the fingers down, so that the notes ring into each other.", rings},
	{
		"flat",
		"Play with flatter fingers to mute the neighbouring strings.",
		func(p plan.Plan) bool { return !opens(p) && !rings(p) },
	},
	{"curved", "Curve your fingers so that the open strings ring freely.", opens},
	{"thumb", "Move your thumb with the shift, and look where the hand will land.",
		func(p plan.Plan) bool { return p.Run.Shifts > 0 }},
	{"name-notes", "Say each note's name while the tempo is slow.", always},
	{"turn", "Turn at the top both ways: play the top note once, then twice.",
		func(p plan.Plan) bool { return p.Run.TurnStrokes != "" }},
	{"root", "Hum the root before you start, and find it again at the end.", always},
}

func always(plan.Plan) bool { return true }

// rings reports whether neighbours of the run are to sound into each other.
func rings(p plan.Plan) bool { return p.Brief.Layout.System == "campanella" }

func opens(p plan.Plan) bool {
	for _, e := range p.Run.Events {
		if e.Fret == 0 {
			return true
		}
	}
	return false
}

// pointsFor are the points of technique that fit a run.
func pointsFor(p plan.Plan) []Point {
	var out []Point
	for _, t := range techniques {
		if t.fits(p) {
			out = append(out, Point{t.id, t.words})
		}
	}
	return out
}

// pointOf is the point of a sitting: the one that is asked for by its id or in words of the teacher's own, else another one
// each day of practice, in turn.
func (r Request) pointOf(points []Point, day int) string {
	if i := slices.IndexFunc(techniques, func(t technique) bool { return t.id == r.Point }); i >= 0 {
		return techniques[i].words
	}
	if own := strings.TrimSpace(r.Point); own != "" {
		return own
	}
	return points[day%len(points)].Words
}

// checkPoint finds what can't be a point.
func (r Request) checkPoint(faults *fault.List) {
	if len([]rune(r.Point)) > maxPoint {
		faults.Addf("point", "%d characters were given: give %d at most", len([]rune(r.Point)), maxPoint)
	}
}
