package round

import (
	"evenladder/core/base/fault"
	"evenladder/core/music/line"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
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
	s := &spec{Reading: r, rule: rules[r.Keys.Where.ID]}
	s.settle()
	s.Keys.All = s.Keys.Own
	if s.Keys.Order.ID != brief.OwnOrder {
		s.Keys.All = nil
		for _, tonic := range inOrder(s.Keys.Order, s.Keys.Start, s.spellings(), s.Keys.Seed) {
			s.Keys.All = append(s.Keys.All, brief.Key{Tonic: tonic})
		}
	}
	s.first, err = s.lay(s.Keys.All[0], unchanged)
	if err != nil {
		return nil, err
	}
	return s, nil
}

// lay lays the brief out in another key, with changes.
func (s *spec) lay(key brief.Key, change func(*brief.Brief)) (plan.Laid, error) {
	b := s.Brief
	b = b.InKeyOf(s.Keys.Start, key.Tonic)
	b.Scale.Tonic, b.Round = key.Tonic.String(), brief.Round{}
	if key.Scale != "" {
		b.Scale.Name, b.Scale.Formula = key.Scale, ""
		if s.Pattern.Uses.Phrase {
			if to, err := brief.ReadScale(b.Scale); err == nil {
				b.Run.Phrase = line.Text(line.InScale(s.Phrase.Notes, s.Scale, to), to, true)
			}
		}
	}
	if key != s.Keys.All[0] {
		b = brief.Fields.Bare(b, "layout.box") // each key lies where the rule has it
	}
	change(&b)
	return plan.Lay(b)
}

// settle lets the brief of the round say what every key is laid out by: no place
// of one key to land on, and no box where the rule does not go out from it.
func (s *spec) settle() {
	s.Brief = s.Brief.InKeyOf(s.Scale.Tonic, s.Keys.Start)
	s.Brief.Scale.Tonic, s.Brief.Run.LandOn, s.Brief.Run.Along = s.Keys.Start.String(), nil, 0
	if !s.Keys.Where.FromBox {
		s.Brief = brief.Fields.Bare(s.Brief, "scale.tonic")
	}
	s.rule.settle(&s.Reading)
}

// misplaced is a fault of the rule.
func misplaced(format string, args ...any) error { return fault.At("round.place", format, args...) }

// KeysOf are the keys that a round goes through, in their order. Only the first of them is laid out.
func KeysOf(b brief.Brief) ([]brief.Key, error) {
	s, err := resolve(b)
	if err != nil {
		return nil, err
	}
	return s.Keys.All, nil
}
