package run

// Stroke is how one note is sounded.
type Stroke string

// The strokes: of a pick, of the fretting hand, and of the fingers that pluck.
const (
	DownStroke Stroke = "down"
	UpStroke   Stroke = "up"
	Hammer     Stroke = "hammer"
	Pull       Stroke = "pull"
	Slide      Stroke = "slide"
	Thumb      Stroke = "p"
	IndexPluck Stroke = "i"
	Middle     Stroke = "m"
	RingPluck  Stroke = "a"
)

// Struck is what a stroke has to know of a note.
type Struck struct {
	String, Fret, Finger int
	Rank                 int  // of the string among those in use, from the one nearest to the ceiling
	Moved                bool // the hand moved before it
}

// Strokes sound a run: down up hammer pull slide, or p i m a where fingers
// pluck. Strings counts those in use.
func Strokes(picking Picking, run []Struck, strings int) []Stroke {
	out := make([]Stroke, len(run))
	picks := 0
	for i, n := range run {
		var before *Struck
		if i > 0 {
			before = &run[i-1]
		}
		switch {
		case picking == ThumbIndexMiddle:
			out[i] = pluck(n.Rank, strings)
		case picking == Economy:
			out[i] = economy(n, before, out, i)
		case picking == Legato:
			if out[i] = slur(n, before); out[i] == "" {
				out[i] = alternate(picks)
				picks++
			}
		case picking == Downstrokes:
			out[i] = DownStroke
		default:
			out[i] = alternate(i)
		}
	}
	return out
}

func alternate(i int) Stroke {
	if i%2 == 1 {
		return UpStroke
	}
	return DownStroke
}

// economy goes on in the way the pick already moves when it crosses to another
// string: down towards the floor, up towards the ceiling. Two such strokes in
// a row are a sweep.
func economy(n Struck, before *Struck, strokes []Stroke, i int) Stroke {
	switch {
	case before == nil:
		return DownStroke
	case n.String < before.String:
		return DownStroke
	case n.String > before.String:
		return UpStroke
	case strokes[i-1] == DownStroke:
		return UpStroke
	}
	return DownStroke
}

// slur is how a note follows on its string without a stroke: a slide where the
// same finger takes it along, a hammer upwards, a pull downwards; empty where
// it needs a stroke.
func slur(n Struck, before *Struck) Stroke {
	switch {
	case before == nil || n.String != before.String || n.Fret == before.Fret:
		return ""
	case n.Finger == before.Finger && n.Finger > 0:
		return Slide
	case n.Fret > before.Fret:
		return Hammer
	}
	return Pull
}

// pluck gives the strings nearest to the floor a finger each, the ring finger
// too where there are more than three, and all others to the thumb.
func pluck(rank, strings int) Stroke {
	fingers := []Stroke{Thumb, IndexPluck, Middle, RingPluck}
	if strings <= 3 {
		fingers = fingers[:3]
	}
	return fingers[max(rank-max(strings-len(fingers), 0), 0)]
}
