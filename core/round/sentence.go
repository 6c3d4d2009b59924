package round

import (
	"slices"
	"strconv"
	"strings"

	"evenladder/core/plan"
	"evenladder/core/run"
)

// sentence is that of the first key with how it is carried on. Words that stand
// for a field carry its path; the key of a round is where it starts.
func (s spec) sentence(first plan.Plan) []plan.SentencePart {
	out := slices.Clone(first.SentenceParts)
	for i := range out {
		if out[i].Field == "scale.tonic" {
			out[i].Field = "round.start"
		}
	}
	plain := func(text string) { out = append(out, plan.SentencePart{Text: text}) }
	word := func(field, text string) { out = append(out, plan.SentencePart{Text: text, Field: field}) }
	r := s.brief.Round
	plain(" Carry it through ")
	if s.order.ID == "own" {
		said := make([]string, len(s.keys))
		for i, key := range s.keys {
			said[i] = s.say(key.String())
		}
		word("round.keys", strings.Join(said, " "))
		plain(" ")
	} else {
		through, _ := run.FindOption(Through, r.Through)
		word("round.through", through.Phrase)
		plain(" ")
	}
	word("round.order", s.order.Phrase)
	if s.order.ID == "shuffled" {
		plain(" (")
		word("round.seed", "number "+strconv.Itoa(*r.Seed))
		plain(")")
	}
	plain(", ")
	word("round.place", s.place.Phrase)
	plain(", ")
	word("round.link", s.link.Phrase)
	plain(".")
	return out
}

// title is a round in a few words.
func title(first plan.Plan, s spec) string {
	return strings.TrimPrefix(first.Scale.Title, s.say(first.Brief.Scale.Tonic)+" ") + " " + s.order.Phrase
}
