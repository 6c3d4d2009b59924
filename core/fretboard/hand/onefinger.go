package hand

import "evenladder/core/fretboard/neck"

// oneFinger gives each place one finger until the hand has moved: a pupil who comes
// back to a fret without moving finds it under the finger that left it. Where a
// place has two, all its notes get the one that asks less of the whole path. What
// was asked so that like things are alike stays, where that can be; if not, only
// the first ask does.
func (h *Hand) oneFinger(places []neck.Place, a, first Ask, touches []Touch) []Touch {
	for range places { // each turn settles a place for good
		one, other, found := twoFingers(places, touches)
		if !found {
			return touches
		}
		fingers := [2]int{touches[one].Finger, touches[other].Finger}
		now, asked, ok := h.cheaperFinger(places, a, places[one], fingers)
		if !ok {
			now, asked, ok = h.cheaperFinger(places, first, places[one], fingers)
		}
		if !ok {
			return touches
		}
		touches, a = now, asked
	}
	return touches
}

// twoFingers finds two notes of one place with different fingers and no shift
// between.
func twoFingers(places []neck.Place, touches []Touch) (one, other int, found bool) {
	since := 0 // first note after the last shift
	for i, t := range touches {
		if t.Shift != 0 {
			since = i
		}
		for k := i - 1; k >= since; k-- {
			if places[k] == places[i] {
				if touches[k].Finger != t.Finger {
					return k, i, true
				}
				break
			}
		}
	}
	return 0, 0, false
}

// cheaperFinger fingers a path anew with one of two fingers on all notes of a place,
// the one that asks less, and says what is asked from then on; ok is false where
// neither can be.
func (h *Hand) cheaperFinger(places []neck.Place, a Ask, at neck.Place, fingers [2]int) (best []Touch, asked Ask,
	ok bool) {
	least := int64(0)
	for _, finger := range fingers {
		way := a.allowAt(places, at, Only(finger))
		if t, cost := h.anew(places, way); t != nil && (!ok || cost < least) {
			best, asked, least, ok = t, way, cost, true
		}
	}
	return best, asked, ok
}
