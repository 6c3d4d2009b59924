package round

import (
	"strconv"
	"strings"

	"evenladder/core/pitch"
	"evenladder/core/plan"
	"evenladder/core/run"
)

// sentence is that of the first key with how it is carried on. Words that stand
// for a field carry its path.
func (s spec) sentence(first plan.Plan) []plan.SentencePart {
	out := append([]plan.SentencePart{}, first.SentenceParts...)
	plain := func(text string) { out = append(out, plan.SentencePart{Text: text}) }
	word := func(field, text string) { out = append(out, plan.SentencePart{Text: text, Field: field}) }
	r := s.brief.Round
	plain(" Carry it through ")
	if s.order.ID == "own" {
		word("round.keys", "the keys "+pitch.Pretty(strings.Join(r.Keys, " ")))
		plain(" ")
		word("round.order", s.order.Phrase)
	} else {
		through, _ := run.FindOption(Through, r.Through)
		word("round.through", through.Phrase)
		plain(" ")
		word("round.order", s.order.Phrase)
		if s.order.step == 0 {
			plain(" (")
			word("round.seed", "number "+strconv.Itoa(*r.Seed))
			plain(")")
		}
		plain(" from ")
		word("round.start", pitch.Pretty(r.Start))
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
	return strings.TrimPrefix(first.Scale.Title, pitch.Pretty(first.Brief.Scale.Tonic)+" ") + " " + s.order.Phrase
}
