package grip

// What a grip costs, from memory: a chord sounds best with its root below and many strings, and is easiest near the nut of
// its box, with few fingers close together.
const (
	noRoot     = 6.0 // the lowest note is another
	eachSilent = 2.5
	eachFinger = 1.0
	barred     = 1.5
	eachMM     = 0.04 // from the lowest stopped fret to the highest
	strained   = 0.2  // a mm past comfort between two fingers
	eachFret   = 0.05 // from the middle of the box
)

func (s *search) cost(h held) float64 {
	total, lowest := 0.0, 1<<10
	low, high, root := 99, 0, false
	for i, f := range h.frets {
		if f == silent {
			total += eachSilent
			continue
		}
		if midi := s.Neck.Open(len(h.frets)-i).MIDI() + f; midi < lowest {
			lowest, root = midi, midi%12 == s.chord.Root.Class()
		}
		if f > 0 {
			low, high = min(low, f), max(high, f)
			if !h.barre || f > h.base {
				total += eachFinger
			}
		}
	}
	if !root {
		total += noRoot
	}
	if h.barre {
		total += barred + eachFinger
	}
	if high > 0 {
		total += eachMM * s.Neck.SpanMM(low, high)
	}
	for i, a := range h.fingers {
		for j, b := range h.fingers {
			if a > 0 && b > a {
				total += strained * max(s.Neck.SpanMM(h.frets[i], h.frets[j])-s.Limits.Comfortable(a, b), 0)
			}
		}
	}
	return total + eachFret*max(float64(low+high)/2-float64(s.LowFret+s.HighFret)/2, float64(s.LowFret+s.HighFret)/2-
		float64(low+high)/2)
}
