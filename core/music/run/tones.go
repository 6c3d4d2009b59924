package run

import (
	"math/rand/v2"
	"slices"

	"evenladder/core/base/table"
)

// Tones is the order in which the notes of each chord are played.
type Tones string

// The orders.
const (
	Through    Tones = "through" // the box, up one chord and down the next
	Upwards    Tones = "1-3-5-7"
	Downwards  Tones = "7-5-3-1"
	FromThird  Tones = "3-5-7-1"
	TurnsRound Tones = "turned"
	AnyOrder   Tones = "shuffled"
)

// TonesOrders are all orders in picker order.
var TonesOrders = []table.Row{
	{ID: string(Through), Name: "through the box", Why: "all its notes, up one chord and down the next"},
	{ID: string(Upwards), Name: "1 3 5 7", Phrase: "each as 1 3 5 7", Why: "from the root up"},
	{ID: string(Downwards), Name: "7 5 3 1", Phrase: "each as 7 5 3 1", Why: "down to the root"},
	{ID: string(FromThird), Name: "3 5 7 1", Phrase: "each as 3 5 7 1", Why: "from the third up, the root last"},
	{ID: string(TurnsRound), Name: "turned round", Phrase: "each turned round", Why: "1 3 5 7, then 7 5 3 1"},
	{ID: string(AnyOrder), Name: "shuffled", Phrase: "each in an order of its own", Why: "another order for each chord"},
}

// Of is the order of so many notes of the chord with an index, as indexes from the root up. The same seed brings the same
// orders back; Through has none.
func (t Tones) Of(notes, chord, seed int) []int {
	out := make([]int, notes)
	for i := range out {
		out[i] = i
	}
	switch {
	case t == Through:
		return nil
	case t == Downwards, t == TurnsRound && chord%2 == 1:
		slices.Reverse(out)
	case t == FromThird:
		out = append(out[1:], 0)
	case t == AnyOrder:
		r := rand.New(rand.NewPCG(uint64(seed), uint64(chord)))
		r.Shuffle(notes, func(i, j int) { out[i], out[j] = out[j], out[i] })
	}
	return out
}
