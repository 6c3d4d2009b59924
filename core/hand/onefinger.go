package hand

import "evenladder/core/neck"

// oneFinger gives each place one finger until the hand has moved: a pupil who comes
// back to a fret without moving finds it under the finger that left it. Where a
// place has two, all its notes get the one that asks less of the whole path.
func (h *Hand) oneFinger(places []neck.Place, a Ask, touches []Touch) []Touch {
	for range places { // each turn settles a place for good
		one, other, found := twoFingers(places, touches)
		if !found {
			return touches
		}
		touches = h.cheaperFinger(places, &a, places[one], touches[one].Finger, touches[other].Finger, touches)
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
// and asks for it from then on.
func (h *Hand) cheaperFinger(places []neck.Place, a *Ask, at neck.Place, one, other int, now []Touch) []Touch {
	best, asked, least := now, *a, int64(-1)
	for _, finger := range []int{one, other} {
		way := a.allowAt(places, at, Only(finger))
		if t, cost := h.anew(places, way); t != nil && (least < 0 || cost < least) {
			best, asked, least = t, way, cost
		}
	}
	*a = asked
	return best
}
