package scale

import "evenladder/core/pitch"

// Relation names how one scale stands to another.
type Relation string

const (
	Relative   Relation = "relative"   // the major of a minor or the reverse, same signature
	Parallel   Relation = "parallel"   // the other of the two on the same tonic
	Mode       Relation = "mode"       // the same notes from another root
	Enharmonic Relation = "enharmonic" // the same sound, an easier spelling
)

// Related is one scale to go to from here.
type Related struct {
	Relation Relation
	Scale    Scale
}

// Related lists the relative and the parallel scale, then every catalogue
// scale that has the same notes from another root, in scale order.
func (s Scale) Related() []Related {
	var out []Related
	if easier, ok := s.Simpler(); ok {
		out = append(out, Related{Enharmonic, easier})
	}
	relative := Scale{}
	if own, ok := Find(s.ID); ok && own.Counterpart != "" {
		other, _ := Find(own.Counterpart)
		relative = build(s.Tonic.Degree(s.relativeDegree()), other.Formula, other)
		out = append(out, Related{Relative, relative}, Related{Parallel, build(s.Tonic, other.Formula, other)})
	}
	for i := 1; i < s.Len(); i++ {
		e, ok := Named(s.Formula.Rotate(i))
		if !ok || e.ID == relative.ID && s.Notes[i] == relative.Tonic {
			continue
		}
		out = append(out, Related{Mode, build(s.Notes[i], e.Formula, e)})
	}
	return out
}

func (s Scale) relativeDegree() pitch.Degree {
	if s.MinorType() {
		return pitch.MustParseDegree("b3")
	}
	return pitch.MustParseDegree("6")
}
