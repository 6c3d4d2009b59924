package brief

import (
	"strings"

	"evenladder/core/fretboard/neck"
)

// inPlace lets a change of the scale stay in the box that is played: where the new
// scale has a box with the same places, or one that holds them all or lies in them,
// it is chosen. A degree added to a pentatonic, another mode on the same core and the
// same notes from another root stay where the hand is. A round finds its own boxes.
func (t Table) inPlace(r *Reading, changes Changes) Changes {
	scales := false
	for path := range changes {
		scales = scales || strings.HasPrefix(path, "scale.")
	}
	if !scales || !r.met || r.carried {
		return changes
	}
	here, ok := placesOfBox(*r)
	if !ok {
		return changes
	}
	then := t.readAll(t.With(r.given, changes))
	if !then.met {
		return changes
	}
	boxes, err := then.LayOut()
	if err != nil {
		return changes
	}
	best, most := -1, 0
	for i, b := range boxes {
		shared := 0
		for _, n := range b.Notes {
			if here[n.Place] {
				shared++
			}
		}
		if shared > most && (shared == len(here) || shared == len(b.Notes)) {
			best, most = i, shared
		}
	}
	if best > 0 {
		changes["layout.box"] = best
	}
	return changes
}

// placesOfBox are the places of the chosen box of what is read.
func placesOfBox(r Reading) (map[neck.Place]bool, bool) {
	boxes, err := r.LayOut()
	if err != nil || r.Brief.Layout.Box == nil || r.Box() >= len(boxes) {
		return nil, false
	}
	out := map[neck.Place]bool{}
	for _, n := range boxes[r.Box()].Notes {
		out[n.Place] = true
	}
	return out, true
}
