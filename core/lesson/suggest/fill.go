package suggest

import (
	"fmt"
	"slices"

	"evenladder/core/base/english"
	"evenladder/core/lesson/knowledge"
	"evenladder/core/lesson/ladder"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// fill proposes what touches the largest hole with the least new: a scale that is known
// in another of its boxes, or a shape that is known in a key that was never played.
func fill(m *mapper, log []knowledge.Played, frets hole, never []string) *Proposal {
	ways := []func() *Proposal{
		func() *Proposal { return fillKeys(m, log, never) },
		func() *Proposal { return fillFrets(m, log, frets) },
	}
	if !largerKeys(frets, never) {
		ways[0], ways[1] = ways[1], ways[0]
	}
	for _, way := range ways {
		if p := way(); p != nil {
			return p
		}
	}
	return nil
}

// fillFrets looks through the boxes of the known works for the one that takes in most of
// the hole, and most of what is known besides.
func fillFrets(m *mapper, log []knowledge.Played, h hole) *Proposal {
	if h.width() <= 0 {
		return nil
	}
	var best brief.Brief
	bestPlan, most := plan.Plan{}, 0
	for _, p := range byKnown(log) {
		made, err := plan.Build(m.fit(p.Brief))
		if err != nil {
			continue
		}
		for i, box := range made.Boxes {
			inside := 0
			for _, n := range box.Notes {
				if n.Fret >= h.low && n.Fret <= h.high {
					inside++
				}
			}
			if inside > most {
				b := brief.Fields.InBox(m.fit(p.Brief), i)
				best, bestPlan, most = b, made, inside
				bestPlan.Box = i
			}
		}
	}
	if most == 0 {
		return nil
	}
	words := fmt.Sprintf("Not practised: frets %d to %d. %s is known, and its box %s puts %s there.",
		h.low, h.high, bestPlan.Scale.Title, bestPlan.Boxes[bestPlan.Box].ID, english.Count(most, "note", "notes"))
	return m.proposal(best, words)
}

// fillKeys takes the shape that is known best to the missing key that lies next by fourths
// to one that was played.
func fillKeys(m *mapper, log []knowledge.Played, never []string) *Proposal {
	if len(never) == 0 {
		return nil
	}
	for _, p := range byKnown(log) {
		from, err := pitch.ParseName(p.Brief.Scale.Tonic)
		if err != nil {
			continue
		}
		base := m.fit(p.Brief)
		laid, err := plan.Build(base)
		if err != nil {
			continue
		}
		for i := 1; i < scale.Keys; i++ {
			tonic := scale.ByFourths(from, i)
			if m.keys[tonic.Class()].Tries > 0 {
				continue
			}
			b, _ := plan.InKeyNear(base, tonic.String(), laid.Boxes[laid.Box].LowFret)
			keys := english.Count(len(never), "key was", "keys were")
			if made := m.proposal(
				b,
				fmt.Sprintf(
					"%s never played. %s is known. Try the same in %s, the nearest by fourths.",
					keys,
					laid.Scale.Title,
					tonic.Pretty(),
				),
			); made != nil {
				return made
			}
		}
	}
	return nil
}

// byKnown are the works that are no rounds, the ones most often clean first.
func byKnown(log []knowledge.Played) []knowledge.Played {
	out := []knowledge.Played{}
	for _, p := range log {
		if p.Brief.Round.IsZero() {
			out = append(out, p)
		}
	}
	slices.SortStableFunc(out, func(a, b knowledge.Played) int { return b.Clean() - a.Clean() })
	return out[:min(len(out), maxTried)]
}

// maxTried bounds the works that are looked through for a hole.
const maxTried = 8

func (m *mapper) fit(b brief.Brief) brief.Brief { return m.of.Fit(b) }

func (m *mapper) proposal(b brief.Brief, words string) *Proposal {
	sentence, err := round.Sentence(b)
	if err != nil {
		return nil
	}
	return &Proposal{"hole", "new territory", words, b.Title(), sentence, ladder.Request{Brief: b}}
}
