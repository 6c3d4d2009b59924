package plan

import (
	"evenladder/core/fretboard/layout"
	"evenladder/core/planning/brief"
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

// InKeyNear is a brief in another key, in the box whose lowest stopped fret lies nearest to
// a fret; ok is false where nothing can be laid out there.
func InKeyNear(b brief.Brief, tonic string, fret int) (in brief.Brief, ok bool) {
	in = brief.Fields.InKey(b, tonic)
	box := NearestBox(in, fret)
	if box < 0 {
		return in, false
	}
	return brief.Fields.InBox(in, box), true
}

// NearestBox is the box whose lowest stopped fret lies nearest to a fret, -1 where
// nothing can be laid out.
func NearestBox(b brief.Brief, fret int) int {
	l, err := Lay(brief.Fields.Bare(b, "scale.tonic"))
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
