package round

import (
	"fmt"
	"slices"
	"strconv"
	"strings"

	"evenladder/core/base/english"
	"evenladder/core/base/number"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
	"evenladder/core/music/piece"
	"evenladder/core/planning/plan"
	"evenladder/core/theory/pitch"
)

// Move is what becomes of the fingering from one key to the next.
type Move struct {
	SameFingering bool     `json:"sameFingering"` // all places and fingers moved alike
	Strings       int      `json:"strings"`       // of a shape that moved: string numbers, towards the ceiling positive
	Frets         int      `json:"frets"`         // of a shape that moved: towards the bridge positive
	Words         string   `json:"words"`         // what stays
	Changes       []string `json:"changes"`       // what changed, and why
}

// follow says how a stop comes out of the one before.
func (s *Stop) follow(sp *spec, before, now played, events []piece.Event) {
	step := up(before.Scale.Tonic, now.Scale.Tonic)
	if s.DroppedOctave = now.root().MIDI < before.root().MIDI+step; s.DroppedOctave {
		s.Why = sp.rule.dropped(before, now)
	}
	if !sp.Keys.Link.Alone {
		s.Join = join(events[s.First-1], events[s.First], sp)
	}
	s.Move = move(before, now)
}

// say is a note as the brief asks to say notes.
func (s *spec) say(name string) string { return s.Say(pitch.MustParseName(name)) }

// join says the step from the last note of a key to the first of the next.
func join(last, first piece.Event, r *spec) string {
	words := fmt.Sprintf("From %s on %s step to %s on %s", r.say(last.Name), placeWords(last.Note), r.say(first.Name),
		placeWords(first.Note))
	if first.Finger > 0 {
		words += ", with the " + hand.FingerWords[first.Finger]
	}
	if first.Shift != 0 {
		return words + "; the hand moves " + english.AlongNeck(first.Shift) + "."
	}
	return words + "."
}

func placeWords(n piece.Note) string {
	if n.Fret == 0 {
		return fmt.Sprintf("open string %d", n.String)
	}
	return fmt.Sprintf("string %d, fret %d", n.String, n.Fret)
}

func strs(n int) string {
	if n < 0 {
		return english.CountInWords(-n, "string", "strings") + " towards the floor"
	}
	return english.CountInWords(n, "string", "strings") + " towards the ceiling"
}

// move compares two boxes: moved as a whole, moved where both have strings, or
// changed.
func move(before, now played) Move {
	a, b := before.box.Notes, now.box.Notes
	m := Move{Strings: b[0].String - a[0].String, Frets: b[0].Fret - a[0].Fret, Changes: []string{}}
	alike := func(fingers bool) bool {
		return slices.EqualFunc(a, b, func(x, y plan.BoxNote) bool {
			return y.String == x.String+m.Strings && y.Fret == x.Fret+m.Frets && (!fingers || x.Finger == y.Finger)
		})
	}
	switch {
	case alike(true):
		m.SameFingering, m.Words = true, "The same fingering"+m.where()+"."
		return m
	case alike(false):
		m.Words = "The same shape" + m.where() + "."
		m.Changes = otherFingers(before, now, m.Strings)
		return m
	}
	for _, fingers := range []bool{true, false} {
		for _, over := range []int{-1, 1} {
			if n := overlap(a, b, over, fingers); n > 0 {
				m.Strings, m.Frets = over, 0
				m.Words = fmt.Sprintf("The same %s, %s, on the %s that both keys share.", sameWords[fingers],
					strs(over), english.CountInWords(n, "string", "strings"))
				m.Changes = append(otherFingers(before, now, over), openChanges(before, now)...)
				return m
			}
		}
	}
	m.Strings, m.Frets = 0, 0
	m.Words = boxWords(before, now)
	m.Changes = append(openChanges(before, now), crossingChanges(before, now)...)
	return m
}

var sameWords = map[bool]string{true: "fingering", false: "frets"}

// where says how far a shape moved.
func (m Move) where() string {
	switch {
	case m.Strings == 0 && m.Frets == 0:
		return ""
	case m.Frets == 0:
		return ", " + strs(m.Strings)
	case m.Strings == 0:
		return ", " + english.AlongNeck(m.Frets)
	}
	return ", " + strs(m.Strings) + " and " + english.AlongNeck(m.Frets)
}

func boxWords(before, now played) string {
	if now.box.Name == before.box.Name {
		return "The hand stays in " + now.box.Name + "."
	}
	return "Another box: " + now.box.Name + "."
}

// otherFingers names the fingers that change on strings whose frets stay, moved
// over so many strings or by frets, and why.
func otherFingers(before, now played, over int) []string {
	from, to := byString(before.box.Notes), byString(now.box.Notes)
	words, open := []string{}, false
	for str := now.Neck.Strings(); str > 0; str-- {
		old, new := from[str-over], to[str]
		common := min(len(old), len(new)) // the last string may go on
		if old, new = old[:common], new[:common]; fingersOf(old) == fingersOf(new) {
			continue
		}
		words = append(words, fmt.Sprintf("string %d %s, not %s", str, fingersOf(new), fingersOf(old)))
		open = open || slices.ContainsFunc(old, isOpen) != slices.ContainsFunc(new, isOpen)
	}
	if len(words) == 0 {
		return words
	}
	moved := now.box.LowFret - before.box.LowFret
	why := "the neighbouring strings need it"
	switch {
	case open:
		why = "open strings appear or disappear"
	case moved < 0:
		why = "the frets are wider here"
	case moved > 0:
		why = "the frets are narrower here"
	}
	return []string{"Fingers on " + strings.Join(words, "; ") + ": " + why + "."}
}

func fingersOf(notes []plan.BoxNote) string {
	out := make([]string, len(notes))
	for i, n := range notes {
		out[i] = strconv.Itoa(n.Finger)
	}
	return strings.Join(out, " ")
}

func isOpen(n plan.BoxNote) bool { return n.Fret == 0 }

// overlap counts the strings on which a box is the other one moved over by so
// many strings; 0 where they differ on one. The last string of a box may go on
// further than the other does.
func overlap(a, b []plan.BoxNote, over int, fingers bool) (n int) {
	from, to := byString(a), byString(b)
	for str, notes := range from {
		moved, ok := to[str+over]
		if !ok {
			continue
		}
		common := min(len(notes), len(moved))
		same := slices.EqualFunc(notes[:common], moved[:common], func(x, y plan.BoxNote) bool {
			return x.Fret == y.Fret && (!fingers || x.Finger == y.Finger)
		})
		if !same || len(notes) != len(moved) && str != a[len(a)-1].String && str+over != b[len(b)-1].String {
			return 0
		}
		n++
	}
	if n < 2 {
		return 0
	}
	return n
}

func byString(notes []plan.BoxNote) map[int][]plan.BoxNote {
	out := map[int][]plan.BoxNote{}
	for _, n := range notes {
		out[n.String] = append(out[n.String], n)
	}
	return out
}

// openChanges names the open strings that the box of a key loses or wins: one
// by one where the key takes or gives them, together where the hand only leaves
// them or comes back to them.
func openChanges(before, now played) []string {
	out := []string{}
	had, has := openIn(before.box), openIn(now.box)
	left, again := []string{}, []string{}
	for str := now.Neck.Strings(); str > 0; str-- {
		open := now.Neck.Open(str)
		name := now.Say(open.Name)
		switch {
		case had[str] && !has[str] && now.Scale.Index(open.MIDI()) < 0:
			out = append(out, fmt.Sprintf("Open %s (string %d) isn't in this key%s.", name, str, insteadOf(now, str)))
		case had[str] && !has[str]:
			left = append(left, name)
		case has[str] && !had[str] && before.Scale.Index(open.MIDI()) < 0:
			out = append(out, fmt.Sprintf("Open %s (string %d) is in this key.", name, str))
		case has[str] && !had[str]:
			again = append(again, name)
		}
	}
	if len(left) > 0 {
		out = append(out, "Now out of reach: "+openWords(left)+", still in the key.")
	}
	if len(again) > 0 {
		out = append(out, "Back in reach: "+openWords(again)+".")
	}
	return out
}

func openWords(names []string) string {
	if len(names) == 1 {
		return "open " + names[0]
	}
	return "the open strings " + strings.Join(names, " ")
}

func openIn(b plan.Box) map[int]bool {
	out := map[int]bool{}
	for _, n := range b.Notes {
		out[n.String] = out[n.String] || n.Fret == 0
	}
	return out
}

// insteadOf says what takes the place of an open string.
func insteadOf(now played, str int) string {
	for _, n := range now.box.Notes {
		if n.String == str {
			return fmt.Sprintf(": the string starts with %s on fret %d", now.Say(pitch.MustParseName(n.Name)), n.Fret)
		}
	}
	return ""
}

// crossingChanges names the crossings at which the shape now moves.
func crossingChanges(before, now played) []string {
	out := []string{}
	for _, c := range now.box.Corrections {
		if !slices.Contains(before.box.Corrections, c) {
			out = append(out, fmt.Sprintf("Between strings %d and %d the shape moves %s, because these strings are tuned differently.", c.FromString, c.ToString, english.AlongNeck(c.Frets)))
		}
	}
	return out
}

// runsOut says why the root a step up does not hold the scale.
func runsOut(before, now played) string {
	root := now.root()
	down := fmt.Sprintf("down an octave, to string %d, fret %d.", root.String, root.Fret)
	next, ok := nextRoot(before, now)
	if !ok {
		return "The next root up is past the last fret: " + down
	}
	for _, b := range now.Boxes {
		if b.Notes[0].Place == next && b.Shortfall() == 0 {
			return "The scale is complete from a lower root: " + down
		}
	}
	return fmt.Sprintf("From string %d, fret %d the remaining strings don't hold the whole scale in one position: ", next.String, next.Fret) + down
}

// nextRoot is the root a step up from the one before, nearest to its fret.
func nextRoot(before, now played) (best neck.Place, ok bool) {
	want := before.root().MIDI + up(before.Scale.Tonic, now.Scale.Tonic)
	for str := 1; str <= now.Neck.Strings(); str++ {
		fret := want - now.Neck.Open(str).MIDI()
		if fret >= 0 && fret <= now.Neck.Frets &&
			(!ok || number.Abs(fret-before.root().Fret) < number.Abs(best.Fret-before.root().Fret)) {
			best, ok = neck.Place{String: str, Fret: fret}, true
		}
	}
	return best, ok
}

func fretsEnd(_, now played) string {
	return fmt.Sprintf("The frets end at %d, so the shape drops an octave.", now.Neck.Frets)
}

func liesHere(_, now played) string {
	root := now.root()
	return fmt.Sprintf("The lowest root in reach is an octave lower than the next step up: string %d, fret %d.",
		root.String, root.Fret)
}
