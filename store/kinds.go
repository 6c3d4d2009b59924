package store

import (
	"encoding/json"
	"fmt"
	"strings"

	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/lesson/ladder"
	"evenladder/core/planning/brief"
	"evenladder/core/planning/phrase"
	"evenladder/core/planning/plan"
	"evenladder/core/planning/round"
	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// Thing is what can be kept: the one of these that its kind has.
type Thing struct {
	Brief      *brief.Brief
	Instrument *brief.Instrument
	Formula    *string
	Ladder     *ladder.Request // without its log
	Phrase     *KeptPhrase
}

// Kind is one kind of things kept.
type Kind struct {
	table.Row
	// check says what is wrong with a thing, else what it is in words.
	check func(*Thing) (sentence string, err error)
	// part is the side of a thing that this kind has.
	part func(*Thing) any
	// terms are what a search for words looks for; the words one by one where nil.
	terms func(words string) []string
}

// Kinds are all kinds of things kept.
var Kinds = []Kind{
	{table.Row{ID: "briefs", Name: "brief"}, checkBrief, briefOf, nil},
	{table.Row{ID: "rounds", Name: "round"}, checkRound, briefOf, nil},
	{table.Row{ID: "phrases", Name: "phrase"}, checkPhrase, func(t *Thing) any { return &t.Phrase }, phrase.Terms},
	{table.Row{ID: "instruments", Name: "instrument"}, checkInstrument, func(t *Thing) any { return &t.Instrument },
		nil},
	{table.Row{ID: "scales", Name: "scale"}, checkScale, func(t *Thing) any { return &t.Formula }, nil},
	{table.Row{ID: "ladders", Name: "ladder"}, checkLadder, func(t *Thing) any { return &t.Ladder }, nil},
}

func briefOf(t *Thing) any { return &t.Brief }

// Draft is a thing of this kind with its title and notes, or what is wrong with
// it.
func (k Kind) Draft(title, notes string, t Thing) (Draft, error) {
	sentence, err := k.check(&t)
	if err != nil {
		return Draft{}, err
	}
	body, err := json.Marshal(k.part(&t))
	return Draft{Title: title, Notes: notes, Sentence: sentence, Also: t.words(), Body: body}, err
}

// words are those of a thing that its sentence spells otherwise.
func (t Thing) words() string {
	switch {
	case t.Brief != nil:
		return t.Brief.Scale.Tonic + " " + t.Brief.Scale.Name + " " + t.Brief.Scale.Formula
	case t.Phrase != nil:
		return t.Phrase.words()
	case t.Ladder != nil:
		return Thing{Brief: &t.Ladder.Brief}.words()
	case t.Instrument != nil:
		return strings.Join(t.Instrument.Tuning, " ")
	case t.Formula != nil:
		return *t.Formula
	}
	return ""
}

// Thing reads the body of a draft of this kind.
func (k Kind) Thing(d Draft) (t Thing, err error) {
	err = json.Unmarshal(d.Body, k.part(&t))
	return t, err
}

func missing(field string) error {
	return fault.At(field, "nothing was given: give the %s to save", field)
}

func checkBrief(t *Thing) (string, error) {
	if t.Brief == nil {
		return "", missing("brief")
	}
	if !t.Brief.Round.IsZero() {
		return "", fault.At("brief.round", "a brief with a round was given: save it as a round")
	}
	p, err := plan.Build(*t.Brief)
	return p.Sentence, fault.Under("brief.", err)
}

func checkRound(t *Thing) (string, error) {
	if t.Brief == nil {
		return "", missing("brief")
	}
	if t.Brief.Round.IsZero() {
		return "", fault.At("brief.round", "no round was given: give its order, or save it as a brief")
	}
	r, err := round.Build(*t.Brief)
	return r.Sentence, fault.Under("brief.", err)
}

func checkLadder(t *Thing) (string, error) {
	if t.Ladder == nil {
		return "", missing("ladder")
	}
	asked := *t.Ladder
	asked.Log, asked.Now = nil, nil
	l, err := ladder.Build(asked)
	if err != nil {
		return "", fault.Under("ladder.", err)
	}
	sentence, err := round.Sentence(asked.Brief)
	t.Ladder = &asked
	return fmt.Sprintf("%s From %s to %s.", sentence, l.Rungs[0].Name, l.Rungs[len(l.Rungs)-1].Name),
		fault.Under("ladder.brief.", err)
}

func checkInstrument(t *Thing) (string, error) {
	if t.Instrument == nil {
		return "", missing("instrument")
	}
	words, err := brief.InstrumentWords(*t.Instrument)
	return words, err
}

func checkScale(t *Thing) (string, error) {
	if t.Formula == nil {
		return "", missing("formula")
	}
	f, err := scale.ParseFormula(*t.Formula)
	if err != nil {
		return "", fault.At("formula", "%v", err)
	}
	text := f.String()
	t.Formula = &text
	return pitch.Pretty(text), nil
}
