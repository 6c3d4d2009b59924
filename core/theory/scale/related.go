package scale

import (
	"evenladder/core/base/table"
	"evenladder/core/theory/pitch"
)

// Relation names how one scale stands to another.
type Relation string

const (
	Relative   Relation = "relative"   // the major of a minor or the reverse, same signature
	Parallel   Relation = "parallel"   // the other of the two on the same tonic
	Mode       Relation = "mode"       // the same notes from another root
	Enharmonic Relation = "enharmonic" // the same sound, an easier spelling
	NextDoor   Relation = "neighbour"  // one note away, on the same tonic
)

// Related is one scale to go to from here.
type Related struct {
	Relation Relation
	Tonic    pitch.Name
	Entry    Entry
}

// Title is the related scale's name with its tonic, for readers.
func (r Related) Title() string { return r.Tonic.Pretty() + " " + r.Entry.Name }

// Related lists the relative and the parallel scale, then every catalogue
// scale that has the same notes from another root, in scale order.
func (s Scale) Related() []Related {
	out := make([]Related, 0, s.Len()+2)
	if easier, ok := s.Simpler(); ok {
		out = append(out, Related{Enharmonic, easier.Tonic, Entry{Row: table.Row{ID: easier.ID, Name: easier.Name},
			Formula: easier.Formula}})
	}
	var relative Related
	if own, ok := Find(s.ID); ok && own.Counterpart != "" {
		other, _ := Find(own.Counterpart)
		relative = Related{Relative, s.Tonic.Degree(s.relativeDegree()), other}
		out = append(out, relative, Related{Parallel, s.Tonic, other})
	}
	for i := 1; i < s.Len(); i++ {
		e, ok := Named(s.Formula.Rotate(i))
		if !ok || e.ID == relative.Entry.ID && s.Notes[i] == relative.Tonic {
			continue
		}
		out = append(out, Related{Mode, s.Notes[i], e})
	}
	return out
}

var (
	minorThird = pitch.MustParseDegree("b3")
	majorSixth = pitch.MustParseDegree("6")
)

func (s Scale) relativeDegree() pitch.Degree {
	if s.MinorType() {
		return minorThird
	}
	return majorSixth
}
