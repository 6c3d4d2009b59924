package brief

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"

	"evenladder/core/fretboard/neck"
)

// A value that no brief can have is said and no more, whatever else stands on it.
func TestWildValuesAreSaid(t *testing.T) {
	wild := map[Kind][]any{
		Text:   {"?", "♭"},
		Whole:  {-1 << 30, -1, 1 << 30},
		Number: {-1e300, 0.0, 1e300},
		Flag:   {true},
		Texts: {[]string{"?"}, []string{"E9", "E-9"}, make([]string, 4), strings.Fields("E2 A2 H2 G3 B3 E4"),
			make([]string, 99)},
		Wholes:  {[]int{12, 3}, []int{0, -1}, []int{3, 3}, make([]int, 99)},
		Numbers: {[]float64{-1}, []float64{0, 0, 0}, []float64{1e300, 1, -1}},
		AtPlace: {neck.Place{String: 12, Fret: 3}, neck.Place{String: -1, Fret: -1}},
	}
	for _, id := range []string{"guitar", "ukulele"} {
		for _, system := range []string{"", "first-position", "campanella", "from-degree"} {
			b := Brief{Instrument: Instrument{ID: id}, Scale: Scale{Tonic: "E", Name: "dorian"},
				Layout: Layout{System: system}}
			for _, f := range Fields.All() {
				for _, v := range wild[f.Kind()] {
					given := Fields.With(b, Changes{f.Path: v})
					for _, read := range []func(Brief) (Reading, error){Read, ReadRound} {
						assert.NotPanics(t, func() {
							if r, err := read(given); err == nil {
								_, _ = r.LayOut()
							} else {
								_, _ = Fields.Pick(given, Kept{}, f.Path, "")
								Fields.Points(given)
							}
						}, "%s %s: %s %v", id, system, f.Path, v)
					}
				}
			}
		}
	}
}

// What a brief says is only true beside the rest of it: a string of a tuning that
// is taken out is no string any more.
func TestShortOfManyStrings(t *testing.T) {
	b := Brief{Scale: Scale{Tonic: "E", Name: "dorian"}, Instrument: Instrument{ID: "guitar", Tuning: []string{"B0",
		"E1", "A1", "D2", "G2", "C3", "F3", "Bb3"}}}
	r, err := Read(b)
	assert.NoError(t, err)
	assert.Equal(t, b, Fields.Short(r.Brief))
}
