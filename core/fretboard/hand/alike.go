package hand

import (
	"slices"

	"evenladder/core/fretboard/neck"
)

// What fingering alike may cost, in thousandths: the same frets about a shift
// between strings, the same note at both ends less than one within a string.
const likeFrets, likeEnds = 10_000, 30_000

// alike gives like things like fingers where the way in does not force others:
// the same frets on two strings, and the note that a path begins and ends on. It
// says what is asked for from then on.
func (h *Hand) alike(places []neck.Place, a Ask, touches []Touch, cost int64) ([]Touch, Ask) {
	if touches == nil || len(places) > mostAlike {
		return touches, a
	}
	if last := len(places) - 1; last > 1 && places[0] == places[last] {
		end := func(finger int) Ask {
			return a.allow(0, len(places), Only(finger)).allow(last, len(places), Only(finger))
		}
		if touches[0].Finger == touches[last].Finger {
			a = end(touches[0].Finger) // and stays so, whatever is changed between
		} else {
			touches, a, cost = h.cheaperOf(places, a, touches, cost, likeEnds, end(touches[0].Finger),
				end(touches[last].Finger))
		}
	}
	stays := visits(places)
	for i, one := range stays {
		for _, other := range stays[i+1:] {
			if !one.sameFrets(places, other) || one.sameFingers(touches, other) {
				continue
			}
			touches, a, cost = h.cheaperOf(places, a, touches, cost, likeFrets, one.asFingered(a, touches, other),
				other.asFingered(a, touches, one))
		}
	}
	return touches, a
}

// mostAlike bounds the paths that are looked through for what is alike.
const mostAlike = 128

// cheaperOf is the cheapest of the ways that are asked for, if it costs no more
// than that beyond the one there is, and what is asked from then on.
func (h *Hand) cheaperOf(places []neck.Place, a Ask, touches []Touch, cost, more int64, ways ...Ask) ([]Touch, Ask,
	int64) {
	best, asked, least := touches, a, cost+more+1
	for _, way := range ways {
		if t, c := h.least(places, way); t != nil && c < least {
			best, asked, least = t, way, c
		}
	}
	if least > cost+more {
		return touches, a, cost
	}
	return best, asked, least
}

// visit is a stay on one string: the notes from one index of a path up to
// another.
type visit struct{ from, to int }

// visits are the stays of a path of more than one note each.
func visits(places []neck.Place) (out []visit) {
	for from := 0; from < len(places); {
		to := from + 1
		for to < len(places) && places[to].String == places[from].String {
			to++
		}
		if to-from > 1 {
			out = append(out, visit{from, to})
		}
		from = to
	}
	return out
}

func (v visit) sameFrets(places []neck.Place, other visit) bool {
	return slices.EqualFunc(places[v.from:v.to], places[other.from:other.to],
		func(a, b neck.Place) bool { return a.Fret == b.Fret })
}

func (v visit) sameFingers(touches []Touch, other visit) bool {
	return slices.EqualFunc(touches[v.from:v.to], touches[other.from:other.to],
		func(a, b Touch) bool { return a.Finger == b.Finger })
}

// asFingered asks for the fingers of this visit on another one too.
func (v visit) asFingered(a Ask, touches []Touch, other visit) Ask {
	for i := v.from; i < v.to; i++ {
		only := Only(touches[i].Finger)
		a = a.allow(i, len(touches), only).allow(other.from+i-v.from, len(touches), only)
	}
	return a
}
