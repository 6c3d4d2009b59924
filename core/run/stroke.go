package run

// Pickings are the ways to sound a run.
var Pickings = []Option{
	{"alternate", "alternate picking"}, {"down", "all downstrokes"}, {"economy", "economy picking"},
	{"legato", "one stroke a string, then hammer or pull"}, {"thumb-index-middle", "a finger for each string"},
}

// Struck is what a stroke has to know of a note.
type Struck struct {
	String, Fret, Finger int
	Rank                 int  // of the string among those in use, from the one nearest to the ceiling
	Moved                bool // the hand moved before it
}

// Strokes sound a run: down up hammer pull slide, or p i m a where fingers
// pluck. Strings counts those in use.
func Strokes(picking string, run []Struck, strings int) []string {
	out := make([]string, len(run))
	picks := 0
	for i, n := range run {
		var before *Struck
		if i > 0 {
			before = &run[i-1]
		}
		switch {
		case picking == "thumb-index-middle":
			out[i] = pluck(n.Rank, strings)
		case picking == "economy":
			out[i] = economy(n, before, out, i)
		case picking == "legato":
			if out[i] = slur(n, before); out[i] == "" {
				out[i] = alternate(picks)
				picks++
			}
		case picking == "down":
			out[i] = "down"
		default:
			out[i] = alternate(i)
		}
	}
	return out
}

func alternate(i int) string {
	if i%2 == 1 {
		return "up"
	}
	return "down"
}

// economy goes on in the way the pick already moves when it crosses to another
// string: down towards the floor, up towards the ceiling. Two such strokes in
// a row are a sweep.
func economy(n Struck, before *Struck, strokes []string, i int) string {
	switch {
	case before == nil:
		return "down"
	case n.String < before.String:
		return "down"
	case n.String > before.String:
		return "up"
	case strokes[i-1] == "down":
		return "up"
	}
	return "down"
}

// slur is how a note follows on its string without a stroke: a slide where the
// same finger takes it along, a hammer upwards, a pull downwards; empty where
// it needs a stroke.
func slur(n Struck, before *Struck) string {
	switch {
	case before == nil || n.String != before.String || n.Fret == before.Fret:
		return ""
	case n.Finger == before.Finger && n.Finger > 0:
		return "slide"
	case n.Fret > before.Fret:
		return "hammer"
	}
	return "pull"
}

// pluck gives the strings nearest to the floor a finger each, the ring finger
// too where there are more than three, and all others to the thumb.
func pluck(rank, strings int) string {
	fingers := []string{"p", "i", "m", "a"}
	if strings <= 3 {
		fingers = fingers[:3]
	}
	return fingers[max(rank-max(strings-len(fingers), 0), 0)]
}
