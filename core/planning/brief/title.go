package brief

import (
	"evenladder/core/base/table"
	"evenladder/core/fretboard/layout"
	"evenladder/core/music/run"
	"evenladder/core/music/way"
	"evenladder/core/theory/pitch"
	"fmt"
	"reflect"
	"strings"
)

// ScaleTitle names the scale of a brief, such as "E Mixolydian".
func (b Brief) ScaleTitle() string {
	s, err := ReadScale(b.Scale)
	if err != nil {
		return pitch.Pretty(b.Scale.Tonic)
	}
	return s.Title()
}

// Title is a brief or a round in few words: its scale, its layout, its figure where it is
// not straight, its box, its keys.
func (b Brief) Title() string {
	alone := b
	alone.Round = Round{}
	r, err := Read(alone)
	if err != nil {
		return b.ScaleTitle()
	}
	words := []string{b.ScaleTitle(), layout.NameOf(r.Brief.Layout.System)}
	switch {
	case r.Pattern.Uses.Phrase:
		words = []string{"the phrase " + r.PhraseWords(), b.ScaleTitle(), r.Way.Phrase}
		if r.Way.ID == way.Box {
			words[2] = layout.NameOf(r.Brief.Layout.System)
		}
	case r.Pattern.ID != run.Straight:
		words = append(words, r.Pattern.Name)
	}
	if !b.Round.IsZero() {
		order, ok := table.Find(Orders, b.Round.Order)
		if !ok {
			order = Orders[0]
		}
		return strings.Join(append(words, order.Phrase), ", ")
	}
	if b.Layout.Box != nil && (!r.Pattern.Uses.Phrase || r.Way.ID == way.Box) {
		words = append(words, fmt.Sprintf("box %d", *b.Layout.Box+1))
	}
	return strings.Join(words, ", ")
}

// Equal reports whether two briefs say the same.
func (b Brief) Equal(c Brief) bool { return reflect.DeepEqual(b, c) }
