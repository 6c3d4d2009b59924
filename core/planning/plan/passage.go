package plan

import (
	"slices"

	"evenladder/core/base/number"
	"evenladder/core/fretboard/hand"
)

// Leg is one brief of a passage.
type Leg struct {
	Laid
	DropRoot bool // stops on the note before its last, where that is a root
	Alone    bool // begins with a bar, after a bar of rest
}

// Stage is one leg as it is played: its own plan, and where it begins in the run
// of the whole.
type Stage struct {
	Plan  Plan
	First int // index of its first event
}

// Passage is several briefs played as one run, on one neck, by one hand and in
// one rhythm.
type Passage struct {
	Stages []Stage
	Run    Run
}

// Through plays the legs one after the other, each with the fingers of its own
// plan. Legs that are not alone are struck without a rest between.
func Through(legs []Leg) (Passage, error) {
	p := Passage{Stages: make([]Stage, len(legs))}
	parts := make([]part, len(legs))
	shared := newHands(&legs[0].Reading)
	for i, leg := range legs {
		m := newMaker(leg.Laid, shared)
		made, s, err := m.build()
		if err != nil {
			return Passage{}, err
		}
		if last := len(s.steps) - 1; leg.DropRoot && last > 0 && s.steps[last].Degree == 0 {
			s.length = s.steps[last].slot
			s.steps, s.touches, s.differs = s.steps[:last], s.touches[:last], s.differs[:last]
		}
		if leg.Rhythm.Free { // a phrase begins with a bar, and so does the next
			s.length = leg.Rhythm.BarAfter(s.length, 0)
		}
		p.Stages[i].Plan, parts[i] = made, part{m, s, &p.Stages[i].First}
	}
	slots := 0
	for i := 0; i < len(legs); {
		end := i + 1
		for end < len(legs) && !legs[end].Alone {
			end++
		}
		if i > 0 {
			slots = parts[i].Rhythm.BarAfter(slots, 1)
		}
		report, length := stretch(&p.Run, parts[i:end], slots)
		p.Run.SpanMM = max(p.Run.SpanMM, number.Tenth(report.SpanMM))
		p.Run.Shifts += report.Shifts
		slots += length
		i = end
	}
	for i := range parts {
		p.Run.Keys = append(p.Run.Keys, parts[i].key(p.Stages[i].First))
	}
	parts[len(parts)-1].sumUp(&p.Run, slots)
	return p, nil
}

// part is a leg with what it plays and where it notes its first event.
type part struct {
	*maker
	sequence
	first *int
}

// stretch plays parts without a rest between, from a slot on, and notes where
// each begins. Each has the fingers of its own plan; the hand moves from one to the
// next. It says how many slots they take.
func stretch(r *Run, parts []part, slot int) (hand.Report, int) {
	var whole sequence
	var rings []int
	for _, p := range parts {
		*p.first = len(r.Events) + len(whole.steps)
		rings = append(rings, p.rings(p.sequence)...)
		whole.add(p.sequence)
	}
	report := parts[0].perform(r, whole, rings, slot)
	for _, p := range parts {
		r.SaysChords = p.name(r.Events[*p.first:*p.first+len(p.steps)], p.sequence) || r.SaysChords
	}
	return report, whole.length
}

// add goes on with another sequence.
func (s *sequence) add(next sequence) {
	first := len(s.steps)
	s.steps = append(s.steps, next.steps...)
	for k := range next.steps {
		s.steps[first+k].slot += s.length
	}
	s.length += next.length
	s.touches = hand.Join(s.touches, slices.Clone(next.touches))
	s.differs = append(s.differs, next.differs...)
}
