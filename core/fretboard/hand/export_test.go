package hand

import "evenladder/core/fretboard/neck"

// CostOf is the least cost of the fingers of a row of places, with what is wished of the places.
func CostOf(h *Hand, places []neck.Place, w Wish) float64 {
	_, cost := h.least(places, Ask{})
	more := w.at(places[0])
	for i := 1; i < len(places); i++ {
		more += w.at(places[i]) + w.crossing(places[i-1], places[i])
	}
	return float64(cost+more.cost()) / 1000
}
