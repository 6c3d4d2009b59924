package plan

import (
	"evenladder/core/brief"
	"evenladder/core/layout"
)

// Laid is a brief read and laid out: its boxes, before fingers are set.
type Laid struct {
	brief.Reading
	Boxes []layout.Box
}

// Lay reads a brief and lays its boxes out. A brief that cannot be met gives a
// fault.List.
func Lay(b brief.Brief) (Laid, error) {
	r, err := brief.Read(b)
	if err != nil {
		return Laid{}, err
	}
	return LayOut(r)
}

// LayOut lays the boxes of a brief that is read.
func LayOut(r brief.Reading) (Laid, error) {
	boxes, err := r.LayOut()
	if err != nil {
		return Laid{}, err
	}
	return Laid{r, boxes}, nil
}

// Chosen is the box that the run is made on.
func (l *Laid) Chosen() layout.Box { return l.Boxes[l.Box()] }

// At is what is laid with another box chosen.
func (l Laid) At(box int) Laid {
	l.Reading = l.WithBox(box)
	return l
}

// NearestBox is the box whose lowest stopped fret lies nearest to a fret, -1 where
// nothing can be laid out.
func NearestBox(b brief.Brief, fret int) int {
	b.Layout.Box, b.Layout.BoxOctave = nil, nil
	l, err := Lay(b)
	if err != nil {
		return -1
	}
	best, least := -1, 0
	for i, box := range l.Boxes {
		away := layout.HandFret(box) - fret
		if away = max(away, -away); best < 0 || away < least {
			best, least = i, away
		}
	}
	return best
}
