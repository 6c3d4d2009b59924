package plan

import (
	"math"

	"evenladder/core/fretboard/neck"
)

// PlayedBox is the box of a plan with the places that its run plays, and no other: of a phrase, which takes a few places of
// several boxes.
func (p Plan) PlayedBox() Box {
	box := p.Boxes[p.Box]
	box.Notes, box.LowFret, box.HighFret = []BoxNote{}, math.MaxInt, 0
	seen := map[neck.Place]bool{}
	for _, e := range p.Run.Events {
		if seen[e.Place] {
			continue
		}
		seen[e.Place] = true
		box.Notes = append(box.Notes, BoxNote{Note: e.Note, Finger: e.Finger, Root: e.Degree == "1", Reach: e.Reach})
		if e.Fret > 0 {
			box.LowFret = min(box.LowFret, e.Fret)
		}
		box.HighFret = max(box.HighFret, e.Fret)
	}
	box.LowFret = min(box.LowFret, max(box.HighFret, 1))
	return box
}
