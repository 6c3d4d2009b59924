package call

import (
	"fmt"
	"strings"

	"evenladder/core/theory/pitch"
	"evenladder/core/theory/scale"
)

// FactWords say what a fact is about.
func FactWords(fact string) string {
	kind, rest, _ := strings.Cut(fact, " ")
	switch kind {
	case "neck":
		open, fret, _ := strings.Cut(rest, "/")
		if p, err := pitch.Parse(open); err == nil {
			if fret == "0" {
				return fmt.Sprintf("the open %s string", p.Name.Pretty())
			}
			return fmt.Sprintf("fret %s of the %s string", fret, p.Name.Pretty())
		}
	case "numbers":
		return pitch.Pretty(rest)
	case "ear":
		return pitch.Pretty(rest) + " by ear"
	case "ear-scale":
		if e, ok := scale.Find(rest); ok {
			return e.Name + " by ear"
		}
	case "spell", "signature", "relative":
		return pitch.Pretty(rest)
	case "order":
		return strings.NewReplacer("#", " sharps in order", "b", " flats in order").Replace(rest)
	case "key":
		n, key, _ := strings.Cut(rest, " ")
		if count, ok := signCount(n); ok {
			return fmt.Sprintf("%s with %s", key, signed(count))
		}
	}
	if k, ok := Find(kind); ok {
		return k.Name + " " + pitch.Pretty(rest)
	}
	return pitch.Pretty(fact)
}

// factsOf are the facts of an ask. Degrees are known of every key, the rest of its own.
func (k Kind) factsOf(m *setting, ask string) []string {
	if k.facts == nil {
		return []string{k.ID + " " + ask}
	}
	return k.facts(m, ask)
}

// factOfKey is of one key of the scale.
func factOfKey(m *setting, ask string) []string {
	return []string{KeyFact(m.asked.Kind, ask, m.Scale.Name)}
}

// KeyFact is the fact that something is known of a key: its spelling, its signature.
func KeyFact(kind, key, scaleName string) string { return kind + " " + key + " " + scaleName }
