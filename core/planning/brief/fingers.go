package brief

import (
	"fmt"
	"regexp"

	"evenladder/core/base/english"
	"evenladder/core/base/fault"
	"evenladder/core/base/table"
	"evenladder/core/fretboard/hand"
	"evenladder/core/fretboard/neck"
)

const fingersPath = "hand.fingers"

// maxFingers bounds the fingers that are set by hand.
const maxFingers = 48

var heldFinger = regexp.MustCompile(`^(\d{1,2})/(\d{1,2})/([1-4])$`)

// Held is a finger set by hand on a place, as a brief has it: "3/4/2".
func Held(p neck.Place, finger int) string {
	return fmt.Sprintf("%d/%d/%d", p.String, p.Fret, finger)
}

// ReadHeld reads what Held writes; ok is false for anything else.
func ReadHeld(text string) (p neck.Place, finger int, ok bool) {
	parts := heldFinger.FindStringSubmatch(text)
	if parts == nil {
		return p, 0, false
	}
	return neck.Place{String: toNumber(parts[1]), Fret: toNumber(parts[2])}, toNumber(parts[3]), true
}

func checkFingers(r *Reading, f *fault.List) {
	held := r.Brief.Hand.Fingers
	if len(held) > maxFingers {
		f.Addf(fingersPath, "%d fingers were given: give up to %d", len(held), maxFingers)
		return
	}
	school, known := table.Find(hand.Schools, r.Brief.Hand.School)
	seen := map[neck.Place]bool{}
	f.Each(fingersPath, len(held), func(i int) error {
		p, finger, ok := ReadHeld(held[i])
		switch {
		case !ok:
			return fmt.Errorf("%q was given: give string/fret/finger, the finger from 1 to 4, such as 3/4/2",
				fault.Clip(held[i]))
		case p.String < 1 || p.String > r.Neck.Strings() || p.Fret < 1 || p.Fret > r.Neck.Frets:
			return fmt.Errorf("%s was given: give a string from 1 to %d and a fret from 1 to %d", held[i],
				r.Neck.Strings(), r.Neck.Frets)
		case seen[p]:
			return fmt.Errorf("%s was given: string %d, fret %d has its finger already; give each place once", held[i],
				p.String, p.Fret)
		case known && !school.Takes(finger, p.Fret):
			return fmt.Errorf("%s was given: with %s the %s does not come to fret %d; give another finger or school",
				held[i], school.Name, hand.FingerWords[finger], p.Fret)
		}
		seen[p] = true
		return nil
	})
}

// FingersOf are the fingers by their places, as many as can be read.
func FingersOf(held []string) map[neck.Place]int {
	if len(held) == 0 {
		return nil
	}
	out := make(map[neck.Place]int, len(held))
	for _, text := range held {
		if p, finger, ok := ReadHeld(text); ok {
			out[p] = finger
		}
	}
	return out
}

// WithFingers is the reading with other fingers set by hand.
func (r Reading) WithFingers(held []string) Reading {
	r.Brief.Hand.Fingers, r.Fingers = held, FingersOf(held)
	return r
}

// Hold is what a brief has once a finger is set on a place; 0 leaves it free again.
func Hold(held []string, on neck.Place, finger int) []string {
	out := []string{}
	for _, text := range held {
		if p, _, _ := ReadHeld(text); p != on {
			out = append(out, text)
		}
	}
	if finger > 0 {
		out = append(out, Held(on, finger))
	}
	return out
}

// fingerWords says the fingers that are held: "middle finger on string 6, fret 5".
func fingerWords(held []string) string {
	words := make([]string, len(held))
	for i, text := range held {
		p, finger, _ := ReadHeld(text)
		words[i] = fmt.Sprintf("%s on string %d, fret %d", hand.FingerWords[finger], p.String, p.Fret)
		if i > 0 {
			words[i] = "the " + words[i]
		}
	}
	return english.And(words)
}

// firstFingers offers each finger for the first stopped note of the chosen box.
func firstFingers(r *Reading) []Choice {
	out := []Choice{{Label: "automatic", Changes: Changes{fingersPath: nil}}}
	p, ok := r.firstStopped()
	if !ok {
		return out
	}
	for finger := hand.Index; finger <= hand.Little; finger++ {
		if r.Style.School.Takes(finger, p.Fret) {
			out = append(out, choice(fingerFirst[finger], fmt.Sprintf("on string %d, fret %d", p.String, p.Fret),
				fingersPath, []string{Held(p, finger)}))
		}
	}
	return out
}

var fingerFirst = [5]string{"", "index finger first", "middle finger first", "ring finger first", "little finger first"}

// firstStopped is the place of the first stopped note of the chosen box.
func (r *Reading) firstStopped() (neck.Place, bool) {
	if !r.met {
		return neck.Place{}, false
	}
	laid := *r
	boxes, err := laid.LayOut()
	if err != nil {
		return neck.Place{}, false
	}
	for _, n := range boxes[laid.Box()].Notes {
		if n.Fret > 0 {
			return n.Place, true
		}
	}
	return neck.Place{}, false
}
