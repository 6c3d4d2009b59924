package round

import (
	"evenladder/core/brief"
	"evenladder/core/fault"
	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/run"
)

// spec is a round's brief, understood.
type spec struct {
	brief.Reading
	rule  rule      // for where each key is played
	first plan.Laid // the first key, as the rule has it laid out
}

// resolve reads a brief that is carried through the keys and lays the first one
// out.
func resolve(b brief.Brief) (*spec, error) {
	r, err := brief.ReadRound(b)
	if err != nil {
		return nil, err
	}
	s := &spec{Reading: r, rule: rules[r.Brief.Round.Where]}
	s.settle(&s.Brief)
	s.Keys.All = s.Keys.Own
	if s.Keys.Order.ID != brief.OwnOrder {
		s.Keys.All = inOrder(s.Keys.Order, s.Keys.Start, s.spellings(), s.Keys.Seed)
	}
	s.first, err = s.lay(s.Keys.All[0], s.rule.change)
	if err != nil {
		return nil, err
	}
	return s, nil
}

// lay lays the brief out in another key, with changes.
func (s *spec) lay(tonic pitch.Name, change func(*brief.Brief)) (plan.Laid, error) {
	b := s.Brief
	b.Scale.Tonic, b.Round = tonic.String(), brief.Round{}
	if tonic != s.Keys.All[0] {
		b.Layout.BoxOctave = nil // each key lies where the rule has it
	}
	change(&b)
	return plan.Lay(b)
}

// settle takes out of a brief what no round can obey: a box that it does not go
// out from, a place of one key to land on, and, where keys are joined, another
// way than up and down and the filling of each key.
func (s *spec) settle(b *brief.Brief) {
	b.Scale.Tonic, b.Run.LandOn = s.Keys.Start.String(), nil
	if !s.rule.fromBox {
		first := 0
		b.Layout.Box, b.Layout.BoxOctave = &first, nil
	}
	if s.Keys.Link.Alone {
		return
	}
	b.Run.Direction = string(run.UpDown)
	if s.Fit == run.Repeat {
		b.Run.Fit = string(run.AsIs)
	}
}

// misplaced is a fault of the rule.
func misplaced(format string, args ...any) error { return fault.At("round.place", format, args...) }
