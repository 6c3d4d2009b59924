package plan

import (
	"evenladder/core/hand"
	"evenladder/core/layout"
	"evenladder/core/neck"
	"evenladder/core/scale"
)

// Laid is a brief with its boxes, before fingers are set.
type Laid struct {
	Brief Brief // with every default filled in
	Neck  neck.Neck
	Scale scale.Scale
	Boxes []layout.Box
}

// Lay resolves a brief and lays its boxes out.
func Lay(b Brief) (Laid, error) {
	j, boxes, err := lay(b)
	return Laid{j.brief, j.neck, j.scale, boxes}, err
}

// Leg is one brief of a passage.
type Leg struct {
	Brief    Brief
	DropRoot bool // stops on the note before its last, where that is a root
	Alone    bool // begins with a bar, after a bar of rest
}

// Passage is several briefs played as one run, on one neck and in one rhythm.
type Passage struct {
	Plans []Plan
	Run   Run
	First []int // index of the first event of each leg
}

// Through plays the legs one after the other. Legs that are not alone are
// fingered and struck as one path, so that the step from one to the next is
// part of it.
func Through(legs []Leg) (Passage, error) {
	p := Passage{Plans: make([]Plan, len(legs)), First: make([]int, len(legs))}
	jobs, parts := make([]*job, len(legs)), make([]sequence, len(legs))
	for i, leg := range legs {
		j, boxes, err := lay(leg.Brief)
		if err != nil {
			return Passage{}, err
		}
		if p.Plans[i], parts[i], err = j.build(boxes); err != nil {
			return Passage{}, err
		}
		if last := len(parts[i].notes) - 1; leg.DropRoot && last > 0 && parts[i].notes[last].Degree == 0 {
			parts[i] = parts[i].upTo(last)
		}
		jobs[i] = &j
	}
	slots := 0
	for i := 0; i < len(legs); {
		end := i + 1
		for end < len(legs) && !legs[end].Alone {
			end++
		}
		if i > 0 {
			slots = jobs[i].rhythm.BarAfter(slots, 1)
		}
		report := stretch(&p, jobs[i:end], parts[i:end], p.First[i:end], slots)
		p.Run.SpanMM = max(p.Run.SpanMM, tenth(report.SpanMM))
		p.Run.Shifts += report.Shifts
		slots += len(p.Run.Events) - p.First[i]
		i = end
	}
	jobs[len(jobs)-1].sumUp(&p.Run, slots)
	return p, nil
}

// stretch plays sequences without a rest between, from a slot on, and notes
// where each begins. Those of one school are one path of the hand; all of it is
// struck in a row.
func stretch(p *Passage, jobs []*job, parts []sequence, first []int, slot int) hand.Report {
	j := jobs[0]
	var whole sequence
	var touches []hand.Touch
	for i := 0; i < len(parts); {
		path := sequence{school: parts[i].school}
		for ; i < len(parts) && parts[i].school == path.school; i++ {
			first[i] = len(p.Run.Events) + len(whole.notes) + len(path.notes)
			path.add(parts[i])
		}
		touches = hand.Join(touches, j.handOf(path.school).Path(path.places, path.ask))
		whole.add(path)
	}
	report := j.perform(&p.Run, whole, touches, slot)
	for i, s := range parts {
		jobs[i].name(p.Run.Events[first[i]:first[i]+len(s.notes)], s, newNaming(jobs[i]))
	}
	return report
}

// upTo is the sequence without what comes from its n-th note on.
func (s sequence) upTo(n int) sequence {
	s.notes, s.places, s.inBox = s.notes[:n], s.places[:n], s.inBox[:n]
	if s.ask.Hold != nil {
		s.ask.Hold = s.ask.Hold[:n]
	}
	return s
}

// add goes on with another sequence.
func (s *sequence) add(next sequence) {
	if next.ask.Hold == nil {
		next.ask.Hold = make([]bool, len(next.notes))
	}
	s.notes, s.places, s.inBox = append(s.notes, next.notes...), append(s.places, next.places...), append(s.inBox, next.inBox...)
	s.ask.Hold = append(s.ask.Hold, next.ask.Hold...)
	s.ask.Strict = s.ask.Strict || next.ask.Strict
}
