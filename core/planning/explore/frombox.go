package explore

import (
	"fmt"
	"slices"

	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/layout"
	"evenladder/core/fretboard/neck"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
)

// octavesFrom are octaves from the root that may grow out of a box.
var octavesFrom = []struct {
	label   string
	octaves int
}{{"one octave", 1}, {"two octaves", 2}, {"three octaves", 3}}

// FromBox are the ways on from a brief's chosen box: octaves from its root that lie
// in it or grow out of it, and another finger first.
func FromBox(b brief.Brief) ([]brief.Choice, error) {
	l, err := plan.Lay(b)
	if err != nil {
		return nil, err
	}
	out := []brief.Choice{}
	here := map[neck.Place]bool{}
	for _, n := range l.Chosen().Notes {
		here[n.Place] = true
	}
	for _, o := range octavesFrom {
		if kept, ok := sameLayout(b, l, o.octaves); ok {
			kept.Label = o.label
			out = append(out, kept)
			continue
		}
		changes := brief.Changes{"layout.system": "from-degree", "layout.octaves": o.octaves, "layout.fromDegree": 1}
		then, err := plan.Lay(brief.Fields.With(b, brief.Fields.Cleared(changes)))
		if err != nil {
			continue
		}
		box := mostShared(then.Boxes, here)
		if box < 0 || sameNotes(then.Boxes[box], l.Chosen()) {
			continue
		}
		changes["layout.box"] = box
		first := then.Boxes[box].Notes[0]
		out = append(out, brief.Choice{Label: o.label, Note: fmt.Sprintf("from string %d, fret %d", first.String,
			first.Fret), Changes: brief.Fields.Cleared(changes)})
	}
	if again, ok := shapeAgain(b, l, here); ok {
		out = append(out, again)
	}
	return append(out, fingersFirst(b, l)...), nil
}

// sameLayout is so many octaves from the lowest root of the box in the layout that it
// has, where three notes on a string come out even: two octaves of seven notes fill
// five strings.
func sameLayout(b brief.Brief, l plan.Laid, octaves int) (brief.Choice, bool) {
	const each = 3
	notes := octaves*l.Scale.Len() + 1
	root := slices.IndexFunc(l.Chosen().Notes, func(n layout.Note) bool { return n.Degree == 0 })
	if l.System.ID != "three-per-string" || notes%each != 0 || root < 0 {
		return brief.Choice{}, false
	}
	first := l.Chosen().Notes[root].Place
	from := slices.Index(l.Request.Strings, first.String)
	if to := from + notes/each; to <= len(l.Request.Strings) {
		changes := brief.Changes{"layout.strings": slices.Clone(l.Request.Strings[from:to])}
		then, err := plan.Lay(brief.Fields.With(b, brief.Fields.Cleared(changes)))
		if err != nil {
			return brief.Choice{}, false
		}
		box := slices.IndexFunc(then.Boxes, func(o layout.Box) bool {
			return o.Notes[0].Place == first &&
				o.Complete()
		})
		if box >= 0 && !sameNotes(then.Boxes[box], l.Chosen()) {
			changes["layout.box"] = box
			note := fmt.Sprintf("from string %d, fret %d, three on a string", first.String, first.Fret)
			return brief.Choice{Note: note, Changes: brief.Fields.Cleared(changes)}, true
		}
	}
	return brief.Choice{}, false
}

// shapeAgain is two octaves by the same shape twice: one octave, and the shape again
// from the root that it ends on.
func shapeAgain(b brief.Brief, l plan.Laid, here map[neck.Place]bool) (brief.Choice, bool) {
	changes := brief.Changes{"layout.system": "one-octave"}
	then, err := plan.Lay(brief.Fields.With(b, brief.Fields.Cleared(changes)))
	if err != nil {
		return brief.Choice{}, false
	}
	at := slices.IndexFunc(then.Boxes, func(o layout.Box) bool {
		return len(o.Links) > 0 && here[o.Notes[0].Place] && o.Shortfall() == 0 && then.Boxes[o.Links[0].Box].Complete()
	})
	if at < 0 || sameNotes(then.Boxes[at], l.Chosen()) && b.Run.Chain {
		return brief.Choice{}, false
	}
	changes["layout.box"], changes["run.chain"] = at, true
	to := then.Boxes[at].Links[0].To
	return brief.Choice{
		Label: "the shape twice", Note: fmt.Sprintf("again from its upper root, string %d, fret %d", to.String,
			to.Fret),
		Changes: brief.Fields.Cleared(changes),
	}, true
}

// mostShared is the whole box that has the most of some places, and begins on one
// of them; -1 where none does.
func mostShared(boxes []layout.Box, places map[neck.Place]bool) int {
	best, most := -1, 0
	for i, box := range boxes {
		shared := 0
		for _, n := range box.Notes {
			if places[n.Place] {
				shared++
			}
		}
		if box.Complete() && places[box.Notes[0].Place] && shared > most {
			best, most = i, shared
		}
	}
	return best
}

func sameNotes(a, b layout.Box) bool {
	return slices.EqualFunc(a.Notes, b.Notes, func(x, y layout.Note) bool { return x.Place == y.Place })
}

// fingersFirst are the other fingers that the first stopped note of the box may
// have.
func fingersFirst(b brief.Brief, l plan.Laid) (out []brief.Choice) {
	for i, n := range l.Chosen().Notes {
		if n.Fret == 0 {
			continue
		}
		why, err := plan.Why(b, i)
		if err != nil {
			return nil
		}
		for _, way := range why.Fingers {
			if !way.Now && way.Finger <= hand.Middle {
				out = append(out, brief.Choice{Label: way.Name + " first", Note: way.Asks,
					Changes: brief.Changes{"hand.fingers": way.Fingers}})
			}
		}
		return out
	}
	return nil
}
