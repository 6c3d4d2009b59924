package plan

import (
	"evenladder/core/base/english"
	"evenladder/core/planning/brief"
)

// Build works the plan of a brief out. A brief that cannot be met gives a
// fault.List.
func Build(b brief.Brief) (Plan, error) {
	l, err := Lay(b)
	if err != nil {
		return Plan{}, err
	}
	p, _, err := newMaker(l, newHands(&l.Reading)).build()
	return p, err
}

// maker makes the plan of what is laid out.
type maker struct {
	Laid
	names  naming
	chords chordsOfKey
	hands  *hands
}

func newMaker(l Laid, h *hands) *maker {
	m := &maker{Laid: l, hands: h}
	m.names, m.chords = newNaming(&m.Reading), chordsOfKey{of: &m.Reading}
	return m
}

// build works the plan out, and says what its run plays.
func (m *maker) build() (Plan, sequence, error) {
	at := m.Box()
	parts := m.Sentence()
	p := Plan{
		Brief:         m.Brief,
		Sentence:      brief.TextOf(parts),
		SentenceParts: parts,
		Scale:         m.scalePlan(),
		Neck:          m.neckPlan(),
		Boxes:         make([]Box, len(m.Boxes)),
		Box:           at,
	}
	p.Spoken = english.Spoken(p.Sentence)
	chosen, err := m.fingerChosen()
	if err != nil {
		return Plan{}, sequence{}, err
	}
	for i, box := range m.Boxes {
		f := chosen
		if i != at {
			f = m.finger(box)
		}
		p.Boxes[i] = m.planBox(i, f)
	}
	if !m.Pattern.Uses.Phrase {
		p.Comfort = m.comfort(chosen, p.Boxes[at].LowFret)
	}
	seq, err := m.sequenceOf(chosen)
	if err != nil {
		return Plan{}, seq, err
	}
	p.Run = m.play(seq)
	p.Backing = m.backing(p.Run)
	sayPlayed(p.Boxes[at].Notes, p.Run.Events)
	p.Cautions = m.cautions(p, chosen, seq)
	return p, seq, nil
}
